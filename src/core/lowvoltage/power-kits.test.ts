/** Ways of powering the device that put a part into the circuit, solved as circuits. */
import { describe, expect, it } from 'vitest';
import { codesOf, type Derived24, derived, FOUR_WIRES, landed } from '../../../tests/support/jobs';
import { SHIPPED_SHEETS } from '../devices/shipped.data';
import { predictedVolts } from './predict';

const way = (job: Parameters<typeof derived>[0], id: string) => derived(job).powering?.ways.find((w) => w.id === id);
const running = (d: Derived24, state: string): string[] =>
  (d.predictions.find((p) => p.state === state)?.running ?? []).filter((r) => r !== 'display').sort();

describe('the splitter pair', () => {
  const job = landed(FOUR_WIRES, {}, { decide: { powering: 'splitter' } });
  const d = derived(job);

  it('frees the fan’s core for C and shares the cooling core', () => {
    expect(d.powering?.chosen).toBe('splitter');
    expect(d.wiring?.rows.map((r) => [r.colour, r.newWall, r.newBoard])).toEqual([
      ['red', 'R', 'R'],
      ['white', 'W', 'W'],
      ['yellow', null, 'M1'],
      ['green', 'C', 'C'],
    ]);
    expect(d.wiring?.steps.map((s) => s.id)).toEqual(expect.arrayContaining(['kit-module', 'kit-diode']));
  });

  it('half a wave runs the fan alone, a whole one the compressor with it', () => {
    expect(running(d, 'idle')).toEqual([]);
    expect(running(d, 'fan')).toEqual(['blower']);
    expect(running(d, 'cool1')).toEqual(['blower', 'compressor']);
    expect(running(d, 'heat1')).toEqual(['burner']);
  });

  it.each([22, 24, 26, 28, 29])('tells them apart with a supply of %i V', (openVolts) => {
    const { installed } = d;
    if (!installed) throw new Error('no circuit');
    const at = derived({
      ...job,
      readings: {
        r: {
          at: '2026-03-01T09:00:00Z',
          by: 'x',
          source: 'typed',
          quantity: 'volts-ac',
          value: openVolts,
          a: 'wall.R',
          b: 'wall.C',
          state: 'idle',
        },
      },
    });
    expect([running(at, 'fan'), running(at, 'cool1')]).toEqual([['blower'], ['blower', 'compressor']]);
  });

  it('puts 1/√2 of the supply on the shared core for the fan', () => {
    const on = (state: string): number => {
      const p = d.predictions.find((x) => x.state === state);
      return (p && predictedVolts(p, 'board.M1', 'board.C')) ?? 0;
    };
    expect(on('fan') / on('cool1')).toBeCloseTo(Math.SQRT1_2, 1);
    expect(on('idle')).toBeLessThan(0.1);
  });

  it('the terminals behind the diode are entered by hand, and that is no fault', () => {
    expect(d.settings.card.find((r) => r.key === 'terminals.byHand')?.enter).toBe('2');
    expect(codesOf(derived({ ...job, setUp: { ...job.setUp, detected: ['R', 'C', 'W'] } }))).toContain(
      'detected.by-hand',
    );
    expect(codesOf(derived({ ...job, setUp: { ...job.setUp, detected: ['R', 'C'] } }))).toContain('detected.missing');
    expect(codesOf(derived({ ...job, setUp: { ...job.setUp, chosen: { 'terminals.byHand': 'none' } } }))).toContain(
      'settings.conflict',
    );
  });

  it('is refused with its reason', () => {
    const why = (lines: string, device: string, more: object = {}): string | undefined =>
      way(landed(lines, {}, { device, ...more }), 'splitter')?.why;
    expect(why('r red, w white', 't24-five')).toBe('it needs Y and G landed at both ends');
    expect(why('r red, y1 yellow, y2 orange, g green, w white', 'v7-menu')).toContain('two cooling stages');
    expect(why(FOUR_WIRES, 'k2-battery')).toContain('does not let its detection');
    expect(why('r red, y yellow, g green, o orange', 't24-five')).toContain('heat pump');
    expect(way(landed(FOUR_WIRES, {}, { answers: { fuel: 'gas', 'kit-room': 'no' } }), 'splitter')).toMatchObject({
      works: 'no',
      why: expect.stringContaining('no room'),
    });
  });
});

describe('the extender', () => {
  it('needs a device that codes both calls, and all four cores', () => {
    const job = landed(FOUR_WIRES, {}, { device: 'v7-menu', decide: { powering: 'extender' } });
    const d = derived(job);
    expect(d.wiring?.rows.map((r) => [r.colour, r.newWall])).toEqual([
      ['red', 'Rc'],
      ['white', 'W1'],
      ['yellow', 'M1'],
      ['green', 'C'],
    ]);
    expect([running(d, 'fan'), running(d, 'cool1')]).toEqual([['blower'], ['blower', 'compressor']]);
    expect(d.settings.card.find((r) => r.key === 'power.source')?.enter).toBe('M1 module');
    expect(d.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
    expect(way(landed(FOUR_WIRES), 'extender')).toMatchObject({ works: 'no', why: expect.stringContaining('coded') });
    expect(way(landed('r red, y yellow, g green', {}, { device: 'v7-menu' }), 'extender')?.why).toContain('all four');
  });
});

describe('a separate transformer', () => {
  const job = landed('r red, w white', {}, { device: 'v7-menu', decide: { powering: 'separate-transformer' } });

  it('feeds the device on the side the equipment leaves free, and never meets it', () => {
    const d = derived(job);
    expect(d.powering?.chosen).toBe('separate-transformer');
    expect(d.wiring?.rows.map((r) => [r.colour, r.newWall, r.newBoard])).toEqual([
      ['red', 'Rh', 'R'],
      ['white', 'W1', 'W'],
    ]);
    expect(d.installed).toMatchObject({ device: { hot: 'Rc', common: 'C' }, wallLinks: [] });
    expect(d.settings.card.find((r) => r.key === 'transformers')?.enter).toBe('separate');
    expect(running(d, 'heat1')).toEqual(['burner']);
    expect(d.predictions.find((p) => p.state === 'heat1')?.running).toContain('display');
    const fed = d.predictions.find((p) => p.state === 'idle');
    expect(fed && predictedVolts(fed, 'wall.Rc', 'wall.C')).toBeGreaterThan(24);
    expect(d.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
  });

  it('no current passes between the two', () => {
    const { installed } = derived(job);
    if (!installed) throw new Error('no circuit');
    const d = derived(job);
    const p = d.predictions.find((x) => x.state === 'heat1');
    // Equipment C at the board and the device's C are apart: tying them moves no current.
    const i = p?.points.indexOf('wall.C') ?? -1;
    const j = p?.points.indexOf('board.C') ?? -1;
    expect(p?.probes.ohms(i, j)).toBeGreaterThan(1e6);
  });

  it('is refused where both sides are used, without an outlet, and on a device with one R', () => {
    const why = (lines: string, device: string, answers: object = {}): string | undefined =>
      way(landed(lines, {}, { device, answers: { fuel: 'gas', ...answers } }), 'separate-transformer')?.why;
    expect(why(FOUR_WIRES, 'v7-menu')).toContain('none is free');
    expect(why('r red, w white', 'v7-menu', { outlet: 'no' })).toContain('no outlet');
    expect(why('r red, w white', 't24-five')).toContain('apart');
  });
});

describe('the ways in order', () => {
  it('cheapest for the customer first; what cannot be is last; each says what it costs', () => {
    const ways = derived(landed(`${FOUR_WIRES}, spare blue`, {}, { device: 'v7-menu' })).powering?.ways ?? [];
    expect(ways.map((w) => w.id)).toEqual([
      'spare-core',
      'extender',
      'splitter',
      'reuse-g',
      'new-cable',
      'battery',
      'separate-transformer',
    ]);
    for (const w of ways) {
      expect(w.loses.length).toBeGreaterThan(3);
      expect(w.walk.length).toBeGreaterThan(2);
      expect(w.minutes).toBeGreaterThan(0);
    }
  });

  it('every shipped device is judged on four wires without a common', () => {
    for (const s of SHIPPED_SHEETS)
      expect(derived(landed(FOUR_WIRES, {}, { device: s.id })).powering?.ways).toHaveLength(
        s.supply.kinds.includes('idle-loads') ? 8 : 7,
      );
  });
});
