/** How a test is done on a rig: as its plan says a machine does it, or in its family's own way. */
import { familyOf } from '../family/registry';
import type { Job } from '../job/schema';
import type { TestRunner } from './client';
import { runSteps } from './run-steps';

/** The way of a job's family; a test that says itself how a machine does it is done as it says. */
export function testRunner(job: Job): TestRunner {
  const { runTest } = familyOf(job).module;
  return (rig, test) => (test.machine || !runTest ? runSteps : runTest)(rig, test);
}
