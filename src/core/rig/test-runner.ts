/** Which way of doing a test serves which family. */
import type { Family } from '../job/schema';
import type { TestResult } from '../proof/proof-run';
import type { RigClient } from './client';
import { runFloorTest } from './run-floor-test';
import { runPlantTest } from './run-plant-test';
import { runTestOnRig, type Taken } from './run-test';

export const testRunner: Record<Family, (rig: RigClient, test: TestResult) => Promise<Taken[]>> = {
  '24v': runTestOnRig,
  boiler: runPlantTest,
  floor: runFloorTest,
};
