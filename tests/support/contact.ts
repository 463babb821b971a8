/** Millivolt and dry-contact appliances for tests. */
import { jobAs } from '../../src/core/family/of';
import type { JobOf } from '../../src/core/job/schema';
import { anyJob } from './jobs';

export { MILLIVOLT, OWN_24V } from '../../rig/drill/surveys';

export const DRY = {
  region: 'EU',
  appliance: 'dry-pair',
  looks: 'boiler',
  pairDc: 12,
  pairAc: 0.1,
  pairClosed: 0.02,
  answers: 'yes',
};
export const contactJob = (survey: object, more: object = {}): JobOf<'contact'> =>
  jobAs(anyJob({ family: 'contact', device: 'cb1-cell', survey, ...more }), 'contact');
