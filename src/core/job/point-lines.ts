/**
 * Readings typed in a line: two points, a figure, its unit, a state.
 *
 *   entry = POINT ["to"] POINT FIGURE [unit] [state]        one word that names a pair stands for both points
 *
 * Points, states and what is usual come from the family; the grammar is one.
 */
import type { Point } from '../circuit/point';
import { takeFigure } from '../units/typed-figure';
import type { Quantity, Reading } from './schema';

export type PointReading = Pick<Reading, 'a' | 'b' | 'value' | 'quantity' | 'state'>;
export type PointReadingLine =
  | { ok: true; text: string; reading: PointReading }
  | { ok: false; text: string; problem: string };

export interface PointGrammar {
  /** What a point or a pair of points is called, without spaces, and what it stands for. */
  names: ReadonlyMap<string, readonly Point[]>;
  states: ReadonlyMap<string, string>;
  /** State of a reading that names none. */
  usual: (quantity: Quantity) => string;
  quantities: readonly Quantity[];
  /** Quantity and unit of a figure that names none. */
  bare: readonly [Quantity, string];
  /** What volts between two points are where nobody said AC or DC. */
  voltsOf?: (a: Point, b: Point) => 'volts-ac' | 'volts-dc';
  examples: string;
  /** Why a reading cannot be in a state; null where it can. */
  refuses?: (quantity: Quantity, state: string) => string | null;
}

const LONGEST = 2000;
const MOST_WORDS = 4;

/** The longest name at the front of the words. */
function take(words: string[], names: PointGrammar['names']): readonly Point[] | null {
  for (let n = Math.min(MOST_WORDS, words.length); n > 0; n--) {
    const found = names.get(words.slice(0, n).join('').toLowerCase());
    if (found) {
      words.splice(0, n);
      return found;
    }
  }
  return null;
}

function parseOne(text: string, g: PointGrammar): PointReadingLine {
  const no = (problem: string): PointReadingLine => ({ ok: false, text, problem });
  const words = text.split(/\s+/);
  const points: Point[] = [];
  while (points.length < 2) {
    if (/^(to|-)$/i.test(words[0] ?? '')) words.shift();
    const found = take(words, g.names);
    if (!found) break;
    points.push(...found);
  }
  const [a, b, third] = points;
  if (a === undefined || b === undefined)
    return no(`“${(words[0] ?? text).slice(0, 24)}” is no point here: ${g.examples}`);
  if (third !== undefined) return no('Two points at a time; separate entries with a comma.');
  if (a === b) return no('The two points are the same.');
  if (words.length === 0) return no(`Which figure? ${g.examples}`);
  const figure = takeFigure(words, { ...g, ...(g.voltsOf ? { volts: g.voltsOf(a, b) } : {}) });
  if (!figure.ok) return no(`${figure.problem} ${g.examples}`);
  const { quantity, value } = figure;
  if (Math.abs(value) > (quantity === 'ohms' ? 1e9 : 1000)) return no('Beyond what a meter reads here.');
  if (value < 0 && quantity !== 'volts-dc') return no('A figure below zero is none of these.');
  const stateWord = words.shift()?.toLowerCase();
  const state = stateWord === undefined ? g.usual(quantity) : g.states.get(stateWord);
  if (state === undefined || words.length > 0)
    return no(
      `“${[stateWord, ...words].join(' ').slice(0, 24)}” is no state known here: ${[...new Set(g.states.keys())].join(', ')}.`,
    );
  const refused = g.refuses?.(quantity, state);
  if (refused) return no(refused);
  return { ok: true, text, reading: { a, b, value, quantity, state } };
}

/** Each entry of a line, comma between. Never throws. */
export const parsePointReadings = (line: string, g: PointGrammar): PointReadingLine[] =>
  line
    .slice(0, LONGEST)
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter((t) => t !== '')
    .map((text) => parseOne(text, g));
