/**
 * Reading a job file. What people write by hand is allowed to be short: conductors as a list or as
 * typed lines, an end as a bare terminal. Everything is checked before anything is taken.
 */
import * as z from 'zod';
import { FAMILIES, type ShortSurvey, SURVEYS } from '../family/surveys';
import { buildSurvey, SurveyInput } from '../lowvoltage/survey-file';
import { withAnswers } from './answers';
import { BadTextError, MOST, many, parseJson } from './bounds';
import { fromFirst, Job1 } from './first-version';
import { split, UNDATED } from './measured';
import { Family, JOB_FORMAT, JOB_VERSION, Job, JobHead, Reading } from './schema';

export const MAX_FILE_BYTES = 4_000_000;
const MOST_PROBLEMS = 20;

export interface FileProblem {
  /** Path in the file: "survey.conductors.2.wall". */
  path: string;
  message: string;
}

export type FileResult = { ok: true; job: Job } | { ok: false; problems: FileProblem[] };

const DeviceInput = z.union([z.string(), JobHead.shape.device.unwrap()]);
const ReadingsInput = z.union([
  z
    .array(
      Reading.partial({ at: true, by: true, source: true }).extend({
        quantity: Reading.shape.quantity,
        value: Reading.shape.value,
      }),
    )
    .max(MOST.readings),
  many(Reading, 'readings'),
]);

/** What a file may leave out or write short, whichever version it is of. */
const SHORT = {
  units: z.enum(['si', 'us']).optional(),
  /** The whole device choice, or just the sheet's id. */
  device: DeviceInput.optional(),
  readings: ReadingsInput.optional(),
};

/** How a family's survey may be written short, where it may. */
const short = (family: Family): ShortSurvey | undefined => (SURVEYS[family] as { short?: ShortSurvey }).short;

/** The file as people may write it, by family. Its JSON Schema is published; a full export is also valid. */
const JOB_FILES: Readonly<Record<Family, z.ZodType<FileInput>>> = Object.fromEntries(
  FAMILIES.map((family) => [
    family,
    z.strictObject({
      ...JobHead.shape,
      ...SHORT,
      // A file that names none is of the first.
      family: FAMILIES.indexOf(family) === 0 ? z.literal(family).optional() : z.literal(family),
      survey: (short(family)?.input ?? SURVEYS[family].seen).optional(),
    }),
  ]),
) as never;

/** A file of the first version: every family's survey had a place of its own. */
const JobFile1 = z.strictObject({
  ...Job1.shape,
  ...SHORT,
  family: Job1.shape.family.unwrap().optional(),
  survey: SurveyInput.optional(),
});

interface FileInput {
  device?: z.infer<typeof DeviceInput> | undefined;
  readings?: z.infer<typeof ReadingsInput> | undefined;
  survey?: unknown;
}

/** A zod issue's most telling message: for a union, that of the branch that got furthest. */
function issueProblem(issue: z.core.$ZodIssue, prefix: PropertyKey[] = []): FileProblem {
  const path = [...prefix, ...issue.path];
  if (issue.code === 'invalid_union' && issue.errors.length > 0) {
    // A branch whose shape fits and whose content does not says more than one of another shape.
    const misfit = (issues: readonly z.core.$ZodIssue[]): number => (issues[0]?.code === 'invalid_type' ? 1 : 0);
    const branch = [...issue.errors].sort((a, b) => depth(b) - depth(a) || misfit(a) - misfit(b))[0];
    const inner = branch?.[0];
    if (inner && (inner.path.length > 0 || misfit(branch ?? []) === 0)) return issueProblem(inner, path);
  }
  return { path: path.map(String).join('.'), message: issue.message };
}
const depth = (issues: readonly z.core.$ZodIssue[]): number => Math.max(0, ...issues.map((i) => i.path.length));

/** Where in the text a JSON error is, in lines and columns. */
function jsonProblem(text: string, error: unknown): FileProblem {
  const message = error instanceof Error ? error.message : 'not JSON';
  const at = /position (\d+)/.exec(message);
  const before = text.slice(0, at?.[1] ? Number(at[1]) : text.length);
  const line = before.split('\n').length;
  const column = before.length - before.lastIndexOf('\n');
  const deep = /^(more than \d+ levels deep)/.exec(message)?.[1];
  return { path: '', message: `${deep ?? 'not valid JSON'} at line ${line}, column ${column}` };
}

/** Reads the text of a job file; says what is wrong and where, or gives a whole job. */
export function readJobFile(text: string): FileResult {
  if (text.length > MAX_FILE_BYTES) {
    return {
      ok: false,
      problems: [
        {
          path: '',
          message: `the file has ${(text.length / 1e6).toFixed(1)} MB; at most ${MAX_FILE_BYTES / 1e6} MB is read`,
        },
      ],
    };
  }
  let value: unknown;
  try {
    value = parseJson(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return { ok: false, problems: [error instanceof BadTextError ? error.bad : jsonProblem(text, error)] };
  }
  return readJobValue(value);
}

/** A job out of a parsed file of either version; problems with their place, nothing half read. */
export function readJobValue(value: unknown): FileResult {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return { ok: false, problems: [{ path: '', message: 'a job file is one JSON object' }] };
  }
  const head = value as { format?: unknown; version?: unknown };
  if (head.format !== JOB_FORMAT) {
    return { ok: false, problems: [{ path: 'format', message: `must be "${JOB_FORMAT}"` }] };
  }
  if (typeof head.version === 'number' && head.version > JOB_VERSION) {
    return {
      ok: false,
      problems: [
        {
          path: 'version',
          message: `this file is version ${head.version}; this Augerset reads up to ${JOB_VERSION}. Open it with a newer Augerset.`,
        },
      ],
    };
  }
  const first = head.version === 1;
  const { family: said = FAMILIES[0] } = value as { family?: unknown };
  const family = Family.safeParse(said);
  if (!family.success)
    return { ok: false, problems: family.error.issues.map((i) => ({ path: 'family', message: i.message })) };
  const parsed = (first ? JobFile1 : JOB_FILES[family.data]).safeParse(value);
  if (!parsed.success)
    return { ok: false, problems: parsed.error.issues.slice(0, MOST_PROBLEMS).map((i) => issueProblem(i)) };
  const problems: FileProblem[] = [];
  const { survey, device, readings, ...rest }: FileInput = parsed.data;
  const built = {
    ...rest,
    family: family.data,
    device: typeof device === 'string' ? { sheet: device } : (device ?? {}),
    readings: Array.isArray(readings)
      ? Object.fromEntries(readings.map((r, i) => [`r${i + 1}`, { ...UNDATED, ...r }]))
      : (readings ?? {}),
  };
  // The first version had the 24 V survey in this place for every family.
  const build = first ? buildSurvey : short(family.data)?.build;
  const asSurvey = build ? build(survey as never, problems) : survey;
  if (problems.length > 0) return { ok: false, problems };
  return first ? upToDate({ ...built, survey: asSurvey }) : asJob(built, asSurvey);
}

const refused = (error: z.ZodError): FileResult => ({
  ok: false,
  problems: error.issues.slice(0, MOST_PROBLEMS).map((i) => issueProblem(i)),
});

function upToDate(value: unknown): FileResult {
  const old = Job1.safeParse(value);
  if (!old.success) return refused(old.error);
  return { ok: true, job: fromFirst(old.data) };
}

/** What was measured is taken out of the survey into the readings, where everything measured is. */
function asJob(
  built: { family: Family; readings: Record<string, unknown>; answers?: unknown; seal?: unknown },
  survey: unknown,
): FileResult {
  const seen = SURVEYS[built.family].seen.safeParse(survey ?? {});
  if (!seen.success) return refused(seen.error);
  const { answers = {} } = built as { answers?: Record<string, string> };
  // A seal rests on what stood there: it is read as fields, and stays as it is.
  const answered = built.seal
    ? { survey: seen.data as Record<string, unknown>, answers, unfit: {} }
    : withAnswers(built.family, seen.data as Record<string, unknown>, answers);
  const unfit = Object.entries(answered.unfit);
  if (unfit.length > 0)
    return {
      ok: false,
      problems: unfit.map(([code, message]) => ({ path: `answers.${code}`, message })),
    };
  const parts = split(built.family, answered.survey);
  const job = Job.safeParse({
    ...built,
    answers: answered.answers,
    survey: parts.survey,
    readings: { ...parts.readings, ...built.readings },
  });
  return job.success ? { ok: true, job: job.data } : refused(job.error);
}

/** JSON Schema of job files of both versions. */
export const jobFileSchema = (): unknown => ({
  ...z.toJSONSchema(z.union([...FAMILIES.map((f) => JOB_FILES[f]), JobFile1]), {
    io: 'input',
    unrepresentable: 'any',
  }),
  type: 'object',
  required: ['format', 'version'],
});
