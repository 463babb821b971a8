/** A picture is kept only whole and plain: built by hand, segment by segment. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainJpeg } from './jpeg';

const segment = (marker: number, text: string): number[] => {
  const body = [...new TextEncoder().encode(text)];
  return [0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 255, ...body];
};
const jpeg = (...more: number[][]): Uint8Array =>
  Uint8Array.from([
    0xff,
    0xd8,
    ...segment(0xe0, 'JFIF\0'),
    ...more.flat(),
    ...segment(0xda, 'scan'),
    1,
    2,
    3,
    0xff,
    0xd9,
  ]);

describe('a picture', () => {
  it('whole and plain is taken', () => {
    expect(plainJpeg(jpeg(segment(0xdb, 'tables')))).toEqual({ ok: true });
  });

  it.each([
    [0xe1, 'Exif or XMP'],
    [0xed, 'IPTC'],
    [0xfe, 'a comment'],
    [0xe9, 'data of an application'],
  ])('with segment %i it carries %s, and is not', (marker, name) => {
    expect(plainJpeg(jpeg(segment(marker, 'GPS 58.1 N')))).toMatchObject({
      problem: `it carries ${name} beside the picture`,
    });
  });

  it('cut short, or none at all, is not', () => {
    expect(plainJpeg(jpeg().slice(0, -1))).toMatchObject({ problem: 'cut short' });
    expect(plainJpeg(jpeg().slice(0, 8))).toMatchObject({ ok: false });
    expect(plainJpeg(new TextEncoder().encode('GIF89a'))).toMatchObject({ problem: 'not a JPEG picture' });
  });

  it('never throws, whatever comes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        expect(typeof plainJpeg(Uint8Array.from([0xff, 0xd8, ...bytes])).ok).toBe('boolean');
      }),
      { seed: 3 },
    );
  });
});
