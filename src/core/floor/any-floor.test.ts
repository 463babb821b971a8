/** Surveys of floors nobody chose: each derives, gives figures that are figures, and does not depend on order or names. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { askedFloor, floorJobOf } from '../../../tests/arbitrary/floor';
import { floorOf } from '../../../tests/support/jobs';
import { derivedJson } from '../derive';

describe('any floor', () => {
  it('derives, and every figure of it is one', () => {
    fc.assert(
      fc.property(askedFloor, (a) => {
        const text = JSON.stringify(derivedJson(floorJobOf(a)), (_key, v: unknown) => {
          if (typeof v === 'number' && !Number.isFinite(v)) throw new Error('a figure that is none');
          return v;
        });
        expect(text).not.toMatch(/NaN|undefined|\[object/);
      }),
      { seed: 60, numRuns: 150 },
    );
  });

  it('does not depend on the order or the ids of its mats', () => {
    fc.assert(
      fc.property(askedFloor, (a) => {
        const here = floorOf(floorJobOf(a));
        const mats = a.survey.mats.map((m, i) => ({ name: `Mat ${i + 1}`, ...m }));
        const there = floorOf(
          floorJobOf({ ...a, survey: { ...a.survey, mats: [...mats].reverse() } }, (i) => `other-${i}`),
        );
        const sums = (d: typeof here): number[] =>
          [d.floor?.load?.watts, d.floor?.load?.amps, d.floor?.load?.parallelOhms, d.floor?.warmUp?.target.minutes].map(
            (v) => Math.round((v ?? -1) * 1e6) / 1e6,
          );
        expect(sums(there)).toEqual(sums(here));
        expect(there.findings.map((f) => f.code)).toEqual(here.findings.map((f) => f.code));
        expect(there.proof.tests.map((t) => t.id)).toEqual(here.proof.tests.map((t) => t.id));
      }),
      { seed: 61, numRuns: 80 },
    );
  });

  it('with more than its relay carries is never put directly on it unasked', () => {
    fc.assert(
      fc.property(askedFloor, (a) => {
        const d = floorOf(floorJobOf(a));
        const { load, contactor } = d.floor ?? {};
        if (!load?.needsContactor) return;
        const codes = d.findings.map((f) => f.code);
        expect(contactor || codes.includes('floor.relay-overload')).toBe(true);
      }),
      { seed: 62, numRuns: 150 },
    );
  });

  it('that would be destroyed, leaks or is open always stops the work', () => {
    fc.assert(
      fc.property(askedFloor, (a) => {
        const d = floorOf(floorJobOf(a));
        const stops = d.findings.filter((f) => f.severity === 'blocker').map((f) => f.code);
        const bad = d.floor?.load?.mats.some((m) => (d.floor?.load?.supplyVolts ?? 0) > m.ratedVolts * 1.1 + 1e-9);
        if (bad) expect(stops).toContain('floor.over-volts');
        const leaks = (a.survey.mats as { connection?: { megohms?: number } }[]).some(
          (m) => m.connection?.megohms !== undefined && m.connection.megohms < 1,
        );
        if (leaks) expect(stops).toContain('floor.insulation-low');
      }),
      { seed: 63, numRuns: 150 },
    );
  });
});
