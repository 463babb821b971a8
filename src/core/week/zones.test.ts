/** Weeks of several zones, minutes of fan and fresh air, hot water by the day, drying in the cheaper hours. */
import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/support/floor';
import { anyJob } from '../../../tests/support/jobs';
import { BOILER_SHEETS } from '../boiler/sheet';
import { waterProgramme } from '../boiler/water-programme';
import { derive } from '../derive';
import { cheapMinutes, dryingOutside, floorWeek } from '../floor/week';
import { BoilerSurvey } from '../job/boiler-schema';
import type { Week } from '../job/schema';
import { hourMinutes } from './minutes';
import { FIRST_ZONE, withZoneWeek, zoneWeek } from './zones';

const day = (...at: [number, string][]) => at.map(([minute, profile]) => ({ minute, profile }));
const all = (d: ReturnType<typeof day>) => Array.from({ length: 7 }, () => d);
const week: Week = {
  profiles: { in: { name: 'In', heatCelsius: 20 }, out: { name: 'Out', heatCelsius: 17 } },
  days: all(day([390, 'in'], [1350, 'out'])),
};

describe('zones', () => {
  it('the first is the job’s own; another keeps days of its own and shares the profiles', () => {
    const upstairs = all(day([1080, 'in'], [1320, 'out']));
    const both = withZoneWeek(week, '1', { ...zoneWeek(week, '1'), days: upstairs });
    expect(zoneWeek(both, FIRST_ZONE)).toMatchObject({ days: week.days });
    expect(zoneWeek(both, '1')).toMatchObject({ days: upstairs, profiles: week.profiles });
    const warmer = { ...week.profiles, in: { name: 'In', heatCelsius: 21 } };
    const changed = withZoneWeek(both, '1', { ...zoneWeek(both, '1'), profiles: warmer });
    expect([changed.profiles, changed.days]).toEqual([warmer, week.days]);
  });

  it('taking a zone’s days out leaves nothing of it behind', () => {
    const both = withZoneWeek(week, '1', { profiles: week.profiles, days: week.days });
    expect(withZoneWeek(both, '1', { profiles: week.profiles })).toEqual(week);
  });

  it('each zone of a boiler has its programme; one without a week is said', () => {
    const job = (zones?: Week['zones']) =>
      anyJob({
        family: 'boiler',
        device: 'rc2-radio',
        survey: { plant: 'heating-valves', heatingZones: 2 },
        week: { ...week, ...(zones ? { zones } : {}) },
      });
    const alone = derive(job()).shared;
    expect(alone.findings.map((f) => f.code)).toContain('week.zone-without');
    const both = derive(job({ 1: { days: all(day([1080, 'in'], [1320, 'out'])) } })).shared;
    expect(both.findings.map((f) => f.code)).not.toContain('week.zone-without');
    expect(both.zoneProgrammes?.map((z) => z.programme?.days[0]?.map((e) => e.minute))).toEqual([[1080, 1320]]);
    expect(both.programme?.days[0]?.map((e) => e.minute)).toEqual([390, 1350]);
  });
});

describe('minutes of an hour', () => {
  it('one figure for all hours holds the mean of the week', () => {
    const with_ = {
      ...week,
      profiles: { in: { name: 'In', heatCelsius: 20, freshMinutes: 30 }, out: week.profiles.out },
    } as Week;
    // In for 16 of 24 hours: 20 min on average.
    expect(hourMinutes(with_, 'freshMinutes')).toMatchObject({ mean: 20, one: 20, least: 0, most: 30 });
    // 8 h a day at 20 where none is wished.
    expect(hourMinutes(with_, 'freshMinutes')?.moreMinutes).toBeCloseTo(7 * 8 * 20, 9);
    expect(hourMinutes(week, 'freshMinutes')).toBeNull();
  });

  it('reach the settings card: the most of what the dwelling needs and what the week wants', () => {
    const job = (freshMinutes: number) =>
      anyJob({
        device: 'a6-relay',
        survey: {
          lines: 'r red, c blue, y yellow, g green, w white',
          equipment: { fuel: 'gas' },
          accessories: { v: { kind: 'ventilator', power: 'own', flowCubicMetresPerSecond: 0.06, needsFan: true } },
          dwelling: { floorSquareMetres: 150, bedrooms: 3 },
        },
        week: {
          ...week,
          profiles: {
            in: { name: 'In', heatCelsius: 20, freshMinutes },
            out: { name: 'Out', heatCelsius: 17, freshMinutes },
          },
        },
      });
    const value = (n: number) =>
      derive(job(n)).shared.settings.canonical.find((s) => s.key === 'ventilate.minutes')?.value;
    // 0.15 · 150 + 3.5 · 4 = 36.5 L/s by 60 L/s: 36.5 min, rounded up.
    expect([value(10), value(50)]).toEqual(['37', '50']);
    expect(derive(job(10)).shared.findings.map((f) => f.code)).toContain('week.fresh-short');
    expect(derive(job(50)).shared.findings.map((f) => f.code)).not.toContain('week.fresh-short');
  });
});

describe('hot water by the day', () => {
  it('a day of its own is held where the device keeps each day, and costs where it keeps five alike', () => {
    const survey = BoilerSurvey.parse({
      windows: [{ from: 360, to: 450 }],
      dayWindows: { 2: [{ from: 600, to: 720 }] },
    });
    const sheet = (pattern: string) => {
      const s = BOILER_SHEETS.find((b) => b.waterPeriods !== undefined && b.schedule?.pattern === pattern);
      if (!s) throw new Error(`no shipped sheet keeps ${pattern}`);
      return s;
    };
    expect(waterProgramme(survey, sheet('7-day'))?.lostMinutes).toBe(0);
    // Wednesday goes with the other workdays: 90 min on where off is wished, 120 off where on is.
    expect(waterProgramme(survey, sheet('5+2'))?.lostMinutes).toBe(210);
  });
});

describe('drying in the cheaper hours', () => {
  const offPeak = { from: 1380, to: 60, perKwh: 0.1, days: [0, 6] };

  it('the tariff runs over midnight from the days it begins on', () => {
    const cheap = cheapMinutes(offPeak);
    const at = (d: number, m: number) => cheap?.[d * 1440 + m];
    expect([at(0, 1380), at(1, 59), at(1, 60), at(1, 1380), at(6, 1380), at(0, 59), at(0, 60)]).toEqual([
      1, 1, 0, 0, 1, 1, 0,
    ]);
  });

  it('a new week dries inside it and on its days; another is told how far it lies outside', () => {
    const inside = floorWeek('damp', null, offPeak);
    expect(dryingOutside(inside, offPeak)).toBe(0);
    // 90 min on two days.
    expect(inside.days?.map((d) => d.filter((e) => e.profile === 'warm').length)).toEqual([1, 0, 0, 0, 0, 0, 1]);
    expect(dryingOutside(floorWeek('damp', null), offPeak)).toBe(7 * 90);
    const job = floorJob(
      { purpose: 'damp', price: { perKwh: 0.3, currency: 'EUR', offPeak } },
      { week: floorWeek('damp', null) },
    );
    expect(derive(job).shared.findings.map((f) => f.code)).toContain('floor.damp-dear');
  });
});
