/** What every demo job is made of. */
import { derive } from '../src/core/derive';
import { readJobValue } from '../src/core/job/file';
import type { Job, Reading } from '../src/core/job/schema';

export interface DemoJob {
  id: string;
  at: string;
  job: Job;
}

export const BY = 'Oda Brannick';

export function file(value: object): Job {
  const read = readJobValue({ format: 'augerset.job', version: 2, ...value });
  if (!read.ok) throw new Error(`demo job: ${read.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
  return read.job;
}

export const reading = (at: string, more: Partial<Reading> & Pick<Reading, 'quantity' | 'value'>): Reading => ({
  at,
  by: BY,
  source: 'typed',
  ...more,
});

export const arrived = (job: Job): Job => ({
  ...job,
  arrive: { ...job.arrive, worksNow: 'yes', wall: 'plasterboard', plateCoversMarks: true },
});

/** Every step of a mains proof read as it asks, a minute apart: live, dead, the tester again. */
export function provedDead(job: Job, at: string, live: number): Job {
  const steps = derive(job).shared.mains?.steps ?? [];
  const twoHots = 'region' in job.survey && job.survey.region === 'NA' && live > 200;
  const proof = steps.map((s, i): [string, Reading] => [
    s.id,
    reading(new Date(Date.parse(at) + i * 60_000).toISOString(), {
      quantity: s.quantity,
      // An appliance's own few volts, or the mains.
      value:
        s.measure === 'dead'
          ? 0
          : s.low < 20
            ? s.low + 3
            : twoHots && (s.b === 'earth' || s.b === 'box.E')
              ? live / 2
              : live,
      stop: 'make-safe',
      measure: s.measure,
      state: s.measure === 'dead' ? 'off' : 'on',
      ...(s.a && s.b ? { a: s.a, b: s.b } : {}),
    }),
  ]);
  return { ...job, readings: { ...job.readings, ...Object.fromEntries(proof) } };
}
