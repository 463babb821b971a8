/**
 * One home for evidence: what was measured of a survey's parts is kept as readings, and stands beside the parts only
 * while somebody reads it. Each family lists its measured leaves; everything else here serves them all.
 */
import { type Family, SURVEYS } from '../family/surveys';
import { hasOwn, own } from '../own';
import { answersLeft, surveyOf } from './answers';
import type { MeasuredLeaf } from './measured-leaf';
import { partMeasure, partReadings } from './readings';
import type { JobOf, Reading, SeenJob } from './schema';
import { SERIES_WORDS } from './series-words';

type Stamp = Pick<Reading, 'at' | 'by' | 'source'>;
/** When a figure that is written in a file was taken is not known: before everything that has a time. */
export const UNDATED: Stamp = { at: '2000-01-01T00:00:00Z', by: 'file', source: 'typed' };

type Tree = Record<string, unknown>;
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v);

const leavesOf = (family: Family): readonly MeasuredLeaf[] => SURVEYS[family].measured;
const byMeasure = new Map<Family, ReadonlyMap<string, MeasuredLeaf>>();
const known = (family: Family): ReadonlyMap<string, MeasuredLeaf> => {
  let map = byMeasure.get(family);
  if (!map) {
    map = new Map(leavesOf(family).map((l) => [partMeasure(l.measure), l]));
    byMeasure.set(family, map);
  }
  return map;
};

/** What a reading of a survey's part is of, in words; null for any other reading. */
export const measuredWords = (job: { family: Family }, r: Pick<Reading, 'measure'>): string | null =>
  (r.measure !== undefined && (known(job.family).get(r.measure)?.words ?? own(SERIES_WORDS, r.measure))) || null;

/** Copy of a tree with a leaf put in; null where the part it is of is not there. */
function withLeaf(tree: Tree, path: readonly string[], value: unknown): Tree | null {
  const [head = '', ...rest] = path;
  if (rest.length === 0) return { ...tree, [head]: value };
  const inner = tree[head];
  if (inner !== undefined && !isTree(inner)) return null;
  const written = withLeaf(inner ?? {}, rest, value);
  return written && { ...tree, [head]: written };
}

function withoutLeaf(tree: Tree, path: readonly string[]): Tree {
  const [head = '', ...rest] = path;
  if (!hasOwn(tree, head)) return tree;
  const { [head]: inner, ...others } = tree;
  if (rest.length === 0) return others;
  if (!isTree(inner)) return tree;
  const left = withoutLeaf(inner, rest);
  return left === inner ? tree : { ...tree, [head]: left };
}

/** Value of a leaf as the survey writes it, of the reading that holds it. */
const written = (leaf: MeasuredLeaf, r: Reading): unknown =>
  leaf.quantity === 'said' ? { said: r.words ?? '', at: r.at } : r.value / (leaf.scale ?? 1);

/** The latest of each measured leaf in the survey, for whoever reads the job. */
export function seen<F extends Family>(job: JobOf<F>): SeenJob<F> {
  const leaves = known(job.family);
  let survey = surveyOf(job);
  for (const r of partReadings(job)) {
    const leaf = leaves.get(r.measure ?? '');
    if (!leaf) continue;
    const starred = leaf.path.indexOf('*');
    if (starred >= 0) {
      if (r.of === undefined) continue;
      // A part that was taken out keeps its readings in the log; the survey has no place for them.
      const parts = survey[leaf.path[0] ?? ''];
      if (leaf.path.length > starred + 1 && !(isTree(parts) && hasOwn(parts, r.of))) continue;
    }
    const path = leaf.path.map((step) => (step === '*' ? (r.of ?? '') : step));
    survey = withLeaf(survey, path, written(leaf, r)) ?? survey;
  }
  for (const leaf of leaves.values())
    if (leaf.path[1] === '*' && leaf.path.length === 2 && !(leaf.path[0] !== undefined && hasOwn(survey, leaf.path[0])))
      survey = { ...survey, [leaf.path[0] ?? '']: {} };
  // The kept survey with its leaves in place is what the family's seen survey describes.
  return { ...job, survey } as unknown as SeenJob<F>;
}

interface Held {
  leaf: MeasuredLeaf;
  of: string | null;
  value: unknown;
}

/** Every measured leaf that stands in a survey as it is written. */
function held(family: Family, survey: Tree): Held[] {
  const out: Held[] = [];
  const walk = (leaf: MeasuredLeaf, at: unknown, i: number, of: string | null): void => {
    const step = leaf.path[i];
    if (step === undefined) {
      if (at !== undefined) out.push({ leaf, of, value: at });
    } else if (isTree(at)) {
      if (step === '*') for (const [id, inner] of Object.entries(at)) walk(leaf, inner, i + 1, id);
      else walk(leaf, at[step], i + 1, of);
    }
  };
  for (const leaf of leavesOf(family)) walk(leaf, survey, 0, null);
  return out;
}

/** Where the kept survey ends: what holds nothing but readings goes with them. */
const cutOf = ({ path }: MeasuredLeaf): readonly string[] =>
  path[1] === '*' ? (path.length === 2 ? path.slice(0, 1) : path.slice(0, 3)) : path;

function bare(family: Family, survey: Tree): Tree {
  let out = survey;
  for (const leaf of leavesOf(family)) {
    const cut = cutOf(leaf);
    if (cut[1] !== '*') out = withoutLeaf(out, cut);
    else
      for (const id of Object.keys(isTree(out[cut[0] ?? '']) ? (out[cut[0] ?? ''] as Tree) : {}))
        out = withoutLeaf(out, [cut[0] ?? '', id, cut[2] ?? '']);
  }
  return out;
}

const readingOf = ({ leaf, of, value }: Held, stamp: Stamp): Reading => ({
  ...stamp,
  quantity: leaf.quantity,
  measure: partMeasure(leaf.measure),
  stop: leaf.stop ?? 'survey',
  ...(of === null ? {} : { of }),
  ...(leaf.quantity === 'said' && isTree(value)
    ? { value: 1, words: String(value.said), at: String(value.at) }
    : { value: Number(value) * (leaf.scale ?? 1) }),
});

/** An id made of what a reading is of and when: two of one moment are told apart by a count. */
function freeId(readings: Readonly<Record<string, unknown>>, { leaf, of }: Held, at: string): string {
  const name = `m-${leaf.measure}${of === null ? '' : `.${of}`}`.slice(0, 48);
  for (let n = Date.parse(at); ; n++) {
    const id = `${name}-${n.toString(36)}`;
    if (!hasOwn(readings, id)) return id;
  }
}

/** Splits a survey as it is written into what is kept of it and the readings in it. Ids are made of what they are of. */
export function split(
  family: Family,
  survey: Tree,
  stamp: Stamp = UNDATED,
): { survey: Tree; readings: Record<string, Reading> } {
  const readings = Object.fromEntries(
    held(family, survey).map((h) => [
      `m-${h.leaf.measure}${h.of === null ? '' : `.${h.of}`}`.slice(0, 64),
      readingOf(h, stamp),
    ]),
  );
  return { survey: bare(family, survey), readings };
}

/**
 * The job with a changed survey: a measured leaf that differs becomes a new reading, one that was emptied strikes
 * those it stood for. Nothing measured is lost either way.
 */
function withSeen<F extends Family>(job: JobOf<F>, next: SeenJob<F>['survey'], stamp: Stamp): JobOf<F> {
  const { family } = job;
  const name = (h: Held): string => `${h.leaf.measure}|${h.of ?? ''}`;
  const before = new Map(held(family, seen(job).survey as Tree).map((h) => [name(h), h]));
  const readings = { ...job.readings };
  const same = (a: unknown, b: unknown): boolean =>
    a === b || (isTree(a) && isTree(b) && a.said === b.said && a.at === b.at);
  for (const h of held(family, next as Tree)) {
    const was = before.get(name(h));
    before.delete(name(h));
    if (!same(was?.value, h.value)) readings[freeId(readings, h, stamp.at)] = readingOf(h, stamp);
  }
  for (const { leaf, of } of before.values()) {
    // A part taken out keeps its readings: they are of something that was there.
    const parts = (next as Tree)[leaf.path[0] ?? ''];
    if (of !== null && leaf.path.length > 2 && !(isTree(parts) && hasOwn(parts, of))) continue;
    for (const [id, r] of Object.entries(readings))
      if (r.measure === partMeasure(leaf.measure) && (r.of ?? null) === of && !r.struck)
        readings[id] = { ...r, struck: true };
  }
  return { ...job, readings, survey: bare(family, next as Tree) as JobOf<F>['survey'] };
}

/** An edit of the job as its family reads it, carried out on the job as it is kept. */
export function throughSeen<F extends Family>(
  job: JobOf<F>,
  edit: (job: SeenJob<F>) => SeenJob<F>,
  stamp: Stamp,
): JobOf<F> {
  const { survey, ...rest } = edit(seen(job));
  // What was read as a field is written as one: taken back, it must not come again out of the answers.
  return withSeen({ ...rest, answers: answersLeft(job), survey: job.survey } as JobOf<F>, survey, stamp);
}
