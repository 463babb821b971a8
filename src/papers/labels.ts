/** A sheet of labels to print and cut: each folds round its conductor, the same on both faces. */
import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import type { ConductorLabel } from '@core/lowvoltage/labels';
import { insulation } from '@core/survey/colours.data';
import { labelsOf } from './families';
import { footOf, nameOf } from './handover';
import type { Block, Doc } from './pages';
import { print, say } from './print';
import { HAIR, INK, linesOf, SOFT, TONES } from './type';

export type SheetSize = 'A4' | 'LETTER';

/** Points: two columns of 84 × 20 mm, folded in the middle to 42 mm flags. */
const LABEL = { width: 238, height: 57, gap: 10 };
const LETTER_ROOM = 46;
const NOTE = { ...TONES.small, size: 8.5, line: 10.2, colour: INK };
const PLACE = { ...NOTE, face: 'bold' as const };

function drawFace(doc: Doc, l: ConductorLabel, x: number, y: number): void {
  const size = l.letter.length > 4 ? 13 : 21;
  say(doc, l.letter, x + 6, y + LABEL.height / 2 + size * 0.36, { face: 'bold', size });
  const left = x + 6 + LETTER_ROOM;
  const width = LABEL.width / 2 - LETTER_ROOM - 12;
  doc
    .lineWidth(0.6)
    .rect(left, y + 8, width, 5)
    .fillAndStroke(insulation(l.colour)?.fill ?? HAIR, INK);
  const lines = [
    ...linesOf(`${l.colour}, ${l.place}`, NOTE, width).map((text) => ({ text, tone: NOTE })),
    ...linesOf(l.goes, PLACE, width).map((text) => ({ text, tone: PLACE })),
  ];
  // What is more than the label holds stands on the work list.
  lines.slice(0, 4).forEach(({ text, tone }, i) => {
    say(doc, text, left, y + 16 + (i + 0.78) * NOTE.line, tone);
  });
}

function drawLabel(doc: Doc, l: ConductorLabel, x: number, y: number): void {
  doc.lineWidth(0.8).rect(x, y, LABEL.width, LABEL.height).dash(4, { space: 3 }).stroke(SOFT);
  const middle = x + LABEL.width / 2;
  doc
    .moveTo(middle, y)
    .lineTo(middle, y + LABEL.height)
    .dash(1, { space: 2 })
    .stroke(SOFT);
  doc.undash();
  drawFace(doc, l, x, y);
  drawFace(doc, l, middle, y);
}

function labelBlocks(job: Job, derived: Derived): Block[] {
  const labels = labelsOf(job, derived);
  const rows: ConductorLabel[][] = [];
  for (let i = 0; i < labels.length; i += 2) rows.push(labels.slice(i, i + 2));
  return [
    {
      kind: 'lines',
      lines: [
        { text: 'Labels', tone: 'title', after: 2 },
        {
          text: `${nameOf(job)}. Cut along the dashes, fold at the dots round the conductor, before it leaves its screw.`,
          tone: 'soft',
          after: 12,
        },
        ...(labels.length === 0 ? [{ text: 'No conductors yet: land them in Survey.' }] : []),
      ],
    },
    ...rows.map(
      (row): Block => ({
        kind: 'drawing',
        height: LABEL.height,
        alt: row.map((l) => `Label ${l.letter}: ${l.colour}, ${l.place}, ${l.goes}`).join('. '),
        draw: (doc, x, y) => {
          row.forEach((l, k) => {
            drawLabel(doc, l, x + k * (LABEL.width + LABEL.gap), y);
          });
        },
      }),
    ),
  ];
}

export const labelsPdf = (job: Job, derived: Derived, size: SheetSize): Promise<Uint8Array> =>
  print(`Labels: ${nameOf(job)}`, size, [{ foot: footOf(job, 'labels'), blocks: labelBlocks(job, derived) }]);
