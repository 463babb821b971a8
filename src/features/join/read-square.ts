'use client';

/** A square code out of a photograph or of what the camera sees; looked for in a worker. */
import * as Comlink from 'comlink';
import type { SquareApi } from '../../workers/square.worker';

/** A photograph is tried at two sizes, since a far code is small and a near one full of noise. */
const SIZES = [900, 1800] as const;
const FRAME = 640;
/** Between two looks at what the camera sees, ms. */
const LOOK_MS = 150;

async function withReader<T>(work: (read: Comlink.Remote<SquareApi>['read']) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('../../workers/square.worker.ts', import.meta.url));
  try {
    return await work(Comlink.wrap<SquareApi>(worker).read);
  } finally {
    worker.terminate();
  }
}

interface Seen {
  source: CanvasImageSource;
  width: number;
  height: number;
}

/** The dots of a picture, no side longer than asked. */
function dotsOf({ source, width, height }: Seen, longest: number): ImageData | null {
  const scale = Math.min(1, longest / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  pen?.drawImage(source, 0, 0, canvas.width, canvas.height);
  return pen?.getImageData(0, 0, canvas.width, canvas.height) ?? null;
}

/** The text of the code; null where none is seen. Throws where the file is no picture. */
export async function readSquare(file: Blob): Promise<string | null> {
  const picture = await createImageBitmap(file);
  try {
    return await withReader(async (read) => {
      for (const size of SIZES) {
        const dots = dotsOf({ source: picture, width: picture.width, height: picture.height }, size);
        const found = dots && (await read(dots.data, dots.width, dots.height));
        if (found) return found;
        if (size >= Math.max(picture.width, picture.height)) break;
      }
      return null;
    });
  } finally {
    picture.close();
  }
}

/** Looks at a running camera again and again until a code is seen; null once it is told to leave off. */
export const watchFor = (video: HTMLVideoElement, signal: AbortSignal): Promise<string | null> =>
  withReader(async (read) => {
    while (!signal.aborted) {
      const { videoWidth: width, videoHeight: height } = video;
      const dots = width > 0 ? dotsOf({ source: video, width, height }, FRAME) : null;
      const found = dots && (await read(dots.data, dots.width, dots.height));
      if (found && !signal.aborted) return found;
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    }
    return null;
  });
