/** What a signature holds fast: content, who sealed it and when, every amendment; and what it does not need. */
import { createPublicKey, verify } from 'node:crypto';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readJobFile } from '../core/job/file';
import { emptyJob, Job } from '../core/job/schema';
import { contentHash, sealDigest, sealed } from '../core/record/seal';
import { exportText } from '../core/record/share';
import { checkText } from './file-check';
import { checkRecord, newKey, publicPart, signatureHolds, signDigest } from './signature';

const key = newKey();
const sign = (job: Job, by = key): Job => ({ ...job, signature: signDigest(by, sealDigest(job)) });
const read = readJobFile(readFileSync(new URL('../../demo/examples/minimal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('the example is no job');
const plain: Job = { ...read.job, zone: 'loft', site: { name: 'Old mill', customer: 'Ada “Quill” Ek' } };
const record = sign(sealed(plain, '2026-03-01T10:00:00Z', 'Ada'));
const amended = sign({
  ...record,
  zone: 'attic',
  amendments: [
    {
      at: '2026-03-02T10:00:00Z',
      by: 'Bea',
      reason: 'wrong name',
      changes: [{ path: ['zone'], from: 'loft', to: 'attic' }],
    },
  ],
});

describe('a signed record', () => {
  it('holds, with and without amendments, and put away', () => {
    expect(checkRecord(record)).toEqual({ ok: true, hash: contentHash(plain), amendments: 0, key: publicPart(key) });
    expect(checkRecord(amended)).toMatchObject({ ok: true, amendments: 1 });
    expect(checkRecord({ ...record, archived: true }).ok).toBe(true);
    expect(checkRecord(record, publicPart(key)).ok).toBe(true);
  });

  it('is an ordinary Ed25519 signature: any other implementation says the same of it', () => {
    const { signature } = record;
    if (!signature) throw new Error('not signed');
    const jwk = createPublicKey({ key: { kty: 'OKP', crv: 'Ed25519', x: signature.key }, format: 'jwk' });
    const text = Buffer.from(`augerset-record-1\n${signature.of}`);
    expect(verify(null, text, jwk, Buffer.from(signature.value, 'base64url'))).toBe(true);
    expect(signatureHolds({ ...signature, of: 'a'.repeat(64) })).toBe(false);
  });

  it.each<[string, Job, string]>([
    [
      'other content and its hash made again',
      sealed({ ...record, zone: 'cellar' }, '2026-03-01T10:00:00Z', 'Ada'),
      'signature-differs',
    ],
    [
      'another name under the seal',
      { ...record, seal: { ...(record.seal ?? fail()), by: 'Eve' } },
      'signature-differs',
    ],
    [
      'another day',
      { ...record, seal: { ...(record.seal ?? fail()), at: '2026-02-01T10:00:00Z' } },
      'signature-differs',
    ],
    ['an amendment dropped', { ...amended, zone: 'loft', amendments: [] }, 'signature-differs'],
    [
      'an amendment’s reason',
      { ...amended, amendments: amended.amendments.map((a) => ({ ...a, reason: 'because' })) },
      'signature-differs',
    ],
    ['the signature taken off', { ...record, signature: undefined }, 'not-signed'],
    [
      'signed again with a key of one’s own',
      sign(sealed({ ...record, zone: 'cellar' }, '2026-03-01T10:00:00Z', 'Ada'), newKey()),
      'other-key',
    ],
    ['content alone', { ...record, zone: 'cellar' }, 'content-differs'],
    ['no seal', emptyJob(), 'not-sealed'],
  ])('does not hold with %s', (_what, job, reason) => {
    expect(checkRecord(job, publicPart(key))).toMatchObject({ ok: false, reason });
  });

  it('every one-byte change of the exported file is found', () => {
    // As the store exports it: read from its snapshot.
    const text = exportText(Job.parse(amended));
    const bytes = Buffer.from(text);
    expect(checkText(text)).toMatchObject({ ok: true, exact: true });
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), fc.integer({ min: 1, max: 255 }), (at, by) => {
        const changed = Buffer.from(bytes);
        changed[at] = (bytes[at] ?? 0) ^ by;
        const check = checkText(changed.toString('utf8'));
        return !check.ok || !check.exact;
      }),
      { numRuns: 2000, seed: 8032 },
    );
  });
});

const fail = (): never => {
  throw new Error('no seal');
};
