/** What the week decides of the card, whichever family: the days' form and the events a day. */
import { describe, expect, it } from 'vitest';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import type { Week } from '../job/schema';
import { formFor } from './form';

const day = (...minutes: number[]) => minutes.map((minute, i) => ({ minute, profile: i % 2 === 0 ? 'in' : 'out' }));
const profiles = { in: { name: 'In', heatCelsius: 20 }, out: { name: 'Out', heatCelsius: 17 } };
const two = day(390, 1350);
const weekend = day(480, 1380);
const week = (days: Week['days']): Week => ({ profiles, days });

describe('form of the week', () => {
  const forms = ['each-day', '5+2', '6+1', '5+1+1', '7-day'] as const;
  it.each([
    [Array.from({ length: 7 }, () => two), 'each-day'],
    [[two, two, two, two, two, weekend, weekend], '5+2'],
    [[two, two, two, two, two, two, weekend], '6+1'],
    [[two, two, two, two, two, weekend, day(600)], '5+1+1'],
    [[weekend, two, two, two, two, weekend, weekend], '7-day'],
  ] as const)('%#: the coarsest that holds it is %s', (days, form) => {
    expect(
      formFor(
        days.map((d) => [...d]),
        [...forms],
      ),
    ).toBe(form);
  });

  it('no week: the first; none holds it: the last', () => {
    expect(formFor(undefined, ['5+2', '7-day'])).toBe('5+2');
    expect(formFor([weekend, two, two, two, two, two, two], ['5+2', '6+1'])).toBe('6+1');
  });
});

describe('events a day', () => {
  const card = (days: Week['days'], chosen: object = {}) => {
    const d = derive(
      anyJob({
        device: 'v7-menu',
        survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
        week: week(days),
        setUp: { chosen },
      }),
    );
    return { row: d.shared.settings.card.find((r) => r.key === 'schedule.slots'), programme: d.shared.programme };
  };

  it('as few as hold the fullest day, in the device’s own word', () => {
    const days = [two, two, day(360, 480, 720), two, two, weekend, weekend];
    expect(card(days).row).toMatchObject({ value: '4', enter: 'four' });
    expect(card(Array.from({ length: 7 }, () => two)).row?.value).toBe('2');
  });

  it('set to fewer, the programme holds fewer, and loses what it must', () => {
    const days = Array.from({ length: 7 }, () => day(360, 480, 720, 900));
    expect(card(days).programme?.lostKelvinHours).toBe(0);
    const fewer = card(days, { 'schedule.slots': '2' }).programme;
    expect(fewer?.days.every((d) => d.length <= 2)).toBe(true);
    // Given up is the shorter stay, from six to eight: two hours at 3 K a day.
    expect(fewer?.lostKelvinHours).toBeCloseTo(7 * 2 * 3, 6);
  });
});
