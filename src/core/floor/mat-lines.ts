/**
 * Mats typed as people say them, comma between mats:
 *
 *   450 w 240 v 128 ohm 550 meg
 *   hall 900w 230v before 58.8 600 after 59 550 connection 59.1 500
 *
 * Watts and volts carry their letter; ohms and megohms stand bare after a stage, or carry theirs; a
 * word that is none of these is the mat's name. Without a stage the readings are those at connection.
 */

import type { Mat, MatStage } from '../job/floor-schema';
import { OPEN_CIRCUIT_OHMS } from '../units/figure';
import { takeFigure } from '../units/typed-figure';

export type MatLine = { ok: true; text: string; mat: Mat } | { ok: false; text: string; problem: string };

const STAGE_WORDS: Record<string, MatStage> = {
  before: 'before',
  after: 'after',
  connection: 'connection',
  now: 'connection',
};

/** A mat of 3 W at 240 V has 19 kΩ. */
const MOST_ELEMENT_OHMS = 20_000;

function parseOne(text: string): MatLine {
  const bad = (problem: string): MatLine => ({ ok: false, text, problem });
  const words = text.split(/\s+/).filter((t) => t !== '');
  let stage: MatStage = 'connection';
  let bare = 0;
  const name: string[] = [];
  const mat: Partial<Mat> = {};
  const put = (key: 'ohms' | 'megohms', value: number): string | null => {
    if (!(value > 0)) return `${key === 'ohms' ? 'ohms' : 'megohms'} must be above zero`;
    if (mat[stage]?.[key] !== undefined) return `${key} ${stage} are there twice`;
    mat[stage] = { ...mat[stage], [key]: value };
    return null;
  };
  while (words.length > 0) {
    const token = words[0] ?? '';
    const word = STAGE_WORDS[token.toLowerCase()];
    if (word) {
      words.shift();
      stage = word;
      bare = 0;
      continue;
    }
    if (!/^[+−-]?[.,]?\d|^o\.?l$/i.test(token)) {
      name.push(token);
      words.shift();
      continue;
    }
    const before = [...words];
    const figure = takeFigure(words, {
      quantities: ['watts', 'volts-ac', 'ohms'],
      bare: ['ohms', bare === 0 ? 'Ω' : 'MΩ'],
    });
    if (!figure.ok) return bad(figure.problem);
    const { value, quantity } = figure;
    let wrong: string | null = null;
    if (quantity === 'watts') {
      if (mat.ratedWatts !== undefined) wrong = 'its watts are there twice';
      mat.ratedWatts = value;
    } else if (quantity === 'volts-ac') {
      if (mat.ratedVolts !== undefined) wrong = 'its volts are there twice';
      mat.ratedVolts = value;
    } else {
      const said = before.slice(0, before.length - words.length).join(' ');
      const second = bare === 1 && !/ohm|Ω|k/i.test(said);
      // No heating cable has so many ohms: whatever its unit, it is the insulation that was read.
      const insulation = second || /meg|M/.test(said) || (value >= MOST_ELEMENT_OHMS && value < OPEN_CIRCUIT_OHMS);
      wrong = insulation ? put('megohms', value / 1e6) : put('ohms', value);
      if (!insulation) bare = 1;
    }
    if (wrong) return bad(wrong);
  }
  const { ratedWatts, ratedVolts } = mat;
  if (ratedWatts === undefined) return bad('its watts are missing, such as 450 w');
  if (!(ratedWatts > 0) || ratedWatts > 10_000) return bad('watts must be above zero and at most 10,000');
  if (ratedVolts === undefined) return bad('its volts are missing, such as 240 v');
  if (!(ratedVolts > 0) || ratedVolts > 500) return bad('volts must be above zero and at most 500');
  return {
    ok: true,
    text,
    mat: { ...mat, ratedWatts, ratedVolts, ...(name.length > 0 ? { name: name.join(' ').slice(0, 60) } : {}) },
  };
}

/** Mats as typed. Never throws; each entry says what it understood or what is wrong. */
export const parseMats = (line: string): MatLine[] =>
  line
    .split(/[,;\n](?!\d)/)
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map(parseOne);
