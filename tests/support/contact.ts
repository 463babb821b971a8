/** Millivolt and dry-contact appliances for tests. */
import { jobAs } from '../../src/core/family/of';
import type { JobOf } from '../../src/core/job/schema';
import { anyJob } from './jobs';

export const MILLIVOLT = {
  region: 'NA',
  appliance: 'millivolt',
  looks: 'fireplace',
  pilot: 'lit',
  openMillivolts: 610,
  pileOhms: 2.4,
  coilOhms: 2.9,
  pullMillivolts: 180,
  loopOhms: 0.12,
  gauge: 'AWG 18',
  metres: 3,
  answers: 'yes',
  switches: { s1: { name: 'Limit', kind: 'limit', millivolts: 3 } },
};
export const DRY = {
  region: 'EU',
  appliance: 'dry-pair',
  looks: 'boiler',
  pairDc: 12,
  pairAc: 0.1,
  pairClosed: 0.02,
  answers: 'yes',
};
export const OWN_24V = {
  region: 'NA',
  appliance: 'own-24v',
  looks: 'unit-heater',
  secondaryVolts: 26.4,
  transformerVA: 20,
  valveVA: 9,
  common: 'yes',
};

export const contactJob = (survey: object, more: object = {}): JobOf<'contact'> =>
  jobAs(anyJob({ family: 'contact', device: 'cb1-cell', survey, ...more }), 'contact');
