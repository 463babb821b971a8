/** The week judged beside its programme, for every family alike. */
import type { Schedule, SettingKey } from '../devices/sheet';
import type { Shared } from '../family/contract';
import { bySeverity, type Finding, finding } from '../findings/finding';
import type { Job, Week } from '../job/schema';
import type { TestPlan } from '../proof/proof-run';
import { withTests } from '../proof/with-tests';
import { type JobHouse, jobHouse } from '../thermal/job-house';
import { runHouse } from '../thermal/run';
import { warmUpMinutes } from '../thermal/warm';
import { clock } from '../units/units';
import { holdPlan, holdRuns } from './hold';
import { aheadByLeads, type Lead } from './lead';
import { hourMinutes } from './minutes';
import { looked, weekTests } from './on-device';
import { programmeOf, type WeekProgramme } from './programme';
import { constantly, wantedByMinute } from './wanted';
import { DAYS } from './week';
import { zoneWeek } from './zones';

/** Under this the programme is the wish: half a kelvin for a quarter of an hour a day. */
const NOTHING_LOST = 1;
/** Local hours in which clocks go forward and back, whichever region: 01:00 to 03:00. */
const CLOCKS_FROM = 60;
const CLOCKS_TO = 180;

/** What every stop reads, with the programme and what the week has against it. */
export function withProgramme(job: Job, shared: Shared): Shared {
  const { sheet } = shared;
  if (!job.week.days || !sheet?.schedule) return { ...shared, programme: null };
  if (job.week.owner === 'outside')
    return added(withOutsideTest(job, { ...shared, programme: null }), [
      finding('week.outside', { device: sheet.name }, ['week'], 'as said'),
    ]);
  const entered = (key: SettingKey): string | undefined => shared.settings.card.find((r) => r.key === key)?.value;
  const form = entered('schedule.form');
  // Set to fewer events a day than it could hold, it holds fewer.
  const slots = Number(entered('schedule.slots') ?? sheet.schedule.slotsPerDay);
  const schedule = { ...sheet.schedule, slotsPerDay: Math.min(sheet.schedule.slotsPerDay, slots || 1) };
  const made = (week: Week): WeekProgramme | null => {
    const fitted = programmeOf(week, schedule, form, sheet.setpoints, job.units);
    return fitted && movedAhead(job, fitted, schedule, shared.week.leads);
  };
  const programme = made(job.week);
  const others = (shared.week.zones ?? []).slice(1).map(({ id, name }) => {
    const week = zoneWeek(job.week, id);
    return { id, name, made: week.days !== undefined, programme: made(week) };
  });
  const zoneProgrammes = others.map(({ made: _m, ...z }) => z);
  return added(withWeekTests(job, { ...shared, programme, ...(others.length > 0 ? { zoneProgrammes } : {}) }), [
    ...holidayOf(job),
    ...holdOf(job, programme, schedule, sheet.name),
    ...freshOf(job, shared),
    ...lossOf(programme, sheet.name),
    ...others.flatMap((z) =>
      z.made
        ? lossOf(z.programme, `${sheet.name}, ${z.name}`)
        : [finding('week.zone-without', { zone: z.name }, [`zone:${z.id}`], 'as made')],
    ),
    ...clockChanges(job),
    ...recovery(job),
  ]);
}

/** The clock and the week as the device has them are a part of the proof. */
const withWeekTests = (job: Job, shared: Shared): Shared =>
  withTests(job, shared, weekTests(job, shared.programme ?? null, shared.proof.tests));

/** With the schedule outside, the proof is that a command arrives and that nothing else moves the device. */
function withOutsideTest(job: Job, shared: Shared): Shared {
  if (shared.proof.tests.length === 0) return shared;
  const seen = (id: string, what: string, yes: string, no: string): TestPlan['measures'][number] =>
    looked(id, what, yes, no, 'the schedule is owned outside');
  const test: TestPlan = {
    id: 'outside-command',
    title: 'A command from outside arrives, and nothing else moves it',
    state: 'idle',
    set: 'From what owns the schedule set a setpoint 2 K away; note the time. Then leave everything for ten minutes. Set it back.',
    must: 'The device shows it within a minute, and the same ten minutes later.',
    why: 'A schedule of its own that is still on would move the setpoint behind the other’s back.',
    place: 'wall',
    seconds: 90,
    wait: { seconds: 600, label: 'Nobody touches it' },
    measures: [
      seen('arrives', 'The device shows the setpoint sent', 'within a minute', 'not, or later'),
      seen('stays', 'Ten minutes later it shows the same', 'it does', 'it has moved'),
    ],
  };
  return withTests(job, shared, [test]);
}

function holidayOf({ week }: Job): Finding[] {
  const { holiday } = week;
  if (!holiday || holiday.from <= holiday.to) return [];
  return [finding('week.holiday-order', { from: holiday.from, to: holiday.to }, ['week'], 'as said')];
}

/** The hold as the device can take it. */
function holdOf({ week }: Job, programme: WeekProgramme | null, { holds }: Schedule, device: string): Finding[] {
  const { hold } = week;
  if (!hold) return [];
  if (!holdRuns(hold))
    return [finding('week.hold-order', { begins: hold.from, until: hold.until }, ['hold'], 'as said')];
  const plan = holdPlan(hold, programme ? stepsOf(programme) : [], holds);
  if (plan.way === 'next-event' && plan.again.length > 0)
    return [
      finding(
        'week.hold-short',
        { device, at: plan.again[0] ?? '', kelvinHours: plan.lostKelvinHours },
        ['hold'],
        'the programme beside the hold',
      ),
    ];
  if (plan.way === 'for-good')
    return [finding('week.hold-for-good', { device, until: hold.until.replace('T', ' ') }, ['hold'], 'device sheet')];
  return [];
}

/** The programme's events through the week. */
const stepsOf = (programme: WeekProgramme): { minute: number; heatCelsius: number }[] =>
  programme.days.flatMap((events, day) =>
    events.map((e) => ({ minute: day * 1440 + e.minute, heatCelsius: e.heatCelsius })),
  );

/** Fresh air as the profiles have it, beside what the dwelling needs. */
function freshOf({ week }: Job, shared: Shared): Finding[] {
  const needed = shared.week.minutes?.fresh?.neededMinutes;
  const wished = hourMinutes(week, 'freshMinutes');
  if (needed === undefined || needed === null || !wished || wished.mean >= needed - ROUNDING) return [];
  return [finding('week.fresh-short', { minutes: wished.mean, needed }, ['week'], 'minutes by profile over the week')];
}
/** Needs are rounded up to whole minutes. */
const ROUNDING = 0.5;

const added = (shared: Shared, more: readonly Finding[]): Shared =>
  more.length === 0 ? shared : { ...shared, findings: [...shared.findings, ...more].sort(bySeverity) };

function lossOf(programme: WeekProgramme | null, device: string): Finding[] {
  const [worst] = programme?.lost ?? [];
  if (!programme || !worst || programme.lostKelvinHours < NOTHING_LOST) return [];
  return [
    finding(
      'week.loses',
      {
        device,
        kelvinHours: programme.lostKelvinHours,
        when: `${DAYS[worst.day] ?? ''} ${clock(worst.from)} to ${worst.to === 1440 ? '24:00' : clock(worst.to)}`,
        wished: worst.wishedCelsius,
        programmed: worst.programmedCelsius,
      },
      [`day:${worst.day}`],
      'least deviation over the week',
    ),
  ];
}

function clockChanges(job: Job): Finding[] {
  // Where the place is known to keep one time all year there is nothing to skip.
  const zone = job.join.timeZone;
  if (zone !== undefined && /^(Etc\/|UTC|GMT)/.test(zone)) return [];
  const events = (job.week.days ?? []).flatMap((list, d) =>
    list
      .filter((e) => e.minute >= CLOCKS_FROM && e.minute < CLOCKS_TO && d === SUNDAY)
      .map((e) => `${DAYS[d] ?? ''} ${clock(e.minute)}`),
  );
  return events.length > 0 ? [finding('week.clock-change', { points: events }, ['week'], 'the week as wished')] : [];
}

/** Clocks change in the night to a Sunday, in every region that changes them at these hours. */
const SUNDAY = 6;

/** Outdoors for which the times of a start-at device are moved, while nobody says another. */
const USUAL_LEAD_OUTDOORS = 2;
const ROUNDED = 5;

/**
 * Times of a start-at device moved ahead: by what the family knows of its own, else by this house's warm-up; as they are
 * where nobody described the house.
 */
function movedAhead(
  job: Job,
  programme: WeekProgramme,
  { times, minimumGapMinutes: gapMinutes }: Schedule,
  leads: readonly Lead[] | undefined,
): WeekProgramme {
  if (times !== 'start-at') return programme;
  if (leads) return aheadByLeads(programme, leads);
  if (job.house?.areaSquareMetres === undefined) return programme;
  const { house, equipment, steering } = jobHouse(job);
  const outdoors = job.house.leadCelsius ?? USUAL_LEAD_OUTDOORS;
  const known = new Map<string, number | null>();
  const lead = (from: number, to: number): number | null => {
    const key = `${from}|${to}`;
    if (!known.has(key)) known.set(key, warmUpMinutes(house, equipment, steering, from, to, outdoors));
    return known.get(key) ?? null;
  };
  const entries: WeekProgramme['entries'] = [];
  for (const e of programme.entries) {
    // What stood before: the event before it, or what its first day begins with.
    const previous = entries.at(-1)?.days === e.days ? entries.at(-1) : undefined;
    const before = previous?.heatCelsius ?? programme.entries.filter((x) => x.days === e.days).at(-1)?.heatCelsius;
    const minutes = before !== undefined && before < e.heatCelsius ? lead(before, e.heatCelsius) : null;
    if (!minutes) {
      entries.push(e);
      continue;
    }
    // It cannot begin before the event ahead of it: the room is then late, and the setback was too deep.
    const earliest = previous ? (previous.enter?.minute ?? previous.minute) + gapMinutes : Number.NEGATIVE_INFINITY;
    const at = Math.min(e.minute, Math.max(earliest, e.minute - Math.ceil(minutes / ROUNDED) * ROUNDED));
    entries.push({ ...e, enter: { minute: (at + 1440) % 1440, leadMinutes: minutes, dayBefore: at < 0 } });
  }
  return { ...programme, entries, ...(entries.some((e) => e.enter) ? { movedForCelsius: outdoors } : {}) };
}

/** Longest that anybody waits for a room in the morning, min. */
const LONG_RECOVERY = 180;

/** The setbacks of the week in this house on the coldest day planned for. */
function recovery(job: Job): Finding[] {
  if (job.house?.areaSquareMetres === undefined || !job.week.days) return [];
  const known = jobHouse(job);
  const heats = [...new Set(job.week.days.flat().map((e) => job.week.profiles[e.profile]?.heatCelsius))].filter(
    (c) => c !== undefined,
  );
  const [from, to] = [Math.min(...heats), Math.max(...heats)];
  if (!(to - from > 0.5)) return [];
  const { house, equipment, steering, designCelsius } = known;
  const minutes = warmUpMinutes(house, equipment, steering, from, to, designCelsius);
  const facts = { low: from, high: to, outdoor: designCelsius };
  const findings: Finding[] = [];
  if (minutes === null)
    findings.push(finding('week.never-recovers', facts, ['week'], 'full power at design temperature'));
  else if (minutes > LONG_RECOVERY)
    findings.push(finding('week.recovers-late', { ...facts, minutes }, ['week'], 'full power at design temperature'));
  if (equipment.kind === 'heat-pump' && equipment.auxWatts > 0) {
    const share = auxShare(known, wantedByMinute(job.week));
    if (share > AUX_WORTH_SAYING)
      findings.push(
        finding(
          'week.setback-aux',
          { percent: share * 100, outdoor: designCelsius },
          ['week'],
          'a week at design temperature',
        ),
      );
  }
  return findings;
}

/** Of the heat that the electric help gives because of the setbacks alone. */
const AUX_WORTH_SAYING = 0.02;
function auxShare({ house, equipment, steering, designCelsius }: JobHouse, wanted: Float64Array): number {
  const hourly = new Float64Array(7 * 24).fill(designCelsius);
  const run = (w: Float64Array): number => runHouse({ house, equipment, steering, wanted: w, hourly }).auxShare;
  return run(wanted) - run(constantly(Math.max(...wanted)));
}
