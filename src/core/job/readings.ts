/** The readings of a job in one way for every reader: in time, struck ones left out, latest by pair or measure. */
import { pairKey } from './points';
import type { Job, Reading } from './schema';

export type ReadingEntry = Reading & { id: string };

/** Oldest first; of one moment by id, r2 before r10, so that every reader sees one order. */
const byTime = (a: ReadingEntry, b: ReadingEntry): number =>
  a.at !== b.at ? (a.at < b.at ? -1 : 1) : a.id.length - b.id.length || (a.id < b.id ? -1 : 1);

/** Struck ones too, oldest first: for what is shown. */
export const allReadings = (job: Pick<Job, 'readings'>): ReadingEntry[] =>
  Object.entries(job.readings)
    .map(([id, r]) => ({ ...r, id }))
    .sort(byTime);

/** Readings of a part that was surveyed: a mat's ohms, a core's volts. They stand in the survey, not between points. */
const PART = 'part.';
/** The measure by which a surveyed part’s figure is kept: "part.ohms". */
export const partMeasure = (name: string): string => `${PART}${name}`;
const isOfPart = (r: Pick<Reading, 'measure'>): boolean => r.measure?.startsWith(PART) === true;

const inTime = (job: Pick<Job, 'readings'>, wanted: (r: Reading) => boolean): ReadingEntry[] =>
  Object.entries(job.readings)
    .filter(([, r]) => !r.struck && wanted(r))
    .map(([id, r]) => ({ ...r, id }))
    .sort(byTime);

/** Not struck, oldest first, those of parts left out: for whatever judges. */
export const readingsInTime = (
  job: Pick<Job, 'readings'>,
  wanted: (r: Reading) => boolean = () => true,
): ReadingEntry[] => inTime(job, (r) => !isOfPart(r) && wanted(r));

/** Read before something was mended that it may have shown: kept and printed, and no longer judged by. */
const isPast = ({ proof: { mended = {} } }: Pick<Job, 'proof'>, r: Reading): boolean =>
  Object.values(mended).some(
    (m) => r.at < m.at && (r.test === undefined ? r.stop === 'proof' : m.tests.includes(r.test)),
  );

/** As `readingsInTime`, those left out that speak of what has been mended since: for whatever judges the proof. */
export const standingReadings = (
  job: Pick<Job, 'readings' | 'proof'>,
  wanted: (r: Reading) => boolean = () => true,
): ReadingEntry[] => readingsInTime(job, (r) => !isPast(job, r) && wanted(r));

/** As `readingsInTime`, from the last time that something was mended on: evidence of what is wrong now. */
export function readingsSinceMended(
  job: Pick<Job, 'readings' | 'proof'>,
  wanted: (r: Reading) => boolean = () => true,
): ReadingEntry[] {
  const marks = Object.values(job.proof.mended ?? {}).map((m) => m.at);
  const last = marks.sort().at(-1) ?? '';
  return readingsInTime(job, (r) => r.at >= last && wanted(r));
}

/** Of surveyed parts, not struck, oldest first. */
export const partReadings = (job: Pick<Job, 'readings'>): ReadingEntry[] => inTime(job, isOfPart);

/** Strikes a reading, or counts it again: it is never altered and never gone. */
export function withStruck<J extends Pick<Job, 'readings'>>(job: J, id: string, struck: boolean): J {
  const found = job.readings[id];
  if (!found) return job;
  const { struck: _was, ...read } = found;
  return { ...job, readings: { ...job.readings, [id]: struck ? { ...read, struck: true } : read } };
}

/** The latest of each pair of points and state, by `state|pair`. */
export function latestByPair(readings: readonly ReadingEntry[]): Map<string, ReadingEntry> {
  const latest = new Map<string, ReadingEntry>();
  for (const r of readings) latest.set(`${r.state ?? ''}|${r.quantity}|${pairKey(r.a, r.b)}`, r);
  return latest;
}

/** Stops before anything was changed: what is read there speaks of the old installation. */
const BEFORE: ReadonlySet<string> = new Set(['arrive', 'survey', 'decide']);
/** Taken before anything was changed. */
export const isOfOld = (r: Reading): boolean => r.stop === undefined || BEFORE.has(r.stop);

/** A reading as the evidence of a finding: when it was taken. */
export const readingEvidence = (r: Pick<Reading, 'at'>): string =>
  `reading of ${new Date(r.at).toISOString().slice(0, 16).replace('T', ', ')} UTC`;
