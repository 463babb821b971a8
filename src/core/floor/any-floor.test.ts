/** Surveys of floors nobody chose: each derives, gives figures that are figures, and does not depend on order or names. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derive, derivedJson } from '../derive';
import type { Job } from '../job/schema';
import { jobFile } from '../lowvoltage/test-jobs';
import { FLOOR_SHEETS } from './sheet';
import { floorWeek } from './week';

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
const anySurvey = fc.record({
  region: some(fc.constantFrom('NA', 'EU', 'UK', 'AU')),
  supplyVolts: some(figure(90, 260)),
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

interface Asked {
  survey: { mats: readonly object[] } & object;
  device: string;
  week: string | undefined;
}
const asked = fc.record({
  survey: anySurvey,
  device: fc.constantFrom(...FLOOR_SHEETS.map((s) => s.id)),
  week: some(purpose),
});

/** Undefined parts left out, as a file has them. */
const clean = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

function jobOf({ survey, device, week }: Asked, rename: (i: number) => string = (i) => `m${i}`): Job {
  const mats = Object.fromEntries(survey.mats.map((m, i) => [rename(i), m]));
  const days = week === 'comfort' || week === 'bath' || week === 'sole' || week === 'damp' ? floorWeek(week, 40) : null;
  return jobFile(
    clean({ family: 'floor', device, floor: { ...survey, mats }, ...(days ? { week: days } : {}) }) as object,
  );
}

describe('any floor', () => {
  it('derives, and every figure of it is one', () => {
    fc.assert(
      fc.property(asked, (a) => {
        const text = JSON.stringify(derivedJson(jobOf(a)), (_key, v: unknown) => {
          if (typeof v === 'number' && !Number.isFinite(v)) throw new Error('a figure that is none');
          return v;
        });
        expect(text).not.toMatch(/NaN|undefined|\[object/);
      }),
      { seed: 60, numRuns: 150 },
    );
  });

  it('does not depend on the order or the ids of its mats', () => {
    fc.assert(
      fc.property(asked, (a) => {
        const here = derive(jobOf(a));
        const mats = a.survey.mats.map((m, i) => ({ name: `Mat ${i + 1}`, ...m }));
        const there = derive(jobOf({ ...a, survey: { ...a.survey, mats: [...mats].reverse() } }, (i) => `other-${i}`));
        const sums = (d: typeof here): number[] =>
          [d.floor?.load?.watts, d.floor?.load?.amps, d.floor?.load?.parallelOhms, d.floor?.warmUp?.target.minutes].map(
            (v) => Math.round((v ?? -1) * 1e6) / 1e6,
          );
        expect(sums(there)).toEqual(sums(here));
        expect(there.findings.map((f) => f.code)).toEqual(here.findings.map((f) => f.code));
        expect(there.proof.tests.map((t) => t.id)).toEqual(here.proof.tests.map((t) => t.id));
      }),
      { seed: 61, numRuns: 80 },
    );
  });

  it('with more than its relay carries is never put directly on it unasked', () => {
    fc.assert(
      fc.property(asked, (a) => {
        const d = derive(jobOf(a));
        const { load, contactor } = d.floor ?? {};
        if (!load?.needsContactor) return;
        const codes = d.findings.map((f) => f.code);
        expect(contactor || codes.includes('floor.relay-overload')).toBe(true);
      }),
      { seed: 62, numRuns: 150 },
    );
  });

  it('that would be destroyed, leaks or is open always stops the work', () => {
    fc.assert(
      fc.property(asked, (a) => {
        const d = derive(jobOf(a));
        const stops = d.findings.filter((f) => f.severity === 'blocker').map((f) => f.code);
        const bad = d.floor?.load?.mats.some((m) => (d.floor?.load?.supplyVolts ?? 0) > m.ratedVolts * 1.1 + 1e-9);
        if (bad) expect(stops).toContain('floor.over-volts');
        const leaks = (a.survey.mats as { connection?: { megohms?: number } }[]).some(
          (m) => m.connection?.megohms !== undefined && m.connection.megohms < 1,
        );
        if (leaks) expect(stops).toContain('floor.insulation-low');
      }),
      { seed: 63, numRuns: 150 },
    );
  });
});
