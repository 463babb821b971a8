/** Photographs on the papers: two in a row, before and after of one stop side by side, with the screws marked in them. */
import type { Photo } from '@core/job/photo';
import type { Job } from '@core/job/schema';
import { STOPS } from '@core/run';
import { Image, Text, View } from '@react-pdf/renderer';
import type { Block } from './pages';
import { css } from './parts';

/** By the hash of what they are. */
export type Pictures = Readonly<Record<string, Uint8Array>>;

const WIDTH = 240;
const HEIGHT = 172;
const CAPTION = 26;

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

function One({ photo, bytes }: { photo: Photo; bytes: Uint8Array }) {
  // Drawn into the frame as wide or as high as it goes: marks stand on the picture, not on the frame.
  const scale = Math.min(WIDTH / photo.width, HEIGHT / photo.height);
  const [width, height] = [photo.width * scale, photo.height * scale];
  return (
    <View style={{ width: WIDTH }}>
      <View style={{ width, height, position: 'relative' }}>
        <Image src={{ data: Buffer.from(bytes), format: 'jpg' }} style={{ width, height }} />
        {Object.entries(photo.marks ?? {}).map(([id, m]) => (
          <Text
            key={id}
            style={{
              position: 'absolute',
              left: Math.max(0, m.x * width - 9),
              top: Math.max(0, m.y * height - 7),
              fontSize: 9,
              padding: 2,
              color: '#ffffff',
              backgroundColor: '#a84a16',
            }}
          >
            {m.label}
          </Text>
        ))}
      </View>
      <Text style={[css.soft, { fontSize: 9, marginTop: 2 }]}>{captionOf(photo)}</Text>
    </View>
  );
}

export function pictureBlocks(job: Job, pictures: Pictures): Block[] {
  const wanted = onPaper(job, pictures);
  const rows: Photo[][] = [];
  for (let i = 0; i < wanted.length; i += 2) rows.push(wanted.slice(i, i + 2));
  return rows.map((row, i) => ({
    kind: 'drawing',
    ...(i === 0 ? { heading: 'Photographs' } : {}),
    height: HEIGHT + CAPTION,
    node: (
      <View style={{ flexDirection: 'row', gap: 18, height: HEIGHT + CAPTION }}>
        {row.map((p) => {
          const bytes = pictures[p.hash];
          return bytes ? <One key={p.hash} photo={p} bytes={bytes} /> : null;
        })}
      </View>
    ),
  }));
}
