import { describe, expect, it } from 'vitest';
import { inUnits, saidInUnits } from './localise';

describe('sentences in the job’s unit', () => {
  it.each([
    ['kept at 60 °C: legionella', 'kept at 140 °F: legionella'],
    ['35 to 45 °C, mixed', '95 to 113 °F, mixed'],
    ['below about 13 °C / 55 °F outdoors', 'below about 55 °F outdoors'],
    ['setpoint 1.5 K / 3 °F above', 'setpoint 3 °F above'],
    ['at −8.3 °C it', 'at 17 °F it'],
    ['heat and cool are 1.5 K apart', 'heat and cool are 2.7 °F apart'],
    ['typically 20 to 40 K', 'typically 36 to 72 °F'],
    ['B 3950 K', 'B 3950 K'],
    ['needs 47 L/s of air', 'needs 100 cfm of air'],
    ['reads 25.4 V', 'reads 25.4 V'],
  ])('%s', (si, us) => {
    expect(inUnits(si, 'us')).toBe(us);
    expect(inUnits(si, 'si')).toBe(si);
  });

  it('goes through lists and objects, and leaves figures alone', () => {
    expect(saidInUnits({ a: ['20 °C', 20], b: { c: '3 K' } }, 'us')).toEqual({ a: ['68 °F', 20], b: { c: '5.4 °F' } });
  });
});
