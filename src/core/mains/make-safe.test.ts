/** Prove, test, prove: what counts as proved, and what does not. */
import { describe, expect, it } from 'vitest';
import { emptyJob, type Job, type Reading } from '../job/schema';
import { checkMainsSafe, proveSteps } from './make-safe';

const at = (minute: number): string => `2026-03-01T09:${String(minute).padStart(2, '0')}:00Z`;
const read = (measure: string, value: number, minute: number, more: Partial<Reading> = {}): Reading => ({
  at: at(minute),
  by: 'tester',
  source: 'typed',
  quantity: 'volts-ac',
  value,
  stop: 'make-safe',
  measure,
  ...more,
});
const job = (...readings: Reading[]): Job => ({
  ...emptyJob(),
  readings: Object.fromEntries(readings.map((r, i) => [`r${i}`, r])),
});
const good = [read('prove-before', 231, 1), read('dead', 0.4, 2), read('prove-after', 230, 3)];

describe('proved dead', () => {
  it('by three readings in their order', () => {
    expect(checkMainsSafe(job(...good))).toMatchObject({ proved: true, findings: [] });
  });

  it.each([
    ['one missing', [good[0], good[1]]],
    ['in another order', [read('prove-before', 231, 5), read('dead', 0, 2), read('prove-after', 231, 3)]],
    ['the tester not proved after', [good[0], good[1], read('prove-after', 3, 4)]],
    ['the tester proved on too little', [read('prove-before', 121, 1), good[1], read('prove-after', 121, 3)]],
    ['a struck reading', [good[0], { ...good[1], struck: true }, good[2]]],
  ])('not with %s', (_name, readings) => {
    const safe = checkMainsSafe(job(...(readings as Reading[])));
    expect(safe.proved).toBe(false);
    expect(safe.findings.map((f) => f.code)).toEqual(['mains.not-proved']);
  });

  it('not while anything is live: that alone is said', () => {
    const safe = checkMainsSafe(job(read('prove-before', 231, 1), read('dead', 118, 2), read('prove-after', 231, 3)));
    expect(safe.findings.map((f) => f.code)).toEqual(['mains.still-live']);
  });

  it('on 120 V where that is usual', () => {
    const readings = [read('prove-before', 121, 1), read('dead', 0.2, 2), read('prove-after', 120, 3)];
    expect(checkMainsSafe(job(...readings), 100).proved).toBe(true);
    expect(proveSteps(100)[0]?.low).toBe(100);
  });

  it('a repeat replaces what was read before it', () => {
    expect(checkMainsSafe(job(read('prove-before', 12, 0), ...good)).proved).toBe(true);
  });
});
