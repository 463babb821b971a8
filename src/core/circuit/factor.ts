/**
 * Numeric LDLᵀ over a fixed pattern, without a single subtraction. The matrix is a conductance
 * matrix; instead of its diagonal each node keeps its conductance to the reference ("excess"),
 * and eliminating a node is a star-to-mesh transformation, which only ever adds, multiplies and divides positive
 * numbers. So a conductor of 0.01 Ω hanging behind open contacts of 1 GΩ keeps full accuracy
 * (Grassmann, Taksar, Heyman 1985; O'Cinneide 1993 for the componentwise error bound).
 */
import type { Pattern } from './symbolic';
import type { Arena } from './wasm/arena';

export class Factor {
  readonly pattern: Pattern;
  /** Each node's excess, then the entries of L, then one spare place for loops. */
  readonly values: Float64Array;
  /** Pivots: everything that leaves a node when it is eliminated. */
  readonly pivot: Float64Array;

  constructor(pattern: Pattern, arena: Arena) {
    this.pattern = {
      size: pattern.size,
      position: pattern.position,
      column: arena.copyIntegers(pattern.column),
      row: arena.copyIntegers(pattern.row),
      pairStart: arena.copyIntegers(pattern.pairStart),
      pairOther: arena.copyIntegers(pattern.pairOther),
      pairTarget: arena.copyIntegers(pattern.pairTarget),
      slot: arena.copyIntegers(pattern.slot),
    };
    this.values = arena.reals(pattern.size + pattern.row.length + 1);
    this.pivot = arena.reals(pattern.size);
  }

  /** Fills in the network from edge conductances in siemens and factors it in place. */
  refactor(siemens: Float64Array, leak: number): void {
    const { size, column, row, pairStart, pairOther, pairTarget, slot } = this.pattern;
    const v = this.values;
    const d = this.pivot;
    const entries = row.length;
    // Plain loops: on arrays this short a call to fill() costs more than the filling.
    for (let i = 0; i < size; i++) v[i] = leak;
    for (let i = size; i <= size + entries; i++) v[i] = 0;
    for (let e = 0; e < slot.length; e++) {
      const at = slot[e] as number;
      v[at] = (v[at] as number) + (siemens[e] as number);
    }
    for (let k = 0; k < size; k++) d[k] = v[k] as number;
    for (let p = 0; p < entries; p++) {
      const k = column[p] as number;
      d[k] = (d[k] as number) + (v[size + p] as number);
    }
    let pair = 0;
    for (let p = 0; p < entries; p++) {
      const k = column[p] as number;
      const r = row[p] as number;
      const scaled = (v[size + p] as number) / (d[k] as number);
      const passed = scaled * (v[k] as number);
      v[size + p] = scaled;
      v[r] = (v[r] as number) + passed;
      d[r] = (d[r] as number) + passed;
      for (const end = pairStart[p + 1] as number; pair < end; pair++) {
        const into = pairTarget[pair] as number;
        const product = (v[size + (pairOther[pair] as number)] as number) * scaled;
        v[size + into] = (v[size + into] as number) + product;
        const c = column[into] as number;
        d[c] = (d[c] as number) + product;
      }
    }
  }

  /** Solves in place; `x` (injected amperes in, volts out) is indexed by position in the elimination order. */
  solve(x: Float64Array): void {
    const { size, column, row } = this.pattern;
    const v = this.values;
    const d = this.pivot;
    for (let p = 0; p < row.length; p++) {
      const r = row[p] as number;
      x[r] = (x[r] as number) + (v[size + p] as number) * (x[column[p] as number] as number);
    }
    for (let k = 0; k < size; k++) x[k] = (x[k] as number) / (d[k] as number);
    for (let p = row.length - 1; p >= 0; p--) {
      const k = column[p] as number;
      x[k] = (x[k] as number) + (v[size + p] as number) * (x[row[p] as number] as number);
    }
  }
}
