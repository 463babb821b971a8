/** Which house a job's family builds: the only list of families in the rig. */
import '../src/core/family/all';
import type { Family, Job } from '../src/core/job/schema';
import type { Appliance } from './appliance';
import { BoilerWorld } from './boiler-world';
import { ContactWorld } from './contact-world';
import { FloorWorld } from './floor-world';
import { HeaterWorld } from './heater-world';
import { World } from './world';

export type AnyWorld = World | BoilerWorld | FloorWorld | Appliance;

export const isAppliance = (world: AnyWorld): world is Appliance => 'act' in world;

interface Wish {
  job: Job;
  faults: readonly string[];
  outdoorCelsius: number;
  roomCelsius: number;
  /** Which of the houses that the survey allows; the middle of them without. */
  seed?: number | undefined;
}

const WORLDS: Readonly<Record<Family, (wish: Wish) => AnyWorld>> = {
  '24v': ({ job, ...house }) => new World(job, house),
  boiler: ({ job, faults, seed }) => new BoilerWorld(job, faults, seed),
  floor: ({ job, faults }) => new FloorWorld(job, faults),
  heater: ({ job, faults }) => new HeaterWorld(job, faults),
  contact: ({ job, faults }) => new ContactWorld(job, faults),
};

export const worldOf = (wish: Wish): AnyWorld => WORLDS[wish.job.family](wish);
