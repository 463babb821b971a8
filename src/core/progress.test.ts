import { describe, expect, it } from 'vitest';
import { derive } from './derive';
import { readJobValue } from './job/file';
import type { Job } from './job/schema';
import { STOPS } from './run';

const file = (value: object = {}): Job => {
  const read = readJobValue({ format: 'augerset.job', version: 2, ...value });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.job;
};
const stateOf = (job: Job, stop: string): [string | undefined, string | undefined] => {
  const s = derive(job).stops.find((x) => x.id === stop);
  return [s?.state, s?.says];
};
const five = {
  device: 't24-five',
  answers: { fuel: 'gas' },
  survey: { lines: 'r red, c blue, y yellow, g green, w white' },
};

describe('how far the run is', () => {
  it('an empty job is all to do and begins at Arrive', () => {
    const d = derive(file());
    expect(d.stops.map((s) => s.id)).toEqual(STOPS.map((s) => s.id));
    expect(d.stops.every((s) => s.state === 'to-do')).toBe(true);
    expect(d.next).toBe('arrive');
  });

  it('each stop says in words how it stands', () => {
    const job = file({ ...five, site: { name: 'Loft' }, arrive: { worksNow: 'yes' } });
    expect(stateOf(job, 'arrive')).toEqual(['done', 'T-24 five-screw']);
    expect(stateOf(job, 'survey')).toEqual(['done', '5 landed']);
    expect(stateOf(job, 'decide')).toEqual(['done', 'decided']);
    expect(stateOf(job, 'connect')).toEqual(['to-do', '0 of 11']);
    expect(stateOf(job, 'make-safe')).toEqual(['blocked', 'not proved']);
    expect(derive(job).next).toBe('make-safe');
  });

  it('a blocker blocks its own stop, with the finding', () => {
    const job = file({ ...five, survey: { lines: 'r red, y yellow, g green, w white' } });
    expect(stateOf(job, 'decide')[0]).toBe('blocked');
    expect(
      derive(job)
        .stops.find((s) => s.id === 'decide')
        ?.blockers.map((b) => b.code),
    ).toEqual(['power.no-common']);
  });

  it('connecting, setting up and proving count as they go', () => {
    const job = file({
      ...five,
      connect: { done: { 'label-k1': true } },
      setUp: { entered: { units: true } },
      proof: { skipped: { cool1: 'too cold' } },
    });
    expect(stateOf(job, 'connect')).toEqual(['under-way', '1 of 11']);
    expect(stateOf(job, 'set-up')).toEqual(['under-way', '1 of 9 set, not joined']);
    expect(stateOf(job, 'proof')).toEqual(['under-way', '0 of 10 shown']);
  });

  it('the proof takes the minutes its own tests and waits take', () => {
    const d = derive(file(five));
    expect(d.stops.find((s) => s.id === 'proof')?.minutes).toBe(d.shared.proof.minutes);
    expect(d.shared.proof.minutes).toBeGreaterThan(20);
  });
});
