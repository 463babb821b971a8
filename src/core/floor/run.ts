/**
 * Minutes of a controlled floor, one after another: at each the thermostat decides, then the exact
 * step is taken. The longest runs are a year of 525,600 minutes, so the loop is plain arithmetic on
 * numbers held in locals; bench/floor-year.c does the same sums in the same order.
 */
import { type Step, stepMatrices } from '../house/expm';
import { type Around, type FloorModel, type FloorState, STATES, storedJoules, systemMatrices } from './model';

export const MINUTES_OF_WEEK = 10_080;
const MINUTE = 60;

export type SensorMode = 'floor' | 'air' | 'both';

export interface Control {
  mode: SensorMode;
  /** Wanted temperature by minute of the week, Monday 00:00 first; of the probe, or of the room in the other modes. */
  wanted: Float64Array;
  /** The probe never above this, unless the mode does not look at it. */
  limitCelsius: number;
  /** On below wanted − half, off above wanted + half. */
  differentialKelvin: number;
  /** 1 for minutes of the day with the cheaper price. */
  cheap: Uint8Array | null;
}

export interface Sums {
  minutes: number;
  onMinutes: number;
  cheapOnMinutes: number;
  switchings: number;
  /** Minutes during which the limit held the heating off although it was wanted. */
  heldMinutes: number;
  /** J: into the slab, from the room outwards, downwards, and more stored at the end than at the start. */
  inJoules: number;
  outJoules: number;
  belowJoules: number;
  storedJoules: number;
  /** K·h the controlled temperature was short of what was wanted. */
  shortKelvinHours: number;
}

export interface RunResult extends Sums {
  state: FloorState;
  /** The relay at the end. */
  on: boolean;
}

export const minuteStep = (model: FloorModel): Step => {
  const { a, b } = systemMatrices(model);
  return stepMatrices(a, b, STATES, 3, MINUTE);
};

export interface RunInput {
  model: FloorModel;
  step: Step;
  around: Around;
  /** °C outdoors by the hour of the run, where it changes; `around.outCelsius` otherwise. */
  hourly: Float64Array | null;
  control: Control;
  start: FloorState;
  /** Minute of the week at which the run begins. */
  from: number;
  minutes: number;
  on?: boolean;
  /** Filled with the probe's temperature at the start of each minute, as far as it is long. */
  trace?: Float64Array;
}

export function runFloor(input: RunInput): RunResult {
  const { model, step, around, hourly, control, start, minutes, trace } = input;
  const { phi: f, gamma: g, theta: q, xi: x } = step;
  const n = (v: Float64Array, i: number): number => v[i] as number;
  // Only the entries that the structure leaves: the probe feeds nothing back.
  const f00 = n(f, 0);
  const f01 = n(f, 1);
  const f02 = n(f, 2);
  const f10 = n(f, 4);
  const f11 = n(f, 5);
  const f12 = n(f, 6);
  const f20 = n(f, 8);
  const f21 = n(f, 9);
  const f22 = n(f, 10);
  const f30 = n(f, 12);
  const f31 = n(f, 13);
  const f32 = n(f, 14);
  const f33 = n(f, 15);
  const g00 = n(g, 0);
  const g01 = n(g, 1);
  const g02 = n(g, 2);
  const g10 = n(g, 3);
  const g11 = n(g, 4);
  const g12 = n(g, 5);
  const g20 = n(g, 6);
  const g21 = n(g, 7);
  const g22 = n(g, 8);
  const g30 = n(g, 9);
  const g31 = n(g, 10);
  const g32 = n(g, 11);
  const q10 = n(q, 4);
  const q11 = n(q, 5);
  const q12 = n(q, 6);
  const q20 = n(q, 8);
  const q21 = n(q, 9);
  const q22 = n(q, 10);
  const x10 = n(x, 3);
  const x11 = n(x, 4);
  const x12 = n(x, 5);
  const x20 = n(x, 6);
  const x21 = n(x, 7);
  const x22 = n(x, 8);
  const { wanted, limitCelsius: limit, cheap } = control;
  const half = control.differentialKelvin / 2;
  const byRoom = control.mode !== 'floor';
  const guarded = control.mode !== 'air';
  const { watts, roomToOut, beneathToBelow } = model;
  const below = around.belowCelsius;
  let out = around.outCelsius;
  let slab = n(start, 0);
  let room = n(start, 1);
  let under = n(start, 2);
  let probe = n(start, 3);
  let on = input.on === true;
  let week = input.from % MINUTES_OF_WEEK;
  let day = week % 1440;
  let hourMinute = 0;
  let hour = 0;
  let onMinutes = 0;
  let cheapOnMinutes = 0;
  let switchings = 0;
  let heldMinutes = 0;
  let roomSeconds = 0;
  let outSeconds = 0;
  let underSeconds = 0;
  let short = 0;
  // Over the limit the relay stays off until the probe has come down by the differential.
  let held = false;
  const traced = trace ? Math.min(minutes, trace.length) : 0;
  for (let i = 0; i < minutes; i++) {
    if (hourly !== null && hourMinute === 0) {
      out = hourly[hour] as number;
      hour += 1;
    }
    if (i < traced) (trace as Float64Array)[i] = probe;
    const want = wanted[week] as number;
    const seen = byRoom ? room : probe;
    const gap = want - seen;
    let call = on || held;
    if (gap > half) call = true;
    else if (gap < -half) call = false;
    if (guarded) {
      if (probe >= limit) held = true;
      else if (probe < limit - 2 * half) held = false;
    }
    const next = call && !held;
    if (call && held) heldMinutes += 1;
    if (!call) held = false;
    if (next !== on) switchings += 1;
    on = next;
    const power = on ? watts : 0;
    if (on) {
      onMinutes += 1;
      if (cheap !== null && cheap[day] === 1) cheapOnMinutes += 1;
    }
    if (gap > 0) short += gap;
    roomSeconds += q10 * slab + q11 * room + q12 * under + x10 * power + x11 * below + x12 * out;
    underSeconds += q20 * slab + q21 * room + q22 * under + x20 * power + x21 * below + x22 * out;
    outSeconds += out;
    const slabNext = f00 * slab + f01 * room + f02 * under + g00 * power + g01 * below + g02 * out;
    const roomNext = f10 * slab + f11 * room + f12 * under + g10 * power + g11 * below + g12 * out;
    const underNext = f20 * slab + f21 * room + f22 * under + g20 * power + g21 * below + g22 * out;
    probe = f30 * slab + f31 * room + f32 * under + f33 * probe + g30 * power + g31 * below + g32 * out;
    slab = slabNext;
    room = roomNext;
    under = underNext;
    week += 1;
    if (week === MINUTES_OF_WEEK) week = 0;
    day += 1;
    if (day === 1440) day = 0;
    hourMinute += 1;
    if (hourMinute === 60) hourMinute = 0;
  }
  const state = Float64Array.of(slab, room, under, probe);
  return {
    state,
    on,
    minutes,
    onMinutes,
    cheapOnMinutes,
    switchings,
    heldMinutes,
    inJoules: onMinutes * watts * MINUTE,
    outJoules: roomToOut * (roomSeconds - outSeconds * MINUTE),
    belowJoules: beneathToBelow * (underSeconds - below * minutes * MINUTE),
    storedJoules: storedJoules(model, state) - storedJoules(model, start),
    shortKelvinHours: short / 60,
  };
}

/** A setpoint held all week. */
export const constantly = (celsius: number): Float64Array => new Float64Array(MINUTES_OF_WEEK).fill(celsius);
