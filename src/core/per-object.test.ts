import { describe, expect, it } from 'vitest';
import { perObject } from './per-object';

describe('what is made of an object', () => {
  it('is made once for it, also where it is nothing, and anew for another of the same content', () => {
    const made: string[] = [];
    const lengthOf = perObject(({ name }: { name: string }): number | undefined => {
      made.push(name);
      return name.length > 0 ? name.length : undefined;
    });
    const [a, none] = [{ name: 'red' }, { name: '' }];
    expect([lengthOf(a), lengthOf(a), lengthOf(none), lengthOf(none)]).toEqual([3, 3, undefined, undefined]);
    expect(made).toEqual(['red', '']);
    expect(lengthOf({ name: 'red' })).toBe(3);
    expect(made).toHaveLength(3);
  });
});
