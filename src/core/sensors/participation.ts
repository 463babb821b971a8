/**
 * What a device is steered by in each comfort profile: the mean of the sensors that count there, each corrected by the
 * offset found against a reference. A sensor that counts while its room is occupied counts only then.
 */
import { LOST_SENSOR_WORDS, type LostSensor } from '../devices/sheet';
import { type ReadingEntry, readingsInTime } from '../job/readings';
import type { Job } from '../job/schema';
import type { Sensor, SensorKind } from '../job/sensor-schema';

/** Kinds whose temperature is that of a room. */
const AIR_KINDS: ReadonlySet<SensorKind> = new Set(['built-in', 'remote', 'wired']);
/** Whether a kind measures a room’s air. */
export const isAir = (kind: SensorKind): boolean => AIR_KINDS.has(kind);

export const KIND_WORDS: Readonly<Record<SensorKind, string>> = {
  'built-in': 'in the device',
  remote: 'remote, by radio',
  wired: 'remote, on a pair of wires',
  floor: 'floor probe',
  outdoor: 'outdoors',
  duct: 'duct or pipe',
  humidity: 'humidity',
};

/** Measures of readings: what a sensor shows, and a reference thermometer beside it. */
export const showsMeasure = (id: string): string => `sensor.${id}.shows`;
/** Measure of a reference thermometer beside a sensor. */
export const referenceMeasure = (id: string): string => `sensor.${id}.reference`;

/** Below and above these a thermistor reads as an open or a shorted lead, °C. */
const OPEN_CELSIUS = -35;
const SHORT_CELSIUS = 60;
/** Apart from what the others show, K. */
const FAR_KELVIN = 3;

/** Shown the same for so long, min, while something beside it moved by so much, K: it is stuck. */
const STUCK_MINUTES = 15;
const STUCK_MOVED = 1;

export type SensorState = 'unread' | 'sound' | 'open' | 'shorted' | 'stuck' | 'far';

export interface SensorView {
  id: string;
  sensor: Sensor;
  showsCelsius: number | null;
  /** Shown less reference, K; null without one. */
  offsetKelvin: number | null;
  /** Corrected by its offset. */
  celsius: number | null;
  state: SensorState;
  /** From the median of the other rooms, K. */
  awayKelvin: number | null;
  /** How long it has shown the same while what is beside it moved, min. */
  stuckMinutes: number | null;
}

const median = (list: readonly number[]): number => {
  const sorted = [...list].sort((a, b) => a - b);
  const mid = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? (sorted[mid] ?? 0) : ((sorted[mid - 1] ?? 0) + (sorted[mid] ?? 0)) / 2;
};

/** Every sensor with the latest that was read of it. */
export function sensorViews(job: Pick<Job, 'sensors' | 'readings'>): SensorView[] {
  const latest = new Map<string, number>();
  const read = readingsInTime(job, (r) => r.measure?.startsWith('sensor.') === true);
  for (const r of read) if (r.measure !== undefined) latest.set(r.measure, r.value);
  const first = Object.entries(job.sensors ?? {}).map(([id, sensor]) => {
    const shows = latest.get(showsMeasure(id)) ?? null;
    const reference = latest.get(referenceMeasure(id)) ?? null;
    const offset = shows !== null && reference !== null ? shows - reference : null;
    return {
      id,
      sensor,
      showsCelsius: shows,
      offsetKelvin: offset,
      celsius: shows === null ? null : shows - (offset ?? 0),
    };
  });
  return first.map((v) => {
    const others = first.flatMap((o) =>
      o.id !== v.id && isAir(o.sensor.kind) && o.celsius !== null ? [o.celsius] : [],
    );
    const away = v.celsius !== null && isAir(v.sensor.kind) && others.length > 0 ? v.celsius - median(others) : null;
    const stuckMinutes = stuckFor(v.id, read);
    const state: SensorState =
      v.showsCelsius === null
        ? 'unread'
        : v.showsCelsius < OPEN_CELSIUS
          ? 'open'
          : v.showsCelsius > SHORT_CELSIUS
            ? 'shorted'
            : stuckMinutes !== null
              ? 'stuck'
              : away !== null && Math.abs(away) > FAR_KELVIN
                ? 'far'
                : 'sound';
    return { ...v, state, awayKelvin: away, stuckMinutes };
  });
}

/** Minutes a sensor has shown one figure for, where a reference or another room moved meanwhile; null otherwise. */
function stuckFor(id: string, read: readonly ReadingEntry[]): number | null {
  const own = read.filter((r) => r.measure === showsMeasure(id));
  const last = own.at(-1);
  if (!last) return null;
  // Back to the first of the run of the same figure.
  let first = last;
  for (let i = own.length - 2; i >= 0 && own[i]?.value === last.value; i--) first = own[i] ?? first;
  const minutes = (Date.parse(last.at) - Date.parse(first.at)) / 60_000;
  if (minutes < STUCK_MINUTES) return null;
  const moved = new Map<string, { low: number; high: number }>();
  for (const r of read) {
    if (r.measure === undefined || r.measure === showsMeasure(id) || r.at < first.at || r.at > last.at) continue;
    const span = moved.get(r.measure) ?? { low: r.value, high: r.value };
    moved.set(r.measure, { low: Math.min(span.low, r.value), high: Math.max(span.high, r.value) });
  }
  return [...moved.values()].some((s) => s.high - s.low >= STUCK_MOVED) ? minutes : null;
}

export interface Controlled {
  profile: string;
  name: string;
  /** Those that count and were read. */
  by: SensorView[];
  /** Mean of them; null where none was read. */
  celsius: number | null;
  /** Beside the sensor in the device, K. */
  besideDevice: number | null;
  /** In words: what the choice does. */
  says: string;
}

const sound = (v: SensorView): boolean => v.state === 'sound' || v.state === 'far';

/** Which sensors count in a profile; those that count while occupied only where somebody was. */
export const countsIn = (v: SensorView, profile: string): boolean => {
  const how = v.sensor.counts?.[profile];
  return how === 'always' || (how === 'occupied' && v.sensor.occupied !== false);
};

/** What happens once none of those that count is left, as the device's sheet says. */
export const whenLost = (lost: LostSensor | undefined): string =>
  lost === undefined
    ? 'what the device does then its sheet does not say'
    : `the device then ${LOST_SENSOR_WORDS[lost]}`;

/**
 * The temperature each profile is steered by, from the readings there are.
 * @param lost what the device does once none is left, by its sheet
 */
export function controlledBy(job: Pick<Job, 'sensors' | 'readings' | 'week'>, lost?: LostSensor): Controlled[] {
  const views = sensorViews(job);
  const own = views.find((v) => v.sensor.kind === 'built-in');
  return Object.entries(job.week.profiles).map(([profile, { name }]) => {
    const chosen = views.filter((v) => countsIn(v, profile));
    const by = chosen.filter((v) => v.celsius !== null && sound(v));
    const celsius = by.length > 0 ? by.reduce((s, v) => s + (v.celsius ?? 0), 0) / by.length : null;
    const beside = celsius !== null && own && own.celsius !== null ? celsius - own.celsius : null;
    return { profile, name, by, celsius, besideDevice: beside, says: saying(chosen, by, beside, own, lost) };
  });
}

const NEAR = 0.05;

function saying(
  chosen: readonly SensorView[],
  by: readonly SensorView[],
  beside: number | null,
  own: SensorView | undefined,
  lost: LostSensor | undefined,
): string {
  if (chosen.length === 0) return `No sensor counts: ${whenLost(lost)}.`;
  if (chosen.every((v) => v.state !== 'unread' && !sound(v)))
    return `None of those that count can be believed: ${whenLost(lost)}.`;
  if (by.length === 0) return 'None of those that count has been read.';
  const names = by.map((v) => v.sensor.name);
  const who =
    by.length === 1 ? `Only ${names[0]} counts` : `${names.slice(0, -1).join(', ')} and ${names.at(-1)} count`;
  if (beside === null || !own || (by.length === 1 && by[0]?.id === own.id)) return `${who}.`;
  if (Math.abs(beside) < NEAR) return `${who}: the same as ${own.sensor.name}.`;
  return `${who}: ${Math.abs(beside).toFixed(1)} K ${beside > 0 ? 'warmer' : 'colder'} than ${own.sensor.name}, so heat starts ${beside > 0 ? 'later' : 'sooner'}.`;
}
