import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Numbers } from '../numbers';
import { inOrder, type Predicted } from './hypothesis';
import { Numbered } from './numbered';

const key = fc.constantFrom('a', 'b', 'c', 'd', 'e', '__proto__', 'constructor');
const step = fc.oneof(
  fc.record({ do: fc.constant('set' as const), key, value: fc.integer() }),
  fc.record({ do: fc.constant('put' as const), keys: fc.array(key, { maxLength: 4 }), value: fc.integer() }),
  fc.record({ do: fc.constant('ask' as const), keys: fc.array(key, { maxLength: 5 }) }),
);

describe('predictions by number', () => {
  it('say what a map of the same would, whoever else gives keys their numbers', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
        const numbers = new Numbers();
        const [one, other] = [new Numbered(numbers), new Numbered(numbers)];
        const map = new Map<string, Predicted>();
        for (const s of steps)
          if (s.do === 'set') {
            one.set(s.key, { value: s.value });
            map.set(s.key, { value: s.value });
          } else if (s.do === 'put') {
            const predicted = s.keys.map((_, i) => (i % 2 === 0 ? { value: s.value + i } : undefined));
            one.putAll({ numbers: Int32Array.from(s.keys, (k) => numbers.of(k)), predicted });
            s.keys.forEach((k, i) => {
              const found = predicted[i];
              if (found) map.set(k, found);
            });
          } else {
            expect(inOrder(one, s.keys)).toEqual(s.keys.map((k) => map.get(k)));
            expect(inOrder(map, s.keys)).toEqual(inOrder(one, s.keys));
            other.set(`only ${s.keys.length}`, { value: 1 });
          }
        expect(new Set(one.keys())).toEqual(new Set(map.keys()));
        for (const k of ['a', 'b', 'nothing', 'toString']) {
          expect(one.get(k)).toEqual(map.get(k));
          expect(one.has(k)).toBe(map.has(k));
        }
      }),
      { seed: 15, numRuns: 300 },
    );
  });
});
