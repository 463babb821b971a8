/** Which house a job's family builds: the only list of families in the rig. */
import type { Family, Job } from '../src/core/job/schema';
import type { RigState } from '../src/core/rig/protocol';
import { BoilerWorld } from './boiler-world';
import { ContactWorld } from './contact-world';
import { FloorWorld } from './floor-world';
import { HeaterWorld } from './heater-world';
import { World } from './world';

/** An appliance whose whole interface is what can be done at it, what it shows, and what a meter reads. */
export interface Appliance {
  state: () => RigState;
  faults: () => { id: string; name: string }[];
  act: (change: Readonly<Record<string, string | number | boolean>>) => void;
  probe: (a: string, b: string, meterOhms: number, kind: 'volts' | 'ohms') => number;
  setSupply: (on: boolean) => void;
  advance: (seconds: number) => void;
  clockRate: () => number;
  setRate: (rate: number) => void;
}

export type AnyWorld = World | BoilerWorld | FloorWorld | Appliance;

export const isAppliance = (world: AnyWorld): world is Appliance => 'act' in world;

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
  heater: ({ job, faults }) => new HeaterWorld(job, faults),
  contact: ({ job, faults }) => new ContactWorld(job, faults),
};

export const worldOf = (wish: Wish): AnyWorld => WORLDS[wish.job.family](wish);
