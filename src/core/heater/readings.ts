/** Readings between any two points of a heater job: typed, and held against the circuit as surveyed. */
import type { Point } from '../circuit/point';
import { type Finding, finding } from '../findings/finding';
import { type PointGrammar, type PointReadingLine, parsePointReadings } from '../job/point-lines';
import { latestByPair, readingEvidence, readingsInTime } from '../job/readings';
import { OPEN_CIRCUIT_OHMS } from '../units/figure';
import { fixed, ohms as ohmsText } from '../units/units';
import {
  DEAD,
  type Expected,
  HEATER_STATES,
  type HeaterCircuit,
  type HeaterStateId,
  heaterExpects,
  heaterPoints,
} from './circuit';
import { heaterName } from './load';
import { cableName, type Wall } from './roles';
import type { HeaterSheet } from './sheet';
import { type HeaterSurvey, heaterPointWords } from './survey';
import type { HeaterJob } from './survey-job';

const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

function grammar(survey: HeaterSurvey, sheet: HeaterSheet | null, wall: Wall): PointGrammar {
  const names = new Map<string, readonly Point[]>([
    ['earth', ['earth']],
    ['e', ['earth']],
  ]);
  const pair = (said: readonly string[], a: Point, b: Point): void => {
    for (const word of said) {
      names.set(word, [a, b]);
      names.set(`${word}1`, [a]);
      names.set(`${word}2`, [b]);
    }
  };
  Object.keys(survey.cables).forEach((id, i) => {
    const role = wall.supply?.id === id ? ['supply'] : wall.load?.id === id ? ['load'] : [];
    pair([`cable${i + 1}`, plain(cableName(survey, id)), ...role], `cable.${id}.1`, `cable.${id}.2`);
  });
  Object.keys(survey.heaters).forEach((id, i) => {
    pair([`heater${i + 1}`, plain(heaterName(survey, id))], `heater.${id}.1`, `heater.${id}.2`);
  });
  for (const t of Object.keys(sheet?.terminals ?? {})) names.set(t.toLowerCase(), [`terminal.${t}`]);
  return {
    names,
    states: new Map([
      ['idle', 'idle'],
      ['nothing', 'idle'],
      ['heating', 'heating'],
      ['heat', 'heating'],
      ['on', 'heating'],
      ['off', 'off'],
    ]),
    usual: (quantity) => (quantity === 'ohms' ? 'off' : 'idle'),
    quantities: ['volts-ac', 'ohms'],
    bare: ['volts-ac', 'V'],
    examples: 'supply 238, load 38.4 ohm off, heater 1 240 heating, a1 earth 120',
    refuses: (quantity, state) =>
      quantity === 'ohms' && state !== 'off' ? 'Ohms only with the breaker off and proved.' : null,
  };
}

export const parseHeaterReadings = (
  line: string,
  survey: HeaterSurvey,
  sheet: HeaterSheet | null,
  wall: Wall,
): PointReadingLine[] => parsePointReadings(line, grammar(survey, sheet, wall));

/** What is expected between two points, for people. */
export const heaterExpectedWords = (quantity: 'volts-ac' | 'ohms', e: Expected): string =>
  quantity === 'volts-ac'
    ? `${fixed(e.low, 0)} to ${fixed(e.high, 0)} V`
    : Number.isFinite(e.high)
      ? `${ohmsText(e.low)} to ${ohmsText(e.high)}`
      : `open (over ${ohmsText(e.low)})`;

const isState = (v: string | undefined): v is HeaterStateId => HEATER_STATES.some((s) => s.id === v);
const STATE_WORDS = new Map<string, string>(HEATER_STATES.map((s) => [s.id, s.name]));

/** @param circuit null where wall or device do not settle one: volts on what is switched off are still said */
export function readingFindings(
  job: HeaterJob,
  wall: Wall,
  sheet: HeaterSheet | null,
  circuit: HeaterCircuit | null,
): Finding[] {
  const { survey } = job;
  const known = new Set(heaterPoints({ survey, sheet, wall }));
  const taken = readingsInTime(
    job,
    (r) =>
      r.test === undefined &&
      r.stop !== 'make-safe' &&
      (r.quantity === 'volts-ac' || r.quantity === 'ohms') &&
      known.has(r.a ?? '') &&
      known.has(r.b ?? '') &&
      isState(r.state),
  );
  return [...latestByPair(taken).values()].flatMap((r): Finding[] => {
    const { a = '', b = '', quantity, state } = r;
    if (!isState(state) || (quantity !== 'volts-ac' && quantity !== 'ohms')) return [];
    const e = circuit
      ? heaterExpects(circuit, a, b, quantity, state)
      : quantity === 'volts-ac' && state === 'off'
        ? DEAD
        : null;
    if (!e || (r.value >= e.low && r.value <= Math.min(e.high, OPEN_CIRCUIT_OHMS))) return [];
    const words = {
      a: heaterPointWords(survey, a) ?? a,
      b: heaterPointWords(survey, b) ?? b,
      read: quantity === 'volts-ac' ? `${fixed(r.value, 0)} V` : ohmsText(r.value),
      state: STATE_WORDS.get(state) ?? state,
    };
    const about = [`point:${a}`, `point:${b}`];
    const live = quantity === 'volts-ac' && r.value > e.high && e.low < 1;
    return [
      live
        ? finding('heater.reading-live', words, about, readingEvidence(r))
        : finding(
            'heater.reading-contradicts',
            { ...words, expected: heaterExpectedWords(quantity, e) },
            about,
            readingEvidence(r),
          ),
    ];
  });
}
