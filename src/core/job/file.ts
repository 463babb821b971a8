/**
 * Reading a job file. What people write by hand is allowed to be short: conductors as a list or as
 * typed lines, an end as a bare terminal. Everything is checked before anything is taken.
 */
import * as z from 'zod';
import { FAMILIES, SURVEYS } from '../family/surveys';
import { insulation } from '../survey/colours.data';
import { applyEntry, parseQuickEntry } from '../survey/quick-entry';
import { terminalInfo } from '../survey/terminals.data';
import { withAnswers } from './answers';
import { MOST, many, parseJson } from './bounds';
import { fromFirst, Job1 } from './first-version';
import { split, UNDATED } from './measured';
import {
  Accessory,
  ColourName,
  type Conductor,
  type ConductorEnd,
  EndState,
  Family,
  JOB_FORMAT,
  JOB_VERSION,
  Job,
  JobHead,
  Jumper,
  Reading,
  Survey,
  TerminalLabel,
  Zone,
} from './schema';

export const MAX_FILE_BYTES = 4_000_000;
/** Typed landings in a file. */
const LINE_LENGTH = 2000;
const MOST_LINES = 64;
const MOST_PROBLEMS = 20;

export interface FileProblem {
  /** Path in the file: "survey.conductors.2.wall". */
  path: string;
  message: string;
}

export type FileResult = { ok: true; job: Job } | { ok: false; problems: FileProblem[] };

/** "Y1" becomes { terminal: "Y1", state: "landed" }; null means not there. */
const EndInput = z.union([
  TerminalLabel,
  z.null(),
  z.strictObject({
    terminal: TerminalLabel.optional(),
    colour: ColourName.optional(),
    /** "spliced": landed (or coiled) as the terminal says, with a joint between the ends. */
    state: z.union([EndState, z.literal('spliced')]).optional(),
    shares: z.string().max(200).optional(),
  }),
]);

const ConductorInput = z.strictObject({
  id: z.string().min(1).max(64).optional(),
  colour: ColourName.optional(),
  cable: z.enum(['main', 'outdoor']).optional(),
  wall: EndInput.optional(),
  board: EndInput.optional(),
  outdoor: EndInput.optional(),
  splice: z.string().max(200).optional(),
  spliceOhms: z.number().min(0).max(1000).optional(),
});
type ConductorInput = z.infer<typeof ConductorInput>;

const JumperInput = z.union([z.tuple([TerminalLabel, TerminalLabel]), Jumper]);

const SurveyInput = z.strictObject({
  ...Survey.shape,
  conductors: z.union([z.array(ConductorInput).max(MOST.conductors), many(ConductorInput, 'conductors')]).optional(),
  jumpers: z.union([z.array(JumperInput).max(MOST.jumpers), many(Jumper, 'jumpers')]).optional(),
  accessories: z.union([z.array(Accessory).max(MOST.accessories), many(Accessory, 'accessories')]).optional(),
  zones: z.union([z.array(Zone).max(MOST.zones), many(Zone, 'zones')]).optional(),
  /** Conductors as typed in Survey: "r red, c blue, y yellow". */
  lines: z.union([z.string().max(LINE_LENGTH), z.array(z.string().max(LINE_LENGTH)).max(MOST_LINES)]).optional(),
});

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

/** The file as people may write it, by family. Its JSON Schema is published; a full export is also valid. */
const JOB_FILES: Readonly<Record<Family, z.ZodType<FileInput>>> = Object.fromEntries(
  FAMILIES.map((family) => [
    family,
    z.strictObject({
      ...JobHead.shape,
      ...SHORT,
      family: family === '24v' ? z.literal(family).optional() : z.literal(family),
      // 24 V surveys may be written as lists and typed lines.
      survey: (family === '24v' ? SurveyInput : SURVEYS[family].seen).optional(),
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

const canonicalTerminal = (label: string): string => terminalInfo(label)?.label ?? label;
const canonicalColour = (colour: string): string => insulation(colour)?.name ?? colour;

function end(input: z.infer<typeof EndInput> | undefined, colour: string | undefined): ConductorEnd | undefined {
  if (input === undefined || input === null) return undefined;
  const full = typeof input === 'string' ? { terminal: input } : input;
  const named = 'colour' in full && full.colour ? full.colour : colour;
  const terminal = full.terminal === undefined ? undefined : canonicalTerminal(full.terminal);
  const given = 'state' in full && full.state !== 'spliced' ? full.state : undefined;
  const state = given ?? (terminal === undefined ? 'coiled' : 'landed');
  const shares = 'shares' in full ? full.shares : undefined;
  return {
    ...(terminal === undefined ? {} : { terminal }),
    colour: canonicalColour(named ?? 'unnamed'),
    state,
    ...(shares === undefined ? {} : { shares }),
  };
}

function conductor(input: ConductorInput): Conductor {
  const ends = {
    wall: end(input.wall, input.colour),
    board: end(input.board, input.colour),
    outdoor: end(input.outdoor, input.colour),
  };
  const out: Conductor = { cable: input.cable ?? (ends.outdoor && !ends.wall ? 'outdoor' : 'main') };
  if (ends.wall) out.wall = ends.wall;
  if (ends.board) out.board = ends.board;
  if (ends.outdoor) out.outdoor = ends.outdoor;
  // A conductor with a colour and no ends is a spare seen at the wall.
  if (!ends.wall && !ends.board && !ends.outdoor)
    out.wall = { colour: canonicalColour(input.colour ?? 'unnamed'), state: 'coiled' };
  const spliced = [input.wall, input.board, input.outdoor].some(
    (e) => typeof e === 'object' && e !== null && e.state === 'spliced',
  );
  if (input.splice !== undefined) out.splice = input.splice;
  else if (spliced) out.splice = 'spliced';
  if (input.spliceOhms !== undefined) out.spliceOhms = input.spliceOhms;
  return out;
}

/** A list gets ids of its own. */
const keyed = <T>(items: readonly T[] | Record<string, T> | undefined, prefix: string): Record<string, T> =>
  Array.isArray(items)
    ? Object.fromEntries(items.map((item: T, i) => [`${prefix}${i + 1}`, item]))
    : { ...(items as Record<string, T> | undefined) };

function buildSurvey(input: z.infer<typeof SurveyInput> | undefined, problems: FileProblem[]): unknown {
  if (!input) return {};
  const { conductors, jumpers, lines, accessories, zones, ...rest } = input;
  const entries: [string, ConductorInput][] = Array.isArray(conductors)
    ? conductors.map((c, i) => [c.id ?? `k${i + 1}`, c])
    : Object.entries(conductors ?? {});
  const seen = new Set<string>();
  for (const [id] of entries) {
    if (seen.has(id)) problems.push({ path: 'survey.conductors', message: `two conductors have the id "${id}"` });
    seen.add(id);
  }
  let survey = Survey.parse({
    ...rest,
    jumpers: Array.isArray(jumpers)
      ? keyed(
          jumpers.map((j) =>
            Array.isArray(j) ? { place: 'wall', a: canonicalTerminal(j[0]), b: canonicalTerminal(j[1]) } : j,
          ),
          'j',
        )
      : { ...jumpers },
    accessories: keyed(accessories, 'a'),
    zones: keyed(zones, 'z'),
    conductors: Object.fromEntries(entries.map(([id, c]) => [id, conductor(c)])),
  });
  const typed = typeof lines === 'string' ? [lines] : (lines ?? []);
  typed.forEach((line, i) => {
    const path = typeof lines === 'string' ? 'survey.lines' : `survey.lines.${i}`;
    if (problems.length >= MOST_PROBLEMS) return;
    for (const entry of parseQuickEntry(line)) {
      const result = entry.ok ? applyEntry(survey, entry.action) : entry;
      if (!result.ok) problems.push({ path, message: `${entry.text}: ${result.problem}` });
      else if ('survey' in result) survey = result.survey;
      if (Object.keys(survey.conductors).length > MOST.conductors) {
        problems.push({ path, message: `at most ${MOST.conductors} conductors` });
        return;
      }
    }
  });
  return survey;
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
    return { ok: false, problems: [jsonProblem(text, error)] };
  }
  return readJobValue(value);
}

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
  const { family: said = '24v' } = value as { family?: unknown };
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
  const asSurvey =
    first || family.data === '24v' ? buildSurvey(survey as z.infer<typeof SurveyInput> | undefined, problems) : survey;
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
  built: { family: Family; readings: Record<string, unknown>; answers?: unknown },
  survey: unknown,
): FileResult {
  const seen = SURVEYS[built.family].seen.safeParse(survey ?? {});
  if (!seen.success) return refused(seen.error);
  const { answers = {} } = built as { answers?: Record<string, string> };
  const answered = withAnswers(built.family, seen.data as Record<string, unknown>, answers);
  const parts = split(built.family, answered.survey);
  const job = Job.safeParse({
    ...built,
    answers: answered.answers,
    survey: parts.survey,
    readings: { ...parts.readings, ...built.readings },
  });
  return job.success ? { ok: true, job: job.data } : refused(job.error);
}

export const jobFileSchema = (): unknown => ({
  ...z.toJSONSchema(z.union([...FAMILIES.map((f) => JOB_FILES[f]), JobFile1]), {
    io: 'input',
    unrepresentable: 'any',
  }),
  type: 'object',
  required: ['format', 'version'],
});
