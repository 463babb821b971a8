/**
 * What a picture file says beside its picture: JPEG segments are walked, and everything that a camera adds (position,
 * device, comments) is named. A picture is kept only without any of it.
 */

const NAMES: Readonly<Record<number, string>> = { 225: 'Exif or XMP', 237: 'IPTC', 254: 'a comment' };
/** JFIF, ICC profile, and the marker of the usual encoders. */
const HARMLESS: ReadonlySet<number> = new Set([0xe0, 0xe2, 0xee]);

export type JpegCheck = { ok: true } | { ok: false; problem: string };

/** Whether bytes are a whole JPEG that carries nothing but its picture. Never throws. */
export function plainJpeg(bytes: Uint8Array): JpegCheck {
  const at = (i: number): number => bytes[i] ?? -1;
  if (at(0) !== 0xff || at(1) !== 0xd8) return { ok: false, problem: 'not a JPEG picture' };
  let i = 2;
  while (i + 3 < bytes.length) {
    if (at(i) !== 0xff) return { ok: false, problem: `broken at byte ${i}` };
    const marker = at(i + 1);
    // The picture begins: everything that could be said was said before it.
    if (marker === 0xda) {
      const ends = at(bytes.length - 2) === 0xff && at(bytes.length - 1) === 0xd9;
      return ends ? { ok: true } : { ok: false, problem: 'cut short' };
    }
    const said =
      NAMES[marker] ?? (marker >= 0xe0 && marker <= 0xef && !HARMLESS.has(marker) ? 'data of an application' : null);
    if (said !== null) return { ok: false, problem: `it carries ${said} beside the picture` };
    const length = at(i + 2) * 256 + at(i + 3);
    if (length < 2) return { ok: false, problem: `broken at byte ${i}` };
    i += 2 + length;
  }
  return { ok: false, problem: 'cut short' };
}
