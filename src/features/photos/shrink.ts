/** A picture made small and plain: drawn again, it carries nothing of what the camera said beside it. */

export interface Shrunk {
  bytes: Uint8Array<ArrayBuffer>;
  hash: string;
  width: number;
  height: number;
}

/** Longest side, px: a terminal's letter is still read. */
const LONGEST = 1600;
const QUALITY = 0.82;

/** Throws an Error in words where the file is no picture. */
export async function shrink(file: Blob): Promise<Shrunk> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new Error('It is no picture that this browser can read.');
  }
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const width = Math.max(1, Math.round(picture.width * scale));
  const height = Math.max(1, Math.round(picture.height * scale));
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')?.drawImage(picture, 0, 0, width, height);
  picture.close();
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY));
  if (!blob) throw new Error('It could not be drawn again.');
  const bytes = new Uint8Array(await blob.arrayBuffer());
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  const hash = Array.from(digest, (b) => b.toString(16).padStart(2, '0')).join('');
  return { bytes, hash, width, height };
}
