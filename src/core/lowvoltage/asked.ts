/** What is asked of a 24 V circuit under every fault: pairs live and dead, by what was read, could be, or is measured. */
import type { Point } from '../circuit/point';
import type { Candidate, Observation } from '../evidence/hypothesis';
import type { MeasurePlan } from '../proof/proof-run';
import { directKey, joinedKey, joinedOf, type PairOfKey, pairKey, pairOf } from './evidence-keys';

/** A pair to predict; of one that was read also how it follows what is not known. */
export interface Asked extends PairOfKey {
  read: boolean;
}

/** A pair whose ohms are read with every supply off. */
export interface DeadPair {
  key: string;
  /** Joined by wire and winding alone. */
  direct: string;
  a: Point;
  b: Point;
}

/** By state, each pair that was read, could be read next, or is measured by the proof. */
export function askedPairs(
  observations: readonly Observation[],
  candidates: readonly Candidate[],
  measures: readonly MeasurePlan[],
): Map<string, Asked[]> {
  const keys = new Map<string, boolean>();
  for (const { key } of candidates) keys.set(key, false);
  for (const m of measures) if (m.a && m.b && m.quantity === 'volts-ac') keys.set(pairKey(m.state, m.a, m.b), false);
  for (const { key } of observations) keys.set(key, true);
  const out = new Map<string, Asked[]>();
  for (const [key, read] of keys) {
    const pair = pairOf(key);
    if (pair) out.set(pair.state, [...(out.get(pair.state) ?? []), { ...pair, read }]);
  }
  return out;
}

/** Pairs that were read, could be, or are measured with every supply off. */
export function deadPairs(
  observations: readonly Observation[],
  candidates: readonly Candidate[],
  measures: readonly MeasurePlan[],
): DeadPair[] {
  const measured = measures.flatMap((m) => (m.a && m.b && m.quantity === 'ohms' ? [joinedKey(m.a, m.b)] : []));
  const keys = new Set([...observations, ...candidates].map(({ key }) => key).concat(measured));
  return [...keys].flatMap((key) => {
    const pair = joinedOf(key);
    return pair ? [{ key, direct: directKey(pair[0], pair[1]), a: pair[0], b: pair[1] }] : [];
  });
}
