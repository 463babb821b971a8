/** The one way in for a figure: every quantity, unit, prefix and locale there and back; what is not understood is refused. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { displayUnit, readFigure } from './display';
import { readEntry } from './entry';
import { type Dimension, type FigureAsked, type NumberLocale, readFigureText } from './figure';
import { takeFigure } from './typed-figure';
import { PREFIXES, UNITS } from './unit-table.data';

const asked = (of: Dimension, more: Partial<FigureAsked> = {}): FigureAsked => ({ of: [of], bare: '', ...more });
const DIMENSIONS = [...new Set(UNITS.map((u) => u.of))];

/** A number as somebody of a locale writes it. */
const written = (value: number, locale: NumberLocale): string =>
  locale === 'comma' ? String(value).replace('.', ',') : String(value);

describe('every quantity in every unit with every prefix, in both locales', () => {
  // What a spelling means by itself, worked out here apart from the reader.
  const spellings = UNITS.flatMap((unit) =>
    unit.spelled.flatMap((spelled) => [
      { unit, text: spelled, factor: 1 },
      ...(unit.prefixed ? PREFIXES.map((p) => ({ unit, text: p.spelled + spelled, factor: p.factor })) : []),
    ]),
  );

  it(`round trip of ${spellings.length} spellings`, () => {
    for (const { unit, text, factor } of spellings)
      for (const locale of ['point', 'comma'] as const)
        for (const value of [0.5, 1, 12.25, 240])
          for (const gap of ['', ' ']) {
            const line = `${written(value, locale)}${gap}${text}`;
            const read = readFigureText(line, asked(unit.of, { locale }));
            if (!read.ok) throw new Error(`${line}: ${read.problem}`);
            const si = (value * factor - (unit.zero ?? 0)) * unit.scale;
            expect([line, Math.abs(read.si - si) <= 1e-9 * Math.max(1, Math.abs(si))]).toEqual([line, true]);
          }
  });

  it('a unit of anything else is refused with what would do', () => {
    for (const of of DIMENSIONS)
      for (const unit of UNITS) {
        const spelled = unit.spelled[0] ?? '';
        // A K behind ohms is a thousand of them, as a meter shows it.
        if (of === 'ohms' && spelled === 'K') continue;
        // °C and °F are written alike for a temperature and a difference.
        if (UNITS.some((u) => u.of === of && u.spelled.some((s) => s.toLowerCase() === spelled.toLowerCase())))
          continue;
        const read = readFigureText(`5 ${spelled}`, asked(of));
        expect([of, spelled, read.ok]).toEqual([of, spelled, false]);
      }
  });

  it('milli is never taken for mega', () => {
    const ohms = (text: string): number => {
      const r = readFigureText(text, asked('ohms'));
      return r.ok ? r.si : Number.NaN;
    };
    expect(['5 mΩ', '5 MΩ', '5 mohm', '5 Mohm', '5 megohm', '5 Meg', '5 k', '5 K', '5 m'].map(ohms)).toEqual([
      0.005,
      5e6,
      0.005,
      5e6,
      5e6,
      5e6,
      5000,
      5000,
      Number.NaN,
    ]);
  });
});

describe('numbers', () => {
  const read = (text: string, locale?: NumberLocale): number | string => {
    const r = readFigureText(text, { of: ['plain'], bare: '', locale });
    return r.ok ? r.si : r.problem;
  };
  it.each<[string, number]>([
    ['26.1', 26.1],
    ['26,1', 26.1],
    ['.5', 0.5],
    [',5', 0.5],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234,567', 1_234_567],
    ['1 234,5', 1234.5],
    ["1'234.5", 1234.5],
    ['1\u202f234', 1234],
    ['1/2', 0.5],
    ['2 1/2', 2.5],
    ['2½', 2.5],
    ['¾', 0.75],
    ['1e3', 1000],
    ['1.5E-2', 0.015],
    ['2×10³', 2000],
    ['2 x 10^-3', 0.002],
    ['-8', -8],
    ['−8', -8],
    ['–8', -8],
    ['－8', -8],
    ['+3', 3],
  ])('%s is %d', (text, value) => {
    expect(read(text)).toBeCloseTo(value, 12);
  });

  it.each([
    '',
    'abc',
    '1.2.3',
    '1,2,3',
    '12,34,5',
    '1..2',
    '--3',
    '1 2',
    '5 5',
    '1/0',
    '1,200',
    'NaN',
    'Infinity',
    '0x10',
    '1e999',
  ])('“%s” is not taken', (text) => {
    expect(typeof read(text)).toBe('string');
  });

  it('what could be two numbers is asked about, or told by the locale', () => {
    expect(read('1,200')).toMatch(/1200 or 1\.200/);
    expect([read('1,200', 'point'), read('1,200', 'comma')]).toEqual([1200, 1.2]);
    expect([read('1.200', 'point'), read('1.200', 'comma')]).toEqual([1.2, 1200]);
  });

  it('nothing typed is ever a figure that is not finite, and nothing throws', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 24 }), fc.constantFrom(...DIMENSIONS), (text, of) => {
        const r = readFigureText(text, asked(of));
        if (r.ok) expect(Number.isFinite(r.si)).toBe(true);
        else expect(r.problem.length).toBeGreaterThan(5);
      }),
      { seed: 301, numRuns: 3000 },
    );
  });

  it('one letter more than a figure and its unit is never dropped', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 999 }),
        fc.constantFrom('V', 'Ω', 'W', 'A', '°C', 'ft'),
        fc.stringMatching(/^[b-zB-Z]{2,6}$/),
        (n, unit, tail) => {
          const of = UNITS.find((u) => u.spelled.includes(unit))?.of ?? 'plain';
          const known = UNITS.some((u) =>
            u.spelled.some((s) => `${unit}${tail}`.toLowerCase().endsWith(s.toLowerCase()) && s.length > 1),
          );
          const r = readFigureText(`${n} ${unit}${tail}`, asked(of));
          if (!known && !/^(ac|dc|rms)$/i.test(tail)) expect([unit + tail, r.ok]).toEqual([unit + tail, false]);
        },
      ),
      { seed: 302, numRuns: 2000 },
    );
  });
});

describe('an open circuit', () => {
  it.each(['OL', 'ol', '0L', '0l', 'O.L', 'O.L.', '0.L', '.OL', 'O/L', 'OF', 'open', 'overload', 'inf', '∞'])(
    '%s is open, never a short',
    (text) => {
      expect(readFigureText(text, asked('ohms'))).toMatchObject({ ok: true, si: 1e8, open: true });
      expect(readFigureText(text, asked('volts')).ok).toBe(false);
    },
  );
});

describe('where it was dropped before', () => {
  const megohms = displayUnit('megohms', 'si');
  const field = (text: string, of: Parameters<typeof displayUnit>[0]): number | undefined | string => {
    const r = readFigure(text, displayUnit(of, 'si'), -1e12, 1e12);
    return r.ok ? r.value : r.problem;
  };
  it('550 kOhm in a megohm field is a failed insulation test', () => {
    expect(readFigure('550 kOhm', megohms, 0, 1e5)).toEqual({ ok: true, value: 0.55 });
    expect(readFigure('550', megohms, 0, 1e5)).toEqual({ ok: true, value: 550 });
  });
  it.each<[string, Parameters<typeof displayUnit>[0], number]>([
    ['1.2 kW', 'watts', 1200],
    ['240 mV', 'volts', 0.24],
    ['68F', 'temperature', 20],
    ['15 ft', 'metres', 4.572],
    ['0.5 V', 'millivolts', 500],
    ['2 in', 'slack', 50.8],
    ['1 kBtu/h', 'power', 293.07107],
  ])('%s in %s is %d', (text, of, value) => {
    expect(field(text, of)).toBeCloseTo(value, 6);
  });
  it('a reading of the other kind of voltage is refused', () => {
    expect(readEntry('24 VDC', 'volts-ac', 'si')).toMatchObject({ ok: false });
    expect(readEntry('24 V AC', 'volts-dc', 'si')).toMatchObject({ ok: false });
    expect(readEntry('68F', 'celsius', 'si')).toEqual({ ok: true, value: 20 });
    expect(readEntry('20 C', 'celsius', 'us')).toEqual({ ok: true, value: 20 });
    expect(readEntry('12 furlongs', 'ohms', 'si')).toMatchObject({ ok: false });
  });
});

describe('a figure in a typed line', () => {
  const take = (line: string) => {
    const words = line.split(' ');
    const read = takeFigure(words, { quantities: ['volts-ac', 'volts-dc', 'ohms'], bare: ['volts-ac', 'V'] });
    return read.ok ? [read.value, read.quantity, words.join(' ')] : read.problem;
  };
  it.each<[string, unknown]>([
    ['26.1', [26.1, 'volts-ac', '']],
    ['26.1 v idle', [26.1, 'volts-ac', 'idle']],
    ['620 mV heat', [0.62, 'volts-dc', 'heat']],
    ['24 V DC off', [24, 'volts-dc', 'off']],
    ['12 k off', [12_000, 'ohms', 'off']],
    ['0L off', [1e8, 'ohms', 'off']],
    ['128 550', [128, 'volts-ac', '550']],
  ])('%s', (line, read) => {
    expect(take(line)).toEqual(read);
  });
  it('a unit that is not wanted is not taken for the next word', () => {
    expect(take('3 A off')).toMatch(/amperes/);
    expect(take('3furlong')).toMatch(/no unit known/);
  });
});
