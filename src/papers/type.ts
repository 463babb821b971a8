/**
 * Type on paper: the faces, the tones a text can have, and the lines it takes. Widths are read from the faces as the
 * printing library reads them, so what is worked out to fit does fit.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { create, type Face } from 'fontkit';
import { sfntOf } from './sfnt';

export type FaceName = 'plain' | 'bold' | 'mono' | 'signs';

const FILES: Readonly<Record<FaceName, readonly [pkg: string, file: string]>> = {
  plain: ['@fontsource/atkinson-hyperlegible-next', 'atkinson-hyperlegible-next-latin-400-normal.woff'],
  bold: ['@fontsource/atkinson-hyperlegible-next', 'atkinson-hyperlegible-next-latin-700-normal.woff'],
  mono: ['@fontsource/dejavu-mono', 'dejavu-mono-latin-400-normal.woff'],
  // What the others lack: Ω → ≤.
  signs: ['@fontsource/noto-sans-math', 'noto-sans-math-latin-400-normal.woff'],
};
export const FACE_NAMES = Object.keys(FILES) as readonly FaceName[];

export interface LoadedFace {
  bytes: Buffer;
  face: Face;
}

const loaded = new Map<FaceName, LoadedFace>();

/** Read when first asked for, and kept. */
export function faceOf(name: FaceName): LoadedFace {
  const known = loaded.get(name);
  if (known) return known;
  const [pkg, file] = FILES[name];
  const require = createRequire(join(process.cwd(), 'package.json'));
  const bytes = sfntOf(readFileSync(join(dirname(require.resolve(`${pkg}/package.json`)), 'files', file)));
  const made = { bytes, face: create(bytes) };
  loaded.set(name, made);
  return made;
}

export const INK = '#1b2125';
export const SOFT = '#555b5d';
export const HAIR = '#cfc9ba';

export interface Tone {
  face: Exclude<FaceName, 'signs'>;
  /** Points. */
  size: number;
  colour: string;
  /** From line to line, points. */
  line: number;
}

const LEADING = 1.35;
const tone = (size: number, face: Tone['face'] = 'plain', colour = INK): Tone => ({
  face,
  size,
  colour,
  line: size * LEADING,
});

export const TONES = {
  plain: tone(10.5),
  soft: tone(10.5, 'plain', SOFT),
  wrong: tone(10.5, 'bold', '#9b1c1c'),
  bold: tone(10.5, 'bold'),
  mono: tone(8.8, 'mono'),
  title: tone(21, 'bold'),
  heading: tone(13, 'bold'),
  lead: tone(12),
  step: tone(11.5),
  name: tone(24),
  small: tone(9, 'plain', SOFT),
  foot: tone(8, 'plain', SOFT),
} as const satisfies Record<string, Tone>;
export type ToneName = keyof typeof TONES;

/** Neighbouring signs of one face. */
export interface Run {
  face: FaceName;
  text: string;
}

/** A text by the faces that have its signs; what none has is set in its own face, as the empty box. */
export function runsOf(text: string, face: Tone['face']): Run[] {
  const runs: Run[] = [];
  for (const sign of text) {
    const code = sign.codePointAt(0) ?? 0;
    const has = (name: FaceName): boolean => faceOf(name).face.hasGlyphForCodePoint(code);
    const of = has(face) || !has('signs') ? face : 'signs';
    const last = runs.at(-1);
    if (last?.face === of) last.text += sign;
    else runs.push({ face: of, text: sign });
  }
  return runs;
}

/** Words repeat on papers; the sizes of one face differ by a factor only. */
const KNOWN_WORDS = 20_000;
const widths = new Map<string, number>();

/** Of a face, in ems. */
function ems(text: string, face: Tone['face']): number {
  const key = `${face} ${text}`;
  const known = widths.get(key);
  if (known !== undefined) return known;
  const width = runsOf(text, face).reduce((sum, run) => {
    const of = faceOf(run.face).face;
    return sum + of.layout(run.text).advanceWidth / of.unitsPerEm;
  }, 0);
  if (widths.size > KNOWN_WORDS) widths.clear();
  widths.set(key, width);
  return width;
}

/** Points across. */
export const widthOf = (text: string, { face, size }: Pick<Tone, 'face' | 'size'>): number => ems(text, face) * size;

/** A word wider than its line, cut where the line ends. */
function cut(word: string, of: Tone, width: number): string[] {
  const out: string[] = [];
  let part = '';
  let taken = 0;
  let before = '';
  for (const sign of word) {
    // Beside its neighbour it may take more than alone.
    const more = before === '' ? widthOf(sign, of) : widthOf(before + sign, of) - widthOf(before, of);
    if (part !== '' && taken + more > width) {
      out.push(part);
      part = '';
      taken = 0;
    }
    taken += part === '' ? widthOf(sign, of) : more;
    part += sign;
    before = sign;
  }
  return [...out, part];
}

/** No line holds so many letters: not worth measuring as one. */
const MOST_LETTERS = 150;
const tooWide = (word: string, of: Tone, width: number): boolean =>
  word.length > MOST_LETTERS || widthOf(word, of) > width;

/** The lines a text takes in so many points: broken between words, and within a word only where it is wider than a line. */
export function linesOf(text: string, of: Tone, width: number): string[] {
  return text.split(/\r\n?|\n/).flatMap((paragraph) => {
    const lines: string[] = [];
    let line = '';
    let taken = 0;
    for (const [, word = '', gap = ''] of paragraph.matchAll(/(\S+)(\s*)/g)) {
      for (const [i, part] of (tooWide(word, of, width) ? cut(word, of, width) : [word]).entries()) {
        const wide = widthOf(part, of);
        if (line !== '' && (i > 0 || taken + wide > width)) {
          lines.push(line.trimEnd());
          line = '';
          taken = 0;
        }
        line += part;
        taken += wide;
      }
      line += gap;
      taken += widthOf(gap, of);
    }
    return [...lines, line.trimEnd()];
  });
}
