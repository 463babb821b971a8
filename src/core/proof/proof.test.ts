import { describe, expect, it } from 'vitest';
import { emptyJob, type Job, type Reading } from '../job/schema';
import { bandText, lanes, type MeasurePlan, runProof, type TestPlan, valueText } from './proof-run';
import { combine, judge } from './verdict';

const measure = (id: string, more: Partial<MeasurePlan> = {}): MeasurePlan => ({
  id,
  what: id,
  quantity: 'volts-ac',
  state: 'idle',
  predicted: { low: 24, high: 27 },
  tolerance: 0.5,
  source: '',
  ...more,
});
const test = (id: string, more: Partial<TestPlan> = {}): TestPlan => ({
  id,
  title: id,
  state: 'idle',
  set: '',
  must: '',
  why: '',
  place: 'wall',
  seconds: 60,
  wait: null,
  measures: [measure('m')],
  ...more,
});
const reading = (at: string, value: number, more: Partial<Reading> = {}): Reading => ({
  at: `2026-03-01T09:${at}:00Z`,
  by: 'x',
  source: 'typed',
  quantity: 'volts-ac',
  value,
  test: 'a',
  measure: 'm',
  ...more,
});
const jobWith = (...readings: Reading[]): Job => ({
  ...emptyJob(),
  readings: Object.fromEntries(readings.map((r, i) => [`r${i}`, r])),
});

describe('verdicts', () => {
  it('inside passes, a little outside cannot be told, far outside fails, no number says nothing', () => {
    const band = { low: 24, high: 27 };
    expect([24, 27, 23.6, 27.4, 23.4, 27.6, Number.NaN].map((v) => judge(v, band, 0.5))).toEqual([
      'pass',
      'pass',
      'inconclusive',
      'inconclusive',
      'fail',
      'fail',
      'inconclusive',
    ]);
  });

  it('one failure fails, one open leaves open, doubt shows, nothing at all is open', () => {
    expect([
      combine(['pass', 'fail', 'open']),
      combine(['pass', 'open', 'inconclusive']),
      combine(['pass', 'inconclusive']),
      combine(['pass']),
      combine([]),
    ]).toEqual(['fail', 'open', 'inconclusive', 'pass', 'open']);
  });
});

describe('a proof run', () => {
  it('goes by the latest reading and keeps the earlier ones', () => {
    const run = runProof(jobWith(reading('02', 26), reading('01', 3)), [test('a')]);
    expect(run.tests[0]?.measures[0]?.readings.map((r) => r.value)).toEqual([3, 26]);
    expect([run.verdict, run.passed]).toEqual(['pass', 1]);
  });

  it('leaves struck readings and readings of other tests out', () => {
    expect(runProof(jobWith(reading('01', 3, { struck: true })), [test('a')]).verdict).toBe('open');
    expect(runProof(jobWith(reading('01', 26, { test: 'b' })), [test('a')]).verdict).toBe('open');
  });

  it('a skip with a reason counts as skipped, but never hides a failure', () => {
    const skipped = (job: Job): Job => ({ ...job, proof: { skipped: { a: 'too cold to cool' } } });
    expect(runProof(skipped(emptyJob()), [test('a')])).toMatchObject({ skipped: 1, verdict: 'pass' });
    expect(runProof(skipped(jobWith(reading('01', 3))), [test('a')])).toMatchObject({ failed: 1, verdict: 'fail' });
  });

  it('an optional measure may stay open, and no tests prove nothing', () => {
    const both = test('a', { measures: [measure('m'), measure('extra', { optional: true })] });
    expect(runProof(jobWith(reading('01', 26)), [both]).verdict).toBe('pass');
    expect(runProof(emptyJob(), []).verdict).toBe('open');
  });

  it('lays tests end to end with their waits between', () => {
    const { lanes: bars, end } = lanes([
      test('a'),
      test('b', { place: 'board', wait: { seconds: 300, label: 'rest' } }),
    ]);
    expect(end).toBe(420);
    expect(bars.map((b) => [b.test, b.place, b.start, b.end, b.waiting])).toEqual([
      ['a', 'wall', 0, 60, false],
      ['b', 'nobody', 60, 360, true],
      ['b', 'board', 360, 420, false],
    ]);
  });

  it('writes figures with their unit in either system', () => {
    expect([
      valueText('volts-ac', 25.44),
      valueText('kelvin', 10, 'us'),
      valueText('celsius', 20, 'us'),
      valueText('seen', 1),
      valueText('seconds', 300),
      valueText('volts-dc', 0.5),
      valueText('ohms', 1.44),
      valueText('amps', 3),
    ]).toEqual(['25.4 V', '18.0 °F', '68 °F', 'yes', '300 s', '500 mV', '1.4 Ω', '3.00 A']);
    expect(bandText(measure('m'))).toBe('24.0 to 27.0 V');
    expect(
      bandText(measure('m', { quantity: 'seen', predicted: { low: 1, high: 1 }, seen: { yes: 'runs', no: 'rests' } })),
    ).toBe('runs');
  });
});
