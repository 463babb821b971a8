/** What a proof as written would reveal of single faults, what it would leave doubtful, and what it would miss. */

export interface Missed {
  id: string;
  name: string;
  /** What to look at, since no test here shows it. */
  look: string;
}

export interface Coverage {
  /** Faults that some test of the proof shows wrong. */
  reveals: number;
  of: number;
  /** Some reading would be too close to tell, none wrong. */
  doubtful: Missed[];
  /** Every test would pass. */
  missed: Missed[];
}

/** @param outcome of one fault over the whole proof */
export function coverageOf<F extends Missed>(
  faults: readonly F[],
  outcome: (fault: F) => 'reveals' | 'doubtful' | 'missed',
): Coverage {
  const plain = ({ id, name, look }: F): Missed => ({ id, name, look });
  const by = faults.map((f) => ({ f, is: outcome(f) }));
  return {
    reveals: by.filter((x) => x.is === 'reveals').length,
    of: faults.length,
    doubtful: by.filter((x) => x.is === 'doubtful').map((x) => plain(x.f)),
    missed: by.filter((x) => x.is === 'missed').map((x) => plain(x.f)),
  };
}
