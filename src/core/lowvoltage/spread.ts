/**
 * What is not known of a 24 V circuit, as parameters with a spread and where it is from, and the band of a reading that
 * follows from them: linear in the logarithms of admittances and in their angles, by one adjoint solve a reading.
 */
import { continuity } from '../circuit/continuity';
import type { Group } from '../circuit/kernel-layout';
import type { CircuitElement, SourceElement } from '../circuit/netlist';
import { CircuitSolver } from '../circuit/solve';
import type { LowVoltageJob } from '../job/schema';
import { perObject } from '../per-object';
import { isHotToCommon, type Predictor, SOURCE_SPREAD, type SourceEstimate } from './predict';
import type { CallState } from './states';

/** A parameter: which elements it moves together, by the logarithm of their admittance or volts, or in radians. */
export interface Unknown {
  id: string;
  /** Standard deviation. */
  sigma: number;
  /** How far its middle lies from what the circuit is drawn with. */
  mean: number;
  /** What it moves: how much flows, how far that lags, or what a source gives. */
  moves: Group['moves'];
  /** Told by an element's kind, its id, and whether it lags, by nothing else. */
  of: (e: CircuitElement) => boolean;
}

/** A winding that loses 8 to 15 % at its rated load, drawn as 10 %: its admittance, and its angle in radians. */
const WINDING = { sigma: 0.19, mean: -0.1, angle: 0.13 } as const;
/**
 * Coils of one kind lag alike, but not the same: power factors of 0.3 to 0.5 of a contactor are 13° from end to end, 0.6
 * to 0.9 of a gas valve 27°. Radians.
 */
const ANGLE_SIGMA = 0.15;
/** Nameplates of coils of one kind lie within about a fifth; one that was noted within a tenth. */
const LOAD_SIGMA = 0.16;
const NOTED_LOAD_SIGMA = 0.08;
/** What a coil draws before it has pulled in is known so many times worse. */
export const STARTING_DOUBT = 2.5;
/** The device's own draw. */
const DEVICE_SIGMA = 0.25;
/** A run that nobody measured, and one that somebody noted. */
const RUN_SIGMA = 0.5;
const NOTED_RUN_SIGMA = 0.1;
/** Half of a band is so many standard deviations. */
const WIDTH = 2.2;

/** What another transformer on the same mains gives beside the first: 8 to 15 % over its rating, drawn as 10. */
const OWN_VOLTS_SIGMA = 0.025;

/** A source's own: its winding, and of every one but the first what it gives beside that. */
function ofSource(e: SourceElement, k: number): Unknown[] {
  const of = (x: CircuitElement): boolean => x.id === e.id;
  const id = k === 0 ? 'winding' : `winding:${e.id}`;
  return [
    { id, sigma: WINDING.sigma, mean: WINDING.mean, moves: 'size', of },
    { id: `${id}-angle`, sigma: WINDING.angle, mean: 0, moves: 'angle', of },
    ...(k === 0 ? [] : [{ id: `volts:${e.id}`, sigma: OWN_VOLTS_SIGMA, mean: 0, moves: 'volts' as const, of }]),
  ];
}

/** Every unknown of a job's circuit but the supply, which multiplies all. */
export function unknownsOf(job: LowVoltageJob, elements: readonly CircuitElement[]): Unknown[] {
  const noted = job.survey.equipment.loadVA ?? {};
  const { metres } = job.survey.cables.main;
  return [
    ...elements.filter((e): e is SourceElement => e.kind === 'source').flatMap(ofSource),
    {
      id: 'angle',
      sigma: ANGLE_SIGMA,
      mean: 0,
      moves: 'angle',
      of: (e) => e.kind === 'load' && e.powerFactor !== undefined,
    },
    {
      id: 'run',
      sigma: metres === undefined ? RUN_SIGMA : NOTED_RUN_SIGMA,
      mean: 0,
      moves: 'size',
      of: (e) => e.kind === 'conductor',
    },
    ...elements.flatMap((e): Unknown[] =>
      e.kind === 'load'
        ? [
            {
              id: e.id,
              sigma:
                e.id === 'device'
                  ? DEVICE_SIGMA
                  : noted[e.id.replace(/^load:/, '')] === undefined
                    ? LOAD_SIGMA
                    : NOTED_LOAD_SIGMA,
              mean: 0,
              moves: 'size',
              of: (x) => x.id === e.id,
            },
          ]
        : [],
    ),
  ];
}

/** By unknowns, for each element the numbers of those that move it: hundreds of circuits share most of their elements. */
const moversOf = perObject((unknowns: readonly Unknown[]) =>
  perObject((e: CircuitElement): readonly number[] => unknowns.flatMap((u, k) => (u.of(e) ? [k] : []))),
);

/** Elements that each unknown moves, by their place in a netlist. */
export function groupsOf(unknowns: readonly Unknown[], elements: readonly CircuitElement[]): Group[] {
  const movers = moversOf(unknowns);
  const members = unknowns.map((): number[] => []);
  for (let i = 0; i < elements.length; i++) for (const k of movers(elements[i] as CircuitElement)) members[k]?.push(i);
  return unknowns.map(({ moves }, k) => ({ moves, members: Int32Array.from(members[k] ?? []) }));
}

export interface Spreads {
  /** Band of a reading, volts; a point without volts has the floor of stray ones. Null for a state that is not known. */
  band: (state: string, a: string, b: string, volts: number) => { low: number; high: number } | null;
}

/** Behind more than this a point floats: what a meter shows there hangs on the cores beside it. */
export const FLOATS_OHMS = 1e6;
/** A core that floats beside a live one takes a part of its volts through the capacitance between them. */
export const NEIGHBOUR_VOLTS = 27;
/** Under this a point is dead, and what may be read there is stray. */
const DEAD_VOLTS = 1;
const STRAY_VOLTS = 0.5;

/**
 * Bands of every reading of a circuit.
 * @param source the supply as it is known; where an idle reading set it, what moves that reading moves it back
 */
export function spreadsOf(
  job: LowVoltageJob,
  p: Predictor,
  states: readonly CallState[],
  source: SourceEstimate,
): Spreads {
  const { netlist } = p.solver;
  const { elements } = netlist;
  const unknowns = unknownsOf(job, elements);
  const groups = groupsOf(unknowns, elements);
  const solver = new CircuitSolver(netlist, null, groups);
  /** Share of the reading by each unknown, and whether a meter would be moved by what lies beside. */
  const sharesOf = (state: CallState, a: string, b: string): { shares: number[]; floats: boolean } => {
    const [from, to] = [solver.at(a), solver.at(b)];
    if (from === undefined || to === undefined) return { shares: groups.map(() => 0), floats: false };
    solver.settle(p.circuitState(state));
    const slopes = new Float64Array(groups.length);
    const point = solver.between(from, to, slopes);
    return {
      shares: [...slopes].map((s) => (point.open > 0 ? s / point.open : 0)),
      floats: Math.hypot(point.ohms, point.reactance) > FLOATS_OHMS / 30,
    };
  };
  const idle = states.find((s) => s.id === 'idle');
  const told = source.from === null ? undefined : job.readings[source.from];
  const back =
    idle && told?.a && told.b && isHotToCommon(told.a, told.b) ? sharesOf(idle, told.a, told.b).shares : null;
  // Another transformer's volts are told by no reading of this one.
  const joined = continuity(solver.netlist);
  const isTold = (a: string): boolean => told?.a !== undefined && joined(a, told.a);
  return {
    band: (stateId, a, b, volts) => {
      const state = states.find((s) => s.id === stateId);
      if (!state) return null;
      if (volts < DEAD_VOLTS) return { low: 0, high: Math.max(STRAY_VOLTS, volts * (1 + source.spread) + 0.3) };
      const { shares, floats } = sharesOf(state, a, b);
      // Anything between nothing and what the cores beside it carry.
      if (floats) return { low: 0, high: Math.max(volts, NEIGHBOUR_VOLTS) * (1 + source.spread) };
      const follows = isTold(a);
      const own = shares.map((share, i) =>
        unknowns[i]?.moves === 'volts' ? 0 : share - (follows ? (back?.[i] ?? 0) : 0),
      );
      const shift = unknowns.reduce((sum, u, i) => sum + (own[i] ?? 0) * u.mean, 0);
      const variance = unknowns.reduce(
        (sum, u, i) => sum + ((own[i] ?? 0) * u.sigma) ** 2,
        ((follows ? source.spread : SOURCE_SPREAD) / WIDTH) ** 2,
      );
      const half = WIDTH * Math.sqrt(variance);
      return { low: volts * (1 + shift - half), high: volts * (1 + shift + half) };
    },
  };
}
