/** Any floor a person could describe, for property tests. */
import fc from 'fast-check';
import { jobAs } from '../../src/core/family/of';
import { FLOOR_SHEETS } from '../../src/core/floor/sheet';
import { floorWeek } from '../../src/core/floor/week';
import type { JobOf } from '../../src/core/job/schema';
import { anyJob } from '../support/jobs';

const some = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> => fc.option(value, { nil: undefined });
const figure = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const reading = fc.record({ ohms: some(figure(1, 2000)), megohms: some(figure(0, 1000)) });
const mat = fc.record({
  ratedWatts: figure(50, 3000),
  ratedVolts: some(fc.constantFrom(120, 208, 230, 240)),
  before: some(reading),
  after: some(reading),
  connection: some(reading),
});
const purpose = fc.constantFrom('comfort', 'bath', 'sole', 'damp');
export const anySurvey = fc.record({
  region: some(fc.constantFrom('NA', 'EU', 'UK', 'AU')),
  supplyVolts: some(figure(90, 260)),
  firstToEarth: some(fc.constantFrom(0, 115, 120, 208, 231, 240)),
  secondToEarth: some(fc.constantFrom(0, 115, 120, 208, 231, 240)),
  breakerAmps: some(fc.constantFrom(10, 15, 16, 20, 32)),
  groundFault: some(fc.constantFrom('upstream', 'none')),
  mats: fc.array(mat, { maxLength: 4 }),
  joined: some(fc.constantFrom('parallel', 'series')),
  togetherOhms: some(figure(1, 4000)),
  switching: some(fc.constantFrom('direct', 'contactor', 'slave')),
  probe: fc.record({
    ohms: some(fc.oneof(figure(0.1, 300), figure(300, 400_000), fc.constant(1e8))),
    floorCelsius: some(figure(-5, 40)),
    type: some(fc.constantFrom('6.8k', '10k', '12k', '15k', '33k', '47k', '100k')),
    place: some(fc.constantFrom('between', 'across')),
  }),
  areaSquareMetres: some(figure(0.5, 80)),
  covering: some(fc.constantFrom('tile', 'stone', 'timber', 'laminate', 'vinyl', 'carpet')),
  coveringLimitCelsius: some(figure(20, 45)),
  build: some(fc.constantFrom('board', 'concrete', 'screed', 'joists')),
  beneath: some(fc.constantFrom('ground', 'heated', 'unheated')),
  purpose: some(purpose),
  roomCelsius: some(figure(-10, 30)),
  outdoorCelsius: some(figure(-30, 30)),
  slackMillimetres: some(figure(0, 400)),
  log: some(
    fc.uniqueArray(fc.record({ minute: fc.integer({ min: 0, max: 600 }), celsius: figure(-5, 60) }), {
      selector: (p) => p.minute,
      maxLength: 12,
    }),
  ),
});

export interface Asked {
  survey: { mats: readonly object[] } & object;
  device: string;
  week: string | undefined;
}
export const askedFloor: fc.Arbitrary<Asked> = fc.record({
  survey: anySurvey,
  device: fc.constantFrom(...FLOOR_SHEETS.map((s) => s.id)),
  week: some(purpose),
});

/** Undefined parts left out, as a file has them. */
export const clean = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

export function floorJobOf(
  { survey, device, week }: Asked,
  rename: (i: number) => string = (i) => `m${i}`,
): JobOf<'floor'> {
  const mats = Object.fromEntries(survey.mats.map((m, i) => [rename(i), m]));
  const days = week === 'comfort' || week === 'bath' || week === 'sole' || week === 'damp' ? floorWeek(week, 40) : null;
  return jobAs(
    anyJob(clean({ family: 'floor', device, survey: { ...survey, mats }, ...(days ? { week: days } : {}) }) as object),
    'floor',
  );
}
