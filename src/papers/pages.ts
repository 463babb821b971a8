/**
 * Papers in pages of known content: every block is broken into pieces whose lines are known from the faces, and the
 * pieces are dealt to pages. Nothing is laid out twice, and nothing is taller than its page.
 */
import type { PaperColumn, PaperLine, PaperPart } from '@core/record/paper-part';
import { linesOf, TONES, type ToneName } from './type';

export type PageSize = 'A4' | 'LETTER';
export type Doc = PDFKit.PDFDocument;

export interface Line extends Omit<PaperLine, 'tone'> {
  tone?: ToneName;
  /** Points left free below. */
  after?: number;
  /** A box to tick before it, ticked or not. */
  box?: boolean;
}

export type Block = {
  /** Closes its section: the page it begins on has something else as well, so that it stands under what it closes. */
  closing?: true;
} & (
  | Extract<PaperPart, { kind: 'table' }>
  | { kind: 'lines'; heading?: string; lines: readonly Line[] }
  | {
      kind: 'drawing';
      heading?: string;
      /** Points it takes; never broken. */
      height: number;
      /** The drawing in words, for who cannot see it. */
      alt: string;
      /** Draws with its upper left corner at the place given, in points. */
      draw: (doc: Doc, x: number, y: number) => void;
    }
);
type Table = Extract<Block, { kind: 'table' }>;

/** Points. */
export const SHEET: Readonly<Record<PageSize, { width: number; height: number }>> = {
  A4: { width: 595, height: 842 },
  LETTER: { width: 612, height: 792 },
};
export const MARGIN = { left: 44, top: 40, bottom: 52 } as const;
export const HEADING_AIR = 14;
const HEADING = HEADING_AIR + TONES.heading.line + 4;
export const ROW_AIR = 7.7;
const CELL_GAP = 6;
export const TABLE_HEAD = 20;
export const DRAWING_AIR = 6;
export const BOX = 20;
/** A row or a text is cut after so many lines, and goes on in the next. */
const MOST_LINES = 24;

const widthOfSheet = (size: PageSize): number => SHEET[size].width - 2 * MARGIN.left;

/** Part of a page: a table keeps its heading, and repeats its head where it goes on. */
export type Piece =
  | { kind: 'heading'; text: string; height: number }
  | { kind: 'row'; block: Table; cells: string[][]; height: number }
  | { kind: 'line'; line: Line; lines: string[]; height: number }
  | { kind: 'drawing'; block: Extract<Block, { kind: 'drawing' }>; height: number };

const parted = (lines: readonly string[]): string[][] => {
  const out: string[][] = [];
  for (let i = 0; i < lines.length; i += MOST_LINES) out.push(lines.slice(i, i + MOST_LINES));
  return out;
};

export const toneOfCell = (column: PaperColumn): ToneName => (column.mono ? 'mono' : 'plain');

function rowPieces(block: Table, row: readonly string[], width: number): Piece[] {
  const cells = block.columns.map((c, k) =>
    parted(linesOf(row[k] ?? '', TONES[toneOfCell(c)], (width * c.width) / 100 - CELL_GAP)),
  );
  return Array.from({ length: Math.max(...cells.map((c) => c.length)) }, (_, i): Piece => {
    const now = cells.map((c) => c[i] ?? []);
    const high = Math.max(...now.map((lines) => lines.length));
    return { kind: 'row', block, cells: now, height: high * TONES.plain.line + ROW_AIR };
  });
}

function piecesOf(block: Block, width: number): Piece[] {
  // Nothing to read is no table.
  if (block.kind === 'table' && block.rows.length === 0) return [];
  const heading: Piece[] = block.heading ? [{ kind: 'heading', text: block.heading, height: HEADING }] : [];
  if (block.kind === 'drawing') return [...heading, { kind: 'drawing', block, height: block.height + 2 * DRAWING_AIR }];
  if (block.kind === 'table') return [...heading, ...block.rows.flatMap((row) => rowPieces(block, row, width))];
  return [
    ...heading,
    ...block.lines.flatMap((line) => {
      const tone = TONES[line.tone ?? 'plain'];
      const room = width - (line.box === undefined ? 0 : BOX);
      const parts = parted(linesOf(line.text, tone, room));
      return parts.map((lines, i): Piece => {
        const after = i === parts.length - 1 ? (line.after ?? 0) : 0;
        return { kind: 'line', line, lines, height: lines.length * tone.line + after };
      });
    }),
  ];
}

/** A piece where it stands: points from the top of its page, below the table's head where it has one. */
export type Placed = Piece & {
  y: number;
  /** The table's head stands above it. */
  head: boolean;
};

/** Deals pieces to pages in their order. @param turn a piece that begins a page whatever is left of the one before */
function dealt(
  blocks: readonly (readonly [Block, readonly Piece[]])[],
  size: PageSize,
  turn: Piece | null,
): Placed[][] {
  const end = SHEET[size].height - MARGIN.bottom;
  const pages: Placed[][] = [[]];
  let y: number = MARGIN.top;
  for (const [block, all] of blocks) {
    all.forEach((piece, i) => {
      const before = pages.at(-1)?.at(-1);
      const goesOn = piece.kind === 'row' && before?.kind === 'row' && before.block === block;
      const next = piece.kind === 'heading' ? (all[i + 1]?.height ?? 0) + TABLE_HEAD : 0;
      const head = piece.kind === 'row' && !goesOn ? TABLE_HEAD : 0;
      const air = piece.kind === 'line' && before?.kind === 'row' ? ROW_AIR : 0;
      y += air;
      if ((piece === turn || y + piece.height + next + head > end) && (pages.at(-1)?.length ?? 0) > 0) {
        pages.push([]);
        y = MARGIN.top;
      }
      const first = piece.kind === 'row' && (!goesOn || y === MARGIN.top);
      if (first) y += TABLE_HEAD;
      pages.at(-1)?.push({ ...piece, y, head: first });
      y += piece.height;
    });
  }
  return pages;
}

/** Pieces by page: none taller than a page, no heading without what it heads, what closes never alone on its page. */
export function paged(blocks: readonly Block[], size: PageSize): Placed[][] {
  const all = blocks.map((block) => [block, piecesOf(block, widthOfSheet(size))] as const);
  const pages = dealt(all, size, null);
  const closing = all.flatMap(([b, pieces]) => (b.closing ? pieces : [])).length;
  // The page on which it begins holds nothing before it: what stands before it comes along.
  const flat = all.flatMap(([, pieces]) => pieces);
  const opens = flat.length - closing;
  let seen = 0;
  const alone =
    closing > 0 &&
    opens > 1 &&
    pages.some((page) => {
      const begins = seen === opens && page.length > 0;
      seen += page.length;
      return begins;
    });
  if (!alone) return pages;
  const headed = flat[opens - 2]?.kind === 'heading';
  return dealt(all, size, flat[opens - (headed ? 2 : 1)] ?? null);
}
