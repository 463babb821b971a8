/** Proving mains dead: prove the tester, test, prove it again. Three readings, in that order. */
import { type Finding, finding } from '../findings/finding';
import type { Job, Reading } from '../job/schema';

export interface ProveStep {
  id: string;
  what: string;
  low: number;
  high: number;
}

/** @param low volts of a known live source at least: 200 on a 230 V supply, 100 where 120 V is usual */
export const proveSteps = (low: number): readonly ProveStep[] => [
  { id: 'prove-before', what: 'Tester on a known live source', low, high: 260 },
  { id: 'dead', what: 'L to N, L to E and N to E where you work: the highest of the three', low: 0, high: 5 },
  { id: 'prove-after', what: 'Tester on the known live source again', low, high: 260 },
];

export interface MainsSafe {
  proved: boolean;
  steps: readonly ProveStep[];
  /** Latest reading of each step. */
  readings: (Reading | null)[];
  findings: Finding[];
}

export function checkMainsSafe(job: Job, liveAtLeast = 200): MainsSafe {
  const steps = proveSteps(liveAtLeast);
  const findings: Finding[] = [];
  const entries = Object.values(job.readings)
    .filter((r) => !r.struck && r.stop === 'make-safe' && r.quantity === 'volts-ac')
    .sort((a, b) => a.at.localeCompare(b.at));
  const readings = steps.map((s) => entries.filter((r) => r.measure === s.id).at(-1) ?? null);
  const good = steps.map((s, i) => {
    const r = readings[i];
    return r !== null && r !== undefined && r.value >= s.low && r.value <= s.high;
  });
  const [before, dead, after] = readings;
  const order = before && dead && after ? before.at <= dead.at && dead.at <= after.at : false;
  if (dead && dead.value > 5)
    findings.push(finding('mains.still-live', { volts: dead.value }, ['supply'], 'tested where the work is'));
  const proved = good.every(Boolean) && order;
  if (!proved && !(dead && dead.value > 5))
    findings.push(
      finding(
        'mains.not-proved',
        { missing: steps.filter((_, i) => !good[i]).map((s) => s.what.toLowerCase()) },
        ['supply'],
        order || !good.every(Boolean) ? 'a reading is missing' : 'not in the order prove, test, prove',
      ),
    );
  return { proved, steps, readings, findings };
}
