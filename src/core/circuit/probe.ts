/**
 * A pair of points in a settled state: what an ideal meter reads, the impedance behind it, and how the volts follow groups
 * of elements, by one adjoint solve: dV = −Σ (λa − λb)·I for the logarithm of an admittance, j times that for its angle;
 * of either what lies along V is what a meter shows. The reference of the compiled form in wasm/kernel.as.
 */
import { type KernelArrays, KIND, MOVES } from './kernel-layout';

/** Thevenin equivalent of a pair of points: what an ideal meter reads, and the impedance behind it. */
export interface ProbePoint {
  open: number;
  ohms: number;
  reactance: number;
}

/** Real (0) or imaginary (1) part at a position; nothing at the reference. */
const part = (values: Float64Array, at: number, which: 0 | 1): number =>
  at < 0 ? 0 : (values[2 * at + which] as number);

/** Amperes through every element in the state last settled. */
function allThrough({ admittance, volts, layout, suppliesOff, currents }: KernelArrays): void {
  const { from, to, kind, emf, supply } = layout;
  for (let e = 0; e < from.length; e++) {
    const a = from[e] as number;
    const b = to[e] as number;
    let re = part(volts, a, 0) - part(volts, b, 0);
    let im = part(volts, a, 1) - part(volts, b, 1);
    if (kind[e] === KIND.source && suppliesOff[supply[e] as number] === 0) {
      re -= emf[2 * e] as number;
      im -= emf[2 * e + 1] as number;
    }
    const yr = admittance[2 * e] as number;
    const yi = admittance[2 * e + 1] as number;
    currents[2 * e] = re * yr - im * yi;
    currents[2 * e + 1] = re * yi + im * yr;
  }
}

/** @param follow as `StateKernel.probe` has it */
export function probePlain(kernel: KernelArrays, a: number, b: number, follow: 0 | 1 | 2): void {
  const { adjoint, volts, factor, probed } = kernel;
  adjoint.fill(0);
  if (a >= 0) adjoint[2 * a] = 1;
  if (b >= 0) adjoint[2 * b] = (adjoint[2 * b] as number) - 1;
  if (a >= 0 || b >= 0) factor.solve(adjoint, a < 0 ? b : b < 0 ? a : Math.min(a, b));
  const vr = part(volts, a, 0) - part(volts, b, 0);
  const vi = part(volts, a, 1) - part(volts, b, 1);
  const open = Math.sqrt(vr * vr + vi * vi);
  probed[0] = open;
  probed[1] = Math.max(0, part(adjoint, a, 0) - part(adjoint, b, 0));
  probed[2] = part(adjoint, a, 1) - part(adjoint, b, 1);
  if (follow === 0) return;
  if (follow === 2) allThrough(kernel);
  // A dead pair has no direction to follow.
  slopesAlong(kernel, open > 0 ? vr / open : 0, open > 0 ? vi / open : 0);
}

/**
 * What groups move along a direction, into `probed`: volts for the whole logarithm of a group's admittance (twice of it
 * moves them by about 0.69 times the figure), or for a radian that its currents lag more, or for the whole logarithm of
 * sources' volts.
 */
function slopesAlong(kernel: KernelArrays, ur: number, ui: number): void {
  const { adjoint, currents, followed, layout, probed } = kernel;
  const { from, to } = layout;
  const { start, member, moves } = followed;
  for (let g = 0; g < moves.length; g++) {
    let sr = 0;
    let si = 0;
    for (let k = start[g] as number; k < (start[g + 1] as number); k++) {
      const e = member[k] as number;
      const lr = part(adjoint, from[e] as number, 0) - part(adjoint, to[e] as number, 0);
      const li = part(adjoint, from[e] as number, 1) - part(adjoint, to[e] as number, 1);
      let cr = currents[2 * e] as number;
      let ci = currents[2 * e + 1] as number;
      if (moves[g] === MOVES.volts) [cr, ci] = driven(kernel, e);
      sr -= lr * cr - li * ci;
      si -= lr * ci + li * cr;
    }
    // A current that lags more by dφ is turned by −j·dφ.
    probed[3 + g] = moves[g] === MOVES.angle ? si * ur - sr * ui : sr * ur + si * ui;
  }
}

/** What a source drives into its first node by its own volts, taken the other way: as its current enters a slope. */
function driven({ admittance, layout, suppliesOff }: KernelArrays, e: number): readonly [number, number] {
  const { emf, supply } = layout;
  if (suppliesOff[supply[e] as number] !== 0) return [0, 0];
  const yr = admittance[2 * e] as number;
  const yi = admittance[2 * e + 1] as number;
  const er = emf[2 * e] as number;
  const ei = emf[2 * e + 1] as number;
  return [yi * ei - yr * er, -yr * ei - yi * er];
}
