/** The proof run of a job done on a simulated house: used by the demo town and by tests. */
import { derive } from '../src/core/derive';
import type { Job, Reading } from '../src/core/job/schema';
import type { MeasurePlan } from '../src/core/proof/proof-run';
import type { RigClient } from '../src/core/rig/client';
import { testRunner } from '../src/core/rig/test-runner';
import { clientFor } from './world-client';

export interface ProveOptions {
  /** Faults hidden in the house. */
  faults?: readonly string[];
  /** ISO time of the first reading; each takes 20 s, each test 4 min more. */
  startAt?: string;
  by?: string;
  /** Stop after so many tests. */
  tests?: number;
  /** Which of the houses that the survey allows; the middle of them without. */
  seed?: number;
  /** The house itself, where it is not the usual one. */
  rig?: RigClient;
  /** What a meter makes of a figure: its gain, its noise. */
  read?: (value: number, measure: MeasurePlan) => number;
}

const READING_MS = 20_000;
const TEST_MS = 240_000;

/** The job with the readings that the house gives. */
export async function proveOnWorld<J extends Job>(job: J, options: ProveOptions = {}): Promise<J> {
  const { faults = [], startAt = '2026-03-01T09:00:00.000Z', by = 'rig', tests = Number.POSITIVE_INFINITY } = options;
  const { rig = clientFor(job, faults, options.seed), read = (value: number) => value } = options;
  let at = Date.parse(startAt);
  const readings: Record<string, Reading> = { ...job.readings };
  for (const test of derive(job).shared.proof.tests.slice(0, tests)) {
    for (const { measure, value, words } of await testRunner(job)(rig, test)) {
      at += READING_MS;
      readings[`p-${test.id}-${measure.id}`.replace(/[^A-Za-z0-9-]/g, '_')] = {
        at: new Date(at).toISOString(),
        by,
        source: 'rig',
        quantity: measure.quantity,
        value: read(value, measure),
        state: measure.state,
        stop: 'proof',
        test: test.id,
        measure: measure.id,
        ...(words === undefined ? {} : { words }),
        ...(measure.a && measure.b ? { a: measure.a, b: measure.b } : {}),
      };
    }
    at += TEST_MS;
  }
  return { ...job, readings };
}
