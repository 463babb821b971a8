/**
 * Numeric LDLᵀ over a fixed pattern, without a single subtraction of conductances. The matrix is one of admittances;
 * instead of its diagonal each node keeps its admittance to the reference ("excess"), and eliminating a node is a
 * star-to-mesh transformation, which only ever adds, multiplies and divides. Where all are resistances these are
 * positive numbers, so that a conductor of 0.01 Ω hanging behind open contacts of 1 GΩ keeps full accuracy (Grassmann,
 * Taksar, Heyman 1985; O'Cinneide 1993 for the componentwise error bound).
 *
 * Numbers are complex, real part and imaginary part side by side: at zero frequency every imaginary part is nought.
 */
import type { Pattern } from './symbolic';
import type { Arena } from './wasm/arena';

export class Factor {
  readonly pattern: Pattern;
  /** Each node's excess, then the entries of L, then one spare place for loops; two numbers each. */
  readonly values: Float64Array;
  /** Everything that leaves a node when it is eliminated, and once factored one over it; two numbers each. */
  readonly pivot: Float64Array;

  constructor(pattern: Pattern, arena: Arena) {
    this.pattern = {
      size: pattern.size,
      position: pattern.position,
      columnStart: arena.seen(pattern.columnStart),
      column: arena.seen(pattern.column),
      row: arena.seen(pattern.row),
      pairStart: arena.seen(pattern.pairStart),
      pairOther: arena.seen(pattern.pairOther),
      pairTarget: arena.seen(pattern.pairTarget),
      slot: arena.seen(pattern.slot),
    };
    this.values = arena.reals(2 * (pattern.size + pattern.row.length + 1));
    this.pivot = arena.reals(2 * pattern.size);
  }

  /** Fills in the network from the edges' admittances, in siemens, and factors it in place. */
  refactor(admittance: Float64Array, leak: number): void {
    const { size, columnStart, column, row, pairStart, pairOther, pairTarget, slot } = this.pattern;
    const v = this.values;
    const d = this.pivot;
    const entries = row.length;
    const lower = 2 * size;
    // Plain loops: on arrays this short a call to fill() costs more than the filling.
    for (let i = 0; i < lower; i += 2) {
      v[i] = leak;
      v[i + 1] = 0;
    }
    for (let i = lower; i < v.length; i++) v[i] = 0;
    for (let e = 0; e < slot.length; e++) {
      const at = 2 * (slot[e] as number);
      v[at] = (v[at] as number) + (admittance[2 * e] as number);
      v[at + 1] = (v[at + 1] as number) + (admittance[2 * e + 1] as number);
    }
    for (let k = 0; k < lower; k++) d[k] = v[k] as number;
    for (let p = 0; p < entries; p++) {
      const k = 2 * (column[p] as number);
      d[k] = (d[k] as number) + (v[lower + 2 * p] as number);
      d[k + 1] = (d[k + 1] as number) + (v[lower + 2 * p + 1] as number);
    }
    let pair = 0;
    let p = 0;
    for (let k = 0; k < size; k++) {
      // One over the pivot, once: everything in its column is scaled by it, and so is what is solved later.
      const dr = d[2 * k] as number;
      const di = d[2 * k + 1] as number;
      const square = dr * dr + di * di;
      const ir = dr / square;
      const ii = -di / square;
      d[2 * k] = ir;
      d[2 * k + 1] = ii;
      const er = v[2 * k] as number;
      const ei = v[2 * k + 1] as number;
      for (const stop = columnStart[k + 1] as number; p < stop; p++) {
        const at = lower + 2 * p;
        const lr = v[at] as number;
        const li = v[at + 1] as number;
        const sr = lr * ir - li * ii;
        const si = lr * ii + li * ir;
        v[at] = sr;
        v[at + 1] = si;
        const pr = sr * er - si * ei;
        const pi = sr * ei + si * er;
        const r = 2 * (row[p] as number);
        v[r] = (v[r] as number) + pr;
        v[r + 1] = (v[r + 1] as number) + pi;
        d[r] = (d[r] as number) + pr;
        d[r + 1] = (d[r + 1] as number) + pi;
        for (const end = pairStart[p + 1] as number; pair < end; pair++) {
          const into = pairTarget[pair] as number;
          const other = lower + 2 * (pairOther[pair] as number);
          const or = v[other] as number;
          const oi = v[other + 1] as number;
          const fr = or * sr - oi * si;
          const fi = or * si + oi * sr;
          const to = lower + 2 * into;
          v[to] = (v[to] as number) + fr;
          v[to + 1] = (v[to + 1] as number) + fi;
          const c = 2 * (column[into] as number);
          d[c] = (d[c] as number) + fr;
          d[c + 1] = (d[c + 1] as number) + fi;
        }
      }
    }
  }

  /**
   * Solves in place; `x` (injected amperes in, volts out, two numbers each) is indexed by position in the elimination order.
   * @param first the first position where anything is injected, where that is known
   */
  solve(x: Float64Array, first = 0): void {
    const { size, columnStart, column, row } = this.pattern;
    const v = this.values;
    const d = this.pivot;
    const lower = 2 * size;
    for (let p = columnStart[first] as number; p < row.length; p++) {
      const r = 2 * (row[p] as number);
      const c = 2 * (column[p] as number);
      const lr = v[lower + 2 * p] as number;
      const li = v[lower + 2 * p + 1] as number;
      const xr = x[c] as number;
      const xi = x[c + 1] as number;
      x[r] = (x[r] as number) + (lr * xr - li * xi);
      x[r + 1] = (x[r + 1] as number) + (lr * xi + li * xr);
    }
    for (let k = 2 * first; k < lower; k += 2) {
      const ir = d[k] as number;
      const ii = d[k + 1] as number;
      const xr = x[k] as number;
      const xi = x[k + 1] as number;
      x[k] = ir * xr - ii * xi;
      x[k + 1] = ir * xi + ii * xr;
    }
    for (let p = row.length - 1; p >= 0; p--) {
      const r = 2 * (row[p] as number);
      const c = 2 * (column[p] as number);
      const lr = v[lower + 2 * p] as number;
      const li = v[lower + 2 * p + 1] as number;
      const xr = x[r] as number;
      const xi = x[r + 1] as number;
      x[c] = (x[c] as number) + (lr * xr - li * xi);
      x[c + 1] = (x[c + 1] as number) + (lr * xi + li * xr);
    }
  }
}
