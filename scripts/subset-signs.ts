/**
 * The few signs that the faces lack (Ω → ≤ ✓ …), cut out of the mathematics face: 270 kB become a few. Run again when a
 * sign is wanted that is not in the list; the result is committed.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { create } from 'fontkit';
import { sfntOf } from '../src/papers/sfnt';

const SIGNS = [0x3a9, 0x2126, 0x2190, 0x2191, 0x2192, 0x2193, 0x2194, 0x21b5, 0x21ba, 0x2264, 0x2265, 0x23ce, 0x2713];
const SOURCE = 'node_modules/@fontsource/noto-sans-math/files/noto-sans-math-latin-400-normal.woff';
const TARGET = 'src/ui/signs.ttf';

type Tables = Map<string, Buffer>;

function tablesOf(sfnt: Buffer): Tables {
  const out: Tables = new Map();
  for (let i = 0; i < sfnt.readUInt16BE(4); i++) {
    const at = 12 + i * 16;
    const offset = sfnt.readUInt32BE(at + 8);
    out.set(sfnt.toString('latin1', at, at + 4), sfnt.subarray(offset, offset + sfnt.readUInt32BE(at + 12)));
  }
  return out;
}

/** Segmented mapping (format 4), a segment a sign. */
function cmap(glyphs: readonly [code: number, glyph: number][]): Buffer {
  const all = [...glyphs].sort(([a], [b]) => a - b);
  const n = all.length + 1;
  const length = 16 + n * 8;
  const b = Buffer.alloc(12 + length);
  b.writeUInt16BE(1, 2);
  b.writeUInt16BE(3, 4);
  b.writeUInt16BE(1, 6);
  b.writeUInt32BE(12, 8);
  const search = 2 * 2 ** Math.floor(Math.log2(n));
  [4, length, 0, n * 2, search, Math.log2(search / 2), n * 2 - search].forEach((v, i) => {
    b.writeUInt16BE(v, 12 + i * 2);
  });
  const at = (part: number, i: number): number => 26 + part * n * 2 + (part > 0 ? 2 : 0) + i * 2;
  [...all, [0xffff, 0] as const].forEach(([code, glyph], i) => {
    b.writeUInt16BE(code, at(0, i));
    b.writeUInt16BE(code, at(1, i));
    b.writeUInt16BE((code === 0xffff ? 1 : glyph - code + 0x10000) & 0xffff, at(2, i));
  });
  return b;
}

function nameTable(): Buffer {
  const text = Buffer.from('Signs', 'utf16le').swap16();
  const ids = [1, 2, 4, 6];
  const head = Buffer.alloc(6 + ids.length * 12);
  head.writeUInt16BE(ids.length, 2);
  head.writeUInt16BE(head.length, 4);
  ids.forEach((id, i) => {
    [3, 1, 0x409, id, text.length, 0].forEach((v, k) => {
      head.writeUInt16BE(v, 6 + i * 12 + k * 2);
    });
  });
  return Buffer.concat([head, text]);
}

function postTable(): Buffer {
  const b = Buffer.alloc(32);
  b.writeUInt32BE(0x00030000, 0);
  return b;
}

const checksum = (b: Buffer): number => {
  let sum = 0;
  for (let i = 0; i < b.length; i += 4) sum = (sum + b.readUInt32BE(i)) >>> 0;
  return sum;
};
const padded = (b: Buffer): Buffer => Buffer.concat([b, Buffer.alloc((4 - (b.length % 4)) % 4)]);

function assembled(tables: Tables): Buffer {
  const names = [...tables.keys()].sort();
  const head = Buffer.alloc(12 + names.length * 16);
  head.writeUInt32BE(0x00010000, 0);
  const search = 16 * 2 ** Math.floor(Math.log2(names.length));
  [names.length, search, Math.log2(search / 16), names.length * 16 - search].forEach((v, i) => {
    head.writeUInt16BE(v, 4 + i * 2);
  });
  const bodies: Buffer[] = [];
  let offset = head.length;
  names.forEach((name, i) => {
    const body = tables.get(name) ?? Buffer.alloc(0);
    const whole = padded(body);
    head.write(name, 12 + i * 16, 'latin1');
    head.writeUInt32BE(checksum(whole), 16 + i * 16);
    head.writeUInt32BE(offset, 20 + i * 16);
    head.writeUInt32BE(body.length, 24 + i * 16);
    bodies.push(whole);
    offset += whole.length;
  });
  return Buffer.concat([head, ...bodies]);
}

const sfnt = sfntOf(readFileSync(SOURCE));
const font = create(sfnt);
const subset = font.createSubset();
const glyphs = SIGNS.filter((c) => font.hasGlyphForCodePoint(c)).map((c): [number, number] => [
  c,
  subset.includeGlyph(font.glyphForCodePoint(c)),
]);
const tables = tablesOf(Buffer.from(subset.encode()));
const original = tablesOf(sfnt);
const os2 = original.get('OS/2');
if (!os2) throw new Error('the face has no OS/2 table');
tables.set('OS/2', os2);
tables.set('cmap', cmap(glyphs));
tables.set('name', nameTable());
tables.set('post', postTable());
writeFileSync(TARGET, assembled(tables));
const lacking = SIGNS.filter((c) => !font.hasGlyphForCodePoint(c)).map((c) => c.toString(16));
console.log(
  `${TARGET}: ${glyphs.length} signs, ${assembled(tables).length} bytes; the face lacks ${lacking.join(' ') || 'none'}`,
);
