/** A device sheet as a form: read off its family's own schema, so that no limit and no choice is written twice. */

import * as z from 'zod';
import { bare } from '../family/field';
import { hasOwn } from '../own';

export type SheetNode =
  | { kind: 'figure'; low: number; high: number; whole: boolean }
  | { kind: 'text'; most: number }
  | { kind: 'truth' }
  /** One of some words or figures. */
  | { kind: 'choice'; values: readonly (string | number)[] }
  /** Several of some words or figures. */
  | { kind: 'several'; values: readonly (string | number)[] }
  | { kind: 'texts'; most: number }
  /** From and to. */
  | { kind: 'span' }
  | { kind: 'group'; fields: readonly SheetField[] }
  | { kind: 'rows'; of: readonly SheetField[]; most: number }
  /** By a name of one's own: terminals and what each is for. */
  | { kind: 'named'; of: SheetNode }
  /** One of several shapes, told by the field each has. */
  | { kind: 'one-of'; shapes: readonly { key: string; node: SheetNode }[] };

export interface SheetField {
  key: string;
  label: string;
  /** Its unit, by the name of the field; empty where it has none. */
  unit: string;
  optional: boolean;
  node: SheetNode;
}

const UNITS: readonly (readonly [string, string])[] = [
  ['Celsius', '°C'],
  ['Kelvin', 'K'],
  ['Seconds', 's'],
  ['Minutes', 'min'],
  ['Milliamps', 'mA'],
  ['Millimetres', 'mm'],
  ['Metres', 'm'],
  ['Watts', 'W'],
  ['Volts', 'V'],
  ['Amps', 'A'],
  ['Ohms', 'Ω'],
  ['VA', 'VA'],
];

/** Words that a field's own name does not make by itself. */
const WORDS: Readonly<Record<string, string>> = {
  lostSensor: 'With no sensor left it',
  emergencyStartedBy: 'Emergency heat is started by',
  contacts: 'It calls',
  commonRequired: 'Needs a common wire',
  detectsTerminals: 'Reports which terminals are wired',
  kinds: 'Kinds',
  pattern: 'Days alike',
  slotsPerDay: 'Events a day',
  times: 'A time means',
  owner: 'The schedule belongs to',
  holds: 'It can hold until',
  forms: 'Patterns it can be set to',
  jumper: 'What joins its R terminals',
  va: 'It draws, VA',
  amps: 'Its contact, A',
  id: 'Short name',
  at: 'Where it is',
  singleR: 'A single R goes to',
  poles: 'Poles it breaks',
  volts: 'Supplies it takes, V',
  watts: 'Most watts, by volts',
  si: 'Step, K',
  us: 'Step, °F',
  digits: 'Digits on its card',
  check: 'Check digit by',
  origin: 'Read where: leaflet, edition, page',
  press: 'What is pressed',
  sees: 'What is then seen',
  values: 'Value to what is entered',
  factory: 'Out of the box',
  menu: 'The installer’s menu',
  plate: 'Its plate, as drawn',
  rows: 'Rows of screws, labels parted by blanks',
  upright: 'Rows stand upright',
  locked: 'Cannot be changed',
  low: 'From',
  high: 'To',
  step: 'In steps of',
  setting: 'What it decides',
  offFirst: 'Off before its menu opens',
  savedBy: 'Kept by',
  registration: 'How it is joined',
  settings: 'Its settings, in its own order',
  terminals: 'Its terminals, as on the plate',
  label: 'Its own word',
  function: 'a numbered function',
  path: 'a path through menus',
  switch: 'a switch in its case',
};

/** "compressorRestSeconds": "Compressor rest", "s". */
export function wordsOf(key: string): { label: string; unit: string } {
  const own = WORDS[key];
  if (own !== undefined) return { label: own, unit: '' };
  const [suffix, unit] = UNITS.find(([s]) => key.endsWith(s) && key.length > s.length) ?? ['', ''];
  const words = key
    .slice(0, key.length - suffix.length)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/([A-Z]+)([A-Z][a-z])/g, '$1 $2')
    .toLowerCase();
  return { label: words.charAt(0).toUpperCase() + words.slice(1), unit };
}

/** Fields that are the same in every sheet of a family. */
const FIXED: ReadonlySet<string> = new Set(['format', 'version', 'family']);

const literals = (schema: z.core.$ZodType): (string | number)[] | null => {
  if (schema instanceof z.ZodEnum) return schema.options;
  if (schema instanceof z.ZodLiteral)
    return [...schema.values].flatMap((v) => (typeof v === 'string' || typeof v === 'number' ? [v] : []));
  if (schema instanceof z.ZodUnion) {
    const each = schema.options.map((o) => literals(bare(o)));
    return each.every((x) => x !== null) ? each.flat() : null;
  }
  return null;
};

function fieldsOf(schema: z.ZodObject): SheetField[] {
  return Object.entries(schema.shape).flatMap(([key, inner]): SheetField[] => {
    if (FIXED.has(key)) return [];
    const optional = inner instanceof z.ZodOptional || inner instanceof z.ZodDefault || inner instanceof z.ZodPrefault;
    return [{ key, ...wordsOf(key), optional, node: nodeOf(inner) }];
  });
}

/** What stands at a place of a sheet. Throws a RangeError for a shape that no form has. */
export function nodeOf(wrapped: z.core.$ZodType): SheetNode {
  const schema = bare(wrapped);
  const words = literals(schema);
  if (words) return { kind: 'choice', values: words };
  if (schema instanceof z.ZodNumber)
    return {
      kind: 'figure',
      low: schema.minValue ?? -1e9,
      high: schema.maxValue ?? 1e9,
      whole: schema.format?.includes('int') === true,
    };
  if (schema instanceof z.ZodBoolean) return { kind: 'truth' };
  if (schema instanceof z.ZodString) return { kind: 'text', most: schema.maxLength ?? 120 };
  if (schema instanceof z.ZodObject) return { kind: 'group', fields: fieldsOf(schema) };
  if (schema instanceof z.ZodTuple) return { kind: 'span' };
  if (schema instanceof z.ZodRecord) return { kind: 'named', of: nodeOf(schema.valueType) };
  if (schema instanceof z.ZodArray) {
    const of = bare(schema.element);
    const several = literals(of);
    if (several) return { kind: 'several', values: several };
    if (of instanceof z.ZodObject) return { kind: 'rows', of: fieldsOf(of), most: 60 };
    return { kind: 'texts', most: 24 };
  }
  if (schema instanceof z.ZodUnion) {
    const shapes = schema.options.map(bare);
    // A text beside a fixed word is a text.
    if (shapes.every((s) => s instanceof z.ZodString || s instanceof z.ZodLiteral)) return { kind: 'text', most: 120 };
    if (shapes.every((s) => s instanceof z.ZodTuple)) return { kind: 'texts', most: 2 };
    return {
      kind: 'one-of',
      shapes: shapes.flatMap((s) => {
        const [key] = s instanceof z.ZodObject ? Object.keys(s.shape) : [];
        return key !== undefined && s instanceof z.ZodObject
          ? [{ key, node: nodeOf(s.shape[key] as z.core.$ZodType) }]
          : [];
      }),
    };
  }
  throw new RangeError('a sheet has no field like this');
}

/** What a field that was just added stands at: the least that its schema takes. */
export function freshOf(node: SheetNode): unknown {
  switch (node.kind) {
    case 'figure':
      return Math.max(node.low, Math.min(node.high, 0));
    case 'text':
      return '';
    case 'truth':
      return false;
    case 'choice':
      return node.values[0];
    case 'several':
      return node.values.slice(0, 1);
    case 'texts':
    case 'rows':
      return [];
    case 'span':
      return [5, 30];
    case 'named':
      return {};
    case 'group':
      return Object.fromEntries(node.fields.filter((f) => !f.optional).map((f) => [f.key, freshOf(f.node)]));
    case 'one-of': {
      const [first] = node.shapes;
      return first ? { [first.key]: freshOf(first.node) } : {};
    }
  }
}

export interface SheetProblem {
  path: string;
  /** For people: the place in the form's words. */
  where: string;
  message: string;
}

/** What is wrong with a sheet, and where; empty for a whole one. */
export function sheetProblems(schema: z.ZodType, sheet: unknown): SheetProblem[] {
  const parsed = schema.safeParse(sheet);
  return parsed.success
    ? []
    : parsed.error.issues.map((i) => ({
        path: i.path.join('.'),
        where: i.path.map((p) => (typeof p === 'number' ? String(p + 1) : wordsOf(String(p)).label)).join(', '),
        message: saidOf(i, valueAt(sheet, i.path)),
      }));
}

const valueAt = (tree: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (at, step) => (typeof at === 'object' && at !== null ? (at as Record<PropertyKey, unknown>)[step] : undefined),
    tree,
  );

/** What a schema says of a place, as one fills a form in. */
function saidOf(issue: z.core.$ZodIssue, value: unknown): string {
  if (value === undefined || value === '') return 'not filled in';
  switch (issue.code) {
    case 'too_small':
      return issue.origin === 'array' || issue.origin === 'set'
        ? `at least ${issue.minimum}`
        : `not below ${issue.minimum}`;
    case 'too_big':
      return issue.origin === 'string' ? `at most ${issue.maximum} letters` : `at most ${issue.maximum}`;
    case 'invalid_type':
      return issue.expected === 'int' ? 'a whole number' : issue.message;
    case 'unrecognized_keys':
      return `a sheet of this family has no ${issue.keys.join(', ')}`;
    default:
      return issue.message;
  }
}

/** A value of a sheet as it is read: "from-r" is "from r". */
export const sayValue = (value: string | number): string =>
  typeof value === 'number' ? String(value) : (VALUE_WORDS[value] ?? value.replaceAll('-', ' ').replaceAll('.', ', '));

/** Values that their own letters do not make readable. */
const VALUE_WORDS: Readonly<Record<string, string>> = {
  own: 'steers by the sensor in itself',
  last: 'goes on with the last it heard',
  stops: 'stops, and says so',
  duty: 'runs a fixed part of each hour',
  'from-r': 'by joining R to it',
  com: 'common of the contact',
  no: 'closes on a call',
  '5+2': '5 + 2 days',
  '6+1': '6 + 1 days',
  '5+1+1': '5 + 1 + 1 days',
  'each-day': 'one day for all',
  '2.4': '2.4 GHz',
  '5': '5 GHz',
  '24v': '24 V',
  heat1: 'first heat',
  heat2: 'second heat',
  heat3: 'third heat',
  cool1: 'first cool',
  cool2: 'second cool',
  'valve-cool': 'valve, live in cooling',
  'valve-heat': 'valve, live in heating',
  'valve-either': 'valve, either way',
  hot: 'hot, R',
  'hot-cool': 'hot, cooling side',
  'hot-heat': 'hot, heating side',
};

/** The same record with one name of it changed, in its place; as it was where the name is taken. */
export const renamed = (tree: Readonly<Record<string, unknown>>, from: string, to: string): Record<string, unknown> =>
  hasOwn(tree, to) ? { ...tree } : Object.fromEntries(Object.entries(tree).map(([k, v]) => [k === from ? to : k, v]));

/** Settings that a job decides and a sheet says nothing of: where are they entered? */
export const unsaid = <C extends { key: string }>(canonical: readonly C[], sheet: unknown): C[] => {
  const entries = valueAt(sheet, ['settings']);
  const said = new Set(Array.isArray(entries) ? entries.map((e: { setting?: unknown }) => e?.setting) : []);
  return canonical.filter((c) => !said.has(c.key));
};

/** A settings entry begun for what a job decides: its name and its choices, to be written as the device has them. */
export const begunEntry = (s: {
  key: string;
  name: string;
  options: readonly { value: string; label: string }[];
}): Record<string, unknown> => ({
  setting: s.key,
  label: s.name,
  at: { path: [''] },
  ...(s.options.length > 0 ? { values: Object.fromEntries(s.options.map((o) => [o.value, o.label])) } : {}),
});

/** The sheet with one place of it changed; undefined takes it out. */
export function withPlace(sheet: unknown, path: readonly (string | number)[], value: unknown): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return value;
  if (typeof step === 'number') {
    const list = Array.isArray(sheet) ? [...sheet] : [];
    if (rest.length === 0 && value === undefined) list.splice(step, 1);
    else list[step] = withPlace(list[step], rest, value);
    return list;
  }
  const tree = typeof sheet === 'object' && sheet !== null && !Array.isArray(sheet) ? { ...sheet } : {};
  const next = withPlace((tree as Record<string, unknown>)[step], rest, value);
  const { [step]: _was, ...others } = tree as Record<string, unknown>;
  // An object keeps its order: a changed terminal stays where it is on the plate.
  return next === undefined
    ? others
    : hasOwn(tree, step)
      ? Object.fromEntries(Object.entries(tree).map(([k, v]) => [k, k === step ? next : v]))
      : { ...others, [step]: next };
}
