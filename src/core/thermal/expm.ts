/**
 * Exact stepping of a linear system with inputs held over the step:
 *
 *   dx/dt = A x + B u   →   x(t+h) = Φ x + Γ u,   ∫x dt over the step = Θ x + Ξ u
 *
 * All four come out of one matrix exponential of the augmented system (C. F. Van Loan, "Computing
 * integrals involving the matrix exponential", IEEE Trans. Automatic Control 23 (3), 1978).
 * Matrices are dense, row-major Float64Arrays.
 */

/** exp(A) of an n×n matrix by scaling, a Taylor polynomial and squaring. Throws a RangeError for entries that are not finite. */
export function expm(a: Float64Array, n: number): Float64Array {
  let norm = 0;
  for (let i = 0; i < n; i++) {
    let row = 0;
    for (let j = 0; j < n; j++) row += Math.abs(a[i * n + j] ?? Number.NaN);
    if (!Number.isFinite(row)) throw new RangeError('expm: the matrix holds something that is not a number');
    norm = Math.max(norm, row);
  }
  const squarings = Math.max(0, Math.ceil(Math.log2(Math.max(norm, 1e-300) / 0.25)));
  const scaled = a.map((v) => v / 2 ** squarings);
  // At norm 0.25 the fourteenth term is below 1e-20 of the first: more would only add rounding.
  const terms = 14;
  let sum = identity(n);
  let term = identity(n);
  for (let k = 1; k <= terms; k++) {
    term = multiply(term, scaled, n);
    for (let i = 0; i < n * n; i++) term[i] = (term[i] as number) / k;
    for (let i = 0; i < n * n; i++) sum[i] = (sum[i] as number) + (term[i] as number);
  }
  for (let s = 0; s < squarings; s++) sum = multiply(sum, sum, n);
  return sum;
}

const identity = (n: number): Float64Array => {
  const m = new Float64Array(n * n);
  for (let i = 0; i < n; i++) m[i * n + i] = 1;
  return m;
};

function multiply(x: Float64Array, y: Float64Array, n: number): Float64Array {
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let k = 0; k < n; k++) {
      const f = x[i * n + k] as number;
      if (f === 0) continue;
      for (let j = 0; j < n; j++) out[i * n + j] = (out[i * n + j] as number) + f * (y[k * n + j] as number);
    }
  return out;
}

export interface Step {
  seconds: number;
  /** n×n, n×m, n×n, n×m. */
  phi: Float64Array;
  gamma: Float64Array;
  theta: Float64Array;
  xi: Float64Array;
}

/** Φ and Γ alone, where no integral is wanted: a third of the work. */
export function transition(
  a: Float64Array,
  b: Float64Array,
  n: number,
  m: number,
  seconds: number,
): Pick<Step, 'phi' | 'gamma'> {
  const size = n + m;
  const big = new Float64Array(size * size);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) big[i * size + j] = (a[i * n + j] as number) * seconds;
    for (let j = 0; j < m; j++) big[i * size + n + j] = (b[i * m + j] as number) * seconds;
  }
  const e = expm(big, size);
  const phi = new Float64Array(n * n);
  const gamma = new Float64Array(n * m);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) phi[i * n + j] = e[i * size + j] as number;
    for (let j = 0; j < m; j++) gamma[i * m + j] = e[i * size + n + j] as number;
  }
  return { phi, gamma };
}

/** @param a n×n in 1/s; @param b n×m; @param seconds length of the step */
export function stepMatrices(a: Float64Array, b: Float64Array, n: number, m: number, seconds: number): Step {
  // Order of the augmented state: [∫x / h, x, u]; the mean keeps the matrix small and so exact.
  const size = 2 * n + m;
  const big = new Float64Array(size * size);
  for (let i = 0; i < n; i++) {
    big[i * size + n + i] = 1;
    for (let j = 0; j < n; j++) big[(n + i) * size + n + j] = (a[i * n + j] as number) * seconds;
    for (let j = 0; j < m; j++) big[(n + i) * size + 2 * n + j] = (b[i * m + j] as number) * seconds;
  }
  const e = expm(big, size);
  const block = (row: number, column: number, rows: number, columns: number): Float64Array => {
    const out = new Float64Array(rows * columns);
    for (let i = 0; i < rows; i++)
      for (let j = 0; j < columns; j++) out[i * columns + j] = e[(row + i) * size + column + j] as number;
    return out;
  };
  return {
    seconds,
    phi: block(n, n, n, n),
    gamma: block(n, 2 * n, n, m),
    theta: block(0, n, n, n).map((v) => v * seconds),
    xi: block(0, 2 * n, n, m).map((v) => v * seconds),
  };
}
