/** The kinds of 24 V system: read, refused, planned and predicted. */
import { describe, expect, it } from 'vitest';
import { codesOf, type Derived24, derived, FIVE_WIRES, landed } from '../../../tests/support/jobs';
import { SHIPPED_SHEETS } from '../devices/shipped.data';
import { cyclesPerHour, heatCycles } from './canonical-settings';
import { predictedVolts } from './predict';

const running = (d: Derived24, state: string): string[] =>
  (d.predictions.find((p) => p.state === state)?.running ?? []).filter((r) => r !== 'display').sort();

describe('reading the system', () => {
  it.each([
    ['r red, w white', {}, 'A gas furnace, heat only, one stage, and no common wire.'],
    ['r red, c blue, y yellow, g green', {}, 'Cooling only, one stage, with a common wire.'],
    ['r red, c blue, w white', { kind: 'boiler' }, 'A boiler, heat only, one stage, with a common wire.'],
    ['r red, c blue, w white', { kind: 'steam-boiler' }, 'A steam boiler, heat only, one stage, with a common wire.'],
    [
      'r red, c blue, w white, g green, y yellow',
      { kind: 'hydronic-air-handler' },
      'A hot-water air handler with air conditioning, one stage of each, with a common wire.',
    ],
    [
      'r red, c blue, w1 white, w2 brown, w3 pink, y1 yellow, y2 orange, g green',
      {},
      'A gas furnace with air conditioning, 3 stages of heat, two stages of cooling, with a common wire.',
    ],
  ])('%s, %j', (lines, equipment, sentence) => {
    expect(derived(landed(lines, { equipment }, { device: 'a6-relay' })).system.sentence).toBe(sentence);
  });

  it('what water carries asks for no fuel and no fan setting', () => {
    const d = derived(landed('r red, c blue, w white', { equipment: { kind: 'boiler' } }, { answers: {} }));
    expect(d.questions.map((q) => q.code)).not.toContain('fuel');
    expect(d.settings.canonical.map((s) => s.key)).not.toContain('fan.heating');
    expect(running(d, 'heat1')).toEqual(['boiler']);
  });

  it('a hot-water coil needs the thermostat to run the fan with heat', () => {
    const job = landed(FIVE_WIRES, { equipment: { kind: 'hydronic-air-handler' } }, { answers: {} });
    const d = derived(job);
    expect(d.settings.canonical.find((s) => s.key === 'fan.heating')?.value).toBe('thermostat');
    expect(running(d, 'heat1')).toEqual(['blower', 'pump']);
    expect(codesOf(derived({ ...job, setUp: { ...job.setUp, chosen: { 'fan.heating': 'equipment' } } }))).toContain(
      'settings.conflict',
    );
  });

  it('cycles an hour by what heats', () => {
    expect([
      heatCycles('gas', 80).value,
      heatCycles('gas', 95).value,
      heatCycles('electric', undefined).value,
      heatCycles('gas', undefined, 'boiler').value,
      heatCycles('gas', undefined, 'steam-boiler').value,
    ]).toEqual([5, 3, 9, 3, 1]);
  });

  it('N = 4 Nmax x (1 − x): most at half load, none at either end, the same both ways', () => {
    expect(cyclesPerHour(5, 0.5)).toBe(5);
    expect([cyclesPerHour(5, 0), cyclesPerHour(5, 1)]).toEqual([0, 0]);
    expect(cyclesPerHour(3, 0.2)).toBeCloseTo(cyclesPerHour(3, 0.8), 12);
    const why = derived(landed(FIVE_WIRES)).settings.canonical.find((s) => s.key === 'cycles.heat')?.why;
    expect(why).toContain('at half load 6 min on');
  });

  it('no outdoor unit: Y is not cooling', () => {
    expect(codesOf(derived(landed(FIVE_WIRES, { equipment: { outdoorUnit: 'none' } })))).toContain(
      'system.no-outdoor-unit',
    );
  });
});

describe('refused, with the reason', () => {
  it.each([
    ['system.serial', 'd+ red, d- black, r white, c blue', {}],
    ['system.serial', FIVE_WIRES, { seen: { serialControl: true } }],
    ['system.line-voltage', FIVE_WIRES, { seen: { wireNuts: true } }],
  ])('%s for %s', (code, lines, survey) => {
    // With nothing read: a healthy reading between control points would outweigh a sign.
    const d = derived(
      landed(lines, survey, { readings: {}, supplies: { s: { name: 'Breaker', kind: 'breaker', state: 'off' } } }),
    );
    expect(codesOf(d)).toContain(code);
    expect(d.system.verdict).toBe('refused');
    expect(d.wiring).toBeNull();
    expect(d.proof.tests).toEqual([]);
  });

  it('letters nobody knows block the survey', () => {
    expect(codesOf(derived(landed('r red, c blue, "ZZ" pink, w white')))).toContain('survey.unknown-terminal');
  });
});

describe('R, W and Y of an old zone valve', () => {
  const seen = { seen: { zoneValves: true } };

  it('asks, then reads heat only; Y is driven whenever W is not', () => {
    expect(
      derived(landed('r red, w white, y yellow', {}, { device: 'm4-slide' })).questions.map((q) => q.code),
    ).toContain('three-wire');
    const d = derived(landed('r red, w white, y yellow', seen, { device: 'm4-slide' }));
    expect(d.system).toMatchObject({ kind: 'heat-only', closesValve: true, verdict: 'known' });
    expect(d.wiring?.rows.map((r) => [r.newWall, r.function])).toEqual([
      ['R', 'hot'],
      ['W', 'heat'],
      ['Y', 'closing the zone valve'],
    ]);
    expect(running(d, 'idle')).toEqual(['zone valve closing']);
    expect(running(d, 'heat1')).toEqual(['boiler', 'zone valve']);
    expect(d.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
  });

  it('a device without a closing output does not suit', () => {
    expect(codesOf(derived(landed('r red, w white, y yellow', seen, { device: 'k2-battery' })))).toContain(
      'plan.no-terminal',
    );
  });

  it('a factory link is cut for two transformers, and only then', () => {
    const menu = SHIPPED_SHEETS.find((s) => s.id === 'v7-menu');
    const inline = { ...menu, id: 'linked', jumper: { kind: 'link', between: ['Rc', 'Rh'] } };
    const actions = (lines: string): string[] =>
      derived(landed(lines, {}, { device: { inline } })).wiring?.jumpers.map((j) => j.what) ?? [];
    expect(actions('r red, c blue, w white, y yellow, g green')).toContain('Leave the factory link Rc to Rh whole');
    expect(actions('rc red, rh brown, c blue, w white, y yellow, g green')).toContain(
      'Cut the factory link Rc to Rh and bend its ends apart',
    );
  });

  it('mechanical switches are named as such', () => {
    const d = derived(landed('r red, w white, y yellow', seen, { device: 'm4-slide' }));
    expect(d.settings.card.map((r) => [r.where, r.enter])).toEqual([
      ['switch A', 'left'],
      ['switch B', '2'],
    ]);
  });
});

describe('zones on one board', () => {
  const job = landed('r red, c blue, w white', {
    equipment: { kind: 'zone-valve', transformerVA: 40 },
    zones: [{ name: 'loft' }, { name: 'store', endSwitch: false }],
  });

  it('a valve’s end switch calls the boiler', () => {
    const d = derived(job);
    expect(running(d, 'idle')).toEqual(['other thermostat', 'other thermostat']);
    expect(running(d, 'heat1')).toContain('boiler');
    const p = d.predictions.find((x) => x.state === 'heat1');
    expect(p && predictedVolts(p, 'boiler.call', 'board.C')).toBeGreaterThan(22);
  });

  it('on a furnace the other thermostats are in parallel on W', () => {
    const d = derived(landed(FIVE_WIRES, { zones: [{ name: 'loft' }] }));
    expect(d.installed?.extra?.map((e) => e.kind)).toEqual(['load', 'contact']);
    expect(running(d, 'idle')).toEqual(['other thermostat']);
  });
});

describe('the second cable', () => {
  const outdoor = (...landedOn: string[]) =>
    landed('', {
      conductors: [
        ...['R', 'C', 'Y', 'G', 'W'].map((t, i) => ({
          colour: ['red', 'blue', 'yellow', 'green', 'white'][i],
          wall: t,
          board: t,
        })),
        ...landedOn.map((t, i) => ({ colour: ['red', 'white', 'brown'][i], cable: 'outdoor', board: t, outdoor: t })),
      ],
      cables: { outdoor: { gauge: 'AWG 18', metres: 30 } },
    });

  it('moves the contactor to its far end and drops a little more', () => {
    const far = derived(outdoor('Y', 'C'));
    expect(running(far, 'cool1')).toContain('compressor');
    const p = far.predictions.find((x) => x.state === 'cool1');
    const atUnit = (p && predictedVolts(p, 'outdoor.Y', 'outdoor.C')) ?? 0;
    const atBoard = (p && predictedVolts(p, 'board.Y', 'board.C')) ?? 0;
    // 9 VA at 24 V is 64 Ω, of power factor 0.4, behind 2 × 30 m of 20.95 Ω/km.
    const [r, x] = [64 * 0.4, 64 * Math.sqrt(1 - 0.4 ** 2)];
    expect(atUnit / atBoard).toBeCloseTo(64 / Math.hypot(r + 2 * 0.6285, x), 3);
  });

  it('a return nobody has seen yet is asked for, not taken as missing', () => {
    const d = derived(outdoor('Y'));
    expect(running(d, 'cool1')).toContain('compressor');
    expect(codesOf(d)).toContain('outdoor.missing-conductor');
    expect(codesOf(d)).not.toContain('plan.misses-truth');
  });

  it('a measured joint counts', () => {
    const with_ = (spliceOhms: number) =>
      derived(
        landed('', {
          conductors: ['R', 'C', 'Y', 'G', 'W'].map((t, i) => ({
            colour: ['red', 'blue', 'yellow', 'green', 'white'][i],
            wall: t,
            board: t,
            ...(t === 'Y' ? { splice: 'ceiling', spliceOhms } : {}),
          })),
        }),
      ).predictions.find((p) => p.state === 'cool1');
    const volts = (ohms: number): number => {
      const p = with_(ohms);
      return (p && predictedVolts(p, 'board.Y', 'board.C')) ?? 0;
    };
    // 10 Ω before 64 Ω of power factor 0.4, most of it at a right angle: 64 / |25.6 + 10 + j58.7|, not 64 / 74.
    expect(volts(10) / volts(0)).toBeCloseTo(0.933, 2);
  });
});

describe('the settings card', () => {
  it('lists what the device asks and the job does not answer', () => {
    const open = derived(landed('r red, w white', {}, { device: 'k2-battery' })).settings.open;
    expect(open.map((o) => [o.label, o.where])).toEqual([['Week form', 'function 30']]);
  });

  it('second stages and circulation are asked where they matter', () => {
    const two = derived(
      landed('r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green', {}, { device: 'v7-menu' }),
    );
    expect(two.settings.card.find((r) => r.key === 'stage.second')?.enter).toBe('1 K');
    expect(derived(landed(FIVE_WIRES)).settings.canonical.map((s) => s.key)).not.toContain('stage.second');
  });
});
