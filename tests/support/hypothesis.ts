/** A fault that says of some observations what they would be. */
import type { Hypothesis } from '../../src/core/evidence/hypothesis';

export const hypothesis = (id: string, prior: number, predicts: Record<string, number> = {}): Hypothesis => ({
  id,
  name: id,
  look: '',
  fix: '',
  prior,
  about: [],
  predicts: new Map(Object.entries(predicts).map(([k, value]) => [k, { value }])),
});
