/** Pairs of points in a settled state of a circuit with a fault: what a meter reads, and how that follows what is not known. */
import { meterReading } from '../circuit/solve';
import type { Parameter, Predicted } from '../evidence/hypothesis';
import type { Portion } from '../evidence/numbered';
import { perObject } from '../per-object';
import type { Asked } from './asked';
import type { Common, FaultCircuit } from './fault-circuit';
import { METER_DEFAULT } from './predict';
import { FLOATS_OHMS, NEIGHBOUR_VOLTS } from './spread';

/** The supply's own spread, as mains and transformers have it; the meter's gain. Every voltage follows both. */
export const SHARED_PARAMETERS: readonly Parameter[] = [
  { id: 'supply', sigma: 0.045, mean: 0 },
  { id: 'meter', sigma: 0.006, mean: 0 },
];

/** Pairs that are asked for together, by number. */
interface AskedByNumber {
  keys: Int32Array;
  a: Int32Array;
  b: Int32Array;
}

const numbersOf = perObject(({ keys, points }: Common) =>
  perObject(
    (asked: readonly Asked[]): AskedByNumber => ({
      keys: Int32Array.from(asked, ({ key }) => keys.of(key)),
      a: Int32Array.from(asked, ({ a }) => points.of(a)),
      b: Int32Array.from(asked, ({ b }) => points.of(b)),
    }),
  ),
);

/** How much of it depends on how the cores lie in their sheath. */
const STRAY_SHARE = 0.4;
/** What floats is not to be believed. */
function figure(value: number, ohms: number): Predicted {
  if (ohms <= FLOATS_OHMS / 30) return { value };
  return {
    value,
    floats: Math.max(Math.abs(value), NEIGHBOUR_VOLTS) * 0.5 * Math.min(1, ohms / FLOATS_OHMS),
    sigma: STRAY_SHARE * Math.abs(value),
  };
}

/**
 * Pairs of the state last settled; nothing of one that is not in the circuit.
 * @param doubt how many times worse than usual each unknown is known in it; null where none is
 */
export function pairsIn(p: FaultCircuit, asked: readonly Asked[], doubt: readonly number[] | null): Portion {
  const { keys, a, b } = numbersOf(p.common)(asked);
  const first = SHARED_PARAMETERS.length;
  const predicted = asked.map(({ meterOhms = METER_DEFAULT, read }, i): Predicted | undefined => {
    const [from, to] = [p.place(a[i] as number), p.place(b[i] as number)];
    if (from === undefined || to === undefined) return undefined;
    const along = read ? p.common.slab.room(first + p.common.unknowns.length) : null;
    const point = p.solver.between(from, to, along?.of, along ? along.at + first : 0);
    const { ohms, reactance } = point;
    const volts = meterReading(point, meterOhms);
    const made = figure(volts, Math.hypot(ohms, reactance));
    if (along) {
      const { of, at } = along;
      for (let u = 0; u < first; u++) of[at + u] = volts;
      for (let u = 0; doubt && u < doubt.length; u++)
        of[at + first + u] = (of[at + first + u] as number) * (doubt[u] as number);
      made.along = along;
    }
    return made;
  });
  return { numbers: keys, predicted };
}
