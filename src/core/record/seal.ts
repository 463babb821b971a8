/**
 * Sealing: a hash over the job's content. Amendments are kept as reversible changes, so the sealed
 * content can be brought back from an amended record and checked against the seal.
 */
import { applyChanges, invert } from '../job/changes';
import type { Job } from '../job/schema';
import { canonicalJson, chainHash, hashText } from './canonical';

/** The job without its seal, amendments, signature and whether it is put away: what is sealed. */
function content(job: Job): unknown {
  const { seal: _seal, signature: _signature, amendments: _amendments, archived: _archived, ...rest } = job;
  return rest;
}

export const contentHash = (job: Job): string => hashText(canonicalJson(content(job)));

export const sealed = (job: Job, at: string, by: string): Job => ({
  ...job,
  seal: { at, by, contentHash: contentHash(job) },
});

export type SealCheck =
  | { ok: true; hash: string; digest: string; amendments: number }
  | { ok: false; reason: 'not-sealed' | 'content-differs' | 'amendments-broken'; message: string };

/** Who sealed what and when, then each amendment on the one before: what is signed. Throws a RangeError without a seal. */
export function sealDigest(job: Pick<Job, 'seal' | 'amendments'>): string {
  const { seal } = job;
  if (!seal) throw new RangeError('a record without a seal has no digest');
  return job.amendments.reduce((digest, a) => chainHash(digest, a), chainHash('augerset-seal-2', seal));
}

/** Takes the amendments back one by one and compares the content with the seal. */
export function verifySeal(job: Job): SealCheck {
  if (!job.seal) return { ok: false, reason: 'not-sealed', message: 'This record is not sealed.' };
  let at: Job = job;
  for (const amendment of [...job.amendments].reverse()) {
    const { value, conflicts } = applyChanges(at, invert(amendment.changes));
    if (conflicts.length > 0) {
      return {
        ok: false,
        reason: 'amendments-broken',
        message: `The amendment of ${amendment.at} does not fit the record: ${conflicts[0]?.change.path.join('.') ?? ''}.`,
      };
    }
    at = value;
  }
  const hash = contentHash(at);
  return hash === job.seal.contentHash
    ? { ok: true, hash, digest: sealDigest(job), amendments: job.amendments.length }
    : { ok: false, reason: 'content-differs', message: 'The content is not what was sealed: the hash differs.' };
}
