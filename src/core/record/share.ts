/**
 * A copy fit for passing on: people, places, notes, ids and codes are masked wherever they stand, also in what
 * amendments changed; an expired code is dropped. The seal cannot hold over a masked copy, so it is left out.
 */
import type { Job } from '../job/schema';

/** Told apart by their end: who has the device in hand can match it. */
const masked = (text: string): string =>
  text.length <= 4 ? '••••' : `${'•'.repeat(text.length - 2)}${text.slice(-2)}`;
const hidden = (text: string): string => (text === '' ? '' : '••••');

const BY_THEIR_END: ReadonlySet<string> = new Set(['serial', 'hardwareAddress', 'account', 'networkName']);
/** Who, where, and whatever somebody wrote in their own words. */
const WHOLLY: ReadonlySet<string> = new Set(['by', 'customer', 'address', 'note', 'reason', 'nameplate', 'words']);

function mask(value: unknown, key: string): unknown {
  if (typeof value === 'string') return BY_THEIR_END.has(key) ? masked(value) : WHOLLY.has(key) ? hidden(value) : value;
  if (Array.isArray(value)) return value.map((v) => mask(v, key));
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, mask(v, k)]));
  return value;
}

/** What an amendment moved from and to may be anything: figures stay, texts do not. */
const textless = (value: unknown): unknown =>
  typeof value === 'string'
    ? hidden(value)
    : Array.isArray(value)
      ? value.map(textless)
      : value !== null && typeof value === 'object'
        ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, textless(v)]))
        : value;

/** A job as the file it is exported as. */
export const exportText = (job: Job): string => `${JSON.stringify(job, null, 2)}\n`;

/** A copy for others: ids, codes, account names masked, no seal. */
export function maskedCopy(job: Job): Job {
  const { seal: _seal, signature: _signature, first: _first, amendments, ...rest } = job;
  // The walk keeps the shape: texts stay texts.
  const copy = mask(rest, '') as typeof rest;
  const out = {
    ...copy,
    site: { ...copy.site, name: hidden(job.site.name) },
    join: { ...copy.join, code: undefined, codeExpires: undefined },
    amendments: amendments.map((a) => ({
      ...a,
      by: hidden(a.by),
      reason: hidden(a.reason),
      changes: a.changes.map((c) => ({
        path: c.path,
        ...(c.from === undefined ? {} : { from: textless(c.from) }),
        ...(c.to === undefined ? {} : { to: textless(c.to) }),
      })),
    })),
  };
  return out as Job;
}
