/** The typed landings, case by case. */
import { describe, expect, it } from 'vitest';
import { emptyJob } from '../job/schema';
import { INSULATION, insulation } from './colours.data';
import { applyEntry, parseQuickEntry } from './quick-entry';
import { PLATE_ORDER, TERMINALS, terminalInfo, terminalLabel } from './terminals.data';

const says = (text: string): string =>
  parseQuickEntry(text)
    .map((e) => (e.ok ? e.says : `! ${e.problem}`))
    .join(' | ');

describe('what a line says', () => {
  it.each([
    ['y1 yellow', 'Y1 yellow, wall and board'],
    ['Y1 YELLOW', 'Y1 yellow, wall and board'],
    ['yellow y1', 'Y1 yellow, wall and board'],
    ['c blue board', 'C blue, board'],
    ['board c blue', 'C blue, board'],
    ['w white/grey', 'W white, grey at the board, wall and board'],
    ['w white/gray', 'W white, grey at the board, wall and board'],
    ['spare brown wall', 'brown, coiled, wall'],
    ['cut purple', 'violet, cut, wall and board'],
    ['jumper r rc', 'jumper R to Rc, wall'],
    ['jumper r c board', 'jumper R to C, board'],
    ['remove y', 'take away Y'],
    ['remove blue', 'take away blue'],
    ['r red;c blue', 'R red, wall and board | C blue, wall and board'],
    ['r red\nc blue', 'R red, wall and board | C blue, wall and board'],
    [' , ,r red,, ', 'R red, wall and board'],
    ['"acc7" pink', 'acc7 pink, wall and board'],
    ['com black', 'C black, wall and board'],
    ['ob orange', 'O/B orange, wall and board'],
    ['', ''],
  ])('%j', (text, expected) => {
    expect(says(text)).toBe(expected);
  });

  it.each([
    ['y', 'Which colour is on Y?'],
    ['yellow', 'Which terminal does yellow land on?'],
    ['spare', 'Which colour is the spare?'],
    ['cut', 'Which colour is cut short?'],
    ['jumper r', 'A jumper joins two terminals'],
    ['remove', 'Remove which?'],
    ['y w yellow', 'two terminals: Y and W'],
    ['y yellow blue red', 'Too many colours'],
    ['y yelow', 'did you mean yellow?'],
    ['y yellow bord', 'did you mean board?'],
    ['zzzz yellow', 'neither a terminal, a colour nor a place'],
  ])('%j is answered with %j', (text, problem) => {
    expect(says(text)).toContain(problem);
  });

  it('what is wrong with one entry does not spoil the others', () => {
    const entries = parseQuickEntry('r red, zzzz, c blue');
    expect(entries.map((e) => e.ok)).toEqual([true, false, true]);
  });

  it('a jumper to itself and a removal of nothing are refused when done', () => {
    const { survey } = emptyJob();
    const act = (text: string): unknown => {
      const [e] = parseQuickEntry(text);
      return e?.ok ? applyEntry(survey, e.action) : e;
    };
    expect(act('jumper r r')).toMatchObject({ ok: false });
    expect(act('remove y')).toMatchObject({ ok: false, problem: 'Nothing here is Y.' });
  });
});

describe('letters and colours', () => {
  it('no alias stands for two terminals or two colours', () => {
    const letters = TERMINALS.flatMap((t) => [t.label, ...t.aliases]).map((x) => x.toUpperCase());
    expect(new Set(letters).size).toBe(letters.length);
    const names = INSULATION.flatMap((i) => [i.name, ...i.aliases]);
    expect(new Set(names).size).toBe(names.length);
  });

  it('every terminal says what it means, and has a place on a plate', () => {
    for (const t of TERMINALS) {
      expect(t.meaning.length).toBeGreaterThan(4);
      expect(PLATE_ORDER).toContain(t.label);
      expect(terminalInfo(t.label.toLowerCase())).toBe(t);
    }
    expect([terminalLabel('rc'), terminalLabel('q7'), insulation('GRAY')?.name, insulation('mauve')]).toEqual([
      'Rc',
      'Q7',
      'grey',
      undefined,
    ]);
  });

  it('insulation is drawn in a real colour', () => {
    for (const i of INSULATION) expect(i.fill).toMatch(/^#[0-9a-f]{6}$/);
  });
});
