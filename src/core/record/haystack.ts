/**
 * A job as Project Haystack grids in their JSON form (Hayson): points and setpoints in one, the history of readings in
 * another. What a grid cannot say by its own tags stands in a dict of ours, so that it comes back whole.
 */
import * as z from 'zod';
import type { Quantity } from '../job/quantity';
import { Job, Profile, Reading } from '../job/schema';

const MARKER = { _kind: 'marker' } as const;
const ref = (val: string, dis?: string): object => ({ _kind: 'ref', val, ...(dis ? { dis } : {}) });
const number = (val: number, unit?: string): object => ({ _kind: 'number', val, ...(unit ? { unit } : {}) });

const UNITS: Readonly<Partial<Record<Quantity, string>>> = {
  'volts-ac': 'V',
  'volts-dc': 'V',
  ohms: 'Ω',
  amps: 'A',
  celsius: '°C',
  kelvin: 'K',
  seconds: 's',
  watts: 'W',
};

export interface HaystackGrid {
  _kind: 'grid';
  meta: { ver: string; [name: string]: unknown };
  cols: { name: string }[];
  rows: Record<string, unknown>[];
}

function gridOf(meta: Record<string, unknown>, rows: Record<string, unknown>[]): HaystackGrid {
  const names = [...new Set(rows.flatMap((r) => Object.keys(r)))];
  return { _kind: 'grid', meta: { ver: '3.0', ...meta }, cols: names.map((name) => ({ name })), rows };
}

/** A name as a ref may have it: letters, digits and _ : - . ~ only. */
const refName = (text: string): string => text.replace(/[^A-Za-z0-9_:\-.~]/g, '-');

/** Where and how a reading was taken, the same for all readings of one place. */
const pointId = (r: Reading): string =>
  refName(`point.${[r.a, r.b, r.quantity, r.state, r.test, r.measure, r.of].map((x) => x ?? '').join('~')}`);

const disOf = (r: Reading): string =>
  [[r.a, r.b].filter(Boolean).join(' to ') || (r.measure ?? r.quantity), r.state].filter(Boolean).join(', ');

/** Site, device, setpoints by profile, and every place that was read. */
export function pointsGrid(job: Job): HaystackGrid {
  const site = ref('site', job.site.name || 'Site');
  const equip = ref('equip');
  const profiles = Object.entries(job.week.profiles).flatMap(([id, p]) =>
    (['heatCelsius', 'coolCelsius'] as const).flatMap((which) => {
      const celsius = p[which];
      return celsius === undefined
        ? []
        : [
            {
              id: ref(refName(`sp.${id}.${which}`)),
              dis: `${p.name}, ${which === 'heatCelsius' ? 'heating' : 'cooling'}`,
              point: MARKER,
              sp: MARKER,
              air: MARKER,
              temp: MARKER,
              [which === 'heatCelsius' ? 'heating' : 'cooling']: MARKER,
              kind: 'Number',
              unit: '°C',
              curVal: number(celsius, '°C'),
              siteRef: site,
              equipRef: equip,
              profile: id,
            },
          ];
    }),
  );
  const read = new Map(Object.values(job.readings).map((r) => [pointId(r), r]));
  return gridOf({}, [
    {
      id: site,
      dis: job.site.name || 'Site',
      site: MARKER,
      ...(job.site.address ? { geoAddr: job.site.address } : {}),
    },
    { id: equip, dis: job.zone || 'Thermostat', equip: MARKER, siteRef: site },
    ...profiles,
    ...[...read].map(([id, r]) => ({
      id: ref(id),
      dis: disOf(r),
      point: MARKER,
      sensor: MARKER,
      his: MARKER,
      kind: r.quantity === 'seen' ? 'Bool' : r.quantity === 'said' ? 'Str' : 'Number',
      ...(UNITS[r.quantity] ? { unit: UNITS[r.quantity] } : {}),
      siteRef: site,
      equipRef: equip,
    })),
  ]);
}

/** Every reading, oldest first, struck ones too. */
export function historyGrid(job: Job): HaystackGrid {
  const rows = Object.entries(job.readings)
    .sort(([, x], [, y]) => x.at.localeCompare(y.at))
    .map(([key, r]) => {
      const { at, value, ...rest } = r;
      return {
        id: ref(pointId(r)),
        ts: { _kind: 'dateTime', val: at, tz: 'UTC' },
        val:
          r.quantity === 'seen'
            ? value === 1
            : r.quantity === 'said'
              ? (r.words ?? '')
              : number(value, UNITS[r.quantity]),
        reading: { _kind: 'dict', key, ...rest },
      };
    });
  return gridOf({}, rows);
}

const Num = z.union([z.number(), z.looseObject({ val: z.number() }).transform((n) => n.val)]);
const Row = z.looseObject({
  ts: z.union([z.string(), z.looseObject({ val: z.string() }).transform((t) => t.val)]).optional(),
  val: z.unknown().optional(),
  reading: z.record(z.string(), z.unknown()).optional(),
  sp: z.unknown().optional(),
  profile: z.string().optional(),
  heating: z.unknown().optional(),
  curVal: z.unknown().optional(),
});
const Grid = z.looseObject({ _kind: z.literal('grid'), rows: z.array(Row).max(20_000) });

export interface GridProblem {
  path: string;
  message: string;
}
export type TakenGrid =
  | { ok: true; job: Job; readings: number; setpoints: number }
  | { ok: false; problems: GridProblem[] };

const MOST_PROBLEMS = 10;

/** A job with what a grid holds put into it: readings of its history, setpoints of its points; all of it or nothing. */
export function takeGrid(job: Job, value: unknown): TakenGrid {
  const grid = Grid.safeParse(value);
  if (!grid.success)
    return {
      ok: false,
      problems: grid.error.issues
        .slice(0, MOST_PROBLEMS)
        .map((i) => ({ path: i.path.join('.'), message: i.path.length === 0 ? 'is no grid' : i.message })),
    };
  const problems: GridProblem[] = [];
  const readings: Record<string, Reading> = {};
  const profiles: Record<string, Profile> = { ...job.week.profiles };
  let setpoints = 0;
  for (const [i, row] of grid.data.rows.entries()) {
    const path = `rows.${i}`;
    if (row.ts !== undefined) {
      const read = readingOf(row);
      if ('problem' in read) problems.push({ path, message: read.problem });
      else readings[read.key] = read.reading;
    } else if (row.sp !== undefined && row.profile !== undefined) {
      const was = profiles[row.profile];
      const celsius = Num.safeParse(row.curVal);
      if (!was) problems.push({ path, message: `there is no profile “${row.profile}” in this job` });
      else if (!celsius.success) problems.push({ path, message: 'its setpoint is no figure' });
      else {
        const next = Profile.safeParse({
          ...was,
          [row.heating !== undefined ? 'heatCelsius' : 'coolCelsius']: celsius.data,
        });
        if (next.success) {
          profiles[row.profile] = next.data;
          setpoints += 1;
        } else problems.push({ path, message: next.error.issues[0]?.message ?? 'no setpoint of a profile' });
      }
    }
  }
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
  const next = Job.safeParse({
    ...job,
    readings: { ...job.readings, ...readings },
    week: { ...job.week, profiles },
  });
  return next.success
    ? { ok: true, job: next.data, readings: Object.keys(readings).length, setpoints }
    : {
        ok: false,
        problems: next.error.issues
          .slice(0, MOST_PROBLEMS)
          .map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
      };
}

function readingOf(row: z.infer<typeof Row>): { key: string; reading: Reading } | { problem: string } {
  const { _kind: _k, key, ...rest } = row.reading ?? {};
  if (typeof key !== 'string') return { problem: 'says nothing of where it was read: no reading in it' };
  const figure = typeof row.val === 'boolean' ? (row.val ? 1 : 0) : typeof row.val === 'string' ? 1 : row.val;
  const value = Num.safeParse(figure);
  if (!value.success) return { problem: 'its value is none' };
  const parsed = Reading.safeParse({ ...rest, at: row.ts, value: value.data });
  return parsed.success
    ? { key, reading: parsed.data }
    : {
        problem: `${parsed.error.issues[0]?.path.join('.') ?? ''}: ${parsed.error.issues[0]?.message ?? 'no reading'}`,
      };
}
