/**
 * The old receiver's terminals by what they did, and where each core goes on the new one. Labels are nobody's
 * standard: the function is what is carried over, never the number, and links inside the old one never are.
 *
 *   entry = LABEL function [zone] [colour]      `3 hot water on brown, 4 heating on, 1 hw off, L live, 2-5 link`
 */
import { type Finding, finding } from '../findings/finding';
import type { BoilerSurvey, OldFunction } from '../job/boiler-schema';
import { insulation } from '../survey/colours.data';
import { boxOf, hasZoneValves, heatPoint, hotWaterOffPoint, hotWaterOnPoint, type Plant, switchesMains } from './parts';

export type OldTerminal = NonNullable<BoilerSurvey['oldBox']>[string];

export type OldLine = { ok: true; text: string; terminal: OldTerminal } | { ok: false; text: string; problem: string };

/** Words for each function, the longest first so that "hot water off" is not read as "hot water". */
const WORDS: readonly [RegExp, OldFunction][] = [
  [/^(hot water|hw|water) off\b|^(hot water|hw) satisfied\b/, 'hot-water-off'],
  [/^(hot water|hw|water)( on)?\b/, 'hot-water-on'],
  [/^(heating|heat|ch) off\b/, 'heating-off'],
  [/^(heating|heat|ch)( on)?\b/, 'heating-on'],
  [/^(live|line|l)\b/, 'live'],
  [/^(neutral|n)\b/, 'neutral'],
  [/^(earth|e)\b/, 'earth'],
  [/^(common|com)\b/, 'common'],
  [/^(link|jumper)\b/, 'link'],
  [/^(unused|empty|spare|nothing)\b/, 'unused'],
];

export const OLD_WORDS: Readonly<Record<OldFunction, string>> = {
  live: 'live',
  neutral: 'neutral',
  earth: 'earth',
  common: 'common of its contacts',
  'heating-on': 'heating on',
  'heating-off': 'heating off',
  'hot-water-on': 'hot water on',
  'hot-water-off': 'hot water off',
  link: 'a link inside',
  unused: 'nothing',
};

const LONGEST = 2000;

/** Never throws; each entry says what it understood or what is wrong. */
export const parseOldBox = (line: string): OldLine[] =>
  line
    .slice(0, LONGEST)
    .split(/[,;\n]/)
    .map((t) => t.trim())
    .filter((t) => t !== '')
    .map((text): OldLine => {
      const [label = '', ...after] = text.split(/\s+/);
      const said = after.join(' ').toLowerCase();
      if (label.length > 12) return { ok: false, text, problem: `“${label.slice(0, 16)}” is too long for a label.` };
      // "L" by itself is live: labels that say what they are need no second word.
      const words = said === '' ? label.toLowerCase() : said;
      const hit = WORDS.find(([pattern]) => pattern.test(words));
      if (!hit)
        return { ok: false, text, problem: `What did ${label} do? hot water on, heating off, common, live, link …` };
      const rest = words.replace(hit[0], '').trim().split(/\s+/).filter(Boolean);
      const terminal: OldTerminal = { label, does: hit[1] };
      for (const word of rest) {
        const zone = Number(word);
        const colour = insulation(word)?.name;
        if (colour) terminal.colour = colour;
        else if (Number.isInteger(zone) && zone >= 1 && zone <= 8 && hit[1].startsWith('heating')) terminal.zone = zone;
        else return { ok: false, text, problem: `“${word}”: only a zone of heating, or a colour, may follow.` };
      }
      return { ok: true, text, terminal };
    });

export interface OldMove {
  label: string;
  does: string;
  colour?: string;
  /** Terminal of the new box; null where the core is parked or the link is left out. */
  to: string | null;
  why: string;
}

/** Where a core of the old box goes, by what it did there. */
function target(plant: Plant, t: OldTerminal): { to: string | null; why: string } {
  const box = boxOf(plant);
  const park = (why: string): { to: null; why: string } => ({ to: null, why: `${why}: terminated and sleeved` });
  const land = (to: string | null, without: string): { to: string | null; why: string } =>
    to === null ? park(without) : { to, why: 'the same function' };
  const zone = (t.zone ?? 1) - 1;
  switch (t.does) {
    case 'live':
      return land(box.powered ? 'RX.L' : switchesMains(plant) ? 'RX.COM' : null, 'the new one takes no mains');
    case 'neutral':
      return land(box.powered ? 'RX.N' : null, 'the new one needs no neutral');
    case 'earth':
      return land(box.powered ? 'RX.E' : null, 'no earth terminal: parked in the earth of the box');
    case 'common':
      return plant.output === 'live' ? park('the new one feeds its outputs inside') : land('RX.COM', 'no common');
    case 'heating-on':
      return zone < plant.zones || !hasZoneValves(plant.kind)
        ? land(heatPoint(plant, hasZoneValves(plant.kind) ? zone : 0), 'no such output')
        : park(`this plant has no heating zone ${zone + 1}`);
    case 'hot-water-on':
      return plant.timer
        ? { to: 'TIMER.ON', why: 'the timer keeps it' }
        : land(hotWaterOnPoint(plant), 'this plant has no hot water channel');
    case 'hot-water-off':
      return land(hotWaterOffPoint(plant), 'only a three-port valve takes it');
    case 'heating-off':
      return park('no plant of today takes it');
    case 'link':
      return { to: null, why: 'links of the old one are never carried over; the plan says which are wanted' };
    case 'unused':
      return park('it did nothing');
  }
}

/** Each old terminal with its core's new place. */
export const oldMoves = (plant: Plant, oldBox: NonNullable<BoilerSurvey['oldBox']>): OldMove[] =>
  Object.values(oldBox).map((t) => ({
    label: t.label,
    does: `${OLD_WORDS[t.does]}${t.zone ? ` ${t.zone}` : ''}`,
    ...(t.colour ? { colour: t.colour } : {}),
    ...target(plant, t),
  }));

/** What the new box is to switch and no core of the old one brings; and functions found twice. */
export function oldBoxFindings(plant: Plant, oldBox: NonNullable<BoilerSurvey['oldBox']>): Finding[] {
  const moves = oldMoves(plant, oldBox);
  const wanted = [
    ...(boxOf(plant).powered ? ['RX.L', 'RX.N'] : []),
    ...(plant.input === 'bus' ? [] : Array.from({ length: plant.zones }, (_, z) => heatPoint(plant, z))),
    ...[hotWaterOnPoint(plant), hotWaterOffPoint(plant)].filter((p) => p !== null),
  ].filter((p) => p.startsWith('RX.'));
  const missing = wanted.filter((p) => !moves.some((m) => m.to === p));
  const findings: Finding[] = [];
  if (missing.length > 0)
    findings.push(
      finding(
        'boiler.old-core-missing',
        { points: missing },
        missing.map((p) => `point:${p}`),
        'the old terminals as noted',
      ),
    );
  const labels = Object.values(oldBox).map((t) => t.label.toLowerCase());
  const twice = labels.find((l, i) => labels.indexOf(l) !== i);
  if (twice !== undefined)
    findings.push(finding('boiler.old-label-twice', { label: twice }, ['old-box'], 'the old terminals as noted'));
  return findings;
}
