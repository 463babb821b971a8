/** The letters of a board and what each has behind it, as somebody landed, saw and said them. */
import type { LowVoltageJob } from '../../src/core/job/schema';
import { terminalLabel } from '../../src/core/survey/terminals.data';

/** What a letter of the board has behind it. */
export type Behind =
  | 'hot'
  | 'hot-cool'
  | 'hot-heat'
  | 'common'
  | 'heat1'
  | 'heat2'
  | 'heat3'
  | 'cool1'
  | 'cool2'
  | 'fan'
  | 'O'
  | 'B'
  | 'O/B'
  | 'close'
  | 'shared'
  | 'nothing';

const LETTERS: Readonly<Record<string, Behind>> = {
  R: 'hot',
  Rc: 'hot-cool',
  Rh: 'hot-heat',
  C: 'common',
  W: 'heat1',
  W1: 'heat1',
  W2: 'heat2',
  AUX: 'heat2',
  W3: 'heat3',
  Y: 'cool1',
  Y1: 'cool1',
  Y2: 'cool2',
  G: 'fan',
  O: 'O',
  B: 'B',
  'O/B': 'O/B',
  K: 'shared',
  M1: 'shared',
};

/** A screw of the board with something behind it. */
export interface Screw {
  letter: string;
  behind: Behind;
}

/** Letters that cores of the main cable end on; where nobody opened the board, those of the wall. */
function lettersOf({ survey }: LowVoltageJob): string[] {
  const out = new Set<string>();
  for (const { cable, wall, board } of Object.values(survey.conductors)) {
    if (cable !== 'main') continue;
    const seen = board ?? wall;
    if (seen?.state !== 'landed' || seen.terminal === undefined) continue;
    out.add(seen.terminal);
  }
  return [...out];
}

const behindLetter = (letter: string): Behind => LETTERS[terminalLabel(letter)] ?? 'nothing';

/** Three cores, R W Y: what Y does there no letter says. */
const isThree = (letters: readonly string[]): boolean =>
  letters.length === 3 &&
  ['hot', 'heat1', 'cool1'].every((b) => letters.some((l) => behindLetter(l).replace(/^hot-.*/, 'hot') === b));

export function screwsOf(job: LowVoltageJob): Screw[] {
  const letters = lettersOf(job);
  const { equipment, seen } = job.survey;
  const valveInPipe = equipment.kind === 'zone-valve' || seen.zoneValves === true || equipment.outdoorUnit === 'none';
  const closes = isThree(letters) && (seen.letterY ?? (valveInPipe ? 'closes' : '')) === 'closes';
  const heated = letters.some((l) => behindLetter(l).startsWith('heat'));
  const behind = (letter: string): Behind => {
    const usual = behindLetter(letter);
    const known = terminalLabel(letter);
    if (known === 'B' && seen.letterB === 'common') return 'common';
    if (known === 'X' && seen.letterX === 'common') return 'common';
    if (known === 'X' && seen.letterX === 'aux') return heated ? 'heat2' : 'heat1';
    return usual === 'cool1' && closes ? 'close' : usual;
  };
  return letters.map((letter) => ({ letter, behind: behind(letter) }));
}
