/**
 * Long papers in pages of known content. Laying out one flow over many pages costs their number squared, and a row
 * or a word taller than a page never ends; so what fits is worked out beforehand, from the faces' widths, and every
 * page is laid out on its own.
 */

import type { PaperLine, PaperPart } from '@core/record/paper-part';
import { Page, Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { css, Foot, Table } from './parts';

export type PageSize = 'A4' | 'LETTER';

export type Line = PaperLine;

export type Block =
  | PaperPart
  /** Drawn, of known height in points; never broken. */
  | { kind: 'drawing'; heading?: string; height: number; node: ReactNode };

const MARGINS = { across: 88, along: 92 } as const;
const SHEET: Record<PageSize, { width: number; height: number }> = {
  A4: { width: 595, height: 842 },
  LETTER: { width: 612, height: 792 },
};
const BODY = { size: 10.5, line: 10.5 * 1.35, em: 0.53 } as const;
const MONO = { size: 8.8, em: 0.602 } as const;
const HEADING = 36;
const ROW_AIR = 7.7;
const TABLE_HEAD = 20;
/** Words leave the ends of lines empty. */
const RAGGED = 1.12;
/** A row or a text is cut after so many lines, and goes on in the next. */
const MOST_LINES = 24;

const letters = (points: number, mono: boolean): number =>
  Math.max(2, Math.floor(points / (mono ? MONO.size * MONO.em : BODY.size * BODY.em)));

/** Letters nearly as wide as they are high, and scripts whose every sign is. */
const WIDE = /[WMmw@%—\u2e80-\uffff]/g;
const wideness = (text: string): number => text.length + 0.85 * (text.match(WIDE)?.length ?? 0);

const linesOf = (text: string, perLine: number): number =>
  text.split('\n').reduce((n, t) => n + Math.max(1, Math.ceil((wideness(t) * RAGGED) / perLine)), 0);

/** Points a paragraph takes across a page, in a face of so many points. */
export function paragraphHeight(text: string, size: PageSize, points: number = BODY.size): number {
  const perLine = Math.max(2, Math.floor((SHEET[size].width - MARGINS.across) / (points * BODY.em)));
  return linesOf(text, perLine) * points * (BODY.line / BODY.size);
}

/** A text in pieces of so many letters at most, cut between words where there are any. */
export function pieces(text: string, most: number): string[] {
  const out: string[] = [];
  let rest = text;
  while (rest.length > most) {
    const line = rest.lastIndexOf('\n', most);
    const word = rest.lastIndexOf(' ', most);
    const at = line > most / 2 ? line : word > most / 2 ? word : most;
    out.push(rest.slice(0, at));
    rest = rest.slice(at === most ? at : at + 1);
  }
  return [...out, rest];
}

/** Pieces that are neither too long nor of too many lines. */
function bounded(text: string, perLine: number): string[] {
  return pieces(text, Math.floor((perLine * MOST_LINES) / RAGGED)).flatMap((piece) => {
    const lines = piece.split('\n');
    const parts: string[] = [];
    for (let i = 0; i < lines.length; i += MOST_LINES) parts.push(lines.slice(i, i + MOST_LINES).join('\n'));
    return parts;
  });
}

/** Part of a page: a table keeps its heading, and repeats its head where it goes on. */
type Piece =
  | { kind: 'heading'; text: string; height: number }
  | { kind: 'row'; block: Extract<Block, { kind: 'table' }>; cells: string[]; height: number }
  | { kind: 'line'; line: Line; height: number }
  | { kind: 'drawing'; node: ReactNode; height: number };

function piecesOf(block: Block, width: number): Piece[] {
  const heading: Piece[] = block.heading ? [{ kind: 'heading', text: block.heading, height: HEADING }] : [];
  if (block.kind === 'drawing') return [...heading, { kind: 'drawing', node: block.node, height: block.height + 12 }];
  if (block.kind === 'lines')
    return [
      ...heading,
      ...block.lines.flatMap((line) => {
        const perLine = letters(width, line.tone === 'mono');
        return bounded(line.text, perLine).map((text): Piece => {
          return { kind: 'line', line: { ...line, text }, height: linesOf(text, perLine) * BODY.line };
        });
      }),
    ];
  const perLine = block.columns.map((c) => letters((width * c.width) / 100 - 6, c.mono === true));
  return [
    ...heading,
    ...block.rows.flatMap((row) => {
      const cells = block.columns.map((_, k) => bounded(row[k] ?? '', perLine[k] ?? 1));
      const parts = Math.max(...cells.map((c) => c.length));
      return Array.from({ length: parts }, (_, i): Piece => {
        const texts = cells.map((c) => c[i] ?? '');
        const high = Math.max(...texts.map((t, k) => linesOf(t, perLine[k] ?? 1)));
        return { kind: 'row', block, cells: texts, height: high * BODY.line + ROW_AIR };
      });
    }),
  ];
}

/** Pieces by page: none taller than a page, no heading without what it heads. */
export function paged(blocks: readonly Block[], size: PageSize, first = 0): Piece[][] {
  const width = SHEET[size].width - MARGINS.across;
  const room = SHEET[size].height - MARGINS.along;
  const pages: Piece[][] = [[]];
  let left = room - first;
  for (const block of blocks) {
    const all = piecesOf(block, width);
    let open = false;
    all.forEach((piece, i) => {
      const next = piece.kind === 'heading' ? (all[i + 1]?.height ?? 0) + TABLE_HEAD : 0;
      const head = piece.kind === 'row' && !open ? TABLE_HEAD : 0;
      if (piece.height + next + head > left && (pages.at(-1)?.length ?? 0) > 0) {
        pages.push([]);
        left = room;
        open = false;
      }
      pages.at(-1)?.push(piece);
      left -= piece.height + (piece.kind === 'row' && !open ? TABLE_HEAD : 0);
      open = piece.kind === 'row';
    });
  }
  return pages;
}

const TONES = { plain: {}, soft: css.soft, wrong: css.wrong, bold: { fontWeight: 700 as const }, mono: css.mono };

function PieceView({ pieces: list }: { pieces: readonly Piece[] }): ReactNode {
  const out: ReactNode[] = [];
  for (let i = 0; i < list.length; i++) {
    const piece = list[i] as Piece;
    if (piece.kind === 'heading')
      out.push(
        <Text key={i} style={css.h2}>
          {piece.text}
        </Text>,
      );
    else if (piece.kind === 'line')
      out.push(
        <Text key={i} style={TONES[piece.line.tone ?? 'plain']}>
          {piece.line.text}
        </Text>,
      );
    else if (piece.kind === 'drawing') out.push(<View key={i}>{piece.node}</View>);
    else {
      const { block } = piece;
      const rows: string[][] = [];
      const start = i;
      for (; i < list.length; i++) {
        const row = list[i];
        if (row?.kind !== 'row' || row.block !== block) break;
        rows.push(row.cells);
      }
      i -= 1;
      out.push(<Table key={start} columns={block.columns} rows={rows} />);
    }
  }
  return out;
}

export interface Section {
  blocks: readonly Block[];
  foot: string;
  /** Stands on its first page, of `headHeight` points. */
  head: ReactNode;
  headHeight: number;
}

/** Sections one after another, each beginning a page; pages are numbered through. */
export function Pages({ sections, size }: { sections: readonly Section[]; size: PageSize }): ReactNode {
  const all = sections.flatMap((section) =>
    paged(section.blocks, size, section.headHeight).map((list, i) => ({ section, list, first: i === 0 })),
  );
  return all.map(({ section, list, first }, i) => (
    <Page key={`${i}-${list.length}`} size={size} style={css.page}>
      {first ? section.head : null}
      <PieceView pieces={list} />
      <Foot text={section.foot} number={`${i + 1} / ${all.length}`} />
    </Page>
  ));
}
