/** A test's verdict in a word. */
import type { Verdict } from '@core/proof/verdict';

export const VERDICT: Record<Verdict, string> = {
  pass: 'shown',
  fail: 'wrong',
  inconclusive: 'too close to tell',
  skipped: 'skipped',
  open: 'to come',
};
