import { describe, expect, it } from 'vitest';
import { landed } from '../../../tests/support/jobs';
import { derive } from '../derive';
import type { Job } from '../job/schema';
import { CLOCK_TEST, kindsOfDay, WEEK_TEST } from './on-device';
import { startingWeek } from './week';

const FIVE = 'r red, c blue, y yellow, g green, w white';
const job: Job = { ...landed(FIVE), week: startingWeek('si') };
const testsOf = (j: Job): string[] => derive(j).shared.proof.tests.map((t) => t.id);

describe('the clock and the week in the proof', () => {
  it('are asked for where a week was made, one look for each kind of day', () => {
    const tests = derive(job).shared.proof.tests;
    expect(tests.slice(-3, -1).map((t) => t.id)).toEqual([CLOCK_TEST, WEEK_TEST]);
    expect(tests.at(-2)?.measures.map((m) => m.id)).toEqual(['day-2', 'day-6', 'now']);
    expect(tests.at(-2)?.set).toContain('Wednesday 06:30');
    expect(testsOf(landed(FIVE))).not.toContain(CLOCK_TEST);
  });
  it('days that are alike are one kind, in whatever order they come', () => {
    const a = [{ minute: 400, heatCelsius: 20 }];
    const b = [{ minute: 500, heatCelsius: 20 }];
    expect(kindsOfDay({ days: [a, b, a, b, a, b, b] })).toEqual([
      [0, 2, 4],
      [1, 3, 5, 6],
    ]);
  });
  it('a record sealed without them stays as it was sealed', () => {
    const seal = { contentHash: 'a'.repeat(64), at: '2026-03-01T09:00:00.000Z', by: 'x' };
    expect(testsOf({ ...job, seal })).not.toContain(CLOCK_TEST);
  });
  it('leave alone what is proved by a test of the family’s own', () => {
    const there = derive(job).shared.proof.tests.map((t) => t.id);
    expect(there.filter((id) => id === 'schedule')).toEqual([]);
  });
  it('a clock that is wrong stands among what stops the work, beside what was wrong before', () => {
    const reading = { at: '2026-03-01T09:00:00.000Z', by: 'x', source: 'typed', state: 'idle', stop: 'proof' } as const;
    const wrong = derive({
      ...job,
      readings: {
        r1: { ...reading, quantity: 'minutes', value: 61, test: CLOCK_TEST, measure: 'ahead' },
        r2: { ...reading, quantity: 'volts-ac', value: 3, a: 'wall.R', b: 'wall.C', test: 'power', measure: 'idle' },
      },
    }).shared;
    const failed = wrong.findings.filter((f) => f.code === 'proof.failed');
    expect(failed.map((f) => f.about[0]).sort()).toEqual(['test:clock', 'test:power']);
    expect(wrong.proof.failed).toBe(2);
  });
});
