/** Floors for tests and the bench: one with everything in order, and how to change it. */

import { GOOD_FLOOR } from '../../rig/drill/surveys';
import { jobAs } from '../../src/core/family/of';
import type { JobOf } from '../../src/core/job/schema';
import { anyJob } from './jobs';

export { GOOD_FLOOR, GOOD_MAT } from '../../rig/drill/surveys';

export const floorJob = (floor: object = {}, more: object = {}): JobOf<'floor'> =>
  jobAs(anyJob({ family: 'floor', device: 'fs4-screen', survey: { ...GOOD_FLOOR, ...floor }, ...more }), 'floor');
