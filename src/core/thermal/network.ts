/**
 * A linear thermal system of n nodes: heat capacities joined by conductances to each other and to places whose
 * temperature is given, with heat put into nodes.
 *
 *   C_i dT_i/dt = Σ_j G_ij (T_j − T_i) + Σ_k G_ik (U_k − T_i) + Q_i
 *
 * Stepped exactly for inputs held over the step (`expm.ts`), so that an answer does not depend on the step. The house,
 * the floor, the cylinder and the rooms of the rig are instances.
 */
import { type Step, stepMatrices, transition } from './expm';

export interface Network {
  /** J/K of each node. */
  capacities: readonly number[];
  /** Between two nodes, W/K. */
  links: readonly { a: number; b: number; wattsPerKelvin: number }[];
  /** From a node to a place whose temperature is an input, W/K. */
  outside: readonly { node: number; place: number; wattsPerKelvin: number }[];
  /** Places with a temperature of their own: their inputs come first. */
  places: number;
  /** Nodes that heat is put into, an input in W each, after the places; a share where one input feeds several. */
  heats: readonly (readonly { node: number; share: number }[])[];
  /** Probes: each follows a node with a lag and has no heat of its own; their temperatures come after the nodes'. */
  followers?: readonly { node: number; seconds: number }[];
}

export interface LinearSystem {
  n: number;
  m: number;
  /** n×n, 1/s. */
  a: Float64Array;
  /** n×m. */
  b: Float64Array;
}

/** Throws a RangeError for a capacity or conductance that is none. */
export function systemOf(net: Network): LinearSystem {
  const nodes = net.capacities.length;
  const followers = net.followers ?? [];
  const n = nodes + followers.length;
  const m = net.places + net.heats.length;
  const a = new Float64Array(n * n);
  const b = new Float64Array(n * m);
  const per = (i: number): number => 1 / (net.capacities[i] ?? Number.NaN);
  const add = (to: Float64Array, at: number, v: number): void => {
    to[at] = (to[at] ?? Number.NaN) + v;
  };
  const named = [
    ...net.links.flatMap((l) => [l.a, l.b]),
    ...net.outside.map((o) => o.node),
    ...net.heats.flat().map((h) => h.node),
    ...followers.map((f) => f.node),
  ];
  if (named.some((i) => !(i >= 0 && i < nodes)) || net.outside.some((o) => !(o.place >= 0 && o.place < net.places)))
    throw new RangeError('a network names a node that is not there');
  for (const c of net.capacities) if (!(c > 0)) throw new RangeError('a node without heat capacity');
  for (const { a: i, b: j, wattsPerKelvin: g } of net.links) {
    if (!(g >= 0)) throw new RangeError('a conductance below zero');
    add(a, i * n + i, -g * per(i));
    add(a, i * n + j, g * per(i));
    add(a, j * n + j, -g * per(j));
    add(a, j * n + i, g * per(j));
  }
  for (const { node, place, wattsPerKelvin: g } of net.outside) {
    if (!(g >= 0)) throw new RangeError('a conductance below zero');
    add(a, node * n + node, -g * per(node));
    add(b, node * m + place, g * per(node));
  }
  net.heats.forEach((shares, k) => {
    for (const { node, share } of shares) add(b, node * m + net.places + k, share * per(node));
  });
  followers.forEach(({ node, seconds }, k) => {
    if (!(seconds > 0)) throw new RangeError('a probe without a lag');
    add(a, (nodes + k) * n + node, 1 / seconds);
    add(a, (nodes + k) * (n + 1), -1 / seconds);
  });
  return { n, m, a, b };
}

/** One exact step taken: the temperatures after it. */
export function moved(
  { phi, gamma }: Pick<Step, 'phi' | 'gamma'>,
  state: Float64Array,
  inputs: readonly number[],
): Float64Array {
  const n = state.length;
  const m = inputs.length;
  return Float64Array.from({ length: n }, (_, i) => {
    let sum = 0;
    for (let j = 0; j < n; j++) sum += (phi[i * n + j] as number) * (state[j] as number);
    for (let k = 0; k < m; k++) sum += (gamma[i * m + k] as number) * (inputs[k] as number);
    return sum;
  });
}

/** A step without the integrals: where only temperatures are wanted. */
export const transitionOf = (net: Network, seconds: number): Pick<Step, 'phi' | 'gamma'> => {
  const { n, m, a, b } = systemOf(net);
  return transition(a, b, n, m, seconds);
};

/** Exact step of a network, with the means of its temperatures over the step for the balance. */
export const stepOf = (net: Network, seconds: number): Step => {
  const { n, m, a, b } = systemOf(net);
  return stepMatrices(a, b, n, m, seconds);
};

/** Temperatures that everything settles at under constant inputs: A T + B u = 0, by elimination with pivoting. */
export function settledAt(net: Network, inputs: readonly number[]): Float64Array {
  const { n, m, a, b } = systemOf(net);
  const rows = Array.from({ length: n }, (_, i) => {
    const row = Array.from({ length: n }, (_, j) => a[i * n + j] ?? 0);
    let right = 0;
    for (let k = 0; k < m; k++) right -= (b[i * m + k] ?? 0) * (inputs[k] ?? 0);
    return [...row, right];
  });
  for (let i = 0; i < n; i++) {
    let p = i;
    for (let r = i + 1; r < n; r++) if (Math.abs(rows[r]?.[i] ?? 0) > Math.abs(rows[p]?.[i] ?? 0)) p = r;
    const pivot = rows[p];
    const own = rows[i];
    if (!pivot || !own || Math.abs(pivot[i] ?? 0) < 1e-18)
      throw new RangeError('nothing holds this network at a temperature');
    rows[p] = own;
    rows[i] = pivot;
    for (let r = 0; r < n; r++) {
      const row = rows[r];
      if (r === i || !row) continue;
      const f = (row[i] ?? 0) / (pivot[i] ?? 1);
      for (let c = i; c <= n; c++) row[c] = (row[c] ?? 0) - f * (pivot[c] ?? 0);
    }
  }
  return Float64Array.from({ length: n }, (_, i) => (rows[i]?.[n] ?? 0) / (rows[i]?.[i] ?? 1));
}

/** Heat stored above 0 °C, J. */
export const storedJoules = (net: Network, state: ArrayLike<number>): number =>
  net.capacities.reduce((sum, c, i) => sum + c * (state[i] ?? 0), 0);
