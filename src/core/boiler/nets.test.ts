/** Every single misplaced conductor of a healthy plant is a finding that names it; a plan joins nothing that may not meet. */
import { describe, expect, it } from 'vitest';
import type { Point } from '../circuit/point';
import { BoilerSurvey, type Wire } from '../job/boiler-schema';
import { meets, type TerminalClass } from '../nets/classes';
import { type DemandResult, demandPairs, demandRunner } from './demand';
import { truthFindings, wiringFindings } from './findings';
import { classOf, netFindings, otherwiseFindings } from './nets';
import { type Plant, plantOf, plantParts } from './parts';
import { BOILER_SHEETS, type BoilerSheet } from './sheet';
import { planWires } from './wiring';

const SURVEY = BoilerSurvey.parse({});
const sheet = BOILER_SHEETS[0] as BoilerSheet;

/** Plants of every kind, with what makes their wiring differ. */
const PLANTS: [string, object][] = [
  ['combination, live', { plant: 'combination', input: 'live' }],
  ['combination, low voltage', { plant: 'combination', input: 'low-voltage' }],
  ['two valves', { plant: 'zone-valves', input: 'live' }],
  ['three valves, pump overrun', { plant: 'zone-valves', input: 'live', heatingZones: 2, pumpOverrun: true }],
  ['valves, dry input', { plant: 'zone-valves', input: 'low-voltage' }],
  ['heating valves', { plant: 'heating-valves', input: 'live', heatingZones: 2 }],
  ['three-port', { plant: 'three-port', input: 'live' }],
];

const plantFor = (survey: object, device: BoilerSheet): Plant => {
  const plant = plantOf(BoilerSurvey.parse(survey), device);
  if (!plant) throw new Error('a plant is wanted');
  return plant;
};

/** A sheet that gives what this input takes. */
const deviceFor = (input: unknown): BoilerSheet =>
  BOILER_SHEETS.find(
    (s) => (input === 'low-voltage' ? s.output === 'volt-free' : s.output === 'live') && s.hotWaterOff,
  ) ??
  BOILER_SHEETS.find((s) => (input === 'low-voltage' ? s.output === 'volt-free' : s.output === 'live')) ??
  sheet;

const results = (plant: Plant, wires: readonly Wire[]): DemandResult[] => {
  const run = demandRunner(plant, SURVEY, wires);
  return demandPairs(plant).map((p) => run(p.demand));
};

/** What a person could notice, in every demand: who runs, what is live, what breaks. By itself, not by the findings. */
const behaviour = (plant: Plant, of: readonly DemandResult[]): string => {
  const known = new Set(plantParts(plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`)));
  return JSON.stringify(
    of.map((r) => [
      r.boilerFires,
      r.pumpRuns,
      [...r.open].sort(),
      r.port,
      r.fuseOpens,
      r.mainsOnCall,
      r.mainsOnPair,
      (r.steps.at(-1)?.live ?? []).filter((p) => known.has(p) && !p.startsWith('ROOM.')),
    ]),
  );
};

const findingsOf = (plant: Plant, device: BoilerSheet, wires: readonly Wire[], planned: readonly DemandResult[]) => {
  const truth = truthFindings(plant, SURVEY, wires);
  return [
    ...wiringFindings(plant, SURVEY, wires, device),
    ...truth.findings,
    ...netFindings(plant, wires, truth.results),
    ...otherwiseFindings(plant, wires, planned, truth.results),
  ];
};

describe('a plan', () => {
  it.each(PLANTS)('of %s joins nothing that may not meet', (_name, survey) => {
    const device = deviceFor((survey as { input: string }).input);
    const plant = plantFor(survey, device);
    const wires = planWires(plant);
    expect(netFindings(plant, wires, results(plant, wires))).toEqual([]);
  });
});

describe('one end of one wire moved to any other terminal', () => {
  it.each(PLANTS)(
    '%s: each that changes who runs, what is live, or what breaks, is named',
    (name, survey) => {
      const device = deviceFor((survey as { input: string }).input);
      const plant = plantFor(survey, device);
      const plan = planWires(plant);
      const planned = results(plant, plan);
      const healthy = behaviour(plant, planned);
      const points = plantParts(plant)
        .filter((p) => p.id !== 'ROOM')
        .flatMap((p) => p.terminals.map((t): Point => `${p.id}.${t}`));
      let changed = 0;
      const silent: string[] = [];
      const before = new Set(findingsOf(plant, device, plan, planned).map((f) => f.message));
      plan.forEach((wire, i) => {
        for (const to of points) {
          if (to === wire.a || to === wire.b) continue;
          const moved = plan.map((w, k) => (k === i ? { ...w, b: to } : w));
          const now = results(plant, moved);
          if (behaviour(plant, now) === healthy) continue;
          changed++;
          const named = findingsOf(plant, device, moved, planned).some(
            (f) =>
              !before.has(f.message) &&
              [wire.a, wire.b, to].some((p) => f.about.includes(`point:${p}`)) &&
              f.severity !== 'note',
          );
          if (!named) silent.push(`${wire.a} to ${wire.b}, moved to ${to}`);
        }
      });
      console.log(`${name}: ${changed} moves change something, ${changed - silent.length} are named`);
      expect(silent).toEqual([]);
      expect(changed).toBeGreaterThan(50);
    },
    120_000,
  );
});

describe('classes that may not meet', () => {
  const CLASSES: TerminalClass[] = [
    'line',
    'neutral',
    'earth',
    'switched-live',
    'load',
    'volt-free',
    'elv-pair',
    'bus',
    'hot-24',
    'common-24',
    'call-24',
    'millivolt',
    'sensor',
    'probe',
  ];
  it('in either order, and never with their own kind', () => {
    for (const a of CLASSES) {
      expect([a, meets(a, a, true)]).toEqual([a, null]);
      for (const b of CLASSES) {
        expect(meets(a, b, true)).toBe(meets(b, a, true));
        // What is forbidden while something is called is forbidden at rest as well.
        if (meets(a, b, false) !== null) expect(meets(a, b, true)).not.toBeNull();
      }
    }
  });

  it('mains on anything of extra low voltage is a danger; on its own return it opens the fuse', () => {
    for (const elv of ['elv-pair', 'bus', 'sensor', 'millivolt', 'probe', 'hot-24'] as const)
      for (const mains of ['line', 'neutral', 'switched-live', 'load'] as const)
        expect(meets(mains, elv, false)).toBe('danger');
    expect(meets('line', 'neutral', false)).toBe('fuse');
    expect(meets('switched-live', 'earth', false)).toBe('fuse');
    expect(meets('neutral', 'volt-free', false)).toBe('dead');
  });
});

describe('what wires join', () => {
  const device = deviceFor('live');
  const plant = plantFor({ plant: 'zone-valves', input: 'live' }, device);
  const with_ = (...extra: Wire[]) => {
    const wires = [...planWires(plant), ...extra];
    return netFindings(plant, wires, results(plant, wires)).map((f) => f.code);
  };
  it.each<[string, Wire, string]>([
    ['mains on the bus', { a: 'SUPPLY.L', b: 'BOILER.BUS1' }, 'nets.danger'],
    ['the bus on a switched live', { a: 'RX.4', b: 'BOILER.BUS1' }, 'nets.danger'],
    ['neutral and earth joined here', { a: 'SUPPLY.N', b: 'BOILER.E' }, 'nets.danger'],
    ['the earth of a part on a live', { a: 'SUPPLY.L', b: 'HW.earth' }, 'nets.fuse'],
    ['a pump on permanent live', { a: 'SUPPLY.L', b: 'PUMP.L' }, 'nets.always-on'],
    ['a neutral in a contact', { a: 'SUPPLY.N', b: 'CYL.COM' }, 'nets.dead'],
    ['a green and yellow core as a live', { a: 'RX.4', b: 'CH1.brown', colour: 'green-yellow' }, 'nets.earth-core'],
  ])('%s', (_what, wire, code) => {
    expect(with_(wire)).toContain(code);
  });

  it('every terminal of every part has a class, or is known to carry nothing', () => {
    for (const [, survey] of PLANTS) {
      const p = plantFor(survey, deviceFor((survey as { input: string }).input));
      const none = plantParts(p)
        .flatMap((part) => part.terminals.map((t) => `${part.id}.${t}`))
        .filter((point) => classOf(p, point) === null);
      // A call input that this boiler does not have.
      expect(none.every((point) => /^BOILER\.(SL|CALL1|CALL2)$/.test(point))).toBe(true);
    }
  });
});
