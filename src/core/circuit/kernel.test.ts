import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Factor } from './factor';
import { StateKernel } from './kernel';
import type { CircuitElement } from './netlist';
import { CircuitSolver } from './solve';
import { spiceNetlist } from './spice';
import { analyse } from './symbolic';
import { Arena } from './wasm/arena';

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

describe('the factor', () => {
  it('solves what the network’s own equations say', () => {
    fc.assert(
      fc.property(
        edges,
        fc.array(fc.double({ min: 0.001, max: 50, noNaN: true }), { minLength: 40, maxLength: 40 }),
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (list, conductances, injected) => {
          const leak = 0.01;
          const p = analyse(12, list);
          const g = Float64Array.from(list, (_, i) => conductances[i] ?? 1);
          const f = new Factor(p, new Arena(400, 1000, 40));
          f.refactor(g, leak);
          const x = new Float64Array(12);
          injected.forEach((v, node) => {
            x[p.position[node] ?? 0] = v;
          });
          f.solve(x);
          const volt = (node: number): number => (node < 0 ? 0 : (x[p.position[node] ?? 0] ?? 0));
          for (let node = 0; node < 12; node++) {
            let leaving = leak * volt(node);
            list.forEach(([a, b], e) => {
              if (a === b) return;
              if (a === node) leaving += (g[e] ?? 0) * (volt(a) - volt(b));
              if (b === node) leaving += (g[e] ?? 0) * (volt(b) - volt(a));
            });
            // Currents of up to 5 A, voltages of up to a few kV behind the leak: eleven digits remain.
            expect(Math.abs(leaving - (injected[node] ?? 0))).toBeLessThan(1e-7);
          }
        },
      ),
      { seed: 3, numRuns: 60 },
    );
  });
});

describe('the arena', () => {
  it('hands out aligned arrays that do not overlap', () => {
    const arena = new Arena(10, 20, 6);
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
    expect(() => new Arena(1, 1, 1).reals(1e6)).toThrow('arena too small');
  });
});

/** Reads a netlist as a simulator would, resistors and AC sources only, and solves it densely. */
function solveSpice(text: string): Map<string, number> {
  const parts: { a: string; b: string; ohms: number; volts: number }[] = [];
  const emf = new Map<string, { b: string; volts: number }>();
  for (const line of text.split('\n')) {
    const w = line.split(/\s+/);
    if (line.startsWith('V')) emf.set(w[1] ?? '', { b: w[2] ?? '', volts: Number(w[6]) * (w[7] === '180' ? -1 : 1) });
    if (!line.startsWith('R')) continue;
    const source = emf.get(w[1] ?? '');
    // A source and the resistor behind it become one branch.
    if (source) parts.push({ a: w[2] ?? '', b: source.b, ohms: Number(w[3]), volts: source.volts });
    else parts.push({ a: w[1] ?? '', b: w[2] ?? '', ohms: Number(w[3]), volts: 0 });
  }
  const nodes = [...new Set(parts.flatMap((p) => [p.a, p.b]))].filter((n) => n !== '0');
  const n = nodes.length;
  const m = nodes.map(() => new Array<number>(n + 1).fill(0));
  const add = (i: number, j: number, v: number): void => {
    const r = m[i];
    if (r && j >= 0) r[j] = (r[j] ?? 0) + v;
  };
  for (const p of parts) {
    const [a, b, g] = [nodes.indexOf(p.a), nodes.indexOf(p.b), 1 / p.ohms];
    if (a === b) continue;
    add(a, a, g);
    add(b, b, g);
    if (a >= 0 && b >= 0) {
      add(a, b, -g);
      add(b, a, -g);
    }
    add(a, n, p.volts * g);
    add(b, n, -p.volts * g);
  }
  for (let k = 0; k < n; k++) {
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const f = (m[i]?.[k] ?? 0) / (m[k]?.[k] ?? 1);
      if (f !== 0) for (let j = k; j <= n; j++) add(i, j, -f * (m[k]?.[j] ?? 0));
    }
  }
  return new Map(nodes.map((name, i) => [name, (m[i]?.[n] ?? 0) / (m[i]?.[i] ?? 1)]));
}

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
      phase: 1,
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
      phase: -1,
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
    { kind: 'load', id: 'v', name: 'valve', a: 'wall.W', b: 'C', ratedVolts: 24, va: 10, coil: true },
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
    { kind: 'load', id: 'b', name: 'boiler', a: 'X', b: 'C', ratedVolts: 24, va: 5, coil: true },
  ];
  const solver = new CircuitSolver({ elements, ground: 'C' });

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
      expect(Math.abs((there ?? Number.NaN) - volts)).toBeLessThan(2e-4);
    }
  });

  it('a coil’s end switch follows it in the exported state', () => {
    const kernel = new StateKernel({ elements, ground: 'C' });
    kernel.controls[kernel.controlNames.indexOf('heat')] = 1;
    expect(kernel.run()).toBeGreaterThan(1);
    expect([...kernel.pulledIn].filter((x) => x === 1)).toHaveLength(2);
  });
});
