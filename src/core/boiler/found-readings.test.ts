import { describe, expect, it } from 'vitest';
import { boilerOf } from '../../../tests/support/jobs';
import { readJobValue } from '../job/file';
import type { Job } from '../job/schema';
import { parseBoilerReadings } from './found-readings';

const base = { format: 'augerset.job', version: 2, family: 'boiler', device: 'rc2-radio' };
const boiler = { plant: 'zone-valves', input: 'live' };
const job = (more: object): Job => {
  const read = readJobValue({ ...base, survey: boiler, ...more });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.job;
};
const planned = boilerOf(job({})).boiler;
const wires = Object.fromEntries((planned?.wires ?? []).map((w, i) => [`w${i}`, { a: w.a, b: w.b }]));
const parse = (line: string) => parseBoilerReadings(line, planned?.plant ?? fail(), planned?.demands ?? []);
const fail = (): never => {
  throw new Error('no plant');
};
/** Contradictions raised by readings typed on the plant as traced. */
const said = (line: string, traced = true): string[] => {
  const readings = parse(line).map((l) => (l.ok ? { ...l.reading, stop: 'survey' } : fail()));
  return boilerOf(job({ survey: traced ? { ...boiler, wires } : boiler, readings }))
    .findings.filter((f) => f.code === 'boiler.reading-contradicts')
    .map((f) => f.message);
};

describe('volts read anywhere on the plant', () => {
  it.each([
    'rx l - rx n 236',
    'rx 4 - rx n 0.3',
    'rx 4 - rx n 229 heating alone',
    'ch1 brown supply n 230v ch',
    'boiler sl - supply n 0 hw-satisfied',
    // The hot water valve’s end switch makes the call that both valves share.
    'ch1 orange - supply n 231 hw',
    'rx l - rx n 0 off',
  ])('%s agrees', (line) => {
    expect(said(line)).toEqual([]);
  });

  it.each([
    ['rx 4 - rx n 231', 'RX 4 to RX N read 231 V with nothing called; the wires as told give 0 V.'],
    ['rx l - rx n 2', 'RX L to RX N read 2 V'],
    ['ch1 orange - supply n 231', 'CH1 orange to SUPPLY N read 231 V with nothing called'],
    ['rx l - rx n 110', 'RX L to RX N read 110 V'],
    ['boiler l - boiler n 230 off', 'with the supply off'],
  ])('%s contradicts', (line, message) => {
    expect(said(line)[0]).toContain(message);
  });

  it('judges nothing by a plan that nobody has wired, but off is off', () => {
    expect(said('rx 4 - rx n 231', false)).toEqual([]);
    expect(said('rx l - rx n 231 off', false)).toHaveLength(1);
  });

  it.each([
    ['rx 4', /two ends/],
    ['rx 4 - rx 4 230', /the same/],
    ['rx 4 - rx n', /Which volts/],
    ['rx 4 - rx n 5000', /beyond/],
    ['rx 4 - rx n 230 defrost', /Called then: neither, hot water alone/],
    ['fridge 1 - rx n 230', /no part of this plant/],
  ])('%s is answered', (line, problem) => {
    const [entry] = parse(line);
    expect(entry?.ok === false && entry.problem).toMatch(problem);
  });
});
