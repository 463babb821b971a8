import { describe, expect, it } from 'vitest';
import { aheadByLeads, firstEntered, type Lead } from './lead';
import type { WeekProgramme } from './programme';

const warm = { minute: 390, heatCelsius: 29 };
const early = { minute: 30, heatCelsius: 29 };
const entry = (id: string, days: string, e: typeof warm) => ({ id, days, slot: id, ...e });
const programme: WeekProgramme = {
  entries: [entry('0.0', 'Mon to Fri', warm), entry('1.0', 'Sat Sun', early)],
  lostKelvinHours: 0,
  lost: [],
  days: [[warm], [warm], [warm], [warm], [warm], [early], [early]],
};
const lead = (day: number, minute: number, minutes: number | null): Lead => {
  const at = day * 1440 + minute - (minutes ?? 0);
  return {
    day,
    minute,
    leadMinutes: minutes,
    enterDay: Math.floor((at + 10080) / 1440) % 7,
    enterMinute: (at + 10080) % 1440,
  };
};

describe('times moved ahead by a family’s own leads', () => {
  it('are so many minutes earlier, over midnight on the day before', () => {
    const { entries } = aheadByLeads(programme, [lead(0, 390, 90), lead(5, 30, 45)]);
    expect(entries[0]?.enter).toEqual({ minute: 300, leadMinutes: 90, dayBefore: false });
    expect(entries[1]?.enter).toEqual({ minute: 1425, leadMinutes: 45, dayBefore: true });
  });
  it('a time that is never reached, or that no lead stands near, stays as it is', () => {
    const { entries } = aheadByLeads(programme, [lead(0, 390, null), lead(5, 90, 45)]);
    expect(entries.map((e) => e.enter)).toEqual([undefined, undefined]);
  });
  it('stands for the time that was wished, where the device’s own steps moved it', () => {
    const [first] = aheadByLeads(programme, [lead(0, 385, 60)]).entries;
    expect(first?.enter?.minute).toBe(330);
  });
  it('what is looked up first on a day is what was entered for it', () => {
    const moved = aheadByLeads(programme, [lead(0, 390, 90), lead(5, 30, 45)]);
    expect(firstEntered(moved, 3)).toEqual({ minute: 300, dayBefore: false, heatCelsius: 29 });
    expect(firstEntered(moved, 6)).toEqual({ minute: 1425, dayBefore: true, heatCelsius: 29 });
    expect(firstEntered({ ...moved, days: [] }, 3)).toBeNull();
  });
});
