/**
 * The demo town: Skerrow Haven, worked by Tidewell Controls. Everything here is invented. Readings
 * come from the simulated house, so that every record is one that could have been made.
 */

import '../src/core/family/all';
import { boilerJobs } from './boiler-jobs';
import { floorJobs } from './floor-jobs';
import { heaterJobs } from './heater-jobs';
import { lowVoltageJobs } from './low-voltage-jobs';
import type { DemoJob } from './parts';

export async function demoJobs(): Promise<DemoJob[]> {
  return [...(await floorJobs()), ...(await heaterJobs()), ...(await boilerJobs()), ...(await lowVoltageJobs())];
}
