/** What a family says on paper, as data: whoever prints decides how it looks. */

export interface PaperColumn {
  head: string;
  /** Per cent of the page's width. */
  width: number;
  mono?: boolean;
}

export interface PaperLine {
  text: string;
  tone?: 'plain' | 'soft' | 'wrong' | 'bold' | 'mono';
}

export type PaperPart =
  | { kind: 'table'; heading?: string; columns: readonly PaperColumn[]; rows: readonly (readonly string[])[] }
  | { kind: 'lines'; heading?: string; lines: readonly PaperLine[] };
