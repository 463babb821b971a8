import { describe, expect, it } from 'vitest';
import { jobAs } from '../src/core/family/of';
import { readJobValue } from '../src/core/job/file';
import type { LowVoltageJob } from '../src/core/job/schema';
import { diagnose } from '../src/core/lowvoltage/diagnose';
import { derived } from '../tests/support/jobs';
import { proveOnWorld } from './prove';

const file = (lines: string, more: object = {}, answers: object = {}): LowVoltageJob => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device: 'p9-pump',
    answers: { 'outdoor-unit': 'heat-pump', fuel: 'electric', ...answers },
    survey: { lines, ...more },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const pump = (): LowVoltageJob => file('r red, c blue, y yellow, g green, o orange, w white');
const calls = (job: LowVoltageJob, state: string): string[] | undefined =>
  derived(job).predictions.find((p) => p.state === state)?.called;

describe('heat pumps', () => {
  it('are read from O or B and confirmed by the outdoor unit', () => {
    expect(derived(pump()).system.sentence).toBe(
      'A heat pump, one stage, valve on O, one stage of auxiliary heat, with a common wire.',
    );
    expect(derived(file('r red, c blue, y yellow, g green, b orange')).system).toMatchObject({
      kind: 'heat-pump',
      reversingValve: 'B',
      auxStages: 0,
      verdict: 'known',
    });
    expect(derived(file('r red, c blue, y yellow, g green, o orange, w white', {}, { fuel: 'gas' })).system.kind).toBe(
      'dual-fuel',
    );
  });

  it('drives the valve in cooling for O and in heating for B, and the fan always', () => {
    expect([calls(pump(), 'heat1'), calls(pump(), 'cool1')]).toEqual([
      ['Y1', 'G'],
      ['Y1', 'O/B', 'G'],
    ]);
    const b = file('r red, c blue, y yellow, g green, b orange');
    expect([calls(b, 'heat1'), calls(b, 'cool1')]).toEqual([
      ['Y1', 'O/B', 'G'],
      ['Y1', 'G'],
    ]);
  });

  it('auxiliary joins the compressor; a furnace never does; emergency heat leaves it out', () => {
    expect([calls(pump(), 'aux1'), calls(pump(), 'emergency')]).toEqual([
      ['Y1', 'G', 'W1'],
      ['G', 'W1'],
    ]);
    const dual = file('r red, c blue, y yellow, g green, o orange, w white', {}, { fuel: 'gas' });
    expect(calls(dual, 'aux1')).toEqual(['W1']);
  });

  it('two compressor and two auxiliary stages are called in turn', () => {
    const job = file('r red, c blue, y1 yellow, y2 brown, g green, o orange, w1 white, w2 black');
    expect(derived(job).states.map((s) => s.id)).toEqual([
      'off',
      'idle',
      'fan',
      'heat1',
      'heat2',
      'aux1',
      'aux2',
      'emergency',
      'cool1',
      'cool2',
    ]);
    expect(calls(job, 'aux2')).toEqual(['Y1', 'Y2', 'G', 'W1', 'W2']);
  });

  it('settings name the valve, the auxiliary heat and lockouts from the house’s own balance point', () => {
    const card = derived(pump()).settings.card;
    expect(card.find((r) => r.key === 'equipment.kind')?.enter).toBe('5');
    expect(card.find((r) => r.key === 'valve.active')).toMatchObject({ enter: '0', where: 'function 112' });
    const known = file('r red, c blue, y yellow, g green, o orange, w white', {
      equipment: {
        pump: {
          warm: { outdoorCelsius: 8.3, watts: 10000, cop: 3.6 },
          cold: { outdoorCelsius: -8.3, watts: 6000, cop: 2.3 },
        },
        house: { wattsPerKelvin: 300, balanceCelsius: 16 },
      },
    });
    expect(derived(known).settings.canonical.find((s) => s.key === 'aux.lockout')?.why).toContain('thermal balance');
    const wrong: LowVoltageJob = { ...pump(), setUp: { ...pump().setUp, chosen: { 'valve.active': 'B' } } };
    expect(derived(wrong).findings.map((f) => f.code)).toContain('settings.conflict');
  });

  it('a device without a reversing valve terminal does not suit', () => {
    const job: LowVoltageJob = { ...pump(), device: { sheet: 't24-five' } };
    expect(derived(job).findings.map((f) => f.code)).toContain('plan.no-terminal');
  });

  it('passes its whole proof on the rig: O, B, staged and dual fuel', async () => {
    for (const job of [
      pump(),
      file('r red, c blue, y yellow, g green, b orange, w white'),
      file('r red, c blue, y1 yellow, y2 brown, g green, o orange, w1 white, w2 black'),
      file('r red, c blue, y yellow, g green, o orange, w white', {}, { fuel: 'gas' }),
    ]) {
      const { tests } = derived(await proveOnWorld(job)).proof;
      expect(
        tests
          .filter((t) => t.verdict !== 'pass')
          .map((t) => [t.id, t.measures.filter((m) => m.verdict !== 'pass').map((m) => [m.id, m.readings[0]?.value])]),
      ).toEqual([]);
    }
  });

  it('a reversed valve setting fails heating and cooling by the air and is named', async () => {
    const job = await proveOnWorld(pump(), { faults: ['valve-setting'] });
    const d = derived(job);
    const verdict = (id: string): string | undefined => d.proof.tests.find((t) => t.id === id)?.verdict;
    expect([verdict('fan'), verdict('heat1'), verdict('cool1')]).toEqual(['pass', 'fail', 'fail']);
    const split = d.proof.tests.find((t) => t.id === 'cool1')?.measures.find((m) => m.id === 'split');
    expect(split?.readings[0]?.value).toBeLessThan(0);
    const ranking = d.installed
      ? diagnose(job, d.installed, d.states, new Map(d.predictions.map((p) => [p.state, p])))
      : null;
    expect(ranking?.ranked[0]?.hypothesis.id).toBe('valve-setting');
  });
});
