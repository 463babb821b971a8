import { describe, expect, it } from 'vitest';
import { DrillClass } from './class-file';
import { type DrillResult, inOrder, isPassed, isUnaided } from './drill';
import { pointsOf } from './score';
import { toldOf } from './told';

const PERFECT: Omit<DrillResult, 'points'> = {
  hidden: ['a'],
  found: 1,
  wrongClaims: 0,
  unsupported: [],
  unsafe: [],
  proved: true,
  readings: 6,
  minutes: 30,
  best: { readings: 6, minutes: 30 },
};
const scored = (more: Partial<DrillResult>): DrillResult => {
  const r = { ...PERFECT, ...more };
  return { ...r, points: pointsOf(r) };
};

describe('points of a drill', () => {
  it.each<[string, Partial<DrillResult>, number]>([
    ['as well as the engine', {}, 100],
    ['better than the engine is no more than all', { readings: 3, minutes: 10 }, 100],
    ['twice the readings and the time', { readings: 12, minutes: 60 }, 90],
    ['not proved after', { proved: false }, 90],
    ['one claim without support', { unsupported: ['x'] }, 95],
    ['one claim of what was not there', { wrongClaims: 1 }, 90],
    ['one unsafe act', { unsafe: ['x'] }, 90],
    ['two unsafe acts', { unsafe: ['x', 'y'] }, 80],
    ['one of two found', { hidden: ['a', 'b'] }, 60],
    ['nothing found, nothing done', { found: 0, proved: false, readings: 0, minutes: 0 }, 10],
  ])('%s', (_what, more, points) => {
    expect(pointsOf({ ...PERFECT, ...more })).toBe(points);
  });
  it('never leave 0 to 100, and no worse act gives more', () => {
    for (const found of [0, 1])
      for (const wrongClaims of [0, 1, 9])
        for (const unsafe of [[], ['x'], ['x', 'y', 'z']]) {
          const p = pointsOf({ ...PERFECT, found, wrongClaims, unsafe });
          expect(p).toBeGreaterThanOrEqual(0);
          expect(p).toBeLessThanOrEqual(100);
          expect(pointsOf({ ...PERFECT, found, wrongClaims: wrongClaims + 1, unsafe })).toBeLessThanOrEqual(p);
        }
  });
});

describe('a certificate', () => {
  it.each<[string, Partial<DrillResult>, boolean]>([
    ['all found, mended, proved, safe', {}, true],
    ['something unsafe', { unsafe: ['x'] }, false],
    ['not proved', { proved: false }, false],
    ['one of two', { hidden: ['a', 'b'] }, false],
  ])('%s', (_what, more, passed) => {
    expect(isPassed(scored(more))).toBe(passed);
  });
});

describe('a drill', () => {
  const drill = { level: 2, seed: 7, person: 'Robin', startedAt: '2026-01-01T00:00:00Z', steps: {} } as const;
  it('is told of by a list before and after it is finished', () => {
    expect(toldOf(drill)).toMatchObject({ points: null, passed: false, class: '' });
    const finished = { at: drill.startedAt, result: scored({}) };
    expect(toldOf({ ...drill, finished })).toMatchObject({ points: 100, passed: true });
    expect([
      isUnaided(drill),
      isUnaided({ ...drill, level: 1 }),
      isUnaided({ ...drill, finished }),
      isUnaided(undefined),
    ]).toEqual([true, false, false, false]);
  });
  it('is played in the order its steps were done, whatever their names', () => {
    const steps = {
      b: { n: 0, act: { kind: 'mend' } },
      a: { n: 10, act: { kind: 'mend' } },
      c: { n: 2, act: { kind: 'mend' } },
    } as const;
    expect(inOrder({ steps }).map((s) => s.n)).toEqual([0, 2, 10]);
  });
  it('of a class is read from a file, and refused with its place', () => {
    const file = { format: 'augerset.drills', version: 1, name: 'x', cases: [{ family: 'floor', level: 3, seed: 9 }] };
    expect(DrillClass.parse(file)).toEqual(file);
    const wrong = DrillClass.safeParse({ ...file, cases: [{ family: 'floor', level: 4, seed: 9 }] });
    expect(wrong.error?.issues[0]?.path.join('.')).toBe('cases.0.level');
  });
});
