/** Any plant a person could describe, on any shipped device, for property tests. */
import fc from 'fast-check';
import { BOILER_SHEETS } from '../../src/core/boiler/sheet';
import type { Job } from '../../src/core/job/schema';
import { anyJob } from '../support/jobs';

const some = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> => fc.option(value, { nil: undefined });
const clean = (value: unknown): object => JSON.parse(JSON.stringify(value)) as object;

const core = fc.record({
  colour: fc.constantFrom('blue', 'red', 'grey'),
  idleVolts: some(fc.integer({ min: 0, max: 250 })),
  callVolts: some(fc.integer({ min: 0, max: 250 })),
  toNeutralOhms: some(fc.constantFrom(0.3, 1.8, 40, 1e8)),
  toEarthOhms: some(fc.constantFrom(0.3, 1.8, 40, 1e8)),
  isolation: some(fc.constantFrom('live-only', 'double-pole')),
  junction: some(fc.constantFrom('live', 'switched', 'neutral', 'earth', 'loose')),
});

export const boilerJob: fc.Arbitrary<Job> = fc
  .record({
    device: fc.constantFrom(...BOILER_SHEETS.map((s) => s.id)),
    units: fc.constantFrom('si', 'us'),
    boiler: fc.record({
      plant: some(fc.constantFrom('combination', 'zone-valves', 'three-port', 'gravity')),
      heatingZones: some(fc.integer({ min: 1, max: 4 })),
      input: some(fc.constantFrom('live', 'volt-free', 'low-voltage', 'bus')),
      pumpOverrun: some(fc.boolean()),
      permanentLive: some(fc.boolean()),
      pump: some(fc.constantFrom('inside', 'outside')),
      deviceNeutral: some(fc.constantFrom('landed', 'none')),
      boilerVA: some(fc.constantFrom(40, 120, 600)),
      pumpVA: some(fc.constantFrom(45, 90)),
      fuseAmps: some(fc.constantFrom(3, 5, 13)),
      oldRoomThermostat: some(fc.constantFrom('none', 'in-series', 'joined', 'floating')),
      flowCelsius: some(fc.integer({ min: 30, max: 80 })),
      emitters: some(fc.constantFrom('radiators', 'floor')),
      floor: some(fc.constantFrom('living', 'bathroom', 'edge', 'timber')),
      cylinder: some(
        fc.record({
          litres: fc.integer({ min: 60, max: 300 }),
          coilWatts: some(fc.constantFrom(3000, 12_000, 24_000)),
          targetCelsius: some(fc.constantFrom(50, 55, 60, 65)),
          coldCelsius: some(fc.constantFrom(8, 12)),
          seldomUsed: some(fc.boolean()),
        }),
      ),
      windows: some(
        fc.array(fc.record({ from: fc.integer({ min: 0, max: 1400 }), to: fc.integer({ min: 0, max: 1439 }) }), {
          maxLength: 3,
        }),
      ),
      cores: fc.dictionary(fc.constantFrom('c1', 'c2'), core, { maxKeys: 2 }),
      heads: some(fc.integer({ min: 1, max: 3 })),
      internet: some(fc.boolean()),
    }),
  })
  .map(({ device, units, boiler }) => anyJob(clean({ family: 'boiler', device, units, survey: boiler })));
