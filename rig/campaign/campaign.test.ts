import { describe, expect, it } from 'vitest';
import { floorJob } from '../../tests/support/floor';
import { anyJob } from '../../tests/support/jobs';
import { hashOf, Outcome } from './outcome';
import { rowsOf, scoreOf } from './report';
import { rigTasks } from './rig-runs';

const houses = [
  {
    name: 'five wires',
    job: anyJob({
      device: 't24-five',
      survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
    }),
  },
  { name: 'one mat', job: floorJob() },
];
const input = { seed: 3, singles: 5, pairs: 1, outside: 2, healthy: 1, canary: false };
const tasks = await rigTasks(houses, [], input);

describe('a run of the campaign', () => {
  it('has a key of its own, and comes to the same whenever and in whatever order it is done', async () => {
    expect(new Set(tasks.map((t) => t.key)).size).toBe(tasks.length);
    const once = await Promise.all(tasks.map((t) => t.run()));
    const again: Outcome[] = [];
    for (const t of (await rigTasks(houses, [], input)).toReversed()) again.unshift(await t.run());
    expect(again).toEqual(once);
    expect(once.map((o) => Outcome.parse(JSON.parse(JSON.stringify(o))))).toEqual(once);
    expect(once.filter((o) => o.kind === 'healthy').map((o) => o.came)).toEqual(['right', 'right']);
    expect(scoreOf(once, 'rig', 'single').right).toBeGreaterThan(2);
  });
  it('of another seed is another', async () => {
    const other = await rigTasks(houses, [], { ...input, seed: 4 });
    expect(hashOf('rig/single/1', 3)).not.toBe(hashOf('rig/single/1', 4));
    expect(other.map((t) => t.key)).toEqual(tasks.map((t) => t.key));
  });
  it('whose ranking answers as planned whatever was read is never right', async () => {
    const blind = await rigTasks(houses, [], { ...input, canary: true });
    const singles = await Promise.all(blind.filter((t) => t.key.startsWith('rig/single/')).map((t) => t.run()));
    expect(scoreOf(singles, 'rig', 'single')).toMatchObject({ right: 0 });
    expect(rowsOf(singles).find((r) => r.what.startsWith('singles'))?.met).toBe(false);
  });
});

describe('the table', () => {
  const single = (came: Outcome['came']): Outcome => ({ where: 'rig', kind: 'single', came, family: '24v' });
  const met = (all: Outcome[]): boolean[] => rowsOf(all).map((r) => r.met);
  it('is met from 97 of a hundred on, and not from 96', () => {
    const of = (right: number): Outcome[] =>
      Array.from({ length: 100 }, (_, i) => single(i < right ? 'right' : 'wrong'));
    expect(met(of(97))).not.toContain(false);
    expect(met(of(96))).toContain(false);
  });
  it('counts what is wrong with confidence by itself', () => {
    const all = Array.from({ length: 200 }, (_, i) => single(i < 7 ? 'confident' : 'right'));
    expect(rowsOf(all).find((r) => r.what.includes('confidence'))).toMatchObject({ here: '3.5 %', met: false });
  });
  it('a row that judged nothing is not met', () => {
    expect(met([single('silent')])).toContain(false);
    expect(met([{ where: 'houses', kind: 'order', came: 'right', ratios: [] }])).toEqual([false]);
  });
  it('one demo job that fails on a healthy house is one too many', () => {
    const demo = (came: Outcome['came']): Outcome => ({ where: 'rig', kind: 'demo', came });
    expect(met(Array.from({ length: 50 }, () => demo('right')))).toEqual([true]);
    expect(met([...Array.from({ length: 999 }, () => demo('right')), demo('wrong')])).toEqual([false]);
  });
});
