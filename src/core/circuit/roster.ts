/** The loads of a circuit: what runs of them is one of few sets, made once for all circuits that have the same ones. */
import { Remembered } from '../remembered';
import type { CircuitElement } from './netlist';

/** A load, and what is seen or heard while it runs. */
export interface OnRoster {
  id: string;
  runs?: string;
}

/** More are not told apart by one number. */
const MOST = 52;
const known = new Remembered<Roster>(500);

export class Roster {
  private readonly sets = new Map<number, ReadonlySet<string>>();

  private constructor(readonly loads: readonly OnRoster[]) {}

  /** @param places of the loads among the elements */
  static of(elements: readonly CircuitElement[], places: Int32Array): Roster {
    const loads = Array.from(places, (e): OnRoster => {
      const x = elements[e] as CircuitElement;
      return x.kind === 'load' && x.runs !== undefined ? { id: x.id, runs: x.runs } : { id: x.id };
    });
    const key = JSON.stringify(loads.map(({ id, runs }) => [id, runs]));
    return known.of(key, () => new Roster(loads));
  }

  /** Ids of those that run. @param pulledIn by element; @param places of the loads among them */
  running(pulledIn: Int32Array, places: Int32Array): ReadonlySet<string> {
    const { loads } = this;
    const ids = (): Set<string> =>
      new Set(loads.flatMap(({ id }, k) => (pulledIn[places[k] as number] === 1 ? id : [])));
    if (loads.length > MOST) return ids();
    let pattern = 0;
    for (let k = 0; k < loads.length; k++) pattern = 2 * pattern + (pulledIn[places[k] as number] as number);
    const found = this.sets.get(pattern) ?? ids();
    this.sets.set(pattern, found);
    return found;
  }
}
