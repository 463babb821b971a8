/** Hands out typed arrays from one buffer, so that WebAssembly can work on the very same numbers. */
const PAGE = 65_536;
/** The first bytes are left alone: address 0 stands for "none". */
const FIRST = 64;

export class Arena {
  readonly memory: WebAssembly.Memory | null;
  private readonly buffer: ArrayBuffer;
  private next = FIRST;

  /**
   * @param reals,integers how many numbers will be asked for at most
   * @param arrays in how many arrays
   * @param shared on memory that WebAssembly can use; it comes in pages and costs more to make
   */
  constructor(reals: number, integers: number, arrays: number, shared = true) {
    const bytes = FIRST + 8 * reals + 4 * integers + 16 * arrays;
    this.memory =
      shared && typeof WebAssembly === 'object' ? new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE) }) : null;
    this.buffer = this.memory ? this.memory.buffer : new ArrayBuffer(bytes);
  }

  private take(bytes: number): number {
    // Pairs of numbers are read sixteen bytes at a time.
    const at = Math.ceil(this.next / 16) * 16;
    this.next = at + bytes;
    if (this.next > this.buffer.byteLength) throw new RangeError('arena too small for its arrays');
    return at;
  }

  reals(length: number): Float64Array {
    return new Float64Array(this.buffer, this.take(8 * length), length);
  }

  integers(length: number): Int32Array {
    return new Int32Array(this.buffer, this.take(4 * length), length);
  }

  copyReals(values: ArrayLike<number>): Float64Array {
    const copy = this.reals(values.length);
    copy.set(values);
    return copy;
  }

  /** Numbers that nobody writes on: copied only where WebAssembly has to see them. */
  seen(values: Int32Array): Int32Array {
    return this.memory ? this.copyIntegers(values) : values;
  }

  copyIntegers(values: ArrayLike<number>): Int32Array {
    const copy = this.integers(values.length);
    copy.set(values);
    return copy;
  }
}
