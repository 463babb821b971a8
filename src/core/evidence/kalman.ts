/**
 * What is known of parameters that readings share, in Kalman form: y = f + J·θ + e with θ ~ N(m, Σ). Hundreds of
 * hypotheses take hundreds of figures each, so the sums are compiled as well; the reference does the same to the last bit.
 */
import { Slab } from '../slab';
import { moduleOf } from '../wasm-module';
import type { Parameter, Slopes } from './hypothesis';
import { KALMAN_WASM } from './wasm/kalman.data';

/**
 * What moves a reading by less, V or Ω for a parameter's whole, moves it by nothing that a meter shows: through the leak of
 * a floating core everything moves everything a little.
 */
const NIL = 1e-7;

/**
 * Middles, and covariances row by row, in a piece of a larger array: of an even number of parameters, one that nothing
 * follows fills an odd list up.
 */
export interface Estimate {
  /** Of parameters that there are. */
  count: number;
  middles: Float64Array;
  covariances: Float64Array;
}

const evenOf = (n: number): number => n + (n % 2);

const slab = new Slab();
function placeFor(count: number): Estimate {
  const p = evenOf(count);
  const { of, at } = slab.room(p * (1 + p));
  return { count, middles: of.subarray(at, at + p), covariances: of.subarray(at + p, at + p * (1 + p)) };
}

export function estimateOf(parameters: readonly Parameter[]): Estimate {
  const made = placeFor(parameters.length);
  const p = evenOf(parameters.length);
  parameters.forEach(({ sigma, mean }, i) => {
    made.middles[i] = mean;
    made.covariances[i * p + i] = sigma ** 2;
  });
  return made;
}

function put(into: Float64Array, { of, at }: Slopes, count: number): void {
  for (let i = 0; i < count; i++) into[i] = of[at + i] as number;
}

/** Takes figures into one estimate after another. */
export interface Filter {
  /** What follows is taken into a copy of this. */
  open: (estimate: Estimate) => void;
  /**
   * A figure by its slopes: how far it spreads by the parameters, as a variance.
   * @param slopes in the parameters' order
   */
  foresee: (slopes: Slopes) => number;
  /** What the middles move the figure last foreseen by. */
  moved: () => number;
  /** It is off by so much, beside that, of so much variance in all. */
  take: (off: number, variance: number) => void;
  /** @param into an estimate that nobody needs any more; null: another is made */
  close: (into: Estimate | null) => Estimate;
}

function closed(into: Estimate, middles: Float64Array, covariances: Float64Array): Estimate {
  into.middles.set(middles);
  into.covariances.set(covariances);
  return into;
}

/** The reference. */
export class PlainFilter implements Filter {
  private middles = new Float64Array(0);
  private covariances = new Float64Array(0);
  private slopes = new Float64Array(0);
  /** How each parameter varies with the figure. */
  private along = new Float64Array(0);
  private by = 0;
  private count = 0;

  open({ count, middles, covariances }: Estimate): void {
    const p = evenOf(count);
    this.count = count;
    this.middles = middles.slice();
    this.covariances = covariances.slice();
    this.slopes = new Float64Array(p);
    this.along = new Float64Array(p);
  }

  foresee(of: Slopes): number {
    const { middles, covariances, slopes, along } = this;
    const p = middles.length;
    put(slopes, of, this.count);
    along.fill(0);
    for (let b = 0; b < p; b++) {
      const slope = slopes[b] as number;
      if (Math.abs(slope) <= NIL) continue;
      for (let a = 0; a < p; a++) along[a] = (along[a] as number) + (covariances[b * p + a] as number) * slope;
    }
    let variance = 0;
    this.by = 0;
    for (let b = 0; b < p; b++) {
      const slope = slopes[b] as number;
      if (Math.abs(slope) <= NIL) continue;
      variance += (along[b] as number) * slope;
      this.by += (middles[b] as number) * slope;
    }
    return variance;
  }

  moved(): number {
    return this.by;
  }

  take(off: number, variance: number): void {
    const { middles, covariances, along } = this;
    const p = middles.length;
    for (let a = 0; a < p; a++) if (Math.abs(along[a] as number) <= NIL) along[a] = 0;
    for (let a = 0; a < p; a++) {
      const varies = along[a] as number;
      if (varies === 0) continue;
      const gain = varies / variance;
      middles[a] = (middles[a] as number) + gain * off;
      for (let m = 0; m < p; m++)
        covariances[a * p + m] = (covariances[a * p + m] as number) - gain * (along[m] as number);
    }
  }

  close(into: Estimate | null): Estimate {
    return closed(into ?? placeFor(this.count), this.middles, this.covariances);
  }
}

/** As kalman.as lays its memory out, in bytes. */
const MOVED = 64;
const MIDDLES = 80;
const PAGE = 65_536;

interface Compiled {
  foresee: (p: number) => number;
  take: (p: number, off: number, variance: number) => void;
}

export class CompiledFilter implements Filter {
  private readonly memory = new WebAssembly.Memory({ initial: 1 });
  private readonly compiled: Compiled;
  private p = -1;
  private count = 0;
  private by = new Float64Array(0);
  private middles = new Float64Array(0);
  private slopes = new Float64Array(0);
  private covariances = new Float64Array(0);

  /** Throws where it cannot be compiled. */
  constructor() {
    const module = moduleOf(KALMAN_WASM);
    const { exports } = new WebAssembly.Instance(module, { env: { memory: this.memory } });
    // The module exports exactly these functions; WebAssembly's own type says only "some value".
    this.compiled = exports as unknown as Compiled;
  }

  private fit(p: number): void {
    const bytes = MIDDLES + 8 * p * (3 + p);
    const { memory } = this;
    if (bytes > memory.buffer.byteLength) memory.grow(Math.ceil((bytes - memory.buffer.byteLength) / PAGE));
    const { buffer } = memory;
    this.p = p;
    this.by = new Float64Array(buffer, MOVED, 1);
    this.middles = new Float64Array(buffer, MIDDLES, p);
    this.slopes = new Float64Array(buffer, MIDDLES + 8 * p, p);
    this.covariances = new Float64Array(buffer, MIDDLES + 24 * p, p * p);
    this.slopes.fill(0);
  }

  open({ count, middles, covariances }: Estimate): void {
    const p = evenOf(count);
    if (p !== this.p) this.fit(p);
    // One more than there are is followed by nothing.
    if (count < p) this.slopes[count] = 0;
    this.count = count;
    this.middles.set(middles);
    this.covariances.set(covariances);
  }

  foresee(slopes: Slopes): number {
    put(this.slopes, slopes, this.count);
    return this.compiled.foresee(this.p);
  }

  moved(): number {
    return this.by[0] as number;
  }

  take(off: number, variance: number): void {
    this.compiled.take(this.p, off, variance);
  }

  close(into: Estimate | null): Estimate {
    return closed(into ?? placeFor(this.count), this.middles, this.covariances);
  }
}

function bestFilter(): Filter {
  try {
    return new CompiledFilter();
  } catch {
    // No WebAssembly, or none with vectors.
    return new PlainFilter();
  }
}

let made: Filter | undefined;

/** One for all: who opens an estimate closes it before another is opened. */
export function filter(): Filter {
  made ??= bestFilter();
  return made;
}
