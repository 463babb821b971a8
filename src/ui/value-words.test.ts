import { describe, expect, it } from 'vitest';
import { valueWords } from './value-words';

describe('values in words', () => {
  it.each([
    [undefined, 'nothing'],
    ['', 'empty'],
    [{}, 'empty'],
    [true, 'yes'],
    [26.1, '26.1'],
    [{ cable: 'main', wall: { colour: 'brown', state: 'coiled' } }, 'cable main, wall colour brown, wall stat…'],
    [['R', 'C'], 'R, C'],
    ['x'.repeat(50), `${'x'.repeat(40)}…`],
  ])('%j', (value, words) => expect(valueWords(value, 40)).toBe(words));
});
