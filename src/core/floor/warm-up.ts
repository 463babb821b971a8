/** From switching on at full power: the probe minute by minute, and when it reaches a temperature. */
import { stepMatrices } from '../house/expm';
import { type Around, type FloorModel, type FloorState, STATES, settled, systemMatrices } from './model';

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
  const { a, b } = systemMatrices(model);
  const { phi, gamma } = stepMatrices(a, b, STATES, 3, seconds);
  const u = [watts, around.belowCelsius, around.outCelsius];
  return Float64Array.from({ length: STATES }, (_, i) => {
    let sum = 0;
    for (let j = 0; j < STATES; j++) sum += (phi[i * STATES + j] as number) * (state[j] as number);
    for (let j = 0; j < 3; j++) sum += (gamma[i * 3 + j] as number) * (u[j] as number);
    return sum;
  });
}

/** The probe at minutes 0, 1, 2 … at full power. */
export function warmUpCurve(model: FloorModel, around: Around, start: FloorState, minutes: number): Float64Array {
  const { a, b } = systemMatrices(model);
  const { phi, gamma } = stepMatrices(a, b, STATES, 3, 60);
  const u = [model.watts, around.belowCelsius, around.outCelsius];
  const drive = Float64Array.from({ length: STATES }, (_, i) =>
    u.reduce((sum, v, j) => sum + (gamma[i * 3 + j] as number) * v, 0),
  );
  const out = new Float64Array(minutes + 1);
  let s = start;
  for (let t = 0; t <= minutes; t++) {
    out[t] = s[3] as number;
    const before = s;
    s = Float64Array.from(drive, (d, i) => {
      let sum = d;
      for (let j = 0; j < STATES; j++) sum += (phi[i * STATES + j] as number) * (before[j] as number);
      return sum;
    });
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
