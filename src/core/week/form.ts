/** What the week decides of a device's settings: which days are alike, and how many events a day. */
import type { Schedule, SettingEntry } from '../devices/sheet';
import type { Week } from '../job/schema';
import { type AddSetting, option } from '../settings/canonical-setting';
import { PATTERN_GROUPS } from './week';

type Pattern = Schedule['pattern'];

/** The coarsest of a device's forms that holds the week's days; its first without a week, its last where none does. */
export function formFor(days: Week['days'], forms: readonly [Pattern, ...Pattern[]]): Pattern {
  if (!days) return forms[0];
  const alike = (a: number, b: number): boolean => JSON.stringify(days[a]) === JSON.stringify(days[b]);
  const holds = (form: Pattern): boolean =>
    PATTERN_GROUPS[form].every((group) => group.every((d) => alike(d, group[0] ?? d)));
  return forms.find(holds) ?? forms.at(-1) ?? forms[0];
}

/** Forms a device can be set to, coarsest first: as its sheet lists them, or the one it has. */
export const formsOf = (sheet: { schedule: Schedule; forms?: readonly Pattern[] }): [Pattern, ...Pattern[]] => {
  const [first, ...rest] = sheet.forms ?? [];
  return first === undefined ? [sheet.schedule.pattern] : [first, ...rest];
};

const COARSEST: readonly Pattern[] = ['each-day', '5+2', '6+1', '5+1+1', '7-day'];

/** Forms that an entry of a device's menu offers, coarsest first; none where it has no such entry. */
const offered = (entries: readonly SettingEntry[]): Pattern[] => {
  const values = Object.keys(entries.find((e) => e.setting === 'schedule.form')?.values ?? {});
  return COARSEST.filter((p) => values.includes(p));
};

/** The form, where there is one to choose, and the number of events a day, where the device asks for it. */
export function addSchedule(
  add: AddSetting,
  week: Week,
  sheet: { schedule: Schedule; forms?: readonly Pattern[]; settings: readonly SettingEntry[] },
): void {
  const listed = sheet.forms ? formsOf(sheet) : offered(sheet.settings);
  const [first, ...rest] = listed;
  if (first !== undefined)
    add(
      'schedule.form',
      'Days',
      formFor(week.days, [first, ...rest]),
      week.days ? 'the coarsest that holds the week' : 'no week yet',
      listed.map((f) => option(f)),
    );
  const slots = Object.keys(sheet.settings.find((e) => e.setting === 'schedule.slots')?.values ?? {})
    .map(Number)
    .filter((n) => Number.isInteger(n))
    .sort((a, b) => a - b);
  const most = slots.at(-1);
  if (most === undefined) return;
  const wanted = week.days ? Math.max(1, ...week.days.map((d) => d.length)) : 0;
  add(
    'schedule.slots',
    'Events a day',
    String(week.days ? (slots.find((n) => n >= wanted) ?? most) : most),
    !week.days
      ? 'no week yet: as many as it takes'
      : wanted > most
        ? `the fullest day has ${wanted}, more than it takes`
        : `the fullest day has ${wanted}`,
    slots.map((n) => option(String(n))),
  );
}
