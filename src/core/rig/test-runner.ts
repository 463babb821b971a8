/** Which way of doing a test serves which family. */
import type { Family } from '../job/schema';
import type { TestResult } from '../proof/proof-run';
import type { RigClient } from './client';
import { runFloorTest } from './run-floor-test';
import { runPlantTest } from './run-plant-test';
import { runSteps } from './run-steps';
import { runTestOnRig, type Taken } from './run-test';

type Runner = (rig: RigClient, test: TestResult) => Promise<Taken[]>;

/** Families whose tests are done in a way of their own. */
const OWN: Partial<Record<Family, Runner>> = {
  '24v': runTestOnRig,
  boiler: runPlantTest,
  floor: runFloorTest,
};

/** How a family's tests are done on a rig: as their plans say, unless it has a way of its own. */
export const testRunner = (family: Family): Runner => OWN[family] ?? runSteps;
