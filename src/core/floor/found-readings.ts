/**
 * Readings between any two points of a floor, in any state, typed or touched, each held against the circuit as it is
 * wired. One that contradicts it is named; it is never taken as a calibration.
 *
 *   entry = POINT ["to"] POINT FIGURE [unit] [state]      `l n 238`, `3 4 128 ohm off`, `hall 1 screen ol apart`
 *   POINT = l, n, e | a terminal's number | a mat's name and 1, 2 or screen | probe 1, probe 2
 *
 * "probe" and a mat's name alone mean both ends. Without a state volts are read not heating, ohms with the supply off.
 */

import type { Point } from '../circuit/point';
import { type Finding, finding } from '../findings/finding';
import type { FloorSurvey } from '../job/floor-schema';
import { pointWords } from '../job/points';
import { latestByPair, readingEvidence, readingsInTime } from '../job/readings';
import type { FloorJob, Reading } from '../job/schema';
import { hasOwn } from '../own';
import { takeFigure } from '../units/typed-figure';
import { fixed, ohms as ohmsText } from '../units/units';
import {
  type Expected,
  FLOOR_STATES,
  type FloorCircuit,
  type FloorStateId,
  floorExpects,
  floorPoints,
} from './circuit';
import { matName } from './load';
import type { FloorSheet } from './sheet';

export type FloorReading = Pick<Reading, 'a' | 'b' | 'value' | 'quantity' | 'state'>;
export type FloorReadingLine =
  | { ok: true; text: string; reading: FloorReading }
  | { ok: false; text: string; problem: string };

const STATE_WORDS: Record<string, FloorStateId> = {
  idle: 'idle',
  nothing: 'idle',
  heating: 'heating',
  heat: 'heating',
  on: 'heating',
  off: 'off',
  apart: 'apart',
  loose: 'apart',
};
const LONGEST = 2000;
const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
const isState = (v: string | undefined): v is FloorStateId => FLOOR_STATES.some((s) => s.id === v);

/** Takes the points off the front of the words. */
function pointsOf(words: string[], survey: FloorSurvey, sheet: FloorSheet | null): Point[] {
  const mats = Object.entries(survey.mats).map(([id, m], i) => ({
    id,
    said: new Set([plain(id), plain(matName(m, i)), `mat${i + 1}`]),
  }));
  const points: Point[] = [];
  const ends = (base: string, names: readonly string[]): void => {
    const before = points.length;
    while (words[0] !== undefined && names.includes(words[0].toLowerCase()) && points.length < 2)
      points.push(`${base}.${words.shift()?.toLowerCase()}`);
    if (points.length === before) points.push(`${base}.1`, `${base}.2`);
  };
  while (words.length > 0 && points.length < 2) {
    const word = (words[0] ?? '').toLowerCase();
    // "Mat 2" in two words, as the screen says it.
    const two = plain(words.slice(0, 2).join(''));
    const mat = mats.find((m) => m.said.has(two)) ?? mats.find((m) => m.said.has(plain(word)));
    if (word === 'to' || word === '-') words.shift();
    else if (/^[lne]$/.test(word) || word === 'earth') {
      words.shift();
      points.push(`supply.${(word[0] ?? '').toUpperCase()}`);
    } else if (word === 'probe') {
      words.shift();
      ends('probe', ['1', '2']);
    } else if (mat) {
      words.splice(0, mat.said.has(two) && words.length > 1 && !mat.said.has(plain(word)) ? 2 : 1);
      ends(`mat.${mat.id}`, ['1', '2', 'screen']);
    } else if (sheet && hasOwn(sheet.terminals, word)) {
      words.shift();
      points.push(`terminal.${word}`);
    } else break;
  }
  return points;
}

function parseOne(text: string, survey: FloorSurvey, sheet: FloorSheet | null): FloorReadingLine {
  const no = (problem: string): FloorReadingLine => ({ ok: false, text, problem });
  const words = text.split(/\s+/);
  const [a, b, more] = pointsOf(words, survey, sheet);
  if (a === undefined || b === undefined)
    return no(
      `“${(words[0] ?? text).slice(0, 24)}” is no point here: l, n, e, ${sheet ? 'a terminal’s number, ' : ''}a mat’s name and 1, 2 or screen, probe.`,
    );
  if (more !== undefined) return no('Two points at a time; separate entries with a comma.');
  if (a === b) return no('The two points are the same.');
  if (words.length === 0) return no('Which figure? l n 238, 3 4 128 ohm off, probe 12.4k');
  const figure = takeFigure(words, { quantities: ['volts-ac', 'ohms'], bare: ['volts-ac', 'V'] });
  if (!figure.ok) return no(figure.problem);
  const { value } = figure;
  const quantity = figure.quantity === 'ohms' ? 'ohms' : 'volts-ac';
  if (value < 0) return no('Below zero: that cannot be.');
  if (quantity === 'volts-ac' && value > 1000) return no(`${value} V is beyond anything here.`);
  if (value > 1e9) return no('Beyond what a meter reads.');
  const stateWord = words.shift()?.toLowerCase();
  const state = stateWord === undefined ? (quantity === 'ohms' ? 'off' : 'idle') : STATE_WORDS[stateWord];
  if (state === undefined || words.length > 0)
    return no(`“${[stateWord, ...words].join(' ').slice(0, 24)}” is no state known here: idle, heating, off, apart.`);
  if (quantity === 'ohms' && (state === 'idle' || state === 'heating'))
    return no('Ohms only with the supply off, or with the leads apart.');
  return { ok: true, text, reading: { a, b, quantity, value, state } };
}

/** Never throws; each entry says what it understood or what is wrong. */
export function parseFloorReadings(line: string, survey: FloorSurvey, sheet: FloorSheet | null): FloorReadingLine[] {
  return line
    .slice(0, LONGEST)
    .split(/[;\n]|,(?!\d)/)
    .map((t) => t.trim())
    .filter((t) => t !== '')
    .map((t) => parseOne(t, survey, sheet));
}

/** "110 to 254 V", "OL", "122 to 135 Ω". */
export function expectedWords(quantity: 'volts-ac' | 'ohms', e: Expected): string {
  if (quantity === 'volts-ac')
    return e.low < 1 ? `under ${fixed(e.high, 0)} V` : `${fixed(e.low, 0)} to ${fixed(e.high, 0)} V`;
  return Number.isFinite(e.high) ? `${ohmsText(e.low)} to ${ohmsText(e.high)}` : `over ${ohmsText(e.low)}`;
}

/** Readings that these mats and this probe could not have given. */
export function floorFoundReadings(job: FloorJob, floor: FloorCircuit): Finding[] {
  const known = new Set(floorPoints(floor.survey, floor.sheet).map((p) => p.value));
  const read = readingsInTime(job).filter((r) => r.test === undefined && r.stop !== 'make-safe');
  return [...latestByPair(read).values()].flatMap((r): Finding[] => {
    const { a, b, quantity, state } = r;
    if (!a || !b || !known.has(a) || !known.has(b) || !isState(state)) return [];
    if (quantity !== 'volts-ac' && quantity !== 'ohms') return [];
    const e = floorExpects(floor, a, b, quantity, state);
    if (!e || (r.value >= e.low && r.value <= e.high)) return [];
    const facts = {
      a: pointWords(job, a),
      b: pointWords(job, b),
      read: quantity === 'volts-ac' ? `${fixed(r.value, 0)} V` : ohmsText(r.value),
      state: FLOOR_STATES.find((s) => s.id === state)?.name ?? state,
      expected: expectedWords(quantity, e),
    };
    // Volts where the wiring gives none: somebody's hand may be next.
    const live = quantity === 'volts-ac' && r.value > e.high && e.low < 1;
    return [
      finding(
        live ? 'floor.reading-live' : 'floor.reading-contradicts',
        facts,
        [a, b].map((p) => `point:${p}`),
        readingEvidence(r),
      ),
    ];
  });
}
