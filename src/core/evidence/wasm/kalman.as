// One figure after another taken into an estimate, for WebAssembly: the same sums in the same order as ../kalman.ts.
// Compiled by scripts/build-kernel.mjs (AssemblyScript).
//
// Memory, of p numbers with p even: at 64 what the middles move a figure by; from 80 the middles, the figure's slopes,
// how each parameter varies with the figure, and p times p covariances.

const NIL: f64 = 1e-7;

// How far a figure of these slopes spreads by the parameters, as a variance.
export function foresee(p: i32): f64 {
  const row = <usize>p << 3;
  const theta: usize = 80;
  const slopes = theta + row;
  const along = slopes + row;
  const cov = along + row;
  for (let a: usize = 0; a < row; a += 16) v128.store(along + a, f64x2.splat(0));
  for (let b: usize = 0; b < row; b += 8) {
    const slope = load<f64>(slopes + b);
    if (abs(slope) <= NIL) continue;
    const from = cov + (b >> 3) * row;
    const s = f64x2.splat(slope);
    for (let a: usize = 0; a < row; a += 16)
      v128.store(along + a, f64x2.add(v128.load(along + a), f64x2.mul(v128.load(from + a), s)));
  }
  let variance: f64 = 0;
  let moved: f64 = 0;
  for (let b: usize = 0; b < row; b += 8) {
    const slope = load<f64>(slopes + b);
    if (abs(slope) <= NIL) continue;
    variance += load<f64>(along + b) * slope;
    moved += load<f64>(theta + b) * slope;
  }
  store<f64>(64, moved);
  return variance;
}

// The figure last foreseen is off by `off`, of the given variance in all.
export function take(p: i32, off: f64, variance: f64): void {
  const row = <usize>p << 3;
  const theta: usize = 80;
  const along = theta + 2 * row;
  const cov = along + row;
  for (let a: usize = 0; a < row; a += 8) if (abs(load<f64>(along + a)) <= NIL) store<f64>(along + a, 0);
  for (let a: usize = 0; a < row; a += 8) {
    const varies = load<f64>(along + a);
    if (varies == 0) continue;
    const gain = varies / variance;
    store<f64>(theta + a, load<f64>(theta + a) + gain * off);
    const into = cov + (a >> 3) * row;
    const g = f64x2.splat(gain);
    for (let m: usize = 0; m < row; m += 16)
      v128.store(into + m, f64x2.sub(v128.load(into + m), f64x2.mul(g, v128.load(along + m))));
  }
}
