import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BoilerSurvey } from '../job/boiler-schema';
import { cylinderDay, reheatSeconds, type Store, settledDay, WATER_J_PER_LITRE_KELVIN } from './reheat';
import { BOILER_SHEETS, type BoilerSheet } from './sheet';
import { waterProgramme } from './water-programme';

const store: Store = { litres: 150, watts: 12_000, targetCelsius: 60, coldCelsius: 10, lossWattsPerKelvin: 0 };

describe('reheat', () => {
  it('t = V · 4.186 · ΔT / P', () => {
    // 150 L by 40 K with 9 kW: 150 · 4.186 · 40 / 9 = 2791 s, 46.5 min.
    expect(reheatSeconds({ ...store, watts: 9000 }, 20)).toBeCloseTo((150 * 4.186 * 40) / 9, 6);
    expect(reheatSeconds(store, 60)).toBe(0);
  });

  it('losses lengthen it, and may make it impossible', () => {
    const lossy = { ...store, lossWattsPerKelvin: 5 };
    expect(reheatSeconds(lossy, 20) ?? 0).toBeGreaterThan(reheatSeconds(store, 20) ?? 0);
    expect(reheatSeconds({ ...store, watts: 100, lossWattsPerKelvin: 5 }, 20)).toBeNull();
    // Vanishing loss: the same as none.
    expect(reheatSeconds({ ...store, lossWattsPerKelvin: 1e-6 }, 20)).toBeCloseTo(reheatSeconds(store, 20) ?? 0, 2);
  });

  it('refuses no power and no water', () => {
    expect(() => reheatSeconds({ ...store, watts: 0 }, 20)).toThrow('power must be above zero');
    expect(() => reheatSeconds({ ...store, litres: 0 }, 20)).toThrow('volume must be above zero');
  });
});

describe('a day of the cylinder', () => {
  const window = fc.record({ from: fc.integer({ min: 0, max: 1439 }), to: fc.integer({ min: 0, max: 1439 }) });
  const draw = fc.record({
    at: fc.integer({ min: 0, max: 1439 }),
    litres: fc.double({ min: 1, max: 300, noNaN: true }),
  });

  it('closes its energy balance', () => {
    fc.assert(
      fc.property(
        fc.array(window, { maxLength: 4 }),
        fc.array(draw, { maxLength: 5 }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.double({ min: 10, max: 65, noNaN: true }),
        (windows, draws, loss, start) => {
          const s = { ...store, lossWattsPerKelvin: loss };
          const day = cylinderDay(s, windows, draws, start);
          const stored = s.litres * WATER_J_PER_LITRE_KELVIN * ((day.celsius[1440] ?? 0) - start);
          const scale = Math.max(1, day.heatJoules + Math.abs(day.drawnJoules));
          expect(Math.abs(stored - (day.heatJoules - day.lossJoules - day.drawnJoules)) / scale).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('heats only within its windows, over midnight too, and stops at its target', () => {
    const day = cylinderDay(store, [{ from: 1380, to: 60 }], [], 20);
    expect(day.heating[30]).toBe(1);
    expect(day.heating[600]).toBe(0);
    expect(Math.max(...day.celsius)).toBeLessThan(61.5);
  });

  it('settles to a day that begins as it ends', () => {
    const day = settledDay({ ...store, lossWattsPerKelvin: 2 }, [{ from: 360, to: 480 }], [{ at: 420, litres: 60 }]);
    expect(day.celsius[1440] ?? 0).toBeCloseTo(day.celsius[0] ?? 0, 1);
  });
});

describe('hot water as the device holds it', () => {
  const sheet = (periods: number, pattern: '7-day' | '5+2' | 'each-day'): BoilerSheet => {
    const [first] = BOILER_SHEETS;
    if (!first?.schedule) throw new Error('the first sheet keeps a week');
    return { ...first, waterPeriods: periods, schedule: { ...first.schedule, pattern } };
  };
  const survey = (more: object): BoilerSurvey => BoilerSurvey.parse({ plant: 'zone-valves', ...more });
  const windows = [
    { from: 330, to: 420 },
    { from: 720, to: 750 },
    { from: 1020, to: 1110 },
  ];
  it('with periods enough nothing is lost; with one too few the shortest goes', () => {
    expect(waterProgramme(survey({ windows }), sheet(3, '7-day'))?.lostMinutes).toBe(0);
    const two = waterProgramme(survey({ windows }), sheet(2, '7-day'));
    expect(two?.lostMinutes).toBe(7 * 30);
    expect(two?.groups[0]?.periods).toEqual([
      { from: 330, to: 420 },
      { from: 1020, to: 1110 },
    ]);
  });
  it('a weekend of its own is held by 5+2 and lost on a device with one day', () => {
    const both = survey({ windows: [{ from: 330, to: 420 }], weekendWindows: [{ from: 480, to: 600 }] });
    expect(waterProgramme(both, sheet(1, '5+2'))?.lostMinutes).toBe(0);
    // Two days: the ninety minutes that are kept against their wish, and the two hours that are not there.
    expect(waterProgramme(both, sheet(1, 'each-day'))?.lostMinutes).toBe(2 * (90 + 120));
  });
  it('null where nobody made windows', () => {
    expect(waterProgramme(survey({}), sheet(2, '7-day'))).toBeNull();
  });
});
