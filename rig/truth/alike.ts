/** Whether two hypotheses differ in anything that was read. */
import type { Predicted } from '../../src/core/evidence/hypothesis';
import type { Ranked, Ranking } from '../../src/core/evidence/ranked';

/** Two predictions that no meter of the trade tells apart. @param scale of the second, beside the first */
export function sameReading(p: Predicted | undefined, q: Predicted | undefined, scale = 1): boolean {
  if (p === undefined || q === undefined) return p === q;
  const other = q.value / scale;
  return Math.abs(p.value - other) <= Math.max(0.5, 0.03 * Math.abs(p.value), 2 * (p.sigma ?? 0));
}

/** Volts from here tell what a supply gives. */
const TELLING_VOLTS = 10;
/** What a supply gives nobody knows: two hypotheses that differ in that alone are one. */
const SUPPLY_SPREAD = 0.08;

/** How much more the supply gives under one hypothesis than under another: the middle of their figures. */
function supplyBetween(pairs: readonly (readonly [Predicted | undefined, Predicted | undefined])[]): number {
  const ratios = pairs
    .flatMap(([p, q]) => (p && q && p.value > TELLING_VOLTS && q.value > TELLING_VOLTS ? [q.value / p.value] : []))
    .sort((a, b) => a - b);
  const middle = ratios[Math.floor(ratios.length / 2)] ?? 1;
  return Math.abs(middle - 1) < SUPPLY_SPREAD ? middle : 1;
}

/** @param observed keys of what was read, seen or said */
export function alike(ranking: Ranking, a: string, b: string, observed: readonly string[]): boolean {
  const of = (id: string) => ranking.ranked.find((r) => r.hypothesis.id === id)?.hypothesis.predicts;
  const [x, y] = [of(a), of(b)];
  if (x === undefined || y === undefined) return false;
  const pairs = observed.map((key) => [x.get(key), y.get(key)] as const);
  const scale = supplyBetween(pairs);
  return pairs.every(([p, q]) => sameReading(p, q, scale));
}

/** Of so many figures one may be beyond three deviations by chance; nothing may have been seen otherwise. */
const BY_CHANCE = 1;

/** A hypothesis that explains everything that was read: whatever it is called, no reading tells it from the truth. */
export const explainsAll = (r: Ranked | undefined): boolean =>
  r !== undefined && !r.rejected && r.misses === 0 && r.against.length <= BY_CHANCE;
