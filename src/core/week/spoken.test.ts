/** A week as people say it: what is understood, and the first word that is not. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Week } from '../job/schema';
import { parseSpoken, spokenTime } from './spoken';
import { startingWeek } from './week';

const empty: Week = { profiles: {} };
const days = (text: string, week: Week = empty): string[] => {
  const r = parseSpoken(text, week, 'si');
  if (!r.ok) throw new Error(`${r.problem.word}: ${r.problem.why}`);
  return (r.week.days ?? []).map((d) => d.map((e) => `${e.minute / 60} ${e.profile}`).join(', '));
};
const USUAL = '6.5 in, 8.5 out, 17 in, 22.5 night';

describe('understood', () => {
  it('one line for every day, others for some', () => {
    expect(days('up 6:30, out 8:30, back 17:00, bed 22:30; Sat Sun up 8, in; Wed out till 13')).toEqual([
      USUAL,
      USUAL,
      '6.5 in, 8.5 out, 13 in, 22.5 night',
      USUAL,
      USUAL,
      '8 in, 22.5 night',
      '8 in, 22.5 night',
    ]);
  });

  it.each([
    ['up 6.30 out 8.30 back 5pm bed 10:30pm', USUAL],
    ['UP AT 630, AWAY AT 830, HOME BY 17, SLEEP 2230', USUAL],
    ['up 6:30, out 8:30 till 17, bed 22:30', USUAL],
    ['up 6:30, out from 8:30 to 17:00, night at 22:30', USUAL],
    ['every day up 6:30, out 8:30, back 17, bed 22:30', USUAL],
    ['up 7, out noon till 6pm, bed midnight', '0 night, 7 in, 12 out, 18 in'],
    ['up 7, bed 0:30', '0.5 night, 7 in'],
  ])('%s', (text, every) => {
    expect(days(text)[2]).toBe(every);
  });

  it('out more than once, the later lines for some days replacing all of it', () => {
    const said = days('up 6:30, out 8, back 12, out 13, back 17, bed 22; Fri out 9 till 15');
    expect([said[0], said[4]]).toEqual([
      '6.5 in, 8 out, 12 in, 13 out, 17 in, 22 night',
      '6.5 in, 9 out, 15 in, 22 night',
    ]);
  });

  it('days by name, by span, round the weekend, and the others', () => {
    const said = days('Mon-Thu up 6, out 8, back 16, bed 22; Fri to Sun up 9, bed 23');
    expect([said[0], said[3], said[4], said[6]]).toEqual([
      '6 in, 8 out, 16 in, 22 night',
      '6 in, 8 out, 16 in, 22 night',
      '9 in, 23 night',
      '9 in, 23 night',
    ]);
    expect(days('weekend up 9, bed 23; other days up 6, bed 22')[0]).toBe('6 in, 22 night');
    expect(days('Sat-Mon up 9, bed 23; other days up 6, bed 22')[0]).toBe('9 in, 23 night');
    expect(days('Mon, Tue and Wed up 5, bed 21; other days up 6, bed 22')[2]).toBe('5 in, 21 night');
  });

  it('a line for some days changes only what it names of the week that stands', () => {
    const week = startingWeek();
    const said = days('Wed out till 13', week);
    expect(said[2]).toBe('6.5 in, 8.5 out, 13 in, 22.5 night');
    expect(said[0]).toBe('6.5 in, 8.5 out, 17 in, 22.5 night');
  });

  it('setpoints, in the units of the job, and profiles of one’s own', () => {
    const r = parseSpoken('up 7, bed 22; in is 68; night = 61', empty, 'us');
    expect(r.ok && [r.week.profiles.in?.heatCelsius, Math.round(r.week.profiles.night?.heatCelsius ?? 0)]).toEqual([
      20, 16,
    ]);
    const own: Week = { profiles: { x1: { name: 'Guests', heatCelsius: 21 } } };
    expect(days('up 7, guests 18, bed 23', own)[0]).toBe('7 in, 18 x1, 23 night');
  });

  it('reads the week back', () => {
    const r = parseSpoken('up 6:30, out 8:30, back 17, bed 22:30; Sun in', empty, 'si');
    expect(r.ok && r.says).toEqual([
      'Mon to Sat: 06:30 In, 08:30 Out, 17:00 In, 22:30 Night',
      'Sun: 06:30 In, 22:30 Night',
      'In 20 °C, Out 17 °C, Night 17.5 °C',
    ]);
  });
});

describe('not understood', () => {
  it.each([
    ['up 6:30, owt 8:30', 'owt', 9, 'out'],
    ['up 25', '25', 3, 'no time of day'],
    ['up', '', 2, 'missing'],
    ['up 6:75', '6:75', 3, 'no time'],
    ['Sot up 8', 'Sot', 0, 'sat'],
    ['up 6:30, bed 22 blue', 'blue', 16, 'comma'],
    ['Wed', '', 3, 'What happens then'],
    ['out till 13', 'out', 0, 'from when'],
    ['up 7, out 15 till 13', 'till', 13, 'ends before'],
    ['party is 20', 'party', 0, 'No profile'],
    ['in is 200', '200', 6, 'no temperature'],
    ['', '', 0, 'Say when'],
    ['Sat in', '', 6, 'Nothing happens'],
    [
      `up 6, ${Array.from({ length: 26 }, (_, i) => `out ${Math.floor(i / 2) + 7}:${i % 2 ? '30' : '00'}`).join(', ')}`,
      '',
      284,
      'more than 24',
    ],
  ])('“%s” stops at “%s”', (text, word, at, why) => {
    const r = parseSpoken(text, empty, 'si');
    expect(r.ok ? null : [r.problem.word, r.problem.at]).toEqual([word, at]);
    expect(r.ok ? '' : r.problem.why.toLowerCase()).toContain(why.toLowerCase());
  });

  it('any text whatever gives a week or a place, never a throw', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 80 }),
          fc
            .array(
              fc.constantFrom(
                'up',
                'out',
                'in',
                'bed',
                'Sat',
                '-',
                'Mon',
                ',',
                ';',
                'till',
                '8',
                '25',
                '17:30',
                'is',
                'every',
                'day',
                'other',
                'days',
                'till',
              ),
              { maxLength: 14 },
            )
            .map((w) => w.join(' ')),
        ),
        (text) => {
          const r = parseSpoken(text, empty, 'si');
          if (!r.ok) {
            expect(r.problem.at).toBeLessThanOrEqual(text.length);
            expect(r.problem.why.length).toBeGreaterThan(5);
            return;
          }
          for (const d of r.week.days ?? [])
            d.forEach((e, i) => {
              expect(e.minute).toBeGreaterThan(d[i - 1]?.minute ?? -1);
              expect(e.minute).toBeLessThan(1440);
            });
        },
      ),
      { seed: 16, numRuns: 1500 },
    );
  });

  it('times', () => {
    expect(['0', '24', '24:01', '12am', '12pm', '13pm', '7:5', '730', '0730', '1', '11:59pm'].map(spokenTime)).toEqual([
      0,
      1440,
      null,
      0,
      720,
      null,
      null,
      450,
      450,
      60,
      1439,
    ]);
  });
});
