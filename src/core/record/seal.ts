/**
 * Sealing: a hash over the job's content. Amendments are kept as reversible changes, so the sealed
 * content can be brought back from an amended record and checked against the seal.
 */
import { applyChanges, invert } from '../job/changes';
import { fromFirst, Job1 } from '../job/first-version';
import { type Amendment, JOB_VERSION, type Job } from '../job/schema';
import { canonicalJson, chainHash, hashText } from './canonical';

/** The job without its seal, amendments, signature and whether it is put away: what is sealed. */
function content(job: object): unknown {
  const { seal: _s, signature: _g, amendments: _a, archived: _r, ...rest } = job as Partial<Job>;
  return rest;
}

/** SHA-256 over the canonical content of a job, without seal and amendments. */
export const contentHash = (job: object): string => hashText(canonicalJson(content(job)));

/** The job sealed by a person at a time. */
export const sealed = <J extends Job>(job: J, at: string, by: string): J => ({
  ...job,
  seal: { at, by, contentHash: contentHash(job), version: JOB_VERSION },
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

/** A record with amendments taken back, the latest first; the amendment that does not fit where one does not. */
function takenBack<J extends object>(record: J, amendments: readonly Amendment[]): J | Amendment {
  let at = record;
  for (const amendment of [...amendments].reverse()) {
    const { value, conflicts } = applyChanges(at, invert(amendment.changes));
    if (conflicts.length > 0) return amendment;
    at = value;
  }
  return at;
}

const isAmendment = (v: object): v is Amendment => 'reason' in v && 'changes' in v;

const broken = (a: Amendment): SealCheck => ({
  ok: false,
  reason: 'amendments-broken',
  message: `The amendment of ${a.at} does not fit the record: ${a.changes[0]?.path.join('.') ?? ''}.`,
});
const differs = (what: string): SealCheck => ({ ok: false, reason: 'content-differs', message: what });

/** Takes the amendments back one by one and compares the content with the seal. */
export function verifySeal(job: Job): SealCheck {
  const { seal } = job;
  if (!seal) return { ok: false, reason: 'not-sealed', message: 'This record is not sealed.' };
  const own = job.amendments.filter((a) => seal.version !== undefined || a.version !== undefined);
  const at = takenBack(job, own);
  if (isAmendment(at)) return broken(at);
  let sealedContent: object = at;
  if (seal.version === undefined) {
    // Sealed in the first version of the format: what was sealed stands beside the record, which must say the same.
    const first = Job1.safeParse(job.first);
    if (!first.success) return differs('This was sealed in an earlier version, and what was sealed is not with it.');
    const { first: _first, ...today } = at;
    const { first: _again, ...then } = fromFirst(first.data);
    if (contentHash(today) !== contentHash(then))
      return differs('The content is not what was sealed: it says otherwise.');
    const back = takenBack(first.data, first.data.amendments);
    if (isAmendment(back)) return broken(back);
    sealedContent = back;
  }
  const hash = contentHash(sealedContent);
  return hash === seal.contentHash
    ? { ok: true, hash, digest: sealDigest(job), amendments: job.amendments.length }
    : differs('The content is not what was sealed: the hash differs.');
}
