/**
 * What a log of a room says of its house: factors on losses, mass and gains, with their standard errors, and "not
 * enough data" where the log says no more than the form did.
 *
 * Least squares over the log and a prior on each logarithm (what a form is known to), by Levenberg-Marquardt; the
 * errors are of (JᵀJ/σ² + prior)⁻¹, where σ is what the model leaves over, never less than a sensor's own spread.
 */
import { cellSi, type Moment, matchColumns, momentOf, readTable, type Taken, type Wanted } from '../table/table';
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
  // Readings a few minutes apart miss in the same way: a hundred of them know less than a hundred.
  const left = Array.from(now.y, (v, i) => v - (rows[i]?.airCelsius ?? 0));
  const inflation = memoryInflation(left);
  sigma *= inflation;
  const covariance = inverse(normalAt(now).normal);
  const errors = KEYS.map((_, k) => Math.sqrt(covariance[k]?.[k] ?? Number.NaN));
  const house = houseOf(form, factorsOf(now.p));
  const knownHeat = heatShare(rows, house.gainsWatts);
  const off = residual(now.y);
  const why = whyNot({
    rows: rows.length,
    knownHeat,
    off,
    edge: now.p.slice(0, 3).some((v) => Math.abs(v) > 0.98 * FARTHEST),
  });
  const enough = why === null && (errors[0] ?? 1) < DOUBT.loss / 2;
  return {
    factors: factorsOf(now.p),
    errors: { loss: errors[0] ?? 0, mass: errors[1] ?? 0, gains: errors[2] ?? 0 },
    residualKelvin: off,
    rows: rows.length,
    enough,
    says: enough
      ? `The house loses ${house.lossWattsPerKelvin.toFixed(0)} W/K, known to about ${((errors[0] ?? 0) * 200).toFixed(0)} % (19 times in 20).`
      : (why ??
        'Not enough data: the log says little more of the losses than the form does. A cold night without heat, or two days with it, would.'),
  };
}

/** How much of the heat in the log is known: what the heater gave, beside people, sun and appliances that nobody measured. */
function heatShare(rows: readonly LogRow[], gainsWatts: number): number {
  let heat = 0;
  let minutes = 0;
  rows.forEach((row, i) => {
    const next = rows[i + 1];
    if (!next) return;
    heat += row.heatWatts * (next.minute - row.minute);
    minutes += next.minute - row.minute;
  });
  return heat === 0 ? 0 : heat / (heat + gainsWatts * minutes);
}

/** By how much the spread of independent readings is too small for these: √((1 + ρ) / (1 − ρ)), ρ of neighbours. */
function memoryInflation(left: readonly number[]): number {
  const mean = left.reduce((s, v) => s + v, 0) / left.length;
  const [own, next] = left.reduce(
    ([o, n], v, i) => [o + (v - mean) ** 2, n + (v - mean) * ((left[i + 1] ?? mean) - mean)],
    [0, 0],
  );
  const rho = own > 0 ? Math.min(0.98, Math.max(0, (next ?? 0) / (own ?? 1))) : 0;
  return Math.sqrt((1 + rho) / (1 - rho));
}

/** Least share of the heat that has to be known before watts per kelvin mean anything. */
const LEAST_KNOWN_HEAT = 0.4;
/** A model that misses by more than this does not follow the log, K. */
const MOST_RESIDUAL_KELVIN = 0.35;

/** Why a log cannot tell the losses, in words; null where nothing speaks against it. */
function whyNot(of: { rows: number; knownHeat: number; off: number; edge: boolean }): string | null {
  if (of.rows < LEAST_ROWS) return `Not enough data: ${of.rows} rows. A night and a day would do.`;
  if (of.knownHeat === 0)
    return 'The heater never ran in this log. It shows how fast the house cools, not how many watts it loses. A log with the heater running for some hours would.';
  if (of.knownHeat < LEAST_KNOWN_HEAT)
    return `Most of the heat in this log is not known: the heater gave ${(of.knownHeat * 100).toFixed(0)} % of it. Log some cold days with the heater running.`;
  if (of.off > MOST_RESIDUAL_KELVIN)
    return `The model misses this log by ${of.off.toFixed(1)} K. Check the floor area, the emitter, and whether a door or window was open.`;
  return of.edge ? 'No house like the form fits this log. Check the floor area and the heat that was logged.' : null;
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

export type LogRead =
  | { ok: true; rows: LogRow[] /** What each column was taken for, and which were not used. */; says: string[] }
  | { ok: false; line: number; problem: string };

const MOST_ROWS = 20_000;
const TEMPERATURE = { of: ['temperature'], bare: '°C' } as const;
type LogColumn = 'time' | 'indoor' | 'outdoor' | 'heat' | 'on';
const LOG_COLUMNS: readonly Wanted<LogColumn>[] = [
  {
    key: 'time',
    names: [
      'time',
      'minute',
      'minutes',
      'timestamp',
      'datetime',
      'date time',
      'elapsed',
      'elapsed time',
      'seconds',
      'hours',
    ],
    of: ['seconds'],
    bare: 'min',
  },
  {
    key: 'indoor',
    names: [
      'indoor',
      'inside',
      'room',
      'air',
      'indoor temperature',
      'room temperature',
      'air temperature',
      'indoor temp',
      'room temp',
      'indoor air',
    ],
    ...TEMPERATURE,
  },
  {
    key: 'outdoor',
    names: [
      'outdoor',
      'outside',
      'outdoor temperature',
      'outside temperature',
      'outdoor temp',
      'outside temp',
      'ambient',
      'outdoor air',
    ],
    ...TEMPERATURE,
  },
  {
    key: 'heat',
    names: ['heat', 'heater', 'heating', 'power', 'heat power', 'heating power'],
    of: ['watts', 'share'],
    bare: 'W',
    optional: true,
  },
  // Of the heater's own power: what share of the time it ran.
  {
    key: 'on',
    names: [
      'heater on fraction',
      'on fraction',
      'heat fraction',
      'heating fraction',
      'duty',
      'duty cycle',
      'run fraction',
    ],
    of: ['share', 'plain'],
    bare: '',
    optional: true,
  },
];

/**
 * A log as CSV: columns for time (minutes, hours, seconds, clock or dates), indoor, outdoor and heat; °C and W unless the
 * head says otherwise; heat also as a share of `heatWatts`. Nothing is taken where a line cannot be read.
 */
export function readHouseLog(text: string, heatWatts: number): LogRead {
  const table = readTable(text.slice(0, 4_000_000));
  const at = (line: number, problem: string): LogRead => ({ ok: false, line, problem });
  const matched = matchColumns(table.heads, LOG_COLUMNS);
  if (!matched.ok) return at(table.headLine, matched.problem);
  const { time, indoor, outdoor, heat, on } = matched.columns;
  if (!time || !indoor || !outdoor) return at(table.headLine, 'a column is missing');
  if (heat && on) return at(table.headLine, `two columns could be heat: “${heat.head}” and “${on.head}”`);
  const heating = heat ?? on;
  if (!heating) return at(table.headLine, 'no column for heat: its head is heat, power, duty or heater on fraction');
  if (table.rows.length > MOST_ROWS) return at(table.rows[MOST_ROWS]?.line ?? 1, `more than ${MOST_ROWS} lines`);
  const rows: LogRow[] = [];
  let origin: number | null = null;
  let kind: Moment['is'] | 'figure' | null = null;
  for (const row of table.rows) {
    const cell = (row.cells[time.index] ?? '').trim();
    const moment = momentOf(cell);
    const figure = moment ? null : cellSi(row, time, table.locale);
    if (!moment && typeof figure !== 'number') return at(row.line, `“${cell.slice(0, 24)}” is no time`);
    const is = moment?.is ?? 'figure';
    if (kind !== null && kind !== is) return at(row.line, 'times are written in two ways');
    kind = is;
    // A bare figure under "time" could be minutes, hours or seconds.
    if (is === 'figure' && time.assumed) return at(table.headLine, '“time” does not say its unit: min, h or s');
    let minute = moment ? moment.minute : (figure as number) / 60;
    origin ??= minute;
    minute -= origin;
    const last = rows.at(-1)?.minute ?? -1;
    // A clock that begins again has gone past midnight.
    if (is === 'clock') while (minute <= last) minute += 1440;
    if (minute <= last) return at(row.line, 'time does not go on');
    const values = { indoor, outdoor, heat: heating };
    const read: Partial<Record<keyof typeof values, number>> = {};
    for (const [name, column] of Object.entries(values) as [keyof typeof values, Taken][]) {
      const si = cellSi(row, column, table.locale);
      if (si === null) return at(row.line, `${name} is missing`);
      if (typeof si !== 'number') return at(row.line, `${name}: ${si.problem}`);
      read[name] = si;
    }
    const { indoor: airCelsius = 0, outdoor: outdoorCelsius = 0, heat: given = 0 } = read;
    const share = heating.of === 'share' || heating.of === 'plain';
    if (share && (given < 0 || given > 1.0001)) return at(row.line, 'a share of the time lies between 0 and 1 (100 %)');
    const watts = share ? given * heatWatts : given;
    if (Math.abs(airCelsius) > 60 || Math.abs(outdoorCelsius) > 70 || watts < 0)
      return at(row.line, 'a figure no house has: are these °F?');
    rows.push({ minute, airCelsius, outdoorCelsius, heatWatts: watts });
  }
  if (rows.length < 2) return at(table.headLine, 'two lines of figures at least');
  return {
    ok: true,
    rows,
    says: [...matched.says, ...(matched.unused.length > 0 ? [`not used: ${matched.unused.join(', ')}`] : [])],
  };
}
