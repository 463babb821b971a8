/** What must hold of every survey a person could enter. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { surveyJob } from '../../../tests/arbitrary/low-voltage';
import { derived } from '../../../tests/support/jobs';
import { voltsBetween } from '../circuit/phasor';
import type { LowVoltageJob } from '../job/schema';
import { predictor, solveState } from './predict';

const RUNS = { numRuns: 300 };

/** What a derived job says, without the colours. */
const essence = (job: LowVoltageJob): unknown => {
  const d = derived(job);
  return {
    system: { kind: d.system.kind, verdict: d.system.verdict, common: d.system.common, aux: d.system.auxStages },
    codes: d.findings.map((f) => f.code).sort(),
    wired: [...d.wired].sort(),
    ways: d.powering?.ways.map((w) => [w.id, w.works]).sort(),
    settings: d.settings.canonical.map((s) => [s.key, s.value]),
    va: d.budget ? d.budget.va.toFixed(6) : null,
    running: d.predictions.map((p) => [p.state, [...p.running].sort()]),
  };
};

describe('any survey', () => {
  it('derives, and every reading it predicts is a number', () => {
    fc.assert(
      fc.property(surveyJob, (job) => {
        const d = derived(job);
        for (const p of d.predictions)
          for (const point of p.probes.pairs()) {
            if (!Number.isFinite(point.open) || !Number.isFinite(point.ohms) || point.open > 120) return false;
          }
        return Number.isFinite(d.budget?.va ?? 0);
      }),
      RUNS,
    );
  });

  it('never plans two conductors on one terminal of the device', () => {
    fc.assert(
      fc.property(surveyJob, (job) => {
        for (const way of derived(job).powering?.ways ?? []) {
          const screws = way.plan.rows.flatMap((r) => (r.newWall === null ? [] : [r.newWall]));
          expect(new Set(screws).size).toBe(screws.length);
        }
      }),
      RUNS,
    );
  });

  it('never lands a load between two sources without a blocker', () => {
    fc.assert(
      fc.property(surveyJob, (job) => {
        const d = derived(job);
        if (d.predictionsOf !== 'plan' || !d.installed) return;
        const p = predictor(d.installed);
        const doubled = d.states.some((state) => {
          const { volts } = solveState(p, state);
          return p.solver.netlist.elements.some(
            (e) => e.kind === 'load' && voltsBetween(volts, e.a, e.b) > 1.4 * e.ratedVolts,
          );
        });
        const joined = d.predictions.some((x) => x.faults.some((f) => f.kind === 'opposed-sources'));
        if (doubled || joined) expect(d.findings.some((f) => f.severity === 'blocker')).toBe(true);
      }),
      RUNS,
    );
  });

  it('does not care what colour a conductor is', () => {
    fc.assert(
      fc.property(surveyJob, (job) => {
        const ids = Object.keys(job.survey.conductors);
        const paint = (i: number): string => `tag${i}`;
        const conductors = Object.fromEntries(
          Object.entries(job.survey.conductors).map(([id, c]) => {
            const colour = paint(ids.indexOf(id));
            return [
              id,
              {
                ...c,
                ...(c.wall ? { wall: { ...c.wall, colour } } : {}),
                ...(c.board ? { board: { ...c.board, colour } } : {}),
              },
            ];
          }),
        );
        expect(essence({ ...job, survey: { ...job.survey, conductors } })).toEqual(essence(job));
      }),
      { numRuns: 150 },
    );
  });

  it('does not care in which order conductors were entered', () => {
    fc.assert(
      fc.property(surveyJob, (job) => {
        const conductors = Object.fromEntries(Object.entries(job.survey.conductors).reverse());
        expect(essence({ ...job, survey: { ...job.survey, conductors } })).toEqual(essence(job));
      }),
      { numRuns: 150 },
    );
  });
});
