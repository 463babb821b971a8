/** What goes on which page: nothing lost, nothing taller than a page, no heading left behind. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Block, MARGIN, paged, SHEET } from './pages';
import { sfntOf } from './sfnt';
import { linesOf, TONES, widthOf } from './type';

const END = SHEET.A4.height - MARGIN.bottom;
const ACROSS = SHEET.A4.width - 2 * MARGIN.left;
const columns = [
  { head: 'a', width: 20 },
  { head: 'b', width: 12, mono: true },
  { head: 'c', width: 68 },
];
const text = fc.oneof(
  fc.string({ maxLength: 300 }),
  fc.string({ minLength: 200, maxLength: 4000, unit: fc.constantFrom('a', 'b', ' ', '\n', 'Ω') }),
  fc.constant('x'.repeat(4000)),
  fc.constant('line\n'.repeat(700)),
);
const block: fc.Arbitrary<Block> = fc.oneof(
  fc.record({
    kind: fc.constant('table' as const),
    heading: fc.constantFrom('Readings', 'Settings'),
    columns: fc.constant(columns),
    rows: fc.array(fc.tuple(text, fc.string({ maxLength: 40 }), text), { maxLength: 12 }),
  }),
  fc.record({ kind: fc.constant('lines' as const), lines: fc.array(fc.record({ text }), { maxLength: 10 }) }),
  fc.record({
    kind: fc.constant('drawing' as const),
    height: fc.integer({ min: 10, max: 700 }),
    alt: fc.constant('a drawing'),
    draw: fc.constant(() => undefined),
  }),
);
const bare = (s: string): string => s.replace(/\s+/g, '');

describe('pages', () => {
  it('hold every letter in its order, and no more than there is room for', () => {
    fc.assert(
      fc.property(fc.array(block, { maxLength: 6 }), (blocks) => {
        const pages = paged(blocks, 'A4');
        for (const page of pages) {
          const last = page.at(-1);
          expect(page.length <= 1 || (last?.y ?? 0) + (last?.height ?? 0) <= END).toBe(true);
          // One below the other, none over another.
          page.forEach((p, i) => {
            const before = page[i - 1];
            expect(p.y).toBeGreaterThanOrEqual(before ? before.y + before.height - 1e-9 : MARGIN.top);
          });
          expect(page.at(-1)?.kind === 'heading' && page.length > 1 && blocks.length > 0 && pages.at(-1) !== page).toBe(
            false,
          );
        }
        const all = pages.flat();
        const said = all.flatMap((p) => (p.kind === 'line' ? p.lines : [])).join('');
        for (const p of all)
          if (p.kind === 'line')
            for (const line of p.lines)
              expect([...line].length < 2 || widthOf(line, TONES.plain) <= ACROSS * 1.01).toBe(true);
        const meant = blocks.flatMap((b) => (b.kind === 'lines' ? b.lines.map((l) => l.text) : [])).join('');
        expect(bare(said)).toBe(bare(meant));
        for (const k of [0, 1, 2]) {
          const cells = all.flatMap((p) => (p.kind === 'row' ? (p.cells[k] ?? []) : [])).join('');
          const given = blocks.flatMap((b) => (b.kind === 'table' ? b.rows.map((r) => r[k] ?? '') : [])).join('');
          expect(bare(cells)).toBe(bare(given));
        }
      }),
      { numRuns: 100, seed: 11 },
    );
  });

  it('never leave what closes alone on its page', () => {
    const seal: Block = {
      kind: 'lines',
      heading: 'Seal',
      lines: [{ text: 'Sealed.' }, { text: 'by Ada' }],
      closing: true,
    };
    for (let n = 20; n < 70; n++) {
      const lines = Array.from({ length: n }, (_, i) => ({ text: `line ${i}` }));
      const pages = paged([{ kind: 'lines', lines }, seal], 'A4');
      const [first] = pages.at(-1) ?? [];
      expect([n, first?.kind === 'line' && first.line.text.startsWith('line')]).toEqual([n, true]);
      expect(pages.flat()).toHaveLength(n + 3);
    }
  });

  it('take five thousand rows in as many pages as they need', () => {
    const rows = Array.from({ length: 5000 }, (_, i) => [`r${i}`, '24.0 V', 'R at the wall to C at the board']);
    const pages = paged([{ kind: 'table', columns, rows }], 'A4');
    expect(pages.length).toBeGreaterThan(5000 / 40);
    expect(pages.length).toBeLessThan(5000 / 25);
  });

  it('break a text between words, and a word only where it is wider than its line', () => {
    const room = widthOf('one two', TONES.plain) + 1;
    expect(linesOf('one two three', TONES.plain, room)).toEqual(['one two', 'three']);
    const long = linesOf(`a ${'W'.repeat(12)} b`, TONES.plain, widthOf('WWWWW', TONES.plain) + 1);
    expect(long).toEqual(['a', 'WWWWW', 'WWWWW', 'WW b']);
    expect(linesOf('one\n\ntwo\r\nthree', TONES.plain, room)).toEqual(['one', '', 'two', 'three']);
  });
});

describe('a packed face', () => {
  const require = createRequire(import.meta.url);
  const face = require.resolve('@fontsource/dejavu-mono/files/dejavu-mono-latin-400-normal.woff');

  it('comes out as the plain one whose tables sum to their checksums', () => {
    const sfnt = sfntOf(readFileSync(face));
    const count = sfnt.readUInt16BE(4);
    expect(count).toBeGreaterThan(8);
    for (let i = 0; i < count; i++) {
      const at = 12 + i * 16;
      const tag = sfnt.toString('latin1', at, at + 4);
      const [offset, length] = [sfnt.readUInt32BE(at + 8), sfnt.readUInt32BE(at + 12)];
      let sum = 0;
      for (let k = 0; k < length; k += 4) {
        // The head table's own adjustment counts as nothing.
        const skip = tag === 'head' && k === 8;
        const word = Buffer.alloc(4);
        sfnt.copy(word, 0, offset + k, Math.min(offset + k + 4, offset + length));
        sum = (sum + (skip ? 0 : word.readUInt32BE(0))) >>> 0;
      }
      expect([tag, sum]).toEqual([tag, sfnt.readUInt32BE(at + 4)]);
    }
  });

  it('is refused when it is none', () => {
    expect(() => sfntOf(Buffer.from('OTTO'))).toThrow(RangeError);
  });
});
