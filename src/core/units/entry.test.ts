import { describe, expect, it } from 'vitest';
import { entryUnit, readEntry } from './entry';

describe('typed figures', () => {
  it('takes points, commas, units and prefixes', () => {
    expect(readEntry('26.1', 'volts-ac', 'si')).toEqual({ ok: true, value: 26.1 });
    expect(readEntry(' 26,1 V', 'volts-ac', 'si')).toEqual({ ok: true, value: 26.1 });
    expect(readEntry('540 mV', 'volts-dc', 'si')).toEqual({ ok: true, value: 0.54 });
    expect(readEntry('1.2k', 'ohms', 'si')).toEqual({ ok: true, value: 1200 });
    expect(readEntry('OL', 'ohms', 'si')).toMatchObject({ ok: true, value: 1e8 });
  });

  it('converts what is typed in the other system', () => {
    expect(readEntry('68', 'celsius', 'us')).toEqual({ ok: true, value: 20 });
    expect(readEntry('18', 'kelvin', 'us')).toEqual({ ok: true, value: 10 });
    expect([entryUnit('celsius', 'us'), entryUnit('kelvin', 'si')]).toEqual(['°F', 'K']);
  });

  it('says what is wrong with the rest', () => {
    expect(readEntry('-24', 'volts-ac', 'si')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Below zero'),
    });
    expect(readEntry('abc', 'volts-ac', 'si')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('not a figure'),
    });
    expect(readEntry('', 'volts-ac', 'si')).toMatchObject({ ok: false });
    expect(readEntry('5000', 'volts-ac', 'si')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('beyond'),
    });
  });
});
