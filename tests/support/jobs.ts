/** Jobs for tests and benches, written as a person would write a job file. */

import type { BoilerDerived } from '../../src/core/boiler/family';
import type { Point } from '../../src/core/circuit/point';
import { derive } from '../../src/core/derive';
import { jobAs } from '../../src/core/family/of';
import { type Derived, ownOf } from '../../src/core/family/registry';
import type { FindingCode } from '../../src/core/findings/catalogue';
import type { FloorDerived } from '../../src/core/floor/family';
import { readJobValue } from '../../src/core/job/file';
import type { Job, JobOf, LowVoltageJob, Reading } from '../../src/core/job/schema';
import type { LowVoltageDerived } from '../../src/core/lowvoltage/family';
import { provingPairs } from '../../src/core/lowvoltage/make-safe';
import { readSystem } from '../../src/core/lowvoltage/system';

/** Throws with every problem when the file would be refused. */
export function anyJob(value: object): Job {
  const read = readJobValue({ format: 'augerset.job', version: 2, ...value });
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path}: ${p.message}`).join('; '));
  return read.job;
}

/** A 24 V job as its family reads it. */
export const jobFile = (value: object): LowVoltageJob & JobOf<'24v'> => jobAs(anyJob(value), '24v');

/** The supply off and every transformer read dead where it shows, unless the job says something of its own. */
export function provedDead<J extends JobOf<'24v'>>(job: J): J {
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
export const landed = (lines: string, survey: object = {}, job: object = {}): LowVoltageJob & JobOf<'24v'> =>
  provedDead(jobFile({ device: 't24-five', answers: { fuel: 'gas' }, survey: { lines, ...survey }, ...job }));

export const FIVE_WIRES = 'r red, c blue, y yellow, g green, w white';
export const FOUR_WIRES = 'r red, y yellow, g green, w white';

export const codesOf = (d: { findings: readonly { code: FindingCode }[] }): FindingCode[] =>
  d.findings.map((f) => f.code);

/** Volts read between two points of the old wiring, nothing called unless said. */
export const found = (a: Point, b: Point, value: number, state = 'idle'): Partial<Reading> & object => ({
  quantity: 'volts-ac',
  value,
  a,
  b,
  state,
  stop: 'survey',
});

export type Derived24 = LowVoltageDerived & Pick<Derived, 'stops' | 'next' | 'shared'>;

/** Everything a 24 V job implies, its own results beside what every stop reads. */
export function derived(job: Job): Derived24 {
  const { stops, next, shared, ...d } = derive(job);
  return { ...ownOf({ ...d, stops, next, shared } as Derived, '24v'), stops, next, shared };
}

/** What every stop reads of a job, beside its family's own results under their name. */
export function boilerOf(job: Job): Derived['shared'] & { boiler: BoilerDerived; stops: Derived['stops'] } {
  const d = derive(job);
  return { ...d.shared, boiler: ownOf(d, 'boiler'), stops: d.stops };
}

export function floorOf(job: Job): Derived['shared'] & { floor: FloorDerived; stops: Derived['stops'] } {
  const d = derive(job);
  return { ...d.shared, floor: ownOf(d, 'floor'), stops: d.stops };
}
