/**
 * A 24 V survey as people may write it in a file: conductors as a list or as typed lines, an end as a bare terminal.
 */
import * as z from 'zod';
import { MOST, many } from '../job/bounds';
import {
  Accessory,
  ColourName,
  type Conductor,
  type ConductorEnd,
  EndState,
  Jumper,
  Meets,
  Survey,
  TerminalLabel,
  Zone,
} from '../job/survey-schema';
import { insulation } from '../survey/colours.data';
import { applyEntry, parseQuickEntry } from '../survey/quick-entry';
import { MET } from '../survey/splices';
import { terminalInfo } from '../survey/terminals.data';

/** Typed landings in a file. */
const LINE_LENGTH = 2000;
const MOST_LINES = 64;
const MOST_PROBLEMS = 20;

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
    /** What it is spliced to where there are no letters: the letter follows where none is given. */
    meets: Meets.optional(),
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

export const SurveyInput = z.strictObject({
  ...Survey.shape,
  conductors: z.union([z.array(ConductorInput).max(MOST.conductors), many(ConductorInput, 'conductors')]).optional(),
  jumpers: z.union([z.array(JumperInput).max(MOST.jumpers), many(Jumper, 'jumpers')]).optional(),
  accessories: z.union([z.array(Accessory).max(MOST.accessories), many(Accessory, 'accessories')]).optional(),
  zones: z.union([z.array(Zone).max(MOST.zones), many(Zone, 'zones')]).optional(),
  /** Conductors as typed in Survey: "r red, c blue, y yellow". */
  lines: z.union([z.string().max(LINE_LENGTH), z.array(z.string().max(LINE_LENGTH)).max(MOST_LINES)]).optional(),
});

const canonicalTerminal = (label: string): string => terminalInfo(label)?.label ?? label;
const canonicalColour = (colour: string): string => insulation(colour)?.name ?? colour;

function end(input: z.infer<typeof EndInput> | undefined, colour: string | undefined): ConductorEnd | undefined {
  if (input === undefined || input === null) return undefined;
  const full = typeof input === 'string' ? { terminal: input } : input;
  const named = 'colour' in full && full.colour ? full.colour : colour;
  const meets = 'meets' in full ? full.meets : undefined;
  const letter = full.terminal ?? (meets === undefined ? undefined : MET[meets].letter);
  const terminal = letter === undefined ? undefined : canonicalTerminal(letter);
  const given = 'state' in full && full.state !== 'spliced' ? full.state : undefined;
  const state = given ?? (terminal === undefined ? 'coiled' : 'landed');
  const shares = 'shares' in full ? full.shares : undefined;
  return {
    ...(terminal === undefined ? {} : { terminal }),
    colour: canonicalColour(named ?? 'unnamed'),
    state,
    ...(shares === undefined ? {} : { shares }),
    ...(meets === undefined ? {} : { meets }),
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

/** A survey as files write it, lines and lists alike; problems with their place. */
export function buildSurvey(
  input: z.infer<typeof SurveyInput> | undefined,
  problems: { path: string; message: string }[],
): unknown {
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
