/**
 * A WOFF face as the plain SFNT inside it (WOFF 1.0, W3C Recommendation, sections 3 to 5). The layout engine unpacks
 * a table of a packed face again for every glyph; of a plain one it only reads.
 */
import { inflateSync } from 'node:zlib';

const WOFF_HEADER = 44;
const WOFF_ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;
const padded = (n: number): number => (n + 3) & ~3;

/** Throws a RangeError for what is no WOFF file. */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.length < WOFF_HEADER || woff.toString('latin1', 0, 4) !== 'wOFF') throw new RangeError('not a WOFF file');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEADER + i * WOFF_ENTRY;
    const offset = woff.readUInt32BE(at + 4);
    const packed = woff.subarray(offset, offset + woff.readUInt32BE(at + 8));
    const length = woff.readUInt32BE(at + 12);
    // A table that would not shrink is stored as it is.
    const data = packed.length < length ? inflateSync(packed) : packed;
    return { tag: woff.subarray(at, at + 4), checksum: woff.readUInt32BE(at + 16), data };
  });
  const body = tables.reduce((sum, t) => sum + padded(t.data.length), 0);
  const out = Buffer.alloc(SFNT_HEADER + count * SFNT_ENTRY + body);
  woff.copy(out, 0, 4, 8);
  const power = Math.floor(Math.log2(count));
  out.writeUInt16BE(count, 4);
  out.writeUInt16BE(16 * 2 ** power, 6);
  out.writeUInt16BE(power, 8);
  out.writeUInt16BE(16 * (count - 2 ** power), 10);
  let at = SFNT_HEADER + count * SFNT_ENTRY;
  tables.forEach((t, i) => {
    const entry = SFNT_HEADER + i * SFNT_ENTRY;
    t.tag.copy(out, entry);
    out.writeUInt32BE(t.checksum, entry + 4);
    out.writeUInt32BE(at, entry + 8);
    out.writeUInt32BE(t.data.length, entry + 12);
    t.data.copy(out, at);
    at += padded(t.data.length);
  });
  return out;
}
