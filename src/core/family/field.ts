/**
 * A survey as fields: one descriptor each. Limits and choices come from the survey's own schema and are never typed
 * again; a question is a field that nobody filled.
 */
import * as z from 'zod';
import type { SettingKey } from '../devices/sheet';
import type { Question } from '../findings/finding';
import type { StopId } from '../run';
import type { DisplayQuantity } from '../units/display';

type Tree = Record<string, unknown>;
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v);

export interface Field<S> {
  /** Where it stands in the survey, or in a row of it. */
  path: readonly string[];
  label: string;
  /** Of a figure. */
  quantity?: DisplayQuantity;
  /** Choices in words, by the schema's own values; `means` is what follows from one. */
  words?: Readonly<Record<string, string>>;
  /** Choices that are offered; all of the schema’s without. */
  only?: readonly string[];
  means?: Readonly<Record<string, string>>;
  help?: string;
  /** Of a list: what a typed word is kept as. */
  spelt?: (word: string) => string;
  /** A count: what is typed is taken to the nearest whole one. */
  whole?: boolean;
  /** What stands while nobody said: drawn as chosen, written only when somebody says so. */
  usual?: string;
  /** Of a choice: what nothing of it is called, where that is an answer of its own. */
  none?: string;
  /** Whether it is to be seen in this survey; always without. */
  shown?: (survey: S) => boolean;
  /** Of a field of a row: whether it is to be seen in this one; always without. */
  inRow?: (row: Tree) => boolean;
  /** Whether its question is due; as soon as the field is to be seen, without. */
  askedOnce?: (survey: S) => boolean;
  /** Asked for while nobody filled it, and it is to be seen. */
  ask?: {
    code: string;
    stop: StopId;
    ask: string;
    how: string;
    about?: string[];
    decides?: readonly SettingKey[];
    /** Choices that are still in question; all of them without. */
    among?: readonly string[];
  };
}

/** Things of one kind that a survey holds several of: heaters, cables, switches. */
export interface Rows<S> {
  /** The collection's name in the survey. */
  at: string;
  title: string;
  /** "heater": what one is called, with its number where it has no name. */
  one: string;
  /** What is there as soon as one is added. */
  fresh: Tree;
  /** Where there are sorts of it, each is added by itself: its name, and what is there then. */
  sorts?: readonly { label: string; fresh: Tree }[];
  /** What one is called by what stands in it, where it has no name. */
  called?: (row: Tree) => string;
  /** What findings call it: "accessory" of "accessory:a1"; the collection's name without. */
  about?: string;
  /** One is added by typing its name. */
  byName?: { label: string; hint: string };
  fields: readonly Field<S>[];
}

export interface FieldGroup<S> {
  title: string;
  fields: readonly Field<S>[];
}

export interface SurveyForm<S> {
  groups: readonly FieldGroup<S>[];
  rows: readonly Rows<S>[];
}

/** A schema without what makes it optional. */
export function bare(schema: z.core.$ZodType): z.core.$ZodType {
  let at = schema;
  while (at instanceof z.ZodOptional || at instanceof z.ZodPrefault || at instanceof z.ZodDefault) at = at.unwrap();
  return at;
}

/** The schema of what stands at a path, wrappers taken off; null where the path leads nowhere. */
export function schemaAt(schema: z.core.$ZodType, path: readonly string[]): z.core.$ZodType | null {
  let at = bare(schema);
  for (const step of path) {
    if (at instanceof z.ZodRecord) at = at.valueType;
    else if (at instanceof z.ZodObject) {
      const inner: z.core.$ZodType | undefined = at.shape[step];
      if (!inner) return null;
      at = inner;
    } else return null;
    at = bare(at);
  }
  return at;
}

export type FieldKind =
  | { kind: 'figure'; low: number; high: number }
  /** `figures`: what is kept is the figure that a choice says. */
  | { kind: 'choice'; values: readonly string[]; figures?: true }
  | { kind: 'truth' }
  | { kind: 'text'; most?: number }
  /** Words side by side, each of which the schema takes or refuses. */
  | { kind: 'list'; takes: (word: string) => boolean; most: number };

/** A list as it was typed; a word that cannot stand in it is named. @param spelt what a word is kept as */
export function readList(
  typed: string,
  { takes, most }: { takes: (word: string) => boolean; most: number },
  spelt: (word: string) => string = (word) => word,
): { ok: true; words: string[] } | { ok: false; problem: string } {
  const words = typed
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(spelt);
  const odd = words.find((w) => !takes(w));
  if (odd !== undefined) return { ok: false, problem: `“${odd}” cannot stand here.` };
  return words.length > most ? { ok: false, problem: `At most ${most}.` } : { ok: true, words };
}

/** What a field is, off the schema; throws a RangeError for a path that leads nowhere. */
export function kindOf(schema: z.core.$ZodType, path: readonly string[]): FieldKind {
  const at = schemaAt(schema, path);
  if (at instanceof z.ZodNumber) return { kind: 'figure', low: at.minValue ?? -1e9, high: at.maxValue ?? 1e9 };
  if (at instanceof z.ZodEnum) return { kind: 'choice', values: at.options.map(String) };
  if (at instanceof z.ZodArray) {
    const { element } = at;
    // By its word: the check's class would bring all of the library, with its languages, into every page.
    const longest = at._zod.def.checks?.map((c) => c._zod.def).find((d) => d.check === 'max_length');
    const most = longest && 'maximum' in longest ? Number(longest.maximum) : Number.POSITIVE_INFINITY;
    return { kind: 'list', takes: (word) => z.safeParse(element, word).success, most };
  }
  if (at instanceof z.ZodBoolean) return { kind: 'truth' };
  if (at instanceof z.ZodString) return { kind: 'text', ...(at.maxLength === null ? {} : { most: at.maxLength }) };
  const figures = at instanceof z.ZodUnion ? literals(at) : null;
  if (figures) return { kind: 'choice', values: figures.map(String), figures: true };
  throw new RangeError(`no field at ${path.join('.')}`);
}

/** The figures of a union of nothing else; null for another. */
function literals(union: z.ZodUnion): number[] | null {
  const values = union.options.map((o) => (o instanceof z.ZodLiteral ? o.value : null));
  return values.every((v) => typeof v === 'number') ? values : null;
}

/** What stands at a path of a tree; undefined where it leads nowhere. */
export const valueAt = (tree: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((at, step) => (isTree(at) ? at[step] : undefined), tree);

/** The questions a form still asks of a survey. @param schema of the survey as it is seen */
export function fieldQuestions<S>(form: SurveyForm<S>, schema: z.core.$ZodType, survey: S): Question[] {
  return form.groups
    .flatMap((g) => g.fields)
    .flatMap((f): Question[] => {
      if (
        !f.ask ||
        (f.askedOnce && !f.askedOnce(survey)) ||
        (f.shown && !f.shown(survey)) ||
        valueAt(survey, f.path) !== undefined
      )
        return [];
      const kind = kindOf(schema, f.path);
      const values = kind.kind === 'choice' ? kind.values : [];
      const { code, stop, ask, how, about = [], decides, among } = f.ask;
      return [
        {
          code,
          stop,
          about,
          ask,
          how,
          field: f.path,
          answers: (among ?? values).map((value) => ({
            value,
            label: f.words?.[value] ?? value,
            means: f.means?.[value] ?? '',
          })),
          needed: true,
          ...(decides ? { decides } : {}),
        },
      ];
    });
}
