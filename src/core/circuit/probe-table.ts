/** Every pair of some points in one state: what an ideal meter reads between them, and the impedance behind it. */
import { magnitude, minus, NO_PHASOR, type Phasor } from './phasor';
import type { ProbePoint } from './probe';

export class ProbeTable {
  readonly size: number;

  /**
   * @param volts of each point to the reference
   * @param impedance node impedance matrix, row-major, ohms, two numbers each
   */
  constructor(
    readonly volts: readonly Phasor[],
    readonly impedance: Float64Array,
  ) {
    this.size = volts.length;
  }

  open(i: number, j: number): number {
    return magnitude(minus(this.volts[i] ?? NO_PHASOR, this.volts[j] ?? NO_PHASOR));
  }

  private behind(i: number, j: number, part: 0 | 1): number {
    const { impedance: z, size: n } = this;
    const at = (row: number, column: number): number => z[2 * (row * n + column) + part] as number;
    return at(i, i) + at(j, j) - 2 * at(i, j);
  }

  ohms(i: number, j: number): number {
    return Math.max(0, this.behind(i, j, 0));
  }

  reactance(i: number, j: number): number {
    return this.behind(i, j, 1);
  }

  private point(i: number, j: number): ProbePoint {
    return { open: this.open(i, j), ohms: this.ohms(i, j), reactance: this.reactance(i, j) };
  }

  /** Null where there is no such point: an index of −1 is that of a point that was not found. */
  at(i: number, j: number): ProbePoint | null {
    const known = i >= 0 && j >= 0 && i < this.size && j < this.size;
    return known ? this.point(i, j) : null;
  }

  /** Every ordered pair. */
  *pairs(): Generator<ProbePoint> {
    for (let i = 0; i < this.size; i++) for (let j = 0; j < this.size; j++) yield this.point(i, j);
  }
}
