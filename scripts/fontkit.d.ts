/** The part of the face library that the subset is cut with. */
declare module 'fontkit' {
  interface Glyph {
    id: number;
  }
  interface Subset {
    includeGlyph: (glyph: Glyph) => number;
    encode: () => Uint8Array;
  }
  interface Face {
    hasGlyphForCodePoint: (code: number) => boolean;
    glyphForCodePoint: (code: number) => Glyph;
    createSubset: () => Subset;
  }
  export function create(buffer: Uint8Array): Face;
}
