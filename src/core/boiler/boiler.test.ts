/** The mains-switched world: truth of each plant, each mistake found, hot water and start. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyJob, boilerOf, mainsDead } from '../../../tests/support/jobs';
import type { Point } from '../circuit/point';
import { derivedJson } from '../derive';
import type { FindingCode } from '../findings/catalogue';
import { BoilerSurvey, type PlantKind, type Wire } from '../job/boiler-schema';
import { coreMeanings, nextForCore } from './cores';
import { demandPairs, expected, portOf, runDemand } from './demand';
import { joined } from './findings';
import { whyCold } from './hot-water';
import { type Plant, plantOf } from './parts';
import { flowCheck } from './settings';
import { parseWires } from './wire-lines';
import { planWires } from './wiring';

const plant = (kind: PlantKind, more: Partial<Plant> = {}): Plant => ({
  kind,
  zones: 1,
  input: 'live',
  output: 'live',
  overrun: false,
  ...more,
});
const survey = BoilerSurvey.parse({});
const job = (boiler: object, device = 'rc2-radio', more: object = {}) =>
  anyJob({ family: 'boiler', device, survey: boiler, readings: mainsDead(), ...more });
const codes = (d: { findings: readonly { code: FindingCode }[] }): FindingCode[] => d.findings.map((f) => f.code);
const wiresOf = (p: Plant): Wire[] => planWires(p);
const asRecord = (wires: readonly Wire[]): Record<string, Wire> =>
  Object.fromEntries(wires.map((w, i) => [`w${i}`, w]));
const without = (p: Plant, ...gone: string[]): Record<string, Wire> =>
  asRecord(wiresOf(p).filter((w) => !gone.includes(w.a) && !gone.includes(w.b)));
const CYLINDER = { litres: 150, coilWatts: 12_000, targetCelsius: 60, coldCelsius: 10, lossWattsPerKelvin: 0 };

describe('the truth of each plant', () => {
  const plants: [string, Plant][] = [
    ['combination, live', plant('combination')],
    ['combination, volt-free output', plant('combination', { output: 'volt-free' })],
    ['combination, extra low voltage', plant('combination', { output: 'volt-free', input: 'low-voltage' })],
    ['combination, bus', plant('combination', { output: 'bus', input: 'bus' })],
    ['two zone valves', plant('zone-valves')],
    ['two zone valves, overrun', plant('zone-valves', { overrun: true })],
    ['four heating zones', plant('zone-valves', { zones: 4 })],
    ['three-port', plant('three-port')],
    ['heating zones only', plant('heating-valves', { zones: 3 })],
    ['a wall unit in each zone', plant('heating-valves', { zones: 3, unitEachZone: true })],
    ['a dry head in each zone', plant('heating-valves', { zones: 2, unitEachZone: true, output: 'volt-free' })],
    ['a wall unit in each zone, timer', plant('zone-valves', { zones: 2, unitEachZone: true, timer: true })],
    ['three-port, timer', plant('three-port', { timer: true })],
    ['no cylinder thermostat', plant('zone-valves', { cylinderStat: false })],
    ['three-port, no cylinder thermostat', plant('three-port', { cylinderStat: false })],
    ['gravity, no cylinder thermostat', plant('gravity', { cylinderStat: false })],
    ['combination, a head on two wires', plant('combination', { output: 'bus', input: 'bus', roomPair: true })],
  ];

  it.each(plants)('%s: every demand does what it must, and nothing else', (_name, p) => {
    const wires = wiresOf(p);
    for (const { demand } of demandPairs(p)) {
      const r = runDemand(p, survey, wires, demand);
      const want = expected(p, demand);
      expect([demand, r.boilerFires, r.toCylinder, r.toRadiators]).toEqual([
        demand,
        want.boiler,
        want.cylinder,
        want.radiators,
      ]);
      expect(r.fuseOpens).toBe(false);
      expect([r.mainsOnCall, r.mainsOnPair]).toEqual([false, false]);
    }
  });

  it('holds for every combination of zones, hot water and cylinder', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 8 }),
        fc.subarray([0, 1, 2, 3, 4, 5, 6, 7]),
        fc.boolean(),
        fc.boolean(),
        fc.boolean(),
        (zones, called, hotWater, cylinderCold, overrun) => {
          const p = plant('zone-valves', { zones, overrun });
          const demand = { heating: called.filter((z) => z < zones), hotWater, cylinderCold };
          const r = runDemand(p, survey, wiresOf(p), demand);
          const want = expected(p, demand);
          expect([r.boilerFires, r.toCylinder, r.toRadiators]).toEqual([want.boiler, want.cylinder, want.radiators]);
          expect(r.open.length).toBe(demand.heating.length + (want.cylinder ? 1 : 0));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a valve must arrive before the boiler fires', () => {
    const p = plant('zone-valves');
    const r = runDemand(p, survey, wiresOf(p), { heating: [0], hotWater: false, cylinderCold: true });
    expect(r.steps.map((s) => [s.name, s.running.includes('boiler')])).toEqual([
      ['valve on its way', false],
      ['valve arrived', true],
    ]);
    expect(r.steps[1]?.live).toContain('BOILER.SL');
    expect(r.steps[0]?.live).not.toContain('BOILER.SL');
  });

  it('the three-port valve’s table: hot water, middle, radiators, or where it was', () => {
    expect([portOf(false, false), portOf(true, false), portOf(true, true), portOf(false, true)]).toEqual([
      'cylinder',
      'middle',
      'radiators',
      null,
    ]);
    const p = plant('three-port');
    const port = (heating: boolean, hotWater: boolean, cylinderCold = true) =>
      runDemand(p, survey, wiresOf(p), { heating: heating ? [0] : [], hotWater, cylinderCold }).port;
    expect([
      port(false, true),
      port(true, true),
      port(true, false),
      port(false, false),
      port(true, true, false),
    ]).toEqual(['cylinder', 'middle', 'radiators', null, 'radiators']);
  });

  it('gravity: heating without hot water only turns the pump', () => {
    const p = plant('gravity');
    const r = runDemand(p, survey, wiresOf(p), { heating: [0], hotWater: false, cylinderCold: true });
    expect([r.pumpRuns, r.boilerFires]).toEqual([true, false]);
  });

  it('an end switch that sticks keeps the boiler firing', () => {
    const p = plant('zone-valves');
    const none = { heating: [], hotWater: false, cylinderCold: true };
    expect(runDemand(p, survey, wiresOf(p), none, { stuck: ['HW'] }).boilerFires).toBe(true);
  });
});

describe('receivers of one channel each, and with a contact apart', () => {
  it('heating and hot water take a channel each, a second zone has none', () => {
    expect(codes(boilerOf(job({ plant: 'zone-valves', input: 'live' }, 'rd1-pair')))).toEqual([]);
    expect(codes(boilerOf(job({ plant: 'zone-valves', input: 'live', heatingZones: 2 }, 'rd1-pair')))).toContain(
      'boiler.too-few-channels',
    );
  });

  it('a contact apart is linked from live for a switched live, and joined to nothing else for a dry input', () => {
    const work = (input: string): string => {
      const { steps } = boilerOf(job({ plant: 'combination', input }, 'rv1-apart'));
      return steps.map((s) => s.what).join('; ');
    };
    expect(work('live')).toMatch(/SUPPLY L, RX L, RX COM/);
    const dry = work('volt-free');
    expect(dry).toMatch(/RX COM, BOILER CALL1/);
    expect(dry).not.toMatch(/RX L[^;]*RX COM/);
    // Fed from the mains it needs its neutral, other than a head on batteries.
    expect(dry).toMatch(/SUPPLY N, RX N/);
  });
});

describe('derive, right', () => {
  it.each([
    ['combination', { plant: 'combination', input: 'live' }, 'rc2-radio'],
    ['combination, volt-free', { plant: 'combination', input: 'live' }, 'hb1-head'],
    ['combination, bus', { plant: 'combination', input: 'bus' }, 'bx1-bus'],
    ['mains wall unit', { plant: 'combination', input: 'live', deviceNeutral: 'landed' }, 'mw3-wall'],
    ['relay box on a switched live', { plant: 'combination', input: 'live' }, 'bx1-bus'],
    ['zone valves', { plant: 'zone-valves', input: 'live', cylinder: CYLINDER }, 'rc2-radio'],
    ['three-port', { plant: 'three-port', input: 'live', cylinder: CYLINDER }, 'rc2-radio'],
  ])('%s: no blockers, a plan, tests and a start', (_name, boiler, device) => {
    const d = boilerOf(job(boiler, device));
    expect(d.findings.filter((f) => f.severity === 'blocker').map((f) => f.code)).toEqual([]);
    expect(d.boiler?.wires.length).toBeGreaterThan(4);
    expect(d.proof.tests.length).toBeGreaterThan(2);
    expect(d.boiler?.timeline?.finish).toBeGreaterThan(20);
    expect(derivedJson(job(boiler, device))).toHaveProperty('demands');
  });

  it('asks what it is, and answers count', () => {
    expect(boilerOf(job({})).questions.map((q) => q.code)).toEqual(['plant']);
    const d = boilerOf(job({}, 'rc2-radio', { answers: { plant: 'three-port', 'boiler-input': 'live' } }));
    expect(d.boiler?.plant?.kind).toBe('three-port');
    expect(d.questions).toEqual([]);
  });
});

describe('derive, each mistake', () => {
  const bad = (p: Plant, wires: Record<string, Wire>, more: object = {}, device = 'rc2-radio') =>
    codes(
      boilerOf(
        job({ plant: p.kind, input: p.input, heatingZones: p.zones, pumpOverrun: p.overrun, wires, ...more }, device),
      ),
    );

  it('the link of a volt-free output', () => {
    const p = plant('combination', { output: 'volt-free' });
    expect(bad(p, without(p, 'RX.COM'), {}, 'hb1-head')).toEqual(
      expect.arrayContaining(['boiler.link-missing', 'boiler.does-not-fire']),
    );
  });

  it('the link into an extra-low-voltage input: mains on it', () => {
    const p = plant('combination', { output: 'volt-free', input: 'low-voltage' });
    const wires = asRecord([...wiresOf(p), { a: 'RX.L', b: 'RX.COM' }]);
    expect(bad(p, wires, {}, 'hb1-head')).toEqual(
      expect.arrayContaining(['boiler.link-on-low-voltage', 'boiler.mains-on-low-voltage']),
    );
  });

  it('bus and switched live both', () => {
    const p = plant('combination', { output: 'bus', input: 'bus' });
    const wires = asRecord([...wiresOf(p), { a: 'RX.NO', b: 'BOILER.SL' }]);
    expect(bad(p, wires, {}, 'bx1-bus')).toContain('boiler.bus-and-live');
  });

  it('hot water off missing: heating alone does not fire', () => {
    const p = plant('three-port');
    const wires = asRecord([
      ...wiresOf(p).filter((w) => w.a !== 'RX.1' && w.b !== 'RX.1'),
      { a: 'CYL.SAT', b: 'MID.grey' },
    ]);
    expect(bad(p, wires)).toEqual(expect.arrayContaining(['boiler.hw-off-missing', 'boiler.does-not-fire']));
  });

  it('heating and hot water crossed', () => {
    const p = plant('zone-valves');
    const swap = (x: Point): Point => (x === 'RX.3' ? 'RX.4' : x === 'RX.4' ? 'RX.3' : x);
    const wires = asRecord(wiresOf(p).map((w) => ({ ...w, a: swap(w.a), b: swap(w.b) })));
    expect(bad(p, wires)).toContain('boiler.channels-crossed');
  });

  it.each([
    ['boiler.no-permanent-live', { pumpOverrun: true, permanentLive: false }],
    ['boiler.neutral-shared', { neutral: 'shared' }],
    ['boiler.earth-missing', { earth: false }],
    ['boiler.fuse-rating', { fuseAmps: 13 }],
    ['boiler.old-thermostat-in-series', { oldRoomThermostat: 'in-series' }],
    ['boiler.floating-core', { oldRoomThermostat: 'floating' }],
    ['boiler.store-cool', { cylinder: { ...CYLINDER, targetCelsius: 50 } }],
    ['boiler.no-condensing', { flowCelsius: 75 }],
    ['boiler.floor-flow', { emitters: 'floor', flowCelsius: 60 }],
    ['boiler.window-short', { cylinder: CYLINDER, windows: [{ from: 360, to: 380 }] }],
  ] as const)('%s', (code, more) => {
    expect(codes(boilerOf(job({ plant: 'zone-valves', input: 'live', ...more })))).toContain(code);
  });

  it('a contact that carries boiler and pump together', () => {
    expect(codes(boilerOf(job({ plant: 'three-port', input: 'live', boilerVA: 600, pumpVA: 250 })))).toContain(
      'boiler.contact-overload',
    );
  });

  it.each(['volt-free', 'low-voltage'] as const)(
    'valves that call live into a boiler that takes %s: a relay is planned between',
    (input) => {
      for (const kind of ['zone-valves', 'three-port', 'gravity']) {
        const d = boilerOf(job({ plant: kind, input }));
        expect(codes(d)).toContain('boiler.needs-relay');
        expect(d.findings.filter((f) => f.severity === 'blocker').map((f) => f.code)).toEqual([]);
        expect(d.boiler?.wires.some((w) => w.b === 'BOILER.SL')).toBe(false);
      }
      expect(codes(boilerOf(job({ plant: 'zone-valves', input: 'live' })))).not.toContain('boiler.needs-relay');
    },
  );

  it.each([
    ['valves and a bus boiler', { plant: 'zone-valves', input: 'bus' }, 'bx1-bus', 'boiler.bus-behind-valves'],
    [
      'live outputs and a dry input',
      { plant: 'combination', input: 'low-voltage' },
      'rc2-radio',
      'boiler.live-into-dry',
    ],
    [
      'a three-port plant without “hot water off”',
      { plant: 'three-port', input: 'live' },
      'bx1-bus',
      'boiler.no-hw-off-output',
    ],
    [
      'more zones than channels',
      { plant: 'zone-valves', input: 'live', heatingZones: 3 },
      'rc2-radio',
      'boiler.too-few-channels',
    ],
  ])('%s: no plan is offered, nothing is proved', (_name, boiler, device, code) => {
    const d = boilerOf(job(boiler, device));
    expect(codes(d)).toEqual(expect.arrayContaining([code, 'boiler.plan-misses']));
    expect([d.boiler?.wires, d.boiler?.steps, d.proof.tests]).toEqual([[], [], []]);
  });

  it('the receiver is judged like every other part: its live, neutral and earth', () => {
    const p = plant('zone-valves');
    expect(bad(p, without(p, 'RX.L'))).toContain('boiler.receiver-dead');
    expect(bad(p, without(p, 'RX.N'))).toContain('boiler.neutral-open');
    expect(bad(p, without(p, 'RX.E'))).toContain('boiler.earth-missing');
    const onEarth = asRecord(wiresOf(p).map((w) => (w.b === 'PUMP.N' ? { a: 'SUPPLY.E', b: 'PUMP.N' } : w)));
    const d = boilerOf(job({ plant: 'zone-valves', input: 'live', wires: onEarth }));
    expect(codes(d)).toContain('boiler.earth-as-neutral');
    // It runs all the same: only the wires show it.
    expect(codes(d)).not.toContain('boiler.pump-silent');
  });

  it('a wall unit that needs a neutral is held until one is proved', () => {
    const wall = (boiler: object): FindingCode[] =>
      codes(boilerOf(job({ plant: 'combination', input: 'live', ...boiler }, 'mw3-wall')));
    const core = { colour: 'blue', idleVolts: 0, callVolts: 0, toNeutralOhms: 0.4 };
    expect(wall({ cores: { c1: core } })).toContain('boiler.neutral-unproved');
    expect(wall({ cores: { c1: { ...core, junction: 'neutral' } } })).not.toContain('boiler.neutral-unproved');
    expect(codes(boilerOf(job({ plant: 'combination', input: 'live' }, 'hb1-head')))).not.toContain(
      'boiler.neutral-unproved',
    );
  });

  it('a store as hot as its flow is never reached, whatever the window', () => {
    const d = boilerOf(job({ plant: 'zone-valves', input: 'live', cylinder: CYLINDER, flowCelsius: 55 }));
    expect(codes(d)).toContain('boiler.store-over-flow');
    expect(d.boiler?.hotWater?.reheatMinutes).toBeNull();
  });

  it('devices that do not suit', () => {
    expect(codes(boilerOf(job({ plant: 'zone-valves', input: 'live' }, 'mw3-wall')))).toContain(
      'boiler.too-few-channels',
    );
    expect(codes(boilerOf(job({ plant: 'three-port', input: 'live' }, 'bx1-bus')))).toContain(
      'boiler.no-hw-off-output',
    );
    expect(codes(boilerOf(job({ plant: 'combination', input: 'bus' }, 'rc2-radio')))).toContain('boiler.no-bus-output');
    expect(codes(boilerOf(job({ plant: 'gravity', input: 'live' })))).toContain('boiler.gravity');
  });

  it('an open earth or neutral at one part is named', () => {
    const p = plant('zone-valves');
    expect(bad(p, without(p, 'CH1.earth'))).toContain('boiler.earth-missing');
    expect(bad(p, without(p, 'PUMP.N'))).toContain('boiler.neutral-open');
    expect(bad(p, asRecord([...wiresOf(p), { a: 'RX.L', b: 'RX.9' }]))).toContain('boiler.unknown-point');
  });

  it('any single wire left out of the plan is noticed', () => {
    for (const kind of ['combination', 'zone-valves', 'three-port'] as const) {
      const p = plant(kind);
      const all = wiresOf(p);
      all.forEach((gone) => {
        // A boiler without overrun needs no permanent live for what is proved here.
        if (gone.b === 'BOILER.L' && kind !== 'combination') return;
        const left = all.filter((w) => w !== gone);
        expect([kind, gone, bad(p, asRecord(left)).length > 0]).toEqual([kind, gone, true]);
      });
    }
  });
});

describe('live, dead, tester again', () => {
  const all = mainsDead();
  const safe = (readings: object) =>
    boilerOf(job({ plant: 'combination', input: 'live' }, 'rc2-radio', { readings })).boiler.safe;
  const without = (id: string): object => Object.fromEntries(Object.entries(all).filter(([k]) => k !== id));

  it('takes each pair live, dead, and the tester at the end', () => {
    expect(safe(all)).toMatchObject({ proved: true, findings: [] });
    for (const id of Object.keys(all)) expect([id, safe(without(id)).proved]).toEqual([id, false]);
    // The same figures with the dead one first prove nothing.
    const first = { ...all, 'dead-L-N': { ...all['dead-L-N'], at: '2025-12-31T23:59:00Z' } };
    expect(safe(first).proved).toBe(false);
  });
});

describe('typed wires', () => {
  const p = plant('zone-valves');
  it('reads parts and terminals in any case, and a centre terminal', () => {
    expect(parseWires('rx 4 - ch1 brown, rx 3 - cyl com white centre 4, SUPPLY.L to rx.l centre 1', p)).toEqual([
      { ok: true, text: 'rx 4 - ch1 brown', wire: { a: 'RX.4', b: 'CH1.brown' } },
      {
        ok: true,
        text: 'rx 3 - cyl com white centre 4',
        wire: { a: 'RX.3', b: 'CYL.COM', colour: 'white', centre: 4 },
      },
      { ok: true, text: 'SUPPLY.L to rx.l centre 1', wire: { a: 'SUPPLY.L', b: 'RX.L', centre: 1 } },
    ]);
  });

  it.each([
    ['rx 9 - ch1 brown', 'receiver has no terminal “9”'],
    ['boilr sl - rx 4', 'did you mean BOILER?'],
    ['mid white - rx 4', 'is no part of this plant'],
    ['rx 4', 'a wire has two ends'],
    ['rx 4 rx 4', 'two different terminals'],
    ['rx 4 ch1 brown centre 99', '1 to 40'],
    ['rx 4 ch1 brown quickly', 'only a colour'],
  ])('%s: %s', (line, problem) => {
    const [entry] = parseWires(line, p);
    expect(entry).toMatchObject({ ok: false, problem: expect.stringContaining(problem) });
  });

  it('the plan typed back is the plan', () => {
    const text = wiresOf(p)
      .map((w) => `${w.a} - ${w.b}`)
      .join('\n');
    const back = parseWires(text, p).flatMap((e) => (e.ok ? [e.wire] : []));
    expect(back).toHaveLength(wiresOf(p).length);
    expect(joined(back, 'RX.4', 'CH1.brown')).toBe(true);
    expect(joined(back, 'RX.4', 'RX.3')).toBe(false);
  });
});

describe('which core is which', () => {
  it.each([
    [{ idleVolts: 231, callVolts: 230, toNeutralOhms: 1e8 }, ['permanent live']],
    [{ idleVolts: 1, callVolts: 229, toNeutralOhms: 1e8 }, ['switched live']],
    [{ idleVolts: 0, callVolts: 0, toNeutralOhms: 0.4, toEarthOhms: 1e8, isolation: 'double-pole' }, ['neutral']],
    [{ idleVolts: 0, callVolts: 0, toNeutralOhms: 1e8, toEarthOhms: 0.3, isolation: 'double-pole' }, ['earth']],
    [{ idleVolts: 0, callVolts: 0, toNeutralOhms: 0.4, toEarthOhms: 0.5, junction: 'neutral' }, ['neutral']],
    [{ idleVolts: 64, callVolts: 70, toNeutralOhms: 1e8 }, ['unused']],
  ] as const)('%j', (core, can) => {
    expect(coreMeanings({ colour: 'red', ...core })).toEqual(can);
    expect(nextForCore({ colour: 'red', ...core })).toBeNull();
  });

  it('says what to measure next, and when readings contradict', () => {
    expect(nextForCore({ colour: 'blue' })).toContain('nothing calling');
    expect(nextForCore({ colour: 'blue', idleVolts: 0 })).toContain('calling');
    expect(nextForCore({ colour: 'blue', idleVolts: 0, callVolts: 0 })).toContain('neutral bar');
    expect(nextForCore({ colour: 'blue', idleVolts: 230, callVolts: 0 })).toContain('contradict');
    // Low to the neutral bar alone says nothing: both bars are one upstream.
    const low = { colour: 'blue', idleVolts: 0, callVolts: 0, toNeutralOhms: 0.4 };
    expect(coreMeanings(low)).toEqual(['neutral or earth']);
    expect(nextForCore(low)).toContain('earth bar');
    expect(nextForCore({ ...low, toEarthOhms: 0.5 })).toContain('both poles');
    expect(coreMeanings({ ...low, toEarthOhms: 0.5, isolation: 'double-pole' })).toEqual(['neutral or earth']);
    expect(coreMeanings({ ...low, junction: 'live' })).toEqual([]);
  });

  it('leaves no gap between stray and live', () => {
    for (let v = 0; v <= 260; v += 1)
      expect([v, coreMeanings({ colour: 'red', idleVolts: v, callVolts: v }).length > 0]).toEqual([v, true]);
  });
});

describe('settings and limits', () => {
  it('a return under 54 °C condenses; a floor takes 35 to 45 °C', () => {
    expect(flowCheck({ ...survey, flowCelsius: 65, dropKelvin: 15 })).toMatchObject({
      returnCelsius: 50,
      condenses: true,
    });
    expect(flowCheck({ ...survey, flowCelsius: 75, dropKelvin: 15 }).condenses).toBe(false);
    const d = boilerOf(job({ plant: 'combination', input: 'bus', emitters: 'floor', floor: 'timber' }, 'bx1-bus'));
    const value = (key: string) => d.boiler?.settings.canonical.find((s) => s.key === key)?.value;
    expect([value('boiler.flow'), value('floor.limit'), value('boiler.control')]).toEqual(['40', '27', 'bus']);
  });

  it('a chosen value that hurts is a blocker', () => {
    const d = boilerOf(
      job({ plant: 'zone-valves', input: 'live', cylinder: { ...CYLINDER, seldomUsed: true } }, 'rc2-radio', {
        setUp: { chosen: { 'store.target': '50', 'store.pasteurise': 'off' } },
      }),
    );
    expect(codes(d).filter((c) => c === 'settings.conflict')).toHaveLength(2);
  });
});

describe('why the water was cold', () => {
  it('a window too short, a draw too large, or the wiring', () => {
    const p = plantOf({ ...survey, plant: 'zone-valves' }, null);
    if (!p) throw new Error('no plant');
    const hw = (windows: object[], drawOffs: object[]) => {
      const found = boilerOf(job({ plant: 'zone-valves', input: 'live', cylinder: CYLINDER, windows, drawOffs })).boiler
        ?.hotWater;
      if (!found) throw new Error('no store');
      return found;
    };
    const short = hw([{ from: 360, to: 380 }], [{ at: 400, litres: 140 }]);
    expect(whyCold(short, 500, p, true)).toContain('too short');
    const drawn = hw([{ from: 300, to: 420 }], [{ at: 430, litres: 150 }]);
    expect(whyCold(drawn, 500, p, true)).toContain('More was drawn');
    expect(whyCold(drawn, 425, p, true)).toBeNull();
    expect(whyCold(drawn, 500, p, false)).toContain('The wiring');
  });
});
