/**
 * The one way in for a figure: number, prefix, unit, kind. Understood whole, or refused with what would do; never the part
 * that was understood.
 */
import { type Dimension, PREFIXES, UNITS, type Unit } from './unit-table.data';

export type { Dimension } from './unit-table.data';

/** What an open circuit ("OL") is kept as, and the most a meter reads, Ω. */
export const OPEN_CIRCUIT_OHMS = 1e8;

/** Which mark parts the decimals; without it a figure that could be either is asked about. */
export type NumberLocale = 'point' | 'comma' | undefined;

export interface FigureAsked {
  /** What is wanted; several where the unit says which. */
  of: readonly Dimension[];
  /** Unit of a figure that names none, as it is spelled; it decides the dimension too. */
  bare: string;
  /** Volts: kinds that may be meant. */
  kind?: 'ac' | 'dc';
  locale?: NumberLocale;
}

export type FigureRead =
  | { ok: true; si: number; of: Dimension; kind?: 'ac' | 'dc'; open?: true /** The unit was written. */; unit: boolean }
  | { ok: false; problem: string };

const no = (problem: string): { ok: false; problem: string } => ({ ok: false, problem });

/** A figure with nothing after it that a meter shows where a circuit is open, in every spelling. */
const OPEN = /^(?:[>]?\s*)?(?:[o0]\.?[l]\.?|\.[o0]l|[o0]\/l|[o0]f|open|overload|over ?range|inf(?:inite|inity)?|∞)$/i;

const SIGN = /^[+\-−–—‒﹣－]/;
const MINUS = /[-−–—‒﹣－]/;
const VULGAR: Readonly<Record<string, number>> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
};
const SUPERSCRIPT = '⁰¹²³⁴⁵⁶⁷⁸⁹';

/** Digits with their marks: thousands in threes, one decimal mark. Null where that cannot be told. */
function digits(text: string, locale: NumberLocale): number | 'either' | null {
  const plain = text.replace(/(?<=\d)[\u00a0\u2009\u202f' ](?=\d{3}(?:\D|$))/g, '');
  if (/\s/.test(plain)) return null;
  const marks = [...plain].filter((c) => c === '.' || c === ',');
  const [first] = marks;
  if (first === undefined) return /^\d+$/.test(plain) ? Number(plain) : null;
  const last = marks.at(-1) ?? first;
  const mixed = marks.some((m) => m !== first);
  if (mixed) {
    // The last one parts the decimals, the other the thousands; it may stand only once.
    if (marks.filter((m) => m === last).length > 1 || marks.lastIndexOf(first) > marks.indexOf(last)) return null;
    const [whole = '', decimals = ''] = plain.split(last);
    const groups = whole.split(first);
    if (!/^\d{1,3}$/.test(groups[0] ?? '') || !groups.slice(1).every((g) => /^\d{3}$/.test(g))) return null;
    return /^\d+$/.test(decimals) ? Number(`${groups.join('')}.${decimals}`) : null;
  }
  if (marks.length > 1) {
    const groups = plain.split(first);
    return /^\d{1,3}$/.test(groups[0] ?? '') && groups.slice(1).every((g) => /^\d{3}$/.test(g))
      ? Number(groups.join(''))
      : null;
  }
  const [whole = '', decimals = ''] = plain.split(first);
  if (!/^\d*$/.test(whole) || !/^\d*$/.test(decimals) || whole + decimals === '') return null;
  const grouped = /^[1-9]\d{0,2}$/.test(whole) && decimals.length === 3;
  const decimal = Number(`${whole === '' ? '0' : whole}.${decimals === '' ? '0' : decimals}`);
  // "1,200" is twelve hundred to one reader and one and a fifth to another.
  if (grouped && first === ',') {
    if (locale === 'point') return Number(`${whole}${decimals}`);
    return locale === 'comma' ? decimal : 'either';
  }
  if (grouped && locale === 'comma') return Number(`${whole}${decimals}`);
  return decimal;
}

interface NumberRead {
  value: number;
  rest: string;
}

/** The number at the front of a text, and what follows it. */
function numberAt(text: string, locale: NumberLocale): NumberRead | { problem: string } | null {
  const signed = SIGN.exec(text);
  const negative = signed !== null && MINUS.test(signed[0]);
  let rest = (signed ? text.slice(1) : text).trimStart();
  const done = (size: number, after: string): NumberRead => ({ value: negative ? -size : size, rest: after.trim() });

  const fraction = /^(?:(\d+)[ -]+)?(\d+)\s*[/⁄]\s*(\d+)(?![\d.,])/.exec(rest);
  if (fraction) {
    const [all, whole = '0', top = '', under = ''] = fraction;
    if (Number(under) === 0) return { problem: 'A fraction over nought is no figure.' };
    return done(Number(whole) + Number(top) / Number(under), rest.slice(all.length));
  }
  const vulgar = /^(\d+)?\s*([½⅓⅔¼¾⅛⅜⅝⅞])/.exec(rest);
  if (vulgar) return done(Number(vulgar[1] ?? 0) + (VULGAR[vulgar[2] ?? ''] ?? 0), rest.slice(vulgar[0].length));

  const run = /^(?:\d(?:[\d.,]|[\u00a0\u2009\u202f '](?=\d{3}(?:\D|$)))*|[.,]\d+)/.exec(rest);
  if (!run) return null;
  // A mark at the end belongs to the sentence, not to the figure.
  const body = run[0].replace(/[.,]+$/, '');
  const size = digits(body, locale);
  if (size === null) return { problem: `“${body}” is not one number.` };
  if (size === 'either')
    return {
      problem: `“${body}” could be ${body.replace(',', '')} or ${body.replace(',', '.')}. Write it without the comma.`,
    };
  rest = rest.slice(run[0].length);
  const power =
    /^\s*(?:[eE]([+\-−]?\d{1,2})(?![\d.,])|[×x·*]\s*10\s*(?:\^\s*([+\-−]?\d{1,2})|([⁻⁺]?[⁰¹²³⁴⁵⁶⁷⁸⁹]{1,2})))/.exec(
      rest,
    );
  if (!power) return done(size, rest);
  const raised =
    power[3] === undefined
      ? Number((power[1] ?? power[2] ?? '0').replace('−', '-'))
      : Number([...power[3]].map((c) => (c === '⁻' ? '-' : c === '⁺' ? '' : String(SUPERSCRIPT.indexOf(c)))).join(''));
  return done(size * 10 ** raised, rest.slice(power[0].length));
}

interface UnitRead {
  unit: Unit;
  factor: number;
  kind?: 'ac' | 'dc';
}

const KIND = /^(.*?)[\s.]*(ac|dc|~|⎓|rms)$/i;

/** Every reading of a unit's text: the spelling letter for letter first, then without regard to case. */
function unitsOf(text: string): UnitRead[] {
  const packed = text.replace(/\s+/g, '');
  const exact: UnitRead[] = [];
  const loose: UnitRead[] = [];
  for (const unit of UNITS)
    for (const spelled of unit.spelled) {
      if (packed === spelled) exact.push({ unit, factor: 1 });
      else if (packed.toLowerCase() === spelled.toLowerCase()) loose.push({ unit, factor: 1 });
      if (!unit.prefixed) continue;
      for (const p of PREFIXES) {
        if (packed === p.spelled + spelled) exact.push({ unit, factor: p.factor });
        // m and M differ, whatever follows them; a whole word before the unit is told in any case.
        else if (packed.startsWith(p.spelled) && packed.slice(p.spelled.length).toLowerCase() === spelled.toLowerCase())
          loose.push({ unit, factor: p.factor });
        else if (p.spelled.length > 2 && packed.toLowerCase() === (p.spelled + spelled).toLowerCase())
          loose.push({ unit, factor: p.factor });
      }
    }
  // Alone, k and M are those of ohms: "12k" on a meter's display.
  const alone = /^(?:k|K|M|meg|MEG|Meg)$/.test(packed)
    ? PREFIXES.find((p) => p.spelled === packed || (/^meg$/i.test(packed) && p.spelled === 'meg'))
    : undefined;
  const ohms = UNITS.find((u) => u.of === 'ohms');
  if (alone && ohms) exact.push({ unit: ohms, factor: alone.factor });
  return exact.length > 0 ? exact : loose;
}

/** Every meaning of a unit's text, the kind of current taken off its end where it names one. */
function meaningsOf(text: string): UnitRead[] {
  const whole = unitsOf(text);
  if (whole.length > 0) return whole;
  const kinded = KIND.exec(text.trim());
  if (!kinded) return [];
  const kind = /dc|⎓/i.test(kinded[2] ?? '') ? ('dc' as const) : ('ac' as const);
  return unitsOf(kinded[1] ?? '')
    .filter((m) => m.unit.of === 'volts' || m.unit.of === 'amps')
    .map((m) => ({ ...m, kind }));
}

/** Whether a word is a unit of anything. */
export const isUnit = (text: string): boolean => meaningsOf(text).length > 0;

/** A unit by its spelling, for whoever has a column's head or a field's own. Null where it is not known or measures something else. */
export function unitFor(
  spelled: string,
  of: readonly Dimension[],
): { of: Dimension; toSi: (figure: number) => number } | null {
  const meaning = meaningsOf(spelled).find((m) => of.includes(m.unit.of));
  return meaning ? { of: meaning.unit.of, toSi: (figure) => toSi(figure, meaning) } : null;
}

const toSi = (figure: number, { unit, factor }: UnitRead): number => (figure * factor - (unit.zero ?? 0)) * unit.scale;

/** Units of a dimension in a short list: "V, mV or kV". */
function wouldDo(of: readonly Dimension[]): string {
  const names = UNITS.filter((u) => of.includes(u.of)).flatMap((u) =>
    u.of === 'ohms'
      ? ['Ω', 'kΩ', 'MΩ']
      : u.of === 'volts'
        ? ['V', 'mV']
        : u.of === 'watts' && u.prefixed
          ? [u.name, `k${u.name}`]
          : [u.name],
  );
  return names.length === 0
    ? 'no unit'
    : names.length === 1
      ? (names[0] ?? '')
      : `${names.slice(0, -1).join(', ')} or ${names.at(-1)}`;
}

const DIMENSION_WORDS: Record<Dimension, string> = {
  volts: 'volts',
  ohms: 'ohms',
  amps: 'amperes',
  watts: 'power',
  va: 'volt-amperes',
  temperature: 'a temperature',
  difference: 'a temperature difference',
  length: 'a length',
  area: 'an area',
  volume: 'a volume',
  flow: 'a flow',
  conductance: 'a heat loss per degree',
  seconds: 'a time',
  share: 'a percentage',
  plain: 'a bare number',
};

/** A figure as somebody typed it or a file wrote it, in SI; or what is wrong with it, and what would do. */
export function readFigureText(text: string, asked: FigureAsked): FigureRead {
  const trimmed = text.trim().slice(0, 60);
  if (trimmed === '') return no('Type a figure.');
  const shown = `“${trimmed}”`;
  // A zero for the letter O is read as the letter: an open circuit must never become a short.
  if (OPEN.test(trimmed.replace(/\s+/g, '')))
    return asked.of.includes('ohms')
      ? { ok: true, si: OPEN_CIRCUIT_OHMS, of: 'ohms', open: true, unit: true }
      : no(
          `${shown} means an open circuit. That is a reading of ohms; ${DIMENSION_WORDS[asked.of[0] ?? 'plain']} are wanted here.`,
        );
  const limit = /^>\s*/.exec(trimmed);
  // An insulation tester shows ">550 MΩ": at least so much.
  const number = numberAt(limit && asked.of.includes('ohms') ? trimmed.slice(limit[0].length) : trimmed, asked.locale);
  if (number === null) return no(`${shown} is not a figure.`);
  if ('problem' in number) return no(number.problem);
  const { value, rest } = number;
  if (rest === '') return finished(value, asked, meaningsOf(asked.bare), false, shown);
  const meanings = meaningsOf(rest);
  if (meanings.length === 0) return no(`“${rest}” is no unit known here. Use ${wouldDo(asked.of)}.`);
  return finished(value, asked, meanings, true, shown);
}

function finished(
  value: number,
  asked: FigureAsked,
  meanings: readonly UnitRead[],
  unit: boolean,
  shown: string,
): FigureRead {
  if (asked.bare === '' && !unit) {
    return asked.of.includes('plain')
      ? { ok: true, si: value, of: 'plain', unit }
      : no(`${shown} needs a unit: ${wouldDo(asked.of)}.`);
  }
  const fit = meanings.find((m) => asked.of.includes(m.unit.of));
  const [other] = meanings;
  if (!fit)
    return no(
      other
        ? `${shown} is ${DIMENSION_WORDS[other.unit.of]}. ${sentence(DIMENSION_WORDS[asked.of[0] ?? 'plain'])} is wanted here: ${wouldDo(asked.of)}.`
        : `${shown} has no unit known here.`,
    );
  if (fit.kind && asked.kind && fit.kind !== asked.kind)
    return no(
      `${shown} is ${fit.kind.toUpperCase()}. This measure is ${asked.kind.toUpperCase()}: set the meter and measure again.`,
    );
  const si = toSi(value, fit);
  if (!Number.isFinite(si)) return no(`${shown} is not a figure.`);
  return { ok: true, si, of: fit.unit.of, unit, ...(fit.kind ? { kind: fit.kind } : {}) };
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
