import { describe, expect, it } from 'vitest';
import { layOut, type StripConductor, type StripRow } from './strip-layout';

const rows: StripRow[] = [
  { wall: 'R', board: 'R' },
  { wall: 'C', board: null },
  { wall: null, board: 'W' },
];
const core = (id: string, wall: string | null, board: string | null): StripConductor => ({
  id,
  wall,
  board,
  wallColour: 'red',
  boardColour: 'red',
});

describe('where the strip draws', () => {
  const red = core('k1', 'R', 'R');
  const half = core('k2', 'C', null);
  const [one, two] = [core('k3', null, null), core('k4', null, null)];
  const wide = layOut(700, rows, [red, half, one, two]);

  it('puts a landed end at its screw’s row, on the plate’s edge', () => {
    const [a, b] = [wide.endOf(red, 'wall', null), wide.endOf(red, 'board', null)];
    expect([a.landed, b.landed]).toEqual([true, true]);
    expect([a.y, b.y]).toEqual([wide.y(0), wide.y(0)]);
    expect(a.x).toBeLessThan(wide.edgeX('wall'));
    expect(b.x).toBeGreaterThan(wide.edgeX('board'));
    expect(a.x + b.x).toBe(wide.width);
  });

  it('hangs a loose end beside the other, off the plate; one loose at both ends has a row below', () => {
    const loose = wide.endOf(half, 'board', null);
    expect(loose).toMatchObject({ landed: false, y: wide.y(1) });
    expect(loose.x).toBeLessThan(wide.edgeX('board'));
    const [first, second] = [wide.endOf(one, 'wall', null), wide.endOf(two, 'wall', null)];
    expect([first.y, second.y]).toEqual([wide.y(3), wide.y(4)]);
    expect(wide.height).toBeGreaterThan(wide.y(4));
  });

  it('takes the end in hand to the pointer, and no other', () => {
    const drag = { conductor: 'k1', place: 'wall' as const, x: 222, y: 111 };
    expect(wide.endOf(red, 'wall', drag)).toEqual({ x: 222, y: 111, landed: true });
    expect(wide.endOf(red, 'board', drag)).toEqual(wide.endOf(red, 'board', null));
    expect(wide.endOf(half, 'wall', drag)).toEqual(wide.endOf(half, 'wall', null));
  });

  it.each([700, 390])('finds the screw whose row is under a point of its plate, %i wide', (width) => {
    const layout = layOut(width, rows, [red]);
    for (const place of ['wall', 'board'] as const)
      rows.forEach((r, i) => {
        expect(layout.nearest(place, { x: layout.screwX(place), y: layout.y(i) })).toBe(r[place]);
      });
    expect(layout.nearest('wall', { x: layout.screwX('wall') + layout.reach + 1, y: layout.y(0) })).toBeNull();
    expect(layout.nearest('wall', { x: layout.screwX('wall'), y: -40 })).toBeNull();
    expect(layout.nearest('wall', { x: layout.screwX('wall'), y: layout.y(99) })).toBeNull();
  });

  it('leaves room for a long name beside the mark of a joint', () => {
    expect(wide.beside('red')).toBe(76);
    expect(wide.beside('green with a yellow stripe')).toBeGreaterThan(76);
  });
});
