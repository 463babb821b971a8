/** Whether two hypotheses differ in anything that was read. */
import type { Predicted } from '../../src/core/evidence/hypothesis';
import type { Ranked, Ranking } from '../../src/core/evidence/ranked';

/** Two predictions that no meter of the trade tells apart. */
export function sameReading(p: Predicted | undefined, q: Predicted | undefined): boolean {
  if (p === undefined || q === undefined) return p === q;
  return Math.abs(p.value - q.value) <= Math.max(0.5, 0.03 * Math.abs(p.value), 2 * (p.sigma ?? 0));
}

/** @param observed keys of what was read, seen or said */
export function alike(ranking: Ranking, a: string, b: string, observed: readonly string[]): boolean {
  const of = (id: string) => ranking.ranked.find((r) => r.hypothesis.id === id)?.hypothesis.predicts;
  const [x, y] = [of(a), of(b)];
  return x !== undefined && y !== undefined && observed.every((key) => sameReading(x.get(key), y.get(key)));
}

/** Of so many figures one may be beyond three deviations by chance; nothing may have been seen otherwise. */
const BY_CHANCE = 1;

/** A hypothesis that explains everything that was read: whatever it is called, no reading tells it from the truth. */
export const explainsAll = (r: Ranked | undefined): boolean =>
  r !== undefined && !r.rejected && r.misses === 0 && r.against.length <= BY_CHANCE;
