import { describe, expect, it } from 'vitest';
import { Remembered } from './remembered';
import { Slab } from './slab';

describe('what was worked out for the names asked for last', () => {
  it('is worked out once, also where it is nothing, and once more when it was let go', () => {
    const made: string[] = [];
    const lengths = new Remembered<number | null>(2);
    const of = (name: string): number | null =>
      lengths.of(name, () => {
        made.push(name);
        return name.length > 0 ? name.length : null;
      });
    expect([of('red'), of(''), of('red'), of('')]).toEqual([3, null, 3, null]);
    expect(made).toEqual(['red', '']);
    of('a third');
    expect([of('red'), made]).toEqual([3, ['red', '', 'a third', 'red']]);
  });
});

describe('places for figures', () => {
  it('never lie over each other, however long they are', () => {
    const slab = new Slab();
    const lengths = [3, 40_000, 0, 32_000, 1000, 5];
    const rooms = lengths.map((length, i) => {
      const room = slab.room(length);
      for (let k = 0; k < length; k++) room.of[room.at + k] = i + 1;
      return room;
    });
    rooms.forEach(({ of, at }, i) => {
      const length = lengths[i] ?? 0;
      expect(new Set(of.subarray(at, at + length))).toEqual(new Set(length === 0 ? [] : [i + 1]));
      expect(of.subarray(at, at + length)).toHaveLength(length);
    });
  });
});
