/**
 * The sensors of a house: what each shows, who holds one in the hand, and what the device makes of them. What a sensor
 * is called and whether it counts is what somebody entered into the device; a fault is that entered otherwise, or a
 * sensor that does not do its work.
 */
import { readingsInTime } from '../src/core/job/readings';
import type { Job } from '../src/core/job/schema';
import { RigError } from './rig-error';

/** A hand about a sensor: so much warmer in the end, K, and so fast, s. */
const HAND_KELVIN = 6;
const HAND_SECONDS = 70;
/** Rooms of a house are not alike: so far apart, K, where nobody read them. */
const APART_KELVIN = 0.7;
const ROOM_CELSIUS = 20;
/** What a device shows. */
const STEP = 0.1;

/** Names of what can be done, and of what is shown. */
const SENSOR_PREFIX = 'sensor.';

interface Probe {
  id: string;
  name: string;
  room: number;
  /** Shown less true, K, by the reference that stood beside it. */
  offset: number;
  warmed: number;
}

interface SensorFault {
  id: string;
  name: string;
  stuck?: string;
  silent?: string;
  /** Two entered under each other’s names. */
  exchanged?: [string, string];
  /** Entered so that it does not count where it should. */
  left?: string;
  /** Its offset was found, and not entered. */
  uncorrected?: string;
}

const offsetOf = (shows: number | undefined, reference: number | undefined): number =>
  shows === undefined || reference === undefined ? 0 : shows - reference;

const AIR: ReadonlySet<string> = new Set(['built-in', 'remote', 'wired']);

/** What could be wrong with the sensors of a job. */
function faultsOf(job: Job, probes: readonly Probe[]): SensorFault[] {
  const list = Object.entries(job.sensors ?? {}).filter(([, s]) => AIR.has(s.kind));
  const remote = list.filter(([, s]) => s.kind !== 'built-in');
  return [
    ...list.map(([id, s]) => ({ id: `sensor:${id}:stuck`, name: `${s.name} stuck`, stuck: id })),
    ...remote.map(([id, s]) => ({ id: `sensor:${id}:silent`, name: `${s.name} never heard`, silent: id })),
    ...remote
      .slice(1)
      .map(([id, s], i) => [remote[i], id, s] as const)
      .flatMap(([before, id, s]) =>
        before
          ? [
              {
                id: `sensor:${before[0]}:${id}:exchanged`,
                name: `${before[1].name} and ${s.name} entered under each other’s names`,
                exchanged: [before[0], id] as [string, string],
              },
            ]
          : [],
      ),
    ...list
      .filter(([, s]) => Object.keys(s.counts ?? {}).length > 0)
      .map(([id, s]) => ({ id: `sensor:${id}:left-out`, name: `${s.name} entered as not counting`, left: id })),
    ...probes
      .filter((p) => Math.abs(p.offset) >= 0.5)
      .map((p) => ({ id: `sensor:${p.id}:uncorrected`, name: `offset of ${p.name} not entered`, uncorrected: p.id })),
  ];
}

/** Whether a fault is one of the sensors, not of the wiring or the equipment. */
export const isSensorFault = (id: string): boolean => id.startsWith('sensor:');

export class SensorBench {
  private readonly probes: Probe[];
  private readonly hidden: SensorFault[];
  private readonly known: SensorFault[];
  private profile: string | null = null;
  private held: string | null = null;

  constructor(
    private readonly job: Job,
    faultIds: readonly string[],
  ) {
    const read = new Map(
      readingsInTime(job, (r) => r.measure?.startsWith(SENSOR_PREFIX) === true).map((r) => [r.measure, r.value]),
    );
    this.probes = Object.entries(job.sensors ?? {})
      .filter(([, s]) => AIR.has(s.kind))
      .map(([id, s], i) => ({
        id,
        name: s.name,
        room: read.get(`sensor.${id}.shows`) ?? ROOM_CELSIUS + APART_KELVIN * i,
        offset: offsetOf(read.get(`sensor.${id}.shows`), read.get(`sensor.${id}.reference`)),
        warmed: 0,
      }));
    this.known = faultsOf(job, this.probes);
    this.hidden = faultIds.filter(isSensorFault).map((id) => {
      const fault = this.known.find((f) => f.id === id);
      if (!fault) throw new RigError(`faults: the sensors of this house cannot have "${id}"`);
      return fault;
    });
  }

  /** Faults the sensors could have, by id and name. */
  faults(): { id: string; name: string }[] {
    return this.known.map(({ id, name }) => ({ id, name }));
  }

  /** `sensor.hold: id` takes one in the hand, `''` lets go; `sensor.profile: id` chooses a profile on the device. */
  act(change: Readonly<Record<string, string | number | boolean>>): void {
    for (const [key, value] of Object.entries(change)) {
      if (key === 'sensor.hold') {
        if (value !== '' && !this.probes.some((p) => p.id === value))
          throw new RigError(`act: there is no sensor "${value}"`);
        this.held = value === '' ? null : String(value);
      } else if (key === 'sensor.profile') {
        if (!(String(value) in this.job.week.profiles)) throw new RigError(`act: there is no profile "${value}"`);
        this.profile = String(value);
      } else throw new RigError(`act: sensors know no "${key}"`);
    }
  }

  advance(seconds: number): void {
    const keeps = Math.exp(-seconds / HAND_SECONDS);
    for (const p of this.probes) {
      const target = p.id === this.held ? HAND_KELVIN : 0;
      p.warmed = target + (p.warmed - target) * keeps;
    }
  }

  hiddenCount(): number {
    return this.hidden.length;
  }

  /** What stands behind the name the device has for a sensor. */
  private behind(id: string): string {
    for (const { exchanged } of this.hidden) {
      if (exchanged?.[0] === id) return exchanged[1];
      if (exchanged?.[1] === id) return exchanged[0];
    }
    return id;
  }

  private showsOf(id: string): number | null {
    const p = this.probes.find((x) => x.id === this.behind(id));
    if (!p || this.hidden.some((f) => f.silent === p.id)) return null;
    const celsius = p.room + (this.hidden.some((f) => f.stuck === p.id) ? 0 : p.warmed);
    return Math.round(celsius / STEP) * STEP;
  }

  private counts(id: string): boolean {
    const sensor = this.job.sensors?.[id];
    const how = this.profile === null ? undefined : sensor?.counts?.[this.profile];
    if (this.hidden.some((f) => f.left === id)) return false;
    return how === 'always' || (how === 'occupied' && sensor?.occupied !== false);
  }

  /** By name: what each sensor shows, and the temperature the device is steered by in the profile chosen. */
  shows(): Record<string, number> {
    const out: Record<string, number> = {};
    for (const p of this.probes) {
      const shown = this.showsOf(p.id);
      if (shown !== null) out[`${SENSOR_PREFIX}${p.id}`] = shown;
    }
    // The offset is entered under the name, whichever sensor stands behind it.
    const counted = this.probes.flatMap((p) => {
      const shown = this.counts(p.id) ? this.showsOf(p.id) : null;
      return shown === null ? [] : [shown - (this.hidden.some((f) => f.uncorrected === p.id) ? 0 : p.offset)];
    });
    const own = this.probes.find((p) => this.job.sensors?.[p.id]?.kind === 'built-in');
    const fallback = own ? this.showsOf(own.id) : null;
    const steered = counted.length > 0 ? counted.reduce((a, b) => a + b, 0) / counted.length : fallback;
    if (steered !== null) out[`${SENSOR_PREFIX}steered`] = Math.round(steered / STEP) * STEP;
    return out;
  }
}

/** What is done, told apart: at the sensors, and at the rest of the house. */
export function splitActs(
  change: Readonly<Record<string, string | number | boolean>>,
): [Record<string, string | number | boolean>, Record<string, string | number | boolean>] {
  const entries = Object.entries(change);
  const own = (key: string): boolean => key.startsWith(SENSOR_PREFIX);
  return [Object.fromEntries(entries.filter(([k]) => own(k))), Object.fromEntries(entries.filter(([k]) => !own(k)))];
}
