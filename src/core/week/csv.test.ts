/** The week as CSV: out and back the same, safe in a spreadsheet, bad lines named. */
import { describe, expect, it } from 'vitest';
import { weekFromCsv, weekToCsv } from './csv';
import { startingWeek } from './week';

describe('out and back', () => {
  it.each(['si', 'us'] as const)('in %s', (units) => {
    const week = startingWeek(units);
    const read = weekFromCsv(weekToCsv(week, units), week);
    expect(read.ok && read.week).toEqual(week);
  });
  it('a name that a spreadsheet would run is made text, and comes back as it was', () => {
    const week = {
      ...startingWeek(),
      profiles: { ...startingWeek().profiles, in: { name: '=1+1, "x"', heatCelsius: 20 } },
    };
    const text = weekToCsv(week, 'si');
    expect(text).toContain(`"'=1+1, ""x"""`);
    const read = weekFromCsv(text, week);
    expect(read.ok && read.week.profiles.in?.name).toBe('=1+1, "x"');
    expect(() => weekToCsv({ profiles: {} }, 'si')).toThrow('no week');
  });
  it('profiles that are not known yet are made of their line', () => {
    const read = weekFromCsv('day;time;profile;heat (°F)\nMon;6:30;Guests;70\nTue;9pm;Guests;70', { profiles: {} });
    expect(read.ok && [Object.values(read.week.profiles)[0]?.name, read.week.days?.[1]?.[0]?.minute]).toEqual([
      'Guests',
      1260,
    ]);
    expect(read.ok && Object.values(read.week.profiles)[0]?.heatCelsius).toBeCloseTo(21.111, 3);
  });
});

describe('refused with its line', () => {
  const head = 'day,time,profile,heat\n';
  it.each([
    ['no column', 'a,b\n1,2', 1, 'no column called day'],
    ['no lines', 'day,time,profile', 1, 'no line'],
    ['no day', `${head}Xyz,6:30,In,20`, 2, 'no day'],
    ['no time', `${head}Mon,6:30,In,20\nMon,26,In,20`, 3, 'no time'],
    ['no setpoint', `${head}Mon,6:30,In,200`, 2, 'setpoint'],
    ['unknown and without heat', `${head}Mon,6:30,Party,`, 2, 'Party'],
    ['twice', `${head}Mon,6:30,In,20\nMonday,06:30,Out,17`, 3, 'one time'],
    ['no profile', `${head}Mon,6:30,,20`, 2, 'missing'],
  ])('%s', (_name, text, line, why) => {
    const read = weekFromCsv(text, startingWeek());
    expect(read.ok ? null : [read.line, read.problem.includes(why)]).toEqual([line, true]);
  });
});
