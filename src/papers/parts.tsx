/** Pieces of the printed papers. Faces are registered once; the signs face holds what the others lack: Ω → ≤. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Font, StyleSheet, Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { sfntOf } from './sfnt';

const require = createRequire(join(process.cwd(), 'package.json'));
const faceFile = (pkg: string, file: string): string => {
  const woff = readFileSync(join(dirname(require.resolve(`${pkg}/package.json`)), 'files', file));
  return `data:font/ttf;base64,${sfntOf(woff).toString('base64')}`;
};

let registered = false;
export function registerFaces(): void {
  if (registered) return;
  registered = true;
  Font.register({
    family: 'Hyperlegible',
    fonts: [400, 700].map((fontWeight) => ({
      src: faceFile(
        '@fontsource/atkinson-hyperlegible-next',
        `atkinson-hyperlegible-next-latin-${fontWeight}-normal.woff`,
      ),
      fontWeight,
    })),
  });
  Font.register({
    family: 'PaperMono',
    fonts: [{ src: faceFile('@fontsource/dejavu-mono', 'dejavu-mono-latin-400-normal.woff') }],
  });
  Font.register({
    family: 'Signs',
    fonts: [{ src: faceFile('@fontsource/noto-sans-math', 'noto-sans-math-latin-400-normal.woff') }],
  });
  // Long ids and names break anywhere rather than run off the page.
  Font.registerHyphenationCallback((word) => (word.length > 24 ? (word.match(/.{1,24}/g) ?? [word]) : [word]));
}

export const css = StyleSheet.create({
  page: {
    fontFamily: ['Hyperlegible', 'Signs'],
    fontSize: 10.5,
    lineHeight: 1.35,
    color: '#1b2125',
    paddingHorizontal: 44,
    paddingTop: 40,
    paddingBottom: 52,
  },
  title: { fontSize: 21, fontWeight: 700, lineHeight: 1.3, marginBottom: 2 },
  sub: { color: '#555b5d', marginBottom: 12 },
  h2: { fontSize: 13, fontWeight: 700, marginTop: 14, marginBottom: 4 },
  row: { flexDirection: 'row', borderBottomWidth: 0.7, borderBottomColor: '#cfc9ba', paddingVertical: 3.5 },
  head: {
    flexDirection: 'row',
    borderBottomWidth: 1.2,
    borderBottomColor: '#1b2125',
    paddingVertical: 3,
    color: '#555b5d',
    fontSize: 9,
  },
  mono: { fontFamily: 'PaperMono', fontSize: 8.8 },
  box: { width: 11, height: 11, borderWidth: 1, borderColor: '#1b2125', marginRight: 8, marginTop: 2 },
  foot: {
    position: 'absolute',
    left: 44,
    right: 44,
    bottom: 26,
    fontSize: 8,
    color: '#555b5d',
    flexDirection: 'row',
    justifyContent: 'space-between',
  },
  soft: { color: '#555b5d' },
  wrong: { color: '#9b1c1c', fontWeight: 700 },
});

export interface Column {
  head: string;
  width: number;
  mono?: boolean;
}

export function Table({
  columns,
  rows,
}: {
  columns: readonly Column[];
  rows: readonly (readonly string[])[];
}): ReactNode {
  return (
    <View>
      <View style={css.head} fixed>
        {columns.map((c) => (
          <Text key={c.head} style={{ width: `${c.width}%`, paddingRight: 6 }}>
            {c.head}
          </Text>
        ))}
      </View>
      {rows.map((r, i) => (
        <View key={`${i}-${r[0]}`} style={css.row} wrap={false}>
          {columns.map((c, k) => (
            <Text key={c.head} style={[{ width: `${c.width}%`, paddingRight: 6 }, ...(c.mono ? [css.mono] : [])]}>
              {r[k] ?? ''}
            </Text>
          ))}
        </View>
      ))}
    </View>
  );
}

/** @param number as it stands in the foot; without one it is counted while laying out, which lays every page out twice */
export function Foot({ text, number }: { text: string; number?: string }): ReactNode {
  return (
    <View style={css.foot} fixed>
      <Text>{text}</Text>
      {number === undefined ? (
        <Text render={({ pageNumber, totalPages }) => `${pageNumber} / ${totalPages}`} />
      ) : (
        <Text>{number}</Text>
      )}
    </View>
  );
}
