/** A sheet of labels to print and cut: each folds round its conductor, the same on both faces. */
import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import type { ConductorLabel } from '@core/lowvoltage/labels';
import { insulation } from '@core/survey/colours.data';
import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { labelsOf } from './families';
import { css, Foot, registerFaces } from './parts';

export type SheetSize = 'A4' | 'LETTER';

/** Points: two columns of 84 × 20 mm, folded in the middle to 42 mm flags. */
const LABEL = { width: 238, height: 57 };

const faceOf = (l: ConductorLabel): ReactNode => (
  <View style={{ width: '50%', height: '100%', flexDirection: 'row', alignItems: 'center', paddingHorizontal: 6 }}>
    <Text style={{ fontSize: l.letter.length > 4 ? 13 : 21, fontWeight: 700, width: 46, lineHeight: 1.1 }}>
      {l.letter}
    </Text>
    <View style={{ flex: 1 }}>
      <View
        style={{
          height: 5,
          marginBottom: 3,
          backgroundColor: insulation(l.colour)?.fill ?? '#a89f90',
          borderWidth: 0.6,
          borderColor: '#1b2125',
        }}
      />
      <Text style={{ fontSize: 8.5, lineHeight: 1.2 }}>
        {l.colour}, {l.place}
      </Text>
      <Text style={{ fontSize: 8.5, fontWeight: 700, lineHeight: 1.2 }}>{l.goes}</Text>
    </View>
  </View>
);

export async function labelsPdf(job: Job, derived: Derived, size: SheetSize): Promise<Uint8Array> {
  registerFaces();
  const name = [job.site.name, job.zone].filter(Boolean).join(', ') || 'Unnamed job';
  const labels = labelsOf(job, derived);
  return renderToBuffer(
    <Document title={`Labels: ${name}`} language="en" creator="Augerset" producer="Augerset">
      <Page size={size} style={css.page}>
        <Text style={css.title}>Labels</Text>
        <Text style={css.sub}>
          {name}. Cut along the dashes, fold at the dots round the conductor, before it leaves its screw.
        </Text>
        {labels.length === 0 ? <Text>No conductors yet: land them in Survey.</Text> : null}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
          {labels.map((l) => (
            <View
              key={`${l.conductor}-${l.place}`}
              wrap={false}
              style={{
                width: LABEL.width,
                height: LABEL.height,
                margin: 5,
                flexDirection: 'row',
                borderWidth: 0.8,
                borderStyle: 'dashed',
                borderColor: '#555b5d',
              }}
            >
              {faceOf(l)}
              <View style={{ width: 0, borderLeftWidth: 0.8, borderStyle: 'dotted', borderColor: '#555b5d' }} />
              {faceOf(l)}
            </View>
          ))}
        </View>
        <Foot text={`${name} · labels`} />
      </Page>
    </Document>,
  );
}
