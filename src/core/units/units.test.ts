import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { celsiusToFahrenheit, clock, countdown, fahrenheitToCelsius, fixed, listed, ohms, temperature } from './units';

describe('units', () => {
  it('converts temperatures both ways to within rounding', () => {
    expect(celsiusToFahrenheit(20)).toBe(68);
    fc.assert(
      fc.property(fc.double({ min: -80, max: 200, noNaN: true }), (c) => {
        expect(fahrenheitToCelsius(celsiusToFahrenheit(c))).toBeCloseTo(c, 9);
      }),
    );
  });

  it('never prints minus zero and uses a true minus sign', () => {
    expect(fixed(-0.04, 1)).toBe('0.0');
    expect(fixed(-1.26, 1)).toBe('−1.3');
  });

  it('chooses readable prefixes for resistance', () => {
    expect([ohms(1.44), ohms(57.6), ohms(3000), ohms(1e7)]).toEqual(['1.4 Ω', '58 Ω', '3.0 kΩ', '10 MΩ']);
  });

  it('writes clocks, countdowns, lists and both temperature systems', () => {
    expect([clock(390), clock(-30), clock(1440)]).toEqual(['06:30', '23:30', '00:00']);
    expect([countdown(250), countdown(3850), countdown(-4)]).toEqual(['04:10', '1:04:10', '00:00']);
    expect([listed([]), listed(['R']), listed(['R', 'W', 'Y'])]).toEqual(['', 'R', 'R, W and Y']);
    expect(temperature(20)).toBe('20.0 °C / 68 °F');
  });
});
