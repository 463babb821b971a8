/**
 * A low-voltage or mains control circuit as a list of two-terminal elements between named nodes.
 *
 * Conventions: RMS values, ohms, volts, volt-amperes. Loads are resistances at holding power
 * (R = V²/VA), coils that have volts and have not pulled in at their inrush; power factor is ignored, which overstates the voltage drop of an inductive coil by
 * a few per cent at most (vector sum against plain sum). Sources that are out of phase carry a sign.
 */

interface ElementBase {
  id: string;
  /** Name shown to people. */
  name: string;
  a: string;
  b: string;
}

/** Transformer secondary: ideal source `volts` from b to a, in series with `ohms`. Off = shorted EMF, winding still there. */
export interface SourceElement extends ElementBase {
  kind: 'source';
  volts: number;
  ohms: number;
  phase: 1 | -1;
  ratedVA: number;
  supply: string;
}

export interface ResistorElement extends ElementBase {
  kind: 'conductor' | 'joint' | 'link';
  ohms: number;
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
  /** Drawn at rated volts before a coil has pulled in, VA; as `va` without. */
  inrushVA?: number;
  /** A coil picks up at 75 % and holds to 60 % of rated voltage; an electronic load runs from 75 %. */
  coil: boolean;
  /** An electronic input: its level means something, so that less than rated is not a weakness. */
  sense?: boolean;
  /** What runs when it is energised: "compressor", "burner" … */
  runs?: string;
}

export type CircuitElement = SourceElement | ResistorElement | FuseElement | ContactElement | LoadElement;

export interface Netlist {
  elements: CircuitElement[];
  /** Reference node: a transformer's common. */
  ground: string;
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

/** Resistance of a load from its nameplate, Ω: V² / VA. */
export const loadOhms = (load: Pick<LoadElement, 'ratedVolts' | 'va'>): number => load.ratedVolts ** 2 / load.va;
