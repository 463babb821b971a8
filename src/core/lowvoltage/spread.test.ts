import { describe, expect, it } from 'vitest';
import { derived, FIVE_WIRES, landed } from '../../../tests/support/jobs';
import type { CircuitElement } from '../circuit/netlist';
import { voltsBetween } from '../circuit/phasor';
import { CircuitSolver } from '../circuit/solve';
import { type Installed, toNetlist } from './installed';
import { predictedVolts, predictor, predictState } from './predict';
import { spreadsOf } from './spread';

const d = derived(landed(FIVE_WIRES));
const installed = d.installed as Installed;
const cool = d.states.find((s) => s.id === 'cool1');
if (!cool) throw new Error('there is a cooling call');

/** The same element with a little more admittance. */
function moreOf(e: CircuitElement, step: number): CircuitElement {
  if (e.kind === 'load') return { ...e, va: e.va * (1 + step) };
  if (e.kind === 'capacitance') return { ...e, farads: e.farads * (1 + step) };
  if (e.kind === 'contact') return e;
  if (e.kind !== 'source') return { ...e, ohms: e.ohms / (1 + step) };
  return { ...e, ohms: e.ohms / (1 + step), reactance: (e.reactance ?? 0) / (1 + step) };
}

describe('how a reading follows the circuit', () => {
  const netlist = toNetlist(installed);
  const calls = new Set(installed.contacts.filter((c) => c.to !== 'W').map((c) => `call:${c.to}`));
  const state = { controls: calls, suppliesOff: new Set<string>() };
  const volts = (n: typeof netlist): number => {
    const s = new CircuitSolver(n).solve(state);
    return voltsBetween(s.volts, 'wall.R', 'wall.C');
  };
  it('one adjoint solve says what a thousandth more of each element does', () => {
    const slopes = (moves: 'size' | 'angle'): Float64Array => {
      const each = netlist.elements.map((_, i) => ({ members: Int32Array.of(i), moves }));
      const solver = new CircuitSolver(netlist, null, each);
      solver.settle(state);
      const found = new Float64Array(each.length);
      solver.between(solver.at('wall.R') ?? -1, solver.at('wall.C') ?? -1, found);
      return found;
    };
    const [sizes, angles] = [slopes('size'), slopes('angle')];
    const step = 1e-3;
    netlist.elements.forEach((e, i) => {
      if (e.kind === 'contact' || e.kind === 'fuse') return;
      const differs = (changed: CircuitElement): number =>
        volts({ ...netlist, elements: netlist.elements.map((x, k) => (k === i ? changed : x)) }) - volts(netlist);
      expect(differs(moreOf(e, step)) / Math.log(1 + step), e.id).toBeCloseTo(sizes[i] ?? 0, 3);
      if (e.kind !== 'load' || e.powerFactor === undefined) return;
      const lags = { ...e, powerFactor: Math.cos(Math.acos(e.powerFactor) + step) };
      expect(differs(lags) / step, `angle of ${e.id}`).toBeCloseTo(angles[i] ?? 0, 3);
    });
  });
});

describe('bands out of what is not known', () => {
  const p = predictor(installed);
  const spreads = spreadsOf(landed(FIVE_WIRES), p, d.states, d.source);
  it('hold nearly every circuit drawn from the same spreads', () => {
    const value = predictedVolts(predictState(p, cool), 'board.Y', 'board.C') ?? 0;
    const band = spreads.band('cool1', 'board.Y', 'board.C', value);
    let seed = 7;
    const normal = (): number => {
      let sum = 0;
      for (let i = 0; i < 12; i++) {
        seed = (seed * 16807) % 2147483647;
        sum += seed / 2147483647;
      }
      return sum - 6;
    };
    let inside = 0;
    const draws = 400;
    for (let i = 0; i < draws; i++) {
      const winding = Math.exp(-0.1 + 0.19 * normal());
      const lags = 0.15 * normal();
      const drawn: Installed = {
        ...installed,
        transformers: installed.transformers.map((t) => ({
          ...t,
          va: t.va * winding,
          openVolts: t.openVolts * (1 + (0.07 / 2.2) * normal()),
        })),
        loads: installed.loads.map((l) => ({
          ...l,
          va: l.va * Math.exp(0.16 * normal()),
          powerFactor: Math.cos(Math.acos(l.powerFactor) + lags),
        })),
        conductors: installed.conductors.map((c) => ({ ...c, ohms: c.ohms * Math.exp(0.5 * normal()) })),
      };
      const read = predictedVolts(predictState(predictor(drawn), cool), 'board.Y', 'board.C') ?? 0;
      if (band && read >= band.low && read <= band.high) inside++;
    }
    // 2.2 deviations either way: 97 in 100.
    expect(inside / draws).toBeGreaterThan(0.94);
    expect(inside / draws).toBeLessThan(0.999);
  });
  it('a measured idle voltage narrows them, most of all where it was read', () => {
    const told = landed(
      FIVE_WIRES,
      {},
      {
        readings: {
          r1: {
            at: '2026-03-01T09:00:00.000Z',
            by: 'x',
            source: 'typed',
            quantity: 'volts-ac',
            value: 26,
            a: 'wall.R',
            b: 'wall.C',
            state: 'idle',
            stop: 'proof',
          },
        },
      },
    );
    const after = derived(told);
    const width = (x: typeof d, test: string, measure: string): number => {
      const m = x.proof.tests.find((t) => t.id === test)?.measures.find((y) => y.id === measure);
      return m ? m.predicted.high - m.predicted.low : Number.NaN;
    };
    expect(width(after, 'cool1', 'board-Y')).toBeLessThan(width(d, 'cool1', 'board-Y') / 2);
    expect(width(after, 'power', 'idle')).toBeLessThan(width(after, 'cool1', 'board-Y'));
  });
  it('a point without volts keeps the floor of stray ones', () => {
    expect(spreads.band('idle', 'board.Y', 'board.C', 0)).toEqual({ low: 0, high: 0.5 });
    expect(spreads.band('no such state', 'board.Y', 'board.C', 20)).toBeNull();
  });
});
