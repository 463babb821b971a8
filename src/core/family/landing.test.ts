import { describe, expect, it } from 'vitest';
import { landedWith } from './landing';

describe('a terminal tried', () => {
  const planned = [
    { terminal: 'A', core: 'c1.1' },
    { terminal: 'B', core: 'c1.2' },
    { terminal: 'C', core: null },
  ];

  it('stands on the plan, with what was found over it', () => {
    expect(landedWith(planned, { B: 'c2.2' }, 'A', 'c2.1')).toEqual({ A: 'c2.1', B: 'c2.2' });
  });

  it('taken off leaves the others as planned', () => {
    expect(landedWith(planned, {}, 'A', undefined)).toEqual({ B: 'c1.2' });
  });

  it('that nothing is planned for takes what is tried', () => {
    expect(landedWith(planned, {}, 'C', 'c3.1')).toEqual({ A: 'c1.1', B: 'c1.2', C: 'c3.1' });
  });
});
