import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOILER_SHEETS } from '../boiler/sheet';
import { startTimeline } from '../boiler/start';
import { BoilerSurvey } from '../job/boiler-schema';
import { availableNow, schedule, TimelineError, type TimelineItem } from './timeline';

const item = (id: string, minutes: number, after: string[] = [], wait = false): TimelineItem => ({
  id,
  name: id,
  minutes,
  wait,
  after,
});

describe('the timeline', () => {
  it('a wait runs beside the tasks; the critical path is what the finish hangs on', () => {
    const t = schedule([
      item('hub', 2),
      item('update', 12, ['hub'], true),
      item('wire', 30),
      item('register', 3, ['update', 'wire']),
    ]);
    expect(Object.fromEntries(t.items.map((i) => [i.id, [i.start, i.finish]]))).toEqual({
      hub: [0, 2],
      update: [2, 14],
      wire: [2, 32],
      register: [32, 35],
    });
    expect(t.finish).toBe(2 + 30 + 3);
    expect(t.items.filter((i) => i.critical).map((i) => i.id)).toEqual(expect.arrayContaining(['wire', 'register']));
  });

  it('names a loop and a missing item', () => {
    expect(() => schedule([item('a', 1, ['b']), item('b', 1, ['a'])])).toThrow(
      new TimelineError('timeline: a loop, a → b → a'),
    );
    expect(() => schedule([item('a', 1, ['z'])])).toThrow('"a" waits for "z", which is not there');
  });

  it('never starts before what it waits for, nor two tasks at once', () => {
    const items = fc.array(
      fc.tuple(fc.integer({ min: 1, max: 20 }), fc.boolean(), fc.array(fc.nat(30), { maxLength: 3 })),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(items, (list) => {
        const made = list.map(([minutes, wait, after], i) =>
          item(`i${i}`, minutes, [...new Set(after.filter((a) => a < i).map((a) => `i${a}`))], wait),
        );
        const t = schedule(made);
        const by = new Map(t.items.map((i) => [i.id, i]));
        for (const i of t.items)
          for (const a of i.after) expect(i.start).toBeGreaterThanOrEqual(by.get(a)?.finish ?? 0);
        const tasks = t.items.filter((i) => !i.wait).sort((a, b) => a.start - b.start);
        tasks.forEach((x, k) => {
          if (k > 0) expect(x.start).toBeGreaterThanOrEqual(tasks[k - 1]?.finish ?? 0);
        });
        expect(t.finish).toBe(Math.max(...t.items.map((i) => i.finish)));
        expect(t.items.some((i) => i.critical && i.finish === t.finish)).toBe(true);
      }),
    );
  });

  it('what can be taken in hand now', () => {
    const items = [item('a', 1), item('b', 1, ['a']), item('c', 1)];
    expect(availableNow(items, new Set()).map((i) => i.id)).toEqual(['a', 'c']);
    expect(availableNow(items, new Set(['a'])).map((i) => i.id)).toEqual(['b', 'c']);
  });
});

describe('the start of a receiver', () => {
  const [radio] = BOILER_SHEETS;
  const boiler = BoilerSurvey.parse({});
  if (!radio) throw new Error('no sheet');

  it('the hub is begun first, and manual override comes before any pairing', () => {
    const t = startTimeline(boiler, radio);
    const at = (id: string) => t.items.find((i) => i.id === id);
    expect(at('hub')?.start).toBe(0);
    expect(at('manual')?.finish ?? 99).toBeLessThanOrEqual(at('head-1')?.start ?? 0);
    expect(t.finish).toBeLessThan(t.items.reduce((sum, i) => sum + i.minutes, 0));
  });

  it('without internet there is no hub and no registering; several heads each pair', () => {
    const offline = startTimeline({ ...boiler, internet: false, heads: 3 }, radio).items.map((i) => i.id);
    expect(offline).not.toContain('hub');
    expect(offline.filter((i) => i.startsWith('pair-'))).toEqual(['pair-1', 'pair-2', 'pair-3']);
    expect(offline.some((i) => i.startsWith('register-'))).toBe(false);
  });
});
