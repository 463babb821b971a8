/** The terminal plan drawn on paper: wall screws left, board screws right, each conductor in its colour with its name. */
import type { WiringPlan } from '@core/lowvoltage/plan';
import { insulation } from '@core/survey/colours.data';
import type { Block, Doc } from './pages';
import { say } from './print';
import { HAIR, INK } from './type';

const ROW = 26;
const NOTE = 14;
const LEFT = 120;
const RIGHT = 380;

type Strip = Pick<WiringPlan, 'rows' | 'boardLinks'>;

const wallOf = (r: Strip['rows'][number]): string => r.newWall ?? (r.joined ? 'joined' : 'capped');

function draw(doc: Doc, { rows, boardLinks }: Strip, device: string): void {
  const height = 30 + rows.length * ROW + 8;
  const word = (text: string, x: number, y: number, anchor: 'start' | 'middle' | 'end', size: number): void =>
    say(doc, text, x, y, { face: 'plain', size }, anchor);
  const line = (y: number, width: number, colour: string): void => {
    doc.moveTo(LEFT, y).lineTo(RIGHT, y).lineWidth(width).stroke(colour);
  };
  doc.lineWidth(1);
  for (const x of [40, 360]) doc.roundedRect(x, 18, 100, height - 22, 6).fillAndStroke('#ffffff', INK);
  word(`${device.slice(0, 26)}, wall`, 90, 13, 'middle', 9);
  word('board', 410, 13, 'middle', 9);
  rows.forEach((r, i) => {
    const y = 34 + i * ROW;
    const both = r.newWall !== null || r.joined === true;
    word(wallOf(r), 60, y + 4, 'start', 11);
    word(r.newBoard ?? 'capped', 440, y + 4, 'end', 11);
    line(y, both ? 5 : 2.5, INK);
    line(y, both ? 3.4 : 1.4, insulation(r.colour.split('/')[0] ?? '')?.fill ?? '#9a9a9a');
    doc.lineWidth(1);
    if (r.newWall) doc.circle(LEFT, y, 6).fillAndStroke('#c9cdce', INK);
    if (r.newBoard) doc.circle(RIGHT, y, 6).fillAndStroke('#c9cdce', INK);
    doc.roundedRect(206, y - 8, 88, 16, 8).fillAndStroke('#ffffff', HAIR);
    word(r.colour.slice(0, 18), 250, y + 3.5, 'middle', 9);
  });
  boardLinks.forEach(([a, b], i) => {
    word(`At the board ${a} and ${b} are joined.`, 40, height + 10 + i * NOTE, 'start', 9);
  });
}

export function stripBlock(wiring: Strip, device: string): Block {
  return {
    kind: 'drawing',
    heading: 'Terminals',
    height: 38 + wiring.rows.length * ROW + wiring.boardLinks.length * NOTE,
    alt: [
      ...wiring.rows.map((r) => `${r.colour}: wall ${wallOf(r)}, board ${r.newBoard ?? 'capped'}`),
      ...wiring.boardLinks.map(([a, b]) => `at the board ${a} and ${b} joined`),
    ].join('. '),
    draw: (doc, x, y) => {
      doc.save();
      doc.translate(x, y);
      draw(doc, wiring, device);
      doc.restore();
    },
  };
}
