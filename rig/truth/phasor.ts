/**
 * A circuit at one frequency by complex nodal analysis, dense and plain: it shares nothing with the circuit core it is
 * there to judge. Branches are R + jX in series with an EMF; zero frequency is the same with X = 0.
 */

/** Real and imaginary part. */
export type Complex = readonly [number, number];

export interface Branch {
  id: string;
  a: string;
  b: string;
  /** Series impedance, Ω; not both zero. */
  r: number;
  x: number;
  /** EMF, volts, raising a over b. */
  emf?: Complex;
}

const add = (p: Complex, q: Complex): Complex => [p[0] + q[0], p[1] + q[1]];
const sub = (p: Complex, q: Complex): Complex => [p[0] - q[0], p[1] - q[1]];
const mul = (p: Complex, q: Complex): Complex => [p[0] * q[0] - p[1] * q[1], p[0] * q[1] + p[1] * q[0]];
const div = (p: Complex, q: Complex): Complex => {
  const d = q[0] * q[0] + q[1] * q[1];
  return [(p[0] * q[0] + p[1] * q[1]) / d, (p[1] * q[0] - p[0] * q[1]) / d];
};
export const abs = (p: Complex): number => Math.hypot(p[0], p[1]);
const ZERO: Complex = [0, 0];
const ONE: Complex = [1, 0];

/** Leak of every node to the reference, S: a node that floats has a voltage. */
const LEAK: Complex = [1e-11, 0];

export interface Phasors {
  /** Volts of a node to the reference. */
  volts: (node: string) => Complex;
  /** Amperes through a branch from a to b. */
  amps: (id: string) => Complex;
}

/** Every node's voltage. Throws a RangeError for a branch without impedance. */
export function solvePhasors(branches: readonly Branch[], reference: string): Phasors {
  const index = new Map<string, number>();
  for (const { a, b } of branches)
    for (const node of [a, b]) if (node !== reference && !index.has(node)) index.set(node, index.size);
  const n = index.size;
  const rows: Complex[][] = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n + 1 }, (_, j): Complex => (i === j ? LEAK : ZERO)),
  );
  const put = (i: number | undefined, j: number | undefined, value: Complex): void => {
    const row = i === undefined ? undefined : rows[i];
    if (row && j !== undefined) row[j] = add(row[j] ?? ZERO, value);
  };
  for (const { id, a, b, r, x, emf } of branches) {
    if (r === 0 && x === 0) throw new RangeError(`branch "${id}" has no impedance`);
    const y = div(ONE, [r, x]);
    const [i, j] = [index.get(a), index.get(b)];
    put(i, i, y);
    put(j, j, y);
    put(i, j, sub(ZERO, y));
    put(j, i, sub(ZERO, y));
    if (emf) {
      const current = mul(emf, y);
      put(i, n, current);
      put(j, n, sub(ZERO, current));
    }
  }
  // Gauss with the largest pivot of each column.
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let i = k + 1; i < n; i++) if (abs(rows[i]?.[k] ?? ZERO) > abs(rows[best]?.[k] ?? ZERO)) best = i;
    [rows[k], rows[best]] = [rows[best] as Complex[], rows[k] as Complex[]];
    const pivotRow = rows[k] as Complex[];
    for (let i = k + 1; i < n; i++) {
      const row = rows[i] as Complex[];
      const head = row[k] ?? ZERO;
      if (head[0] === 0 && head[1] === 0) continue;
      const factor = div(head, pivotRow[k] as Complex);
      for (let j = k; j <= n; j++) row[j] = sub(row[j] ?? ZERO, mul(factor, pivotRow[j] ?? ZERO));
    }
  }
  const x: Complex[] = Array.from({ length: n }, () => ZERO);
  for (let i = n - 1; i >= 0; i--) {
    const row = rows[i] as Complex[];
    let sum = row[n] ?? ZERO;
    for (let j = i + 1; j < n; j++) sum = sub(sum, mul(row[j] ?? ZERO, x[j] ?? ZERO));
    x[i] = div(sum, row[i] as Complex);
  }
  const volts = (node: string): Complex => {
    const i = index.get(node);
    return i === undefined ? ZERO : (x[i] ?? ZERO);
  };
  return {
    volts,
    amps: (id) => {
      const e = branches.find((b) => b.id === id);
      if (!e) return ZERO;
      return div(sub(sub(volts(e.a), volts(e.b)), e.emf ?? ZERO), [e.r, e.x]);
    },
  };
}
