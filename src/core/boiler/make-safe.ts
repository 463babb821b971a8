/** Proving mains dead: prove the tester, test, prove it again. Three readings, in that order. */
import { type Finding, finding } from '../findings/finding';
import type { Job, Reading } from '../job/schema';

export const PROVE_STEPS = [
  { id: 'prove-before', what: 'Tester on a known live source', low: 200, high: 260 },
  { id: 'dead', what: 'L to N, L to E and N to E at the spur: the highest of the three', low: 0, high: 5 },
  { id: 'prove-after', what: 'Tester on the known live source again', low: 200, high: 260 },
] as const;

export interface MainsSafe {
  proved: boolean;
  /** Latest reading of each step. */
  readings: (Reading | null)[];
  findings: Finding[];
}

export function checkMainsSafe(job: Job): MainsSafe {
  const findings: Finding[] = [];
  const entries = Object.values(job.readings)
    .filter((r) => !r.struck && r.stop === 'make-safe' && r.quantity === 'volts-ac')
    .sort((a, b) => a.at.localeCompare(b.at));
  const readings = PROVE_STEPS.map((s) => entries.filter((r) => r.measure === s.id).at(-1) ?? null);
  const good = PROVE_STEPS.map((s, i) => {
    const r = readings[i];
    return r !== null && r !== undefined && r.value >= s.low && r.value <= s.high;
  });
  const [before, dead, after] = readings;
  const order = before && dead && after ? before.at <= dead.at && dead.at <= after.at : false;
  if (dead && dead.value > 5)
    findings.push(finding('boiler.still-live', { volts: dead.value }, ['supply'], 'tested at the spur'));
  const proved = good.every(Boolean) && order;
  if (!proved && !(dead && dead.value > 5))
    findings.push(
      finding(
        'boiler.not-proved',
        { missing: PROVE_STEPS.filter((_, i) => !good[i]).map((s) => s.what.toLowerCase()) },
        ['supply'],
        order || !good.every(Boolean) ? 'a reading is missing' : 'not in the order prove, test, prove',
      ),
    );
  return { proved, readings, findings };
}
