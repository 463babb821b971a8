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
import { OPEN_CIRCUIT_OHMS } from '../units/meter-units';

export type MatLine = { ok: true; text: string; mat: Mat } | { ok: false; text: string; problem: string };

const STAGE_WORDS: Record<string, MatStage> = {
  before: 'before',
  after: 'after',
  connection: 'connection',
  now: 'connection',
};

function parseOne(text: string): MatLine {
  const bad = (problem: string): MatLine => ({ ok: false, text, problem });
  // "450 w" and "450w" alike.
  const tokens = text
    .replace(/(\d)\s+(w|v|k?ohms?|k?Ω|meg\w*|MΩ)(?=\s|$)/gi, '$1$2')
    .split(/\s+/)
    .filter((t) => t !== '');
  let stage: MatStage = 'connection';
  let bare = 0;
  const name: string[] = [];
  const mat: Partial<Mat> = {};
  const put = (key: 'ohms' | 'megohms', value: number): string | null => {
    if (!(value > 0)) return `${key === 'ohms' ? 'ohms' : 'megohms'} must be above zero`;
    mat[stage] = { ...mat[stage], [key]: value };
    return null;
  };
  for (const token of tokens) {
    const word = STAGE_WORDS[token.toLowerCase()];
    if (word) {
      stage = word;
      bare = 0;
      continue;
    }
    const m = /^(-?\d+(?:[.,]\d+)?)(w|v|k?ohms?|k?Ω|meg\w*|MΩ)?$/i.exec(token);
    if (/^ol$/i.test(token)) {
      put('ohms', OPEN_CIRCUIT_OHMS);
      continue;
    }
    if (!m?.[1]) {
      if (/^-?\d/.test(token)) return bad(`“${token}” has a unit that is not W, V, ohm or meg`);
      name.push(token);
      continue;
    }
    const value = Number(m[1].replace(',', '.'));
    const unit = (m[2] ?? '').toLowerCase();
    let wrong: string | null = null;
    if (unit === 'w') mat.ratedWatts = value;
    else if (unit === 'v') mat.ratedVolts = value;
    else if (unit.startsWith('meg') || m[2] === 'MΩ') wrong = put('megohms', value);
    else if (unit.startsWith('k')) wrong = put('ohms', value * 1000);
    else if (unit !== '' || bare === 0) {
      wrong = put('ohms', value);
      bare = 1;
    } else wrong = put('megohms', value);
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
