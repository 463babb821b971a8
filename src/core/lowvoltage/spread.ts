/**
 * What is not known of a 24 V circuit, as parameters with a spread and where it is from, and the band of a reading that
 * follows from them: linear in the logarithms, by one adjoint solve a reading. Loads are resistances in the circuit; what
 * their reactance does to the drop in the winding is a parameter of the winding.
 */
import type { CircuitElement } from '../circuit/netlist';
import type { LowVoltageJob } from '../job/schema';
import { isHotToCommon, type Predictor, type SourceEstimate } from './predict';
import type { CallState } from './states';

/** A parameter: which elements it moves together, by how much in the logarithm of conductance. */
export interface Unknown {
  id: string;
  /** Standard deviation. */
  sigma: number;
  /** How far its middle lies from what the circuit is drawn with. */
  mean: number;
  of: (e: CircuitElement) => boolean;
}

/**
 * A winding of regulation 8 to 13 % drawn as 10 %: 15 %. Its drop adds to a coil's volts by the cosine of the angle
 * between them: a coil of power factor 0.35 to 0.8 behind a winding whose reactance is 0.2 to 0.7 of its resistance
 * loses 0.55 to 1.15 of what a resistor would, in the middle 0.85. Conductance is one over it.
 */
const WINDING = { sigma: 0.27, mean: 0.16 } as const;
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

/** Every unknown of a job's circuit but the supply, which multiplies all. */
export function unknownsOf(job: LowVoltageJob, elements: readonly CircuitElement[]): Unknown[] {
  const noted = job.survey.equipment.loadVA ?? {};
  const { metres } = job.survey.cables.main;
  return [
    { id: 'winding', ...WINDING, of: (e) => e.kind === 'source' },
    {
      id: 'run',
      sigma: metres === undefined ? RUN_SIGMA : NOTED_RUN_SIGMA,
      mean: 0,
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
              of: (x) => x.id === e.id,
            },
          ]
        : [],
    ),
  ];
}

/** Elements that each unknown moves, by their place in a netlist. */
export const membersOf = (unknowns: readonly Unknown[], elements: readonly CircuitElement[]): Int32Array[] =>
  unknowns.map((u) => Int32Array.from(elements.flatMap((e, i) => (u.of(e) ? [i] : []))));

export interface Spreads {
  /** Band of a reading, volts; a point without volts has the floor of stray ones. Null for a state that is not known. */
  band: (state: string, a: string, b: string, volts: number) => { low: number; high: number } | null;
}

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
  const { solver } = p;
  const { elements } = solver.netlist;
  const unknowns = unknownsOf(job, elements);
  const members = membersOf(unknowns, elements);
  /** Share of the reading by each unknown's logarithm. */
  const shares = (state: CallState, a: string, b: string): number[] => {
    const [from, to] = [solver.at(a), solver.at(b)];
    if (from === undefined || to === undefined) return members.map(() => 0);
    solver.settle(p.circuitState(state));
    const { open, sizes } = solver.between(from, to, members);
    return [...sizes].map((s) => (open > 0 ? s / open : 0));
  };
  const idle = states.find((s) => s.id === 'idle');
  const told = source.from === null ? undefined : job.readings[source.from];
  const back = idle && told?.a && told.b && isHotToCommon(told.a, told.b) ? shares(idle, told.a, told.b) : null;
  return {
    band: (stateId, a, b, volts) => {
      const state = states.find((s) => s.id === stateId);
      if (!state) return null;
      if (volts < DEAD_VOLTS) return { low: 0, high: Math.max(STRAY_VOLTS, volts * (1 + source.spread) + 0.3) };
      const own = shares(state, a, b).map((share, i) => share - (back?.[i] ?? 0));
      const shift = unknowns.reduce((sum, u, i) => sum + (own[i] ?? 0) * u.mean, 0);
      const variance = unknowns.reduce(
        (sum, u, i) => sum + ((own[i] ?? 0) * u.sigma) ** 2,
        (source.spread / WIDTH) ** 2,
      );
      const half = WIDTH * Math.sqrt(variance);
      return { low: volts * (1 + shift - half), high: volts * (1 + shift + half) };
    },
  };
}
