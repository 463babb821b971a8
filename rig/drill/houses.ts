/** Houses of drills, by family: as a job file says them, surveyed and planned already. Everything invented. */
import '../../src/core/family/all';
import { readJobValue } from '../../src/core/job/file';
import type { Family, Job } from '../../src/core/job/schema';
import { RigError } from '../rig-error';
import { GOOD_FLOOR, GOOD_HEATER, GOOD_MAT, MILLIVOLT, OWN_24V } from './surveys';

const FIVE = 'r red, c blue, y yellow, g green, w white';
const PUMP = 'r red, c blue, y yellow, g green, o orange, w white';
const LIVE = { input: 'live', pump: 'outside', cylinder: { litres: 150 } };

const HOUSES: Readonly<Record<Family, readonly object[]>> = {
  '24v': [
    { device: 't24-five', survey: { lines: FIVE, equipment: { fuel: 'gas' } } },
    { device: 'v7-menu', survey: { lines: FIVE, equipment: { fuel: 'gas' } } },
    {
      device: 'p9-pump',
      answers: { fuel: 'electric' },
      survey: { lines: PUMP, equipment: { outdoorUnit: 'heat-pump' } },
    },
  ],
  boiler: [
    { device: 'rc2-radio', survey: { plant: 'zone-valves', ...LIVE } },
    { device: 'rc2-radio', survey: { plant: 'three-port', ...LIVE } },
  ],
  floor: [
    { device: 'fs4-screen', survey: GOOD_FLOOR },
    { device: 'fs4-screen', survey: { ...GOOD_FLOOR, mats: { m1: GOOD_MAT, m2: { ...GOOD_MAT, name: 'second' } } } },
  ],
  heater: [{ device: 'hl2-twin', survey: GOOD_HEATER }],
  contact: [
    {
      device: 'cb1-cell',
      survey: MILLIVOLT,
    },
    {
      device: 'cb1-cell',
      survey: OWN_24V,
    },
  ],
};

const STREETS = ['Alder Row', 'Bell Lane', 'Cooper’s Yard', 'Dyer Street', 'East Quay', 'Ferry Steps'];

/** A house of a family, by chance. */
export function drillHouse(family: Family, chance: () => number): Job {
  const houses = HOUSES[family];
  const house = houses[Math.floor(chance() * houses.length)] ?? {};
  const street = STREETS[Math.floor(chance() * STREETS.length)] ?? STREETS[0];
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    family,
    site: { name: `${2 + Math.floor(chance() * 60)} ${street}` },
    zone: 'Hall',
    ...house,
  });
  if (!read.ok) throw new RigError(`a drill’s house cannot be read: ${read.problems[0]?.message ?? ''}`);
  return read.job;
}
