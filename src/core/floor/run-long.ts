/** Long runs without a trace, compiled: run.ts is the reference, and both give the same bits. */
import { MINUTES_OF_WEEK } from '../week/wanted';
import { type RunInput, type RunResult, runFloor, runResult } from './run';
import { FLOOR_WASM } from './wasm/run.data';

/** Bytes and places as wasm/run.as has them. */
const PAGES = 3;
const AT = { gamma: 128, real: 224, sum: 320, int: 384, hourly: 512, wanted: 70_784, cheap: 151_424 } as const;
const MOST_HOURS = 8784;

interface Compiled {
  run: () => void;
  phi: Float64Array;
  gamma: Float64Array;
  real: Float64Array;
  sum: Float64Array;
  int: Int32Array;
  hourly: Float64Array;
  wanted: Float64Array;
  cheap: Uint8Array;
}

let compiled: Compiled | null | undefined;

/** One memory for all runs: a run writes all it reads, and nothing else runs meanwhile. */
function kernel(): Compiled | null {
  if (compiled !== undefined) return compiled;
  if (typeof WebAssembly !== 'object') {
    compiled = null;
    return null;
  }
  const memory = new WebAssembly.Memory({ initial: PAGES });
  const { buffer } = memory;
  const module = new WebAssembly.Module(Uint8Array.from(atob(FLOOR_WASM), (c) => c.charCodeAt(0)));
  const { exports } = new WebAssembly.Instance(module, { env: { memory } });
  compiled = {
    // The module exports exactly this function; WebAssembly's own type says only "some value".
    run: exports.run as () => void,
    phi: new Float64Array(buffer, 0, 16),
    gamma: new Float64Array(buffer, AT.gamma, 12),
    real: new Float64Array(buffer, AT.real, 9),
    sum: new Float64Array(buffer, AT.sum, 5),
    int: new Int32Array(buffer, AT.int, 10),
    hourly: new Float64Array(buffer, AT.hourly, MOST_HOURS),
    wanted: new Float64Array(buffer, AT.wanted, MINUTES_OF_WEEK),
    cheap: new Uint8Array(buffer, AT.cheap, 1440),
  };
  return compiled;
}

/** As runFloor, faster; anything the compiled form does not hold goes the plain way. */
export function runLong(input: RunInput): RunResult {
  const { model, step, around, hourly, control, start, minutes } = input;
  const k = input.trace || (hourly && hourly.length > MOST_HOURS) ? null : kernel();
  if (!k) return runFloor(input);
  k.phi.set(step.phi);
  k.gamma.set(step.gamma);
  k.real.set([model.watts, around.belowCelsius, control.limitCelsius, control.differentialKelvin]);
  k.real.set(start, 4);
  k.real[8] = around.outCelsius;
  k.int.set([
    control.mode === 'floor' ? 0 : 1,
    control.mode === 'air' ? 0 : 1,
    minutes,
    input.from % MINUTES_OF_WEEK,
    input.on === true ? 1 : 0,
    hourly ? 1 : 0,
  ]);
  if (hourly) k.hourly.set(hourly);
  k.wanted.set(control.wanted);
  if (control.cheap) k.cheap.set(control.cheap);
  else k.cheap.fill(0);
  k.run();
  const [, , , , on = 0, , onMinutes = 0, cheapOnMinutes = 0, switchings = 0, heldMinutes = 0] = k.int;
  const [slabSum = 0, roomSum = 0, underSum = 0, outSum = 0, short = 0] = k.sum;
  return runResult(input, {
    state: k.real.slice(4, 8),
    on: on === 1,
    onMinutes,
    cheapOnMinutes,
    switchings,
    heldMinutes,
    slabSum,
    roomSum,
    underSum,
    outSum,
    short,
  });
}
