/**
 * Wires as typed: `rx 4 - ch1 brown, supply l - rx l`, one or more to a line.
 *
 *   entry = PART TERMINAL ["-"] PART TERMINAL [colour] [centre N]
 *
 * Parts and terminals in any case; a point may also be written PART.TERMINAL.
 */

import { distance } from 'fastest-levenshtein';
import { type Point, pointParts } from '../circuit/point';
import type { Wire } from '../job/boiler-schema';
import { insulation } from '../survey/colours.data';
import { type Plant, plantParts } from './parts';

export type WireEntry = { ok: true; text: string; wire: Wire } | { ok: false; text: string; problem: string };

const LONGEST = 4000;

function nearest(word: string, words: readonly string[]): string | null {
  const best = [...words].sort(
    (a, b) => distance(word.toLowerCase(), a.toLowerCase()) - distance(word.toLowerCase(), b.toLowerCase()),
  )[0];
  return best !== undefined && distance(word.toLowerCase(), best.toLowerCase()) <= 2 ? best : null;
}

/** Takes a point off the front of the words, or says what is wrong with it. */
export function wirePoint(words: string[], plant: Plant): { point: Point } | { problem: string } {
  const parts = plantParts(plant);
  const [first = '', ...after] = words;
  const dotted = first.includes('.');
  const { part: partWord, id: terminalWord } = dotted ? pointParts(first) : { part: first, id: after[0] ?? '' };
  words.splice(0, dotted ? 1 : 2);
  const part = parts.find((p) => p.id.toLowerCase() === partWord.toLowerCase());
  if (!part) {
    const guess = nearest(
      partWord,
      parts.map((p) => p.id),
    );
    return {
      problem: partWord
        ? `“${partWord.slice(0, 24)}” is no part of this plant${guess ? `: did you mean ${guess}?` : `: ${parts.map((p) => p.id).join(', ')}`}`
        : 'a wire has two ends',
    };
  }
  const terminal = part.terminals.find((t) => t.toLowerCase() === terminalWord.toLowerCase());
  return terminal
    ? { point: `${part.id}.${terminal}` }
    : { problem: `${part.name} has no terminal “${terminalWord.slice(0, 24)}”: ${part.terminals.join(', ')}` };
}

/** Never throws; each entry says what it understood or what is wrong. */
export function parseWires(line: string, plant: Plant): WireEntry[] {
  if (line.length > LONGEST)
    return [
      { ok: false, text: line.slice(0, 24), problem: `Too long: ${line.length} characters, at most ${LONGEST}.` },
    ];
  return line
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter((t) => t.length > 0)
    .map((text): WireEntry => {
      const words = text.split(/\s+/).filter((w) => w !== '-' && w !== 'to');
      const a = wirePoint(words, plant);
      if ('problem' in a) return { ok: false, text, problem: a.problem };
      const b = wirePoint(words, plant);
      if ('problem' in b) return { ok: false, text, problem: b.problem };
      if (a.point === b.point) return { ok: false, text, problem: 'a wire joins two different terminals' };
      const wire: Wire = { a: a.point, b: b.point };
      while (words.length > 0) {
        const word = words.shift() ?? '';
        const colour = insulation(word)?.name;
        if (colour !== undefined) {
          wire.colour = colour;
          continue;
        }
        const centre = Number(words[0]);
        if (word.toLowerCase() !== 'centre' || !Number.isInteger(centre) || centre < 1 || centre > 40)
          return {
            ok: false,
            text,
            problem: `“${[word, ...words].join(' ').slice(0, 24)}”: only a colour, or “centre” and a number from 1 to 40, may follow`,
          };
        wire.centre = centre;
        words.shift();
      }
      return { ok: true, text, wire };
    });
}
