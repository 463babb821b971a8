import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyJob, type Survey } from '../job/schema';
import { landedOn, moveEnd, onScrew, toggleJumper } from './landing';
import { applyEntry, parseQuickEntry } from './quick-entry';

const enter = (line: string, survey: Survey = emptyJob().survey): Survey =>
  parseQuickEntry(line).reduce((at, entry) => {
    if (!entry.ok) throw new Error(entry.problem);
    const result = applyEntry(at, entry.action);
    if (!result.ok) throw new Error(result.problem);
    return result.survey;
  }, survey);

describe('quick entry', () => {
  it('lands a whole five-wire cable from one line, both ends', () => {
    const survey = enter('r red, c blue, y1 yellow, g green, w1 white');
    const landed = Object.values(survey.conductors).map(
      (c) => `${landedOn(c, 'wall')}=${landedOn(c, 'board')} ${c.wall?.colour}`,
    );
    expect(landed).toEqual(['R=R red', 'C=C blue', 'Y1=Y1 yellow', 'G=G green', 'W1=W1 white']);
  });

  it('takes words in any order, places, two colours and spares', () => {
    const survey = enter('blue c board; white/grey w; spare brown wall; yellow y');
    expect(survey.conductors.k1).toEqual({ cable: 'main', board: { terminal: 'C', colour: 'blue', state: 'landed' } });
    expect([survey.conductors.k2?.wall?.colour, survey.conductors.k2?.board?.colour]).toEqual(['white', 'grey']);
    expect(survey.conductors.k3).toEqual({ cable: 'main', wall: { colour: 'brown', state: 'coiled' } });
  });

  it('says what a slip of the key was probably meant to be', () => {
    expect(parseQuickEntry('spare blue bord')[0]).toMatchObject({
      ok: false,
      problem: expect.stringContaining('did you mean board'),
      suggestion: 'spare blue board',
    });
    expect(parseQuickEntry('q7 yellow')[0]).toMatchObject({ ok: false, problem: expect.stringContaining('q7') });
    expect(parseQuickEntry('"q7" yellow')[0]).toMatchObject({ ok: true, action: { terminal: 'q7' } });
  });

  it('refuses a second conductor on a screw unless told so', () => {
    const survey = enter('y yellow');
    const again = parseQuickEntry('y blue wall')[0];
    expect(again?.ok && applyEntry(survey, again.action)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('already holds yellow'),
    });
    expect(onScrew(enter('y blue wall also', survey), 'wall', 'Y')).toHaveLength(2);
  });

  it('moving the same colour is a correction, not a second conductor', () => {
    const survey = enter('y yellow, g yellow');
    expect(Object.keys(survey.conductors)).toHaveLength(1);
    expect(landedOn(survey.conductors.k1 ?? { cable: 'main' }, 'wall')).toBe('G');
  });

  it('needs a terminal and a colour, and removes by either', () => {
    expect(parseQuickEntry('yellow')[0]).toMatchObject({ ok: false, problem: 'Which terminal does yellow land on?' });
    expect(parseQuickEntry('y')[0]).toMatchObject({ ok: false, problem: 'Which colour is on Y?' });
    expect(enter('y yellow, remove y').conductors).toEqual({});
    expect(enter('y yellow, remove yellow').conductors).toEqual({});
  });

  it('toggles a jumper on and off', () => {
    const on = enter('jumper r rc');
    expect(Object.values(on.jumpers)).toEqual([{ place: 'wall', a: 'R', b: 'Rc' }]);
    expect(toggleJumper(on, 'wall', 'Rc', 'R').jumpers).toEqual({});
  });

  it('answers any text without throwing', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        for (const entry of parseQuickEntry(text)) if (entry.ok) applyEntry(emptyJob().survey, entry.action);
      }),
      { seed: 3 },
    );
    expect(parseQuickEntry('r red, '.repeat(5000))[0]).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Too long'),
    });
  });

  it('moves one end and leaves the other', () => {
    const survey = moveEnd(enter('y yellow'), 'k1', 'board', 'G');
    const k1 = survey.conductors.k1 ?? { cable: 'main' as const };
    expect([landedOn(k1, 'wall'), landedOn(k1, 'board')]).toEqual(['Y', 'G']);
  });
});
