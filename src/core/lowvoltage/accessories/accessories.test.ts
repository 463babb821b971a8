/** Humidifier, dehumidifier, ventilator: arithmetic against closed forms, wiring against the circuit. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { codesOf, derived, FIVE_WIRES, landed } from '../../../../tests/support/jobs';
import { predictedVolts } from '../predict';
import { joinedTransformers } from './circuit';
import { glassCelsius, humidityLimit, humidityTable, humidityTarget, saturationPascals } from './humidity';
import { freshAir, ventilatorMinutes } from './ventilation';

const with_ = (accessories: object[], more: object = {}, job: object = {}) =>
  landed(FIVE_WIRES, { accessories, ...more }, { device: 'a6-relay', ...job });

describe('humidity', () => {
  it('saturation pressure at known points (WMO tables: 611.2, 1227.9, 2338.8, 3167 Pa)', () => {
    expect(saturationPascals(0)).toBeCloseTo(611.2, 1);
    expect(saturationPascals(10) / 1227.9).toBeCloseTo(1, 2);
    expect(saturationPascals(20) / 2338.8).toBeCloseTo(1, 2);
    expect(saturationPascals(25) / 3167).toBeCloseTo(1, 2);
  });

  it('glass: as cold as outdoors when it has no resistance of its own, as warm as the room when it has no loss', () => {
    expect(glassCelsius(21, -10, 8.3)).toBeCloseTo(-10, 9);
    expect(glassCelsius(21, -10, 0)).toBe(21);
    // 21 °C in, −10 °C out, double glazing: 21 − 31 · 2.8 / 8.3.
    expect(glassCelsius(21, -10, 2.8)).toBeCloseTo(10.54, 2);
    expect(humidityLimit(21, -10, 2.8)).toBeCloseTo(0.51, 2);
  });

  it('the limit falls with the cold and with worse glass, and stays a fraction', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 15, noNaN: true }),
        fc.double({ min: 0.4, max: 6, noNaN: true }),
        (out, u) => {
          const limit = humidityLimit(21, out, u);
          expect(limit).toBeGreaterThan(0);
          expect(limit).toBeLessThanOrEqual(1);
          expect(humidityLimit(21, out - 1, u)).toBeLessThan(limit);
          expect(humidityLimit(21, out, u + 0.2)).toBeLessThan(limit);
        },
      ),
    );
  });

  it('the table runs from −30 to 15 °C; the target is never over 45 %', () => {
    const table = humidityTable(21, 2.8);
    expect(table.map((r) => r.outdoorCelsius)).toEqual([-30, -25, -20, -15, -10, -5, 0, 5, 10, 15]);
    expect(humidityTarget(21, 0.6)).toBe(45);
    expect(humidityTarget(21, 5.7)).toBe(Math.floor(100 * humidityLimit(21, -5, 5.7)));
  });
});

describe('ventilation', () => {
  it('0.15 L/s per m² and 3.5 L/s a person; minutes by the fan', () => {
    // 120 m², three bedrooms: 18 + 14 L/s.
    expect(freshAir(120, 3)).toBeCloseTo(0.032, 9);
    expect(ventilatorMinutes(120, 3, 0.064)).toMatchObject({ minutes: 30, short: false });
    expect(ventilatorMinutes(120, 3, 0.032)).toMatchObject({ minutes: 60, short: false });
    expect(ventilatorMinutes(120, 3, 0.02)).toMatchObject({ minutes: 60, short: true });
  });

  it('in imperial: 0.03 cfm/ft² and 7.5 cfm a person give the same within 2 %', () => {
    const cfm = 0.03 * 1292 + 7.5 * 4;
    expect(freshAir(120, 3) / (cfm * 0.000471947)).toBeCloseTo(1, 1);
  });
});

describe('wiring an accessory', () => {
  const running = (job: ReturnType<typeof with_>, state: string): string[] =>
    derived(job).predictions.find((p) => p.state === state)?.running ?? [];

  it('with its own transformer: two wires to the volt-free pair, told "no", nothing on this transformer', () => {
    const job = with_([{ kind: 'humidifier', power: 'own', va: 10 }]);
    const d = derived(job);
    expect(d.wiring?.accessories[0]).toMatchObject({ terminals: ['Q1', 'Q2'], fed: false, answerFed: false });
    expect(d.settings.card.find((r) => r.key === 'humidify.power')?.enter).toBe('no');
    expect(running(job, 'humidify')).toEqual(expect.arrayContaining(['humidifier', 'blower']));
    expect(running(job, 'idle')).not.toContain('humidifier');
    const without = derived(with_([]));
    expect(d.budget?.va).toBeCloseTo(without.budget?.va ?? 0, 3);
    expect(codesOf(d)).not.toContain('accessory.transformers-joined');
  });

  it('fed from R: one wire out, the return at the wall or on the board’s C, its VA counted', () => {
    for (const returns of ['wall', 'board'] as const) {
      const job = with_([{ kind: 'humidifier', power: 'system', va: 10, returns }]);
      const d = derived(job);
      expect(d.wiring?.accessories[0]).toMatchObject({ terminals: ['HUM'], fed: true, returns });
      expect(running(job, 'humidify')).toContain('humidifier');
      expect((d.budget?.va ?? 0) - (derived(with_([])).budget?.va ?? 0)).toBeGreaterThan(7);
      const p = d.predictions.find((x) => x.state === 'humidify');
      expect(p && predictedVolts(p, 'wall.HUM', 'wall.C')).toBeGreaterThan(22);
      expect(d.wiring?.steps.some((s) => s.id === 'accessory-a1-back' && s.place === returns)).toBe(true);
    }
  });

  it('asks whose transformer it is until somebody looked', () => {
    const job = with_([{ kind: 'ventilator' }]);
    expect(derived(job).questions.map((q) => q.code)).toContain('accessory-power.a1');
    const answered = derived({ ...job, answers: { ...job.answers, 'accessory-power.a1': 'own' } });
    expect(answered.questions.map((q) => q.code)).not.toContain('accessory-power.a1');
    expect(answered.wiring?.accessories[0]?.fed).toBe(false);
  });

  it('several at once, each on an output that suits it; none left over is a blocker', () => {
    const three = with_([
      { kind: 'humidifier', power: 'system' },
      { kind: 'ventilator', power: 'system' },
      { kind: 'dehumidifier', power: 'own' },
    ]);
    expect(derived(three).wiring?.accessories.map((a) => a.terminals[0])).toEqual(['HUM', 'VNT', 'Q1']);
    const four = with_([{ kind: 'ventilator' }, { kind: 'ventilator' }, { kind: 'ventilator' }]);
    expect(codesOf(derived(four))).toContain('accessory.no-output');
  });

  it('its own transformer on a fed output takes an isolating relay, which keeps the two apart', () => {
    const job = with_([
      { kind: 'dehumidifier', power: 'own' },
      { kind: 'humidifier', power: 'own' },
    ]);
    const d = derived(job);
    expect(codesOf(d)).toContain('accessory.needs-isolating-relay');
    const relayed = d.wiring?.accessories.find((a) => a.isolated);
    expect(relayed?.terminals).toEqual(['HUM']);
    const state = relayed?.accessory.kind === 'humidifier' ? 'humidify' : 'dehumidify';
    expect(running(job, state)).toContain(relayed?.accessory.kind);
  });

  it('reversed output: energised means do not dry', () => {
    const job = with_([{ kind: 'dehumidifier', power: 'system', output: 'reversed' }]);
    const d = derived(job);
    expect(d.settings.card.find((r) => r.key === 'dehumidify.output')?.enter).toBe('off');
    expect(running(job, 'idle')).toContain('dehumidifier');
    expect(running(job, 'dehumidify')).not.toContain('dehumidifier');
    expect(codesOf(derived({ ...job, setUp: { ...job.setUp, chosen: { 'dehumidify.output': 'normal' } } }))).toContain(
      'settings.conflict',
    );
  });

  it('telling the device to feed one that has its own supply is a blocker', () => {
    const job = with_([{ kind: 'humidifier', power: 'own' }]);
    expect(codesOf(derived({ ...job, setUp: { ...job.setUp, chosen: { 'humidify.power': 'yes' } } }))).toContain(
      'settings.conflict',
    );
  });

  it('a lead on R or C joins two transformers: nought or double across the coil, by phase', () => {
    for (const tiedTo of ['R', 'C'] as const) {
      const joined = joinedTransformers({ kind: 'humidifier', power: 'own', tiedTo, va: 10 }, 40);
      const [low, high] = [joined.inPhase.coilVolts, joined.opposed.coilVolts].sort((a, b) => a - b);
      // EMF 26.4 V each; coil 57.6 Ω, half of it resistance, behind 1.44 and 2.88 Ω and 0.4 of each as reactance.
      const [r, x] = [57.6 * 0.5, 57.6 * Math.sqrt(0.75)];
      expect(low).toBeLessThan(0.1);
      expect(high).toBeCloseTo((52.8 * 57.6) / Math.hypot(r + 1.44 + 2.88, x + 0.4 * (1.44 + 2.88)), 1);
    }
    expect(codesOf(derived(with_([{ kind: 'humidifier', power: 'own', tiedTo: 'C' }])))).toContain(
      'accessory.transformers-joined',
    );
  });

  it('wants a fan it can call, a way back, and air enough', () => {
    const heatOnly = landed(
      'r red, c blue, w white',
      { accessories: [{ kind: 'humidifier', power: 'system' }] },
      { device: 'a6-relay' },
    );
    expect(codesOf(derived(heatOnly))).toContain('accessory.no-fan');
    const small = with_([{ kind: 'ventilator', power: 'system', flowCubicMetresPerSecond: 0.02 }], {
      dwelling: { floorSquareMetres: 120, bedrooms: 3 },
    });
    expect(codesOf(derived(small))).toContain('accessory.ventilator-small');
    expect(derived(small).settings.card.find((r) => r.key === 'ventilate.minutes')?.enter).toBe('60 min per hour');
  });

  it('is proved: its output is measured and seen to run', () => {
    const test = derived(with_([{ kind: 'humidifier', power: 'system' }])).proof.tests.find((t) => t.id === 'humidify');
    expect(test?.title).toBe('Humidifier');
    expect(test?.measures.map((m) => m.id)).toEqual(expect.arrayContaining(['out-HUM', 'runs']));
  });
});
