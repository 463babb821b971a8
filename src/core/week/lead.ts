/** Times of a device that starts at them, moved ahead by what it takes until it is warm. */
import type { Entry, WeekProgramme } from './programme';

/** A warm time, and when it has to be entered. */
export interface Lead {
  day: number;
  minute: number;
  /** Null where it is never reached. */
  leadMinutes: number | null;
  enterDay: number;
  enterMinute: number;
}

/** A fitted time lies this near the wish it stands for, min. */
const NEAR_MINUTES = 30;

/** The first day whose events are those of an entry's group. */
function dayOf(entry: Entry, { entries, days }: WeekProgramme): number {
  const group = JSON.stringify(
    entries.filter((e) => e.days === entry.days).map((e) => [e.minute, e.heatCelsius, e.coolCelsius]),
  );
  return days.findIndex(
    (events) => JSON.stringify(events.map((e) => [e.minute, e.heatCelsius, e.coolCelsius])) === group,
  );
}

/** Entries moved ahead by a family's own leads; one without stands as it is. */
export function aheadByLeads(programme: WeekProgramme, leads: readonly Lead[]): WeekProgramme {
  const entries = programme.entries.map((e): Entry => {
    const day = dayOf(e, programme);
    const near = (l: Lead): number => Math.abs(l.minute - e.minute);
    const [lead] = leads
      .filter((l) => l.day === day && l.leadMinutes !== null && near(l) <= NEAR_MINUTES)
      .sort((a, b) => near(a) - near(b));
    if (!lead?.leadMinutes) return e;
    const ahead = (lead.day - lead.enterDay + 7) % 7;
    const at = e.minute - (ahead * 1440 + lead.minute - lead.enterMinute);
    return at === e.minute
      ? e
      : { ...e, enter: { minute: (at + 1440) % 1440, leadMinutes: lead.leadMinutes, dayBefore: at < 0 } };
  });
  return { ...programme, entries };
}

/** The first thing that is entered for a day, and when; null where the day has nothing of its own. */
export function firstEntered(
  programme: WeekProgramme,
  day: number,
): { minute: number; dayBefore: boolean; heatCelsius: number } | null {
  const [first] = programme.days[day] ?? [];
  if (!first) return null;
  const entry = programme.entries.find(
    (e) => e.minute === first.minute && e.heatCelsius === first.heatCelsius && isOf(e, day, programme),
  );
  return {
    minute: entry?.enter?.minute ?? first.minute,
    dayBefore: entry?.enter?.dayBefore ?? false,
    heatCelsius: first.heatCelsius,
  };
}

const isOf = (entry: Entry, day: number, programme: WeekProgramme): boolean => {
  const first = dayOf(entry, programme);
  return first >= 0 && JSON.stringify(programme.days[first]) === JSON.stringify(programme.days[day]);
};
