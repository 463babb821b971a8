import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type * as z from 'zod';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { FAMILIES } from '../family/surveys';
import { diff } from '../job/changes';
import { readJobValue } from '../job/file';
import { applyOperation, type Operation } from '../job/operation';
import { emptyJob, JOB_SHAPES, type Job, type JobOf } from '../job/schema';
import { parseSpoken } from '../week/spoken';
import { canonicalJson, chainHash, hashText } from './canonical';
import { followUps, handoverTopics } from './handover';
import { contentHash, sealed, verifySeal } from './seal';
import { maskedCopy } from './share';
import { timeParts } from './time-parts';

const job: JobOf<'24v'> = {
  ...emptyJob(),
  zone: 'loft',
  join: {
    tasks: { t: { what: 'Register later', owner: 'customer' } },
    account: 'warden@example.example',
    code: 'ABC123',
    networkName: 'loft-net',
    internet: 'yes',
  },
  device: { serial: 'SN-00012345' },
};
const done = sealed(job, '2026-03-01T10:00:00Z', 'Ada');

const amend = (at: Job, zone: string, reason: string): Job => {
  const next = { ...at, zone };
  const operation: Operation = {
    id: `op-${reason}-long`,
    job: 'j-1234',
    base: 0,
    at: '2026-03-02T10:00:00Z',
    by: { client: 'c', name: 'Ada' },
    kind: 'amend',
    label: 'amend',
    changes: diff(at, next),
    reason,
  };
  const applied = applyOperation(at, operation);
  if (!applied.ok) throw new Error(applied.refusal.message);
  return applied.job;
};

describe('canonical JSON', () => {
  it('does not depend on the order of keys or on undefined', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string({ maxLength: 6 }), fc.jsonValue({ maxDepth: 2 })), (o) => {
        const reversed = Object.fromEntries(Object.entries(o).reverse());
        expect(canonicalJson({ ...reversed, extra: undefined })).toBe(canonicalJson(o));
      }),
      { seed: 4 },
    );
  });

  it('hashes as SHA-256 does, and chains', () => {
    expect(hashText('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
    expect(chainHash('a', { x: 1 })).not.toBe(chainHash('b', { x: 1 }));
  });
});

describe('the seal', () => {
  it('holds on the content, whatever was put away, and fails on a changed letter', () => {
    expect(verifySeal(done)).toMatchObject({ ok: true, amendments: 0 });
    expect(verifySeal({ ...done, archived: true }).ok).toBe(true);
    expect(verifySeal({ ...done, zone: 'Loft' })).toMatchObject({ ok: false, reason: 'content-differs' });
    expect(verifySeal(job)).toMatchObject({ ok: false, reason: 'not-sealed' });
  });

  it('is checked through amendments, and a forged amendment shows', () => {
    const twice = amend(amend(done, 'attic', 'misspelt'), 'upper attic', 'more exact');
    expect(verifySeal(twice)).toMatchObject({ ok: true, amendments: 2 });
    const forged: Job = {
      ...twice,
      amendments: twice.amendments.map((a, i) =>
        i === 0 ? { ...a, changes: [{ path: ['zone'], from: 'cellar', to: 'attic' }] } : a,
      ),
    };
    expect(verifySeal(forged).ok).toBe(false);
  });

  it('hashes the same content to the same value', () => {
    expect(contentHash(done)).toBe(contentHash(job));
  });
});

describe('passing it on', () => {
  it('masks ids and codes and drops an expiring code', () => {
    const whole = amend(
      {
        ...done,
        site: { name: 'Quay house', address: '3 Quay', customer: 'Mr Quill' },
        survey: { ...done.survey, note: 'dog in the yard' },
      },
      'Ada’s own loft',
      'Bea asked',
    );
    const copy = maskedCopy(whole);
    expect(readJobValue(JSON.parse(JSON.stringify(copy)))).toMatchObject({ ok: true });
    const text = JSON.stringify(copy);
    for (const secret of [
      ...['SN-00012345', 'ABC123', 'warden@example.example', 'loft-net'],
      ...['Quay', 'Quill', 'dog in the yard', 'Ada', 'Bea', done.seal?.contentHash ?? '?'],
    ])
      expect(text).not.toContain(secret);
    expect(text).toContain('45');
  });

  it('hides every text that is not on the list, whatever field it stands in', () => {
    const secret = 'Quillfeather';
    /** Every free text of a schema filled with the secret: what was not listed must be gone. */
    const filled = (schema: z.core.$ZodType, deep = 0): unknown => {
      const def = schema._zod.def as unknown as Record<string, z.core.$ZodType> & {
        type: string;
        shape?: Record<string, z.core.$ZodType>;
        entries?: Record<string, string>;
      };
      if (deep > 9) return undefined;
      if (def.innerType) return filled(def.innerType, deep + 1);
      if (def.type === 'pipe' && def.in) return filled(def.in, deep + 1);
      if (def.type === 'object' && def.shape)
        return Object.fromEntries(Object.entries(def.shape).map(([k, s]) => [k, filled(s, deep + 1)]));
      if (def.type === 'record' && def.valueType) return { some: filled(def.valueType, deep + 1) };
      if (def.type === 'array' && def.element) return [filled(def.element, deep + 1)];
      if (def.type === 'enum') return Object.values(def.entries ?? {})[0];
      return def.type === 'string' ? secret : undefined;
    };
    const left = (value: unknown, path: string): string[] =>
      typeof value === 'string'
        ? value.includes(secret)
          ? [path]
          : []
        : typeof value === 'object' && value !== null
          ? Object.entries(value).flatMap(([k, v]) =>
              left(v, path === '' ? k : `${path}.${k === 'some' || /^\d+$/.test(k) ? '*' : k}`),
            )
          : [];
    for (const family of FAMILIES) {
      const job = { ...(filled(JOB_SHAPES[family]) as object), family } as unknown as Job;
      const kept = left(maskedCopy(job), '');
      // Nothing of a person, a place or a note, and nothing that a person wrote.
      const personal = kept.filter((path) =>
        /^(name|note|by|address|customer|zone|number|placeName|timeZone|what|reason|account|serial|words|strokes|person|failed|controlProof|proof|command|called|device|where|hash)$/.test(
          path.split('.').at(-1) ?? '',
        ),
      );
      expect([family, personal, kept.filter((p) => /^(timers|photos)\..*label/.test(p))]).toEqual([family, [], []]);
      expect(kept.length).toBeGreaterThan(5);
    }
  });

  it('lists what stays to be done, each with an owner, and what to show', () => {
    const d = derive(job);
    expect(followUps(job, d)).toEqual([{ what: 'Register later', owner: 'customer' }]);
    expect(handoverTopics(job, d).map((t) => t.id)).toContain('app');
  });
});

describe('time on paper', () => {
  it('the programme with what is keyed in, what is lost, and who counts', () => {
    const read = parseSpoken(
      'up 6:30, out 8:30, back 17, bed 22:30; Wed out till 13; Sat Sun up 8, in',
      { profiles: {} },
      'si',
    );
    if (!read.ok) throw new Error(read.problem.why);
    const job = anyJob({
      device: 't24-five',
      week: { ...read.week, keyed: { '0.0': 'Mon to Fri, Dawn: 06:30 heat 20.0 °C, cool 24.5 °C' } },
      sensors: { h: { name: 'Hall', kind: 'built-in', counts: { in: 'always', night: 'occupied' } } },
    });
    const parts = timeParts(job, derive(job).shared);
    const [programme, lost, sensors] = parts;
    expect(programme?.kind === 'table' && programme.rows.slice(0, 2)).toEqual([
      ['Mon to Fri', 'Dawn', '06:30', '20.0 °C / 24.5 °C', 'yes'],
      ['Mon to Fri', 'Leave', '08:30', '17.0 °C / 27.5 °C', 'not ticked'],
    ]);
    expect(lost?.kind === 'lines' && lost.lines.map((l) => l.text)).toEqual([
      'Wednesday 13:00 to 17:00: 17.0 °C in place of 20.0 °C',
    ]);
    expect(sensors?.kind === 'table' && sensors.rows[0]).toEqual([
      'Hall',
      'in the device',
      '–',
      '–',
      'In, Night (while occupied)',
    ]);
    expect(timeParts(anyJob({}), derive(anyJob({})).shared)).toEqual([]);
  });
});
