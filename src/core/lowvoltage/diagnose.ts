/** Explains readings that do not fit: predicts every observation under each fault and ranks them. */

import { screwWords } from '../circuit/point';
import { type Coverage, coverageOf } from '../diagnosis/coverage';
import { type Candidate, type Hypothesis, type Observation, type Ranking, rank } from '../diagnosis/rank';
import { readingsInTime } from '../job/readings';
import type { LowVoltageJob, Reading } from '../job/schema';
import type { MeasurePlan } from '../proof/proof-run';
import { judge } from '../proof/verdict';
import { terminalInfo } from '../survey/terminals.data';
import type { LowVoltageDerived } from './family';
import { type Fault, singleFaults } from './faults';
import type { Installed } from './installed';
import {
  METER_DEFAULT,
  meterTolerance,
  predictedVolts,
  predictor,
  predictState,
  type StatePrediction,
} from './predict';
import type { CallState } from './states';

const keyOf = (state: string, a: string, b: string): string => `${state}|${[a, b].sort().join('|')}`;
const DISPLAY_KEY = 'display';
/** Which way the heat goes in a state: 1 into the indoor air, 0 out of it. */
const directionKey = (state: string): string => `direction|${state}`;

function direction(installed: Installed, running: readonly string[]): number | null {
  if (running.some((r) => r.startsWith('burner') || r.startsWith('heater'))) return 1;
  if (!running.includes('compressor')) return null;
  if (!installed.valveMarking) return 0;
  return running.includes('reversing valve') === (installed.valveMarking === 'B') ? 1 : 0;
}

const runsKey = (state: string): string => `runs|${state}`;

/** Readings taken since power-up that the circuit can predict. */
function observe(job: LowVoltageJob): Observation[] {
  const observations: Observation[] = [];
  const latest = new Map<string, [string, Reading]>();
  for (const r of readingsInTime(job)) {
    const entry: [string, Reading] = [r.id, r];
    if (r.stop === 'make-safe' || r.state === undefined || r.during !== undefined) continue;
    if (r.quantity === 'volts-ac' && r.a && r.b) latest.set(keyOf(r.state, r.a, r.b), entry);
    if (r.quantity === 'seen' && r.measure === 'runs') latest.set(runsKey(r.state), entry);
    // Under 2 K either way the air does not yet say.
    if (r.quantity === 'kelvin' && Math.abs(r.value) >= 2) latest.set(directionKey(r.state), entry);
  }
  for (const [key, [id, r]] of latest) {
    const volts = r.quantity === 'volts-ac';
    const air = r.quantity === 'kelvin';
    const warms = (r.measure === 'split') === r.value < 0;
    observations.push({
      id,
      key,
      value: air ? (warms ? 1 : 0) : r.value,
      sigma: volts ? Math.max(0.6, meterTolerance(r.value) + 0.03 * r.value) : null,
      text: volts
        ? `${screwWords(r.a ?? '')} to ${screwWords(r.b ?? '')} ${r.value.toFixed(1)} V in ${r.state}`
        : air
          ? `${r.state}: the supply air gets ${warms ? 'warmer' : 'colder'}`
          : `${r.state}: ${r.value >= 0.5 ? 'the right things ran' : 'not the right things ran'}`,
    });
  }
  if (job.powerUp.display) {
    observations.push({
      id: 'display',
      key: DISPLAY_KEY,
      value: job.powerUp.display === 'lit' ? 1 : 0,
      sigma: null,
      text: `the display is ${job.powerUp.display}`,
    });
  }
  return observations;
}

/** States worth solving: idle, and those observed. */
function observedStates(states: readonly CallState[], observations: readonly Observation[]): CallState[] {
  const named = new Set(
    observations.map((o) =>
      /^(runs|direction)\|/.test(o.key) ? (o.key.split('|')[1] ?? '') : (o.key.split('|')[0] ?? ''),
    ),
  );
  return states.filter((s) => !s.dead && (s.id === 'idle' || named.has(s.id)));
}

function predictUnder(
  fault: Fault | null,
  planned: Installed,
  healthy: ReadonlyMap<string, StatePrediction>,
  states: readonly CallState[],
): Map<string, number> {
  const predicts = new Map<string, number>();
  const p = predictor(fault ? fault.apply(planned) : planned);
  const idle = states.find((s) => s.id === 'idle');
  // A thermostat without power calls nothing, whatever it was asked.
  const dark = planned.device !== null && idle !== undefined && !predictState(p, idle).running.includes('display');
  for (const state of states) {
    const prediction = predictState(p, dark ? { ...state, calls: [], accessories: [] } : state);
    for (let i = 0; i < prediction.points.length; i++) {
      for (let j = i + 1; j < prediction.points.length; j++) {
        const a = prediction.points[i] ?? '';
        const b = prediction.points[j] ?? '';
        predicts.set(keyOf(state.id, a, b), predictedVolts(prediction, a, b, METER_DEFAULT) ?? 0);
      }
    }
    const wanted = healthy.get(state.id)?.running ?? [];
    const same = wanted.length === prediction.running.length && wanted.every((r) => prediction.running.includes(r));
    predicts.set(runsKey(state.id), same ? 1 : 0);
    const way = direction(p.installed, prediction.running);
    if (way !== null) predicts.set(directionKey(state.id), way);
    if (state.id === 'idle') {
      predicts.set(DISPLAY_KEY, planned.device ? (prediction.running.includes('display') ? 1 : 0) : 1);
    }
  }
  return predicts;
}

function candidates(planned: Installed, states: readonly CallState[], observed: ReadonlySet<string>): Candidate[] {
  const out: Candidate[] = [];
  const hot = planned.wallScrews.find(
    (s) =>
      ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(s)?.role ?? '') &&
      planned.conductors.some((c) => c.wall === s),
  );
  const common = planned.wallScrews.find(
    (s) => terminalInfo(s)?.role === 'common' && planned.conductors.some((c) => c.wall === s),
  );
  const boardHot = planned.transformers[0]?.hot ?? 'R';
  const boardCommon = planned.transformers[0]?.common ?? 'C';
  const add = (state: CallState, a: string, b: string, minutes: number): void => {
    const key = keyOf(state.id, a, b);
    if (!observed.has(key)) out.push({ key, text: `${screwWords(a)} to ${screwWords(b)}, ${state.name}`, minutes });
  };
  for (const state of states) {
    if (hot && common) add(state, `wall.${hot}`, `wall.${common}`, 1);
    if (state.id === 'idle') add(state, `board.${boardHot}`, `board.${boardCommon}`, 2);
    for (const c of planned.conductors) {
      if (!c.wall || !c.board || c.wall === hot || c.wall === common) continue;
      if (hot) add(state, `wall.${hot}`, `wall.${c.wall}`, 1);
      add(state, `board.${c.board}`, `board.${boardCommon}`, 2);
    }
    // Across one conductor: a second lead to the board costs time.
    for (const c of planned.conductors) if (c.wall && c.board) add(state, `wall.${c.wall}`, `board.${c.board}`, 4);
  }
  return out;
}

/**
 * Ranking of single faults against what was read, or null when nothing has been read.
 * @param planned the circuit as it should be
 */
export function diagnose(
  job: LowVoltageJob,
  planned: Installed,
  states: readonly CallState[],
  healthy: ReadonlyMap<string, StatePrediction>,
): Ranking | null {
  const observations = observe(job);
  if (observations.length === 0) return null;
  const solved = observedStates(states, observations);
  const hypotheses: Hypothesis[] = [
    {
      id: 'as-planned',
      name: 'wired as planned',
      look: 'Measure again.',
      fix: 'Nothing to mend.',
      prior: 30,
      about: [],
      predicts: predictUnder(null, planned, healthy, solved),
    },
    ...singleFaults(planned).map((fault) => ({
      id: fault.id,
      name: fault.name,
      look: fault.look,
      fix: fault.fix,
      prior: fault.prior,
      about: fault.about,
      predicts: predictUnder(fault, planned, healthy, solved),
    })),
  ];
  return rank(hypotheses, observations, candidates(planned, solved, new Set(observations.map((o) => o.key))));
}

/** The ranking of a job with a plan; null while there is none to hold readings against. */
export const diagnosisOf = (
  job: LowVoltageJob,
  d: Pick<LowVoltageDerived, 'installed' | 'predictionsOf' | 'states' | 'predictions'>,
): Ranking | null =>
  d.installed && d.predictionsOf === 'plan'
    ? diagnose(job, d.installed, d.states, new Map(d.predictions.map((p) => [p.state, p])))
    : null;

/**
 * Which single faults of the plan the proof as written shows, leaves doubtful, or misses; null while there is no plan.
 * @param among the faults asked about; every single one without
 */
export function proofCoverage(
  job: LowVoltageJob,
  d: Pick<LowVoltageDerived, 'installed' | 'predictionsOf' | 'states' | 'predictions' | 'proof'>,
  among?: readonly Fault[],
): Coverage | null {
  const planned = d.installed;
  if (!planned || d.predictionsOf !== 'plan' || d.proof.tests.length === 0) return null;
  const states = d.states.filter((s) => !s.dead);
  const healthy = new Map(d.predictions.map((p) => [p.state, p]));
  const measures = d.proof.tests
    .filter((t) => job.proof.skipped[t.id] === undefined)
    .flatMap((t) => t.measures.filter((m) => !m.optional));
  return coverageOf(among ?? singleFaults(planned), (fault) => {
    const predicts = predictUnder(fault, planned, healthy, states);
    let doubtful = false;
    for (const m of measures) {
      // A supply that is off leaves nothing to read anywhere.
      const value = fault.supplyOff && m.quantity === 'volts-ac' ? 0 : readsUnder(m, predicts);
      if (value === undefined) continue;
      const verdict = judge(value, m.predicted, m.tolerance);
      if (verdict === 'fail') return 'reveals';
      doubtful ||= verdict === 'inconclusive';
    }
    return doubtful ? 'doubtful' : 'missed';
  });
}

/** What a measure of the proof would read under a fault; undefined where the circuit says nothing of it. */
function readsUnder(m: MeasurePlan, predicts: ReadonlyMap<string, number>): number | undefined {
  if (m.a && m.b) return m.quantity === 'volts-ac' ? predicts.get(keyOf(m.state, m.a, m.b)) : undefined;
  if (m.check?.kind === 'runs') return predicts.get(runsKey(m.state));
  // Warmed or cooled the wrong way is as far from its band as can be; the right way is inside it.
  if (m.quantity !== 'kelvin') return undefined;
  const way = predicts.get(directionKey(m.state));
  if (way === undefined) return undefined;
  const heats = m.state.startsWith('heat') || m.state.startsWith('aux') || m.state === 'emergency';
  return (way === 1) === heats ? (m.predicted.low + m.predicted.high) / 2 : -(m.predicted.low + m.predicted.high) / 2;
}
