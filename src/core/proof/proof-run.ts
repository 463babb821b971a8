/** The shape of a proof run, the same for every family: tests, their measures, readings and verdicts. */
import type { Point } from '../circuit/point';
import { type ReadingEntry, standingReadings } from '../job/readings';
import type { Job, Quantity, Reading } from '../job/schema';
import { OPEN_CIRCUIT_OHMS } from '../units/figure';
import { fixed, ohms, temperature } from '../units/units';
import { type Told, toldText } from './told';
import { type Band, combine, judge, type Verdict } from './verdict';

export interface MeasurePlan {
  id: string;
  what: string;
  quantity: Quantity;
  a?: Point;
  b?: Point;
  /** Electrical state it is taken in. */
  state: string;
  predicted: Band;
  /** Resolution of the instrument at this value. */
  tolerance: number;
  /** Where the figure comes from. */
  source: string;
  /** Before so many seconds in the state a wrong answer says nothing: rest, ignition, valve travel. */
  notBeforeSeconds?: number;
  /** A bare yes or no: weaker evidence than a number. */
  seen?: { yes: string; no: string };
  /** What a no can say more. */
  told?: Told;
  /** What a machine compares to answer a yes or no. */
  check?:
    | { kind: 'runs'; exactly: readonly string[] }
    | { kind: 'detected'; exactly: readonly string[] }
    | { kind: 'stopped'; none: readonly string[] }
    | { kind: 'next-event'; events: readonly { minute: number; celsius: number }[] };
  optional?: boolean;
}

export interface TestPlan {
  id: string;
  title: string;
  /** Electrical state the test puts the system in. */
  state: string;
  set: string;
  must: string;
  why: string;
  place: 'wall' | 'board' | 'nobody';
  /** Seconds at the place, and seconds to wait before the readings are worth taking. */
  seconds: number;
  wait: { seconds: number; label: string } | null;
  caution?: string;
  measures: MeasurePlan[];
  /** How a machine does it, where the family leaves that to the common runner. */
  machine?: readonly MachineStep[];
}

/** One thing a machine does or reads at a simulated appliance. */
export type MachineStep =
  | { act: Readonly<Record<string, string | number | boolean>> }
  | { supply: boolean }
  | { wait: number }
  /** Keeps what is shown, to read a rise from. */
  | { mark: string }
  /** `words`: what is shown beside it, where a no says more. */
  | { take: string; from: 'volts' | 'ohms' | { shows: string } | { risen: string }; words?: string };

export interface MeasureResult extends MeasurePlan {
  readings: (Reading & { id: string })[];
  verdict: Verdict;
}

export interface TestResult extends Omit<TestPlan, 'measures'> {
  measures: MeasureResult[];
  verdict: Verdict;
  skipReason: string | null;
}

export interface ProofRun {
  tests: TestResult[];
  passed: number;
  failed: number;
  open: number;
  skipped: number;
  inconclusive: number;
  verdict: Verdict;
  /** Messages of blockers that stand: nothing is proved beside them. */
  heldBy: string[];
  /** Expected minutes with waits overlapped where the order allows. */
  minutes: number;
}

/** Readings of one measure in order of time, struck ones left out. */
export const readingsFor = (job: Job, test: string, measure: string): ReadingEntry[] =>
  standingReadings(job, (r) => r.test === test && r.measure === measure);

/**
 * Taken while the equipment rightly does something else (restart delay, defrost, run-on), or before it could
 * have answered: it says nothing against the measure.
 */
const tooEarly = (plan: MeasurePlan, r: Reading): boolean =>
  r.during !== undefined ||
  (r.waitedSeconds !== undefined && plan.notBeforeSeconds !== undefined && r.waitedSeconds < plan.notBeforeSeconds);

function judgeMeasure(plan: MeasurePlan, readings: (Reading & { id: string })[]): Verdict {
  const telling = readings.filter(
    (r) => judge(r.value, plan.predicted, plan.tolerance) === 'pass' || !tooEarly(plan, r),
  );
  const last = telling[telling.length - 1];
  if (!last) return plan.optional ? 'pass' : 'open';
  return judge(last.value, plan.predicted, plan.tolerance);
}

/** @param blockers messages of what stands in the way elsewhere in the job */
export function runProof(job: Job, plans: readonly TestPlan[], blockers: readonly string[] = []): ProofRun {
  const tests: TestResult[] = plans.map((plan) => {
    const measures = plan.measures.map((m): MeasureResult => {
      const readings = readingsFor(job, plan.id, m.id);
      return { ...m, readings, verdict: judgeMeasure(m, readings) };
    });
    const skipReason = job.proof.skipped[plan.id] ?? null;
    const touched = measures.some((m) => m.readings.length > 0);
    const judged = combine(measures.filter((m) => !m.optional || m.readings.length > 0).map((m) => m.verdict));
    const verdict: Verdict =
      skipReason !== null && judged !== 'fail' ? 'skipped' : touched || measures.length > 0 ? judged : 'open';
    return { ...plan, measures, verdict, skipReason };
  });
  const count = (v: Verdict): number => tests.filter((t) => t.verdict === v).length;
  const open = count('open');
  const failed = count('fail');
  const inconclusive = count('inconclusive');
  return {
    tests,
    passed: count('pass'),
    failed,
    open,
    skipped: count('skipped'),
    inconclusive,
    verdict:
      failed > 0
        ? 'fail'
        : tests.length === 0 || open > 0 || blockers.length > 0
          ? 'open'
          : inconclusive > 0
            ? 'inconclusive'
            : 'pass',
    heldBy: [...new Set(blockers)],
    minutes: Math.ceil(lanes(tests).end / 60),
  };
}

export interface Lane {
  test: string;
  place: TestPlan['place'];
  start: number;
  end: number;
  waiting: boolean;
}

/** Tests one after another as one person does them; the wait before a test is a lane of its own. */
export function lanes(tests: readonly Pick<TestPlan, 'id' | 'place' | 'seconds' | 'wait'>[]): {
  lanes: Lane[];
  end: number;
} {
  let at = 0;
  const out: Lane[] = [];
  for (const t of tests) {
    if (t.wait) {
      out.push({ test: t.id, place: 'nobody', start: at, end: at + t.wait.seconds, waiting: true });
      at += t.wait.seconds;
    }
    out.push({ test: t.id, place: t.place, start: at, end: at + t.seconds, waiting: false });
    at += t.seconds;
  }
  return { lanes: out, end: at };
}

/** A measured or predicted value with its unit, for people. */
export function valueText(
  quantity: Quantity,
  value: number,
  units: 'si' | 'us' = 'si',
  seen?: MeasurePlan['seen'],
): string {
  switch (quantity) {
    case 'volts-ac':
      return `${fixed(value, 1)} V`;
    case 'volts-dc':
      return Math.abs(value) >= 1.5 ? `${fixed(value, 1)} V` : `${fixed(value * 1000, 0)} mV`;
    case 'ohms':
      return value >= 1e4 ? ohms(value) : `${fixed(value, 1)} Ω`;
    case 'amps':
      return `${fixed(value, 2)} A`;
    case 'celsius':
      return temperature(value, units);
    case 'kelvin':
      return units === 'us' ? `${fixed((value * 9) / 5, 1)} °F` : `${fixed(value, 1)} K`;
    case 'seconds':
      return `${fixed(value, 0)} s`;
    case 'minutes':
      return `${fixed(value, 0)} min`;
    case 'watts':
      return `${fixed(value, 0)} W`;
    case 'said':
      return 'said';
    case 'seen':
      return value >= 0.5 ? (seen?.yes ?? 'yes') : (seen?.no ?? 'no');
  }
}

/** A reading of a measure for people: a no that says which says it here. */
export function readText(
  m: Pick<MeasurePlan, 'quantity' | 'seen' | 'told'>,
  r: Pick<Reading, 'value' | 'words'>,
  units: 'si' | 'us' = 'si',
): string {
  return m.told && r.words !== undefined && r.value < 0.5
    ? toldText(r.words, m.told)
    : valueText(m.quantity, r.value, units, m.seen);
}

/** A predicted band for people. */
export function bandText(m: Pick<MeasurePlan, 'quantity' | 'predicted' | 'seen'>, units: 'si' | 'us' = 'si'): string {
  if (m.quantity === 'seen') return valueText('seen', m.predicted.low, units, m.seen);
  const { low, high } = m.predicted;
  if (m.quantity === 'ohms' && high >= OPEN_CIRCUIT_OHMS) return `at least ${valueText('ohms', low, units)}`;
  const one = (v: number): string => valueText(m.quantity, v, units);
  return `${one(low).replace(/ [^ ]+$/, '')} to ${one(high)}`;
}
