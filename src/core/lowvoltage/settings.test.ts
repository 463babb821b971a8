/** What is entered on which device, case by case: the settings card is read off this table. */
import { describe, expect, it } from 'vitest';
import { derived } from '../../../tests/support/jobs';
import { jobAs } from '../family/of';
import { readJobValue } from '../job/file';
import type { LowVoltageJob } from '../job/schema';
import { heatCycles } from './canonical-settings';

const job = (lines: string, device: string, more: object = {}, answers: object = {}): LowVoltageJob => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device,
    answers: { fuel: 'gas', 'outdoor-unit': 'heat-pump', ...answers },
    survey: { lines, ...more },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const card = (j: LowVoltageJob): string[] =>
  derived(j).settings.card.map((r) => `${r.where.split(' / ').at(-1)}: ${r.enter}`);
const FIVE = 'r red, c blue, y yellow, g green, w white';
const PUMP = 'r red, c blue, y yellow, g green, o orange, w white';

describe('the card of each device', () => {
  it('five-screw, furnace with cooling', () => {
    expect(card(job(FIVE, 't24-five'))).toEqual([
      'function 1: 1',
      'function 2: 3',
      'function 3: 1',
      'function 4: 0',
      'function 7: 5 per hour',
      'function 8: 3 per hour',
      'function 11: 5 min',
      'function 12: 0',
      'function 14: 1',
    ]);
  });

  it('five-screw, electric heat: the fan moves to the thermostat and the cycles go up', () => {
    expect(card(job(FIVE, 't24-five', {}, { fuel: 'electric' }))).toEqual(
      expect.arrayContaining(['function 3: 3', 'function 4: 1', 'function 7: 9 per hour']),
    );
  });

  it('five-screw, heat only: nothing about cooling is asked', () => {
    expect(card(job('r red, c blue, w white', 't24-five'))).toEqual([
      'function 1: 1',
      'function 2: 1',
      'function 3: 1',
      'function 4: 0',
      'function 7: 5 per hour',
      'function 14: 1',
    ]);
  });

  it('menu device, two stages of each, one transformer', () => {
    const menu = card(job('r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green', 'v7-menu'));
    expect(menu).toEqual(
      expect.arrayContaining([
        'Power: C wire',
        'R: joined',
        'Kind: Heat and cool',
        'Fuel: Gas',
        'Heat stages: 2',
        'Cool stages: 2',
        'Fan: by furnace',
        'Compressor rest: 5 min',
        'Gap: 3 K',
        'Units: °C',
      ]),
    );
  });

  it('battery device, heat only on oil', () => {
    expect(card(job('rh red, w white', 'k2-battery', {}, { fuel: 'oil' }))).toEqual([
      'function 10: H',
      'function 13: 01',
      'function 15: FF',
      'function 20: 3 per hour',
      'function 40: CE',
    ]);
  });

  it('heat pump, and the same with a furnace behind it', () => {
    expect(card(job(PUMP, 'p9-pump', {}, { fuel: 'electric' }))).toEqual(
      expect.arrayContaining([
        'function 110: 5',
        'function 112: 0',
        'function 118: 1',
        'function 120: 1',
        'function 140: 2 K',
      ]),
    );
    expect(card(job(PUMP, 'p9-pump'))).toEqual(
      expect.arrayContaining(['function 110: 7', 'function 118: 2', 'function 142: 2 °C', 'function 144: 2 °C']),
    );
    expect(card(job('r red, c blue, y yellow, g green, b orange', 'p9-pump'))).toEqual(
      expect.arrayContaining(['function 112: 1', 'function 116: 0']),
    );
  });

  it('Fahrenheit is a setting of the device, not of the sums', () => {
    const us: LowVoltageJob = { ...job(FIVE, 't24-five'), units: 'us' };
    expect(card(us)[0]).toBe('function 1: 0');
    expect(derived(us).predictions.map((p) => p.transformerVA)).toEqual(
      derived(job(FIVE, 't24-five')).predictions.map((p) => p.transformerVA),
    );
  });
});

describe('choices by hand', () => {
  const chosen = (setting: string, value: string, j = job(FIVE, 't24-five')): LowVoltageJob => ({
    ...j,
    setUp: { ...j.setUp, chosen: { [setting]: value } },
  });

  it('stand in the card as chosen, in the device’s own code', () => {
    const row = derived(chosen('cycles.heat', '3')).settings.card.find((r) => r.key === 'cycles.heat');
    expect(row).toMatchObject({ enter: '3 per hour', chosenByHand: true, why: 'chosen by hand' });
  });

  it('are brought to the nearest step the device takes', () => {
    expect(
      derived(chosen('compressor.rest', '180', job(FIVE, 'v7-menu'))).settings.card.find(
        (r) => r.key === 'compressor.rest',
      )?.enter,
    ).toBe('3 min');
    expect(
      derived(chosen('compressor.rest', '600', job(FIVE, 't24-five'))).settings.card.find(
        (r) => r.key === 'compressor.rest',
      )?.enter,
    ).toBe('5 min');
    expect(
      derived(chosen('compressor.rest', '180', job(FIVE, 'k2-battery'))).settings.card.find(
        (r) => r.key === 'compressor.rest',
      )?.enter,
    ).toBe('5 min');
  });

  it.each([
    ['stages.cool', '2', 't24-five'],
    ['equipment.fuel', 'oil', 't24-five'],
    ['compressor.rest', '0', 't24-five'],
    ['transformers', '2', 'v7-menu'],
    ['deadband', '1', 'v7-menu'],
  ])('%s = %s is a blocker with its reason', (setting, value, device) => {
    const found = derived(chosen(setting, value, job(FIVE, device))).findings.find(
      (f) => f.code === 'settings.conflict',
    );
    expect(found?.about).toEqual([`setting:${setting}`]);
    expect(found?.message.length).toBeGreaterThan(20);
  });

  it('the fan on the thermostat is allowed for a furnace: longer circulation', () => {
    const d = derived(chosen('fan.heating', 'thermostat'));
    expect(d.findings.filter((f) => f.severity === 'blocker' && f.stop === 'set-up')).toEqual([]);
    expect(d.states.find((s) => s.id === 'heat1')?.calls).toContain('fan');
  });
});

describe('cycle rates', () => {
  it.each([
    ['gas', 80, 5],
    ['gas', 89, 5],
    ['gas', 90, 3],
    ['propane', 96, 3],
    ['oil', 80, 3],
    ['electric', undefined, 9],
    [null, undefined, 5],
  ] as const)('%s at %s %% is %s per hour', (fuel, efficiency, rate) => {
    expect(heatCycles(fuel, efficiency).value).toBe(rate);
  });
});
