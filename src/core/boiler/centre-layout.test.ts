import { describe, expect, it } from 'vitest';
import { CENTRE, centreLayout, corePath } from './centre-layout';
import { type Plant, plantParts } from './parts';
import { planNets } from './wiring';

const plant: Plant = { kind: 'zone-valves', zones: 3, input: 'live', output: 'live', overrun: false };

describe('the wiring centre’s drawing', () => {
  const nets = planNets(plant);
  const layout = centreLayout(plantParts(plant), nets, false);

  it('draws every joined point once, from its part to its terminal', () => {
    expect(layout.cores.map((c) => c.point).sort()).toEqual(nets.flatMap((n) => n.points).sort());
    for (const c of layout.cores) expect([CENTRE.strip.x, CENTRE.strip.x + CENTRE.strip.width]).toContain(c.to.x);
    expect(corePath(layout.cores[0] ?? { net: 0, point: '', from: { x: 0, y: 0 }, to: { x: 0, y: 0 } })).toMatch(
      /^M [\d.]+ [\d.]+ C/,
    );
  });

  it('lets no part touch another, and holds them all', () => {
    for (const side of [true, false]) {
      const column = layout.parts.filter((p) => p.left === side).sort((a, b) => a.y - b.y);
      column.forEach((p, i) => {
        const before = column[i - 1];
        if (before) expect(p.y).toBeGreaterThanOrEqual(before.y + before.height);
        expect(p.y + p.height).toBeLessThanOrEqual(layout.height);
      });
    }
  });

  it('shows empty terminals only when asked', () => {
    const all = centreLayout(plantParts(plant), nets, true);
    const count = (l: typeof all): number => l.parts.reduce((n, p) => n + p.terminals.length, 0);
    expect(count(all)).toBeGreaterThan(count(layout));
    expect(centreLayout(plantParts(plant), [], false).parts).toEqual([]);
  });
});
