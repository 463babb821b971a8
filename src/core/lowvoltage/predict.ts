/** Predicts every meter reading of an installed circuit in every state. */
import { type CircuitFault, checkCircuit, sourceLoading } from '../circuit/check';
import type { CircuitState } from '../circuit/netlist';
import { METER_HIGH_OHMS, METER_LOW_OHMS } from '../circuit/netlist';
import { CircuitSolver, meterReading, type ProbePoint, type Solution } from '../circuit/solve';
import type { Job } from '../job/schema';
import { terminalInfo } from '../survey/terminals.data';
import { boardNode, callOf, type Installed, openVoltsOf, toNetlist, wallNode } from './installed';
import type { CallState } from './states';

/** Input resistance of an ordinary hand meter. */
export const METER_DEFAULT = METER_HIGH_OHMS;

export interface StatePrediction {
  state: string;
  name: string;
  /** Wall terminals called. */
  called: string[];
  /** Points a probe can touch: "wall.R", "board.C" … */
  points: string[];
  /** Row-major over points: ideal volts and the resistance behind them. */
  probes: ProbePoint[][];
  running: string[];
  loadsRunning: string[];
  transformerVA: number;
  faults: CircuitFault[];
}

export interface Predictor {
  installed: Installed;
  solver: CircuitSolver;
  circuitState: (state: CallState) => CircuitState;
}

/** Prepares a circuit for being solved in many states; the pattern is worked out once. */
export function predictor(installed: Installed): Predictor {
  const solver = new CircuitSolver(toNetlist(installed));
  const supplies = new Set(solver.netlist.elements.flatMap((e) => (e.kind === 'source' ? [e.supply] : [])));
  return {
    installed,
    solver,
    circuitState: (state) => ({
      controls: new Set(calledTerminals(installed, state).map(callOf)),
      suppliesOff: state.dead ? supplies : new Set(),
    }),
  };
}

/** Wall terminals the thermostat energises in a state, as it is set. */
export function calledTerminals(installed: Installed, state: CallState): string[] {
  const compressor = state.calls.includes('cool1');
  return installed.contacts
    .filter((c) => {
      if (c.role === 'accessory') return state.accessories?.includes(c.to) ?? false;
      const role = c.role ?? 'fault';
      const called = state.calls.includes(role);
      const flips = installed.valveReversed === true && compressor && role.startsWith('valve-');
      return flips && role !== 'valve-close' ? !called : called;
    })
    .map((c) => c.to);
}

export function solveState(p: Predictor, state: CallState): Solution {
  return p.solver.solve(p.circuitState(state));
}

export function predictState(p: Predictor, state: CallState): StatePrediction {
  const solution = solveState(p, state);
  const points = [
    ...p.installed.wallScrews.map(wallNode),
    ...p.installed.boardScrews.map(boardNode),
    ...(p.installed.points ?? []),
  ];
  const { elements } = p.solver.netlist;
  const runs = elements.flatMap((e) => (e.kind === 'load' && solution.running.has(e.id) ? [e] : []));
  return {
    state: state.id,
    name: state.name,
    called: calledTerminals(p.installed, state).filter((t) => p.installed.wallScrews.includes(t)),
    points,
    probes: p.solver.probeAll(points, solution),
    running: runs.flatMap((e) => (e.runs ? [e.runs] : [])),
    loadsRunning: runs.map((e) => e.name),
    transformerVA: Math.max(0, ...sourceLoading(p.solver.netlist, solution).values()),
    faults: checkCircuit(p.solver.netlist, solution),
  };
}

/** Reading between two points of a prediction, or null when a point is not there. */
export function predictedVolts(
  prediction: StatePrediction,
  a: string,
  b: string,
  meterOhms = METER_HIGH_OHMS,
): number | null {
  const i = prediction.points.indexOf(a);
  const j = prediction.points.indexOf(b);
  const point = prediction.probes[i]?.[j];
  return point ? meterReading(point, meterOhms) : null;
}

export interface PairRow {
  a: string;
  b: string;
  volts: number;
  /** With a low-impedance meter. */
  lowMeterVolts: number;
}

/** Every pair of points once, rounded to the millivolt. */
export function pairTable(prediction: StatePrediction): PairRow[] {
  const rows: PairRow[] = [];
  const milli = (v: number): number => Math.round(v * 1000) / 1000;
  prediction.points.forEach((a, i) => {
    for (let j = i + 1; j < prediction.points.length; j++) {
      const point = prediction.probes[i]?.[j];
      const b = prediction.points[j];
      if (!point || b === undefined) continue;
      rows.push({
        a,
        b,
        volts: milli(meterReading(point, METER_HIGH_OHMS)),
        lowMeterVolts: milli(meterReading(point, METER_LOW_OHMS)),
      });
    }
  });
  return rows;
}

/** How far the source's voltage may be from nominal: mains ±5 % and regulation 8-12 %, or a measured value ±1.5 %. */
export const SOURCE_SPREAD = 0.07;
export const CALIBRATED_SPREAD = 0.015;
/** Meter: 1 % of reading plus 0.3 V, an ordinary hand meter on AC. */
export const meterTolerance = (value: number): number => 0.01 * Math.abs(value) + 0.3;

export interface SourceEstimate {
  openVolts: number;
  spread: number;
  /** Reading it was calibrated on. */
  from: string | null;
}

/** The last idle R to C reading of a healthy supply, which tells the transformer's own voltage. */
export function idleSupplyReading(job: Job): { id: string; a: string; b: string; value: number } | null {
  const healthy = Object.entries(job.readings)
    .filter(([, r]) => !r.struck && r.quantity === 'volts-ac' && r.state === 'idle' && r.value >= 20 && r.value <= 30)
    .filter(([, r]) => isHotToCommon(r.a, r.b))
    .sort(([, x], [, y]) => x.at.localeCompare(y.at));
  const [id, last] = healthy[healthy.length - 1] ?? [];
  return id !== undefined && last?.a && last.b ? { id, a: last.a, b: last.b, value: last.value } : null;
}

/**
 * The transformer's open voltage: what makes this circuit read, idle, what was read; else nominal
 * with the spread of mains and transformers.
 * @param nominal the circuit with a nominal transformer, and its idle state
 */
export function estimateSource(job: Job, nominal: Predictor | null, idle: CallState | undefined): SourceEstimate {
  const unknown: SourceEstimate = { openVolts: openVoltsOf(), spread: SOURCE_SPREAD, from: null };
  const reading = idleSupplyReading(job);
  if (!reading || !nominal || !idle) return unknown;
  const { solver } = nominal;
  const known = (point: string): boolean => solver.has(point) || point === solver.netlist.ground;
  if (!known(reading.a) || !known(reading.b)) return unknown;
  const volts = solver.probeAll([reading.a, reading.b], solveState(nominal, idle))[0]?.[1]?.open ?? 0;
  // Loads are resistances: every voltage of a state scales with the source.
  return volts > 1
    ? { openVolts: (openVoltsOf() * reading.value) / volts, spread: CALIBRATED_SPREAD, from: reading.id }
    : unknown;
}

function isHotToCommon(a: string | undefined, b: string | undefined): boolean {
  const role = (point: string | undefined): string | undefined => terminalInfo(point?.split('.')[1] ?? '')?.role;
  const hot = (r: string | undefined): boolean => r === 'hot' || r === 'hot-cool' || r === 'hot-heat';
  return (hot(role(a)) && role(b) === 'common') || (hot(role(b)) && role(a) === 'common');
}

/** Band a reading should fall in: prediction, spread of the source, and a floor for stray volts. */
export function band(volts: number, spread: number): { low: number; high: number } {
  const slack = Math.abs(volts) * spread;
  return volts < 1 ? { low: 0, high: Math.max(0.5, volts + slack + 0.3) } : { low: volts - slack, high: volts + slack };
}
