/** Photographs on the papers: two in a row, before and after of one stop side by side, with the screws marked in them. */
import type { Photo } from '@core/job/photo';
import type { Job } from '@core/job/schema';
import { STOPS } from '@core/run';
import type { Block, Doc } from './pages';
import { say } from './print';
import { linesOf, SOFT, TONES, widthOf } from './type';

/** By the hash of what they are. */
export type Pictures = Readonly<Record<string, Uint8Array>>;

const WIDTH = 240;
const HEIGHT = 172;
const CAPTION = 26;
const GAP = 18;
const MARK = { face: 'plain' as const, size: 9, colour: '#ffffff' };

/** Those that are wanted and here, in the order of the run, before ahead of after. */
export function onPaper({ photos = {} }: Pick<Job, 'photos'>, pictures: Pictures): Photo[] {
  const stop = (p: Photo): number => STOPS.findIndex((s) => s.id === p.stop);
  const when = (p: Photo): number => (p.when === 'before' ? 0 : p.when === 'after' ? 2 : 1);
  return Object.values(photos)
    .filter((p) => p.onPaper === true && pictures[p.hash] !== undefined)
    .sort((a, b) => stop(a) - stop(b) || when(a) - when(b) || a.at.localeCompare(b.at));
}

const captionOf = (p: Photo): string =>
  [STOPS.find((s) => s.id === p.stop)?.name ?? p.stop, p.when ?? '', p.note ?? '', p.at.slice(0, 10)]
    .filter(Boolean)
    .join(', ');

function drawPhoto(doc: Doc, photo: Photo, bytes: Uint8Array, x: number, y: number): void {
  // Drawn into the frame as wide or as high as it goes: marks stand on the picture, not on the frame.
  const scale = Math.min(WIDTH / photo.width, HEIGHT / photo.height);
  const [width, height] = [photo.width * scale, photo.height * scale];
  try {
    doc.image(Buffer.from(bytes), x, y, { width, height });
  } catch {
    // One that is spoilt must not keep all the papers back.
    doc.lineWidth(0.7).rect(x, y, width, height).stroke(SOFT);
    say(doc, 'This photograph cannot be read.', x + 8, y + 18, TONES.small);
  }
  for (const m of Object.values(photo.marks ?? {})) {
    const [left, top] = [x + Math.max(0, m.x * width - 9), y + Math.max(0, m.y * height - 7)];
    doc.rect(left, top, widthOf(m.label, MARK) + 4, 14).fill('#a84a16');
    say(doc, m.label, left + 2, top + 10, MARK);
  }
  linesOf(captionOf(photo), TONES.small, WIDTH)
    .slice(0, 2)
    .forEach((line, i) => {
      say(doc, line, x, y + height + 11 + i * TONES.small.line, TONES.small);
    });
}

const altOf = (p: Photo): string => {
  const marks = Object.values(p.marks ?? {}).map((m) => m.label);
  return `Photograph, ${captionOf(p)}${marks.length > 0 ? `, marked: ${marks.join(', ')}` : ''}`;
};

export function pictureBlocks(job: Job, pictures: Pictures): Block[] {
  const wanted = onPaper(job, pictures);
  const rows: Photo[][] = [];
  for (let i = 0; i < wanted.length; i += 2) rows.push(wanted.slice(i, i + 2));
  return rows.map((row, i) => ({
    kind: 'drawing',
    ...(i === 0 ? { heading: 'Photographs' } : {}),
    height: HEIGHT + CAPTION,
    alt: row.map(altOf).join('. '),
    draw: (doc, x, y) => {
      row.forEach((p, k) => {
        const bytes = pictures[p.hash];
        if (bytes) drawPhoto(doc, p, bytes, x + k * (WIDTH + GAP), y);
      });
    },
  }));
}
