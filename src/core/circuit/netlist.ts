/**
 * A low-voltage or mains control circuit as a list of two-terminal elements between named nodes.
 *
 * Conventions: RMS values, ohms, volts, volt-amperes. Loads are impedances at holding power (|Z| = V²/VA, at their power
 * factor, lagging), coils that have volts and have not pulled in at their inrush. Transformers are an open-circuit
 * voltage with an angle behind a winding of R + jX. A circuit of direct current is the same at zero frequency: no
 * reactance, no capacitance.
 */
import { inverse, type Phasor } from './phasor';

interface ElementBase {
  id: string;
  /** Name shown to people. */
  name: string;
  a: string;
  b: string;
}

/** Transformer secondary: ideal source `volts` from b to a behind its winding. Off = shorted EMF, winding still there. */
export interface SourceElement extends ElementBase {
  kind: 'source';
  volts: number;
  ohms: number;
  /** Leakage reactance of the winding at mains frequency, Ω; none without. */
  reactance?: number;
  /** Angle of its voltage: 0, or 180 for one that is opposed. */
  degrees: number;
  ratedVA: number;
  supply: string;
}

export interface ResistorElement extends ElementBase {
  kind: 'conductor' | 'joint' | 'link';
  ohms: number;
}

/** Two conductors that lie beside each other. */
export interface CapacitanceElement extends ElementBase {
  kind: 'capacitance';
  farads: number;
}

export interface FuseElement extends ElementBase {
  kind: 'fuse';
  ohms: number;
  /** Opens when the RMS current exceeds this. */
  amps: number;
}

/** A contact closed by a named control input (a thermostat call) or by a coil of this netlist. */
export interface ContactElement extends ElementBase {
  kind: 'contact';
  closedOhms: number;
  openOhms: number;
  by: { control: string } | { coil: string };
  normally: 'open' | 'closed';
}

export interface LoadElement extends ElementBase {
  kind: 'load';
  ratedVolts: number;
  va: number;
  /** Of what it draws, lagging; a resistance without. */
  powerFactor?: number;
  /** Drawn at rated volts before a coil has pulled in, VA; as `va` without. */
  inrushVA?: number;
  /** A coil picks up at 75 % and holds to 60 % of rated voltage; an electronic load runs from 75 %. */
  coil: boolean;
  /** Its armature never moves, whatever volts it has: it hums, draws its inrush, and nothing runs. */
  stuck?: boolean;
  /** An electronic input: its level means something, so that less than rated is not a weakness. */
  sense?: boolean;
  /** What runs when it is energised: "compressor", "burner" … */
  runs?: string;
}

export type CircuitElement =
  | SourceElement
  | ResistorElement
  | CapacitanceElement
  | FuseElement
  | ContactElement
  | LoadElement;

export interface Netlist {
  elements: CircuitElement[];
  /** Reference node: a transformer's common. */
  ground: string;
  /** Mains frequency; without it the circuit is one of direct current. */
  hertz?: 50 | 60;
  /** Nodes that exist even if no element touches them (unlanded screws). */
  extraNodes?: string[];
}

/** What is switched in one electrical state. */
export interface CircuitState {
  /** Control inputs that are active: thermostat calls. */
  controls: ReadonlySet<string>;
  /** Supplies switched off. */
  suppliesOff: ReadonlySet<string>;
}

/** Of a coil that draws its inrush: its iron is open, and most of what it draws is its winding's own resistance. */
const INRUSH_POWER_FACTOR = 0.75;
/** Relay contact of a thermostat, closed. */
export const CLOSED_OHMS = 0.05;
/** Any open contact. */
export const OPEN_OHMS = 1e9;
/** Fraction of rated voltage at which a coil pulls in, and below which it lets go. */
export const PICK_UP = 0.75;
export const HOLD = 0.6;
/**
 * Leak from every node to the reference, so that a floating node has a defined voltage.
 * At 10 GΩ it moves no reading by more than 1e-5 of its value with a 10 MΩ meter.
 */
export const LEAK_SIEMENS = 1e-10;

/** Input of an ordinary meter, Ω. */
export const METER_HIGH_OHMS = 10e6;
/** Input of a low-impedance meter, Ω. */
export const METER_LOW_OHMS = 3e3;

/** Impedance of a load at its rated volts, Ω: V² / VA; at zero frequency what of it is resistance. */
export function loadImpedance(
  { ratedVolts, va, powerFactor = 1 }: Pick<LoadElement, 'ratedVolts' | 'va' | 'powerFactor'>,
  hertz?: number,
): Phasor {
  const z = ratedVolts ** 2 / va;
  return [z * powerFactor, hertz === undefined ? 0 : z * Math.sqrt(1 - powerFactor ** 2)];
}

/** A coil that draws more before it has pulled in. */
export const startsWithMore = (e: LoadElement): e is LoadElement & { inrushVA: number } =>
  e.coil && e.inrushVA !== undefined && e.inrushVA > e.va;

/** Admittance of a coil that has not pulled in, S. */
export const inrushAdmittance = (load: Pick<LoadElement, 'ratedVolts'>, inrushVA: number, hertz?: number): Phasor =>
  inverse(loadImpedance({ ratedVolts: load.ratedVolts, va: inrushVA, powerFactor: INRUSH_POWER_FACTOR }, hertz));

/** Admittance of an element that passes, siemens: contacts closed, fuses whole, coils pulled in. */
export function admittanceOf(e: CircuitElement, hertz?: number): Phasor {
  switch (e.kind) {
    case 'source':
      return inverse([e.ohms, hertz === undefined ? 0 : (e.reactance ?? 0)]);
    case 'capacitance':
      return [0, hertz === undefined ? 0 : 2 * Math.PI * hertz * e.farads];
    case 'contact':
      return [1 / e.closedOhms, 0];
    case 'load':
      return inverse(loadImpedance(e, hertz));
    default:
      return [1 / e.ohms, 0];
  }
}
