/** Mats as they are typed, and what is said of those that cannot be read. */
import { describe, expect, it } from 'vitest';
import { parseMats } from './mat-lines';

const one = (text: string) => {
  const [line] = parseMats(text);
  if (!line) throw new Error('nothing read');
  return line;
};

describe('a typed mat', () => {
  it.each([
    ['450 w 240 v', { ratedWatts: 450, ratedVolts: 240 }],
    ['450W 240V 128 ohm 550 meg', { ratedWatts: 450, ratedVolts: 240, connection: { ohms: 128, megohms: 550 } }],
    ['450w 240v 128 550', { ratedWatts: 450, ratedVolts: 240, connection: { ohms: 128, megohms: 550 } }],
    [
      '900 w 230 v before 58,8 600 after 59',
      { ratedWatts: 900, ratedVolts: 230, before: { ohms: 58.8, megohms: 600 }, after: { ohms: 59 } },
    ],
    [
      'under the bath 150w 230v 352Ω',
      { ratedWatts: 150, ratedVolts: 230, name: 'under the bath', connection: { ohms: 352 } },
    ],
    ['150w 230v after OL', { ratedWatts: 150, ratedVolts: 230, after: { ohms: 1e8 } }],
    ['450 w 240 v 128 ohm 0.3 meg', { ratedWatts: 450, ratedVolts: 240, connection: { ohms: 128, megohms: 0.3 } }],
    // No element has so many ohms: the insulation has failed.
    ['450 w 240 v 128 ohm 550 kOhm', { ratedWatts: 450, ratedVolts: 240, connection: { ohms: 128, megohms: 0.55 } }],
    ['100w 230v 1.2kohm', { ratedWatts: 100, ratedVolts: 230, connection: { ohms: 1200 } }],
  ])('%s', (text, mat) => {
    expect(one(text)).toEqual({ ok: true, text, mat });
  });

  it('several, comma between; a decimal comma parts nothing', () => {
    expect(parseMats('450w 240v 128,2, 300w 240v').map((l) => l.ok)).toEqual([true, true]);
  });

  it.each([
    ['240 v', 'its watts are missing'],
    ['450 w', 'its volts are missing'],
    ['450 w 240 v 0 ohm', 'ohms must be above zero'],
    ['450 w 240 v -3', 'ohms must be above zero'],
    ['0 w 240 v', 'watts must be above zero'],
    ['450 w 240 v 12bar', 'no unit known'],
    ['450 w 240 v 1.2 kW', 'twice'],
    ['450 w 240 v 128 ohm 64 ohm', 'twice'],
  ])('%s is refused: %s', (text, problem) => {
    const line = one(text);
    expect(line).toMatchObject({ ok: false, problem: expect.stringContaining(problem) });
  });
});
