/** The worst state by enumeration, against closed forms, and the smallest repair. */
import { describe, expect, it } from 'vitest';
import { codesOf, derived, FIVE_WIRES, landed } from '../../../tests/support/jobs';
import type { Netlist } from '../circuit/netlist';
import { CircuitSolver } from '../circuit/solve';
import { everyState, worstStates } from '../circuit/worst';

/** A source of 24 V behind 1 Ω, loads of 24, 48 and 72 Ω switched one each. */
const three: Netlist = {
  ground: 'C',
  elements: [
    { kind: 'source', id: 'T', name: 'T', a: 'R', b: 'C', volts: 24, ohms: 1, degrees: 0, ratedVA: 40, supply: 'main' },
    ...[24, 48, 72].flatMap((ohms, i): Netlist['elements'] => [
      {
        kind: 'contact',
        id: `k${i}`,
        name: `k${i}`,
        a: 'R',
        b: `n${i}`,
        closedOhms: 1e-6,
        openOhms: 1e9,
        by: { control: `c${i}` },
        normally: 'open',
      },
      { kind: 'load', id: `l${i}`, name: `l${i}`, a: `n${i}`, b: 'C', ratedVolts: 24, va: 576 / ohms, coil: true },
    ]),
  ],
};

describe('the worst simultaneous state', () => {
  it('is found among all: three loads in parallel behind the source’s own ohm', () => {
    const worst = worstStates(new CircuitSolver(three), everyState(['c0', 'c1', 'c2']));
    expect(worst.tried).toBe(8);
    const g = 1 / 24 + 1 / 48 + 1 / 72;
    const volts = (24 * (1 / g)) / (1 / g + 1);
    expect(worst.sources[0]?.va).toBeCloseTo(volts * volts * g, 4);
    expect(worst.weakest?.volts).toBeCloseTo(volts, 4);
    expect(worst.sources[0]?.state).toBe(7);
    expect(worst.sources[0]?.parts.map((p) => p.id)).toEqual(['l0', 'l1', 'l2']);
  });

  it('what the source gives is a little less than its parts one by one: they do not lag alike', () => {
    const d = derived(landed(FIVE_WIRES));
    const parts = d.budget?.parts.reduce((sum, p) => sum + p.va, 0) ?? 0;
    expect((d.budget?.va ?? 99) / parts).toBeLessThan(1.01);
    expect((d.budget?.va ?? 0) / parts).toBeGreaterThan(0.9);
  });

  it('refuses more controls than it can try in full', () => {
    expect(() => everyState(Array.from({ length: 17 }, (_, i) => `c${i}`))).toThrow('at most 16');
  });
});

describe('the budget of a job', () => {
  it('counts the fan with heat, accessories and other zones', () => {
    const plain = derived(landed(FIVE_WIRES)).budget;
    // The gas valve takes more than the contactor, and the fan may be on with either.
    expect(plain?.state).toBe('heat, stage 1 + fan');
    const zones = derived(
      landed('r red, c blue, w white', {
        equipment: { kind: 'zone-valve' },
        zones: [{ name: 'loft' }, { name: 'hall' }],
      }),
    ).budget;
    expect(zones?.parts.map((p) => p.name)).toEqual(
      expect.arrayContaining(['zone valve of loft', 'zone valve of hall', 'boiler relay', 'zone valve motor']),
    );
    // Two states of this zone, four of the others.
    expect(zones?.worst.tried).toBe(8);
  });

  it('repairs a shortfall by the smallest change: the next size that keeps under 80 %', () => {
    const d = derived(landed(FIVE_WIRES, { equipment: { transformerVA: 20, loadVA: { cool1: 14 } } }));
    expect(d.budget?.short).toBe(true);
    expect(d.budget?.repair?.what).toBe('Fit a 40 VA transformer');
    expect(d.budget?.repair?.va).toBeLessThanOrEqual(32);
    expect(d.findings.find((f) => f.code === 'circuit.overload' || f.code === 'circuit.near-limit')?.fix).toContain(
      'Fit a 40 VA transformer',
    );
  });

  it('a coil starved by thin wire is repaired by thicker wire, not by a transformer', () => {
    const d = derived(
      landed(FIVE_WIRES, {
        cables: { main: { gauge: 'AWG 24', metres: 80 } },
        equipment: { transformerVA: 75, loadVA: { cool1: 14 } },
      }),
    );
    expect(d.budget?.repair?.what).toMatch(/^Pull a AWG \d\d cable instead of AWG 24$/);
    expect(d.budget?.repair?.weakestShare).toBeGreaterThanOrEqual(0.85);
  });

  it('a heavy accessory is moved to a supply of its own first', () => {
    const job = landed(
      FIVE_WIRES,
      { equipment: { transformerVA: 40 }, accessories: [{ kind: 'humidifier', power: 'system', va: 25 }] },
      { device: 'a6-relay' },
    );
    expect(derived(job).budget?.repair?.what).toContain('isolating relay');
  });

  it('inrush: the contactor sees less while it pulls in, and too little is a finding', () => {
    const good = derived(landed(FIVE_WIRES)).budget?.inrush;
    expect(good).toMatchObject({ name: 'compressor contactor', ok: true });
    expect(good?.volts).toBeLessThan(25);
    const weak = derived(
      landed(FIVE_WIRES, { cables: { main: { gauge: 'AWG 24', metres: 60 } }, equipment: { transformerVA: 20 } }),
    );
    expect(codesOf(weak)).toContain('circuit.weak-inrush');
  });
});
