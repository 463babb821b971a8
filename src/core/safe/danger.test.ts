/** Signs at which everybody stops, in every family: nothing is listed to do, nothing is proved, whatever else is known. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HEALTHY } from '../../../tests/properties/jobs';
import { derive } from '../derive';
import { Danger } from '../job/danger';

describe.each(HEALTHY)('%s', (_family, any) => {
  it('stops at any of them', () => {
    fc.assert(
      fc.property(any, fc.constantFrom(...Danger.options), (job, danger) => {
        const d = derive({ ...job, arrive: { ...job.arrive, danger: [danger] } }).shared;
        const found = d.findings.find((f) => f.code === 'arrive.danger');
        expect(found?.severity).toBe('blocker');
        expect(found?.fix).toMatch(danger === 'gas-smell' ? /outside/ : /breaker off first/);
        expect([d.steps, d.proof.verdict === 'pass']).toEqual([[], false]);
      }),
      { seed: 351, numRuns: 12 },
    );
  });
});
