/**
 * The clock and the week of a device as somebody entered them. What was keyed in is the card's week with what may have
 * gone wrong; whether it is as planned is seen by holding the two beside each other.
 */
import { derive } from '../src/core/derive';
import type { Job } from '../src/core/job/schema';
import { CLOCK_TEST, dayMeasure, kindsOfDay, shownDay } from '../src/core/week/on-device';
import type { WeekProgramme } from '../src/core/week/programme';
import { DAYS } from '../src/core/week/week';
import { RigError } from './rig-error';

type Days = WeekProgramme['days'];

interface WeekFault {
  id: string;
  name: string;
  /** Minutes the clock is ahead. */
  ahead?: number;
  otherDay?: true;
  keyed?: (days: Days) => Days;
  held?: true;
}

/** What a device comes with: one day for all seven. */
const FACTORY = [
  { minute: 360, heatCelsius: 21 },
  { minute: 480, heatCelsius: 16 },
  { minute: 1050, heatCelsius: 21 },
  { minute: 1320, heatCelsius: 16 },
];
/** Where a clock stands that ran on from the works. */
const UNSET_MINUTES = 217;
const SLIP_MINUTES = 60;

/** The first event an hour later on every day that is like one. */
const slipped =
  (like: number) =>
  (days: Days): Days => {
    const same = JSON.stringify(days[like]);
    return days.map((events) =>
      JSON.stringify(events) === same
        ? events.map((e, i) => (i === 0 ? { ...e, minute: e.minute + SLIP_MINUTES } : e))
        : events,
    );
  };

function faultsOf(days: Days | null): WeekFault[] {
  if (!days) return [];
  return [
    { id: 'clock:unset', name: 'clock never set', ahead: UNSET_MINUTES },
    { id: 'clock:hour-ahead', name: 'clock an hour ahead', ahead: 60 },
    { id: 'clock:hour-behind', name: 'clock an hour behind', ahead: -60 },
    { id: 'clock:half-day', name: 'clock half a day ahead', ahead: 720 },
    { id: 'clock:day', name: 'clock on another day', otherDay: true },
    { id: 'week:absent', name: 'week never entered', keyed: (d) => d.map(() => FACTORY) },
    ...kindsOfDay({ days })
      .map(shownDay)
      .map((day) => ({
        id: `week:slip:${dayMeasure(day)}`,
        name: `slip in the week of ${DAYS[day]} and the days like it`,
        keyed: slipped(day),
      })),
    { id: 'week:hold', name: 'hold left on', held: true },
  ];
}

/** Whether a fault is one of the clock or the week. */
export const isWeekFault = (id: string): boolean => /^(clock|week):/.test(id);

export class WeekBench {
  private readonly planned: Days | null;
  private readonly keyed: Days | null;
  private readonly known: WeekFault[];
  private readonly hidden: WeekFault[];

  constructor(job: Job, faultIds: readonly string[]) {
    const { programme, proof } = derive(job).shared;
    // What no test of this house looks at is no part of it.
    this.planned = proof.tests.some((t) => t.id === CLOCK_TEST) ? (programme?.days ?? null) : null;
    this.known = faultsOf(this.planned);
    this.hidden = faultIds.filter(isWeekFault).map((id) => {
      const fault = this.known.find((f) => f.id === id);
      if (!fault) throw new RigError(`faults: the week of this house cannot have "${id}"`);
      return fault;
    });
    this.keyed = this.planned && this.hidden.reduce((days, f) => f.keyed?.(days) ?? days, this.planned);
  }

  faults(): { id: string; name: string }[] {
    return this.known.map(({ id, name }) => ({ id, name }));
  }

  hiddenCount(): number {
    return this.hidden.length;
  }

  /** How far the clock is ahead, its day, by day whether what was keyed in is the plan's, and whether it is followed. */
  shows(): Record<string, number> {
    const { planned, keyed } = this;
    if (!planned || !keyed) return {};
    const ahead = this.hidden.reduce((sum, f) => sum + (f.ahead ?? 0), 0);
    const otherDay = this.hidden.some((f) => f.otherDay) || this.hidden.some((f) => Math.abs(f.ahead ?? 0) > 600);
    const same = planned.map((events, day) => JSON.stringify(events) === JSON.stringify(keyed[day]));
    const followed = !this.hidden.some((f) => f.held) && same.every(Boolean) && ahead === 0 && !otherDay;
    return {
      'clock.ahead': ahead,
      'clock.day': otherDay ? 0 : 1,
      ...Object.fromEntries(same.map((is, day) => [`week.${day}`, is ? 1 : 0])),
      'week.now': followed ? 1 : 0,
    };
  }
}
