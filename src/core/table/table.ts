/**
 * A table of figures from another program: any delimiter, a decimal point or comma, quotes, byte order mark, "sep=" line.
 * Columns are matched by their whole head and their unit, never by how a head begins; what each was taken for is said.
 */
import Papa from 'papaparse';
import { type Dimension, isUnit, type NumberLocale, readFigureText, unitFor } from '../units/figure';

/** A row with the line of the file it begins on. */
export interface TableRow {
  line: number;
  cells: readonly string[];
}

export interface Table {
  heads: readonly string[];
  headLine: number;
  rows: readonly TableRow[];
  locale: NumberLocale;
}

/** Rows with the line of the file each begins on; empty lines are passed over and counted. */
export function readTable(text: string): Table {
  const said = /^\uFEFF?sep=(.)\r?\n/i.exec(text);
  const body = text.slice(said?.[0].length ?? 0).replace(/^\uFEFF/, '');
  // The head line decides: figures may hold commas of their own.
  const head_ =
    body
      .trimStart()
      .split(/\r?\n/, 1)[0]
      ?.replace(/"[^"]*"/g, '') ?? '';
  const delimiter = said?.[1] ?? [';', '\t', '|'].find((d) => head_.includes(d)) ?? ',';
  const { data } = Papa.parse<string[]>(body, { delimiter });
  let line = said ? 2 : 1;
  const rows: TableRow[] = [];
  for (const cells of data) {
    if (cells.some((c) => c.trim() !== '')) rows.push({ line, cells });
    line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0);
  }
  const [head, ...rest] = rows;
  // Where a comma parts the columns it cannot part the decimals; elsewhere whoever writes commas means decimals.
  const comma = delimiter !== ',' && rest.some((r) => r.cells.some((c) => /\d,\d/.test(c)));
  return { heads: head?.cells ?? [], headLine: head?.line ?? 1, rows: rest, locale: comma ? 'comma' : 'point' };
}

/** A column that is looked for. */
export interface Wanted<K extends string> {
  key: K;
  /** Whole names, in lower case: "indoor", "room temperature". */
  names: readonly string[];
  /** What it may measure; the unit in the head decides. */
  of: readonly Dimension[];
  /** Unit where the head names none; absent: it has to. */
  bare?: string;
  optional?: true;
}

export interface Taken {
  index: number;
  head: string;
  of: Dimension;
  /** Unit as the head spells it, or the one assumed. */
  unit: string;
  assumed: boolean;
}

export type Matched<K extends string> =
  | { ok: true; columns: Partial<Record<K, Taken>>; says: string[]; unused: string[] }
  | { ok: false; problem: string };

const plain = (text: string): string =>
  text
    .slice(0, 80)
    .trim()
    .toLowerCase()
    .replace(/[\s_]+/g, ' ')
    .trim();

/** A head as name and unit, in every way it can be parted; the whole as a name first. */
function partings(head: string): { name: string; unit: string | null }[] {
  const text = head.slice(0, 80).trim();
  const bracketed = /^(.*?)[\s_]*[([{]\s*(.+?)\s*[)\]}]$/.exec(text);
  if (bracketed) return [{ name: plain(bracketed[1] ?? ''), unit: bracketed[2] ?? '' }];
  const out: { name: string; unit: string | null }[] = [{ name: plain(text), unit: null }];
  for (let i = 1; i < text.length; i++)
    if (/[\s_,/]/.test(text[i] ?? '')) {
      const unit = text.slice(i + 1).trim();
      if (unit !== '') out.push({ name: plain(text.slice(0, i)), unit: unit.replace(/_/g, ' ') });
    }
  // "indoorF": a unit glued on, where what is before it is a whole name.
  const glued = /^([a-z]{3,})(°?[CF]|[kW]W?)$/.exec(text);
  if (glued) out.push({ name: plain(glued[1] ?? ''), unit: glued[2] ?? '' });
  return out;
}

type Fit<K extends string> = { key: K; taken: Omit<Taken, 'index' | 'head'> } | { key: K; problem: string } | null;

function fitOf<K extends string>(head: string, wanted: readonly Wanted<K>[]): Fit<K> {
  let wrong: Fit<K> = null;
  for (const { name, unit } of partings(head))
    for (const w of wanted) {
      if (!w.names.includes(name)) continue;
      if (unit === null) {
        // A head that is itself a unit: "celsius", "minutes".
        const own = unitFor(name, w.of);
        if (own) return { key: w.key, taken: { of: own.of, unit: name, assumed: false } };
        // A bare number: a share of one.
        if (w.bare === '') return { key: w.key, taken: { of: 'plain', unit: '', assumed: false } };
        const assumed = w.bare === undefined ? null : unitFor(w.bare, w.of);
        if (assumed && w.bare !== undefined)
          return { key: w.key, taken: { of: assumed.of, unit: w.bare, assumed: true } };
        wrong ??= { key: w.key, problem: `“${head.trim()}” does not say its unit` };
        continue;
      }
      const known = unitFor(unit, w.of);
      if (known) return { key: w.key, taken: { of: known.of, unit, assumed: false } };
      // A word that is no unit makes it another column: "indoor humidity". In brackets it can only be a unit.
      if (isUnit(unit) || /[)\]}]\s*$/.test(head))
        wrong = { key: w.key, problem: `“${unit}” of “${head.trim()}” is no unit that is known for it` };
    }
  return wrong;
}

/** Each wanted column by its head. A column taken twice, or in a unit that does not fit, is refused: nothing is guessed. */
export function matchColumns<K extends string>(heads: readonly string[], wanted: readonly Wanted<K>[]): Matched<K> {
  const columns: Partial<Record<K, Taken>> = {};
  const unused: string[] = [];
  const problems = new Map<K, string>();
  for (const [index, head] of heads.entries()) {
    const fit = fitOf(head, wanted);
    if (fit === null) {
      if (head.trim() !== '') unused.push(head.trim());
    } else if ('problem' in fit) problems.set(fit.key, fit.problem);
    else {
      const before = columns[fit.key];
      if (before)
        return { ok: false, problem: `two columns could be ${fit.key}: “${before.head}” and “${head.trim()}”` };
      columns[fit.key] = { ...fit.taken, index, head: head.trim() };
    }
  }
  for (const w of wanted) {
    if (columns[w.key]) continue;
    const problem = problems.get(w.key);
    if (problem) return { ok: false, problem };
    if (!w.optional)
      return { ok: false, problem: `no column for ${w.key}: its head is ${w.names.slice(0, 4).join(', ')}` };
  }
  const says = wanted.flatMap((w) => {
    const c = columns[w.key];
    return c ? [`${w.key}: “${c.head}”${c.unit === '' ? '' : ` in ${c.unit}`}${c.assumed ? ', assumed' : ''}`] : [];
  });
  return { ok: true, columns, says, unused };
}

/** A cell in SI by its column; null where it is empty; a problem where it is no such figure. */
export function cellSi(row: TableRow, column: Taken, locale: NumberLocale): number | null | { problem: string } {
  const text = (row.cells[column.index] ?? '').trim();
  if (text === '') return null;
  const read = readFigureText(text, { of: [column.of], bare: column.unit, locale });
  return read.ok ? read.si : { problem: read.problem };
}

export type Moment = { minute: number; is: 'clock' | 'instant' | 'local' };

/** A time in a cell: "6:30", a date and time with or without a zone. Null where it is a figure, or nothing of these. */
export function momentOf(text: string): Moment | null {
  const clock = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?$/.exec(text.trim());
  if (clock) {
    const [h, m, s] = [Number(clock[1]), Number(clock[2]), Number(clock[3] ?? 0)];
    return h < 24 && m < 60 && s < 60 ? { minute: h * 60 + m + s / 60, is: 'clock' } : null;
  }
  const stamp = /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/i.exec(
    text.trim(),
  );
  if (!stamp) return null;
  const [, y, mo, d, h, mi, s, zone] = stamp;
  const at = Date.UTC(Number(y), Number(mo) - 1, Number(d), Number(h), Number(mi), Number(s ?? 0));
  const back = new Date(at);
  // The 31st of February is no date.
  if (back.getUTCMonth() !== Number(mo) - 1 || back.getUTCDate() !== Number(d) || Number(h) > 23 || Number(mi) > 59)
    return null;
  if (zone === undefined) return { minute: at / 60_000, is: 'local' };
  const offset = /^z$/i.test(zone)
    ? 0
    : (zone.startsWith('-') ? -1 : 1) * (Number(zone.slice(1, 3)) * 60 + Number(zone.slice(-2)));
  return { minute: at / 60_000 - offset, is: 'instant' };
}
