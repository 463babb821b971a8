/** From switching on at full power: the probe minute by minute, and when it reaches a temperature. */
import type { Step } from '../thermal/expm';
import { moved, transitionOf } from '../thermal/network';
import { type Around, type FloorModel, type FloorState, floorInputs, floorNetwork, settled } from './model';

/** What is looked ahead at most: a floor that takes longer is not switched by the clock. */
export const LOOK_AHEAD_MINUTES = 720;

/** One exact step at constant power; for steps of any length. */
export function advanceFloor(
  model: FloorModel,
  around: Around,
  state: FloorState,
  watts: number,
  seconds: number,
): FloorState {
  return moved(transitionOf(floorNetwork(model), seconds), state, floorInputs(around, watts));
}

const minuteTransition = (model: FloorModel): Pick<Step, 'phi' | 'gamma'> => transitionOf(floorNetwork(model), 60);

/**
 * The probe at minutes 0, 1, 2 … at full power.
 * @param step the model's minute, where it is at hand already
 */
export function warmUpCurve(
  model: FloorModel,
  around: Around,
  start: FloorState,
  minutes: number,
  step: Pick<Step, 'phi' | 'gamma'> = minuteTransition(model),
): Float64Array {
  const { phi: f, gamma: g } = step;
  const n = (v: Float64Array, i: number): number => v[i] as number;
  const drive = (row: number): number =>
    n(g, row * 3) * around.belowCelsius + n(g, row * 3 + 1) * around.outCelsius + n(g, row * 3 + 2) * model.watts;
  const d0 = drive(0);
  const d1 = drive(1);
  const d2 = drive(2);
  const d3 = drive(3);
  const out = new Float64Array(minutes + 1);
  let slab = n(start, 0);
  let room = n(start, 1);
  let under = n(start, 2);
  let probe = n(start, 3);
  for (let t = 0; t <= minutes; t++) {
    out[t] = probe;
    const s = slab;
    const r = room;
    const u = under;
    slab = n(f, 0) * s + n(f, 1) * r + n(f, 2) * u + d0;
    room = n(f, 4) * s + n(f, 5) * r + n(f, 6) * u + d1;
    under = n(f, 8) * s + n(f, 9) * r + n(f, 10) * u + d2;
    probe = n(f, 12) * s + n(f, 13) * r + n(f, 14) * u + n(f, 15) * probe + d3;
  }
  return out;
}

/** The curve between its minutes. */
export function curveAt(curve: Float64Array, minute: number): number {
  const at = Math.min(curve.length - 1, Math.max(0, minute));
  const low = Math.floor(at);
  const a = curve[low] ?? Number.NaN;
  return a + ((curve[Math.min(curve.length - 1, low + 1)] ?? a) - a) * (at - low);
}

/** Minutes until a rising curve reaches a temperature; null when it does not within its length. */
export function minutesTo(curve: Float64Array, celsius: number): number | null {
  for (let t = 0; t < curve.length; t++) {
    const here = curve[t] as number;
    if (here < celsius) continue;
    if (t === 0) return 0;
    const before = curve[t - 1] as number;
    return t - 1 + (celsius - before) / (here - before);
  }
  return null;
}

/** The room's temperature that full power holds for good; with the slab kept at its limit when that comes first. */
export function roomHeld(model: FloorModel, around: Around, limitCelsius: number): number {
  const full = settled(model, around, model.watts);
  const slab = Math.min(full[0] ?? 0, limitCelsius);
  return (model.slabToRoom * slab + model.roomToOut * around.outCelsius) / (model.slabToRoom + model.roomToOut);
}
