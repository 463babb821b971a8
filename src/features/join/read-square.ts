'use client';

/** A square code out of a photograph: tried at two sizes, since a far one is small and a near one full of noise. */
const SIZES = [900, 1800] as const;

/** The text of the code; null where none is seen. Throws where the file is no picture. */
export async function readSquare(file: Blob): Promise<string | null> {
  const [picture, { default: jsQR }] = await Promise.all([createImageBitmap(file), import('jsqr')]);
  try {
    for (const size of SIZES) {
      const scale = Math.min(1, size / Math.max(picture.width, picture.height));
      const canvas = document.createElement('canvas');
      canvas.width = Math.max(1, Math.round(picture.width * scale));
      canvas.height = Math.max(1, Math.round(picture.height * scale));
      const pen = canvas.getContext('2d', { willReadFrequently: true });
      if (!pen) return null;
      pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
      const { data, width, height } = pen.getImageData(0, 0, canvas.width, canvas.height);
      const found = jsQR(data, width, height);
      if (found?.data) return found.data;
      if (scale === 1) return null;
    }
    return null;
  } finally {
    picture.close();
  }
}
