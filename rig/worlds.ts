/** Which house a job's family builds: the only list of families in the rig. */
import type { Family, Job } from '../src/core/job/schema';
import { BoilerWorld } from './boiler-world';
import { FloorWorld } from './floor-world';
import { World } from './world';

export type AnyWorld = World | BoilerWorld | FloorWorld;

interface Wish {
  job: Job;
  faults: readonly string[];
  outdoorCelsius: number;
  roomCelsius: number;
}

const WORLDS: Readonly<Record<Family, (wish: Wish) => AnyWorld>> = {
  '24v': ({ job, faults, outdoorCelsius, roomCelsius }) => new World(job, faults, outdoorCelsius, roomCelsius),
  boiler: ({ job, faults }) => new BoilerWorld(job, faults),
  floor: ({ job, faults }) => new FloorWorld(job, faults),
};

export const worldOf = (wish: Wish): AnyWorld => WORLDS[wish.job.family](wish);
