/** What hangs together in a dead circuit, beside what an independent direct-current solution finds. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { APART_OHMS, continuity } from './continuity';
import type { CircuitElement } from './netlist';
import { CircuitSolver } from './solve';

const wire = (a: string, b: string, ohms = 0.1): CircuitElement => ({
  kind: 'conductor',
  id: `${a}-${b}-${ohms}`,
  name: 'wire',
  a,
  b,
  ohms,
});
const contact = (normally: 'open' | 'closed', openOhms = 1e9): CircuitElement => ({
  kind: 'contact',
  id: 'contact',
  name: 'contact',
  a: 'x',
  b: 'y',
  closedOhms: 0.05,
  openOhms,
  by: { control: 'call' },
  normally,
});

describe('continuity', () => {
  it('passes through wires, windings and loads, and not through insulation or a capacitance', () => {
    const joined = continuity({
      elements: [
        wire('a', 'b'),
        {
          kind: 'source',
          id: 's',
          name: 's',
          a: 'b',
          b: 'c',
          volts: 24,
          ohms: 1,
          degrees: 0,
          ratedVA: 40,
          supply: 'm',
        },
        { kind: 'load', id: 'l', name: 'l', a: 'c', b: 'd', ratedVolts: 24, va: 2, coil: true },
        { kind: 'capacitance', id: 'k', name: 'k', a: 'd', b: 'e', farads: 1e-9 },
        wire('d', 'f', APART_OHMS),
      ],
    });
    expect(joined('a', 'd')).toBe(true);
    expect(joined('a', 'e')).toBe(false);
    expect(joined('a', 'f')).toBe(false);
    expect(joined('nowhere', 'a')).toBe(false);
    expect(joined('nowhere', 'nowhere')).toBe(true);
  });
  it('takes contacts as they rest, and a stuck one as it is stuck', () => {
    expect(continuity({ elements: [contact('open')] })('x', 'y')).toBe(false);
    expect(continuity({ elements: [contact('closed')] })('x', 'y')).toBe(true);
    expect(continuity({ elements: [contact('open', 0.05)] })('x', 'y')).toBe(true);
  });
  it('agrees with the ohms of a direct-current solution on any circuit of wires', () => {
    const node = fc.integer({ min: 0, max: 9 }).map((n) => `n${n}`);
    fc.assert(
      fc.property(fc.array(fc.tuple(node, node, fc.constantFrom(0.1, 40, 3000, 1e9)), { maxLength: 14 }), (list) => {
        const elements = list
          .filter(([a, b]) => a !== b)
          .map(([a, b, ohms], i): CircuitElement => ({ ...wire(a, b, ohms), id: `w${i}` }) as CircuitElement);
        const nodes = Array.from({ length: 10 }, (_, i) => `n${i}`);
        const solver = new CircuitSolver({ elements, ground: 'n0', extraNodes: nodes });
        const table = solver.probeAll(nodes, solver.solve({ controls: new Set(), suppliesOff: new Set() }));
        const joined = continuity({ elements });
        nodes.forEach((a, i) => {
          nodes.forEach((b, j) => {
            if (i < j) expect(joined(a, b)).toBe(table.ohms(i, j) < 1e6);
          });
        });
      }),
      { numRuns: 150 },
    );
  });
});
