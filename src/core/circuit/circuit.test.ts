import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Complex, denseVolts, type Part } from '../../../tests/support/dense';
import { checkCircuit } from './check';
import { StateKernel } from './kernel';
import type { Group } from './kernel-layout';
import type { CircuitElement, CircuitState, Netlist } from './netlist';
import { magnitude, minus, NO_PHASOR, type Phasor } from './phasor';
import { probePlain } from './probe';
import { conductorOhms } from './resistance.data';
import { CircuitSolver, meterReading } from './solve';
import { spiceNetlist } from './spice';
import { KernelMemory } from './wasm/arena';

const source = (volts = 26.4, ohms = 1.44, degrees = 0, id = 'T'): CircuitElement => ({
  kind: 'source',
  id,
  name: `transformer ${id}`,
  a: `${id}.hot`,
  b: `${id}.com`,
  volts,
  ohms,
  degrees,
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
  const netlist: Netlist = { elements, ground: 'T.com', hertz: 60 };
  const solver = new CircuitSolver(netlist);
  const solution = solver.solve(s);
  return { netlist, solver, solution };
};

const at = (solution: { volts: ReadonlyMap<string, Phasor> }, node: string): number =>
  magnitude(solution.volts.get(node) ?? [Number.NaN, 0]);

describe('circuit against closed forms', () => {
  it('a voltage divider of source resistance, conductor and load', () => {
    const { solution } = solve([source(), wire('w', 'T.hot', 'x', 0.6), load('coil', 'x', 'T.com')]);
    const r = 57.6;
    expect(at(solution, 'x')).toBeCloseTo((26.4 * r) / (r + 0.6 + 1.44), 6);
    expect(magnitude(solution.amps.get('coil') ?? NO_PHASOR)).toBeCloseTo(26.4 / (r + 0.6 + 1.44), 6);
  });

  it('two equal coils in series share the voltage and are reported', () => {
    const { netlist, solution } = solve([source(), load('one', 'T.hot', 'mid'), load('two', 'mid', 'T.com')]);
    expect(at(solution, 'mid')).toBeCloseTo((26.4 * 57.6) / (115.2 + 1.44), 6);
    const kinds = checkCircuit(netlist, solution).map((f) => f.kind);
    expect(kinds).toContain('series-loads');
    expect(kinds).toContain('weak-coil');
  });

  it('two transformers in opposition read the sum, in phase the difference', () => {
    const elements = (degrees: number) => [
      source(),
      source(26.4, 1.44, degrees, 'U'),
      wire('j', 'T.com', 'U.com', 0.01),
    ];
    expect(
      solve(elements(180))
        .solver.probeAll(['T.hot', 'U.hot'], solve(elements(180)).solution)
        .open(0, 1),
    ).toBeCloseTo(52.8, 3);
    expect(at(solve(elements(0)).solution, 'U.hot')).toBeCloseTo(26.4, 3);
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
    expect(at(solution, 'R')).toBeLessThan(0.001);
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
    expect(at(solution, 'T.hot')).toBe(0);
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
    for (const v of alone.solution.volts.values()) expect(v.every(Number.isFinite)).toBe(true);
    const loop = solve([source(), wire('ring', 'x', 'x')]);
    expect(at(loop.solution, 'x')).toBeCloseTo(0, 9);
    expect(() => solve([source(Number.NaN), load('c', 'T.hot', 'T.com')])).toThrow(/not finite/);
  });
});

/** Random circuits: a few nodes, random elements, every kind but coils with contacts; two sources at any angle. */
const randomElements = fc.array(
  fc.record({
    a: fc.integer({ min: 0, max: 7 }),
    b: fc.integer({ min: 0, max: 7 }),
    ohms: fc.double({ min: 0.01, max: 1e4, noNaN: true }),
    kind: fc.constantFrom('wire', 'contact', 'load', 'capacitance'),
    powerFactor: fc.double({ min: 0.1, max: 1, noNaN: true }),
  }),
  { minLength: 1, maxLength: 24 },
);
type RandomPart = typeof randomElements extends fc.Arbitrary<(infer P)[]> ? P : never;
const nodeName = (i: number): string => (i === 0 ? 'T.com' : i === 1 ? 'T.hot' : `n${i}`);

const build = (parts: readonly RandomPart[], degrees = 0): CircuitElement[] => [
  { ...source(), reactance: 0.6 } as CircuitElement,
  { ...source(25, 2, degrees, 'U'), b: 'T.com' } as CircuitElement,
  ...parts.map((p, i): CircuitElement => {
    const [a, b] = [nodeName(p.a), nodeName(p.b)];
    if (p.kind === 'wire') return wire(`w${i}`, a, b, p.ohms);
    if (p.kind === 'contact') return contact(`k${i}`, a, b, 'never');
    if (p.kind === 'capacitance') return { kind: 'capacitance', id: `c${i}`, name: 'c', a, b, farads: p.ohms * 1e-12 };
    return { ...load(`l${i}`, a, b, 576 / p.ohms), powerFactor: p.powerFactor } as CircuitElement;
  }),
];

const OMEGA = 2 * Math.PI * 60;
/** Impedance of an element, written out here once more. */
function impedanceOf(e: CircuitElement): Complex {
  if (e.kind === 'source') return [e.ohms, e.reactance ?? 0];
  if (e.kind === 'capacitance') return [0, -1 / (OMEGA * e.farads)];
  if (e.kind === 'contact') return [1e9, 0];
  if (e.kind !== 'load') return [e.ohms, 0];
  const z = e.ratedVolts ** 2 / e.va;
  const angle = Math.acos(e.powerFactor ?? 1);
  return [z * Math.cos(angle), z * Math.sin(angle)];
}

function dense(elements: readonly CircuitElement[]): Map<string, Complex> {
  const nodes = [...new Set(elements.flatMap((e) => [e.a, e.b]))];
  return denseVolts(
    [
      ...elements.flatMap((e): Part[] => {
        const [r, x] = impedanceOf(e);
        const admittance: Complex = [r / (r * r + x * x), -x / (r * r + x * x)];
        const angle = e.kind === 'source' ? (e.degrees * Math.PI) / 180 : 0;
        return e.kind === 'source'
          ? [
              { a: `emf ${e.id}`, b: e.b, volts: [e.volts * Math.cos(angle), e.volts * Math.sin(angle)] },
              { a: `emf ${e.id}`, b: e.a, admittance },
            ]
          : [{ a: e.a, b: e.b, admittance }];
      }),
      ...nodes.map((node): Part => ({ a: node, b: 'T.com', admittance: [1e-10, 0] })),
    ],
    'T.com',
  );
}

describe('properties on random circuits', () => {
  const angle = fc.constantFrom(0, 30, 120, 180, 240);
  it('agrees with dense elimination, obeys Kirchhoff and conserves power, real and reactive', () => {
    fc.assert(
      fc.property(randomElements, angle, (parts, degrees) => {
        const elements = build(parts, degrees);
        const { solution } = solve(elements);
        for (const [node, v] of dense(elements)) {
          if (node.startsWith('emf')) continue;
          // The dense form loses digits behind open contacts: 100 S against 1e-9 S leaves about 1e-5 of the value.
          expect(magnitude(minus(solution.volts.get(node) ?? [Number.NaN, 0], v))).toBeLessThan(1e-3);
          let sum = minus(NO_PHASOR, [0, 0]);
          for (const e of elements) {
            const amps = solution.amps.get(e.id) ?? NO_PHASOR;
            if (e.a === e.b) continue;
            if (e.a === node) sum = minus(sum, amps);
            if (e.b === node) sum = [sum[0] + amps[0], sum[1] + amps[1]];
          }
          // Currents reach 51/0.01 A here; the bound is that times the number of elements times machine epsilon, with
          // room, and the leak.
          expect(magnitude(sum)).toBeLessThan(2e-7);
        }
        let [watts, vars, most] = [0, 0, 1];
        for (const e of elements) {
          const amps = solution.amps.get(e.id) ?? NO_PHASOR;
          const square = amps[0] ** 2 + amps[1] ** 2;
          const [r, x] = impedanceOf(e);
          watts += r * square;
          vars += x * square;
          if (e.kind !== 'source') continue;
          const phase = (e.degrees * Math.PI) / 180;
          const emf: Complex = [e.volts * Math.cos(phase), e.volts * Math.sin(phase)];
          // What the source gives: its voltage times what flows out of it.
          watts += emf[0] * amps[0] + emf[1] * amps[1];
          vars += emf[1] * amps[0] - emf[0] * amps[1];
          most = Math.max(most, e.volts * Math.sqrt(square));
        }
        expect(Math.abs(watts)).toBeLessThan(1e-6 * most);
        expect(Math.abs(vars)).toBeLessThan(1e-6 * most);
      }),
      { seed: 11, numRuns: 200 },
    );
  });

  it('at no frequency there is no reactance: coils are their resistance, capacitors nothing', () => {
    fc.assert(
      fc.property(randomElements, (parts) => {
        const elements = build(parts);
        const direct = new CircuitSolver({ elements, ground: 'T.com' }).solve(state());
        const plain = elements.flatMap((e): CircuitElement[] => {
          if (e.kind === 'capacitance') return [];
          if (e.kind !== 'load') return [e];
          return [wire(e.id, e.a, e.b, (e.ratedVolts ** 2 / e.va) * (e.powerFactor ?? 1))];
        });
        const without = plain.map((e) => (e.kind === 'source' ? { ...e, reactance: 0 } : e));
        const there = new CircuitSolver({ elements: without, ground: 'T.com', hertz: 60 }).solve(state());
        for (const [node, v] of direct.volts) {
          expect(v[1]).toBe(0);
          expect(magnitude(minus(v, there.volts.get(node) ?? NO_PHASOR))).toBeLessThan(1e-6);
        }
      }),
      { seed: 12, numRuns: 60 },
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
    expect(at(solution, 'n3')).toBeCloseTo((26.4 * 1e-9) / 2.2e-9, 6);
  });

  it('reciprocity: the impedance seen between two points is the same both ways', () => {
    fc.assert(
      fc.property(randomElements, angle, (parts, degrees) => {
        const { solver, solution } = solve(build(parts, degrees));
        const table = solver.probeAll([...solver.nodes], solution);
        for (let i = 0; i < table.size; i++)
          for (let j = 0; j < table.size; j++) {
            const q = table.ohms(j, i);
            expect(Math.abs(table.ohms(i, j) - q)).toBeLessThanOrEqual(1e-5 * Math.max(1, q));
            const x = table.reactance(j, i);
            expect(Math.abs(table.reactance(i, j) - x)).toBeLessThanOrEqual(1e-5 * Math.max(1, q, Math.abs(x)));
          }
      }),
      { seed: 5, numRuns: 50 },
    );
  });
});

describe('the compiled kernel', () => {
  const angle = fc.constantFrom(0, 60, 180);
  it('gives the reference’s volts, coils, fuses and rounds to the last bit', () => {
    fc.assert(
      fc.property(randomElements, fc.boolean(), angle, (parts, on, degrees) => {
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
            normally: p.kind === 'wire' ? 'open' : 'closed',
          }),
        );
        const fuse: CircuitElement = { kind: 'fuse', id: 'F', name: 'F', a: 'T.hot', b: 'n2', ohms: 0.03, amps: 3 };
        const elements = [
          ...build(parts, degrees),
          ...coils.slice(0, 4),
          fuse,
          { ...load('relay', 'n2', 'n3', 5), powerFactor: 0.6 } as CircuitElement,
          load('other', 'n3', 'T.com', 9),
        ];
        const groups: Group[] = elements.flatMap((_, i) =>
          (['size', 'angle'] as const).map((moves) => ({
            moves,
            members: Int32Array.of(i, (i + 3) % elements.length),
          })),
        );
        groups.push({ moves: 'volts', members: Int32Array.of(elements.findIndex((e) => e.kind === 'source')) });
        const kernel = new StateKernel({ elements, ground: 'T.com', hertz: 60 }, new KernelMemory(), groups);
        if (kernel.controls.length > 0) kernel.controls[0] = on ? 1 : 0;
        const outcome = (rounds: number): unknown => [
          rounds,
          [...kernel.volts],
          [...kernel.pulledIn],
          [...kernel.blown],
          [...kernel.moving],
        ];
        expect(outcome(kernel.run())).toEqual(outcome(kernel.runPlain()));
        const last = kernel.volts.length / 2 - 1;
        for (const [a, b, follow] of [
          [0, last, 2],
          [last, -1, 1],
          [-1, 1, 1],
          [1, 1, 1],
          [0, 2, 0],
        ] as const) {
          kernel.run();
          kernel.probe(a, b, follow);
          const compiled = [...kernel.probed];
          kernel.runPlain();
          probePlain(kernel, a, b, follow);
          expect(compiled).toEqual([...kernel.probed]);
        }
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
