/** The week as iCalendar: out and back the same, zones with their changes, and files that are none. */
import { describe, expect, it } from 'vitest';
import { weekFromCalendar, weekToCalendar } from './calendar';
import { parseSpoken } from './spoken';
import { startingWeek } from './week';

const STAMP = '2026-11-26T10:00:00Z';
const said = parseSpoken(
  'up 6:30, out 8:30, back 17, bed 0:15; Sat Sun up 8, in; Wed out till 13',
  { profiles: {} },
  'si',
);
if (!said.ok) throw new Error(said.problem.why);
const week = said.week;

describe('out and back', () => {
  it.each([
    ['as said', week],
    [
      'with names that need escaping',
      { ...week, profiles: { ...week.profiles, out: { name: 'Out; far, \\ away', heatCelsius: 16.25 } } },
    ],
    ['the starting week in °F', startingWeek('us')],
    [
      'with a holiday over the year’s end',
      { ...week, holiday: { from: '2026-12-24', to: '2027-01-01', heatCelsius: 12 } },
    ],
  ])('%s', (_name, w) => {
    const text = weekToCalendar(w, 'Europe/Berlin', STAMP, 'Hall');
    const read = weekFromCalendar(text, { profiles: {} });
    expect(read.ok && read.week.days).toEqual(w.days);
    expect(read.ok && read.week.profiles).toEqual(w.profiles);
    expect(read.ok && read.week.holiday).toEqual('holiday' in w ? w.holiday : undefined);
  });

  it('lines end in CR LF and none is longer than 75 octets', () => {
    const long = { ...week, profiles: { ...week.profiles, in: { name: 'Zuhause '.repeat(20), heatCelsius: 20 } } };
    const text = weekToCalendar(long, 'Europe/London', STAMP, 'ü'.repeat(90));
    expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
    for (const line of text.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    const read = weekFromCalendar(text, { profiles: {} });
    expect(read.ok && read.week.profiles.in?.name).toBe('Zuhause '.repeat(20).trim());
  });
});

describe('the zone’s own rules', () => {
  it.each([
    [
      'Europe/Berlin',
      [
        'BYMONTH=3;BYDAY=-1SU',
        'BYMONTH=10;BYDAY=-1SU',
        'TZOFFSETFROM:+0100',
        'TZOFFSETTO:+0200',
        'DTSTART:20260329T020000',
      ],
    ],
    [
      'America/New_York',
      ['BYMONTH=3;BYDAY=2SU', 'BYMONTH=11;BYDAY=1SU', 'TZOFFSETTO:-0400', 'DTSTART:20260308T020000'],
    ],
    ['Etc/GMT', ['TZOFFSETTO:+0000', 'BEGIN:STANDARD']],
    ['Asia/Kolkata', ['TZOFFSETTO:+0530']],
  ])('%s', (zone, parts) => {
    const text = weekToCalendar(week, zone, STAMP, 'Hall');
    for (const p of parts) expect(text).toContain(p);
    expect(text).toContain(`DTSTART;TZID=${zone}:`);
  });
  it('an unknown one is refused', () => {
    expect(() => weekToCalendar(week, 'Mars/Base', STAMP, 'Hall')).toThrow('no time zone');
    expect(() => weekToCalendar({ profiles: {} }, 'Etc/GMT', STAMP, 'Hall')).toThrow('no week');
  });
});

it('a hold goes out at its local times and comes back the same', () => {
  const hold = { from: '2026-12-24T18:00', until: '2026-12-25T01:30', heatCelsius: 22 };
  const text = weekToCalendar({ ...week, hold }, 'America/New_York', STAMP, 'Hall');
  expect(text).toContain('DTSTART;TZID=America/New_York:20261224T180000');
  expect(text).toContain('DTEND;TZID=America/New_York:20261225T013000');
  const read = weekFromCalendar(text, startingWeek());
  expect(read.ok && read.week.hold).toEqual(hold);
});

describe('files of other programs', () => {
  const file = (...lines: string[]): string =>
    ['BEGIN:VCALENDAR', 'BEGIN:VEVENT', ...lines, 'END:VEVENT', 'END:VCALENDAR'].join('\n');
  it('profiles by their name, days by the rule or by the date, local times without a zone', () => {
    const read = weekFromCalendar(
      file(
        'SUMMARY:night',
        'DTSTART:20260107T221500',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'SUMMARY:In',
        'DTSTART;TZID="a:b":20260105T063000',
        'RRULE:FREQ=DAILY',
      ),
      startingWeek(),
    );
    expect(read.ok && read.week.days?.[2]).toEqual([
      { minute: 390, profile: 'in' },
      { minute: 1335, profile: 'night' },
    ]);
  });
  it.each([
    ['no calendar', 'hello', 1, 'no iCalendar'],
    ['no event', 'BEGIN:VCALENDAR\nEND:VCALENDAR', 1, 'no event'],
    ['an unknown profile', file('SUMMARY:Party', 'DTSTART:20260105T063000'), 2, 'Party'],
    ['a bad time', file('SUMMARY:In', 'DTSTART:2026-01-05'), 4, 'no date'],
    ['monthly', file('SUMMARY:In', 'DTSTART:20260105T063000', 'RRULE:FREQ=MONTHLY'), 5, 'monthly'],
    ['a fortnight', file('SUMMARY:In', 'DTSTART:20260105T063000', 'RRULE:FREQ=WEEKLY;INTERVAL=2'), 5, 'second week'],
    ['no weekday', file('SUMMARY:In', 'DTSTART:20260105T063000', 'RRULE:FREQ=WEEKLY;BYDAY=XX'), 5, 'weekday'],
    ['a day no month has', file('SUMMARY:In', 'DTSTART:20260631T063000'), 4, 'no date'],
    [
      'a hold that ends before it begins',
      file('DTSTART:20261224T180000', 'DTEND:20261224T170000', 'X-AUGERSET-HOLD:22'),
      2,
      'in this order',
    ],
    [
      'a hold of whole days',
      file('DTSTART;VALUE=DATE:20261224', 'DTEND;VALUE=DATE:20261226', 'X-AUGERSET-HOLD:22'),
      2,
      'time of day',
    ],
    ['cut off', 'BEGIN:VCALENDAR\nBEGIN:VEVENT\nSUMMARY:In\nDTSTART:20260105T063000', 2, 'never ends'],
    ['no beginning', file('SUMMARY:In'), 2, 'without a beginning'],
    ['a setpoint of 200', file('SUMMARY:In', 'DTSTART:20260105T063000', 'X-AUGERSET-HEAT:200'), 5, 'setpoint'],
    [
      'two at one time',
      file(
        'SUMMARY:In',
        'DTSTART:20260105T063000',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'SUMMARY:Out',
        'DTSTART:20260105T063000',
      ),
      1,
      'one time',
    ],
  ])('%s', (_name, text, line, why) => {
    const read = weekFromCalendar(text, startingWeek());
    expect(read.ok ? null : [read.line, read.problem.includes(why)]).toEqual([line, true]);
  });
});
