/** Hands out typed arrays from one buffer, so that WebAssembly can work on the very same numbers. */
import { type CompiledKernel, compiledOn, kernelModule } from './kernel-module';

const PAGE = 65_536;
/** The first bytes of a memory are left alone: address 0 stands for "none". */
const FIRST = 64;
/** Pairs of numbers are read sixteen bytes at a time. */
const aligned = (at: number): number => Math.ceil(at / 16) * 16;

/** A piece of memory with the compiled kernel on it. */
interface Chunk {
  buffer: ArrayBuffer;
  /** Null where there is no WebAssembly. */
  kernel: CompiledKernel | null;
  next: number;
}

function chunkOf(bytes: number): Chunk {
  const module = kernelModule();
  if (!module) return { buffer: new ArrayBuffer(bytes), kernel: null, next: FIRST };
  const memory = new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE) });
  return { buffer: memory.buffer, kernel: compiledOn(module, memory), next: FIRST };
}

/**
 * Memory for circuits that are solved by the compiled kernel. Hundreds share one: a memory and an instance for each would
 * cost more than they save. It goes when the last of its circuits does.
 */
export class KernelMemory {
  private chunk: Chunk | null = null;

  /** @param pages at a time, of 64 KiB */
  constructor(private readonly pages = 1) {}

  room(bytes: number): Chunk & { at: number } {
    if (!this.chunk || this.chunk.next + bytes > this.chunk.buffer.byteLength)
      this.chunk = chunkOf(Math.max(FIRST + bytes, this.pages * PAGE));
    const at = this.chunk.next;
    this.chunk.next = aligned(at + bytes);
    return { ...this.chunk, at };
  }
}

export class Arena {
  /** Works on what lies here; null: only the reference does. */
  readonly kernel: CompiledKernel | null;
  private readonly buffer: ArrayBuffer;
  private readonly end: number;
  private next: number;

  /**
   * @param reals,integers how many numbers will be asked for at most
   * @param arrays in how many arrays
   * @param memory where WebAssembly is to see them; null: in a buffer of their own
   */
  constructor(reals: number, integers: number, arrays: number, memory: KernelMemory | null) {
    const bytes = aligned(8 * reals + 4 * integers + 16 * arrays);
    const { buffer, kernel, at } = memory?.room(bytes) ?? { buffer: new ArrayBuffer(bytes), kernel: null, at: 0 };
    this.buffer = buffer;
    this.kernel = kernel;
    this.next = at;
    this.end = at + bytes;
  }

  private take(bytes: number): number {
    const at = aligned(this.next);
    this.next = at + bytes;
    if (this.next > this.end) throw new RangeError('arena too small for its arrays');
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
    return this.kernel ? this.copyIntegers(values) : values;
  }

  copyIntegers(values: ArrayLike<number>): Int32Array {
    const copy = this.integers(values.length);
    copy.set(values);
    return copy;
  }
}
