/** The kernel's arrays, whoever works on them: the reference or its compiled twin. */
import type { Factor } from './factor';

/** What decides an element's admittance. */
export const KIND = { fixed: 0, source: 1, fuse: 2, byControl: 3, byCoil: 4, load: 5 } as const;

export interface KernelLayout {
  /** Per element: what it is; admittance when passing and when not, in siemens, two numbers each. */
  kind: Int32Array;
  passing: Float64Array;
  blocking: Float64Array;
  /** Index of the control or of the coil's element; -1 where neither. */
  by: Int32Array;
  /** 1 = passes when active. */
  normallyOpen: Int32Array;
  /** Two numbers each. */
  emf: Float64Array;
  supply: Int32Array;
  /** Coil: volts to pull in and to hold. Fuse: amperes in the first. */
  upper: Float64Array;
  lower: Float64Array;
  from: Int32Array;
  to: Int32Array;
  /** Some coil's contact is in the circuit, so pulling in changes admittances. */
  coilsMatter: boolean;
  /** Elements whose admittance depends on the state, and those that act on what they see. */
  switching: Int32Array;
  sources: Int32Array;
  loads: Int32Array;
  fuses: Int32Array;
}

/**
 * Elements by their place in the netlist, moved together: by the logarithm of their admittance, by its angle, or, of
 * sources, by the logarithm of their volts.
 */
export interface Group {
  members: Int32Array;
  moves: 'size' | 'angle' | 'volts';
}

/** What moves a group, as the kernels number it. */
export const MOVES: Readonly<Record<Group['moves'], number>> = { size: 0, angle: 1, volts: 2 };

/** Groups one after another: members start[g] … start[g + 1], and by what each moves. */
export interface Followed {
  start: Int32Array;
  member: Int32Array;
  moves: Int32Array;
}

export interface KernelArrays {
  layout: KernelLayout;
  factor: Factor;
  controls: Int32Array;
  suppliesOff: Int32Array;
  pulledIn: Int32Array;
  blown: Int32Array;
  moving: Int32Array;
  admittance: Float64Array;
  volts: Float64Array;
  followed: Followed;
  /** Volts everywhere for one ampere put in at one point and taken out at another, two numbers each. */
  adjoint: Float64Array;
  /** Amperes through every element in the state last settled, two numbers each; worked out for the first pair of it. */
  currents: Float64Array;
  /** Of the pair last asked for: open volts, resistance and reactance behind them, and how they follow each group. */
  probed: Float64Array;
}
