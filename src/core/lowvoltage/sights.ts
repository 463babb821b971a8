/** What is seen and heard of a 24 V system in its states, by what runs: made once for all faults under which that is so. */
import type { Roster } from '../circuit/roster';
import { isSo, type Predicted } from '../evidence/hypothesis';
import type { Portion } from '../evidence/numbered';
import type { Numbers } from '../numbers';
import { perObject } from '../per-object';
import type { Installed } from './installed';
import { isLame, looks, type OwnBlower, withAir } from './looks';
import { seenRunning } from './proof-measures';

export interface Sight {
  /** What somebody sees or hears running, the blower with it that the equipment starts by itself. */
  runs: readonly string[];
  /** Nobody could say what would be seen. */
  lame: boolean;
  looks: Portion;
}

/** Of one circuit, by the state's id and the ids of what runs in it. */
export type SightOf = (state: string, running: ReadonlySet<string>) => Sight;

/** Something that is said of a state: that one thing runs; that of some nothing does. */
export type Claim = { key: string } & ({ runs: string } | { none: readonly string[] });

/** Whether what is said of a state is so where that is seen; of a state that is not there nothing runs. */
const answers = perObject((claims: readonly Claim[]) =>
  perObject(({ runs, lame }: Pick<Sight, 'runs' | 'lame'>): readonly (Predicted | undefined)[] =>
    claims.map((c) => {
      if ('none' in c) return isSo(!c.none.some((name) => runs.includes(name)));
      return lame ? undefined : isSo(runs.includes(c.runs));
    }),
  ),
);
const NOWHERE = { runs: [], lame: true };

export const answersTo = (claims: readonly Claim[], keys: Numbers, seen: Sight | undefined): Portion => ({
  numbers: numbersOf(keys)(claims),
  predicted: answers(claims)(seen ?? NOWHERE),
});
const numbersOf = perObject((keys: Numbers) =>
  perObject((claims: readonly Claim[]) => Int32Array.from(claims, ({ key }) => keys.of(key))),
);

type Marking = Installed['valveMarking'];

export class Sights {
  private readonly known = perObject((_: Roster) => new Map<Marking, SightOf>());

  /**
   * @param keys numbers of what is predicted
   * @param wanted what runs in each state where all is well
   */
  constructor(
    private readonly keys: Numbers,
    private readonly wanted: ReadonlyMap<string, readonly string[]>,
    private readonly ownBlower: OwnBlower,
  ) {}

  of(roster: Roster, marking: Marking): SightOf {
    const of = this.known(roster);
    const found = of.get(marking) ?? this.among(roster, marking);
    of.set(marking, found);
    return found;
  }

  private among({ loads }: Roster, marking: Marking): SightOf {
    const shown = loads.flatMap(({ id, runs }) => (runs !== undefined && seenRunning(runs) ? [{ id, runs }] : []));
    const states = new Map<string, (running: ReadonlySet<string>) => Sight>();
    const inState = (state: string): ((running: ReadonlySet<string>) => Sight) =>
      perObject((running) => {
        const runs = shown.flatMap((l) => (running.has(l.id) ? [l.runs] : []));
        return this.made(state, withAir(runs, this.ownBlower), marking);
      });
    return (state, running) => {
      const of = states.get(state) ?? inState(state);
      states.set(state, of);
      return of(running);
    };
  }

  private made(state: string, runs: readonly string[], marking: Marking): Sight {
    const found = new Map<string, Predicted>();
    const lame = isLame(runs);
    if (!lame) looks(found, state, runs, this.wanted.get(state) ?? [], marking);
    const numbers = Int32Array.from(found.keys(), (key) => this.keys.of(key));
    return { runs, lame, looks: { numbers, predicted: [...found.values()] } };
  }
}
