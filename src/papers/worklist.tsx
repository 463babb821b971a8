/** The work list on paper: steps to tick at the board and at the wall, with the terminal table. */

import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import { workTables } from './families';
import { sizeOf } from './paper-size';
import { css, Foot, registerFaces, Table } from './parts';

export async function worklistPdf(job: Job, derived: Derived): Promise<Uint8Array> {
  registerFaces();
  const name = [job.site.name, job.zone].filter(Boolean).join(', ') || 'Unnamed job';
  const { shared } = derived;
  const size = sizeOf(job);
  const places = [...new Set(shared.steps.map((x) => x.place ?? ''))];
  return renderToBuffer(
    <Document title={`Work list: ${name}`} language="en" creator="Augerset" producer="Augerset">
      <Page size={size} style={css.page}>
        <Text style={css.title}>Work list</Text>
        <Text style={css.sub}>
          {name} · {shared.sheet?.name ?? 'no device'}
        </Text>
        <Text>{shared.sentence} Isolate every supply and prove it dead before any conductor is touched.</Text>
        {shared.steps.length > 0 ? (
          <>
            {places.map((place) => (
              <View key={place}>
                <Text style={css.h2}>{place === '' ? 'In this order' : `At the ${place}`}</Text>
                {shared.steps
                  .filter((x) => (x.place ?? '') === place)
                  .map((x) => (
                    <View key={x.id} style={{ flexDirection: 'row', marginBottom: 5 }} wrap={false}>
                      <View style={[css.box, ...(job.connect.done[x.id] ? [{ backgroundColor: '#1b2125' }] : [])]} />
                      <Text style={{ fontSize: 11.5, flex: 1 }}>{x.what}</Text>
                    </View>
                  ))}
              </View>
            ))}
            {workTables(derived).map((t) =>
              t.kind === 'table' ? (
                <View key={t.heading}>
                  <Text style={css.h2}>{t.heading}</Text>
                  <Table columns={t.columns} rows={t.rows} />
                </View>
              ) : null,
            )}
          </>
        ) : (
          <Text style={css.h2}>No plan yet: the survey, the device or its power is not settled.</Text>
        )}
        <Text style={css.h2}>Parts and tools</Text>
        {shared.kit.map((p) => (
          <View key={p.id} style={{ flexDirection: 'row', marginBottom: 3 }}>
            <View style={[css.box, ...(job.arrive.packed[p.id] ? [{ backgroundColor: '#1b2125' }] : [])]} />
            <Text style={{ flex: 1 }}>
              {p.name} <Text style={css.soft}>({p.why})</Text>
            </Text>
          </View>
        ))}
        <Foot text={`${name} · work list`} />
      </Page>
    </Document>,
  );
}
