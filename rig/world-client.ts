/** The rig's world without the wire between: for making demo records whose readings are computed, not invented. */

import type { Job } from '../src/core/job/schema';
import type { RigClient } from '../src/core/rig/client';
import { World } from './world';

export function worldClient(job: Job, faults: readonly string[], outdoorCelsius = 24): RigClient {
  let world = new World(job, faults, outdoorCelsius, 21);
  return {
    state: async () => world.state(),
    faults: async () => world.faults(),
    load: async (_job, ids, outdoor) => {
      world = new World(job, ids, outdoor, 21);
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
    code: async () => ({ code: '', expiresAt: '' }),
    register: async () => ({ ok: false }),
  };
}
