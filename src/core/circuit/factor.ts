/**
 * Numeric LDLᵀ over a fixed pattern, without a single subtraction. The matrix is a conductance
 * matrix; instead of its diagonal each node keeps its conductance to the reference ("excess"),
 * and eliminating a node is a star-to-mesh transformation, which only ever adds, multiplies and divides positive
 * numbers. So a conductor of 0.01 Ω hanging behind open contacts of 1 GΩ keeps full accuracy
 * (Grassmann, Taksar, Heyman 1985; O'Cinneide 1993 for the componentwise error bound).
 */
import type { Pattern } from './symbolic';

export class Factor {
  readonly pattern: Pattern;
  readonly diagonal: Float64Array;
  readonly lower: Float64Array;

  constructor(pattern: Pattern) {
    this.pattern = pattern;
    this.diagonal = new Float64Array(pattern.size);
    this.lower = new Float64Array(pattern.row.length);
  }

  /**
   * Fills in the network from edge conductances in siemens and factors it in place.
   * @param from,to positions in the elimination order of each edge's ends, -1 = reference
   */
  refactor(from: Int32Array, to: Int32Array, siemens: Float64Array, leak: number): void {
    const { size, columnStart, row, target, edgeEntry } = this.pattern;
    const d = this.diagonal;
    const l = this.lower;
    d.fill(leak);
    l.fill(0);
    const edges = siemens.length;
    for (let e = 0; e < edges; e++) {
      const a = from[e] as number;
      const b = to[e] as number;
      if (a === b) continue;
      const entry = edgeEntry[e] as number;
      if (entry >= 0) l[entry] = (l[entry] as number) + (siemens[e] as number);
      else if (a >= 0) d[a] = (d[a] as number) + (siemens[e] as number);
      else d[b] = (d[b] as number) + (siemens[e] as number);
    }
    let t = 0;
    for (let k = 0; k < size; k++) {
      const start = columnStart[k] as number;
      const end = columnStart[k + 1] as number;
      const excess = d[k] as number;
      let total = excess;
      for (let p = start; p < end; p++) total += l[p] as number;
      d[k] = total;
      const inverse = 1 / total;
      for (let p = start; p < end; p++) {
        const scaled = (l[p] as number) * inverse;
        const r = row[p] as number;
        d[r] = (d[r] as number) + scaled * excess;
        for (let q = p + 1; q < end; q++) {
          const into = target[t++] as number;
          l[into] = (l[into] as number) + (l[q] as number) * scaled;
        }
        l[p] = scaled;
      }
    }
  }

  /** Solves in place; `x` (injected amperes in, volts out) is indexed by position in the elimination order. */
  solve(x: Float64Array): void {
    const { size, columnStart, row } = this.pattern;
    const d = this.diagonal;
    const l = this.lower;
    for (let k = 0; k < size; k++) {
      const xk = x[k] as number;
      if (xk !== 0) {
        const end = columnStart[k + 1] as number;
        for (let p = columnStart[k] as number; p < end; p++) {
          const r = row[p] as number;
          x[r] = (x[r] as number) + (l[p] as number) * xk;
        }
      }
    }
    for (let k = size - 1; k >= 0; k--) {
      let sum = (x[k] as number) / (d[k] as number);
      const end = columnStart[k + 1] as number;
      for (let p = columnStart[k] as number; p < end; p++) sum += (l[p] as number) * (x[row[p] as number] as number);
      x[k] = sum;
    }
  }
}
