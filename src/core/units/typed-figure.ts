/** A meter's figure in a typed line: taken off the front of the words, with its unit glued on or standing apart. */
import type { Quantity } from '../job/schema';
import { type Dimension, type FigureRead, isUnit, readFigureText } from './figure';

/** Quantities a meter reads, and what each measures. */
const DIMENSION: Partial<Record<Quantity, Dimension>> = {
  'volts-ac': 'volts',
  'volts-dc': 'volts',
  ohms: 'ohms',
  amps: 'amps',
  celsius: 'temperature',
  watts: 'watts',
};

export interface TypedAsked {
  quantities: readonly Quantity[];
  /** Quantity and unit of a figure that names none. */
  bare: readonly [Quantity, string];
  /** What volts without AC or DC are; of the bare quantity's kind where nothing is said. */
  volts?: 'volts-ac' | 'volts-dc';
}

export type TypedFigure = { ok: true; value: number; quantity: Quantity } | { ok: false; problem: string };

/** A unit is at most so many words: "sq ft", "V AC". */
const MOST_WORDS = 3;

const quantityOf = (read: Extract<FigureRead, { ok: true }>, text: string, asked: TypedAsked): Quantity | null => {
  if (read.of !== 'volts') return asked.quantities.find((q) => DIMENSION[q] === read.of) ?? null;
  const usual = asked.volts ?? (DIMENSION[asked.bare[0]] === 'volts' ? asked.bare[0] : 'volts-ac');
  // Nobody reads millivolts AC here: they are a thermopile's or a flame's.
  const kind = read.kind ? (`volts-${read.kind}` as const) : /\dm|\sm/i.test(text) ? 'volts-dc' : usual;
  return asked.quantities.includes(kind) ? kind : null;
};

/** Takes the figure and its unit off the front of `words`; leaves what follows. */
export function takeFigure(words: string[], asked: TypedAsked): TypedFigure {
  const of = [...new Set(asked.quantities.flatMap((q) => DIMENSION[q] ?? []))];
  let problem = 'Which figure?';
  const unitNext = words[1] !== undefined && isUnit(words[1]);
  for (let n = Math.min(MOST_WORDS, words.length); n > 0; n--) {
    // In a line a space parts words, never thousands.
    if (words.slice(1, n).some((w) => /^\d/.test(w))) continue;
    // A unit that stands there belongs to the figure, wanted here or not.
    if (n === 1 && unitNext) break;
    const text = words.slice(0, n).join(' ');
    const read = readFigureText(text, { of, bare: asked.bare[1] });
    if (!read.ok) {
      problem = read.problem;
      continue;
    }
    const quantity = read.unit ? quantityOf(read, text, asked) : asked.bare[0];
    if (quantity === null) return { ok: false, problem: `“${text}” is not read here.` };
    words.splice(0, n);
    return { ok: true, value: read.si, quantity };
  }
  return { ok: false, problem };
}
