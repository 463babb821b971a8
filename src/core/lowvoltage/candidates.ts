/**
 * The systems a survey could be, side by side: every letter with two readings is taken both ways,
 * each way as a circuit of its own with the old thermostat, and the readings taken before the
 * change decide. A reading drops the candidates that could not have given it; one that all would
 * give proves nothing. What is left undecided ends in "measure this first".
 */

import { type Point, pointLabel, pointParts } from '../circuit/point';
import { meterReading } from '../circuit/solve';
import { isOfOld, readingsInTime } from '../job/readings';
import type { LowVoltageJob, Reading } from '../job/schema';
import type { Signs } from '../job/survey-schema';
import { judge } from '../proof/verdict';
import { readCores, threeWiresOnly } from './cores';
import { installedAsFound } from './equipment';
import type { StatePrediction } from './predict';
import { band, METER_DEFAULT, meterTolerance, predictedVolts, predictor, predictState, SOURCE_SPREAD } from './predict';
import { type CallState, callStates } from './states';
import { isHeatPump, type LowVoltageSystem, readSystem } from './system';

export interface Candidate {
  id: string;
  /** What its letters are then. */
  letters: Letters;
  /** In a few words: "B is the common". */
  name: string;
  system: LowVoltageSystem;
  predictions: StatePrediction[];
  /** Readings it could not have given. */
  contradictedBy: { reading: string; text: string; predicted: string }[];
  stands: boolean;
}

export interface NextMeasurement {
  state: string;
  stateName: string;
  a: Point;
  b: Point;
  /** What each standing candidate would read. */
  reads: { candidate: string; volts: number }[];
}

export interface Candidates {
  list: Candidate[];
  /** Readings that would be the same under every candidate. */
  provesNothing: { reading: string; text: string }[];
  /** Settled by readings: what the one that stands means for the open questions. */
  settled: Letters;
  measureFirst: NextMeasurement | null;
}

/** Letters of more than one meaning, as somebody might have seen them. */
export type Letters = Pick<Signs, 'letterB' | 'letterX' | 'letterY'>;

interface Way {
  code: string;
  value: string;
  is: Letters;
  name: string;
}

const withLetters = (job: LowVoltageJob, letters: Letters): LowVoltageJob => ({
  ...job,
  survey: { ...job.survey, seen: { ...job.survey.seen, ...letters } },
});

/** Letters of this survey that can be read in two ways and have not been settled by an answer. */
function ambiguities(job: LowVoltageJob): Way[][] {
  const cores = readCores(job);
  const { equipment, seen } = job.survey;
  const on = (label: string): boolean => cores.some((c) => c.wall === label || c.board === label);
  const ways: Way[][] = [];
  const hasOther = cores.some((c) => c.role === 'valve-cool') || !cores.some((c) => c.role === 'common');
  if (on('B') && seen.letterB === undefined && hasOther)
    ways.push([
      { code: 'b-common', value: 'valve', is: { letterB: 'valve' }, name: 'B is the reversing valve' },
      { code: 'b-common', value: 'common', is: { letterB: 'common' }, name: 'B is the common' },
    ]);
  const known = equipment.kind === 'zone-valve' || seen.zoneValves === true || equipment.outdoorUnit !== undefined;
  if (threeWiresOnly(job) && seen.letterY === undefined && !known)
    ways.push([
      { code: 'three-wire', value: 'cooling', is: { letterY: 'cooling' }, name: 'Y is cooling' },
      { code: 'three-wire', value: 'closes', is: { letterY: 'closes' }, name: 'Y closes a zone valve' },
    ]);
  if (on('X') && seen.letterX === undefined)
    ways.push([
      { code: 'x-terminal', value: 'common', is: { letterX: 'common' }, name: 'X is the common' },
      { code: 'x-terminal', value: 'aux', is: { letterX: 'aux' }, name: 'X is auxiliary heat' },
      { code: 'x-terminal', value: 'fault', is: { letterX: 'fault' }, name: 'X is a fault lamp' },
    ]);
  return ways;
}

const combine = (ways: readonly Way[][]): Way[][] =>
  ways.reduce<Way[][]>((all, options) => all.flatMap((c) => options.map((w) => [...c, w])), [[]]);

/** Readings of the old installation: taken before power-up, between two points, volts AC. */
const foundReadings = (job: LowVoltageJob): [string, Reading][] =>
  readingsInTime(
    job,
    (r) => r.quantity === 'volts-ac' && !!r.a && !!r.b && r.state !== undefined && isOfOld(r) && r.during === undefined,
  ).map((r) => [r.id, r]);

const textOf = (r: Reading): string =>
  `${pointLabel(r.a ?? '')} to ${pointLabel(r.b ?? '')} ${r.value.toFixed(1)} V in ${r.state ?? ''}`;

function predictionsOf(job: LowVoltageJob, system: LowVoltageSystem): StatePrediction[] {
  if (system.kind === null) return [];
  const p = predictor(installedAsFound(job, system));
  const states: CallState[] = callStates(system, isHeatPump(system));
  return states.map((s) => predictState(p, s));
}

const DEAD_READING = 2;

/** The same reading of this candidate with one of the two points' conductors broken or loose at either end. */
function anOpenCoreExplains(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  r: Pick<Reading, 'a' | 'b' | 'state' | 'value' | 'meterOhms'>,
): boolean {
  const { a, b } = r;
  const state = callStates(system, isHeatPump(system)).find((s) => s.id === r.state);
  if (a === undefined || b === undefined || !state) return false;
  const installed = installedAsFound(job, system);
  const touched = installed.conductors.filter((c) =>
    [a, b].some((p) => p === `wall.${c.wall ?? ''}` || p === `board.${c.board ?? ''}`),
  );
  return touched.some((c) =>
    (['wall', 'board'] as const).some((open) => {
      const broken = {
        ...installed,
        conductors: installed.conductors.map((x) => (x.id === c.id ? { ...x, open } : x)),
      };
      const value = predictedVolts(predictState(predictor(broken), state), a, b, r.meterOhms ?? METER_DEFAULT);
      return value !== null && judge(r.value, band(value, SOURCE_SPREAD), meterTolerance(value)) !== 'fail';
    }),
  );
}

/** Differences under this many volts would not be told apart by a hand meter. */
const TELLING_VOLTS = 4;

function nextMeasurement(job: LowVoltageJob, standing: readonly Candidate[]): NextMeasurement | null {
  const [first] = standing;
  if (!first || standing.length < 2) return null;
  const options: { gain: number; next: NextMeasurement }[] = [];
  // Nothing calling is the state anybody can make; the others need the old thermostat's help.
  const cost = (state: string, a: string, b: string): number =>
    (state === 'idle' ? 0 : 1) + (pointParts(a).part === pointParts(b).part ? 0 : 3);
  for (const prediction of first.predictions) {
    if (prediction.state === 'off') continue;
    const others = standing.flatMap((c) => {
      const p = c.predictions.find((x) => x.state === prediction.state);
      return p ? [{ id: c.id, probes: p.probes, at: new Map(p.points.map((point, i) => [point, i])) }] : [];
    });
    if (others.length < standing.length) continue;
    // Every pair of every state comes by here: what no meter can tell apart is left without a list made of it.
    const volts = new Float64Array(others.length);
    for (const a of prediction.points)
      for (const b of prediction.points) {
        if (a >= b) continue;
        let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
        for (let c = 0; c < others.length; c++) {
          const { probes, at } = others[c] as (typeof others)[number];
          const pair = probes.at(at.get(a) ?? -1, at.get(b) ?? -1);
          // NaN, where a candidate lacks the point, is neither low nor high.
          const v = pair ? meterReading(pair, METER_DEFAULT) : Number.NaN;
          volts[c] = v;
          low = Math.min(low, v);
          high = Math.max(high, v);
        }
        if (!(high - low > TELLING_VOLTS)) continue;
        const sorted = [...volts].sort((x, y) => x - y);
        // How many groups a meter could tell apart.
        const groups = 1 + sorted.filter((v, i) => i > 0 && v - (sorted[i - 1] ?? 0) > TELLING_VOLTS).length;
        if (groups > 1)
          options.push({
            gain: groups * 10 - cost(prediction.state, a, b),
            next: {
              state: prediction.state,
              stateName: prediction.name,
              a,
              b,
              reads: others.map((o, i) => ({ candidate: o.id, volts: volts[i] as number })),
            },
          });
      }
  }
  options.sort((x, y) => y.gain - x.gain);
  // A dead answer must not be one that an open core would give under a candidate that reads live here.
  const conclusive = options.slice(0, TRIED).find(({ next }) => {
    const dead = next.reads.find((r) => r.volts <= DEAD_READING);
    if (!dead) return true;
    return standing.every((c) => {
      const live = next.reads.some((r) => r.candidate === c.id && r.volts > DEAD_READING);
      const reading = { a: next.a, b: next.b, state: next.state, value: dead.volts, quantity: 'volts-ac' } as const;
      return !live || !anOpenCoreExplains(withLetters(job, c.letters), c.system, reading);
    });
  });
  return (conclusive ?? options[0])?.next ?? null;
}

/** So many of the best measurements are looked at for one that an open core cannot imitate. */
const TRIED = 12;

/** What the letters could mean, each solved and held against the readings; the measurement that tells them apart. */
export function candidateSystems(job: LowVoltageJob): Candidates {
  const ways = ambiguities(job);
  const empty: Candidates = { list: [], provesNothing: [], settled: {}, measureFirst: null };
  if (ways.length === 0) return empty;
  const readings = foundReadings(job);
  const doubted = new Set<string>();
  const list = combine(ways).map((combination): Candidate => {
    const letters: Letters = Object.assign({}, ...combination.map((w) => w.is));
    const as = withLetters(job, letters);
    const system = readSystem(as);
    const predictions = predictionsOf(as, system);
    const contradictedBy = readings.flatMap(([id, r]) => {
      const prediction = predictions.find((p) => p.state === r.state);
      const value =
        prediction && r.a && r.b ? predictedVolts(prediction, r.a, r.b, r.meterOhms ?? METER_DEFAULT) : null;
      if (value === null) return [];
      const range = band(value, SOURCE_SPREAD);
      if (judge(r.value, range, meterTolerance(value)) !== 'fail') return [];
      // A dead reading that one open core explains as well contradicts nothing: it could not have said otherwise.
      if (r.value <= DEAD_READING && anOpenCoreExplains(as, system, r)) {
        doubted.add(id);
        return [];
      }
      return [{ reading: id, text: textOf(r), predicted: `${range.low.toFixed(0)} to ${range.high.toFixed(0)} V` }];
    });
    return {
      id: combination.map((w) => `${w.code}=${w.value}`).join('&'),
      letters,
      name: combination.map((w) => w.name).join(', '),
      system,
      predictions,
      contradictedBy,
      stands: contradictedBy.length === 0,
    };
  });
  const standing = list.filter((c) => c.stands);
  const [only] = standing;
  const provesNothing = readings.flatMap(([id, r]) => {
    const against = list.filter((c) => c.contradictedBy.some((x) => x.reading === id)).length;
    if (against > 0) return [];
    const why = doubted.has(id) ? ': one open core would read dead as well' : '';
    return [{ reading: id, text: `${textOf(r)}${why}` }];
  });
  return {
    list,
    provesNothing,
    settled: only && standing.length === 1 ? only.letters : {},
    measureFirst: nextMeasurement(job, standing),
  };
}

/** The job with the letters that its own readings settle. */
export const withSettled = (job: LowVoltageJob, candidates: Candidates): LowVoltageJob =>
  Object.keys(candidates.settled).length === 0 ? job : withLetters(job, candidates.settled);
