import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { verifySeal, sealed as withSeal } from '../record/seal';
import { applyChanges, diff, invert, sameValue } from './changes';
import { applyOperation, type Operation, redoChanges, undoChanges, undoState } from './operation';
import { emptyJob, type Job } from './schema';

const author = { client: 'phone', name: 'Ada' };
let serial = 0;
const op = (job: Job, next: Job, more: Partial<Operation> = {}): Operation => ({
  id: `operation-${serial++}`,
  job: 'job-1',
  base: 0,
  at: '2026-03-01T09:00:00Z',
  by: author,
  kind: 'edit',
  label: 'edit',
  changes: diff(job, next),
  ...more,
});

function apply(job: Job, operation: Operation): Job {
  const applied = applyOperation(job, operation);
  if (!applied.ok) throw new Error(applied.refusal.message);
  return applied.job;
}

const withZone = (job: Job, zone: string): Job => ({ ...job, zone });
const withReading = (job: Job): Job => ({
  ...job,
  readings: {
    ...job.readings,
    r1: { at: '2026-03-01T09:00:00Z', by: 'Ada', source: 'typed', quantity: 'volts-ac', value: 26.1 },
  },
});

describe('changes', () => {
  const json = fc
    .jsonValue({ maxDepth: 3 })
    .filter((v): v is { [k: string]: never } => typeof v === 'object' && v !== null && !Array.isArray(v));

  it('diff then apply gives the target, and inverting gives the origin back', () => {
    fc.assert(
      fc.property(json, json, (a, b) => {
        const clean = JSON.stringify([a, b]).includes('__proto__');
        fc.pre(!clean);
        fc.pre(
          Object.keys(a).length > 0 &&
            !Object.keys(a)
              .concat(Object.keys(b))
              .some((k) => k === 'constructor' || k === 'prototype' || k === ''),
        );
        const changes = diff(a, b);
        const forth = applyChanges(a, changes);
        expect(sameValue(forth.value, b)).toBe(true);
        expect(forth.conflicts).toEqual([]);
        expect(sameValue(applyChanges(forth.value, invert(changes)).value, a)).toBe(true);
      }),
      { seed: 7 },
    );
  });

  it('edits of different fields by two people both stand', () => {
    const base = { site: { name: 'a', address: 'b' } };
    const one = diff(base, { site: { name: 'x', address: 'b' } });
    const two = diff(base, { site: { name: 'a', address: 'y' } });
    const both = applyChanges(applyChanges(base, one).value, two);
    expect(both.value).toEqual({ site: { name: 'x', address: 'y' } });
    expect(both.conflicts).toEqual([]);
  });

  it('edits of the same field: the later stands and the earlier is reported', () => {
    const base = { zone: 'a' };
    const first = applyChanges(base, [{ path: ['zone'], from: 'a', to: 'b' }]).value;
    const second = applyChanges(first, [{ path: ['zone'], from: 'a', to: 'c' }]);
    expect(second.value).toEqual({ zone: 'c' });
    expect(second.conflicts[0]).toMatchObject({ found: 'b', outcome: 'replaced' });
  });

  it('a change inside something that is gone is reported and not written', () => {
    const result = applyChanges({ list: {} }, [{ path: ['list', 'k1', 'name'], from: 'a', to: 'b' }]);
    expect(result.value).toEqual({ list: {} });
    expect(result.conflicts[0]?.outcome).toBe('gone');
  });

  it('cannot reach a prototype', () => {
    const hostile = applyChanges({ a: {} }, [{ path: ['__proto__', 'polluted'], to: true }]);
    expect(hostile.conflicts[0]?.outcome).toBe('gone');
    expect('polluted' in {}).toBe(false);
  });
});

describe('operations', () => {
  it('leaves the job it was given untouched', () => {
    const job = emptyJob();
    const frozen = JSON.stringify(job);
    expect(apply(job, op(job, withZone(job, 'loft'))).zone).toBe('loft');
    expect(JSON.stringify(job)).toBe(frozen);
  });

  it('refuses a value outside the schema and says where', () => {
    const job = emptyJob();
    const applied = applyOperation(job, op(job, job, { changes: [{ path: ['join', 'signalDbm'], to: 40 }] }));
    expect(applied).toMatchObject({ ok: false, refusal: { code: 'invalid', path: 'join.signalDbm' } });
  });

  it('never changes a reading', () => {
    const job = withReading(emptyJob());
    const applied = applyOperation(
      job,
      op(job, job, { changes: [{ path: ['readings', 'r1', 'value'], from: 26.1, to: 24 }] }),
    );
    expect(applied).toMatchObject({ ok: false, refusal: { code: 'reading-is-kept' } });
  });

  it('undo of a reading strikes it and redo brings it back', () => {
    const job = emptyJob();
    const add = op(job, withReading(job));
    const added = apply(job, add);
    const undone = apply(added, op(added, added, { kind: 'undo', target: add.id, changes: undoChanges(add) }));
    expect(undone.readings.r1).toMatchObject({ value: 26.1, struck: true });
    const redone = apply(undone, op(undone, undone, { kind: 'redo', target: add.id, changes: redoChanges(add) }));
    expect(redone.readings.r1?.struck).toBeUndefined();
  });

  it('reads the undo stack from the journal, for one author only', () => {
    const job = emptyJob();
    const first = op(job, withZone(job, 'a'));
    const second = op(withZone(job, 'a'), withZone(job, 'b'));
    const foreign = op(job, withZone(job, 'z'), { by: { client: 'laptop', name: '' } });
    const undo = op(job, job, { kind: 'undo', target: second.id, changes: undoChanges(second) });
    expect(undoState([first, second, foreign], 'phone').undo?.id).toBe(second.id);
    const after = undoState([first, second, foreign, undo], 'phone');
    expect([after.undo?.id, after.redo?.id]).toEqual([first.id, second.id]);
    expect(undoState([first, undo, first], 'phone').redo).toBeNull();
  });

  it('after the seal only an amendment with a reason is taken, and it is recorded', () => {
    const job = emptyJob();
    const sealed: Job = { ...job, seal: { at: '2026-03-01T10:00:00Z', by: 'Ada', contentHash: 'a'.repeat(64) } };
    const edit = op(sealed, withZone(sealed, 'x'));
    expect(apply(sealed, op(sealed, { ...sealed, archived: true })).archived).toBe(true);
    expect(applyOperation(sealed, edit)).toMatchObject({ ok: false, refusal: { code: 'sealed' } });
    expect(applyOperation(sealed, { ...edit, kind: 'amend' })).toMatchObject({
      ok: false,
      refusal: { path: 'reason' },
    });
    const amended = apply(sealed, { ...edit, kind: 'amend', reason: 'zone was misspelt' });
    expect(amended.zone).toBe('x');
    expect(amended.amendments).toHaveLength(1);
  });

  it('nobody edits the seal', () => {
    const job = emptyJob();
    const forged = op(job, job, {
      changes: [{ path: ['seal'], to: { at: '2026-03-01T10:00:00Z', by: 'x', contentHash: 'b'.repeat(64) } }],
    });
    expect(applyOperation(job, forged)).toMatchObject({ ok: false, refusal: { path: 'seal' } });
  });
});

describe('what may not be slipped in', () => {
  const refusal = (job: Job, more: Partial<Operation>): string | null => {
    const applied = applyOperation(job, { ...op(job, job), ...more });
    return applied.ok ? null : applied.refusal.code;
  };

  it('a reading is not overwritten by calling it new', () => {
    const job = withReading(emptyJob());
    const to = { ...job.readings.r1, value: 24 };
    expect(refusal(job, { changes: [{ path: ['readings', 'r1'], to }] })).toBe('reading-is-kept');
    expect(refusal(job, { changes: [{ path: ['readings', 'r1', 'value'], from: 26.1, to: 24 }] })).toBe(
      'reading-is-kept',
    );
    expect(refusal(job, { changes: [{ path: ['readings'], to: {} }] })).toBe('reading-is-kept');
    expect(refusal(job, { changes: [{ path: ['readings', 'r2'], to }] })).toBeNull();
    expect(refusal(job, { changes: [{ path: ['readings', 'r1', 'struck'], to: true }] })).toBeNull();
  });

  it('an edit that lands nowhere is refused; one that lands in part is taken and told', () => {
    const lost = { path: ['survey', 'zones', 'z1', 'name'], from: 'a', to: 'b' };
    expect(refusal(emptyJob(), { changes: [lost] })).toBe('overtaken');
    const applied = applyOperation(emptyJob(), {
      ...op(emptyJob(), emptyJob()),
      changes: [lost, { path: ['zone'], from: '', to: 'loft' }],
    });
    expect(applied.ok && [applied.job.zone, applied.conflicts.map((c) => c.outcome)]).toEqual(['loft', ['gone']]);
  });

  it('a seal carries nothing else, and a stale amendment cannot break it', () => {
    const job = { ...emptyJob(), zone: 'loft' };
    const sealed = withSeal(job, '2026-03-01T10:00:00Z', 'Ada');
    expect(refusal(job, { kind: 'seal', changes: diff(job, { ...sealed, zone: 'attic' }) })).toBe('invalid');
    const amend = (to: string): Operation => ({
      ...op(sealed, { ...sealed, zone: to }),
      kind: 'amend',
      reason: 'a slip',
    });
    const [one, two] = [amend('attic'), amend('cellar')];
    const first = apply(sealed, one);
    expect(applyOperation(first, two)).toMatchObject({ ok: false, refusal: { code: 'overtaken' } });
    expect(verifySeal(first).ok).toBe(true);
    expect(
      refusal(first, {
        kind: 'amend',
        reason: 'a slip',
        changes: [{ path: ['survey', 'zones', 'z1', 'name'], to: 'b' }],
      }),
    ).toBe('overtaken');
  });
});
