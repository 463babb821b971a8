/** The rig's own house: read from the survey, not from the plan; held against the plan and against houses written by hand. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derive } from '../../src/core/derive';
import type { DeviceSheet } from '../../src/core/devices/sheet';
import { seenAs } from '../../src/core/family/of';
import { ownOf } from '../../src/core/family/registry';
import type { Job, LowVoltageJob } from '../../src/core/job/schema';
import { partFaults } from '../../src/core/lowvoltage/faults/parts';
import type { Installed } from '../../src/core/lowvoltage/installed';
import type { WiringPlan } from '../../src/core/lowvoltage/plan';
import { healthyLowVoltage } from '../../tests/arbitrary/healthy';
import { anyJob, landed } from '../../tests/support/jobs';
import { proveOnWorld } from '../prove';
import { TruthHouse } from '../truth/house';
import { TRUTH_CASES } from '../truth/houses';
import { landedOf } from '../truth/prove';
import { houseAsWired } from './as-wired';
import { HouseCircuit } from './circuit';
import { seedOf } from './drawn';
import { type Equipment, equipmentOf } from './equipment';

interface Work {
  job: LowVoltageJob;
  sheet: DeviceSheet;
  wiring: WiringPlan;
  planned: Installed;
}

function workOf(kept: Job): Work | null {
  const d = ownOf(derive(kept), '24v');
  if (!d.sheet || !d.wiring || !d.installed || d.predictionsOf !== 'plan') return null;
  return { job: seenAs(kept, '24v'), sheet: d.sheet, wiring: d.wiring, planned: d.installed };
}

function known(kept: Job): Work {
  const work = workOf(kept);
  if (!work) throw new Error('this job has no plan');
  return work;
}

const houseOf = ({ job, sheet, wiring }: Work): Installed => houseAsWired(job, sheet, wiring).installed;
const NOTHING_NOTED = { labels: new Set<string>(), run: false, read: null };
const circuitOf = (installed: Installed, seed?: number): HouseCircuit =>
  new HouseCircuit(installed, installed, seed, NOTHING_NOTED);

/** Where each load hangs and each contact closes: what no value of a part hides. */
const shapeOf = (i: Installed): unknown => ({
  loads: i.loads.map((l) => [l.id, l.terminal, l.common]).sort(),
  transformers: i.transformers.map((t) => [t.id, t.hot, t.common]),
  contacts: i.contacts.map((c) => [c.from, c.to, c.role]).sort(),
  device: i.device && [i.device.hot, i.device.common],
  parts: (i.extra ?? []).map((e) => [e.id, e.a, e.b]).sort(),
  valve: i.valveMarking,
});

describe('what stands there', () => {
  it('is, on surveys in order, what the plan has as well', () => {
    fc.assert(
      fc.property(healthyLowVoltage, (kept) => {
        const work = workOf(kept);
        fc.pre(work !== null);
        if (work) expect(shapeOf(houseOf(work))).toEqual(shapeOf(work.planned));
      }),
      { numRuns: 120, seed: 5 },
    );
  });

  it('hangs on the letter that was seen, whatever stage one would number it', () => {
    const { loads } = equipmentOf(landed('r red, c blue, w white'));
    expect(loads.map((l) => [l.id, l.terminal])).toEqual([['heat1', 'W']]);
    const second = equipmentOf(landed('r red, c blue, w1 white, w2 brown', { equipment: { fuel: 'oil' } }));
    expect(second.loads.map((l) => [l.id, l.terminal, l.runs])).toEqual([
      ['heat1', 'W1', 'burner'],
      ['heat2', 'W2', 'burner, high'],
    ]);
  });

  it('is a heat pump by its valve and no other word; a valve’s letter that is the common is none', () => {
    const five = (outdoorUnit: string, seen: object = {}): Equipment =>
      equipmentOf(
        landed('r red, y yellow, g green, b blue, w white', { equipment: { fuel: 'gas', outdoorUnit }, seen }),
      );
    expect(five('heat-pump').valve).toBe('B');
    const common = five('unknown', { letterB: 'common' });
    expect([common.valve, common.common]).toEqual([null, 'B']);
    expect(five('air-conditioner').valve).toBeNull();
  });
});

describe('a plan that is wrong meets a house that is not', () => {
  const five = known(
    landed('r red, c blue, y yellow, g green, w white', { equipment: { fuel: 'gas' } }, { device: 't24-five' }),
  );
  const runningOn = (installed: Installed, ...calls: string[]): string[] => {
    const circuit = circuitOf(installed);
    circuit.setCalls(calls);
    return circuit.running();
  };

  it('two cores exchanged by the work list exchange what runs', () => {
    expect(runningOn(houseOf(five), 'W')).toEqual(['burner']);
    const on = (screw: string | null): string | null => (screw === 'W' ? 'Y' : screw === 'Y' ? 'W' : screw);
    const wrong = { ...five.wiring, rows: five.wiring.rows.map((r) => ({ ...r, newWall: on(r.newWall) })) };
    expect(runningOn(houseOf({ ...five, wiring: wrong }), 'W')).toEqual(['compressor']);
  });

  it('a core that the work list forgets leaves its load dead', () => {
    const rows = five.wiring.rows.map((r) => (r.newWall === 'G' ? { ...r, newWall: null } : r));
    expect(runningOn(houseOf({ ...five, wiring: { ...five.wiring, rows } }), 'G')).toEqual([]);
  });
});

describe('a fault of a part', () => {
  it('is put into the part that stands there, not into the one that was planned', () => {
    const kept = anyJob({
      device: 'a6-relay',
      survey: {
        equipment: { fuel: 'gas' },
        accessories: [{ kind: 'ventilator', power: 'system', va: 12, returns: 'board' }],
        lines: 'r red, c blue, y yellow, g green, w white',
      },
    });
    const work = known(kept);
    const house = houseOf(work);
    const other = {
      ...house,
      extra: (house.extra ?? []).map((e) => (e.kind === 'load' ? { ...e, va: e.va * 2 } : e)),
    };
    const [heavy] = partFaults(work.planned).filter((f) => f.id.startsWith('part-heavy-'));
    const vaIn = (i: Installed): number => {
      const load = i.extra?.find((e) => e.kind === 'load' && e.id.startsWith('accessory'));
      return load?.kind === 'load' ? load.va : 0;
    };
    expect(vaIn(heavy?.apply(house) ?? house)).toBeCloseTo(3 * vaIn(house), 6);
    expect(vaIn(heavy?.apply(other) ?? house)).toBeCloseTo(6 * vaIn(house), 6);
  });
});

describe('houses written down by hand', () => {
  it.each(TRUTH_CASES.map((of) => [of.name, of] as const))('%s: the same runs in every call', (_name, of) => {
    const kept = anyJob(of.job);
    const house = houseOf(known(kept));
    const truth = new TruthHouse(of.equipment, of.device, landedOf(kept), [], 3);
    for (const [state, calls] of Object.entries(of.device.closes)) {
      const circuit = circuitOf(house, 11);
      circuit.setCalls(calls);
      const blower = (runs: Iterable<string>): string[] => [...runs].filter((r) => r !== 'blower').sort();
      expect([state, ...blower(circuit.running())]).toEqual([state, ...blower(truth.settle(state).running)]);
    }
  });
});

describe('drawn by a seed', () => {
  const work = known(
    landed('r red, c blue, y yellow, g green, w white', { equipment: { fuel: 'gas' } }, { device: 't24-five' }),
  );
  const house = houseOf(work);

  it('the same seed gives the same house, another one another, the middle none of them', () => {
    const volts = (seed?: number): number => circuitOf(house, seed).volts('board.R', 'board.C');
    expect(volts(7)).toBe(volts(7));
    expect(new Set([volts(), volts(7), volts(8), volts(9)]).size).toBe(4);
    for (let seed = 0; seed < 60; seed++) {
      // 24 V and 8 to 13 % more at rest, on mains within 4 %.
      expect(volts(seed)).toBeGreaterThan(24 * 1.08 * 0.96 - 0.3);
      expect(volts(seed)).toBeLessThan(24 * 1.13 * 1.04);
    }
  });

  it('a fault moves no other part of it', () => {
    const open = {
      ...house,
      conductors: house.conductors.map((c) => (c.wall === 'G' ? { ...c, open: 'wall' as const } : c)),
    };
    expect(circuitOf(open, 5).volts('board.R', 'board.C')).toBeCloseTo(
      circuitOf(house, 5).volts('board.R', 'board.C'),
      3,
    );
  });

  it('gives at rest what a meter read there, and lets a reading that no 24 V gives alone', () => {
    const read = (volts: number): number =>
      new HouseCircuit(house, house, 5, { ...NOTHING_NOTED, read: { a: 'board.R', b: 'board.C', volts } }).volts(
        'board.R',
        'board.C',
      );
    expect(read(25.4)).toBeCloseTo(25.4, 2);
    expect(read(118)).toBe(circuitOf(house, 5).volts('board.R', 'board.C'));
  });

  it('a whole house passes its proof, whichever it is', async () => {
    const kept = anyJob(TRUTH_CASES[5]?.job ?? {});
    for (const seed of [seedOf('Ropery'), 2, 3]) {
      const { proof } = derive(await proveOnWorld(kept, { seed })).shared;
      expect(proof.verdict).toBe('pass');
    }
  });
});
