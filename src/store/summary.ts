/** What the list shows and finds of a job: made with every snapshot, and again when the recipe changes. */
import '../core/family/all';
import { JobSummary } from '../core/contract/listing';
import { derive } from '../core/derive';
import { toldOf } from '../core/drill/told';
import { familyOf } from '../core/family/registry';
import type { Job } from '../core/job/schema';
import { canonicalJson, hashText } from '../core/record/canonical';
import type { jobs } from './schema';

/** Raised whenever words, tags or summary are made otherwise: older rows are then made again in the background. */
export const INDEX_RECIPE = 4;

/** Stands for what cannot be told: a row that cannot be read never takes the list with it. */
export const unreadable = (why: string): JobSummary => ({
  sentence: why,
  next: 'Arrive',
  nextId: 'arrive',
  done: 0,
  of: 10,
  blockers: [],
  failed: 0,
  device: '',
});

export function summarise(job: Job): JobSummary {
  const d = derive(job);
  const next = d.stops.find((s) => s.id === d.next);
  return {
    sentence: d.shared.sentence,
    next: next?.name ?? '',
    nextId: d.next,
    done: d.stops.filter((s) => s.state === 'done').length,
    of: d.stops.length,
    blockers: d.shared.findings.filter((f) => f.severity === 'blocker').map((f) => f.message),
    failed: d.shared.proof.failed,
    device: d.shared.sheet?.name ?? '',
    family: job.family,
    ...(job.drill ? { drill: toldOf(job.drill) } : {}),
  };
}

/** A change is kept even where the judgement of it fails. */
export function summaryOf(job: Job): JobSummary {
  try {
    return summarise(job);
  } catch (error) {
    console.error('a job could not be judged:', error instanceof Error ? error.message : error);
    return unreadable('This job could not be judged; everything entered is kept.');
  }
}

export const readSummary = (text: string): JobSummary => {
  try {
    return JobSummary.parse(JSON.parse(text));
  } catch {
    return unreadable('This entry of the list cannot be read; open the job to see what is kept.');
  }
};

type Row = Omit<typeof jobs.$inferSelect, 'snapshot' | 'turn' | 'mark'>;

/** What a row of the list says, in one hash: a letter changed by another hand is found by the store's check. */
export const rowMark = (r: Row): string =>
  hashText(
    canonicalJson([
      r.id,
      r.seq,
      r.chain,
      r.number,
      r.site,
      r.zone,
      r.words,
      r.archived,
      r.sealed,
      r.summary,
      r.updatedAt,
      r.tags,
      r.indexed,
    ]),
  );

/** Letters of the index per job: what somebody types is far less. */
const MOST_WORDS = 40_000;

/** A text as a column can hold it: a NUL ends it there, half a character is none. The snapshot keeps them, escaped. */
export const storable = (text: string): string => text.replace(/[\p{Cc}\p{Cs}]/gu, (c) => (c === '\n' ? c : ' '));

/** Everything somebody typed about the job, and what was found: what search looks in. */
export function searchWords(job: Job, summary: JobSummary): string {
  const { site, device, arrive, decide, connect, join, handOver, week } = job;
  const { module, job: seen } = familyOf(job);
  const all = [
    job.number,
    site.name,
    site.address,
    site.customer,
    job.zone,
    device.sheet,
    summary.device,
    device.serial,
    device.hardwareAddress,
    arrive.note,
    ...module.searched(seen),
    decide.reason,
    ...Object.values(connect.defects).flatMap((d) => [d.where, d.note]),
    join.networkName,
    join.account,
    join.placeName,
    ...Object.values(join.tasks).flatMap((t) => [t.what, t.proof]),
    ...Object.values(week.profiles).map((p) => p.name),
    ...Object.values(job.supplies).map((s) => s.name),
    ...Object.values(job.readings).map((r) => r.words),
    ...Object.values(job.proof.skipped),
    handOver.note,
    ...job.amendments.map((a) => a.reason),
    summary.sentence,
    ...summary.blockers,
  ]
    .filter((t) => t !== undefined && t !== '')
    .join('\n')
    .slice(0, MOST_WORDS);
  return storable(all);
}

/** Somebody as one word of the index: "Ada L." is "byadal". Empty for no letters. */
export function personTag(name: string): string {
  const letters = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
  return letters === '' ? '' : `by${letters}`;
}

/** Persons of a job, at most: who read, mended, sealed, amended. */
const MOST_PERSONS = 24;
const personsOf = (job: Job): string[] => [
  ...new Set(
    [
      ...Object.values(job.readings).map((r) => r.by),
      ...Object.values(job.proof.mended ?? {}).map((m) => m.by),
      ...job.amendments.map((a) => a.by),
      job.seal?.by ?? '',
      job.drill?.person ?? '',
    ]
      .map(personTag)
      .filter(Boolean),
  ),
];

/** Tags of the index: kept or away, the states a list is asked for, and who worked at it. */
export const tagsOf = (job: Job, s: JobSummary): string =>
  [
    // A training case is no job: it stands in neither list.
    job.drill ? 'drill' : job.archived === true ? 'away' : 'kept',
    job.seal ? 'sealed' : 'unsealed',
    !job.seal && s.blockers.length > 0 ? 'stopped' : '',
    !job.seal && s.failed > 0 ? 'failed' : '',
    ...personsOf(job).slice(0, MOST_PERSONS),
  ]
    .filter(Boolean)
    .join(' ');
