/**
 * The first version of the job format: every family's survey side by side, most of them empty, measured figures
 * among them. Files, stores and browsers of that time are read by it and brought up to date.
 */

import * as z from 'zod';
import { hasOwn } from '../own';
import { withAnswers } from './answers';
import { BoilerSurvey } from './boiler-schema';
import { applyChanges, diff } from './changes';
import { FloorSurvey } from './floor-schema';
import { split } from './measured';
import { type Change, type Family, JOB_FORMAT, Job, JobHead } from './schema';
import { Survey } from './survey-schema';

const { version: _version, first: _first, ...head } = JobHead.shape;

/** Families of that time. */
const Family1 = z.enum(['24v', 'boiler', 'floor']);
type Family1 = z.infer<typeof Family1>;
/** Where each had its survey. */
const AT: Readonly<Record<Family1, 'survey' | 'boiler' | 'floor'>> = {
  '24v': 'survey',
  boiler: 'boiler',
  floor: 'floor',
};

export const Job1 = z.strictObject({
  ...head,
  version: z.literal(1),
  family: Family1.default('24v'),
  survey: Survey.prefault({}),
  boiler: BoilerSurvey.prefault({}),
  floor: FloorSurvey.prefault({}),
});
export type Job1 = z.infer<typeof Job1>;

/** An empty job of the first version. */
export const emptyJob1 = (): Job1 => Job1.parse({ format: JOB_FORMAT, version: 1 });

type Tree = Record<string, unknown>;
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v);

const isEmpty = (schema: z.ZodType, value: unknown): boolean => diff(schema.parse({}), value).length === 0;

/** A job of the first version as today's. What a seal rests on, or no family reads, stays with it as it was. */
export function fromFirst(old: Job1): Job {
  const { version: _v, survey, boiler, floor, signature, ...rest } = old;
  const surveys = { survey, boiler, floor };
  const { family } = old;
  const others = Object.values(Family1.enum)
    .filter((f) => f !== family)
    .some((f) => !isEmpty({ '24v': Survey, boiler: BoilerSurvey, floor: FloorSurvey }[f], surveys[AT[f]]));
  const answered = withAnswers(family, surveys[AT[family]] as Tree, old.answers);
  const parts = split(family, answered.survey);
  return Job.parse({
    ...rest,
    version: 2,
    survey: parts.survey,
    answers: answered.answers,
    readings: { ...parts.readings, ...old.readings },
    ...(signature ? { signature } : {}),
    ...(old.seal || others ? { first: { ...rest, version: 1, survey, boiler, floor } } : {}),
  });
}

/** A job of either version, as today's; throws a ZodError where it is none. */
export const readJob = (value: unknown): Job =>
  isTree(value) && value.version === 1 ? fromFirst(Job1.parse(value)) : Job.parse(value);

/** Whether changes are written in paths that only the first version had. */
export const isOfFirst = (changes: readonly Change[]): boolean =>
  changes.some(({ path }) => path[0] === 'floor' || path[0] === 'boiler');

/** Paths of the first version as today's. What was another family's, or measured, is left out: it is no edit today. */
export function changesFromFirst(changes: readonly Change[], family: Family): Change[] {
  return changes.flatMap((change): Change[] => {
    const [root, ...rest] = change.path;
    if (root !== 'survey' && root !== 'boiler' && root !== 'floor') return [change];
    if (!(family in AT) || AT[family as Family1] !== root || rest.length === 0) return [];
    const plain = (value: unknown): unknown => {
      const { value: tree } = applyChanges({ survey: skeleton(rest) }, [{ path: ['survey', ...rest], to: value }]);
      const kept = split(family, tree.survey as Tree).survey;
      return rest.reduce<unknown>((at, step) => (isTree(at) ? at[step] : undefined), kept);
    };
    const from = change.from === undefined ? undefined : plain(change.from);
    const to = change.to === undefined ? undefined : plain(change.to);
    if (from === undefined && to === undefined) return [];
    return [
      {
        path: ['survey', ...rest],
        ...(from === undefined ? {} : { from }),
        ...(to === undefined ? {} : { to }),
      },
    ];
  });
}

/** Objects along a path, so that its end can be written. */
const skeleton = (path: readonly string[]): Tree =>
  path.slice(0, -1).reduceRight<Tree>((inner, step) => ({ [step]: inner }), {});

/**
 * What a change of the first version means today: both sides brought up to date and compared. A measured figure that
 * it changed becomes a reading of its own.
 */
export function changesAcross(before: Job1, after: Job1, at: string): Change[] {
  const [was, is] = [fromFirst(before), fromFirst(after)];
  const seen = new Set<string>();
  return diff(was, is).flatMap((change): Change[] => {
    const [root, id] = change.path;
    if (root !== 'readings' || id === undefined || !hasOwn(was.readings, id)) return [change];
    if (change.path[2] === 'struck') return [change];
    const now = is.readings[id];
    if (seen.has(id)) return [];
    seen.add(id);
    return now
      ? [{ path: ['readings', `${id}-${Date.parse(at).toString(36)}`], to: { ...now, at } }]
      : [{ path: ['readings', id, 'struck'], to: true }];
  });
}
