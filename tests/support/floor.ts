/** Floors for tests and the bench: one with everything in order, and how to change it. */
import { jobAs } from '../../src/core/family/of';
import type { JobOf } from '../../src/core/job/schema';
import { anyJob } from './jobs';

/** One 240 V, 450 W mat on 3.6 m² under tile, on foam board, in a bathroom with other heating. */
export const GOOD_MAT = {
  ratedWatts: 450,
  ratedVolts: 240,
  before: { ohms: 128, megohms: 550 },
  after: { ohms: 128.4, megohms: 500 },
  connection: { ohms: 128.2, megohms: 500 },
};

export const GOOD_FLOOR = {
  region: 'NA',
  supplyVolts: 240,
  breakerAmps: 20,
  mats: { m1: GOOD_MAT },
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

export const floorJob = (floor: object = {}, more: object = {}): JobOf<'floor'> =>
  jobAs(anyJob({ family: 'floor', device: 'fs4-screen', survey: { ...GOOD_FLOOR, ...floor }, ...more }), 'floor');
