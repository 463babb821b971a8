import { jobAs } from '@core/family/of';
import { readJobValue } from '@core/job/file';
import type { LowVoltageJob } from '@core/job/schema';
import { describe, expect, it } from 'vitest';
import { derived } from '../../../tests/support/jobs';
import { planConductors, planRows, surveyConductors, surveyRows } from './strip-model';

const job = (lines: string, device = 't24-five'): LowVoltageJob => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device,
    answers: { fuel: 'gas' },
    survey: { lines },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const screws = (rows: { wall: string | null; board: string | null }[]): string =>
  rows.map((r) => `${r.wall ?? '·'}=${r.board ?? '·'}`).join(' ');

describe('the strip of a survey', () => {
  it('begins with the usual screws and replaces a letter by its numbered form', () => {
    expect(screws(surveyRows(job(''), []))).toBe('R=R C=C W=W Y=Y G=G');
    expect(screws(surveyRows(job('y1 yellow, w1 white'), []))).toBe('R=R C=C W1=W1 Y1=Y1 G=G');
  });

  it('shows whatever is used or asked for, in plate order, unknown letters last', () => {
    expect(screws(surveyRows(job('rc red, "q7" blue'), ['O']))).toBe('R=R Rc=Rc C=C W=W Y=Y G=G O=O q7=q7');
    expect(screws(surveyRows(job('r red, jumper r rc'), []))).toContain('Rc=Rc');
  });

  it('draws both colours, spares, cut cores and ends not looked at', () => {
    const drawn = surveyConductors(job('w white/grey, spare blue, cut brown, y yellow wall'));
    expect(drawn.map((c) => [c.wallColour, c.boardColour, c.wall, c.board, c.note])).toEqual([
      ['white', 'grey', 'W', 'W', undefined],
      ['blue', 'blue', null, null, 'spare'],
      ['brown', 'brown', null, null, 'cut'],
      ['yellow', 'yellow', 'Y', 'Y', undefined],
    ]);
    expect(drawn.map((c) => c.boardAssumed)).toEqual([false, false, false, true]);
  });
});

describe('the strip of a plan', () => {
  const planned = (lines: string, device: string): { rows: string; conductors: string[] } => {
    const d = derived(job(lines, device));
    if (!d.sheet || !d.wiring) throw new Error('no plan');
    return {
      rows: screws(planRows(d.sheet, d.wiring)),
      conductors: planConductors(d.wiring).map(
        (c) => `${c.wallColour} ${c.wall ?? 'off'} ${c.board ?? 'off'}${c.note ? ` ${c.note}` : ''}`,
      ),
    };
  };

  it('puts each conductor’s two screws on one row, in the device’s order', () => {
    const { rows, conductors } = planned('r red, c blue, y yellow, g green, w white', 'v7-menu');
    expect(rows).toBe('Rc=R Rh=· C=C W1=W W2=· Y1=Y Y2=· G=G M1=·');
    expect(conductors).toContain('yellow Y1 Y');
  });

  it('dims what is capped and marks a new cable', () => {
    const { conductors } = planned('r red, w white, y yellow, g green, spare brown, cut blue', 't24-five');
    expect(conductors).toContain('brown C C');
    expect(conductors).toContain('blue off off capped');
    expect(planned('r red, w white', 't24-five').conductors).toContain('blue C C new');
  });
});
