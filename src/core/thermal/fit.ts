/**
 * What a log of a room says of its house: factors on losses, mass and gains, with their standard errors, and "not
 * enough data" where the log says no more than the form did.
 *
 * Least squares over the log and a prior on each logarithm (what a form is known to), by Levenberg-Marquardt; the
 * errors are of (JᵀJ/σ² + prior)⁻¹, where σ is what the model leaves over, never less than a sensor's own spread.
 */
import Papa from 'papaparse';
import { fahrenheitToCelsius } from '../units/units';
import { stepMatrices } from './expm';
import { DOUBT, type Factors, type HouseForm, houseOf } from './house';
import { systemOf } from './network';
import { beginning } from './run';

export interface LogRow {
  /** From the first row, minutes. */
  minute: number;
  airCelsius: number;
  outdoorCelsius: number;
  /** Heat put in from this row until the next, W. */
  heatWatts: number;
}

export interface HouseFit {
  factors: Factors;
  /** Standard errors of the logarithms: 0.1 is about ten per cent. */
  errors: Factors;
  residualKelvin: number;
  rows: number;
  /** Losses are known twice as well as by the form alone. */
  enough: boolean;
  says: string;
}

const KEYS = ['loss', 'mass', 'gains'] as const;
const SENSOR_KELVIN = 0.15;
/** How far the first reading may be from where the house stood. */
const START_KELVIN = 0.7;
const LEAST_ROWS = 12;
const MOST_TURNS = 30;
const FARTHEST = 1.6;

/** The room as the model has it at each row, beginning where the log does. */
function modelled(form: HouseForm, p: readonly number[], rows: readonly LogRow[]): Float64Array {
  const house = houseOf(form, factorsOf(p));
  const offset = p[3] ?? 0;
  const { a, b, n, m } = systemOf(house.network);
  const first = rows[0];
  // One reading is not where the whole house stood: how far it was off is found with the rest.
  let t = beginning(house, (first?.airCelsius ?? 20) + offset, first?.outdoorCelsius ?? 5);
  const steps = new Map<number, ReturnType<typeof stepMatrices>>();
  const out = new Float64Array(rows.length);
  rows.forEach((row, i) => {
    out[i] = t[0] ?? Number.NaN;
    const next = rows[i + 1];
    if (!next) return;
    const minutes = next.minute - row.minute;
    const step = steps.get(minutes) ?? stepMatrices(a, b, n, m, minutes * 60);
    steps.set(minutes, step);
    const u = [row.outdoorCelsius, house.groundCelsius, row.heatWatts, house.gainsWatts];
    t = Float64Array.from({ length: n }, (_, k) => {
      let v = 0;
      for (let j = 0; j < n; j++) v += (step.phi[k * n + j] ?? 0) * (t[j] ?? 0);
      for (let j = 0; j < m; j++) v += (step.gamma[k * m + j] ?? 0) * (u[j] ?? 0);
      return v;
    });
  });
  return out;
}

const factorsOf = (p: readonly number[]): Factors => ({
  loss: Math.exp(p[0] ?? 0),
  mass: Math.exp(p[1] ?? 0),
  gains: Math.exp(p[2] ?? 0),
});

/** Symmetric and small, solved or inverted by Gauss and Jordan. */
function inverse(m: readonly (readonly number[])[]): number[][] {
  const rows = m.map((r, i) => [...r, ...m.map((_, j) => (i === j ? 1 : 0))]);
  for (let i = 0; i < rows.length; i++) {
    const pivot = rows[i] ?? [];
    const d = pivot[i] ?? 1;
    for (let c = 0; c < pivot.length; c++) pivot[c] = (pivot[c] ?? 0) / d;
    rows.forEach((row, r) => {
      if (r === i) return;
      const f = row[i] ?? 0;
      for (let c = 0; c < row.length; c++) row[c] = (row[c] ?? 0) - f * (pivot[c] ?? 0);
    });
  }
  return rows.map((r) => r.slice(m.length));
}

interface Turn {
  p: number[];
  y: Float64Array;
  cost: number;
}

/** @param rows in order of time, two at least; throws a RangeError otherwise */
export function fitHouse(form: HouseForm, rows: readonly LogRow[]): HouseFit {
  if (rows.length < 2) throw new RangeError('a log has two rows at least');
  const priors = [...KEYS.map((k) => 1 / DOUBT[k] ** 2), 1 / START_KELVIN ** 2];
  let sigma = SENSOR_KELVIN;
  const costOf = (y: Float64Array, p: readonly number[]): number =>
    y.reduce((s, v, i) => s + ((v - (rows[i]?.airCelsius ?? 0)) / sigma) ** 2, 0) +
    p.reduce((s, v, k) => s + v * v * (priors[k] ?? 0), 0);
  const turnAt = (p: number[]): Turn => {
    const y = modelled(form, p, rows);
    return { p, y, cost: costOf(y, p) };
  };
  const normalAt = ({ p, y }: Turn): { normal: number[][]; gradient: number[] } => {
    const h = 1e-4;
    const columns = priors.map((_, k) => {
      const moved = modelled(
        form,
        p.map((v, i) => (i === k ? v + h : v)),
        rows,
      );
      return moved.map((v, i) => (v - (y[i] ?? 0)) / h);
    });
    const w = 1 / sigma ** 2;
    return {
      normal: columns.map((a, i) =>
        columns.map((b, j) => w * a.reduce((s, v, r) => s + v * (b[r] ?? 0), 0) + (i === j ? (priors[i] ?? 0) : 0)),
      ),
      gradient: columns.map(
        (a, k) =>
          w * a.reduce((s, v, r) => s + v * ((y[r] ?? 0) - (rows[r]?.airCelsius ?? 0)), 0) +
          (p[k] ?? 0) * (priors[k] ?? 0),
      ),
    };
  };
  const residual = (y: Float64Array): number =>
    Math.sqrt(y.reduce((s, v, i) => s + (v - (rows[i]?.airCelsius ?? 0)) ** 2, 0) / rows.length);
  let now = turnAt([0, 0, 0, 0]);
  // What the model leaves over is the spread that the errors are judged by: found, then fitted again.
  for (let pass = 0; pass < 2; pass++) {
    now = turnAt(now.p);
    now = descend(now, normalAt, turnAt);
    sigma = Math.max(SENSOR_KELVIN, residual(now.y));
  }
  const covariance = inverse(normalAt(now).normal);
  const errors = KEYS.map((_, k) => Math.sqrt(covariance[k]?.[k] ?? Number.NaN));
  const enough = rows.length >= LEAST_ROWS && (errors[0] ?? 1) < DOUBT.loss / 2;
  const loss = houseOf(form, factorsOf(now.p)).lossWattsPerKelvin;
  return {
    factors: factorsOf(now.p),
    errors: { loss: errors[0] ?? 0, mass: errors[1] ?? 0, gains: errors[2] ?? 0 },
    residualKelvin: residual(now.y),
    rows: rows.length,
    enough,
    says: enough
      ? `The house loses ${loss.toFixed(0)} W/K, known to about ${((errors[0] ?? 0) * 100).toFixed(0)} %.`
      : 'Not enough data: the log says little more of the losses than the form does. A cold night without heat, or two days with it, would.',
  };
}

function descend(
  from: Turn,
  normalAt: (t: Turn) => { normal: number[][]; gradient: number[] },
  turnAt: (p: number[]) => Turn,
): Turn {
  let now = from;
  let damping = 1e-3;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const { normal, gradient } = normalAt(now);
    const before = now.cost;
    for (let tries = 0; tries < 10; tries++) {
      const damped = inverse(normal.map((r, i) => r.map((v, j) => (i === j ? v * (1 + damping) : v))));
      const p = now.p.map((v, k) =>
        Math.min(
          FARTHEST,
          Math.max(-FARTHEST, v - (damped[k] ?? []).reduce((s, x, j) => s + x * (gradient[j] ?? 0), 0)),
        ),
      );
      const next = turnAt(p);
      if (next.cost < now.cost) {
        now = next;
        damping = Math.max(1e-9, damping / 5);
        break;
      }
      damping *= 6;
    }
    if (before - now.cost < 1e-7 * before) break;
  }
  return now;
}

export type LogRead = { ok: true; rows: LogRow[] } | { ok: false; line: number; problem: string };

const MOST_ROWS = 20_000;

/**
 * A log as CSV: a head line with columns called minute (or time, ISO or hh:mm), indoor, outdoor and heat; °C unless the
 * head says fahrenheit or °F; heat in W, or in % of `heatWatts`. Nothing is taken where a line cannot be read.
 */
export function readHouseLog(text: string, heatWatts: number): LogRead {
  const { data } = Papa.parse<string[]>(
    text
      .slice(0, 4_000_000)
      .replace(/^\uFEFF/, '')
      .trim(),
    { skipEmptyLines: 'greedy' },
  );
  const [heads, ...lines] = data;
  const names = (heads ?? []).map((h) => h.slice(0, 60).trim().toLowerCase());
  const at = (pattern: RegExp): number => names.findIndex((n) => pattern.test(n));
  const columns = {
    time: at(/^(minute|time)/),
    air: at(/^(indoor|room|air|inside)/),
    outdoor: at(/^(outdoor|outside)/),
    heat: at(/^(heat|power|duty)/),
  };
  for (const [name, index] of Object.entries(columns))
    if (index < 0)
      return {
        ok: false,
        line: 1,
        problem: `no column for ${name}: the head line names minute (or time), indoor, outdoor and heat`,
      };
  if (lines.length > MOST_ROWS) return { ok: false, line: MOST_ROWS + 2, problem: `more than ${MOST_ROWS} lines` };
  const percent = /%|percent|duty/.test(names[columns.heat] ?? '');
  const figure = (row: readonly string[], index: number): number => {
    const cell = (row[index] ?? '').trim();
    return cell === '' ? Number.NaN : Number(cell.replace(',', '.').replace('−', '-'));
  };
  const celsius = (row: readonly string[], index: number): number =>
    /fahrenheit|°f/.test(names[index] ?? '') ? fahrenheitToCelsius(figure(row, index)) : figure(row, index);
  const rows: LogRow[] = [];
  let origin: number | null = null;
  for (const [i, row] of lines.entries()) {
    const line = i + 2;
    const cell = (row[columns.time] ?? '').trim();
    const clock = /^(\d{1,2}):(\d{2})$/.exec(cell);
    const stamp = /^\d{4}-\d{2}-\d{2}/.test(cell) ? Date.parse(cell) / 60_000 : Number.NaN;
    let minute = clock
      ? Number(clock[1]) * 60 + Number(clock[2])
      : Number.isNaN(stamp)
        ? figure(row, columns.time)
        : stamp;
    if (!Number.isFinite(minute)) return { ok: false, line, problem: `“${cell.slice(0, 24)}” is no time` };
    origin ??= minute;
    minute -= origin;
    const last = rows.at(-1)?.minute ?? -1;
    // A clock that begins again has gone past midnight.
    if (clock) while (minute <= last) minute += 1440;
    const entry = {
      minute,
      airCelsius: celsius(row, columns.air),
      outdoorCelsius: celsius(row, columns.outdoor),
      heatWatts: figure(row, columns.heat) * (percent ? heatWatts / 100 : 1),
    };
    if (minute <= last) return { ok: false, line, problem: 'time does not go on' };
    const bad = Object.entries(entry).find(([, v]) => !Number.isFinite(v));
    if (bad) return { ok: false, line, problem: `${bad[0].replace(/Celsius|Watts/, '')} is missing or no figure` };
    if (Math.abs(entry.airCelsius) > 60 || Math.abs(entry.outdoorCelsius) > 70 || entry.heatWatts < 0)
      return { ok: false, line, problem: 'a figure no house has: are these °F, or kW?' };
    rows.push(entry);
  }
  return rows.length < 2 ? { ok: false, line: 1, problem: 'two lines of figures at least' } : { ok: true, rows };
}
