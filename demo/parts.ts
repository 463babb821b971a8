/** What every demo job is made of. */
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

/** Prove, test, prove: three readings from a minute on. */
export function provedDead(at: string, live: number): Record<string, Reading> {
  const minute = (n: number): string => new Date(Date.parse(at) + n * 60_000).toISOString();
  const one = (measure: string, value: number, n: number): Reading =>
    reading(minute(n), { quantity: 'volts-ac', value, stop: 'make-safe', measure, state: 'off' });
  return { before: one('prove-before', live, 0), dead: one('dead', 0, 1), after: one('prove-after', live, 2) };
}
