/** The part of the face library that papers are measured with, and the subset of signs is cut with. */
declare module 'fontkit' {
  interface Glyph {
    id: number;
  }
  interface Subset {
    includeGlyph: (glyph: Glyph) => number;
    encode: () => Uint8Array;
  }
  interface Face {
    unitsPerEm: number;
    hasGlyphForCodePoint: (code: number) => boolean;
    glyphForCodePoint: (code: number) => Glyph;
    /** Advance in the face's own units, kerning included. */
    layout: (text: string) => { advanceWidth: number };
    createSubset: () => Subset;
  }
  export function create(buffer: Uint8Array): Face;
}
