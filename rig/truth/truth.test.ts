import { describe, expect, it } from 'vitest';
import { derive } from '../../src/core/derive';
import { anyJob } from '../../tests/support/jobs';
import { scoreOf } from '../campaign/report';
import { type TruthInput, type TruthSubject, truthTasks } from './campaign';
import { TruthHouse } from './house';
import { TRUTH_CASES } from './houses';
import { ordersOfJob } from './optimal';
import { abs, type Branch, type Complex, solvePhasors } from './phasor';
import { landedOf, proveOnTruth } from './prove';
import { houseSubjects, plantSubjects } from './subjects';

describe('phasors', () => {
  it('a coil behind a resistor: |V| = E·|Z| / |R + Z|', () => {
    const { volts, amps } = solvePhasors(
      [
        { id: 'source', a: 'hot', b: '0', r: 1e-9, x: 0, emf: [24, 0] },
        { id: 'r', a: 'hot', b: 'mid', r: 30, x: 0 },
        { id: 'coil', a: 'mid', b: '0', r: 20, x: 50 },
      ],
      '0',
    );
    expect(abs(volts('mid'))).toBeCloseTo((24 * Math.hypot(20, 50)) / Math.hypot(50, 50), 6);
    expect(abs(amps('coil'))).toBeCloseTo(24 / Math.hypot(50, 50), 6);
  });
  it('two sources a quarter of a cycle apart add as the sides of a right angle', () => {
    const { volts } = solvePhasors(
      [
        { id: 'a', a: 'x', b: '0', r: 1, x: 0, emf: [24, 0] },
        { id: 'b', a: 'y', b: '0', r: 1, x: 0, emf: [0, 24] },
      ],
      '0',
    );
    const [p, q] = [volts('x'), volts('y')];
    expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeCloseTo(24 * Math.SQRT2, 6);
  });
  it('currents into every node sum to nothing', () => {
    const branches: Branch[] = [
      { id: 'e', a: 'n1', b: '0', r: 2, x: 1, emf: [27, 3] },
      { id: 'p', a: 'n1', b: 'n2', r: 5, x: -80 },
      { id: 'q', a: 'n2', b: '0', r: 40, x: 25 },
      { id: 's', a: 'n2', b: 'n3', r: 7, x: 0 },
      { id: 't', a: 'n3', b: '0', r: 100, x: 90 },
    ];
    const { amps } = solvePhasors(branches, '0');
    for (const node of ['n2', 'n3']) {
      const sum = branches.reduce<Complex>(
        ([re, im], b) => {
          const sign = b.a === node ? 1 : b.b === node ? -1 : 0;
          const [x, y] = amps(b.id);
          return [re + sign * x, im + sign * y];
        },
        [0, 0],
      );
      expect(Math.hypot(...sum)).toBeLessThan(1e-9);
    }
  });
  it('a branch without impedance is refused by its name', () => {
    expect(() => solvePhasors([{ id: 'wire', a: 'x', b: 'y', r: 0, x: 0 }], '0')).toThrow('"wire"');
  });
});

describe.each(TRUTH_CASES)('$name', (of) => {
  const job = anyJob(of.job);
  it('healthy, it passes every test of its proof', () => {
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const { tests } = derive(proveOnTruth(job, of, [], seed)).shared.proof;
      expect(
        tests.flatMap((t) => t.measures.filter((m) => m.verdict !== 'pass').map((m) => `${seed} ${t.id} ${m.id}`)),
      ).toEqual([]);
    }
  });
  it('a core that the installer landed on another screw than the list says is shown', () => {
    const landed = landedOf(job).filter((c) => c.wall !== null);
    const [p, q] = landed.filter((c) => c.board !== 'C');
    if (!p || !q) throw new Error('two cores at least');
    // Two cores alone make one loop whichever way round they are: there one is left off.
    const fault =
      landed.length > 2
        ? ({ id: 'x', does: { kind: 'cores-swapped', a: p.id, b: q.id, at: 'wall' } } as const)
        : ({ id: 'x', does: { kind: 'core-open', core: q.id, at: 'wall' } } as const);
    expect(derive(proveOnTruth(job, of, [fault], 9)).shared.proof.failed).toBeGreaterThan(0);
  });
});

describe('the house', () => {
  const [of] = TRUTH_CASES;
  if (!of) throw new Error('there is a house');
  const landed = landedOf(anyJob(of.job));
  it('a device that is dark at rest closes nothing', () => {
    const house = new TruthHouse(of.equipment, of.device, landed, [{ id: 'f', does: { kind: 'fuse-out' } }], 1);
    expect(house.settle('cool1').lit).toBe(false);
    expect([...house.settle('cool1').running]).toEqual([]);
  });
  it('a call that shorts the winding opens the fuse, and leaves nothing to read', () => {
    const common = landed.find((c) => c.board === 'C')?.id ?? '';
    const cool = landed.find((c) => c.board === 'Y')?.id ?? '';
    const touch = { id: 't', does: { kind: 'cores-touch', a: common, b: cool, ohms: 0.05 } } as const;
    const house = new TruthHouse(of.equipment, of.device, landed, [touch], 1);
    expect(house.reads('idle', 'wall.R', 'wall.C')).toBeGreaterThan(20);
    expect(house.reads('cool1', 'wall.R', 'wall.C')).toBeLessThan(0.5);
  });
  it('a core under no screw reads something beside a live one', () => {
    const off = landed.map((c) => (c.board === 'G' ? { ...c, board: null } : c));
    const loose = new TruthHouse(of.equipment, of.device, off, [], 3);
    expect(loose.reads('heat1', 'wall.G', 'board.C')).toBeGreaterThan(0.5);
    expect(loose.reads('heat1', 'board.G', 'board.C')).toBeLessThan(0.1);
  });
});

describe('the order of readings', () => {
  const small = TRUTH_CASES.slice(0, 3).map((of) => anyJob(of.job));
  it('takes hardly longer than the best order there is', () => {
    for (const o of small.flatMap((job) => ordersOfJob(job))) {
      expect(o.best).toBeLessThanOrEqual(o.engine + 1e-9);
      expect(o.engine / o.best, o.complaint).toBeLessThan(1.2);
    }
  });
  it('which whoever reads from the end of the list does not', () => {
    const worst = Math.max(
      ...small.flatMap((job) => ordersOfJob(job, (_, list) => list.at(-1) ?? null)).map((o) => o.engine / o.best),
    );
    expect(worst).toBeGreaterThan(1.2);
  });
});

async function singlesOf(where: 'houses' | 'plants', subjects: TruthSubject[], input: TruthInput) {
  const outcomes = await Promise.all(truthTasks(where, subjects, input).map((t) => t.run()));
  return scoreOf(outcomes, where, 'single');
}

describe('the campaign on these houses', () => {
  const input = { seed: 4, singles: 5, outside: 1, pairs: 0, healthy: 0 };
  const subjects = houseSubjects(anyJob).filter((_, i) => i % 2 === 1);
  it('names what is wrong, and its blinded twin does not', async () => {
    const singles = await singlesOf('houses', subjects, input);
    expect(singles.of).toBeGreaterThan(20);
    expect(singles.right / singles.of).toBeGreaterThan(0.9);
    const blind = await singlesOf('houses', subjects, { ...input, canary: true });
    expect(blind.right / blind.of).toBeLessThan(0.5);
  });
});

describe.each(plantSubjects(anyJob))('$name', (of) => {
  it('healthy, it passes every test of its proof', () => {
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const { tests } = derive(of.prove([], seed)).shared.proof;
      expect(
        tests.flatMap((t) => t.measures.filter((m) => m.verdict !== 'pass').map((m) => `${t.id} ${m.id}`)),
      ).toEqual([]);
    }
  });
  it('whatever is wrong in it fails a test, or changes nothing that is read', () => {
    const figures = (job: ReturnType<typeof of.prove>): string =>
      JSON.stringify(
        Object.values(job.readings).map((r) => (r.quantity === 'seen' ? r.value : Math.round(r.value / 30))),
      );
    for (const fault of of.faults) {
      const proved = of.prove([fault], 3);
      const { failed, inconclusive } = derive(proved).shared.proof;
      const changed = figures(proved) !== figures(of.prove([], 3));
      expect(failed + inconclusive > 0, fault.id).toBe(changed);
    }
  });
});

describe('the campaign on these plants', () => {
  const input = { seed: 4, singles: 12, outside: 2, pairs: 0, healthy: 0 };
  it('names what is wrong, and its blinded twin does not', async () => {
    const singles = await singlesOf('plants', plantSubjects(anyJob), input);
    expect(singles.of).toBeGreaterThan(20);
    expect(singles.right / singles.of).toBeGreaterThan(0.9);
    const blind = await singlesOf('plants', plantSubjects(anyJob), { ...input, canary: true });
    expect(blind.right / blind.of).toBeLessThan(0.5);
  });
});
