/** Houses of drills, by family: as a job file says them, surveyed and planned already. Everything invented. */
import '../../src/core/family/all';
import { readJobValue } from '../../src/core/job/file';
import type { Family, Job } from '../../src/core/job/schema';
import { RigError } from '../rig-error';

const FIVE = 'r red, c blue, y yellow, g green, w white';
const PUMP = 'r red, c blue, y yellow, g green, o orange, w white';
const LIVE = { input: 'live', pump: 'outside', cylinder: { litres: 150 } };

const MAT = {
  ratedWatts: 450,
  ratedVolts: 240,
  before: { ohms: 128, megohms: 550 },
  after: { ohms: 128.4, megohms: 500 },
  connection: { ohms: 128.2, megohms: 500 },
};
const FLOOR = {
  region: 'NA',
  supplyVolts: 240,
  breakerAmps: 20,
  mats: { m1: MAT },
  areaSquareMetres: 3.6,
  covering: 'tile',
  build: 'board',
  beneath: 'ground',
  purpose: 'bath',
  probe: { ohms: 14_600, floorCelsius: 20.5, place: 'between' },
  roomCelsius: 20,
  outdoorCelsius: 4,
  slackMillimetres: 180,
  screenEarthed: true,
};
const HEATER = {
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
    { device: 'fs4-screen', survey: FLOOR },
    { device: 'fs4-screen', survey: { ...FLOOR, mats: { m1: MAT, m2: { ...MAT, name: 'second' } } } },
  ],
  heater: [{ device: 'hl2-twin', survey: HEATER }],
  contact: [
    {
      device: 'cb1-cell',
      survey: {
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
      },
    },
    {
      device: 'cb1-cell',
      survey: {
        region: 'NA',
        appliance: 'own-24v',
        looks: 'unit-heater',
        secondaryVolts: 26.4,
        transformerVA: 20,
        valveVA: 9,
        common: 'yes',
      },
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
