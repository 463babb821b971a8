import { describe, expect, it } from 'vitest';
import { derived, landed } from '../../../tests/support/jobs';
import { conductorLabels } from './labels';

const texts = (lines: string, job: object = {}): string[] => {
  const j = landed(lines, {}, job);
  const d = derived(j);
  return conductorLabels(j, d.powering?.chosen ? d.wiring : null).map((l) =>
    `${l.place} ${l.letter} ${l.colour} ${l.goes}`.trim(),
  );
};

describe('labels', () => {
  it('one an end, with the old letter and where it goes', () => {
    expect(texts('r red, c blue, w white/grey', { device: 'v7-menu' })).toEqual([
      'wall R red to Rc',
      'wall C blue',
      'wall W white to W1',
      'board R red',
      'board C blue',
      'board W grey',
    ]);
  });

  it('what is capped says so; a freed fan conductor goes to C at both ends', () => {
    expect(texts('r red, c blue, w white, y yellow, g green, spare orange', { device: 't24-five' })).toContain(
      'wall spare orange cap it',
    );
    const freed = texts('r red, y yellow, g green, w white', { decide: { powering: 'reuse-g' } });
    expect(freed).toEqual(expect.arrayContaining(['wall G green to C', 'board G green to C']));
  });

  it('spares, and the second cable by itself', () => {
    expect(texts('r red, w white, spare blue, y pink outdoor')).toEqual(
      expect.arrayContaining(['wall spare blue', 'board Y pink', 'outdoor Y pink']),
    );
  });
});
