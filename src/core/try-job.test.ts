import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { derive } from './derive';
import { ownOf } from './family/registry';
import { readJobValue } from './job/file';
import { emptyJob, type Job } from './job/schema';
import { parseJobTrials, tryOnCopy } from './try-job';

const job = (value: object): Job => {
  const read = readJobValue({ format: 'augerset.job', version: 2, ...value });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.job;
};
const furnace = job(JSON.parse(readFileSync('demo/examples/minimal.json', 'utf8')) as object);
const boiler = job({ family: 'boiler', device: 'rc2-radio', survey: { plant: 'zone-valves', input: 'live' } });
const floor = job({
  family: 'floor',
  device: 'fs4-screen',
  survey: { supplyVolts: 240, mats: { m1: { ratedWatts: 450, ratedVolts: 240 } } },
});
const tried = (on: Job, line: string) => {
  const lines = parseJobTrials(line, on, derive(on));
  const problems = lines.flatMap((l) => (l.ok ? [] : [l.problem]));
  return problems.length > 0
    ? { problems, result: null }
    : { problems, result: tryOnCopy(on, (j) => lines.reduce((at, l) => (l.ok ? l.edit(at) : at), j)) };
};

describe('what if, on a copy', () => {
  it('a setting that contradicts the equipment is named, by key or by name', () => {
    const settings = derive(furnace).shared.settings.canonical.filter((s) => s.wrong.length > 0);
    const [s] = settings;
    if (!s?.wrong[0]) throw new Error('no setting can be wrong');
    const before = JSON.stringify(furnace);
    for (const said of [s.key, s.name]) {
      const { result } = tried(furnace, `set ${said} ${s.wrong[0].value}`);
      expect(result?.raised.length, said).toBeGreaterThan(0);
    }
    expect(JSON.stringify(furnace)).toBe(before);
    expect(tried(furnace, `set ${s.key} ${s.value}`).result).toMatchObject({ raised: [], cleared: [], runs: [] });
  });

  it('a wire taken off a plant stops what it called; put back it changes nothing', () => {
    const call = ownOf(derive(boiler), 'boiler').wires.find((w) => [w.a, w.b].some((x) => x === 'BOILER.SL'));
    if (!call) throw new Error('no call wire');
    const { result } = tried(boiler, `off ${call.a} ${call.b}`);
    expect(result?.runs.some((r) => r.now.includes('boiler') && !r.would.includes('boiler'))).toBe(true);
    // Several in one line add up: off and on again leaves what runs as it was.
    expect(tried(boiler, `off ${call.a} ${call.b}, ${call.a} ${call.b}`).result?.runs).toEqual([]);
    const both = tried(boiler, `off ${call.a} ${call.b}, off supply l - rx l`).result?.runs ?? [];
    expect(both.length).toBeGreaterThan(0);
    expect(both.every((r) => !r.would.includes('boiler'))).toBe(true);
  });

  it('supply on the probe’s terminals of a floor is a blocker', () => {
    const probe = Object.entries(ownOf(derive(floor), 'floor').sheet?.terminals ?? {}).find(
      ([, c]) => c === 'probe-1',
    )?.[0];
    const { result } = tried(floor, `${probe} l`);
    expect(result?.raised.map((f) => f.severity)).toContain('blocker');
  });

  it.each([
    [furnace, 'blue on c', /Begin with set/],
    [furnace, 'set warp 9', /No such setting/],
    [boiler, 'rx 99 - hw brown', /no terminal/],
    [boiler, 'off rx l - hw brown', /Nothing joins/],
    [floor, '99 l', /Terminals here/],
    [floor, '1 banana', /What is on 1/],
    [emptyJob(), 'set x y', /No such setting/],
  ])('says what is wrong with %#: %s', (on, line, said) => {
    expect(tried(on, line).problems[0]).toMatch(said);
  });
});
