/** The week judged beside its programme, for every family alike. */
import type { Shared } from '../family/contract';
import { bySeverity, type Finding, finding } from '../findings/finding';
import type { Job } from '../job/schema';
import { clock } from '../units/units';
import { programmeOf, type WeekProgramme } from './programme';
import { DAYS } from './week';

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
    return added({ ...shared, programme: null }, [
      finding('week.outside', { device: sheet.name }, ['week'], 'as said'),
    ]);
  const form = shared.settings.card.find((r) => r.key === 'schedule.form')?.value;
  const programme = programmeOf(job.week, sheet.schedule, form, sheet.setpoints, job.units);
  return added({ ...shared, programme }, [...lossOf(programme, sheet.name), ...clockChanges(job)]);
}

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
