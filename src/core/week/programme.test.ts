/** From the wish to what is keyed in: units, slots, words, alike days, and what the house and the owner change. */
import { describe, expect, it } from 'vitest';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import type { Schedule } from '../devices/sheet';
import type { Week } from '../job/schema';
import { alikeTogether, entryText, keyedIn, programmeOf } from './programme';
import { parseSpoken } from './spoken';

const said = (words: string, units: 'si' | 'us' = 'si', heatOnly = false): Week => {
  const r = parseSpoken(words, { profiles: {} }, units, heatOnly);
  if (!r.ok) throw new Error(r.problem.why);
  return r.week;
};
const schedule: Schedule = {
  pattern: '5+2',
  slotsPerDay: 4,
  minimumGapMinutes: 15,
  stepMinutes: 15,
  slotNames: ['One', 'Two', 'Three', 'Four'],
  times: 'reach-by',
  owner: 'device',
};
const RANGE = { heatCelsius: [5, 32], coolCelsius: [15, 35], deadbandKelvin: 1.7 } as const;
const USUAL = 'up 6:30, out 8:30, back 17, bed 22:30';

describe('the programme', () => {
  it('is named by the device’s slots, and a first event that says the night again is left out', () => {
    const p = programmeOf(said(`${USUAL}; Sat Sun up 8, in`), schedule, undefined, RANGE, 'si');
    expect(p?.entries.map((e) => entryText(e, 'si'))).toEqual([
      'Mon to Fri, One: 06:30 heat 20.0 °C, cool 24.5 °C',
      'Mon to Fri, Two: 08:30 heat 17.0 °C, cool 27.5 °C',
      'Mon to Fri, Three: 17:00 heat 20.0 °C, cool 24.5 °C',
      'Mon to Fri, Four: 22:30 heat 17.5 °C, cool 24.5 °C',
      'Sat, Sun, One: 08:00 heat 20.0 °C, cool 24.5 °C',
      'Sat, Sun, Two: 22:30 heat 17.5 °C, cool 24.5 °C',
    ]);
    expect(p?.lostKelvinHours).toBe(0);
  });

  it('a week in whole degrees Fahrenheit loses nothing on a device of whole degrees', () => {
    const p = programmeOf(said(USUAL, 'us'), schedule, undefined, RANGE, 'us');
    expect(p?.lostKelvinHours).toBeCloseTo(0, 3);
    expect(p?.entries[0] && entryText(p.entries[0], 'us')).toBe('Mon to Fri, One: 06:30 heat 68 °F, cool 76 °F');
  });

  it('a setpoint off the grid or out of range is lost by just that much', () => {
    const week = said('up 6, bed 22; in is 20.3; night is 3', 'si', true);
    const p = programmeOf(week, schedule, undefined, { heatCelsius: [5, 32] }, 'si');
    // Sixteen hours at 20.5 or 20 in place of 20.3, eight at 5 in place of 3, seven days.
    expect(p?.lostKelvinHours).toBeCloseTo(7 * (16 * 0.2 + 8 * 2), 6);
  });

  it('the form the device is set to decides which days are alike', () => {
    const week = said(`${USUAL}; Wed out till 13`);
    const five = programmeOf(week, schedule, '5+2', RANGE, 'si');
    const seven = programmeOf(week, schedule, '7-day', RANGE, 'si');
    expect([five?.lostKelvinHours, seven?.lostKelvinHours]).toEqual([24, 0]);
    expect(five?.lost[0]).toEqual({ day: 2, from: 780, to: 1020, wishedCelsius: 20, programmedCelsius: 17 });
    const groups = alikeTogether(seven?.entries ?? []);
    expect(groups.map((g) => [g.days, g.entries.length])).toEqual([
      ['Mon and Tue', 4],
      ['Wed', 4],
      ['Thu to Sun, each', 4],
    ]);
    expect(groups[2]?.entries[0]?.ids).toEqual(['3.0', '4.0', '5.0', '6.0']);
  });

  it('null without a week, or where a profile is missing', () => {
    expect(programmeOf({ profiles: {} }, schedule, undefined, RANGE, 'si')).toBeNull();
    const broken: Week = { profiles: {}, days: Array.from({ length: 7 }, () => [{ minute: 60, profile: 'gone' }]) };
    expect(programmeOf(broken, schedule, undefined, RANGE, 'si')).toBeNull();
  });

  it('what was keyed in counts only while it is what the programme says', () => {
    const week = said(USUAL);
    const p = programmeOf(week, schedule, undefined, RANGE, 'si');
    const keyed = {
      ...week,
      keyed: { '0.0': 'Mon to Fri, One: 06:30 heat 20.0 °C, cool 24.5 °C', '0.1': 'something else' },
    };
    expect(keyedIn(keyed, p, 'si')).toBe(1);
  });
});

describe('judged for every family', () => {
  const job = (device: string, more: object = {}) =>
    anyJob({
      device,
      survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
      week: said(`${USUAL}; Wed out till 13`),
      ...more,
    });
  const codes = (j: ReturnType<typeof job>): string[] => derive(j).shared.findings.map((f) => f.code);

  it('a loss is a caution with its figure; a device of seven days has none', () => {
    expect(codes(job('t24-five'))).toContain('week.loses');
    expect(codes(job('p9-pump'))).not.toContain('week.loses');
  });

  it('an outside owner: nothing keyed in, and a test that its command arrives', () => {
    const outside = derive(job('t24-five', { week: { ...said(USUAL), owner: 'outside' } })).shared;
    expect(outside.programme).toBeNull();
    expect(outside.proof.tests.at(-2)?.id).toBe('outside-command');
    expect(derive(job('t24-five')).shared.proof.tests.some((t) => t.id === 'outside-command')).toBe(false);
  });

  it('a start-at device is given its times ahead once the house is known; a reach-by device never', () => {
    const house = { areaSquareMetres: 120, heatWatts: 11_000 };
    const entries = (device: string, more: object) => derive(job(device, more)).shared.programme?.entries ?? [];
    const ahead = entries('v7-menu', { house }).filter((e) => e.enter);
    expect(ahead.length).toBeGreaterThan(0);
    for (const e of ahead) {
      expect(e.enter?.leadMinutes).toBeGreaterThan(0);
      expect((e.minute - (e.enter?.minute ?? 0) + 1440) % 1440).toBeGreaterThanOrEqual(e.enter?.leadMinutes ?? 0);
    }
    // A house that warms up for hours: no time is moved before the event ahead of it.
    const slow = entries('v7-menu', {
      house: { areaSquareMetres: 160, age: 'mid', emitter: 'floor', heatWatts: 11_000 },
    });
    for (const [i, e] of slow.entries()) {
      const ahead = slow[i - 1];
      if (ahead?.days === e.days && !e.enter?.dayBefore)
        expect(e.enter?.minute ?? e.minute).toBeGreaterThanOrEqual(
          (ahead.enter?.dayBefore ? 0 : (ahead.enter?.minute ?? ahead.minute)) + 10,
        );
    }
    expect(slow.some((e) => (e.enter?.leadMinutes ?? 0) > 120)).toBe(true);
    expect(entries('v7-menu', {}).some((e) => e.enter)).toBe(false);
    expect(entries('t24-five', { house }).some((e) => e.enter)).toBe(false);
  });

  it('a boiler, a heater and a contact have a programme too', () => {
    const week = said(USUAL, 'si', true);
    for (const [family, device] of [
      ['boiler', 'rc2-radio'],
      ['heater', 'hl2-twin'],
      ['contact', 'cb1-cell'],
    ] as const)
      expect(derive(anyJob({ family, device, survey: {}, week })).shared.programme?.entries.length).toBeGreaterThan(0);
  });

  it('an hour that clocks skip is named where clocks change, not where they never do', () => {
    const week = said('up 2:30, bed 22');
    expect(codes(job('v7-menu', { week }))).toContain('week.clock-change');
    expect(codes(job('v7-menu', { week, join: { timeZone: 'Etc/GMT' } }))).not.toContain('week.clock-change');
  });
});
