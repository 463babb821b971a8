/**
 * Is it dead? Judged by every reading of the series and by its points: one live reading anywhere, in any
 * state, forbids "dead" until the very same points have read dead again between two proofs of the tester.
 * Adding a live reading can therefore only make it harder.
 */
import { pairKey } from '../job/points';
import { type ReadingEntry, readingsInTime } from '../job/readings';
import type { Job } from '../job/schema';

/** Measure of the points read with the supply still on, before it is switched off: a reading that is meant to be live. */
export const LIVE_BEFORE = 'live-before';
/** Measure of the tester proved on a known live point, before. */
export const PROVE_BEFORE = 'prove-before';
/** The same, after. */
export const PROVE_AFTER = 'prove-after';

export const isProof = (r: ReadingEntry): boolean => r.measure === PROVE_BEFORE || r.measure === PROVE_AFTER;
const isVolts = (r: ReadingEntry): boolean => r.quantity === 'volts-ac' || r.quantity === 'volts-dc';
/** States that claim an isolated installation. */
export const ISOLATED: ReadonlySet<string> = new Set(['off', 'isolated']);
/** Stops at which the supply is rightly on again. */
export const POWERED: ReadonlySet<string> = new Set(['power-up', 'set-up', 'week', 'proof', 'hand-over']);

/** The supply has rightly been on again since: the display was judged, or something was read with power. */
export const poweredAgain = (job: Pick<Job, 'powerUp' | 'readings'>): boolean =>
  job.powerUp.display !== undefined || readingsInTime(job, (r) => POWERED.has(r.stop ?? '')).length > 0;

export interface DeadRules {
  /** Above this it is live, V. */
  deadVolts: number;
  /** What a known live source reads at least, V. */
  proofAtLeast: number;
  /** The first live reading of the points may itself stand for the proof before: the meter has just shown a supply. */
  liveIsProof: boolean;
}

export interface DeadSeries {
  /** Volts readings of the series, oldest first, proofs left out. */
  readings: ReadingEntry[];
  proofs: ReadingEntry[];
  /** Live readings that no later dead reading of the same points has answered. */
  unanswered: ReadingEntry[];
  /** The latest dead reading of each pair of points. */
  dead: ReadingEntry[];
}

/**
 * The series: what was read at Make safe, whatever was read in a state that claims isolation, and what was
 * read before power-up after the first dead reading: by then somebody may have switched it on again.
 */
export function deadSeries(job: Pick<Job, 'powerUp' | 'readings'>, rules: DeadRules): DeadSeries {
  const volts = readingsInTime(job).filter(isVolts);
  const isDead = (r: ReadingEntry): boolean => Math.abs(r.value) <= rules.deadVolts;
  const firstDead = volts.find((r) => r.stop === 'make-safe' && !isProof(r) && isDead(r));
  const readings = volts.filter(
    (r) =>
      !isProof(r) &&
      (r.stop === 'make-safe' ||
        (r.state !== undefined && ISOLATED.has(r.state) && !POWERED.has(r.stop ?? '')) ||
        (firstDead !== undefined && r.at > firstDead.at && !POWERED.has(r.stop ?? ''))),
  );
  const proofs = volts.filter((r) => isProof(r) && Math.abs(r.value) >= rules.proofAtLeast);
  const latestDead = new Map<string, ReadingEntry>();
  for (const r of readings) {
    const key = pairKey(r.a, r.b);
    if (isDead(r)) latestDead.set(key, r);
    else latestDead.delete(key);
  }
  const answered = (live: ReadingEntry): boolean =>
    readings.some((d) => {
      if (!isDead(d) || d.at <= live.at || pairKey(d.a, d.b) !== pairKey(live.a, live.b)) return false;
      const before =
        rules.liveIsProof || proofs.some((p) => p.measure === PROVE_BEFORE && p.at >= live.at && p.at <= d.at);
      const after = proofs.some((p) => p.measure === PROVE_AFTER && p.at >= d.at);
      // Another live reading of the same points in between starts it over.
      const again = readings.some((r) => !isDead(r) && r.at > d.at && pairKey(r.a, r.b) === pairKey(live.a, live.b));
      return before && after && !again;
    });
  return {
    readings,
    proofs,
    unanswered: readings.filter((r) => !isDead(r) && !answered(r)),
    dead: [...latestDead.values()],
  };
}
