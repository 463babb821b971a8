/** What the record says of time, for every family: the programme as keyed in, what is lost, and who counts where. */
import type { Shared } from '../family/contract';
import type { Job, Week } from '../job/schema';
import { controlledBy, KIND_WORDS, sensorViews } from '../sensors/participation';
import { clock, temperature } from '../units/units';
import { alikeTogether, entryText, type WeekProgramme } from '../week/programme';
import { DAYS } from '../week/week';
import { zoneWeek } from '../week/zones';
import type { PaperLine, PaperPart } from './paper-part';

/** "Wednesday 13:00 to 17:00: 17.0 °C in place of 20.0 °C", the worst few. */
const SHOWN = 4;

/** What the device does not hold of the week as wished; nothing where it holds all of it. */
export function lostLines(job: Job, shared: Shared): PaperLine[] {
  const { programme } = shared;
  if (!programme || programme.lostKelvinHours < 0.05) return [];
  return programme.lost.slice(0, SHOWN).map((l) => ({
    text: `${DAYS[l.day] ?? ''} ${clock(l.from)} to ${l.to === 1440 ? '24:00' : clock(l.to)}: ${temperature(l.programmedCelsius, job.units)} in place of ${temperature(l.wishedCelsius, job.units)}`,
  }));
}

/** The programme of every zone of the device. */
const programmeParts = (job: Job, shared: Shared): PaperPart[] => [
  ...programmePart(job.week, shared.programme ?? null, job.units, 'Programme in the device'),
  ...(shared.zoneProgrammes ?? []).flatMap((z) =>
    programmePart(zoneWeek(job.week, z.id), z.programme, job.units, `Programme in the device, ${z.name}`),
  ),
];

function programmePart(week: Week, programme: WeekProgramme | null, units: Job['units'], heading: string): PaperPart[] {
  if (!programme) return [];
  const { entries } = programme;
  const textOf = (id: string): string => {
    const e = entries.find((x) => x.id === id);
    return e ? entryText(e, units) : '';
  };
  return [
    {
      kind: 'table',
      heading,
      columns: [
        { head: 'Days', width: 26 },
        { head: 'Slot', width: 16 },
        { head: 'Time', width: 14, mono: true },
        { head: 'Setpoints', width: 30, mono: true },
        { head: 'Keyed in', width: 14 },
      ],
      rows: alikeTogether(entries).flatMap((g) =>
        g.entries.map((e) => [
          g.days,
          e.slot,
          clock(e.enter?.minute ?? e.minute),
          `${temperature(e.heatCelsius, units)}${e.coolCelsius === undefined ? '' : ` / ${temperature(e.coolCelsius, units)}`}`,
          e.ids.every((id) => week.keyed?.[id] === textOf(id)) ? 'yes' : 'not ticked',
        ]),
      ),
    },
  ];
}

function sensorPart(job: Job, shared: Shared): PaperPart[] {
  const views = sensorViews(job);
  if (views.length === 0) return [];
  const profiles = Object.entries(job.week.profiles);
  const t = (c: number | null): string => (c === null ? '–' : temperature(c, job.units));
  return [
    {
      kind: 'table',
      heading: 'Sensors',
      columns: [
        { head: 'Sensor', width: 24 },
        { head: 'Kind', width: 22 },
        { head: 'Shows', width: 14, mono: true },
        { head: 'Offset', width: 12, mono: true },
        { head: 'Counts in', width: 28 },
      ],
      rows: views.map((v) => [
        v.sensor.name,
        KIND_WORDS[v.sensor.kind],
        t(v.showsCelsius),
        v.offsetKelvin === null ? '–' : `${v.offsetKelvin.toFixed(1)} K`,
        profiles
          .flatMap(([id, p]) =>
            v.sensor.counts?.[id] ? [v.sensor.counts[id] === 'occupied' ? `${p.name} (while occupied)` : p.name] : [],
          )
          .join(', ') || 'none',
      ]),
    },
    {
      kind: 'lines',
      lines: controlledBy(job, shared.sheet?.lostSensor).map((c) => ({
        text: `${c.name}: ${t(c.celsius)}. ${c.says}`,
      })),
    },
  ];
}

/** The holiday in words; nothing without one. */
export const holidayLines = (job: Job): PaperLine[] =>
  job.week.holiday
    ? [
        {
          text: `Away from ${job.week.holiday.from} to ${job.week.holiday.to}: ${temperature(job.week.holiday.heatCelsius, job.units)}`,
        },
      ]
    : [];

/** The hold in words; nothing without one. */
export const holdLines = (job: Job): PaperLine[] =>
  job.week.hold
    ? [
        {
          text: `Held at ${temperature(job.week.hold.heatCelsius, job.units)} from ${job.week.hold.from.replace('T', ' ')} until ${job.week.hold.until.replace('T', ' ')}`,
        },
      ]
    : [];

/** Programme, what is lost, holiday and sensors; nothing where there are none. */
export const timeParts = (job: Job, shared: Shared): PaperPart[] => {
  const lost = lostLines(job, shared);
  return [
    ...programmeParts(job, shared),
    ...(lost.length > 0 ? [{ kind: 'lines' as const, heading: 'Off the week as wished', lines: lost }] : []),
    ...(job.week.holiday || job.week.hold
      ? [{ kind: 'lines' as const, lines: [...holidayLines(job), ...holdLines(job)] }]
      : []),
    ...sensorPart(job, shared),
  ];
};
