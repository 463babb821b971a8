/** The seam: every family is registered, and what all stops read of it is what it derived. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HEALTHY } from '../../../tests/properties/jobs';
import { derive } from '../derive';
import { emptyJob, Family } from '../job/schema';
import { handoverTopics } from '../record/handover';
import { STOPS } from '../run';
import { parseJobTrials, tryOnCopy } from '../try-job';
import { familyOf } from './registry';

describe.each(Family.options)('the %s family', (id) => {
  const job = { ...emptyJob(), family: id };

  it('is registered under its own name, and says something of every stop of a job with nothing in it', () => {
    expect(familyOf(job).id).toBe(id);
    const d = derive(job);
    expect(d.stops.map((s) => s.id)).toEqual(STOPS.map((s) => s.id));
    for (const s of d.stops) {
      expect(s.says.length).toBeGreaterThan(1);
      expect(s.state).not.toBe('done');
    }
    expect(d.shared.sentence.length).toBeGreaterThan(5);
    expect(familyOf(job).surveyed(job)).toMatch(/^0 /);
    expect(handoverTopics(job, d).map((t) => t.id)).toEqual(expect.arrayContaining(['setpoint', 'schedule', 'call']));
  });

  it('answers a proposal it does not know with what it takes, and changes nothing', () => {
    const [line] = parseJobTrials('nonsense 9', job, derive(job));
    expect(line?.ok).toBe(false);
    expect(tryOnCopy(job, (j) => j)).toEqual({ raised: [], cleared: [], runs: [] });
  });
});

describe.each(HEALTHY)('%s in order', (_name, any) => {
  it('what every stop reads is what the family derived', () => {
    fc.assert(
      fc.property(any, (job) => {
        const d = derive(job);
        const own = d.boiler ?? d.floor ?? d;
        expect(d.shared.sheet).toBe(own.sheet);
        expect(d.shared.findings).toBe(d.findings);
        expect(d.shared.proof).toBe(d.proof);
        expect(d.shared.sentence).toBe(d.system.sentence);
        expect([d.boiler !== null, d.floor !== null]).toEqual([job.family === 'boiler', job.family === 'floor']);
        expect(d.shared.steps.length).toBeGreaterThan(0);
        expect(d.shared.mains === null).toBe(job.family === '24v');
      }),
      { numRuns: 60, seed: 1101 },
    );
  });
});
