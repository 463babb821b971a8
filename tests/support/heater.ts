/** Line-voltage heaters for tests: one with everything in order, and how to change it. */

import { GOOD_HEATER } from '../../rig/drill/surveys';
import { jobAs } from '../../src/core/family/of';
import type { JobOf } from '../../src/core/job/schema';
import { anyJob } from './jobs';

export { GOOD_HEATER } from '../../rig/drill/surveys';

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
