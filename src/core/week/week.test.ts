import { describe, expect, it } from 'vitest';
import { SHIPPED_SHEETS } from '../devices/shipped.data';
import type { FindingCode } from '../findings/catalogue';
import { emptyJob, type Job, type Week } from '../job/schema';
import { checkWeek, copyDay, profileAt, setEvents, startingWeek } from './week';

const [five, menu] = SHIPPED_SHEETS;
const codes = (week: Week, sheet = menu ?? null): FindingCode[] =>
  checkWeek({ ...emptyJob(), week } as Job, sheet).map((f) => f.code);
const week = startingWeek();
const changed = (edit: (w: Week) => Week): FindingCode[] => codes(edit(week));

describe('week', () => {
  it('the starting week passes on a five-two and a seven-day device', () => {
    expect([codes(week), codes(week, five)]).toEqual([[], []]);
  });

  it('a day begins with what the day before ended with', () => {
    const days = week.days ?? [];
    expect([
      profileAt(days, 0, 0),
      profileAt(days, 0, 390),
      profileAt(days, 5, 449),
      profileAt([[], [], [], [], [], [], []], 0, 0),
    ]).toEqual(['night', 'in', 'night', undefined]);
  });

  it('keeps events in order and one to a minute', () => {
    const edited = setEvents(week, 2, [
      { minute: 600, profile: 'out' },
      { minute: 300, profile: 'in' },
      { minute: 600, profile: 'night' },
    ]);
    expect(edited.days?.[2]).toEqual([
      { minute: 300, profile: 'in' },
      { minute: 600, profile: 'night' },
    ]);
    expect(copyDay(edited, 2, [3]).days?.[3]).toEqual(edited.days?.[2]);
  });

  it.each([
    [
      'week.deadband',
      (w: Week) => ({ ...w, profiles: { ...w.profiles, in: { name: 'In', heatCelsius: 23, coolCelsius: 24 } } }),
    ],
    [
      'week.range',
      (w: Week) => ({ ...w, profiles: { ...w.profiles, in: { name: 'In', heatCelsius: 2, coolCelsius: 24 } } }),
    ],
    [
      'week.deep-setback',
      (w: Week) => ({ ...w, profiles: { ...w.profiles, out: { name: 'Out', heatCelsius: 12, coolCelsius: 27 } } }),
    ],
    ['week.unknown-profile', (w: Week) => setEvents(w, 0, [{ minute: 60, profile: 'party' }])],
    [
      'week.spacing',
      (w: Week) =>
        setEvents(w, 0, [
          { minute: 60, profile: 'in' },
          { minute: 65, profile: 'out' },
        ]),
    ],
    [
      'week.slots',
      (w: Week) =>
        setEvents(
          w,
          0,
          [0, 60, 120, 180, 240, 300, 360].map((minute) => ({ minute, profile: 'in' })),
        ),
    ],
    [
      'week.order',
      (w: Week) => ({
        ...w,
        days: w.days?.map(() => [
          { minute: 60, profile: 'in' },
          { minute: 30, profile: 'out' },
        ]),
      }),
    ],
  ] as const)('raises %s', (code, edit) => {
    expect(changed(edit)).toContain(code);
  });

  it('raises week.pattern when days of a group differ', () => {
    expect(codes(setEvents(week, 0, [{ minute: 60, profile: 'in' }]), five)).toContain('week.pattern');
    expect(changed((w) => setEvents(w, 0, [{ minute: 60, profile: 'in' }]))).not.toContain('week.pattern');
  });
});
