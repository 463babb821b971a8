/**
 * Pages onto paper, as a PDF whose every part says what it is (ISO 32000-1, section 14.8): headings, paragraphs,
 * tables with heads, drawings with their words; what stands on every page is marked as no part of the text.
 */
import PDFDocument from 'pdfkit';
import {
  type Block,
  BOX,
  type Doc,
  DRAWING_AIR,
  HEADING_AIR,
  MARGIN,
  type PageSize,
  type Placed,
  paged,
  ROW_AIR,
  SHEET,
  TABLE_HEAD,
  toneOfCell,
} from './pages';
import { FACE_NAMES, faceOf, HAIR, INK, runsOf, TONES, type Tone, type ToneName, widthOf } from './type';

/** From the top of a line to what its letters stand on, of the line. */
const BASE = 0.74;

/** One line of text. @param y what the letters stand on, points from the top */
export function say(
  doc: Doc,
  text: string,
  x: number,
  y: number,
  tone: Pick<Tone, 'face' | 'size'> & { colour?: string },
  anchor: 'start' | 'middle' | 'end' = 'start',
): void {
  let at = x - (anchor === 'start' ? 0 : widthOf(text, tone) * (anchor === 'middle' ? 0.5 : 1));
  doc.fontSize(tone.size).fillColor(tone.colour ?? INK);
  for (const run of runsOf(text, tone.face)) {
    doc.font(run.face).text(run.text, at, y, { lineBreak: false, baseline: 'alphabetic' });
    at += widthOf(run.text, { ...tone, face: run.face === 'signs' ? tone.face : run.face });
  }
}

const sayLines = (doc: Doc, lines: readonly string[], x: number, top: number, tone: Tone): void => {
  lines.forEach((line, i) => {
    if (line !== '') say(doc, line, x, top + (i + BASE) * tone.line, tone);
  });
};

export interface Section {
  blocks: readonly Block[];
  /** On each of its pages, beside the page's number. */
  foot: string;
}

type PlacedRow = Extract<Placed, { kind: 'row' }>;
type Element = PDFKit.PDFStructureElement;

/** Draws into a new element of a parent. */
function tagged(
  doc: Doc,
  parent: Element,
  type: string,
  draw: () => void,
  options: { alt?: string; scope?: 'Column' } = {},
): void {
  const content = doc.markStructureContent(type);
  const element = doc.struct(type, options, [content]);
  draw();
  doc.endMarkedContent();
  parent.add(element);
}

/** Draws what is no part of the text. */
function artifact(doc: Doc, draw: () => void): void {
  doc.markContent('Artifact', {});
  draw();
  doc.endMarkedContent();
}

const rule = (doc: Doc, y: number, width: number, weight: number, colour: string): void =>
  artifact(doc, () => {
    doc
      .moveTo(MARGIN.left, y)
      .lineTo(MARGIN.left + width, y)
      .lineWidth(weight)
      .stroke(colour);
  });

const HEADS: Readonly<Partial<Record<ToneName, string>>> = { title: 'H1', heading: 'H2' };

/** Draws the pieces of one page after another into a section's element. */
class Setter {
  private readonly width: number;
  /** The table that is being set, over as many pages as it takes. */
  private table: { block: Block; element: Element } | null = null;

  constructor(
    private readonly doc: Doc,
    private readonly into: Element,
    size: PageSize,
  ) {
    this.width = SHEET[size].width - 2 * MARGIN.left;
  }

  page(pieces: readonly Placed[]): void {
    for (const piece of pieces) {
      if (piece.kind !== 'row') this.single(piece);
      else {
        if (piece.head) this.head(piece);
        this.row(piece);
      }
    }
  }

  /** A table that ends with the section's last page. */
  end(): void {
    this.table?.element.end();
    this.table = null;
  }

  private single(piece: Exclude<Placed, { kind: 'row' }>): void {
    const { doc, into } = this;
    const { y } = piece;
    this.end();
    const x = MARGIN.left;
    if (piece.kind === 'heading') {
      tagged(doc, into, 'H2', () => sayLines(doc, [piece.text], x, y + HEADING_AIR, TONES.heading));
    } else if (piece.kind === 'drawing') {
      const { alt, draw } = piece.block;
      tagged(doc, into, 'Figure', () => draw(doc, x, y + DRAWING_AIR), { alt });
    } else if (piece.lines.some((l) => l !== '')) {
      const { tone = 'plain', box } = piece.line;
      if (box !== undefined)
        artifact(doc, () => {
          doc.lineWidth(1).rect(x, y + 3, 10, 10);
          if (box) doc.fillAndStroke(INK, INK);
          else doc.stroke(INK);
        });
      const words = box === undefined ? undefined : { alt: `${box ? 'Done' : 'To do'}: ${piece.lines.join(' ')}` };
      tagged(
        doc,
        into,
        HEADS[tone] ?? 'P',
        () => sayLines(doc, piece.lines, x + (box === undefined ? 0 : BOX), y, TONES[tone]),
        words,
      );
    }
  }

  /** Of a table that goes on it is repeated for the eye only. */
  private head({ block, y: below }: PlacedRow): void {
    const { doc } = this;
    const y = below - TABLE_HEAD;
    const eachHead = (put: (set: () => void) => void): void => {
      let x = MARGIN.left;
      for (const { head, width } of block.columns) {
        const at = x;
        put(() => sayLines(doc, [head], at, y + 3, TONES.small));
        x += (this.width * width) / 100;
      }
    };
    if (this.table?.block === block) eachHead((set) => artifact(doc, set));
    else {
      this.end();
      const element = doc.struct('Table');
      this.into.add(element);
      this.table = { block, element };
      // An element of no parent would keep the document from ever ending: made only where it is used.
      const row = doc.struct('TR');
      eachHead((set) => tagged(doc, row, 'TH', set, { scope: 'Column' }));
      element.add(row);
      row.end();
    }
    rule(doc, below - 1, this.width, 1.2, INK);
  }

  private row({ block, cells, height, y }: PlacedRow): void {
    const { doc } = this;
    const row = doc.struct('TR');
    let x = MARGIN.left;
    block.columns.forEach((column, k) => {
      const tone = TONES[toneOfCell(column)];
      tagged(doc, row, 'TD', () =>
        sayLines(doc, cells[k] ?? [], x, y + ROW_AIR / 2, { ...tone, line: TONES.plain.line }),
      );
      x += (this.width * column.width) / 100;
    });
    this.table?.element.add(row);
    row.end();
    rule(doc, y + height - 0.4, this.width, 0.7, HAIR);
  }
}

/** Sections one after another, each beginning a page; pages are numbered through. */
export async function print(title: string, size: PageSize, sections: readonly Section[]): Promise<Uint8Array> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    size: size === 'A4' ? 'A4' : 'LETTER',
    margin: 0,
    pdfVersion: '1.7',
    tagged: true,
    lang: 'en',
    displayTitle: true,
    info: { Title: title, Creator: 'Augerset', Producer: 'Augerset' },
  });
  const parts: Buffer[] = [];
  const written = new Promise<Uint8Array>((resolve, reject) => {
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => resolve(new Uint8Array(Buffer.concat(parts))));
    doc.on('error', reject);
  });
  for (const name of FACE_NAMES) doc.registerFont(name, faceOf(name).bytes);
  const whole = doc.struct('Document');
  doc.addStructure(whole);
  const pages = sections.map((s) => paged(s.blocks, size));
  const total = pages.reduce((n, p) => n + p.length, 0);
  let number = 0;
  sections.forEach((section, k) => {
    const element = doc.struct('Sect');
    whole.add(element);
    const setter = new Setter(doc, element, size);
    for (const pieces of pages[k] ?? []) {
      doc.addPage();
      setter.page(pieces);
      number += 1;
      const { width, height } = SHEET[size];
      artifact(doc, () => {
        say(doc, section.foot, MARGIN.left, height - 28, TONES.foot);
        say(doc, `${number} / ${total}`, width - MARGIN.left, height - 28, TONES.foot, 'end');
      });
    }
    setter.end();
    element.end();
  });
  whole.end();
  doc.end();
  return written;
}
