/** What must hold of every job of every family once something is answered, read or shown. A file of its own, so that two machines' cores share the work. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derive, derivedJson } from '../../src/core/derive';
import { answered } from '../../src/core/findings/answer';
import type { Job } from '../../src/core/job/schema';
import { FAMILIES, RUNS } from './jobs';

const check = <T extends [Job, ...unknown[]]>(property: fc.IProperty<T>, seed: number): void =>
  fc.assert(property, { seed, numRuns: RUNS });

describe.each(FAMILIES)('%s', (_family, any) => {
  it('(e) every answer changes something, or says that it does not', () => {
    const essence = (job: Job): string => {
      const { questions: _q, stops: _s, ...rest } = derivedJson(job);
      return JSON.stringify(rest);
    };
    check(
      fc.property(any, (job) => {
        const [q] = derive(job).shared.questions.filter((x) => x.answers.length > 0);
        if (!q) return;
        const outcomes = q.answers.map((a) => ({
          a,
          said: essence(answered(job, q, a.value)),
        }));
        const before = essence(job);
        for (const { a, said } of outcomes) {
          const gone = !derive(answered(job, q, a.value)).shared.questions.some((x) => x.code === q.code);
          expect([q.code, a.value, gone]).toEqual([q.code, a.value, true]);
          const idle = said === before && /nothing|as (tile|timber)/i.test(a.means);
          expect([q.code, a.value, said !== before || idle]).toEqual([q.code, a.value, true]);
        }
      }),
      905,
    );
  });

  it('(f) an added live reading never makes it dead', () => {
    const points = fc.constantFrom(
      ['wall.R', 'wall.C'],
      ['board.R', 'board.C'],
      ['wall.R', 'wall.W'],
      ['box.L', 'box.N'],
      ['box.N', 'box.E'],
    );
    fc.assert(
      fc.property(
        any,
        points,
        fc.constantFrom(6, 24, 121, 231),
        fc.integer({ min: 0, max: 9 }),
        (job, [a, b], value, minute) => {
          const proved = (j: Job): boolean => derive(j).shared.safe.proved;
          const live = {
            at: `2026-01-01T00:0${minute}:30Z`,
            by: 'x',
            source: 'typed' as const,
            quantity: 'volts-ac' as const,
            value,
            a,
            b,
            stop: 'make-safe',
          };
          const after = proved({ ...job, readings: { ...job.readings, live } });
          expect([proved(job), after]).not.toEqual([false, true]);
          // Before its own dead reading a live one is what is wanted; after it, it takes the proof away.
          if (minute >= 5) expect(after).toBe(false);
        },
      ),
      { seed: 906, numRuns: RUNS },
    );
  });

  it('(g) every figure shown is one, in the job’s unit, and inside its range or contradicted', () => {
    check(
      fc.property(any, (job) => {
        const d = derive(job);
        const texts = [
          d.shared.sentence,
          ...d.shared.findings.flatMap((f) => [f.message, f.fix, f.evidence]),
          ...d.shared.questions.flatMap((q) => [q.ask, q.how, ...q.answers.map((a) => a.means)]),
          ...d.shared.proof.tests.flatMap((t) => [t.set, t.must, ...t.measures.map((m) => m.what)]),
        ];
        for (const text of texts) {
          expect(text).not.toMatch(/NaN|Infinity|undefined|\[object|\de[+-]\d/);
          if (job.units === 'us') expect(text).not.toMatch(/\d °C/);
        }
        JSON.stringify(derivedJson(job), (_key, v: unknown) => {
          if (typeof v === 'number') expect(Number.isFinite(v)).toBe(true);
          return v;
        });
        const stopped = d.shared.findings.some((f) => f.severity === 'blocker' || f.code === 'found.contradicts');
        const lv = d.family === '24v' ? d.own : null;
        for (const p of lv?.predictions ?? [])
          for (const x of p.probes.pairs()) if (x.open > 34 && !stopped) expect(x.open).toBeLessThan(34);
        if (lv?.budget && !stopped) expect(lv.budget.va).toBeLessThanOrEqual(lv.budget.ratedVA * 1.001);
      }),
      907,
    );
  });
});
