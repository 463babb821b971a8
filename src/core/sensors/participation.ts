/**
 * What a device is steered by in each comfort profile: the mean of the sensors that count there, each corrected by the
 * offset found against a reference. A sensor that counts while its room is occupied counts only then.
 */
import { readingsInTime } from '../job/readings';
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

export type SensorState = 'unread' | 'sound' | 'open' | 'shorted' | 'far';

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
}

const median = (list: readonly number[]): number => {
  const sorted = [...list].sort((a, b) => a - b);
  const mid = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? (sorted[mid] ?? 0) : ((sorted[mid - 1] ?? 0) + (sorted[mid] ?? 0)) / 2;
};

/** Every sensor with the latest that was read of it. */
export function sensorViews(job: Pick<Job, 'sensors' | 'readings'>): SensorView[] {
  const latest = new Map<string, number>();
  for (const r of readingsInTime(job, (r) => r.measure?.startsWith('sensor.') === true))
    if (r.measure !== undefined) latest.set(r.measure, r.value);
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
    const state: SensorState =
      v.showsCelsius === null
        ? 'unread'
        : v.showsCelsius < OPEN_CELSIUS
          ? 'open'
          : v.showsCelsius > SHORT_CELSIUS
            ? 'shorted'
            : away !== null && Math.abs(away) > FAR_KELVIN
              ? 'far'
              : 'sound';
    return { ...v, state, awayKelvin: away };
  });
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

/** The temperature each profile is steered by, from the readings there are. */
export function controlledBy(job: Pick<Job, 'sensors' | 'readings' | 'week'>): Controlled[] {
  const views = sensorViews(job);
  const own = views.find((v) => v.sensor.kind === 'built-in');
  return Object.entries(job.week.profiles).map(([profile, { name }]) => {
    const chosen = views.filter((v) => countsIn(v, profile));
    const by = chosen.filter((v) => v.celsius !== null && sound(v));
    const celsius = by.length > 0 ? by.reduce((s, v) => s + (v.celsius ?? 0), 0) / by.length : null;
    const beside = celsius !== null && own && own.celsius !== null ? celsius - own.celsius : null;
    return { profile, name, by, celsius, besideDevice: beside, says: saying(chosen, by, beside, own) };
  });
}

const NEAR = 0.05;

function saying(
  chosen: readonly SensorView[],
  by: readonly SensorView[],
  beside: number | null,
  own: SensorView | undefined,
): string {
  if (chosen.length === 0) return 'No sensor counts: the device falls back to its own.';
  if (by.length === 0) return 'None of those that count has been read.';
  const names = by.map((v) => v.sensor.name);
  const who =
    by.length === 1 ? `Only ${names[0]} counts` : `${names.slice(0, -1).join(', ')} and ${names.at(-1)} count`;
  if (beside === null || !own || (by.length === 1 && by[0]?.id === own.id)) return `${who}.`;
  if (Math.abs(beside) < NEAR) return `${who}: the same as ${own.sensor.name}.`;
  return `${who}: ${Math.abs(beside).toFixed(1)} K ${beside > 0 ? 'warmer' : 'colder'} than ${own.sensor.name}, so heat starts ${beside > 0 ? 'later' : 'sooner'}.`;
}
