/**
 * Typed landings: `r red, c blue board, y1 yellow, w white/grey, spare brown wall, jumper r rc`.
 *
 *   entry   = TERMINAL colour[/colour] [place] ["also"]
 *           | "spare" colour [place]
 *           | "cut" colour [place]
 *           | "jumper" TERMINAL TERMINAL [place]
 *           | "remove" (TERMINAL | colour)
 *   place   = "wall" | "board"                      both ends when absent
 *           | "outdoor"                             the cable to the outdoor unit, board and unit
 *
 * Words may stand in any order. A letter in double quotes is taken as it is written.
 * Entries are separated by commas, semicolons or new lines.
 */
import { distance } from 'fastest-levenshtein';
import type { Place, SurveyKept } from '../job/survey-schema';
import { INSULATION, insulation } from './colours.data';
import { colourOf, landConductor, landedOn, onScrew, removeConductor, toggleJumper } from './landing';
import { TERMINALS, terminalInfo } from './terminals.data';

export type EntryAction =
  | { kind: 'land'; terminal: string; colour: string; farColour?: string; place?: Place; also: boolean }
  | { kind: 'spare'; colour: string; place?: Place; state: 'coiled' | 'cut' }
  | { kind: 'jumper'; a: string; b: string; place: Place }
  | { kind: 'remove'; terminal?: string; colour?: string };

export type Entry =
  | { ok: true; text: string; action: EntryAction; says: string }
  | { ok: false; text: string; problem: string; suggestion?: string };

const PLACES: readonly Place[] = ['wall', 'board', 'outdoor'];
const COMMANDS = ['spare', 'cut', 'jumper', 'remove', 'also'];
const LONGEST = 2000;

function nearest(word: string): string | undefined {
  const words = [
    ...INSULATION.map((i) => i.name),
    ...PLACES,
    ...COMMANDS,
    ...TERMINALS.map((t) => t.label.toLowerCase()),
  ];
  let best: string | undefined;
  let bestDistance = 3;
  for (const candidate of words) {
    const d = distance(word, candidate);
    if (d < bestDistance && d < Math.max(candidate.length, word.length) / 2) {
      best = candidate;
      bestDistance = d;
    }
  }
  return best;
}

function parseOne(text: string): Entry {
  const words = text.match(/"[^"]*"|[^\s]+/g) ?? [];
  let command: string | undefined;
  let place: Place | undefined;
  let also = false;
  const terminals: string[] = [];
  const colours: string[] = [];
  for (const raw of words) {
    const quoted = /^"([A-Za-z0-9/+*_-]{1,8})"$/.exec(raw);
    const word = raw.toLowerCase();
    const pair = word.split('/');
    if (quoted?.[1]) terminals.push(quoted[1]);
    else if ((PLACES as readonly string[]).includes(word)) place = word as Place;
    else if (word === 'also') also = true;
    else if (COMMANDS.includes(word)) command = word;
    else if (terminalInfo(word) && !insulation(word)) terminals.push(terminalInfo(word)?.label ?? word);
    else if (pair.length === 2 && pair.every((c) => insulation(c))) {
      colours.push(...pair.map((c) => insulation(c)?.name ?? c));
    } else if (insulation(word)) colours.push(insulation(word)?.name ?? word);
    else {
      const suggestion = nearest(word);
      return {
        ok: false,
        text,
        problem: suggestion
          ? `“${raw.slice(0, 24)}”: did you mean ${suggestion}?`
          : `“${raw.slice(0, 24)}” is neither a terminal, a colour nor a place.`,
        ...(suggestion ? { suggestion: text.replace(raw, suggestion) } : {}),
      };
    }
  }
  const [terminal, second] = terminals;
  const [colour, farColour] = colours;
  const at = place === 'outdoor' ? ', board and outdoor unit' : place ? `, ${place}` : ', wall and board';
  if (command === 'jumper') {
    if (!terminal || !second) return { ok: false, text, problem: 'A jumper joins two terminals: jumper r rc' };
    return {
      ok: true,
      text,
      action: { kind: 'jumper', a: terminal, b: second, place: place ?? 'wall' },
      says: `jumper ${terminal} to ${second}, ${place ?? 'wall'}`,
    };
  }
  if (command === 'remove') {
    if (!terminal && !colour) return { ok: false, text, problem: 'Remove which? Give a terminal or a colour.' };
    return {
      ok: true,
      text,
      action: { kind: 'remove', ...(terminal ? { terminal } : {}), ...(colour ? { colour } : {}) },
      says: `take away ${terminal ?? colour ?? ''}`,
    };
  }
  if (command === 'spare' || command === 'cut') {
    if (!colour)
      return { ok: false, text, problem: `Which colour is ${command === 'cut' ? 'cut short' : 'the spare'}?` };
    const state = command === 'cut' ? 'cut' : 'coiled';
    return {
      ok: true,
      text,
      action: { kind: 'spare', colour, state, ...(place ? { place } : {}) },
      says: `${colour}, ${state}${at}`,
    };
  }
  if (!terminal) return { ok: false, text, problem: `Which terminal does ${colour ?? 'it'} land on?` };
  if (!colour) return { ok: false, text, problem: `Which colour is on ${terminal}?` };
  if (terminals.length > 1)
    return {
      ok: false,
      text,
      problem: `One conductor, two terminals: ${terminals.join(' and ')}. Separate entries with a comma.`,
    };
  if (colours.length > 2) return { ok: false, text, problem: 'Too many colours. Separate entries with a comma.' };
  return {
    ok: true,
    text,
    action: { kind: 'land', terminal, colour, also, ...(farColour ? { farColour } : {}), ...(place ? { place } : {}) },
    says: `${terminal} ${colour}${farColour ? `, ${farColour} at the board` : ''}${at}`,
  };
}

/** Reads a line of entries. Never throws; each entry says what it understood or what is wrong. */
export function parseQuickEntry(line: string): Entry[] {
  if (line.length > LONGEST) {
    return [
      { ok: false, text: line.slice(0, 24), problem: `Too long: ${line.length} characters, at most ${LONGEST}.` },
    ];
  }
  return line
    .split(/[,;\n]/)
    .map((part) => part.trim())
    .filter((part) => part.length > 0)
    .map(parseOne);
}

export type EntryResult = { ok: true; survey: SurveyKept; id?: string } | { ok: false; problem: string };

/** Does what an entry says, or says why it cannot be. */
export function applyEntry(survey: SurveyKept, action: EntryAction): EntryResult {
  switch (action.kind) {
    case 'land': {
      const outdoor = action.place === 'outdoor';
      const places: Place[] = outdoor ? ['board', 'outdoor'] : action.place ? [action.place] : ['wall', 'board'];
      const cable = outdoor ? 'outdoor' : 'main';
      if (!action.also) {
        for (const place of places) {
          const holders = onScrew(survey, place, action.terminal, cable).filter((id) => {
            const c = survey.conductors[id];
            return c && ![action.colour, action.farColour].includes(c[place]?.colour ?? '');
          });
          const first = holders[0] ? survey.conductors[holders[0]] : undefined;
          if (first) {
            return {
              ok: false,
              problem: `${action.terminal} at the ${place} already holds ${colourOf(first)}. Add “also” if both are under that screw.`,
            };
          }
        }
      }
      const { place: _place, ...rest } = action;
      const landed = landConductor(survey, outdoor ? { ...rest, cable } : { ...action, cable });
      return { ok: true, ...landed };
    }
    case 'spare': {
      const landed = landConductor(survey, {
        colour: action.colour,
        terminal: null,
        state: action.state,
        ...(action.place === 'outdoor' ? { cable: 'outdoor' } : action.place ? { place: action.place } : {}),
      });
      return { ok: true, ...landed };
    }
    case 'jumper':
      return action.a === action.b
        ? { ok: false, problem: 'A jumper joins two different terminals.' }
        : { ok: true, survey: toggleJumper(survey, action.place, action.a, action.b) };
    case 'remove': {
      const ids = Object.entries(survey.conductors)
        .filter(([, c]) =>
          action.terminal
            ? PLACES.some((p) => landedOn(c, p) === action.terminal)
            : PLACES.some((p) => c[p]?.colour === action.colour),
        )
        .map(([id]) => id);
      const [only] = ids;
      if (!only) return { ok: false, problem: `Nothing here is ${action.terminal ?? action.colour ?? ''}.` };
      return { ok: true, survey: removeConductor(survey, only) };
    }
  }
}
