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
import { BOX, type ProveStep, proveSteps } from '../../src/core/mains/make-safe';
import { LIVE_BEFORE, PROVE_AFTER } from '../../src/core/safe/dead';

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
  const one = (minute: number, value: number, more: Partial<Reading>): Reading => ({
    at: `2026-01-01T00:0${minute}:00Z`,
    by: 'file',
    source: 'typed',
    quantity: 'volts-ac',
    value,
    stop: 'make-safe',
    ...more,
  });
  const readings = Object.fromEntries(
    provingPairs(job, readSystem(job)).flatMap(({ a, b }, i): [string, Reading][] => [
      [`live${i}`, one(0, 26, { a, b, measure: LIVE_BEFORE, state: 'on' })],
      [`dead${i}`, one(1, 0, { a, b, state: 'off' })],
      [`after${i}`, one(2, 26, { measure: PROVE_AFTER, state: 'on' })],
    ]),
  );
  return {
    ...job,
    supplies: { s1: { name: 'Breaker', kind: 'breaker', state: 'off' } },
    readings: { ...readings, ...job.readings },
  };
}

/** Every step of a mains proof read as it asks, a minute apart: by default of a box with live, neutral and earth. */
export function mainsDead(
  live = 231,
  steps: readonly ProveStep[] = proveSteps({ liveAtLeast: 100, ...BOX }),
  toEarth = live,
): Record<string, Reading> {
  return Object.fromEntries(
    steps.map((s, i): [string, Reading] => [
      s.id,
      {
        at: `2026-01-01T00:${String(i).padStart(2, '0')}:00Z`,
        by: 'file',
        source: 'typed',
        quantity: s.quantity,
        value: s.measure === 'dead' ? 0 : s.low < 20 ? s.low + 3 : s.b === 'earth' || s.b === 'box.E' ? toEarth : live,
        stop: 'make-safe',
        measure: s.measure,
        state: s.measure === 'dead' ? 'off' : 'on',
        ...(s.a && s.b ? { a: s.a, b: s.b } : {}),
      },
    ]),
  );
}

/** A mains job of any family with every step of its proof read as it asks. */
export function mainsProved<J extends Job>(job: J, volts?: number): J {
  const steps = derive(job).shared.mains?.steps ?? [];
  const region = 'region' in job.survey ? job.survey.region : undefined;
  const live = volts ?? (region === 'NA' ? 121 : 231);
  // Two hots of 240 or 208 V share it between them.
  const toEarth = region === 'NA' && live > 200 ? 120 : live;
  return { ...job, readings: { ...job.readings, ...mainsDead(live, steps, toEarth) } };
}

/** Two points read live at 10:00, then with the supply off, then the meter on a live source. */
export function readSafely<J extends Job>(job: J, value: number, a: Point, b: Point, more: Partial<Reading> = {}): J {
  const one = (minute: number, volts: number, also: Partial<Reading>): Reading => ({
    at: `2026-03-01T10:0${minute}:00Z`,
    by: 'x',
    source: 'typed',
    quantity: 'volts-ac',
    value: volts,
    stop: 'make-safe',
    ...also,
  });
  return {
    ...job,
    readings: {
      ...job.readings,
      [`live ${a} ${b}`]: one(0, 26, { a, b, measure: LIVE_BEFORE, state: 'on' }),
      [`dead ${a} ${b}`]: one(1, value, { a, b, state: 'off', ...more }),
      [`after ${a} ${b}`]: one(2, 26, { measure: PROVE_AFTER, state: 'on' }),
    },
  };
}

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
