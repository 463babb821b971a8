/** The work list on paper: steps to tick at the board and at the wall, with the terminal table. */

import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import { css, Foot, registerFaces, Table } from './parts';

export async function worklistPdf(job: Job, derived: Derived): Promise<Uint8Array> {
  registerFaces();
  const name = [job.site.name, job.zone].filter(Boolean).join(', ') || 'Unnamed job';
  const { wiring } = derived;
  const size = job.units === 'us' || job.survey.region === 'NA' ? 'LETTER' : 'A4';
  return renderToBuffer(
    <Document title={`Work list: ${name}`} creator="Augerset" producer="Augerset">
      <Page size={size} style={css.page}>
        <Text style={css.title}>Work list</Text>
        <Text style={css.sub}>
          {name} · {derived.sheet?.name ?? 'no device'}
        </Text>
        <Text>{derived.system.sentence} Isolate every supply and prove it dead before any conductor is touched.</Text>
        {wiring ? (
          <>
            {(['board', 'wall'] as const).map((place) => {
              const steps = wiring.steps.filter((s) => s.place === place);
              return steps.length > 0 ? (
                <View key={place}>
                  <Text style={css.h2}>At the {place}</Text>
                  {steps.map((s) => (
                    <View key={s.id} style={{ flexDirection: 'row', marginBottom: 5 }} wrap={false}>
                      <View style={[css.box, ...(job.connect.done[s.id] ? [{ backgroundColor: '#1b2125' }] : [])]} />
                      <Text style={{ fontSize: 11.5, flex: 1 }}>{s.what}</Text>
                    </View>
                  ))}
                </View>
              ) : null;
            })}
            <Text style={css.h2}>Old to new</Text>
            <Table
              columns={[
                { head: 'Conductor', width: 26 },
                { head: 'Old wall', width: 16, mono: true },
                { head: 'New wall', width: 18, mono: true },
                { head: 'Old board', width: 18, mono: true },
                { head: 'New board', width: 22, mono: true },
              ]}
              rows={wiring.rows.map((r) => [
                r.colour,
                r.oldWall ?? '–',
                r.newWall ?? 'capped',
                r.oldBoard ?? '–',
                r.newBoard ?? '–',
              ])}
            />
          </>
        ) : (
          <Text style={css.h2}>No plan yet: the survey, the device or its power is not settled.</Text>
        )}
        <Text style={css.h2}>Parts and tools</Text>
        {derived.parts.map((p) => (
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
