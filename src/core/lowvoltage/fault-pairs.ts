/** Pairs of points in a settled state of a circuit with a fault: what a meter reads, and how that follows what is not known. */
import { magnitude } from '../circuit/phasor';
import { meterReading } from '../circuit/solve';
import type { Parameter, Predicted } from '../evidence/hypothesis';
import type { Portion } from '../evidence/numbered';
import type { Room } from '../slab';
import type { Asked } from './asked';
import type { Common, FaultCircuit } from './fault-circuit';
import { METER_DEFAULT } from './predict';
import { FLOATS_OHMS, NEIGHBOUR_VOLTS } from './spread';

/** The supply's own spread, as mains and transformers have it; the meter's gain. Every voltage follows both. */
export const SHARED_PARAMETERS: readonly Parameter[] = [
  { id: 'supply', sigma: 0.045, mean: 0 },
  { id: 'meter', sigma: 0.006, mean: 0 },
];

/** Pairs that are asked for together, their keys and points by number. */
export interface AskedPairs {
  pairs: readonly Asked[];
  keys: Int32Array;
  a: Int32Array;
  b: Int32Array;
}

export const byNumber = (pairs: readonly Asked[], { keys, points }: Common): AskedPairs => ({
  pairs,
  keys: Int32Array.from(pairs, ({ key }) => keys.of(key)),
  a: Int32Array.from(pairs, ({ a }) => points.of(a)),
  b: Int32Array.from(pairs, ({ b }) => points.of(b)),
});

/** How much of it depends on how the cores lie in their sheath. */
const STRAY_SHARE = 0.4;
/** What floats is not to be believed. */
const floating = (value: number, ohms: number): Required<Pick<Predicted, 'floats' | 'sigma'>> => ({
  floats: Math.max(Math.abs(value), NEIGHBOUR_VOLTS) * 0.5 * Math.min(1, ohms / FLOATS_OHMS),
  sigma: STRAY_SHARE * Math.abs(value),
});

/** Asks for a pair in the state last settled; how it follows what is not known, where it was read. */
function probe({ solver, common }: FaultCircuit, from: number, to: number, read: boolean): Room | null {
  if (!read) {
    solver.probe(from, to, null, 0);
    return null;
  }
  const along = common.slab.room(SHARED_PARAMETERS.length + common.unknowns.length);
  solver.probe(from, to, along.of, along.at + SHARED_PARAMETERS.length);
  return along;
}

/**
 * Pairs of the state last settled; nothing of one that is not in the circuit.
 * @param doubt how many times worse than usual each unknown is known in it; null where none is
 */
export function pairsIn(p: FaultCircuit, { pairs, keys, a, b }: AskedPairs, doubt: readonly number[] | null): Portion {
  const first = SHARED_PARAMETERS.length;
  const { probed } = p.solver.kernel;
  const predicted = pairs.map(({ meterOhms = METER_DEFAULT, read }, i): Predicted | undefined => {
    const [from, to] = [p.place(a[i] as number), p.place(b[i] as number)];
    if (from === undefined || to === undefined) return undefined;
    const along = probe(p, from, to, read);
    const [open, ohms, reactance] = [probed[0] as number, probed[1] as number, probed[2] as number];
    const value = meterReading({ open, ohms, reactance }, meterOhms);
    if (along) {
      const { of, at } = along;
      for (let u = 0; u < first; u++) of[at + u] = value;
      for (let u = 0; doubt && u < doubt.length; u++)
        of[at + first + u] = (of[at + first + u] as number) * (doubt[u] as number);
    }
    const behind = magnitude([ohms, reactance]);
    // Each in one piece: an object that grows costs another.
    if (behind <= FLOATS_OHMS / 30) return along ? { value, along } : { value };
    return along ? { value, along, ...floating(value, behind) } : { value, ...floating(value, behind) };
  });
  return { numbers: keys, predicted };
}
