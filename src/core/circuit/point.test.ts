import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isPoint, pointLetters, pointParts, screwWords } from './point';

describe('points', () => {
  it('are a part and what of it, or one of four words', () => {
    for (const text of ['wall.R', 'core.k3.wall', 'mat.m1.screen', 'RX.4', 'outdoor.O/B', 'wall.ACC+', 'earth', 'live'])
      expect([text, isPoint(text)]).toEqual([text, true]);
    for (const text of ['', 'R', 'wall', 'wall.', '.R', 'wall..R', 'wall.R W', 'a.b.c.d', 'Earth'])
      expect([text, isPoint(text)]).toEqual([text, false]);
  });

  it('come apart into what they were made of', () => {
    const word = fc.stringMatching(/^[A-Za-z0-9/+*_-]{1,8}$/);
    fc.assert(
      fc.property(word, word, fc.option(word, { nil: '' }), (part, id, end) => {
        const text = end === '' ? `${part}.${id}` : `${part}.${id}.${end}`;
        expect(isPoint(text)).toBe(true);
        expect(pointParts(text)).toEqual({ part, id, end });
        if (isPoint(text)) expect(pointLetters(text)).toBe(end === '' ? id : end);
      }),
    );
  });

  it('are said as a screw on its plate', () => {
    expect([screwWords('wall.R'), screwWords('earth')]).toEqual(['R at the wall', 'earth']);
  });
});
