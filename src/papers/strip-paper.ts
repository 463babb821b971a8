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

/** One conductor as it is drawn: its words at either end, and whether a screw is under them. */
interface Drawn {
  colour: string;
  wall: string;
  board: string;
  onWall: boolean;
  onBoard: boolean;
  carries: boolean;
}

interface Strip {
  heading: string;
  device: string;
  rows: Drawn[];
  boardLinks: readonly (readonly [string, string])[];
}

/** As it was found. */
const found = ({ rows }: Pick<WiringPlan, 'rows'>): Strip => ({
  heading: 'Terminals before',
  device: 'old plate',
  boardLinks: [],
  rows: rows.map((r) => ({
    colour: r.colour,
    wall: r.oldWall ?? 'not landed',
    board: r.oldBoard ?? 'not landed',
    onWall: r.oldWall !== null,
    onBoard: r.oldBoard !== null,
    carries: r.oldWall !== null,
  })),
});

/** As it is left. */
const left = ({ rows, boardLinks }: Pick<WiringPlan, 'rows' | 'boardLinks'>, device: string): Strip => ({
  heading: 'Terminals after',
  device: `${device.slice(0, 26)}, wall`,
  boardLinks,
  rows: rows.map((r) => ({
    colour: r.colour,
    wall: r.newWall ?? (r.joined ? 'joined' : 'capped'),
    board: r.newBoard ?? 'capped',
    onWall: r.newWall !== null,
    onBoard: r.newBoard !== null,
    carries: r.newWall !== null || r.joined === true,
  })),
});

function draw(doc: Doc, { rows, boardLinks, device }: Strip): void {
  const height = 30 + rows.length * ROW + 8;
  const word = (text: string, x: number, y: number, anchor: 'start' | 'middle' | 'end', size: number): void =>
    say(doc, text, x, y, { face: 'plain', size }, anchor);
  const line = (y: number, width: number, colour: string): void => {
    doc.moveTo(LEFT, y).lineTo(RIGHT, y).lineWidth(width).stroke(colour);
  };
  doc.lineWidth(1);
  for (const x of [40, 360]) doc.roundedRect(x, 18, 100, height - 22, 6).fillAndStroke('#ffffff', INK);
  word(device, 90, 13, 'middle', 9);
  word('board', 410, 13, 'middle', 9);
  rows.forEach((r, i) => {
    const y = 34 + i * ROW;
    word(r.wall, 60, y + 4, 'start', 11);
    word(r.board, 440, y + 4, 'end', 11);
    line(y, r.carries ? 5 : 2.5, INK);
    line(y, r.carries ? 3.4 : 1.4, insulation(r.colour.split('/')[0] ?? '')?.fill ?? '#9a9a9a');
    doc.lineWidth(1);
    if (r.onWall) doc.circle(LEFT, y, 6).fillAndStroke('#c9cdce', INK);
    if (r.onBoard) doc.circle(RIGHT, y, 6).fillAndStroke('#c9cdce', INK);
    doc.roundedRect(206, y - 8, 88, 16, 8).fillAndStroke('#ffffff', HAIR);
    word(r.colour.slice(0, 18), 250, y + 3.5, 'middle', 9);
  });
  boardLinks.forEach(([a, b], i) => {
    word(`At the board ${a} and ${b} are joined.`, 40, height + 10 + i * NOTE, 'start', 9);
  });
}

function blockOf(strip: Strip): Block {
  const { rows, boardLinks } = strip;
  return {
    kind: 'drawing',
    heading: strip.heading,
    height: 38 + rows.length * ROW + boardLinks.length * NOTE,
    alt: [
      ...rows.map((r) => `${r.colour}: wall ${r.wall}, board ${r.board}`),
      ...boardLinks.map(([a, b]) => `at the board ${a} and ${b} joined`),
    ].join('. '),
    draw: (doc, x, y) => {
      doc.save();
      doc.translate(x, y);
      draw(doc, strip);
      doc.restore();
    },
  };
}

/** Wiring as found and as left, drawn. */
export const stripBlocks = (wiring: Pick<WiringPlan, 'rows' | 'boardLinks'>, device: string): Block[] =>
  [found(wiring), left(wiring, device)].map(blockOf);
