/** Line-voltage heaters for tests: one with everything in order, and how to change it. */
import { jobAs } from '../../src/core/family/of';
import type { JobOf } from '../../src/core/job/schema';
import { anyJob } from './jobs';

/** One 1,500 W baseboard on 240 V, two hots, four cores in the box. */
export const GOOD_HEATER = {
  region: 'NA',
  breakerAmps: 20,
  breakerPoles: 'two',
  wire: 'AWG 12',
  cables: {
    c1: { liveVolts: 240, firstToEarth: 120, secondToEarth: 120 },
    c2: { liveVolts: 0.3, ohms: 38.6, megohms: 350 },
  },
  heaters: { h1: { name: 'Bay', kind: 'baseboard', ratedWatts: 1500, ratedVolts: 240 } },
  areaSquareMetres: 14,
  lossWattsPerKelvin: 42,
  roomCelsius: 16,
  outdoorCelsius: 2,
};

export const heaterJob = (survey: object = {}, more: object = {}): JobOf<'heater'> =>
  jobAs(anyJob({ family: 'heater', device: 'hl2-twin', survey: { ...GOOD_HEATER, ...survey }, ...more }), 'heater');

/** Live and neutral at 230 V, as in Europe. */
export const EUROPE = {
  region: 'EU',
  breakerAmps: 16,
  breakerPoles: 'one',
  wire: '2.5 mm²',
  cables: { c1: { liveVolts: 231, firstToEarth: 231, secondToEarth: 0.4 }, c2: { liveVolts: 0.2, ohms: 35.2 } },
  heaters: { h1: { name: 'Bay', kind: 'convector', ratedWatts: 1500, ratedVolts: 230 } },
};
