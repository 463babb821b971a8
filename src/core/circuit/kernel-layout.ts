/** The kernel's arrays, whoever works on them: the reference or its compiled twin. */
import type { Factor } from './factor';

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
}
