/**
 * Minutes of a controlled floor, one after another: at each the thermostat decides, then the exact
 * step is taken. The longest runs are a year of 525,600 minutes, so the loop is plain arithmetic on
 * numbers held in locals.
 */

import type { Step } from '../thermal/expm';
import { stepOf } from '../thermal/network';
import { MINUTES_OF_WEEK } from '../week/wanted';
import { type Around, type FloorModel, type FloorState, floorNetwork, STATES, storedJoules } from './model';

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
  /** 1 for minutes of the week with the cheaper price. */
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

/** The exact step of one minute. */
export const minuteStep = (model: FloorModel): Step => stepOf(floorNetwork(model), MINUTE);

const NEVER_CHEAP = new Uint8Array(MINUTES_OF_WEEK);
const NO_TRACE = new Float64Array(0);

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

/** What a run leaves behind: the last state, counts, and sums of the states over the minutes. */
export interface RunEnd {
  state: FloorState;
  on: boolean;
  onMinutes: number;
  cheapOnMinutes: number;
  switchings: number;
  heldMinutes: number;
  slabSum: number;
  roomSum: number;
  underSum: number;
  outSum: number;
  short: number;
}

/** °C·s of one state over the run, from the sums of the states and of the inputs over its steps. */
const integral = (theta: Float64Array, xi: Float64Array, row: number, sums: readonly number[]): number => {
  let total = 0;
  for (let j = 0; j < 3; j++)
    total += (theta[row * STATES + j] as number) * (sums[j] ?? 0) + (xi[row * 3 + j] as number) * (sums[3 + j] ?? 0);
  return total;
};

/** Heat and minutes of a run from what it left. */
function runResult({ model, step, around, start, minutes }: RunInput, end: RunEnd): RunResult {
  const { watts, roomToOut, beneathToBelow } = model;
  const below = around.belowCelsius;
  const { state, on, onMinutes, cheapOnMinutes, switchings, heldMinutes, outSum } = end;
  const sums = [end.slabSum, end.roomSum, end.underSum, below * minutes, outSum, watts * onMinutes];
  return {
    state,
    on,
    minutes,
    onMinutes,
    cheapOnMinutes,
    switchings,
    heldMinutes,
    inJoules: onMinutes * watts * MINUTE,
    outJoules: roomToOut * (integral(step.theta, step.xi, 1, sums) - outSum * MINUTE),
    belowJoules: beneathToBelow * (integral(step.theta, step.xi, 2, sums) - below * minutes * MINUTE),
    storedJoules: storedJoules(model, state) - storedJoules(model, start),
    shortKelvinHours: end.short / 60,
  };
}

/** A floor under its control, minute by minute. */
export function runFloor(input: RunInput): RunResult {
  const { model, step, around, hourly, control, start, minutes, trace } = input;
  const { phi: f, gamma: g } = step;
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
  const { wanted, limitCelsius: limit, cheap } = control;
  const half = control.differentialKelvin / 2;
  const release = limit - control.differentialKelvin;
  const byRoom = control.mode !== 'floor';
  const guarded = control.mode !== 'air';
  const { watts } = model;
  const below = around.belowCelsius;
  // What the inputs drive in one step: the power's share, and the surroundings', which change by the hour.
  const p0 = n(g, 2) * watts;
  const p1 = n(g, 5) * watts;
  const p2 = n(g, 8) * watts;
  const p3 = n(g, 11) * watts;
  let out = around.outCelsius;
  let d0 = n(g, 0) * below + n(g, 1) * out;
  let d1 = n(g, 3) * below + n(g, 4) * out;
  let d2 = n(g, 6) * below + n(g, 7) * out;
  let d3 = n(g, 9) * below + n(g, 10) * out;
  let slab = n(start, 0);
  let room = n(start, 1);
  let under = n(start, 2);
  let probe = n(start, 3);
  // Flags as 0 and 1 and one loop an hour inside another: what the compiler keeps in registers.
  let on = input.on === true ? 1 : 0;
  let held = 0;
  let week = input.from % MINUTES_OF_WEEK;
  let onMinutes = 0;
  let cheapOnMinutes = 0;
  let switchings = 0;
  let heldMinutes = 0;
  // The integrals are linear in the states: their sums are enough.
  let slabSum = 0;
  let roomSum = 0;
  let underSum = 0;
  let outSum = 0;
  let short = 0;
  const cheapAt = cheap ?? NEVER_CHEAP;
  const traced = trace ?? NO_TRACE;
  for (let done = 0, hour = 0; done < minutes; done += 60, hour++) {
    const part = Math.min(60, minutes - done);
    if (hourly !== null) {
      out = hourly[hour] as number;
      d0 = n(g, 0) * below + n(g, 1) * out;
      d1 = n(g, 3) * below + n(g, 4) * out;
      d2 = n(g, 6) * below + n(g, 7) * out;
      d3 = n(g, 9) * below + n(g, 10) * out;
    }
    outSum += out * part;
    for (let i = 0; i < part; i++) {
      if (done + i < traced.length) traced[done + i] = probe;
      const gap = (wanted[week] as number) - (byRoom ? room : probe);
      let call = on | held;
      if (gap > half) call = 1;
      else if (gap < -half) call = 0;
      // Over the limit the relay stays off until the probe has come down by the differential.
      if (guarded) {
        if (probe >= limit) held = 1;
        else if (probe < release) held = 0;
      }
      const next = call & (1 - held);
      heldMinutes += call & held;
      held &= call;
      switchings += next ^ on;
      on = next;
      if (gap > 0) short += gap;
      slabSum += slab;
      roomSum += room;
      underSum += under;
      let slabNext = f00 * slab + f01 * room + f02 * under + d0;
      let roomNext = f10 * slab + f11 * room + f12 * under + d1;
      let underNext = f20 * slab + f21 * room + f22 * under + d2;
      probe = f30 * slab + f31 * room + f32 * under + f33 * probe + d3;
      if (on === 1) {
        onMinutes += 1;
        cheapOnMinutes += cheapAt[week] as number;
        slabNext += p0;
        roomNext += p1;
        underNext += p2;
        probe += p3;
      }
      slab = slabNext;
      room = roomNext;
      under = underNext;
      week += 1;
      if (week === MINUTES_OF_WEEK) week = 0;
    }
  }
  return runResult(input, {
    state: Float64Array.of(slab, room, under, probe),
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
