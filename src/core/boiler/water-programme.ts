/** Hot water as the device can hold it: on and off so often a day, its days alike as the device has them. */
import type { BoilerSurvey } from '../job/boiler-schema';
import { fitWeek, type Stretch } from '../week/fit';
import { daysText } from '../week/programme';
import { PATTERN_GROUPS } from '../week/week';
import type { BoilerSheet } from './sheet';

export interface WaterProgramme {
  groups: { days: string; periods: { from: number; to: number }[] }[];
  /** Minutes of a week that hot water is on or off against the wish. */
  lostMinutes: number;
}

type Windows = NonNullable<BoilerSurvey['windows']>;
const WEEKEND: ReadonlySet<number> = new Set([5, 6]);
export const DAY_KEYS = ['0', '1', '2', '3', '4', '5', '6'] as const;

/** What is wished on a day: its own windows, the weekend's, else those of every day. */
export const windowsOn = (survey: BoilerSurvey, day: number): Windows => {
  const key = DAY_KEYS[day];
  return (
    (key && survey.dayWindows?.[key]) ?? (WEEKEND.has(day) ? survey.weekendWindows : undefined) ?? survey.windows ?? []
  );
};

/** Stretches of on (1) and off (0) over a day; a window over midnight is on at both its ends. */
function stretches(windows: Windows): Stretch[] {
  const on = (minute: number): number =>
    windows.some((w) => (w.from <= w.to ? minute >= w.from && minute < w.to : minute >= w.from || minute < w.to))
      ? 1
      : 0;
  const cuts = [...new Set([0, ...windows.flatMap((w) => [w.from % 1440, w.to % 1440])])].sort((a, b) => a - b);
  return cuts.map((from, i) => ({ from, to: cuts[i + 1] ?? 1440, values: [on(from)] }));
}

/** @returns null where nobody made windows, or the sheet does not say how many periods it holds */
export function waterProgramme(survey: BoilerSurvey, sheet: BoilerSheet): WaterProgramme | null {
  if (!survey.windows || sheet.waterPeriods === undefined) return null;
  const fitted = fitWeek(
    Array.from({ length: 7 }, (_, d) => stretches(windowsOn(survey, d))),
    {
      groups: PATTERN_GROUPS[sheet.schedule?.pattern ?? '7-day'],
      slots: 2 * sheet.waterPeriods,
      gapMinutes: sheet.schedule?.stepMinutes ?? 10,
      stepMinutes: sheet.schedule?.stepMinutes ?? 10,
      channels: [{ low: 0, high: 1, step: 1 }],
    },
  );
  // Days that run alike, one after another, are read once.
  const groups: { days: number[]; periods: { from: number; to: number }[] }[] = [];
  for (const g of fitted.groups) {
    const periods = g.events.flatMap((e, i) =>
      e.values[0] === 1 ? [{ from: e.minute, to: g.events[i + 1]?.minute ?? 1440 }] : [],
    );
    const last = groups.at(-1);
    if (last && JSON.stringify(last.periods) === JSON.stringify(periods)) last.days.push(...g.days);
    else groups.push({ days: [...g.days], periods });
  }
  return { lostMinutes: fitted.deviation, groups: groups.map((g) => ({ ...g, days: daysText(g.days) })) };
}
