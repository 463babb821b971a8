/**
 * What logged points say of the floor's mass and losses, and how sure the forecast then is.
 *
 * Two factors are fitted, the slab's heat capacity and its losses, each on a logarithm with a prior
 * (a build-up guessed from a form is known to about a third; its losses to about a half). Least
 * squares over points and priors by Levenberg-Marquardt; covariance = (Jᵀ J / σ² + prior)⁻¹
 * (Press et al., Numerical Recipes, 15.5 and 15.6). The band is the forecast ± two standard errors.
 */
import type { Around, FloorModel, FloorState } from './model';
import { curveAt, warmUpCurve } from './warm-up';

export interface LogPoint {
  minute: number;
  celsius: number;
}

export interface FloorFit {
  massFactor: number;
  lossFactor: number;
  /** Standard errors of the logarithms: 0.1 is about ten per cent. */
  massError: number;
  lossError: number;
  /** Root mean square of what is left, K. */
  residualKelvin: number;
  points: number;
  /** Too little or too short to say more of the mass than the form did. */
  enough: boolean;
  /** The points lie where no such floor would put them. */
  unlike: boolean;
  model: FloorModel;
  covariance: [number, number, number];
}

const PRIOR_MASS = 0.35;
const PRIOR_LOSS = 0.5;
/** A display's whole or half degree, and the touch of the probe. */
const POINT_KELVIN = 0.3;
/** What the model leaves out comes to about this; more says that the floor is not the one surveyed. */
const UNLIKE_KELVIN = 1;

/** A floor with its mass and losses scaled. */
export const scaled = (m: FloorModel, mass: number, loss: number): FloorModel => ({
  ...m,
  slab: m.slab * mass,
  slabToRoom: m.slabToRoom * loss,
  slabToBeneath: m.slabToBeneath * loss,
});

/** The start of a logged run is where its first point is. */
function startOf(start: FloorState, points: readonly LogPoint[]): FloorState {
  const first = points.find((p) => p.minute <= 1);
  return first ? Float64Array.of(first.celsius, start[1] ?? 0, start[2] ?? 0, first.celsius) : start;
}

/** @param points in any order; with none the prior stands */
export function fitFloor(
  model: FloorModel,
  around: Around,
  from: FloorState,
  points: readonly LogPoint[],
): FloorFit & { start: FloorState } {
  const start = startOf(from, points);
  const last = points.reduce((m, p) => Math.max(m, p.minute), 0);
  const curve = (a: number, b: number): number[] => {
    const c = warmUpCurve(scaled(model, Math.exp(a), Math.exp(b)), around, start, Math.ceil(last) + 1);
    return points.map((p) => curveAt(c, p.minute));
  };
  const weight = 1 / POINT_KELVIN ** 2;
  const cost = (y: readonly number[], a: number, b: number): number =>
    y.reduce((sum, v, i) => sum + weight * (v - (points[i]?.celsius ?? 0)) ** 2, 0) +
    (a / PRIOR_MASS) ** 2 +
    (b / PRIOR_LOSS) ** 2;
  let a = 0;
  let b = 0;
  let y = curve(a, b);
  let now = cost(y, a, b);
  let damping = 1e-3;
  const H = 1e-4;
  let normal: [number, number, number] = [1 / PRIOR_MASS ** 2, 0, 1 / PRIOR_LOSS ** 2];
  // Without a point there is nothing to fit: the prior stands.
  for (let turn = 0; points.length > 0 && turn < 40; turn++) {
    const ya = curve(a + H, b);
    const yb = curve(a, b + H);
    let ga = a / PRIOR_MASS ** 2;
    let gb = b / PRIOR_LOSS ** 2;
    normal = [1 / PRIOR_MASS ** 2, 0, 1 / PRIOR_LOSS ** 2];
    y.forEach((v, i) => {
      const da = ((ya[i] ?? v) - v) / H;
      const db = ((yb[i] ?? v) - v) / H;
      const r = v - (points[i]?.celsius ?? 0);
      ga += weight * da * r;
      gb += weight * db * r;
      normal[0] += weight * da * da;
      normal[1] += weight * da * db;
      normal[2] += weight * db * db;
    });
    let moved = false;
    for (let tries = 0; tries < 12 && !moved; tries++) {
      const m0 = normal[0] * (1 + damping);
      const m2 = normal[2] * (1 + damping);
      const det = m0 * m2 - normal[1] ** 2;
      const sa = -(m2 * ga - normal[1] * gb) / det;
      const sb = -(m0 * gb - normal[1] * ga) / det;
      // A factor beyond ten either way is no floor.
      const na = Math.min(2.3, Math.max(-2.3, a + sa));
      const nb = Math.min(2.3, Math.max(-2.3, b + sb));
      const ny = curve(na, nb);
      const next = cost(ny, na, nb);
      if (next < now) {
        moved = now - next > 1e-9 * now;
        a = na;
        b = nb;
        y = ny;
        now = next;
        damping = Math.max(1e-9, damping / 5);
        break;
      }
      damping *= 6;
    }
    if (!moved) break;
  }
  const det = normal[0] * normal[2] - normal[1] ** 2;
  const covariance: [number, number, number] = [normal[2] / det, -normal[1] / det, normal[0] / det];
  const residualKelvin =
    points.length === 0
      ? 0
      : Math.sqrt(y.reduce((sum, v, i) => sum + (v - (points[i]?.celsius ?? 0)) ** 2, 0) / points.length);
  const massError = Math.sqrt(covariance[0]);
  return {
    massFactor: Math.exp(a),
    lossFactor: Math.exp(b),
    massError,
    lossError: Math.sqrt(covariance[2]),
    residualKelvin,
    points: points.length,
    enough: points.length >= 3 && massError < PRIOR_MASS / 2,
    unlike: points.length >= 3 && residualKelvin > UNLIKE_KELVIN,
    model: scaled(model, Math.exp(a), Math.exp(b)),
    covariance,
    start,
  };
}

export interface Forecast {
  /** The probe at minutes 0, 1, 2 …: expected, and two standard errors to either side. */
  expected: Float64Array;
  low: Float64Array;
  high: Float64Array;
}

/** The probe minute by minute, with two standard errors to either side, °C. */
export function forecast(
  model: FloorModel,
  around: Around,
  fit: FloorFit & { start: FloorState },
  minutes: number,
): Forecast {
  const { start, covariance } = fit;
  const curve = (da: number, db: number): Float64Array =>
    warmUpCurve(scaled(model, fit.massFactor * Math.exp(da), fit.lossFactor * Math.exp(db)), around, start, minutes);
  const H = 0.01;
  const expected = curve(0, 0);
  const a = curve(H, 0);
  const b = curve(0, H);
  const spread = Float64Array.from(expected, (v, i) => {
    const da = ((a[i] ?? v) - v) / H;
    const db = ((b[i] ?? v) - v) / H;
    return 2 * Math.sqrt(Math.max(0, covariance[0] * da * da + 2 * covariance[1] * da * db + covariance[2] * db * db));
  });
  return {
    expected,
    low: expected.map((v, i) => v - (spread[i] ?? 0)),
    high: expected.map((v, i) => v + (spread[i] ?? 0)),
  };
}
