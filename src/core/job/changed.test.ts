import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { surveyJob } from '../../../tests/arbitrary/low-voltage';
import { MOST } from './bounds';
import { fitting } from './changed';
import { applyChanges, sameValue } from './changes';
import { applyOperation, type Operation } from './operation';
import { type Change, emptyJob, Job, Reading } from './schema';

const reading = { at: '2026-03-01T09:00:00Z', by: 'Ada', source: 'typed', quantity: 'ohms', value: 3 };

/** Paths and values of every kind: right, wrong, new, taken away, unknown, too many, whole subtrees. */
const change: fc.Arbitrary<Change> = fc.oneof(
  fc.record({
    path: fc.constantFrom<string[]>(
      ['zone'],
      ['units'],
      ['family'],
      ['site', 'name'],
      ['site', 'colour'],
      ['survey', 'equipment', 'transformerVA'],
      ['survey', 'equipment', 'pump'],
      ['survey', 'cables', 'main', 'metres'],
      ['survey', 'conductors', 'k1', 'wall', 'terminal'],
      ['survey', 'conductors', 'k1'],
      ['survey', 'conductors', 'bad key!'],
      ['survey', 'jumpers'],
      ['week', 'days'],
      ['floor', 'areaSquareMetres'],
      ['boiler', 'wires'],
      ['readings', 'r1'],
      ['readings', 'r1', 'value'],
      ['answers', 'fuel'],
      ['nothing-of-the-kind'],
      ['version'],
      ['arrive'],
      ['week'],
      ['survey'],
    ),
    to: fc.oneof(
      fc.constantFrom<unknown>(
        undefined,
        null,
        'R',
        '',
        'x'.repeat(300),
        0,
        -1,
        1e-300,
        40,
        true,
        [],
        {},
        reading,
        { ...reading, value: 'three' },
        { ...reading, more: 1 },
        { a: { place: 'wall', a: 'R', b: 'RC' } },
        Object.fromEntries(
          Array.from({ length: MOST.jumpers + 1 }, (_, i) => [`j${i}`, { place: 'wall', a: 'R', b: 'C' }]),
        ),
        { cable: 'main', wall: { terminal: 'R', colour: 'red', state: 'landed' } },
        { warm: { outdoorCelsius: 8, watts: 9000, cop: 3 }, cold: { outdoorCelsius: 9, watts: 6000, cop: 2 } },
        { equipment: { fuel: 'gas' } },
      ),
      fc.double({ noNaN: true }),
    ),
  }),
);

describe('a changed job judged by its change', () => {
  it('is judged as the whole of it would be, and comes out the same', () => {
    fc.assert(
      fc.property(surveyJob, fc.array(change, { minLength: 1, maxLength: 3 }), (drawn, changes) => {
        const job = { ...drawn, readings: { r1: Reading.parse(reading) } } as Job;
        const { value } = applyChanges(job, changes);
        const fit = fitting(job, value);
        const full = Job.safeParse(value);
        expect(fit.ok).toBe(full.success);
        if (fit.ok && full.success) expect(sameValue(fit.job, full.data)).toBe(true);
        if (!fit.ok) expect(fit.misfit.message.length).toBeGreaterThan(0);
      }),
      { numRuns: 1500, seed: 4711 },
    );
  });

  it('looks at the change and not at the job: what stands is taken as it stands', () => {
    const readings = Object.fromEntries(Array.from({ length: 3000 }, (_, i) => [`r${i}`, reading]));
    const job = Job.parse({ ...emptyJob(), readings });
    let looked = 0;
    // Whatever is read of an old reading is counted.
    const watched = Object.fromEntries(
      Object.entries(job.readings).map(([id, r]) => [
        id,
        new Proxy(r, {
          get: (t, k) => {
            looked += 1;
            return Reflect.get(t, k);
          },
        }),
      ]),
    );
    const operation: Operation = {
      id: 'operation-1',
      job: 'job-1',
      base: 1,
      at: '2026-03-01T09:00:00Z',
      by: { client: 'phone', name: 'Ada' },
      kind: 'edit',
      label: 'read',
      changes: [{ path: ['readings', 'new'], to: reading }],
    };
    const applied = applyOperation({ ...job, readings: watched }, operation);
    expect([applied.ok, looked]).toEqual([true, 0]);
  });
});
