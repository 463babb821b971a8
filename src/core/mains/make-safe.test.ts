/** Mains: live, dead, the tester again. What counts as proved, and what does not. */
import { describe, expect, it } from 'vitest';
import { mainsDead } from '../../../tests/support/jobs';
import { emptyJob, type Job, type Reading } from '../job/schema';
import { BOX, checkMainsSafe, type MainsSafe } from './make-safe';

const RULES = { liveAtLeast: 200, ...BOX, touched: true, now: null };
const job = (readings: Record<string, Reading>): Job => ({ ...emptyJob(), readings });
const check = (readings: Record<string, Reading>, rules: object = {}): MainsSafe =>
  checkMainsSafe(job(readings), { ...RULES, ...rules });
const good = mainsDead();
const codes = (s: MainsSafe): string[] => s.findings.map((f) => f.code);

/** The good series with one reading changed. */
const but = (id: string, more: Partial<Reading>): Record<string, Reading> => {
  const was = good[id];
  if (!was) throw new Error(`no reading ${id}`);
  return { ...good, [id]: { ...was, ...more } };
};

describe('proved dead', () => {
  it('by each pair read live and dead, and the tester after', () => {
    expect(check(good)).toMatchObject({ proved: true, findings: [] });
  });

  it.each<[string, Record<string, Reading>]>([
    ['a pair that was not read', Object.fromEntries(Object.entries(good).filter(([id]) => id !== 'dead-N-E'))],
    ['the dead reading taken before the live one', but('live-L-N', { at: '2026-01-01T03:00:00Z' })],
    ['the tester not live after', but('prove-after', { value: 3 })],
    ['the tester proved on too little', but('prove-after', { value: 121 })],
    ['a struck reading', but('dead-L-N', { struck: true })],
    ['a DC reading in a mains series', but('dead-L-E', { quantity: 'volts-dc' })],
    ['a live reading of long before', but('live-L-E', { at: '2025-12-01T00:00:00Z' })],
    ['one reading for all pairs', but('dead-L-N', { a: undefined, b: undefined })],
  ])('not with %s', (_name, readings) => {
    const safe = check(readings);
    expect(safe.proved).toBe(false);
    expect(codes(safe)).toEqual(['mains.not-proved']);
  });

  it('not while anything is live: that alone is said', () => {
    expect(codes(check(but('dead-L-N', { value: 118 })))).toEqual(['mains.still-live']);
  });

  it('what was read live on purpose is no supply that came back', () => {
    expect(codes(check({ live: good['live-L-N'] as Reading }))).toEqual(['mains.not-proved']);
  });

  it('on 120 V where that is usual', () => {
    expect(check(mainsDead(121), { liveAtLeast: 100 }).proved).toBe(true);
    expect(check(mainsDead(121)).proved).toBe(false);
  });

  it('a repeat replaces what was read before it', () => {
    const early = { ...but('dead-L-N', {})['dead-L-N'], value: 3, at: '2026-01-01T00:01:30Z' } as Reading;
    expect(check({ ...good, early }).proved).toBe(true);
  });
});
