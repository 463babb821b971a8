/** Predicts every meter reading of an installed circuit in every state. */

import { type CircuitFault, checkCircuit, sourceLoading } from '../circuit/check';
import { continuity } from '../circuit/continuity';
import type { CircuitState, Netlist } from '../circuit/netlist';
import { METER_HIGH_OHMS, METER_LOW_OHMS } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import type { ProbeTable } from '../circuit/probe-table';
import { CircuitSolver, meterReading, type Solution } from '../circuit/solve';
import { KernelMemory } from '../circuit/wasm/arena';
import { parsePoint, roleAt } from '../job/points';
import { standingReadings } from '../job/readings';
import type { LowVoltageJob } from '../job/schema';
import { perObject } from '../per-object';
import { boardNode, callOf, type Installed, openVoltsOf, toNetlist, wallNode } from './installed';
import type { CallState } from './states';

/** A memory and an instance cost about as much as a hundred states solved by the reference. */
const COMPILED_FROM_STATES = 100;
/** What solves circuits of so many states: the compiled kernel, where that pays. */
export function solverFor(states: number): (netlist: Netlist) => CircuitSolver {
  const memory = states >= COMPILED_FROM_STATES ? new KernelMemory() : null;
  return (netlist) => new CircuitSolver(netlist, memory);
}

/** Input resistance of an ordinary hand meter. */
export const METER_DEFAULT = METER_HIGH_OHMS;

export interface StatePrediction {
  state: string;
  name: string;
  /** Wall terminals called. */
  called: string[];
  /** Points a probe can touch: "wall.R", "board.C" … */
  points: Point[];
  /** Over the points: ideal volts and the resistance behind them. */
  probes: ProbeTable;
  running: string[];
  loadsRunning: string[];
  transformerVA: number;
  faults: CircuitFault[];
}

export interface Predictor {
  installed: Installed;
  solver: CircuitSolver;
  /** Where the device takes its power, as positions in the circuit; null where it draws from no wire. */
  device: readonly [number, number] | null;
  circuitState: (state: CallState) => CircuitState;
}

/**
 * Prepares a circuit for being solved in its states; the pattern is worked out once.
 * @param solverOf what solves it
 */
export function predictor(
  installed: Installed,
  solverOf: (netlist: Netlist) => CircuitSolver = (netlist) => new CircuitSolver(netlist),
): Predictor {
  const solver = solverOf(toNetlist(installed));
  const { device } = installed;
  const [hot, common] = device ? [solver.at(wallNode(device.hot)), solver.at(wallNode(device.common))] : [];
  const at = hot === undefined || common === undefined ? null : ([hot, common] as const);
  const supplies = new Set(solver.kernel.supplyNames);
  const usual = usualControls(installed.contacts);
  return {
    installed,
    solver,
    device: at,
    circuitState: (state) => ({
      controls: isOtherwise(installed, state) ? new Set(calledTerminals(installed, state).map(callOf)) : usual(state),
      suppliesOff: state.dead ? supplies : NO_SUPPLY,
    }),
  };
}

const NO_SUPPLY: ReadonlySet<string> = new Set();

/** Of a device as it is meant to be set: most faults leave its contacts alone. */
const usualControls = perObject((contacts: Installed['contacts']) =>
  perObject((state: CallState) => new Set(energised(contacts, state, false).map(callOf))),
);

/** Whether the device is set so that it may call another thing than is meant. */
const isOtherwise = ({ calledAs, valveReversed }: Installed, state: CallState): boolean =>
  calledAs?.[state.id] !== undefined || valveReversed === true;

/** Wall terminals the thermostat energises in a state, as it is set. */
function calledTerminals(installed: Installed, meant: CallState): string[] {
  const otherwise = installed.calledAs?.[meant.id];
  const state = otherwise ? { ...meant, ...otherwise } : meant;
  return energised(installed.contacts, state, installed.valveReversed === true);
}

function energised(contacts: Installed['contacts'], state: CallState, reversed: boolean): string[] {
  const compressor = state.calls.includes('cool1');
  return contacts
    .filter((c) => {
      if (c.role === 'accessory') return state.accessories?.includes(c.to) ?? false;
      const role = c.role ?? 'fault';
      const called = state.calls.includes(role);
      const flips = reversed && compressor && role.startsWith('valve-');
      return flips && role !== 'valve-close' ? !called : called;
    })
    .map((c) => c.to);
}

/** The circuit solved in a call. */
export function solveState(p: Predictor, state: CallState): Solution {
  return p.solver.solve(p.circuitState(state));
}

/** Everything of a circuit that a probe can touch: screws, parts, and the bare ends of cores under no screw. */
function pointsOf(installed: Installed): Point[] {
  return [...installed.wallScrews.map(wallNode), ...installed.boardScrews.map(boardNode), ...(installed.points ?? [])];
}

/**
 * A point as the circuit names it: a bare end by its conductor, a transformer's and fuse's leads by the
 * first transformer. Other points stay as they are, and may not be there.
 */
export function circuitPoint(installed: Installed, point: string): string {
  const parsed = parsePoint(point);
  if (parsed?.kind === 'core') {
    const c = installed.conductors.find((x) => x.id === parsed.conductor);
    const screw = parsed.place === 'wall' ? c?.wall : parsed.place === 'board' ? c?.board : undefined;
    if (screw !== undefined) return parsed.place === 'wall' ? wallNode(screw) : boardNode(screw);
    return `${parsed.conductor}.${parsed.place}`;
  }
  const [t] = installed.transformers;
  if (!t) return point;
  if (point === 'transformer.s1' || point === 'fuse.line') return `${t.id}.hot`;
  if (point === 'transformer.s2') return boardNode(t.common);
  return point === 'fuse.load' ? boardNode(t.hot) : point;
}

/** Reading between any two points in a state, solved for them; null when one is not in the circuit. */
export function predictBetween(
  p: Predictor,
  state: CallState,
  a: string,
  b: string,
  meterOhms = METER_HIGH_OHMS,
): number | null {
  const points = [circuitPoint(p.installed, a), circuitPoint(p.installed, b)];
  const { solver } = p;
  if (!points.every((x) => solver.has(x) || x === solver.netlist.ground)) return null;
  const point = solver.probeAll(points, solveState(p, state)).at(0, 1);
  return point ? meterReading(point, meterOhms) : null;
}

/** Volts between every pair of points in a call, with their bands, and what runs. */
export function predictState(p: Predictor, state: CallState): StatePrediction {
  const solution = solveState(p, state);
  const points = pointsOf(p.installed);
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
  a: Point,
  b: Point,
  meterOhms = METER_HIGH_OHMS,
): number | null {
  const i = prediction.points.indexOf(a);
  const j = prediction.points.indexOf(b);
  const point = prediction.probes.at(i, j);
  return point ? meterReading(point, meterOhms) : null;
}

export interface PairRow {
  a: Point;
  b: Point;
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
      const point = prediction.probes.at(i, j);
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
const CALIBRATED_SPREAD = 0.015;
/** Meter: 1 % of reading plus 0.3 V, an ordinary hand meter on AC. */
export const meterTolerance = (value: number): number => 0.01 * Math.abs(value) + 0.3;

export interface SourceEstimate {
  openVolts: number;
  spread: number;
  /** Reading it was calibrated on, and the transformer that it tells of: another gives what it gives. */
  from: string | null;
  of: string | null;
  /** A reading that no 24 V transformer behind this circuit gives, and the voltage it would need. */
  contradicted: { id: string; volts: number; implied: number } | null;
}

/** The last idle R to C reading of a healthy supply, which tells the transformer's own voltage. */
export function idleSupplyReading(job: LowVoltageJob): { id: string; a: Point; b: Point; value: number } | null {
  const last = standingReadings(job)
    .filter((r) => r.quantity === 'volts-ac' && r.state === 'idle' && r.value >= 20 && r.value <= 30)
    .filter((r) => isHotToCommon(r.a, r.b))
    .at(-1);
  return last?.a && last.b ? { id: last.id, a: last.a, b: last.b, value: last.value } : null;
}

/**
 * Open voltages a nominal 24 V transformer can have: mains ±10 %, regulation 8 to 15 %. A reading that needs
 * another one contradicts the circuit; it is never a calibration.
 */
const OPEN_SHARE = { low: 23.3 / 27, high: 30.4 / 27 } as const;

/**
 * The transformer's open voltage: what makes this circuit read, idle, what was read; else nominal
 * with the spread of mains and transformers.
 * @param nominal the circuit with a nominal transformer, and its idle state
 */
export function estimateSource(
  job: LowVoltageJob,
  nominal: Predictor | null,
  idle: CallState | undefined,
  nominalVolts = openVoltsOf(),
): SourceEstimate {
  const unknown: SourceEstimate = {
    openVolts: nominalVolts,
    spread: SOURCE_SPREAD,
    from: null,
    of: null,
    contradicted: null,
  };
  const reading = idleSupplyReading(job);
  if (!reading || !nominal || !idle) return unknown;
  const { solver } = nominal;
  const known = (point: string): boolean => solver.has(point) || point === solver.netlist.ground;
  if (!known(reading.a) || !known(reading.b)) return unknown;
  const joined = continuity(solver.netlist);
  const told = nominal.installed.transformers.find((t) => joined(boardNode(t.common), reading.a));
  if (!told) return unknown;
  const volts = solver.probeAll([reading.a, reading.b], solveState(nominal, idle)).open(0, 1);
  // Loads are resistances: every voltage of a state scales with the source.
  const implied = volts > 1 ? (nominalVolts * reading.value) / volts : null;
  if (implied === null) return unknown;
  return implied >= nominalVolts * OPEN_SHARE.low && implied <= nominalVolts * OPEN_SHARE.high
    ? { openVolts: implied, spread: CALIBRATED_SPREAD, from: reading.id, of: told.id, contradicted: null }
    : { ...unknown, contradicted: { id: reading.id, volts: reading.value, implied } };
}

const HOT_AT: ReadonlySet<string | undefined> = new Set(['hot', 'hot-cool', 'hot-heat']);
/** R (any) against C, at one plate or across both. */
export const isHotToCommon = (a: string | undefined, b: string | undefined): boolean =>
  (HOT_AT.has(roleAt(a)) && roleAt(b) === 'common') || (HOT_AT.has(roleAt(b)) && roleAt(a) === 'common');

/** Band a reading should fall in: prediction, spread of the source, and a floor for stray volts. */
export function band(volts: number, spread: number): { low: number; high: number } {
  const slack = Math.abs(volts) * spread;
  return volts < 1 ? { low: 0, high: Math.max(0.5, volts + slack + 0.3) } : { low: volts - slack, high: volts + slack };
}
