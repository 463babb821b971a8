/** Properties of whole histories: replay, undo, amendment, and people working at once. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { jobAs } from '../family/of';
import { contentHash, sealed, verifySeal } from '../record/seal';
import { applyChanges, diff, invert, sameValue } from './changes';
import { applyOperation, type Operation, redoChanges, undoChanges, undoState } from './operation';
import { emptyJob, type JobOf } from './schema';

type Job = JobOf<'24v'>;

type Edit = (job: Job) => Job;
const terminal = fc.constantFrom('R', 'C', 'W', 'Y', 'G');
const colour = fc.constantFrom('red', 'blue', 'white', 'yellow', 'green');

/** Edits as the stops make them: fields, keyed collections, lists, readings. */
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc.string({ maxLength: 12 }).map(
    (zone): Edit =>
      (j) => ({ ...j, zone }),
  ),
  fc.constantFrom('si' as const, 'us' as const).map(
    (units): Edit =>
      (j) => ({ ...j, units }),
  ),
  fc.tuple(fc.constantFrom('k1', 'k2', 'k3'), terminal, colour).map(
    ([id, t, c]): Edit =>
      (j) => ({
        ...j,
        survey: {
          ...j.survey,
          conductors: {
            ...j.survey.conductors,
            [id]: { cable: 'main', wall: { terminal: t, colour: c, state: 'landed' } },
          },
        },
      }),
  ),
  fc.constantFrom('k1', 'k2').map(
    (id): Edit =>
      (j) => {
        const { [id]: _gone, ...conductors } = j.survey.conductors;
        return { ...j, survey: { ...j.survey, conductors } };
      },
  ),
  fc.boolean().map(
    (packed): Edit =>
      (j) => ({ ...j, arrive: { ...j.arrive, packed: { ...j.arrive.packed, meter: packed } } }),
  ),
  fc.array(terminal, { maxLength: 5 }).map(
    (detected): Edit =>
      (j) => ({ ...j, setUp: { ...j.setUp, detected } }),
  ),
  fc.tuple(fc.integer({ min: 0, max: 9 }), fc.double({ min: 0, max: 30, noNaN: true })).map(
    ([n, value]): Edit =>
      (j) =>
        j.readings[`r${n}`]
          ? j
          : {
              ...j,
              readings: {
                ...j.readings,
                [`r${n}`]: { at: '2026-03-01T09:00:00Z', by: 'x', source: 'typed', quantity: 'volts-ac', value },
              },
            },
  ),
);

let serial = 0;
const operation = (before: Job, after: Job, client = 'phone', kind: Operation['kind'] = 'edit'): Operation => ({
  id: `history-${serial++}`,
  job: 'job-1',
  base: 0,
  at: '2026-03-01T09:00:00Z',
  by: { client, name: client },
  kind,
  label: 'edit',
  changes: diff(before, after),
  ...(kind === 'amend' ? { reason: 'as found later' } : {}),
});
const apply = (job: Job, o: Operation): Job => {
  const applied = applyOperation(job, o);
  if (!applied.ok) throw new Error(applied.refusal.message);
  return jobAs(applied.job, '24v');
};
/** The journal and the job it leads to. */
function play(edits: readonly Edit[], start = emptyJob()): { job: Job; journal: Operation[] } {
  let job = start;
  const journal: Operation[] = [];
  for (const e of edits) {
    const o = operation(job, e(job));
    if (o.changes.length === 0) continue;
    journal.push(o);
    job = apply(job, o) as Job;
  }
  return { job, journal };
}
const edits = fc.array(edit, { minLength: 1, maxLength: 14 });

describe('histories', () => {
  it('replaying the journal from nothing gives the snapshot', () => {
    fc.assert(
      fc.property(edits, (list) => {
        const { job, journal } = play(list);
        expect(sameValue(journal.reduce(apply, emptyJob()), job)).toBe(true);
      }),
      { seed: 31, numRuns: 60 },
    );
  });

  it('a journal sent as text and read back replays the same', () => {
    fc.assert(
      fc.property(edits, (list) => {
        const { job, journal } = play(list);
        const back = JSON.parse(JSON.stringify(journal)) as Operation[];
        expect(sameValue(back.reduce(apply, emptyJob()), job)).toBe(true);
      }),
      { seed: 32, numRuns: 40 },
    );
  });

  it('undoing everything in turn leads back to the start, but for struck readings', () => {
    fc.assert(
      fc.property(edits, (list) => {
        const { job, journal } = play(list);
        let at = job;
        const all = [...journal];
        for (let guard = 0; guard < 20; guard++) {
          const { undo } = undoState(all, 'phone');
          if (!undo) break;
          const o: Operation = { ...operation(at, at), kind: 'undo', target: undo.id, changes: undoChanges(undo) };
          at = apply(at, o);
          all.push(o);
        }
        expect(Object.values(at.readings).every((r) => r.struck === true)).toBe(true);
        expect(sameValue({ ...at, readings: {} }, emptyJob())).toBe(true);
      }),
      { seed: 33, numRuns: 60 },
    );
  });

  it('undo then redo changes nothing', () => {
    fc.assert(
      fc.property(edits, (list) => {
        const { job, journal } = play(list);
        const last = journal[journal.length - 1];
        if (!last) return;
        const undone = apply(job, {
          ...operation(job, job),
          kind: 'undo',
          target: last.id,
          changes: undoChanges(last),
        });
        const redone = apply(undone, {
          ...operation(job, job),
          kind: 'redo',
          target: last.id,
          changes: redoChanges(last),
        });
        expect(sameValue(redone, job)).toBe(true);
      }),
      { seed: 34, numRuns: 60 },
    );
  });

  it('inverting twice is the change itself', () => {
    fc.assert(
      fc.property(edits, (list) => {
        const { journal } = play(list);
        for (const o of journal) expect(invert(invert(o.changes))).toEqual(o.changes);
      }),
      { seed: 35, numRuns: 40 },
    );
  });

  it('two people at once: whatever the order, both journals lead to a valid job and every loss is reported', () => {
    fc.assert(
      fc.property(edit, edit, (one, two) => {
        const base = play([(j) => ({ ...j, zone: 'start' })]).job;
        const a = operation(base, one(base), 'phone');
        const b = operation(base, two(base), 'laptop');
        const first = applyOperation(base, a);
        if (!first.ok) throw new Error('refused');
        const both = applyOperation(first.job, b);
        // The same reading added by both is the one thing refused: a reading is never written over.
        if (!both.ok) {
          expect(both.refusal.code).toBe('reading-is-kept');
          return;
        }
        const overwritten = a.changes.filter((x) =>
          b.changes.some((y) => sameValue(x.path, y.path) && !sameValue(x.to, y.to)),
        );
        expect(both.conflicts.length).toBeGreaterThanOrEqual(overwritten.length > 0 ? 1 : 0);
      }),
      { seed: 36, numRuns: 200 },
    );
  });

  it('a sealed record amended again and again still leads back to what was sealed', () => {
    fc.assert(
      fc.property(edits, fc.array(edit, { maxLength: 5 }), (before, after) => {
        const content = play(before).job;
        let at = sealed(content, '2026-03-01T10:00:00Z', 'Ada');
        for (const e of after) {
          const next = { ...e(at), amendments: at.amendments };
          const o = operation(at, next, 'phone', 'amend');
          if (o.changes.length === 0 || o.changes.some((c) => c.path[0] === 'readings' && c.path.length !== 2))
            continue;
          at = apply(at, o);
        }
        expect(verifySeal(at)).toMatchObject({ ok: true, hash: contentHash(content) });
      }),
      { seed: 37, numRuns: 40 },
    );
  });

  it('changes never reach into the object they were applied to', () => {
    fc.assert(
      fc.property(edits, edit, (list, more) => {
        const { job } = play(list);
        const before = JSON.stringify(job);
        applyChanges(job, diff(job, more(job)));
        expect(JSON.stringify(job)).toBe(before);
      }),
      { seed: 38, numRuns: 60 },
    );
  });
});
