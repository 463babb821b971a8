/**
 * Readings as typed: `wall r to c 25.9`, `blue wall to board c 24.1 heat`, `primary 121`, `r w 38 ohm isolated`.
 *
 *   entry  = POINT ["to"] POINT FIGURE [unit] [state] ["low"]        unit: V when absent
 *   POINT  = [place] LETTERS                  a screw; the place may stand before or after, "wall" when absent
 *          | colour [place]                   the bare end of a core, or the screw it is on
 *          | part                             primary, secondary, fuse, earth, chassis, coil, switch, valve …
 *   state  = idle, heat, heat2, cool, cool2, fan, aux, off, isolated, defrost, jumper-off, device-off
 *
 * "primary", "secondary", "fuse", "switch", "coil", "valve", "accessory" and "pile" on their own mean both ends.
 */
import type { Point } from '../circuit/point';
import type { JobOf, Place, Reading } from '../job/schema';
import { OPEN_CIRCUIT_OHMS } from '../units/figure';
import { type TypedFigure, takeFigure } from '../units/typed-figure';
import { insulation } from './colours.data';
import { colourOf, landedOn } from './landing';
import { terminalInfo } from './terminals.data';

export type ReadingLine =
  | { ok: true; text: string; reading: Pick<Reading, 'quantity' | 'value' | 'a' | 'b' | 'state'> & { low: boolean } }
  | { ok: false; text: string; problem: string };

export const READING_STATES: readonly { value: string; label: string; words: readonly string[] }[] = [
  { value: 'idle', label: 'nothing calling', words: ['idle', 'nothing'] },
  { value: 'heat1', label: 'heat', words: ['heat', 'heat1', 'heating'] },
  { value: 'heat2', label: 'heat, second stage', words: ['heat2'] },
  { value: 'cool1', label: 'cooling', words: ['cool', 'cool1', 'cooling'] },
  { value: 'cool2', label: 'cooling, second stage', words: ['cool2'] },
  { value: 'fan', label: 'fan', words: ['fan'] },
  { value: 'aux1', label: 'auxiliary', words: ['aux', 'aux1'] },
  { value: 'emergency', label: 'emergency heat', words: ['emergency'] },
  { value: 'off', label: 'supply off', words: ['off'] },
  { value: 'isolated', label: 'isolated, proved', words: ['isolated', 'dead'] },
  { value: 'defrost', label: 'defrost', words: ['defrost'] },
  { value: 'jumper-off', label: 'jumper lifted', words: ['jumper-off', 'unjumpered'] },
  { value: 'device-off', label: 'device off its plate', words: ['device-off', 'unplugged'] },
];

const PLACES: readonly string[] = ['wall', 'board', 'outdoor', 'board2', 'device'];
/** Words for parts with two ends, and for single points. */
const PAIRS: Record<string, [Point, Point]> = {
  primary: ['transformer.p1', 'transformer.p2'],
  secondary: ['transformer.s1', 'transformer.s2'],
  fuse: ['fuse.line', 'fuse.load'],
  switch: ['switch.1', 'switch.2'],
  coil: ['coil.1', 'coil.2'],
  valve: ['valve.1', 'valve.2'],
  accessory: ['accessory.1', 'accessory.2'],
  pile: ['pile.1', 'pile.2'],
};
const SINGLES: Record<string, Point> = {
  earth: 'earth',
  ground: 'earth',
  chassis: 'chassis',
  cabinet: 'chassis',
  neutral: 'neutral',
  live: 'live',
};

const LONGEST = 2000;
const QUANTITIES = ['volts-ac', 'volts-dc', 'ohms', 'amps'] as const;
/** An open circuit as a meter shows it, and as a zero typed for its letter. */
const OPEN_WORD = /^(?:[o0]\.?l\.?|open)$/i;

function corePoint(job: JobOf<'24v'>, colour: string, place: Place): Point | null {
  const found = Object.entries(job.survey.conductors).find(([, c]) => colourOf(c).split('/').includes(colour));
  if (!found) return null;
  const screw = landedOn(found[1], place);
  return screw ? `${place}.${screw}` : `core.${found[0]}.${place}`;
}

function parseOne(text: string, job: JobOf<'24v'>): ReadingLine {
  const no = (problem: string): ReadingLine => ({ ok: false, text, problem });
  const points: Point[] = [];
  let place: string | null = null;
  let pending: string | null = null;
  let state: string | undefined;
  let low = false;
  let figure: Extract<TypedFigure, { ok: true }> | null = null;
  const settle = (): string | null => {
    if (pending === null) return null;
    const at = place ?? 'wall';
    const colour = insulation(pending)?.name;
    const point = colour ? corePoint(job, colour, at === 'board' || at === 'outdoor' ? at : 'wall') : null;
    if (colour && point === null) return `There is no ${colour} conductor here.`;
    points.push(point ?? `${at}.${terminalInfo(pending)?.label ?? pending.toUpperCase()}`);
    pending = null;
    place = null;
    return null;
  };
  const words = text.split(/\s+/);
  while (words.length > 0) {
    const raw = words[0] ?? '';
    const word = raw.toLowerCase();
    const enough = points.length + (pending ? 1 : 0) > 0;
    if (figure === null && enough && (/^[+−-]?[.,]?\d/.test(word) || OPEN_WORD.test(word))) {
      const taken = takeFigure(words, { quantities: QUANTITIES, bare: ['volts-ac', 'V'] });
      if (!taken.ok) return no(taken.problem);
      figure = taken;
      continue;
    }
    if (figure !== null && /^[+−-]?[.,]?\d/.test(word))
      return no(`“${raw.slice(0, 24)}” is a second figure: one reading an entry.`);
    words.shift();
    if (word === 'to' || word === '-' || word === 'read' || word === 'reads') {
      const problem = settle();
      if (problem) return no(problem);
    } else if (word === 'low') low = true;
    else if (PLACES.includes(word)) {
      if (pending !== null) {
        place = word;
        const problem = settle();
        if (problem) return no(problem);
      } else place = word;
    } else if (
      figure !== null ||
      READING_STATES.some((s) => s.words.includes(word) && points.length + (pending ? 1 : 0) >= 2)
    ) {
      const found = READING_STATES.find((s) => s.words.includes(word));
      if (!found) return no(`“${raw.slice(0, 24)}” is no state known here: idle, heat, cool, fan, off …`);
      state = found.value;
    } else if (PAIRS[word]) {
      const problem = settle();
      if (problem) return no(problem);
      points.push(...(PAIRS[word] ?? []));
    } else if (SINGLES[word]) {
      const problem = settle();
      if (problem) return no(problem);
      points.push(SINGLES[word] ?? 'earth');
    } else if (insulation(word) || terminalInfo(word) || /^[a-z][a-z0-9+/-]{0,3}$/.test(word)) {
      const problem = settle();
      if (problem) return no(problem);
      pending = word;
    } else return no(`“${raw.slice(0, 24)}” is neither a point, a figure nor a state.`);
  }
  const problem = settle();
  if (problem) return no(problem);
  const [a, b] = points;
  if (figure === null) return no('Which figure? r to c 25.9');
  if (!a || !b) return no('Between which two points? r to c 25.9, blue wall to board c 24, primary 121');
  if (points.length > 2) return no('Two points at a time; separate entries with a comma.');
  if (a === b) return no('The two points are the same.');
  const { quantity, value: si } = figure;
  if (quantity !== 'volts-dc' && si < 0) return no('Below zero: that cannot be.');
  if (Math.abs(si) > OPEN_CIRCUIT_OHMS) return no('Beyond what a meter reads.');
  return { ok: true, text, reading: { quantity, value: si, a, b, state: state ?? 'idle', low } };
}

/** Never throws; each entry says what it understood or what is wrong. */
export function parseReadings(line: string, job: JobOf<'24v'>): ReadingLine[] {
  if (line.length > LONGEST)
    return [
      { ok: false, text: line.slice(0, 24), problem: `Too long: ${line.length} characters, at most ${LONGEST}.` },
    ];
  return (
    line
      // A comma between digits is a decimal comma.
      .split(/[;\n]|,(?!\d)/)
      .map((t) => t.trim())
      .filter((t) => t !== '')
      .map((t) => parseOne(t, job))
  );
}
