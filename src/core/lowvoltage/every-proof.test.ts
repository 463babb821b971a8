/** What must hold of the proof of every plan: as planned it passes, and each fault has one name. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { healthyLowVoltage } from '../../../tests/arbitrary/healthy';
import { derived } from '../../../tests/support/jobs';
import { AS_PLANNED } from '../evidence/hypothesis';
import { judge } from '../proof/verdict';
import { lowVoltageEvidence } from './diagnose';

describe('the proof of any plan', () => {
  it('passes where all is as planned; ids of faults are told apart, and their predictions are numbers', () => {
    let tried = 0;
    fc.assert(
      fc.property(healthyLowVoltage, (job) => {
        const d = derived(job);
        const e = lowVoltageEvidence(job, d, true);
        // A plan that cannot work says so elsewhere, and has no proof to pass.
        if (!e || d.findings.some((f) => f.severity === 'blocker' && f.stop !== 'make-safe')) return;
        tried++;
        const ids = e.hypotheses.map((h) => h.id);
        expect(new Set(ids).size).toBe(ids.length);
        const planned = e.hypotheses.find((h) => h.id === AS_PLANNED);
        for (const t of d.proof.tests)
          for (const m of t.measures) {
            const key = e.keyOf(t, m);
            const p = key === null ? undefined : planned?.predicts.get(key);
            if (!p || p.floats !== undefined) continue;
            expect([t.id, m.id, judge(p.reads ?? p.value, m.predicted, m.tolerance)]).toEqual([t.id, m.id, 'pass']);
          }
        for (const h of e.hypotheses)
          for (const key of h.predicts.keys()) expect(Number.isFinite(h.predicts.get(key)?.value)).toBe(true);
      }),
      { numRuns: 80 },
    );
    expect(tried).toBeGreaterThan(5);
  });
});
