/** What lands where, read case by case: the table that the rules have to reproduce. */
import { describe, expect, it } from 'vitest';
import { derived } from '../../../tests/support/jobs';
import { jobAs } from '../family/of';
import { readJobValue } from '../job/file';
import type { LowVoltageJob } from '../job/schema';

const job = (lines: string, more: object = {}, answers: object = {}): LowVoltageJob => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device: 'p9-pump',
    answers: { fuel: 'gas', ...answers },
    survey: { lines, ...more },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const read = (lines: string, more: object = {}, answers: object = {}): unknown[] => {
  const { system, questions } = derived(job(lines, more, answers));
  return [
    system.kind,
    system.heatStages,
    system.coolStages,
    system.auxStages,
    system.transformers,
    system.common,
    questions.map((q) => q.code).join(' '),
  ];
};

describe('systems', () => {
  it.each([
    // lines, kind, heat, cool, aux, transformers, common, questions
    ['r red, w white', 'heat-only', 1, 0, 0, 1, 'none', ''],
    ['r red, w white, c blue', 'heat-only', 1, 0, 0, 1, 'both-ends', ''],
    ['r red, w1 white, w2 brown, c blue', 'heat-only', 2, 0, 0, 1, 'both-ends', ''],
    ['r red, w1 white, w2 brown, w3 tan, c blue', 'heat-only', 3, 0, 0, 1, 'both-ends', ''],
    ['r red, w white, g green, c blue', 'heat-only', 1, 0, 0, 1, 'both-ends', ''],
    ['r red, y yellow, g green', 'cool-only', 0, 1, 0, 1, 'none', ''],
    ['r red, y1 yellow, y2 orange, g green, c blue', 'cool-only', 0, 2, 0, 1, 'both-ends', ''],
    ['r red, w white, y yellow, g green', 'furnace-ac', 1, 1, 0, 1, 'none', ''],
    ['rc red, w white, y yellow, g green, c blue', 'furnace-ac', 1, 1, 0, 1, 'both-ends', ''],
    ['rh red, w white, y yellow, g green, c blue', 'furnace-ac', 1, 1, 0, 1, 'both-ends', ''],
    ['rc red, rh black, w white, y yellow, g green, c blue', 'furnace-ac', 1, 1, 0, 2, 'both-ends', 'common-of'],
    ['r red, w1 white, w2 brown, y1 yellow, y2 orange, g green, c blue', 'furnace-ac', 2, 2, 0, 1, 'both-ends', ''],
    ['r red, w white, y yellow, c blue', 'furnace-ac', 1, 1, 0, 1, 'both-ends', 'y-without-g'],
    ['r red, w white, y yellow, g green, c blue wall', 'furnace-ac', 1, 1, 0, 1, 'board-unseen', 'common-at-board'],
    [
      'r red, w white, y yellow, g green, c blue wall, spare blue board',
      'furnace-ac',
      1,
      1,
      0,
      1,
      'wall-only',
      'spare-core',
    ],
    [
      'r red, w white, y yellow, g green, c blue board, spare blue wall',
      'furnace-ac',
      1,
      1,
      0,
      1,
      'board-only',
      'spare-core',
    ],
    ['r red, w white, y yellow, g green, spare blue', 'furnace-ac', 1, 1, 0, 1, 'none', 'spare-core'],
    ['r red, g green', 'fan-only', 0, 0, 0, 1, 'none', ''],
    ['r red, y yellow, g green, b blue, w white', 'dual-fuel', 1, 1, 1, 1, 'none', 'b-common outdoor-unit'],
    ['r red, c blue, y yellow, g green, o orange', 'heat-pump', 1, 1, 0, 1, 'both-ends', 'outdoor-unit'],
    [
      'r red, c blue, y1 yellow, y2 brown, g green, o orange, w white',
      'dual-fuel',
      2,
      2,
      1,
      1,
      'both-ends',
      'outdoor-unit',
    ],
  ] as const)('%s', (lines, ...expected) => {
    expect(read(lines)).toEqual(expected);
  });

  it('an answer changes what depends on it, at once', () => {
    const lines = 'r red, y yellow, g green, b blue, w white';
    expect(read(lines, {}, { 'b-common': 'common' })[0]).toBe('furnace-ac');
    expect(read(lines, {}, { 'b-common': 'common' })[5]).toBe('both-ends');
    expect(read(lines, {}, { 'b-common': 'valve', 'outdoor-unit': 'heat-pump' })[0]).toBe('dual-fuel');
    expect(read('r red, c blue, y yellow, g green, o orange', {}, { 'outdoor-unit': 'air-conditioner' })[0]).toBe(
      'cool-only',
    );
  });

  it('what was read off a nameplate outweighs what was asked', () => {
    const lines = 'r red, c blue, y yellow, g green, o orange, w white';
    expect(read(lines, { equipment: { fuel: 'electric', outdoorUnit: 'heat-pump' } })[0]).toBe('heat-pump');
    expect(read(lines, { equipment: { fuel: 'oil', outdoorUnit: 'heat-pump' } })[0]).toBe('dual-fuel');
    expect(
      derived(job(lines, { equipment: { reversingValve: 'B', outdoorUnit: 'heat-pump' } })).system.reversingValve,
    ).toBe('B');
  });

  it('every system read gives its reasons, each about conductors that exist', () => {
    for (const lines of [
      'r red, w white',
      'r red, w white, y yellow, g green',
      'r red, c blue, y yellow, g green, o orange',
    ]) {
      const j = job(lines);
      const { reasons } = derived(j).system;
      expect(reasons.length).toBeGreaterThan(0);
      for (const r of reasons) {
        expect(r.text).toMatch(/\.$/);
        for (const a of r.about) expect(Object.keys(j.survey.conductors)).toContain(a.replace('conductor:', ''));
      }
    }
  });

  it('the order in which conductors were entered changes nothing', () => {
    const lines = ['r red', 'c blue', 'y yellow', 'g green', 'w white'];
    const shape = (order: string[]): unknown => {
      const d = derived(job(order.join(', ')));
      const rows = (d.wiring?.rows ?? []).map((r) => `${r.colour} ${r.newWall} ${r.newBoard}`).sort();
      return [read(order.join(', ')), rows, d.predictions.map((p) => [p.state, Math.round(p.transformerVA * 1e6)])];
    };
    expect(shape([...lines].reverse())).toEqual(shape(lines));
    expect(shape(['g green', 'r red', 'w white', 'c blue', 'y yellow'])).toEqual(shape(lines));
  });
});
