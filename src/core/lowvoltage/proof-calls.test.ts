/** The proof run as written: what each test asks, in what order, and what it would catch. */
import { describe, expect, it } from 'vitest';
import { type Derived24, derived } from '../../../tests/support/jobs';
import { readJobValue } from '../job/file';
import type { TestResult } from '../proof/proof-run';
import { judge } from '../proof/verdict';
import { singleFaults } from './faults/single';
import { predictedVolts, predictor, predictState } from './predict';

const of = (lines: string, device = 't24-five', answers: object = { fuel: 'gas' }): Derived24 => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device,
    answers: { 'outdoor-unit': 'heat-pump', ...answers },
    survey: { lines },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return derived(read.job);
};
const FIVE = 'r red, c blue, y yellow, g green, w white';
const STAGED = 'r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green';
const ids = (d: Derived24): string[] => d.proof.tests.map((t) => t.id);
const test = (d: Derived24, id: string): TestResult => {
  const found = d.proof.tests.find((t) => t.id === id);
  if (!found) throw new Error(`no test ${id}`);
  return found;
};

describe('what is tested', () => {
  it('follows the system: each call alone and off again', () => {
    expect(ids(of(FIVE))).toEqual([
      'power',
      'detection',
      'fan',
      'heat1',
      'heat-off',
      'cool1',
      'cool-off',
      'compressor-rest',
      'power-heavy',
    ]);
    expect(ids(of(STAGED, 'v7-menu'))).toEqual([
      'power',
      'detection',
      'fan',
      'heat1',
      'heat2',
      'heat-off',
      'cool1',
      'cool2',
      'cool-off',
      'compressor-rest',
      'power-heavy',
    ]);
    expect(ids(of('rh red, w white', 'k2-battery', { fuel: 'oil' }))).toEqual(['power', 'heat1', 'heat-off']);
    expect(ids(of('r red, c blue, y yellow, g green'))).not.toContain('heat1');
    expect(ids(of('r red, c blue, y yellow, g green, o orange, w white', 'p9-pump', { fuel: 'electric' }))).toEqual([
      'power',
      'detection',
      'fan',
      'heat1',
      'heat-off',
      'aux1',
      'aux-off',
      'emergency',
      'emergency-off',
      'cool1',
      'cool-off',
      'compressor-rest',
      'power-heavy',
    ]);
  });

  it('a battery device is measured at the board, where there is something to measure', () => {
    const power = test(of('rh red, w white', 'k2-battery', { fuel: 'oil' }), 'power');
    expect(power.measures[0]).toMatchObject({ a: 'board.Rh', b: 'board.C' });
  });

  it('only the first call of the compressor waits out its rest', () => {
    const d = of(STAGED, 'v7-menu');
    expect(d.proof.tests.filter((t) => t.wait?.label === 'Compressor rest').map((t) => t.id)).toEqual([
      'cool1',
      'compressor-rest',
    ]);
  });

  it('cautions stand where the work can hurt', () => {
    const d = of(FIVE);
    expect(test(d, 'cool1').caution).toContain('13 °C');
    expect(test(d, 'heat1').caution).toBeUndefined();
    expect(test(of(FIVE, 't24-five', { fuel: 'electric' }), 'heat1').caution).toContain('blower must run');
  });

  it('every load screw is touched in every call, live or dead, and every figure has a source', () => {
    for (const d of [of(FIVE), of(STAGED, 'v7-menu')]) {
      const screws = d.installed?.loads.map((l) => `board-${l.terminal}`) ?? [];
      for (const t of d.proof.tests) {
        if (!/^(fan|heat\d|cool\d)$/.test(t.id)) continue;
        expect(t.measures.map((m) => m.id)).toEqual(expect.arrayContaining(screws));
        for (const m of t.measures) {
          expect(m.source.length).toBeGreaterThan(5);
          expect(m.predicted.low).toBeLessThanOrEqual(m.predicted.high);
        }
      }
    }
  });

  it('a furnace starts its own blower; electric heat has it called', () => {
    const runs = (d: Derived24): readonly string[] => {
      const check = test(d, 'heat1').measures.find((m) => m.id === 'runs')?.check;
      return check?.kind === 'runs' ? check.exactly : [];
    };
    expect(runs(of(FIVE))).toEqual(['burner', 'blower']);
    expect(runs(of(FIVE, 't24-five', { fuel: 'electric' }))).toEqual(expect.arrayContaining(['heater', 'blower']));
  });
});

describe('what it would catch', () => {
  /** Whether any volts of the proof run read otherwise under a fault, for certain. */
  function caught(d: Derived24, faultId: string): boolean {
    const planned = d.installed;
    const fault = planned ? singleFaults(planned).find((f) => f.id === faultId) : undefined;
    if (!planned || !fault) throw new Error(`no fault ${faultId}`);
    const p = predictor(fault.apply(planned));
    return d.proof.tests.some((t) =>
      t.measures.some((m) => {
        const state = d.states.find((s) => s.id === m.state);
        if (m.quantity !== 'volts-ac' || !m.a || !m.b || !state) return false;
        const predicted = predictState(p, state);
        const behind = predicted.probes.at(predicted.points.indexOf(m.a), predicted.points.indexOf(m.b));
        // What floats may as well read what is expected.
        if (behind && Math.hypot(behind.ohms, behind.reactance) > 1e5) return false;
        const value = predictedVolts(predicted, m.a, m.b);
        return value !== null && judge(value, m.predicted, m.tolerance) === 'fail';
      }),
    );
  }
  const d = of(FIVE);
  const faults = d.installed ? singleFaults(d.installed).map((f) => f.id) : [];

  it.each(faults.filter((f) => /^(unseated|broken|swap-board|stuck|fuse|dead|supply|common)/.test(f)))(
    '%s shows in the figures',
    (fault) => {
      expect(caught(d, fault)).toBe(true);
    },
  );

  it('names what it cannot show: an open coil leaves the volts as they are', () => {
    expect(caught(d, 'coil-open-cool1')).toBe(false);
    // That is what the look at what runs is for.
    expect(test(d, 'cool1').measures.map((m) => m.id)).toContain('runs');
  });
});
