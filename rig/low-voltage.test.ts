/** Whole proof runs of 24 V jobs on a simulated house that is wired as planned: everything passes. */
import { describe, expect, it } from 'vitest';
import { derived, FIVE_WIRES, FOUR_WIRES, landed } from '../tests/support/jobs';
import { proveOnWorld } from './prove';

describe.each([
  ['a splitter pair', landed(FOUR_WIRES, {}, { decide: { powering: 'splitter' } })],
  ['an extender', landed(FOUR_WIRES, {}, { device: 'v7-menu', decide: { powering: 'extender' } })],
  [
    'a separate transformer',
    landed('r red, w white', {}, { device: 'v7-menu', decide: { powering: 'separate-transformer' } }),
  ],
  ['a boiler', landed('r red, c blue, w white', { equipment: { kind: 'boiler' } }, { answers: {} })],
  ['a hot-water air handler', landed(FIVE_WIRES, { equipment: { kind: 'hydronic-air-handler' } }, { answers: {} })],
  [
    'a zone valve with two wires',
    landed('r red, c blue, w white', { equipment: { kind: 'zone-valve' }, zones: [{ name: 'loft' }] }, { answers: {} }),
  ],
  [
    'a zone valve with three wires',
    landed('r red, w white, y yellow', { seen: { zoneValves: true } }, { device: 'm4-slide', answers: {} }),
  ],
  [
    'a heat pump with a humidifier and a ventilator',
    landed(
      'r red, c blue, y yellow, g green, o orange, w white',
      {
        equipment: { outdoorUnit: 'heat-pump' },
        accessories: [
          { kind: 'humidifier', power: 'own' },
          { kind: 'ventilator', power: 'system' },
        ],
      },
      { device: 'a6-relay', answers: { fuel: 'electric' } },
    ),
  ],
  [
    'a dehumidifier with reversed output',
    landed(
      FIVE_WIRES,
      { accessories: [{ kind: 'dehumidifier', power: 'system', output: 'reversed' }] },
      { device: 'a6-relay' },
    ),
  ],
])('%s', (_name, job) => {
  it('has no blockers and proves itself', async () => {
    expect(
      derived(job)
        .findings.filter((f) => f.severity === 'blocker')
        .map((f) => f.code),
    ).toEqual([]);
    const proved = derived(await proveOnWorld(job));
    const wrong = proved.proof.tests.flatMap((t) =>
      t.measures
        .filter((m) => m.verdict !== 'pass')
        .map((m) => `${t.id}/${m.id} ${m.verdict} ${m.readings.at(-1)?.value}`),
    );
    expect(wrong).toEqual([]);
    expect(proved.proof.passed).toBe(proved.proof.tests.length);
  });
});
