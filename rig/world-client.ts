/** The rig's world without the wire between: for making demo records whose readings are computed, not invented. */

import type { Job } from '../src/core/job/schema';
import type { RigClient } from '../src/core/rig/client';
import { type RigState, SetDemand, SetFloor } from '../src/core/rig/protocol';
import { OPEN_CIRCUIT_OHMS } from '../src/core/units/figure';
import type { Appliance } from './appliance';
import { Benches, isBenchFault, splitActs } from './benches';
import { BoilerWorld } from './boiler-world';
import { FloorWorld } from './floor-world';
import { RigError } from './rig-error';
import { World, type WorldOptions } from './world';
import { isAppliance, worldOf } from './worlds';

const notHere = async (): Promise<never> => {
  throw new RigError('this house has none of that');
};

/** The same for a boiler plant. */
function plantClient(job: Job, faults: readonly string[], seed?: number): RigClient {
  let world = new BoilerWorld(job, faults, seed);
  return {
    state: async () => world.state(),
    faults: async () => world.faults(),
    load: async (_job, ids) => {
      world = new BoilerWorld(job, ids, seed);
      return world.state();
    },
    thermostat: notHere,
    advance: async (seconds) => {
      world.advance(seconds);
      return world.state();
    },
    probe: async (a, b) => Math.round(world.probe(a, b) * 100) / 100,
    ohms: async (a, b) => Math.round(Math.min(world.ohms(a, b), OPEN_CIRCUIT_OHMS) * 100) / 100,
    demand: async (demand) => {
      world.setDemand(SetDemand.parse(demand));
      return world.state();
    },
    pair: async () => world.pair(),
    floor: notHere,
    act: notHere,
    supply: async (on) => {
      world.setSupply(on);
      return world.state();
    },
    code: notHere,
    register: notHere,
  };
}

/** The same for a heated floor. */
function floorClient(job: Job, faults: readonly string[]): RigClient {
  let world = new FloorWorld(job, faults);
  return {
    state: async () => world.state(),
    faults: async () => world.faults(),
    load: async (_job, ids) => {
      world = new FloorWorld(job, ids);
      return world.state();
    },
    thermostat: notHere,
    advance: async (seconds) => {
      world.advance(seconds);
      return world.state();
    },
    probe: async (a, b) => Math.round(world.probe(a, b, 'volts') * 100) / 100,
    ohms: async (a, b) => world.probe(a, b, 'ohms'),
    floor: async (change) => {
      world.set(SetFloor.parse(change));
      return world.state();
    },
    act: notHere,
    supply: async (on) => {
      world.setSupply(on);
      return world.state();
    },
    demand: notHere,
    pair: notHere,
    code: notHere,
    register: notHere,
  };
}

/** A 24 V house; also with faults that no list knows, and one of those that the survey allows. */
export function worldClient(
  job: Job,
  faults: readonly string[],
  options: Omit<WorldOptions, 'faults'> = {},
): RigClient {
  let world = new World(job, { ...options, faults });
  return {
    state: async () => world.state(),
    faults: async () => world.faults(),
    load: async (_job, ids, outdoor) => {
      world = new World(job, { ...options, unlisted: [], faults: ids, outdoorCelsius: outdoor });
      return world.state();
    },
    thermostat: async (change) => {
      world.setThermostat(change);
      return world.state();
    },
    advance: async (seconds) => {
      world.advance(seconds);
      return world.state();
    },
    probe: async (a, b, meterOhms) => Math.round(world.probe(a, b, meterOhms) * 100) / 100,
    ohms: async (a, b) => world.probe(a, b, 1e7, 'ohms'),
    code: async () => ({ code: '', expiresAt: '' }),
    demand: notHere,
    pair: notHere,
    floor: notHere,
    act: notHere,
    supply: async (on) => {
      world.setSupply(on);
      return world.state();
    },
    register: async () => ({ ok: false }),
  };
}

/** The same for an appliance of any other family. */
function applianceClient(job: Job, faults: readonly string[]): RigClient {
  const build = (of: Job, ids: readonly string[]): Appliance => {
    const world = worldOf({ job: of, faults: ids, outdoorCelsius: 5, roomCelsius: 18 });
    if (!isAppliance(world)) throw new RigError('this house is no appliance');
    return world;
  };
  let world = build(job, faults);
  return {
    state: async () => world.state(),
    faults: async () => world.faults(),
    load: async (_job, ids) => {
      world = build(job, ids);
      return world.state();
    },
    thermostat: notHere,
    advance: async (seconds) => {
      world.advance(seconds);
      return world.state();
    },
    probe: async (a, b, meterOhms) => world.probe(a, b, meterOhms, 'volts'),
    ohms: async (a, b) => world.probe(a, b, 1e7, 'ohms'),
    act: async (change) => {
      world.act(change);
      return world.state();
    },
    supply: async (on) => {
      world.setSupply(on);
      return world.state();
    },
    floor: notHere,
    demand: notHere,
    pair: notHere,
    code: notHere,
    register: notHere,
  };
}

/** The same with the sensors of the house. */
function withSensors(inner: RigClient, job: Job, faults: readonly string[]): RigClient {
  let bench = new Benches(job, faults);
  const seen = (state: RigState): RigState => bench.seenIn(state);
  return {
    ...inner,
    state: async () => seen(await inner.state()),
    faults: async () => [...(await inner.faults()), ...bench.faults()],
    load: async (of, ids, outdoor) => {
      bench = new Benches(job, ids);
      return seen(
        await inner.load(
          of,
          ids.filter((id) => !isBenchFault(id)),
          outdoor,
        ),
      );
    },
    advance: async (seconds) => {
      bench.advance(seconds);
      return seen(await inner.advance(seconds));
    },
    act: async (change) => {
      const [own, others] = splitActs(change);
      bench.act(own);
      return seen(Object.keys(others).length > 0 ? await inner.act(others) : await inner.state());
    },
  };
}

/** A house for the job's family, in this process. @param seed which of those that the survey allows; the middle without */
export const clientFor = (job: Job, faults: readonly string[], seed?: number): RigClient =>
  withSensors(
    (CLIENTS[job.family] ?? applianceClient)(
      job,
      faults.filter((id) => !isBenchFault(id)),
      seed,
    ),
    job,
    faults,
  );

/** Families with an interface of their own. */
const CLIENTS: Readonly<
  Partial<Record<Job['family'], (job: Job, faults: readonly string[], seed?: number) => RigClient>>
> = {
  '24v': (job, faults, seed) => worldClient(job, faults, { seed }),
  boiler: plantClient,
  floor: floorClient,
};
