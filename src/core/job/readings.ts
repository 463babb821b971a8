/** The readings of a job in one way for every reader: in time, struck ones left out, latest by pair or measure. */
import { pairKey } from './points';
import type { Job, Reading } from './schema';

export type ReadingEntry = Reading & { id: string };

/** Not struck, oldest first. */
export function readingsInTime(job: Pick<Job, 'readings'>): ReadingEntry[] {
  return Object.entries(job.readings)
    .filter(([, r]) => !r.struck)
    .map(([id, r]) => ({ ...r, id }))
    .sort((a, b) => a.at.localeCompare(b.at) || (a.id < b.id ? -1 : 1));
}

/** The latest of each pair of points and state, by `state|pair`. */
export function latestByPair(readings: readonly ReadingEntry[]): Map<string, ReadingEntry> {
  const latest = new Map<string, ReadingEntry>();
  for (const r of readings) latest.set(`${r.state ?? ''}|${r.quantity}|${pairKey(r.a, r.b)}`, r);
  return latest;
}

/** Stops before anything was changed: what is read there speaks of the old installation. */
const BEFORE: ReadonlySet<string> = new Set(['arrive', 'survey', 'decide']);
export const isOfOld = (r: Reading): boolean => r.stop === undefined || BEFORE.has(r.stop);

/** A reading as the evidence of a finding: when it was taken. */
export const readingEvidence = (r: Pick<Reading, 'at'>): string =>
  `reading of ${new Date(r.at).toISOString().slice(0, 16).replace('T', ', ')} UTC`;
