import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Compared } from './compare';
import { addedUp, beyondHouse, zoneAreas, zoneHouse } from './zone-house';

describe('a zone as a house of its own', () => {
  it('areas of the zones make up the house, whichever of them were said', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 8 }), fc.integer({ min: 0, max: 7 }), (zones, said) => {
        const ids = Array.from({ length: zones }, (_, i) => String(i));
        const kept = {
          areaSquareMetres: 160,
          zoneAreas: Object.fromEntries(ids.slice(0, Math.min(said, zones - 1)).map((id) => [id, 12])),
        };
        const areas = [...zoneAreas(kept, ids).values()];
        expect(areas.reduce((a, b) => a + b, 0)).toBeCloseTo(160, 9);
        const watts = ids.map((id) => zoneHouse({ ...kept, heatWatts: 8000 }, ids, id).heatWatts ?? 0);
        expect(watts.reduce((a, b) => a + b, 0)).toBeCloseTo(8000, 6);
      }),
    );
  });
  it.each<[string, Record<string, number>, number | null]>([
    ['nothing said', {}, null],
    ['one of two, some left', { a: 119 }, null],
    ['one of two, nothing left', { a: 120 }, 120],
    ['both, as the house', { a: 80, b: 40 }, null],
    ['both, a tape’s slip more', { a: 80, b: 41 }, null],
    ['both, more than the house', { a: 80, b: 60 }, 140],
    ['a zone that is no more', { a: 60, gone: 500 }, null],
  ])('zones and the house’s floor: %s', (_what, zoneAreas, beyond) => {
    expect(beyondHouse({ areaSquareMetres: 120, zoneAreas }, ['a', 'b'])).toBe(beyond);
  });
  it('a heat pump’s points and its help go by the area', () => {
    const kept = {
      areaSquareMetres: 100,
      zoneAreas: { '0': 75 },
      auxWatts: 4000,
      points: [
        { outdoorCelsius: -7, watts: 4000, cop: 2 },
        { outdoorCelsius: 7, watts: 6000, cop: 3 },
      ],
    };
    const second = zoneHouse(kept, ['0', '1'], '1');
    expect(second.auxWatts).toBeCloseTo(1000, 9);
    expect(second.points?.map((p) => [p.watts, p.cop])).toEqual([
      [1000, 2],
      [1500, 3],
    ]);
  });
  it('one zone is the house; zones larger than the house leave an even part', () => {
    const kept = { areaSquareMetres: 90, zoneAreas: { '0': 95 } };
    expect(zoneHouse(kept, ['0'], '0')).toBe(kept);
    expect(zoneAreas(kept, ['0', '1', '2']).get('2')).toBeCloseTo(30, 9);
  });
});

describe('zones added up', () => {
  const plan = (id: string, cost: number, more: Partial<Compared> = {}): Compared => ({
    id,
    name: id,
    low: cost * 0.9,
    high: cost * 1.1,
    saved: null,
    use: {
      cost,
      paidKilowattHours: cost * 4,
      heatKilowattHours: cost * 4,
      starts: 10,
      shortKelvinHours: 1,
      auxShare: 0,
      meanAirCelsius: 20,
      coldestCelsius: 16,
      stageMinutes: [],
      imbalance: 0,
    },
    ...more,
  });
  it('what is saved is saved of what both cost; a zone without a plan counts by its wish', () => {
    const a = [plan('held', 300), plan('wish', 240, { saved: { share: 0.2, low: 0.1, high: 0.3 } })];
    const b = [
      plan('held', 100),
      plan('wish', 90, { saved: { share: 0.1, low: 0, high: 0.2 } }),
      plan('held-week', 95, { saved: { share: 0.05, low: 0, high: 0.1 } }),
    ];
    const sums = addedUp([a, b]);
    expect(sums.map((c) => [c.id, c.use.cost])).toEqual([
      ['held', 400],
      ['wish', 330],
      ['held-week', 335],
    ]);
    for (const c of sums.slice(1)) expect(c.saved?.share).toBeCloseTo(1 - c.use.cost / 400, 9);
    expect(sums[1]?.saved?.high).toBeCloseTo((0.3 * 300 + 0.2 * 100) / 400, 9);
    expect(sums[1]?.high).toBeCloseTo(330 * 1.1, 9);
  });
});
