import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type DisplayQuantity, displayText, displayUnit, fromDisplay, readFigure, toDisplay } from './display';

const QUANTITIES: DisplayQuantity[] = [
  'temperature',
  'power',
  'conductance',
  'flow',
  'area',
  'metres',
  'percent',
  'va',
];

describe('quantities as a job writes them', () => {
  it('go there and back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...QUANTITIES),
        fc.constantFrom('si' as const, 'us' as const),
        fc.double({ min: -40, max: 1e4, noNaN: true }),
        (q, units, value) => {
          const u = displayUnit(q, units);
          expect(fromDisplay(toDisplay(value, u), u)).toBeCloseTo(value, 6);
        },
      ),
    );
  });

  it('known pairs', () => {
    expect(displayText(-8.3, displayUnit('temperature', 'us'))).toBe('17');
    expect(displayText(10_000, displayUnit('power', 'us'))).toBe('34.1');
    expect(displayText(0.05, displayUnit('flow', 'us'))).toBe('106');
    expect(displayText(100, displayUnit('area', 'us'))).toBe('1076');
    expect(displayText(0.95, displayUnit('percent', 'si'))).toBe('95');
  });

  it('reads commas, signs and a trailing unit; says what is wrong and in whose units', () => {
    const c = displayUnit('temperature', 'si');
    expect(readFigure('−8,3 °C', c, -40, 40)).toEqual({ ok: true, value: -8.3 });
    expect(readFigure('', c, -40, 40)).toEqual({ ok: true, value: undefined });
    expect(readFigure('cold', c, -40, 40)).toMatchObject({ ok: false, problem: '“cold” is not a figure.' });
    expect(readFigure('200', displayUnit('temperature', 'us'), -40, 40)).toMatchObject({
      problem: '200 is outside -40 to 104 °F.',
    });
    expect(readFigure('0', displayUnit('plain', 'si'), 0.3, 7)).toMatchObject({ ok: false });
  });

  it('ohms take k and M, and OL for a broken core; twelve k is not twelve', () => {
    const u = displayUnit('ohms', 'si');
    const read = (text: string): number | undefined => {
      const r = readFigure(text, u, 0.01, 1e9);
      return r.ok ? r.value : Number.NaN;
    };
    expect(['12k', '12.1 kΩ', '14600', '14 600'.replace(' ', ''), '2M', 'OL', '0', '-4'].map(read)).toEqual([
      12_000,
      12_100,
      14_600,
      14_600,
      2e6,
      1e8,
      Number.NaN,
      Number.NaN,
    ]);
  });
});
