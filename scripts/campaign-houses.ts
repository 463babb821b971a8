/** The houses of the campaign, one of each sort that a family has. */
import type { RigHouse } from '../rig/campaign/rig-runs';
import type { Job } from '../src/core/job/schema';
import { contactJob, DRY, MILLIVOLT, OWN_24V } from '../tests/support/contact';
import { floorJob, GOOD_MAT } from '../tests/support/floor';
import { heaterJob } from '../tests/support/heater';
import { anyJob } from '../tests/support/jobs';

const lines = (text: string, more: object = {}): object => ({ lines: text, ...more });

const JOBS: Readonly<Record<string, Job>> = {
  'five wires': anyJob({
    device: 't24-five',
    survey: lines('r red, c blue, y yellow, g green, w white', { equipment: { fuel: 'gas' } }),
  }),
  'two R, joined inside': anyJob({
    device: 'v7-menu',
    survey: lines('r red, c blue, y yellow, g green, w white', { equipment: { fuel: 'gas' } }),
  }),
  'heat pump': anyJob({
    device: 'p9-pump',
    answers: { fuel: 'electric' },
    survey: lines('r red, c blue, y yellow, g green, o orange, w white', { equipment: { outdoorUnit: 'heat-pump' } }),
  }),
  'zone valves': anyJob({
    family: 'boiler',
    device: 'rc2-radio',
    survey: { plant: 'zone-valves', input: 'live', pump: 'outside', cylinder: { litres: 150 } },
  }),
  'three-port valve': anyJob({
    family: 'boiler',
    device: 'rc2-radio',
    survey: { plant: 'three-port', input: 'live', pump: 'outside', cylinder: { litres: 150 } },
  }),
  combination: anyJob({ family: 'boiler', device: 'hb1-head', survey: { plant: 'combination', input: 'volt-free' } }),
  'one mat': floorJob(),
  'two mats': floorJob({ mats: { m1: GOOD_MAT, m2: { ...GOOD_MAT, name: 'second' } } }),
  'two heaters': heaterJob(),
  millivolt: contactJob(MILLIVOLT),
  'dry pair': contactJob(DRY),
  'own 24 V': contactJob(OWN_24V),
};

export const HOUSES: readonly RigHouse[] = Object.entries(JOBS).map(([name, job]) => ({ name, job }));
