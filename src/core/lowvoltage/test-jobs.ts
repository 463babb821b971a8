/** Jobs for tests and benches, written as a person would write a job file. */

import { type Derived, derive } from '../derive';
import type { FindingCode } from '../findings/catalogue';
import { readJobValue } from '../job/file';
import type { Job, Reading } from '../job/schema';
import { provingPairs } from './make-safe';
import { readSystem } from './system';

/** Throws with every problem when the file would be refused. */
export function jobFile(value: object): Job {
  const read = readJobValue({ format: 'augerset.job', version: 1, ...value });
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path}: ${p.message}`).join('; '));
  return read.job;
}

/** The supply off and every transformer read dead where it shows, unless the job says something of its own. */
export function provedDead(job: Job): Job {
  const spoken = Object.values(job.readings).some((r) => r.stop === 'make-safe');
  if (spoken || Object.keys(job.supplies).length > 0) return job;
  const readings = Object.fromEntries(
    provingPairs(job, readSystem(job)).map(({ a, b }, i): [string, Reading] => [
      `dead${i}`,
      {
        at: '2026-01-01T00:00:00Z',
        by: 'file',
        source: 'typed',
        quantity: 'volts-ac',
        value: 0,
        a,
        b,
        stop: 'make-safe',
        state: 'off',
      },
    ]),
  );
  return {
    ...job,
    supplies: { s1: { name: 'Breaker', kind: 'breaker', state: 'off' } },
    readings: { ...readings, ...job.readings },
  };
}

/** Mains proved dead: tester, the three pairs in one reading, tester. */
export const mainsDead = (live = 231): Record<string, Reading> => {
  const one = (measure: string, value: number, minute: number): Reading => ({
    at: `2026-01-01T00:0${minute}:00Z`,
    by: 'file',
    source: 'typed',
    quantity: 'volts-ac',
    value,
    stop: 'make-safe',
    measure,
    state: 'off',
  });
  return {
    before: one('prove-before', live, 0),
    dead: one('dead', 0, 1),
    after: one('prove-after', live, 2),
  };
};

/** A gas job on the five-screw device, proved dead, unless told otherwise. */
export const landed = (lines: string, survey: object = {}, job: object = {}): Job =>
  provedDead(jobFile({ device: 't24-five', answers: { fuel: 'gas' }, survey: { lines, ...survey }, ...job }));

export const FIVE_WIRES = 'r red, c blue, y yellow, g green, w white';
export const FOUR_WIRES = 'r red, y yellow, g green, w white';

export const codesOf = (d: Derived): FindingCode[] => d.findings.map((f) => f.code);

/** Volts read between two points of the old wiring, nothing called unless said. */
export const found = (a: string, b: string, value: number, state = 'idle'): Partial<Reading> & object => ({
  quantity: 'volts-ac',
  value,
  a,
  b,
  state,
  stop: 'survey',
});

export const derived = (job: Job): Derived => derive(job);
