import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkCircuit, sourceLoading } from './check';
import { StateKernel } from './kernel';
import type { CircuitElement, CircuitState, Netlist } from './netlist';
import { conductorOhms } from './resistance.data';
import { CircuitSolver, meterReading } from './solve';
import { spiceNetlist } from './spice';

const source = (volts = 26.4, ohms = 1.44, phase: 1 | -1 = 1, id = 'T'): CircuitElement => ({
  kind: 'source',
  id,
  name: `transformer ${id}`,
  a: `${id}.hot`,
  b: `${id}.com`,
  volts,
  ohms,
  phase,
  ratedVA: 40,
  supply: id,
});
const load = (id: string, a: string, b: string, va = 10): CircuitElement => ({
  kind: 'load',
  id,
  name: id,
  a,
  b,
  ratedVolts: 24,
  va,
  coil: true,
});
const wire = (id: string, a: string, b: string, ohms = 0.5): CircuitElement => ({
  kind: 'conductor',
  id,
  name: id,
  a,
  b,
  ohms,
});
const contact = (id: string, a: string, b: string, control: string): CircuitElement => ({
  kind: 'contact',
  id,
  name: id,
  a,
  b,
  closedOhms: 0.05,
  openOhms: 1e9,
  by: { control },
  normally: 'open',
});
const state = (...controls: string[]): CircuitState => ({ controls: new Set(controls), suppliesOff: new Set() });
const solve = (elements: CircuitElement[], s = state()) => {
  const netlist: Netlist = { elements, ground: 'T.com' };
  const solver = new CircuitSolver(netlist);
  const solution = solver.solve(s);
  return { netlist, solver, solution };
};

/** Plain dense Gaussian elimination, the reference that the sparse solver is held against. */
function denseVolts(
  elements: CircuitElement[],
  ground: string,
  s: CircuitState,
  ohms: (e: CircuitElement) => number,
): Map<string, number> {
  const nodes = [...new Set(elements.flatMap((e) => [e.a, e.b]))].filter((n) => n !== ground);
  const n = nodes.length;
  const at = (name: string) => nodes.indexOf(name);
  const m = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n + 1 }, (_, j) => (i === j ? 1e-10 : 0) as number),
  );
  const add = (i: number, j: number, v: number) => {
    const r = m[i];
    if (r && j >= 0) r[j] = (r[j] ?? 0) + v;
  };
  for (const e of elements) {
    const g = 1 / ohms(e);
    const [a, b] = [at(e.a), at(e.b)];
    if (a === b) continue;
    add(a, a, g);
    add(b, b, g);
    add(a, b, -g);
    add(b, a, -g);
    if (e.kind === 'source' && !s.suppliesOff.has(e.supply)) {
      add(a, n, e.volts * e.phase * g);
      add(b, n, -e.volts * e.phase * g);
    }
  }
  for (let k = 0; k < n; k++) {
    for (let i = k + 1; i < n; i++) {
      const f = (m[i]?.[k] ?? 0) / (m[k]?.[k] ?? 1);
      for (let j = k; j <= n; j++) add(i, j, -f * (m[k]?.[j] ?? 0));
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let sum = m[i]?.[n] ?? 0;
    for (let j = i + 1; j < n; j++) sum -= (m[i]?.[j] ?? 0) * (x[j] ?? 0);
    x[i] = sum / (m[i]?.[i] ?? 1);
  }
  return new Map(nodes.map((name, i) => [name, x[i] ?? 0]));
}

describe('circuit against closed forms', () => {
  it('a voltage divider of source resistance, conductor and load', () => {
    const { solution } = solve([source(), wire('w', 'T.hot', 'x', 0.6), load('coil', 'x', 'T.com')]);
    const r = 57.6;
    expect(solution.volts.get('x')).toBeCloseTo((26.4 * r) / (r + 0.6 + 1.44), 6);
    expect(solution.amps.get('coil')).toBeCloseTo(26.4 / (r + 0.6 + 1.44), 6);
  });

  it('two equal coils in series share the voltage and are reported', () => {
    const { netlist, solution } = solve([source(), load('one', 'T.hot', 'mid'), load('two', 'mid', 'T.com')]);
    expect(solution.volts.get('mid')).toBeCloseTo((26.4 * 57.6) / (115.2 + 1.44), 6);
    const kinds = checkCircuit(netlist, solution).map((f) => f.kind);
    expect(kinds).toContain('series-loads');
    expect(kinds).toContain('weak-coil');
  });

  it('two transformers in opposition read the sum, in phase the difference', () => {
    const elements = (phase: 1 | -1) => [source(), source(26.4, 1.44, phase, 'U'), wire('j', 'T.com', 'U.com', 0.01)];
    expect(
      solve(elements(-1))
        .solver.probeAll(['T.hot', 'U.hot'], solve(elements(-1)).solution)
        .open(0, 1),
    ).toBeCloseTo(52.8, 3);
    expect(solve(elements(1)).solution.volts.get('U.hot')).toBeCloseTo(26.4, 3);
  });

  it('a low-impedance meter loads the circuit, a high one hardly', () => {
    const { solver, solution } = solve([source(), load('coil', 'T.hot', 'W', 10)]);
    const point = solver.probeAll(['T.hot', 'W'], solution).at(0, 1);
    const series = solver.probeAll(['W', 'T.com'], solution).at(0, 1);
    // Through an idle coil the node W floats at the transformer's voltage.
    expect(point && series && [meterReading(point, 1e7), meterReading(series, 1e7)]).toEqual([
      expect.closeTo(0, 3),
      expect.closeTo(26.4, 1),
    ]);
    expect(series && meterReading(series, 3000)).toBeCloseTo((26.4 * 3000) / (3000 + 57.6 + 1.44), 3);
  });

  it('gives the conductor table per kilometre', () => {
    expect(conductorOhms('AWG 18', 30)).toBeCloseTo(0.6285, 6);
  });
});

describe('states', () => {
  it('a short between R and C opens the fuse and leaves the rest dead', () => {
    const fuse: CircuitElement = { kind: 'fuse', id: 'F', name: 'fuse', a: 'T.hot', b: 'R', ohms: 0.05, amps: 3 };
    const { netlist, solution } = solve([
      source(),
      fuse,
      wire('short', 'R', 'T.com', 0.02),
      load('coil', 'R', 'T.com'),
    ]);
    expect(solution.blownFuses.has('F')).toBe(true);
    expect(solution.volts.get('R')).toBeLessThan(0.001);
    expect(checkCircuit(netlist, solution)[0]).toMatchObject({ kind: 'fuse-open' });
  });

  it('a coil closes its contact, and a coil that cuts itself off oscillates', () => {
    const chain = (normally: 'open' | 'closed'): CircuitElement[] => [
      source(),
      load('relay', normally === 'open' ? 'T.hot' : 'x', 'T.com', 5),
      {
        kind: 'contact',
        id: 'c',
        name: 'c',
        a: 'T.hot',
        b: 'x',
        closedOhms: 0.05,
        openOhms: 1e9,
        by: { coil: 'relay' },
        normally,
      },
      load('motor', 'x', 'T.com', 7),
    ];
    expect([...solve(chain('open')).solution.running].sort()).toEqual(['motor', 'relay']);
    const buzzing = solve(chain('closed'));
    expect([...buzzing.solution.oscillating].sort()).toEqual(['motor', 'relay']);
    expect(checkCircuit(buzzing.netlist, buzzing.solution).some((f) => f.kind === 'oscillation')).toBe(true);
  });

  it('a supply that is off leaves everything at zero', () => {
    const { solution } = solve([source(), load('coil', 'T.hot', 'T.com')], {
      controls: new Set(),
      suppliesOff: new Set(['T']),
    });
    expect(solution.volts.get('T.hot')).toBe(0);
  });

  it('overload and the eighty per cent mark are told apart', () => {
    const at = (va: number) => {
      const { netlist, solution } = solve([source(24, 0.01), load('all', 'T.hot', 'T.com', va)]);
      return checkCircuit(netlist, solution).map((f) => f.kind);
    };
    expect([at(30), at(35), at(45)]).toEqual([[], ['near-limit'], ['overload']]);
  });

  it('absurd circuits give finite answers', () => {
    const alone = solve([source(), wire('loose', 'a', 'b', 1e-6), load('island', 'c', 'd')]);
    for (const v of alone.solution.volts.values()) expect(Number.isFinite(v)).toBe(true);
    const loop = solve([source(), wire('ring', 'x', 'x')]);
    expect(loop.solution.volts.get('x')).toBeCloseTo(0, 9);
    expect(() => solve([source(Number.NaN), load('c', 'T.hot', 'T.com')])).toThrow(/not finite/);
  });
});

/** Random circuits: a few nodes, random elements, every kind but coils with contacts. */
const randomElements = fc.array(
  fc.record({
    a: fc.integer({ min: 0, max: 7 }),
    b: fc.integer({ min: 0, max: 7 }),
    ohms: fc.double({ min: 0.01, max: 1e4, noNaN: true }),
    on: fc.boolean(),
  }),
  { minLength: 1, maxLength: 24 },
);
const nodeName = (i: number): string => (i === 0 ? 'T.com' : i === 1 ? 'T.hot' : `n${i}`);

const build = (parts: { a: number; b: number; ohms: number; on: boolean }[]): CircuitElement[] => [
  source(),
  ...parts.map(
    (p, i): CircuitElement =>
      p.on
        ? wire(`w${i}`, nodeName(p.a), nodeName(p.b), p.ohms)
        : contact(`k${i}`, nodeName(p.a), nodeName(p.b), 'never'),
  ),
];

describe('properties on random circuits', () => {
  it('agrees with dense elimination, obeys Kirchhoff and conserves power', () => {
    fc.assert(
      fc.property(randomElements, (parts) => {
        const elements = build(parts);
        const { netlist, solution } = solve(elements);
        const dense = denseVolts(elements, 'T.com', state(), (e) =>
          e.kind === 'contact' ? 1e9 : 'ohms' in e ? e.ohms : 1,
        );
        for (const [node, v] of dense) // The dense form loses digits behind open contacts: 100 S against 1e-9 S leaves about 1e-5 of the value.
          expect(Math.abs((solution.volts.get(node) ?? Number.NaN) - v)).toBeLessThan(1e-3);
        for (const node of dense.keys()) {
          let sum = 1e-10 * (solution.volts.get(node) ?? 0);
          for (const e of elements) {
            if (e.a === e.b) continue;
            if (e.a === node) sum += solution.amps.get(e.id) ?? 0;
            if (e.b === node) sum -= solution.amps.get(e.id) ?? 0;
          }
          // Currents reach 26.4/0.01 A here; the bound is that times the number of elements times machine epsilon, with room.
          expect(Math.abs(sum)).toBeLessThan(1e-7);
        }
        let dissipated = 0;
        for (const e of elements)
          if (e.kind === 'conductor') dissipated += (solution.amps.get(e.id) ?? 0) ** 2 * e.ohms;
        const delivered = sourceLoading(netlist, solution).get('T') ?? 0;
        expect(Math.abs(delivered - dissipated)).toBeLessThan(1e-4 * Math.max(1, delivered));
      }),
      { seed: 11, numRuns: 200 },
    );
  });

  it('keeps full accuracy behind open contacts, where plain elimination does not', () => {
    const { solution } = solve([
      source(),
      wire('stub', 'n2', 'n3', 0.01),
      contact('up', 'T.hot', 'n2', 'never'),
      contact('down', 'n2', 'T.com', 'never'),
    ]);
    // Two 1 GΩ contacts and two 10 GΩ leaks: 1e-9 / (2e-9 + 2e-10) of the transformer's voltage.
    expect(solution.volts.get('n3')).toBeCloseTo((26.4 * 1e-9) / 2.2e-9, 6);
  });

  it('reciprocity: the resistance seen between two points is the same both ways', () => {
    fc.assert(
      fc.property(randomElements, (parts) => {
        const { solver, solution } = solve(build(parts));
        const table = solver.probeAll([...solver.nodes], solution);
        for (let i = 0; i < table.size; i++)
          for (let j = 0; j < table.size; j++) {
            const q = table.ohms(j, i);
            expect(Math.abs(table.ohms(i, j) - q)).toBeLessThanOrEqual(1e-5 * Math.max(1, q));
          }
      }),
      { seed: 5, numRuns: 50 },
    );
  });
});

describe('the compiled kernel', () => {
  it('gives the reference’s volts, coils, fuses and rounds to the last bit', () => {
    fc.assert(
      fc.property(randomElements, fc.boolean(), (parts, on) => {
        const coils = parts.map(
          (p, i): CircuitElement => ({
            kind: 'contact',
            id: `c${i}`,
            name: `c${i}`,
            a: nodeName(p.b),
            b: nodeName(p.a),
            closedOhms: 0.05,
            openOhms: 1e9,
            by: i % 2 ? { coil: 'relay' } : { control: 'x' },
            normally: p.on ? 'open' : 'closed',
          }),
        );
        const fuse: CircuitElement = { kind: 'fuse', id: 'F', name: 'F', a: 'T.hot', b: 'n2', ohms: 0.03, amps: 3 };
        const elements = [
          ...build(parts),
          ...coils.slice(0, 4),
          fuse,
          load('relay', 'n2', 'n3', 5),
          load('other', 'n3', 'T.com', 9),
        ];
        const kernel = new StateKernel({ elements, ground: 'T.com' });
        if (kernel.controls.length > 0) kernel.controls[0] = on ? 1 : 0;
        const outcome = (rounds: number): unknown => [
          rounds,
          [...kernel.volts],
          [...kernel.pulledIn],
          [...kernel.blown],
          [...kernel.moving],
        ];
        expect(outcome(kernel.run())).toEqual(outcome(kernel.runPlain()));
      }),
      { seed: 21, numRuns: 300 },
    );
  });
});

describe('SPICE netlist', () => {
  it('holds every element once, joins the same nodes and ends', () => {
    const elements = [
      source(),
      wire('w', 'T.hot', 'wall.R'),
      contact('k', 'wall.R', 'wall.W', 'heat1'),
      load('gas valve', 'wall.W', 'T.com'),
    ];
    const { netlist, solution } = solve(elements, state('heat1'));
    const text = spiceNetlist('test\n.end', netlist, state('heat1'), solution);
    expect(text.split('\n').filter((line) => /^[VR]\d/.test(line))).toEqual([
      'V0 emf0 0 DC 0 AC 26.4 0',
      'R0 emf0 T_hot 1.44',
      'R1 T_hot wall_R 0.5',
      'R2 wall_R wall_W 0.05',
      'R3 wall_W 0 57.6',
    ]);
    expect(text.split('\n').filter((line) => line.startsWith('.end'))).toHaveLength(1);
  });
});
