import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Group } from './kernel-layout';
import type { CircuitElement, CircuitState, Netlist } from './netlist';
import { SolverPool } from './pool';
import { CircuitSolver } from './solve';
import { KernelMemory } from './wasm/arena';

/** A transformer behind a fuse, a called relay whose contact starts a motor, and perhaps a short. */
const circuit = fc
  .record({
    volts: fc.double({ min: 10, max: 30, noNaN: true }),
    wire: fc.double({ min: 0.01, max: 2000, noNaN: true }),
    amps: fc.double({ min: 0.1, max: 5, noNaN: true }),
    va: fc.double({ min: 2, max: 20, noNaN: true }),
    inrush: fc.double({ min: 1, max: 4, noNaN: true }),
    stuck: fc.boolean(),
    closedOhms: fc.constantFrom(0.05, 30, 1e9),
    short: fc.option(fc.double({ min: 0.01, max: 100, noNaN: true })),
  })
  .map((x): Netlist => {
    const elements: CircuitElement[] = [
      {
        kind: 'source',
        id: 'T',
        name: 'transformer',
        a: 'raw',
        b: 'com',
        volts: x.volts,
        ohms: 1.4,
        degrees: 0,
        ratedVA: 40,
        supply: 'main',
      },
      { kind: 'fuse', id: 'F', name: 'fuse', a: 'raw', b: 'hot', ohms: 0.02, amps: x.amps },
      { kind: 'conductor', id: 'w', name: 'wire', a: 'hot', b: 'wall', ohms: x.wire },
      {
        kind: 'contact',
        id: 'k',
        name: 'call',
        a: 'wall',
        b: 'coil',
        closedOhms: x.closedOhms,
        openOhms: 1e9,
        by: { control: 'call' },
        normally: 'open',
      },
      {
        kind: 'load',
        id: 'relay',
        name: 'relay',
        a: 'coil',
        b: 'com',
        ratedVolts: 24,
        va: x.va,
        inrushVA: x.va * x.inrush + 1,
        powerFactor: 0.6,
        coil: true,
        runs: 'blower',
        ...(x.stuck ? { stuck: true } : {}),
      },
      {
        kind: 'contact',
        id: 'r',
        name: 'relay contact',
        a: 'hot',
        b: 'motor',
        closedOhms: 0.05,
        openOhms: 1e9,
        by: { coil: 'relay' },
        normally: 'open',
      },
      { kind: 'load', id: 'm', name: 'motor', a: 'motor', b: 'com', ratedVolts: 24, va: 8, coil: false, runs: 'pump' },
    ];
    if (x.short !== null)
      elements.push({ kind: 'joint', id: 's', name: 'short', a: 'wall', b: 'motor', ohms: x.short });
    return { elements, ground: 'com', hertz: 60 };
  });
const states: CircuitState[] = [
  { controls: new Set(), suppliesOff: new Set() },
  { controls: new Set(['call']), suppliesOff: new Set() },
  { controls: new Set(['call']), suppliesOff: new Set(['main']) },
];
const groups = (elements: readonly CircuitElement[]): Group[] => [
  {
    moves: 'size',
    members: Int32Array.from(elements.flatMap((e, i) => (e.kind === 'conductor' || e.id === 'm' ? [i] : []))),
  },
];

/** Everything that is asked of a circuit in a state, each of a solver that may have been asked something before. */
function asked(solver: () => CircuitSolver, state: CircuitState): unknown {
  const slopes = new Float64Array(1);
  const [solution, settled, last] = [solver().solve(state), solver().settled(state), solver()];
  last.settle(state);
  const point = last.between(last.at('wall') ?? -1, last.at('motor') ?? -1, slopes);
  return { solution, settled, point, slopes: [...slopes] };
}
const alone = (netlist: Netlist) => (): CircuitSolver => new CircuitSolver(netlist, null, groups(netlist.elements));

describe('circuits that take turns in one solver', () => {
  for (const [name, memory] of [
    ['by the reference', null],
    ['compiled', new KernelMemory()],
  ] as const)
    it(`each come to what they come to alone, ${name}`, () => {
      fc.assert(
        fc.property(fc.array(circuit, { minLength: 2, maxLength: 6 }), (netlists) => {
          const pool = new SolverPool(memory, groups);
          for (const netlist of netlists)
            for (const state of states)
              expect(asked(() => pool.of(netlist), state)).toEqual(asked(alone(netlist), state));
        }),
        { seed: 15, numRuns: 60 },
      );
    });

  it('are those alone that are joined alike', () => {
    fc.assert(
      fc.property(circuit, circuit, (one, other) => {
        const pool = new SolverPool(null, groups);
        expect(pool.of(one) === pool.of(other)).toBe(one.elements.length === other.elements.length);
      }),
      { seed: 3, numRuns: 60 },
    );
    const pool = new SolverPool(null, groups);
    const [one] = fc.sample(circuit, { seed: 1, numRuns: 1 }) as [Netlist];
    const changed = (id: string, part: object): Netlist => ({
      ...one,
      elements: one.elements.map((e) => (e.id === id ? ({ ...e, ...part } as CircuitElement) : e)),
    });
    const first = pool.of(one);
    for (const other of [
      changed('w', { b: 'motor' }),
      changed('k', { normally: 'closed' }),
      changed('k', { by: { control: 'other' } }),
      changed('T', { supply: 'second' }),
      changed('m', { runs: 'fan' }),
      changed('relay', { powerFactor: undefined }),
      { ...one, ground: 'raw' },
      { ...one, extraNodes: ['spare'] },
    ])
      expect(pool.of(other)).not.toBe(first);
  });

  it('are given back the volts that somebody changed on the one before', () => {
    const pool = new SolverPool(null, groups);
    const [one] = fc.sample(circuit, { seed: 1, numRuns: 1 }) as [Netlist];
    const [idle] = states as [CircuitState];
    const before = asked(() => pool.of(one), idle);
    pool.of(one).kernel.layout.emf.fill(3);
    expect(asked(() => pool.of({ ...one }), idle)).toEqual(before);
  });

  it('refuse a value that is none, by its name, and go on with the next', () => {
    const pool = new SolverPool(null, groups);
    const [one] = fc.sample(circuit, { seed: 1, numRuns: 1 }) as [Netlist];
    const [idle] = states as [CircuitState];
    const good = asked(() => pool.of(one), idle);
    const bad = { ...one, elements: one.elements.map((e) => (e.id === 'w' ? { ...e, ohms: 0 } : e)) };
    expect(() => pool.of(bad)).toThrow('"wire" has a value that is not finite');
    expect(asked(() => pool.of(one), idle)).toEqual(good);
  });
});
