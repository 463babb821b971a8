/** The hour of a house compiled: run.ts is the reference, and both give the same bits. */

import { moduleOf } from '../wasm-module';
import { MINUTES_OF_WEEK } from '../week/wanted';
import { HOUR_WASM } from './wasm/hour.data';

/** Bytes and places as wasm/hour.as has them. */
const PAGES = 3;
const AT = {
  phi: 168,
  perWatt: 296,
  drift: 328,
  heat: 360,
  paid: 424,
  stages: 488,
  real: 552,
  price: 600,
  wanted: 12_120,
  comfort: 92_760,
} as const;
/** Stages that have a place. */
export const MOST_STAGES = 8;

export interface CompiledHour {
  /** @param stages of the equipment */
  hour: (stages: number) => void;
  /** What an hour carries on to the next, 21 places. */
  x: Float64Array;
  phi: Float64Array;
  perWatt: Float64Array;
  drift: Float64Array;
  heat: Float64Array;
  paid: Float64Array;
  stageMinutes: Float64Array;
  /** Half the band, minimum on and off, kelvin and minutes of the next stage, dead minutes. */
  real: Float64Array;
  price: Float64Array;
  wanted: Float64Array;
  comfort: Float64Array;
}

let compiled: CompiledHour | null | undefined;

/** One memory for all runs: a run writes all it reads, and nothing else runs meanwhile. Null without WebAssembly. */
export function compiledHour(): CompiledHour | null {
  if (compiled !== undefined) return compiled;
  if (typeof WebAssembly !== 'object') {
    compiled = null;
    return null;
  }
  const memory = new WebAssembly.Memory({ initial: PAGES });
  const { buffer } = memory;
  const module = moduleOf(HOUR_WASM);
  const { exports } = new WebAssembly.Instance(module, { env: { memory } });
  const view = (at: number, length: number): Float64Array => new Float64Array(buffer, at, length);
  compiled = {
    // The module exports exactly this function; WebAssembly's own type says only "some value".
    hour: exports.hour as (stages: number) => void,
    x: view(0, 21),
    phi: view(AT.phi, 16),
    perWatt: view(AT.perWatt, 4),
    drift: view(AT.drift, 4),
    heat: view(AT.heat, MOST_STAGES),
    paid: view(AT.paid, MOST_STAGES),
    stageMinutes: view(AT.stages, MOST_STAGES),
    real: view(AT.real, 6),
    price: view(AT.price, 1440),
    wanted: view(AT.wanted, MINUTES_OF_WEEK),
    comfort: view(AT.comfort, MINUTES_OF_WEEK),
  };
  return compiled;
}
