/** What a plant does for one demand, step by step: the call, the valves on their way, the valves arrived. */
import { type CircuitState, METER_HIGH_OHMS } from '../circuit/netlist';
import { magnitude, NO_PHASOR, type Phasor } from '../circuit/phasor';
import { CircuitSolver, meterReading } from '../circuit/solve';
import type { BoilerSurvey, Wire } from '../job/boiler-schema';
import { type Demand, demandControls, type PlantFaults, plantNetlist } from './circuit';
import { allValves, hasCylinder, hasCylinderStat, hasPumpPart, hasZoneValves, type Plant, units } from './parts';

/** Where a three-port valve sends the water; null where it holds its last place. */
export type Port = 'cylinder' | 'middle' | 'radiators' | null;

export interface DemandStep {
  name: string;
  /** Points over 50 V to neutral: dangerous to touch, and what a tester shows. */
  live: string[];
  running: string[];
}

export interface DemandResult {
  demand: Demand;
  steps: DemandStep[];
  volts: ReadonlyMap<string, Phasor>;
  /** What a meter shows between two points; null where one of them is not there. */
  reads: (a: string, b: string) => MeterReading | null;
  boilerFires: boolean;
  pumpRuns: boolean;
  /** Valves that are driven open. */
  open: string[];
  port: Port;
  /** Hot water goes to the cylinder; to the radiators. */
  toCylinder: boolean;
  toRadiators: boolean;
  /** The call reaches a dry extra-low-voltage input with mains on it. */
  mainsOnCall: boolean;
  /** The head's two low-voltage wires have mains on them. */
  mainsOnPair: boolean;
  fuseOpens: boolean;
  /** Contacts that are closed once everything has settled: what they join is one net then. */
  closed: readonly { a: string; b: string }[];
}

const LIVE_VOLTS = 50;

export interface Truth {
  boiler: boolean;
  /** The pump, wherever it is. */
  pump: boolean;
  cylinder: boolean;
  radiators: boolean;
  /** Valves that stand open. */
  open: readonly string[];
}

/** The truth a plant must reproduce, from demand and plant alone: who runs, and where the water goes. */
export function expected(plant: Plant, d: Demand): Truth {
  const heating = d.heating.length > 0;
  // Without a thermostat on the cylinder nothing says that it is hot.
  const hotWater = hasCylinder(plant.kind) && d.hotWater && (d.cylinderCold || !hasCylinderStat(plant));
  // Gravity: the boiler is called by hot water only, and heating turns the pump on whatever is hot.
  if (plant.kind === 'gravity')
    return { boiler: hotWater, pump: heating, cylinder: hotWater, radiators: heating && hotWater, open: [] };
  const open = hasZoneValves(plant.kind) ? [...(hotWater ? ['HW'] : []), ...d.heating.map((z) => `CH${z + 1}`)] : [];
  const boiler = heating || hotWater;
  return { boiler, pump: boiler, cylinder: hotWater, radiators: heating, open };
}

/** What a meter shows, and whether it hangs on nothing: what is then read is what lies beside it. */
export interface MeterReading {
  volts: number;
  floats: boolean;
}

/** Behind more than this a point floats. */
const FLOATS_OHMS = 1e6;
/** The state each circuit was last solved in: the next reading of it needs no other solution. */
const lastSolved = new WeakMap<CircuitSolver, CircuitState>();

function readIn(solver: CircuitSolver, state: CircuitState, a: string, b: string): MeterReading | null {
  const [from, to] = [solver.at(a), solver.at(b)];
  if (from === undefined || to === undefined) return null;
  if (lastSolved.get(solver) !== state) {
    solver.settle(state);
    lastSolved.set(solver, state);
  }
  const point = solver.between(from, to);
  return { volts: meterReading(point, METER_HIGH_OHMS), floats: Math.hypot(point.ohms, point.reactance) > FLOATS_OHMS };
}

/** Table of the three-port valve: white is heating wanted, grey is hot water satisfied. */
export const portOf = (white: boolean, grey: boolean): Port =>
  white ? (grey ? 'radiators' : 'middle') : grey ? null : 'cylinder';

/**
 * A plant as these wires join it, ready for one demand after another: the circuit is worked out once, what is asked only
 * closes contacts in it.
 * @param onlySettled without the moment in which the valves are on their way
 */
export function demandRunner(
  plant: Plant,
  survey: BoilerSurvey,
  wires: readonly Wire[],
  faults: PlantFaults = {},
  onlySettled = false,
): (demand: Demand) => DemandResult {
  const solvers = new Map<boolean, CircuitSolver>();
  const solverOf = (travelling: boolean): CircuitSolver => {
    const known = solvers.get(travelling);
    if (known) return known;
    const made = new CircuitSolver(plantNetlist(plant, survey, wires, { ...faults, travelling }));
    solvers.set(travelling, made);
    return made;
  };
  return (demand) => resultOf({ plant, wires, faults, solverOf, onlySettled }, demand);
}

/** One demand on the plant as these wires join it: what is live, runs and opens, and where the water goes. */
export const runDemand = (
  plant: Plant,
  survey: BoilerSurvey,
  wires: readonly Wire[],
  demand: Demand,
  faults: PlantFaults = {},
): DemandResult => demandRunner(plant, survey, wires, faults)(demand);

interface Prepared {
  plant: Plant;
  wires: readonly Wire[];
  faults: PlantFaults;
  solverOf: (travelling: boolean) => CircuitSolver;
  onlySettled: boolean;
}

function resultOf({ plant, wires, faults, solverOf, onlySettled }: Prepared, demand: Demand): DemandResult {
  const state = { controls: demandControls(demand), suppliesOff: new Set<string>() };
  const solveAt = (travelling: boolean) => {
    const solver = solverOf(travelling);
    const solution = solver.solve(state);
    lastSolved.set(solver, state);
    return { solver, solution };
  };
  const step = (name: string, travelling: boolean): DemandStep & { at: ReturnType<typeof solveAt> } => {
    const at = solveAt(travelling);
    return {
      name,
      at,
      live: [...at.solution.volts]
        .filter(([node, v]) => /^[A-Z0-9]+\./.test(node) && magnitude(v) > LIVE_VOLTS)
        .map(([node]) => node)
        .sort(),
      running: at.solver.netlist.elements.flatMap((e) =>
        e.kind === 'load' && e.runs && at.solution.running.has(e.id) ? [e.runs] : [],
      ),
    };
  };
  const moves = hasZoneValves(plant.kind) || plant.kind === 'three-port';
  const travelling = moves && !onlySettled ? step('valve on its way', true) : null;
  const settled = step(moves ? 'valve arrived' : 'settled', false);
  const { solution, solver } = settled.at;
  const on = (node: string): boolean => magnitude(solution.volts.get(node) ?? NO_PHASOR) > LIVE_VOLTS;
  const busCall = plant.input === 'bus' && plant.kind === 'combination' && demand.heating.length > 0;
  const busWired =
    wires.some((w) => /\.BUS/.test(w.a) && /\.BUS/.test(w.b)) && wires.filter((w) => /\.BUS/.test(w.b)).length >= 2;
  const boilerFires = solution.running.has('boiler') || (busCall && busWired);
  const inside = !hasPumpPart(plant);
  const pumpRuns = solution.running.has('pump') || (inside && boilerFires) || (busCall && busWired && !faults.pumpDead);
  const port =
    plant.kind === 'three-port' ? portOf(solution.running.has('mid:white'), solution.running.has('mid:grey')) : null;
  const open = allValves(plant).filter((v) => solution.running.has(`motor:${v}`));
  // Water goes round by its pump; by itself only where the store was fitted for that.
  const toCylinder = hasZoneValves(plant.kind)
    ? pumpRuns && open.includes('HW')
    : plant.kind === 'three-port'
      ? boilerFires && pumpRuns && (port === 'cylinder' || port === 'middle')
      : plant.kind === 'gravity' && boilerFires;
  const toRadiators = hasZoneValves(plant.kind)
    ? pumpRuns && open.some((v) => v !== 'HW')
    : plant.kind === 'three-port'
      ? boilerFires && pumpRuns && (port === 'radiators' || port === 'middle')
      : plant.kind === 'gravity'
        ? boilerFires && pumpRuns
        : boilerFires;
  return {
    demand,
    steps: [...(travelling ? [travelling] : []), settled].map(({ at: _at, ...s }) => s),
    volts: solution.volts,
    reads: (a, b) => readIn(solver, state, a, b),
    boilerFires,
    pumpRuns,
    open,
    port,
    toCylinder,
    toRadiators,
    mainsOnPair: units(plant).some((u) => plant.roomPair && (on(`${u}.R1`) || on(`${u}.R2`))),
    mainsOnCall: plant.input === 'low-voltage' && (on('BOILER.CALL1') || on('BOILER.CALL2')),
    fuseOpens: solution.blownFuses.size > 0,
    closed: solver.netlist.elements.flatMap((e) => {
      if (e.kind !== 'contact') return [];
      const pulled = 'control' in e.by ? state.controls.has(e.by.control) : solution.running.has(e.by.coil);
      return pulled === (e.normally === 'open') ? [{ a: e.a, b: e.b }] : [];
    }),
  };
}

/** The demands worth showing: none, each channel alone, both, hot water wanted but satisfied. */
export function demandPairs(plant: Plant): { id: string; name: string; demand: Demand }[] {
  const none: Demand = { heating: [], hotWater: false, cylinderCold: true };
  const pairs = [{ id: 'none', name: 'neither', demand: none }];
  if (hasCylinder(plant.kind)) pairs.push({ id: 'hw', name: 'hot water alone', demand: { ...none, hotWater: true } });
  for (let z = 0; z < plant.zones; z++)
    pairs.push({
      id: plant.zones > 1 ? `ch${z + 1}` : 'ch',
      name: plant.zones > 1 ? `heating ${z + 1} alone` : 'heating alone',
      demand: { ...none, heating: [z] },
    });
  if (hasCylinder(plant.kind))
    pairs.push({ id: 'both', name: 'both', demand: { ...none, heating: [0], hotWater: true } });
  if (hasCylinderStat(plant)) {
    pairs.push({
      id: 'satisfied',
      name: 'both, cylinder hot',
      demand: { heating: [0], hotWater: true, cylinderCold: false },
    });
    pairs.push({
      id: 'hw-satisfied',
      name: 'hot water on, cylinder hot',
      demand: { heating: [], hotWater: true, cylinderCold: false },
    });
  }
  return pairs;
}

export interface DemandRow {
  id: string;
  name: string;
  planned: DemandResult;
  /** What is wired now does, where somebody traced it. */
  wired: DemandResult | null;
}
