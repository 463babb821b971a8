/** What readings and looks become for the engine. */
import { describe, expect, it } from 'vitest';
import { proveOnWorld } from '../../../rig/prove';
import { derived, FIVE_WIRES, landed } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { rankingOf } from '../evidence/of-job';
import type { Reading } from '../job/schema';
import { observe } from './observed';

const job = landed(FIVE_WIRES);
const { tests } = derived(job).proof;
const AMONG = ['blower', 'burner', 'compressor'];
const seen = (more: Partial<Reading>): Reading => ({
  at: '2026-03-01T09:00:00Z',
  by: 'x',
  source: 'typed',
  quantity: 'seen',
  value: 0,
  stop: 'proof',
  ...more,
});
const observed = (...readings: Reading[]) =>
  observe({ ...job, readings: Object.fromEntries(readings.map((r, i) => [`r${i}`, r])) }, tests, AMONG).map(
    ({ key, value }) => [key, value],
  );

describe('a look', () => {
  const runs = { test: 'cool1', measure: 'runs', state: 'cool1' };
  it('without words says that something was wrong', () => {
    expect(observed(seen(runs))).toEqual([['runs|cool1', 0]]);
  });
  it('in words says of each thing whether it ran, in place of that', () => {
    expect(observed(seen(runs), seen({ ...runs, at: '2026-03-01T09:01:00Z', words: 'blower' }))).toEqual([
      ['ran|cool1|blower', 1],
      ['ran|cool1|burner', 0],
      ['ran|cool1|compressor', 0],
    ]);
    expect(observed(seen({ ...runs, words: 'nothing' })).map(([, value]) => value)).toEqual([0, 0, 0]);
  });
  it('in words that name nothing here is a plain no', () => {
    expect(observed(seen({ ...runs, words: 'a dragon' }))).toEqual([['runs|cool1', 0]]);
  });
  it('at rest, after a call, and at what the device reports counts as well', () => {
    expect(observed(seen({ test: 'power', measure: 'rests', state: 'idle', words: 'burner' }))).toContainEqual([
      'ran|idle|burner',
      1,
    ]);
    expect(observed(seen({ test: 'heat-off', measure: 'stopped', state: 'idle' }))).toEqual([
      ['stopped|idle|burner', 0],
    ]);
    expect(observed(seen({ test: 'detection', measure: 'match', state: 'idle' }))).toEqual([['sees', 0]]);
  });
  it('taken while the equipment rests says nothing', () => {
    expect(observed(seen({ ...runs, during: 'restart-delay' }))).toEqual([]);
  });
});

describe('a meter', () => {
  const ohms = (value: number): Reading =>
    seen({ quantity: 'ohms', value, a: 'wall.R', b: 'wall.C', state: 'off', test: 'apart', measure: 'open-1' });
  it('dead: joined, apart, or too near to say', () => {
    expect(observed(ohms(3))).toEqual([
      ['joined|wall.C|wall.R', 1],
      ['direct|wall.C|wall.R', 1],
    ]);
    expect(observed(ohms(150))).toEqual([
      ['joined|wall.C|wall.R', 1],
      ['direct|wall.C|wall.R', 0],
    ]);
    expect(observed(ohms(12))).toEqual([['joined|wall.C|wall.R', 1]]);
    expect(observed(ohms(5e6))).toEqual([['joined|wall.C|wall.R', 0]]);
    expect(observed(ohms(1e5))).toEqual([]);
  });
  it('what is read dead has opened no fuse for what follows', () => {
    const volts = seen({
      quantity: 'volts-ac',
      value: 26,
      a: 'wall.R',
      b: 'wall.C',
      state: 'idle',
      at: '2026-03-01T10:00:00Z',
    });
    const [, live] = observe({ ...job, readings: { a: ohms(5e6), b: volts } }, tests, AMONG);
    expect(live?.after).toEqual([]);
  });
});

describe('a house without power', () => {
  it('rests: that nothing runs is no word against any fault that leaves it dark', async () => {
    const dark = await proveOnWorld(job, { faults: ['common-not-landed'] });
    const [top] = rankingOf(dark, derive(dark))?.ranked ?? [];
    expect([top?.against, top?.misses]).toEqual([[], 0]);
  });
});
