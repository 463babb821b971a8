/** Square codes looked for off the page's thread. */
import * as Comlink from 'comlink';
import jsQR from 'jsqr';

const api = {
  /** The text of a code in a picture of four bytes a dot; null where none is seen. */
  read: (data: Uint8ClampedArray, width: number, height: number): string | null =>
    jsQR(data, width, height)?.data || null,
};

export type SquareApi = typeof api;
Comlink.expose(api);
