import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derived } from '../../../tests/support/jobs';
import { ProbeTable } from '../circuit/probe-table';

import { SHIPPED_SHEETS } from '../devices/shipped.data';
import { jobAs } from '../family/of';
import { readJobValue } from '../job/file';
import type { LowVoltageJob, Reading } from '../job/schema';
import { provingPairs } from './make-safe';
import { band, meterTolerance, pairTable, predictedVolts } from './predict';

const file = (lines: string, device = 't24-five', more: object = {}): LowVoltageJob => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device,
    answers: { fuel: 'gas', 'outdoor-unit': 'heat-pump' },
    survey: { lines },
    ...more,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const FIVE = 'r red, c blue, y yellow, g green, w white';
const idle = (value: number, more: Partial<Reading> = {}): Reading => ({
  at: '2026-03-01T09:00:00Z',
  by: 'x',
  source: 'typed',
  quantity: 'volts-ac',
  value,
  a: 'wall.R',
  b: 'wall.C',
  state: 'idle',
  stop: 'power-up',
  ...more,
});
const withReadings = (job: LowVoltageJob, ...all: Reading[]): LowVoltageJob => ({
  ...job,
  readings: Object.fromEntries(all.map((r, i) => [`r${i}`, r])),
});

describe('the source’s voltage', () => {
  it('is nominal with a wide spread until R to C is read idle', () => {
    expect(derived(file(FIVE)).source).toMatchObject({ openVolts: expect.closeTo(26.4, 9), from: null });
  });

  it('is taken from the last healthy reading of any hot to common, and from nothing else', () => {
    const from = (...r: Reading[]): string | null => derived(withReadings(file(FIVE), ...r)).source.from;
    expect(from(idle(27))).toBe('r0');
    expect(from(idle(27), idle(25.5, { at: '2026-03-01T10:00:00Z', a: 'board.C', b: 'board.R' }))).toBe('r1');
    expect(from(idle(13))).toBeNull();
    expect(from(idle(27, { struck: true }))).toBeNull();
    expect(from(idle(26, { a: 'wall.R', b: 'wall.W' }))).toBeNull();
    expect(from(idle(26, { state: 'heat1' }))).toBeNull();
  });

  it('makes the idle circuit read exactly what was read, whatever is on in idle', () => {
    const d = derived(withReadings(file(FIVE), idle(25.1)));
    const p = d.predictions.find((x) => x.state === 'idle');
    expect(p && predictedVolts(p, 'wall.R', 'wall.C')).toBeCloseTo(25.1, 3);
  });

  it('a band holds its prediction, and near zero leaves room for stray volts only', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (volts, spread) => {
          const b = band(volts, spread);
          expect(b.low <= volts && volts <= b.high && b.low >= 0).toBe(true);
        },
      ),
      { seed: 6 },
    );
    expect(band(0, 0.07)).toEqual({ low: 0, high: 0.5 });
    expect(meterTolerance(26)).toBeCloseTo(0.56, 9);
  });
});

describe('predicted pairs', () => {
  const d = derived(file(FIVE));
  it('name every pair once, the same both ways, a loading meter never above an ordinary one', () => {
    for (const p of d.predictions) {
      const rows = pairTable(p);
      expect(rows).toHaveLength((p.points.length * (p.points.length - 1)) / 2);
      for (const r of rows) {
        expect(predictedVolts(p, r.b, r.a)).toBeCloseTo(r.volts, 2);
        expect(r.lowMeterVolts).toBeLessThanOrEqual(r.volts + 0.001);
      }
    }
    expect(
      predictedVolts(
        d.predictions[0] ?? {
          state: '',
          name: '',
          called: [],
          points: [],
          probes: new ProbeTable([], new Float64Array(0)),
          running: [],
          loadsRunning: [],
          transformerVA: 0,
          faults: [],
        },
        'wall.R',
        'wall.nowhere',
      ),
    ).toBeNull();
  });

  it('obey the triangle of Kirchhoff: volts round any three points close', () => {
    const p = d.predictions.find((x) => x.state === 'cool1');
    if (!p) throw new Error('no state');
    const toCommon = p.points.map((_, i) => p.probes.at(i, p.points.indexOf('board.C'))?.open ?? 0);
    p.points.forEach((_, i) => {
      p.points.forEach((__, j) => {
        const [u, v] = [toCommon[i] ?? 0, toCommon[j] ?? 0];
        expect(p.probes.open(i, j)).toBeGreaterThanOrEqual(Math.abs(u - v) - 1e-6);
        expect(p.probes.open(i, j)).toBeLessThanOrEqual(u + v + 1e-6);
      });
    });
  });

  it('a longer, thinner cable drops more', () => {
    const at = (gauge: string, metres: number): number => {
      const job = file(FIVE, 't24-five', { survey: { lines: FIVE, cables: { main: { gauge, metres } } } });
      const p = derived(job).predictions.find((x) => x.state === 'cool1');
      return p ? (predictedVolts(p, 'wall.R', 'wall.C') ?? 0) : 0;
    };
    expect(at('AWG 18', 15)).toBeGreaterThan(at('AWG 18', 60));
    expect(at('AWG 18', 60)).toBeGreaterThan(at('AWG 24', 60));
  });
});

describe('proving it dead', () => {
  it('offers R and C where both are landed, and the board always', () => {
    expect(provingPairs(file(FIVE))).toEqual([
      { a: 'wall.R', b: 'wall.C' },
      { a: 'board.R', b: 'board.C' },
    ]);
    expect(provingPairs(file('rh red, w white'))).toEqual([{ a: 'board.Rh', b: 'board.C' }]);
  });
});

describe('every shipped device on every system', () => {
  const systems = [
    FIVE,
    'r red, w white',
    'r red, c blue, y yellow, g green',
    'r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green',
    'r red, c blue, y yellow, g green, o orange, w white',
    'rc red, rh brown, c blue, w white, y yellow, g green',
  ];
  it.each(SHIPPED_SHEETS.map((s) => [s.id]))('%s: the plan uses its own screws once, the card its own places', (id) => {
    const sheet = SHIPPED_SHEETS.find((s) => s.id === id);
    for (const lines of systems) {
      const d = derived(file(lines, id));
      const labels = sheet?.terminals.map((t) => t.label) ?? [];
      const used = (d.wiring?.rows ?? []).flatMap((r) => (r.newWall ? [r.newWall] : []));
      expect(used.every((u) => labels.includes(u))).toBe(true);
      expect(new Set(used).size).toBe(used.length);
      expect(d.wired).toEqual(labels.filter((l) => used.includes(l)));
      const order = d.settings.card.map((r) => sheet?.settings.findIndex((s) => s.setting === r.key) ?? -1);
      expect(order).toEqual([...order].sort((a, b) => a - b));
      for (const r of d.settings.card) expect(r.why.length).toBeGreaterThan(3);
    }
  });

  it('the work list labels what comes off, lands what goes on, and ends with the plate', () => {
    const d = derived(file(`${FIVE}, spare brown`));
    const steps = d.wiring?.steps.map((s) => s.id) ?? [];
    expect(steps.filter((s) => s.startsWith('label-'))).toHaveLength(5);
    expect(steps.filter((s) => s.startsWith('land-'))).toHaveLength(5);
    expect(steps.filter((s) => s.startsWith('cap-'))).toHaveLength(1);
    expect(steps[steps.length - 1]).toBe('tuck');
    expect(new Set(steps).size).toBe(steps.length);
  });
});

describe('parts and tools', () => {
  const names = (job: LowVoltageJob): string[] => derived(job).parts.map((p) => p.name);
  it('follow the wall, the plate, the device, the power and the defects', () => {
    const job = file('r red, y yellow, g green, w white', 'k2-battery');
    expect(names(job)).toContain('Fresh batteries');
    expect(names({ ...job, arrive: { ...job.arrive, wall: 'brick', plateCoversMarks: false } })).toEqual(
      expect.arrayContaining(['Drill, masonry plugs, 5 mm masonry bit', 'Larger wall plate']),
    );
    expect(names(file('r red, w white'))).toContain('fish tape');
    expect(names(file('r red, y yellow, g green, w white'))).toContain('splitter module');
    expect(
      names({ ...job, connect: { ...job.connect, defects: { d: { kind: 'no-slack', where: 'wall' } } } }),
    ).toContain('Connectors and spare cable');
  });
});
