import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Complex, solveSpice } from '../../../tests/support/dense';
import { Factor } from './factor';
import { StateKernel } from './kernel';
import type { CircuitElement } from './netlist';
import { magnitude, minus } from './phasor';
import { CircuitSolver } from './solve';
import { spiceNetlist } from './spice';
import { analyse } from './symbolic';
import { Arena, KernelMemory } from './wasm/arena';

const edges = fc.array(fc.tuple(fc.integer({ min: -1, max: 11 }), fc.integer({ min: -1, max: 11 })), {
  minLength: 1,
  maxLength: 40,
});

describe('ordering', () => {
  it('places every node once and every edge in the pattern', () => {
    fc.assert(
      fc.property(edges, (list) => {
        const p = analyse(12, list);
        expect([...p.position].sort((a, b) => a - b)).toEqual([...Array(12).keys()]);
        list.forEach(([a, b], e) => {
          const slot = p.slot[e] ?? -1;
          if (a === b) expect(slot).toBe(12 + p.row.length);
          else if (a < 0 || b < 0) expect(slot).toBe(p.position[Math.max(a, b)]);
          else {
            const [low, high] = [p.position[a] ?? 0, p.position[b] ?? 0].sort((x, y) => x - y);
            expect([p.column[slot - 12], p.row[slot - 12]]).toEqual([low, high]);
          }
        });
      }),
      { seed: 1 },
    );
  });

  it('leaves no fill in a tree', () => {
    const tree = Array.from({ length: 30 }, (_, i) => [Math.floor(i / 3) - 1, i] as const);
    const p = analyse(30, tree);
    expect(p.row.length).toBe(tree.filter(([a]) => a >= 0).length);
    expect(p.pairOther.length).toBeLessThanOrEqual(p.row.length);
  });

  it('every row lies below its column', () => {
    fc.assert(
      fc.property(edges, (list) => {
        const p = analyse(12, list);
        p.row.forEach((r, i) => {
          expect(r).toBeGreaterThan(p.column[i] ?? 99);
        });
      }),
      { seed: 2 },
    );
  });
});

const current = fc.double({ min: -5, max: 5, noNaN: true });

describe('the factor', () => {
  it('solves what the network’s own equations say', () => {
    fc.assert(
      fc.property(
        edges,
        // A conductance and how far it lags or leads: coils and capacitors, never a negative resistance.
        fc.array(
          fc.tuple(fc.double({ min: 0.001, max: 50, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true })),
          {
            minLength: 40,
            maxLength: 40,
          },
        ),
        fc.array(fc.tuple(current, current), { minLength: 12, maxLength: 12 }),
        (list, admittances, injected) => {
          const leak = 0.01;
          const p = analyse(12, list);
          const y = list.map((_, i): Complex => {
            const [g, share] = admittances[i] ?? [1, 0];
            return [g, g * share];
          });
          const f = new Factor(p, new Arena(800, 1200, 40, null));
          f.refactor(Float64Array.from(y.flat()), leak);
          const x = new Float64Array(24);
          injected.forEach((v, node) => {
            x.set(v, 2 * (p.position[node] ?? 0));
          });
          f.solve(x);
          const volt = (node: number): Complex => {
            const i = 2 * (p.position[node] ?? 0);
            return node < 0 ? [0, 0] : [x[i] ?? 0, x[i + 1] ?? 0];
          };
          for (let node = 0; node < 12; node++) {
            const [own, mine] = volt(node);
            const leaving: [number, number] = [leak * own, leak * mine];
            list.forEach(([a, b], e) => {
              if (a === b || (a !== node && b !== node)) return;
              const [re, im] = minus(volt(node), volt(a === node ? b : a));
              const [g, s] = y[e] ?? [0, 0];
              leaving[0] += g * re - s * im;
              leaving[1] += g * im + s * re;
            });
            // Currents of up to 7 A, voltages of up to a few kV behind the leak: eleven digits remain.
            expect(magnitude(minus(leaving, injected[node] ?? [0, 0]))).toBeLessThan(1e-7);
          }
        },
      ),
      { seed: 3, numRuns: 60 },
    );
  });
});

describe('circuits in one piece of memory', () => {
  /** A divider: a source of so many volts over two resistances. */
  const divider = (volts: number, ohms: number): CircuitElement[] => [
    {
      kind: 'source',
      id: 's',
      name: 's',
      a: 'hot',
      b: 'com',
      volts,
      ohms: 1e-6,
      degrees: 0,
      ratedVA: 40,
      supply: 'x',
    },
    { kind: 'conductor', id: 'u', name: 'u', a: 'hot', b: 'mid', ohms },
    { kind: 'conductor', id: 'l', name: 'l', a: 'mid', b: 'com', ohms },
  ];
  const off = { controls: new Set<string>(), suppliesOff: new Set<string>() };

  it('keep to themselves, turn by turn, and over from one piece to the next', () => {
    const memory = new KernelMemory();
    const solvers = Array.from({ length: 120 }, (_, i) => {
      const elements = divider(10 + i, 5 + i);
      const group = { moves: 'size', members: Int32Array.of(1) } as const;
      return new CircuitSolver({ elements, ground: 'com' }, memory, [group]);
    });
    // One piece holds fewer of them: the last lie in another.
    expect(new Set(solvers.map((s) => s.kernel.volts.buffer)).size).toBeGreaterThan(1);
    for (const s of solvers) s.settle(off);
    solvers.forEach((s, i) => {
      expect(s.openVolts('mid', 'com')).toBeCloseTo((10 + i) / 2, 5);
      const slope = new Float64Array(3);
      s.probe(s.at('mid') ?? -1, -1, slope, 1);
      expect(s.kernel.probed[1]).toBeCloseTo((5 + i) / 2, 4);
      // V/2 moves by V/4 for the logarithm of the upper conductance.
      expect([...slope].map((x) => Number(x.toFixed(4)))).toEqual([0, Number(((10 + i) / 4).toFixed(4)), 0]);
    });
  });

  it('a larger one than a piece has a piece of its own', () => {
    const memory = new KernelMemory();
    const small = new CircuitSolver({ elements: divider(24, 10), ground: 'com' }, memory);
    const chain = Array.from({ length: 900 }, (_, i): CircuitElement => {
      return { kind: 'conductor', id: `c${i}`, name: 'c', a: i === 0 ? 'mid' : `n${i - 1}`, b: `n${i}`, ohms: 1 };
    });
    const large = new CircuitSolver({ elements: [...divider(24, 10), ...chain], ground: 'com' }, memory);
    large.settle(off);
    small.settle(off);
    expect(large.openVolts('n899', 'com')).toBeCloseTo(12, 3);
    expect(small.openVolts('mid', 'com')).toBeCloseTo(12, 5);
  });
});

describe('the arena', () => {
  it('hands out aligned arrays that do not overlap', () => {
    const arena = new Arena(10, 20, 6, null);
    const a = arena.reals(3);
    const b = arena.integers(5);
    const c = arena.copyReals([1, 2, 3]);
    const d = arena.copyIntegers([4, 5]);
    expect([a, c].every((x) => x.byteOffset % 8 === 0)).toBe(true);
    b.fill(-1);
    a.fill(9);
    expect([[...c], [...d]]).toEqual([
      [1, 2, 3],
      [4, 5],
    ]);
  });

  it('says so when it is asked for more than it was made for', () => {
    expect(() => new Arena(1, 1, 1, null).reals(1e6)).toThrow('arena too small');
  });
});

describe('SPICE export, read back', () => {
  const elements: CircuitElement[] = [
    {
      kind: 'source',
      id: 'T',
      name: 'transformer',
      a: 'hot',
      b: 'C',
      volts: 26.4,
      ohms: 1.44,
      degrees: 0,
      reactance: 0.5,
      ratedVA: 40,
      supply: 's',
    },
    {
      kind: 'source',
      id: 'U',
      name: 'second',
      a: 'hot2',
      b: 'C',
      volts: 26.4,
      ohms: 2.88,
      degrees: 180,
      ratedVA: 20,
      supply: 's2',
    },
    { kind: 'fuse', id: 'F', name: 'fuse', a: 'hot', b: 'R', ohms: 0.03, amps: 5 },
    { kind: 'conductor', id: 'k1', name: 'red', a: 'R', b: 'wall R', ohms: 0.4 },
    {
      kind: 'contact',
      id: 'c',
      name: 'relay',
      a: 'wall R',
      b: 'wall.W',
      closedOhms: 0.05,
      openOhms: 1e9,
      by: { control: 'heat' },
      normally: 'open',
    },
    { kind: 'load', id: 'v', name: 'valve', a: 'wall.W', b: 'C', ratedVolts: 24, va: 10, powerFactor: 0.7, coil: true },
    {
      kind: 'contact',
      id: 'e',
      name: 'end switch',
      a: 'hot2',
      b: 'X',
      closedOhms: 0.05,
      openOhms: 1e9,
      by: { coil: 'v' },
      normally: 'open',
    },
    { kind: 'capacitance', id: 'cap', name: 'beside', a: 'wall.W', b: 'X', farads: 2e-9 },
    { kind: 'load', id: 'b', name: 'boiler', a: 'X', b: 'C', ratedVolts: 24, va: 5, powerFactor: 0.5, coil: true },
  ];
  const solver = new CircuitSolver({ elements, ground: 'C', hertz: 60 });

  it.each([
    ['heat called', ['heat'], []],
    ['nothing called', [], []],
    ['one supply off', ['heat'], ['s']],
  ] as const)('gives the same volts: %s', (_name, controls, off) => {
    const state = { controls: new Set<string>(controls), suppliesOff: new Set<string>(off) };
    const solution = solver.solve(state);
    const read = solveSpice(spiceNetlist('check', solver.netlist, state, solution));
    for (const [name, volts] of solution.volts) {
      if (name === 'C') continue;
      const there = read.get(name.replace(/[^A-Za-z0-9]+/g, '_'));
      // Nine digits are written; dense elimination loses some behind open contacts.
      expect(magnitude(minus(there ?? [Number.NaN, 0], volts))).toBeLessThan(2e-4);
    }
  });

  it('a coil’s end switch follows it in the exported state', () => {
    const kernel = new StateKernel({ elements, ground: 'C', hertz: 60 }, new KernelMemory());
    kernel.controls[kernel.controlNames.indexOf('heat')] = 1;
    expect(kernel.run()).toBeGreaterThan(1);
    expect([...kernel.pulledIn].filter((x) => x === 1)).toHaveLength(2);
  });
});
