/** Proving mains dead: prove the tester, test every pair where the work is, prove it again. */
import { type Point, pointParts } from '../circuit/point';
import { type Finding, finding } from '../findings/finding';
import { pairKey } from '../job/points';
import { type ReadingEntry, readingsInTime } from '../job/readings';
import type { Job, Reading } from '../job/schema';
import { deadSeries, PROVE_AFTER, PROVE_BEFORE, poweredAgain } from '../safe/dead';

export interface ProveStep {
  id: string;
  what: string;
  low: number;
  high: number;
  measure: string;
  a?: Point;
  b?: Point;
}

const DEAD_VOLTS = 5;
/** Two points that must be dead to each other. */
export interface DeadPair {
  a: Point;
  b: Point;
  what: string;
}

const PAIRS: readonly DeadPair[] = (
  [
    ['L', 'N'],
    ['L', 'E'],
    ['N', 'E'],
  ] as const
).map(([a, b]) => ({ a: `box.${a}`, b: `box.${b}`, what: `${a} to ${b} where you work` }));

/** @param low volts of a known live source at least: 200 on a 230 V supply, 100 where 120 V is usual */
export const proveSteps = (low: number, pairs: readonly DeadPair[] = PAIRS): readonly ProveStep[] => [
  { id: PROVE_BEFORE, measure: PROVE_BEFORE, what: 'Tester on a known live source', low, high: 300 },
  ...pairs.map(({ a, b, what }) => ({
    id: pairs === PAIRS ? `dead-${pointParts(a).id}-${pointParts(b).id}` : `dead-${a}-${b}`,
    measure: 'dead',
    what,
    low: 0,
    high: DEAD_VOLTS,
    a,
    b,
  })),
  { id: PROVE_AFTER, measure: PROVE_AFTER, what: 'Tester on the known live source again', low, high: 300 },
];

export interface MainsSafe {
  proved: boolean;
  steps: readonly ProveStep[];
  /** Latest reading of each step. */
  readings: (Reading | null)[];
  findings: Finding[];
}

/** "the highest of the three" in one reading without points stands for all pairs. */
const ALL = pairKey(undefined, undefined);

/**
 * @param touched something is there to be touched: not proved is then a blocker, and a caution once it was powered
 */
export function checkMainsSafe(
  job: Pick<Job, 'readings' | 'powerUp'>,
  liveAtLeast = 200,
  touched = true,
  pairs?: readonly DeadPair[],
): MainsSafe {
  const steps = proveSteps(liveAtLeast, pairs);
  const findings: Finding[] = [];
  const series = deadSeries(job, { deadVolts: DEAD_VOLTS, proofAtLeast: liveAtLeast, liveIsProof: false });
  const key = (r: ReadingEntry): string => pairKey(r.a, r.b);
  const whole = series.readings.filter((r) => key(r) === ALL).at(-1) ?? null;
  const ofPair = (s: ProveStep): ReadingEntry | null =>
    series.readings.filter((r) => key(r) === pairKey(s.a, s.b)).at(-1) ?? whole;
  const proofReadings = readingsInTime(job, (r) => r.measure === PROVE_BEFORE || r.measure === PROVE_AFTER);
  const readings = steps.map((s) =>
    s.measure === 'dead' ? ofPair(s) : (proofReadings.filter((r) => r.measure === s.measure).at(-1) ?? null),
  );
  const good = steps.map((s, i) => {
    const r = readings[i];
    return r !== null && r !== undefined && Math.abs(r.value) <= s.high && Math.abs(r.value) >= s.low;
  });
  const tests = readings.slice(1, -1);
  const [before, after] = [readings[0], readings.at(-1)];
  const order =
    before != null && after != null && tests.every((d) => d != null && before.at <= d.at && d.at <= after.at);
  const live = series.unanswered.at(-1);
  const answered = series.readings.length > 0 && live === undefined;
  if (live)
    findings.push(
      finding('mains.still-live', { volts: live.value }, ['supply'], `read ${live.at.slice(11, 16)}, not yet answered`),
    );
  const proved = good.every(Boolean) && order && answered;
  if (!proved && !live) {
    const missing = steps.filter((_, i) => !good[i]).map((s) => s.what);
    const evidence = order || missing.length > 0 ? 'a reading is missing' : 'not in the order prove, test, prove';
    if (poweredAgain(job)) findings.push(finding('mains.was-not-proved', { missing }, ['supply'], evidence));
    else if (touched) findings.push(finding('mains.not-proved', { missing }, ['supply'], evidence));
  }
  return { proved, steps, readings, findings };
}
