/** Floor probes: the equation and its inverse, which types fit, what a wrong setting shows. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { celsiusAt, ohmsAt, PROBE_TYPES, probeFits, probeState, R25 } from './thermistor';

describe('a probe', () => {
  it.each(PROBE_TYPES)('of %s has its name’s ohms at 25 °C', (type) => {
    expect(ohmsAt(type, 25)).toBeCloseTo(R25[type], 6);
    expect(celsiusAt(type, R25[type])).toBeCloseTo(25, 9);
  });

  it('falls as it warms, and the inverse is the inverse, at every temperature', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PROBE_TYPES),
        fc.double({ min: -20, max: 80, noNaN: true }),
        fc.double({ min: 0.01, max: 40, noNaN: true }),
        fc.double({ min: 3380, max: 3980, noNaN: true }),
        (type, celsius, warmer, beta) => {
          expect(ohmsAt(type, celsius + warmer, beta)).toBeLessThan(ohmsAt(type, celsius, beta));
          expect(celsiusAt(type, ohmsAt(type, celsius, beta), beta)).toBeCloseTo(celsius, 8);
        },
      ),
      { seed: 52 },
    );
  });

  it('more ohms never mean a warmer floor', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PROBE_TYPES),
        fc.double({ min: 500, max: 1e6, noNaN: true }),
        fc.double({ min: 1.0001, max: 3, noNaN: true }),
        (type, ohms, more) => {
          expect(celsiusAt(type, ohms * more)).toBeLessThan(celsiusAt(type, ohms));
        },
      ),
      { seed: 53 },
    );
  });

  it('of 12 kΩ read as 10 kΩ shows about 4 K too cold', () => {
    const ohms = ohmsAt('12k', 22);
    expect(celsiusAt('10k', ohms) - 22).toBeGreaterThan(-4.6);
    expect(celsiusAt('10k', ohms) - 22).toBeLessThan(-3.6);
  });

  it('has no temperature at zero ohms or below', () => {
    expect(() => celsiusAt('10k', 0)).toThrow('above zero');
    expect(() => celsiusAt('10k', -5)).toThrow('above zero');
  });

  it('is open, short, or reads', () => {
    expect([1e8, 1.3e6, 12_000, 400, 0.3].map(probeState)).toEqual(['open', 'open', 'reads', 'short', 'short']);
    // No type at any floor temperature is taken for a broken one.
    for (const type of PROBE_TYPES)
      for (const celsius of [-20, 0, 25, 60, 85])
        if (!(type === '6.8k' && celsius === 85)) expect(probeState(ohmsAt(type, celsius))).toBe('reads');
  });
});

describe('which types fit', () => {
  it('one, where the floor’s temperature is known well', () => {
    const fits = probeFits(ohmsAt('12k', 21), 21, 1.5);
    expect(fits.filter((f) => f.fits).map((f) => f.type)).toEqual(['12k']);
    expect(fits.find((f) => f.type === '12k')?.off).toBeCloseTo(0, 6);
  });

  it('two, where it was guessed in between', () => {
    const fits = probeFits(ohmsAt('12k', 21), 19);
    expect(fits.filter((f) => f.fits).map((f) => f.type)).toEqual(['10k', '12k']);
  });

  it('none, where the ohms are no probe’s', () => {
    expect(probeFits(2200, 20).some((f) => f.fits)).toBe(false);
  });
});
