/** The seam: every family is registered, and what all stops read of it is what it derived. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HEALTHY } from '../../../tests/properties/jobs';
import { derive } from '../derive';
import { emptyJobOf, Family } from '../job/schema';
import { handoverTopics } from '../record/handover';
import { STOPS } from '../run';
import { parseJobTrials, tryOnCopy } from '../try-job';
import { familyOf, ownOf } from './registry';

describe.each(Family.options)('the %s family', (id) => {
  const job = emptyJobOf(id);
  const { module, job: seen } = familyOf(job);

  it('is registered under its own name, and says something of every stop of a job with nothing in it', () => {
    expect(module.id).toBe(id);
    const d = derive(job);
    expect(d.stops.map((s) => s.id)).toEqual(STOPS.map((s) => s.id));
    for (const s of d.stops) {
      expect(s.says.length).toBeGreaterThan(1);
      expect(s.state).not.toBe('done');
    }
    expect(d.shared.sentence.length).toBeGreaterThan(5);
    expect(module.surveyed(seen)).toMatch(/^0 /);
    expect(handoverTopics(job, d).map((t) => t.id)).toEqual(expect.arrayContaining(['setpoint', 'schedule', 'call']));
  });

  it('ships sheets that are sheets of its own, each told by a line', () => {
    const { shipped, schema, says } = module.sheets;
    expect(shipped.length).toBeGreaterThan(1);
    for (const sheet of shipped) {
      expect(schema.safeParse(sheet).success).toBe(true);
      expect([sheet.family, says(sheet as never).length > 10]).toEqual([id, true]);
      // One carried inside the job is as good as one that ships.
      const inside = derive({ ...job, device: { inline: sheet } });
      expect(inside.shared.sheet?.name).toBe(sheet.name);
    }
    const bad = derive({ ...job, device: { inline: { ...shipped[0], settings: 7 } } });
    expect(bad.shared.findings.map((f) => f.code)).toContain('device.bad-sheet');
  });

  it('answers a proposal it does not know with what it takes, and changes nothing', () => {
    const [line] = parseJobTrials('nonsense 9', job, derive(job));
    expect(line?.ok).toBe(false);
    expect(tryOnCopy(job, (j) => j)).toEqual({ raised: [], cleared: [], runs: [] });
  });

  it('gives its own results under its own name only', () => {
    const d = derive(job);
    expect(ownOf(d, id)).toBe(d.own);
    for (const other of Family.options) if (other !== id) expect(() => ownOf(d, other)).toThrow(RangeError);
  });
});

describe.each(HEALTHY)('%s in order', (_name, any) => {
  it('what every stop reads is what the family derived', () => {
    fc.assert(
      fc.property(any, (job) => {
        const d = derive(job);
        expect([d.family, d.shared.sheet?.name]).toEqual([job.family, d.own.sheet?.name]);
        if (job.units === 'si') {
          const codes = d.shared.findings.map((f) => `${f.code} ${f.message}`);
          for (const f of d.own.findings) expect(codes).toContain(`${f.code} ${f.message}`);
          // Beside the family's own the card is read back.
          const own = d.own.proof.tests.map((t) => t.id);
          const card = own.length > 0 && d.shared.settings.card.length > 0 ? ['card'] : [];
          expect(d.shared.proof.tests.map((t) => t.id)).toEqual([...own, ...card]);
        }
        expect(d.shared.steps.length).toBeGreaterThan(0);
        expect(d.shared.mains === null).toBe(job.family === '24v');
      }),
      { numRuns: 60, seed: 1101 },
    );
  });
});
