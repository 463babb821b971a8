/** Some figures in a larger array. */
export interface Room {
  of: Float64Array;
  /** Where they begin. */
  at: number;
}

/**
 * Hands out places for figures: one large array after another. Small arrays of numbers are dear, each having a buffer of
 * its own outside the heap, and there are tens of thousands.
 */
export class Slab {
  private of = new Float64Array(0);
  private next = 0;

  room(length: number): Room {
    if (this.next + length > this.of.length) {
      this.of = new Float64Array(Math.max(length, SIZE));
      this.next = 0;
    }
    const at = this.next;
    this.next += length;
    return { of: this.of, at };
  }
}
/** Of so many numbers. */
const SIZE = 1 << 15;
