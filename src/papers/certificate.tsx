/** A certificate: what was hidden in a drill, that it was found, mended and proved, and how well. */
import { isPassed, LEVEL_WORDS } from '@core/drill/drill';
import type { Job } from '@core/job/schema';
import { count, fixed, listed } from '@core/units/units';
import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import { sizeOf } from './paper-size';
import { css, Foot, registerFaces, Table } from './parts';

/** Throws a RangeError for a job that is no drill, or one that was not passed. */
export async function certificatePdf(job: Job): Promise<Uint8Array> {
  const { drill } = job;
  const result = drill?.finished?.result;
  if (!drill?.finished || !result || !isPassed(result))
    throw new RangeError('a certificate is for a drill that was passed');
  registerFaces();
  const person = drill.person || 'Name not given';
  const title = `Certificate: ${person}, drill ${drill.seed}`;
  return renderToBuffer(
    <Document title={title} language="en" creator="Augerset" producer="Augerset">
      <Page size={sizeOf(job)} style={css.page}>
        <Text style={css.title}>Certificate</Text>
        <Text style={css.sub}>
          {drill.class ? `${drill.class} · ` : ''}drill {drill.seed}, level {drill.level}: {LEVEL_WORDS[drill.level]}
        </Text>
        <View style={{ marginTop: 24, marginBottom: 18 }}>
          <Text style={{ fontSize: 24, lineHeight: 1.4 }}>{person}</Text>
          <Text style={{ marginTop: 6 }}>
            found {listed(result.hidden)} in a simulated house, mended it and proved the system again, with nothing
            unsafe on the way: {result.points} of 100 points, on {drill.finished.at.slice(0, 10)}.
          </Text>
        </View>
        <Table
          columns={[
            { head: '', width: 50 },
            { head: 'this drill', width: 25 },
            { head: 'best order', width: 25 },
          ]}
          rows={[
            ['readings until it was named', String(result.readings), String(result.best.readings)],
            ['minutes until then', fixed(result.minutes, 0), fixed(result.best.minutes, 0)],
            ['claims without support', String(result.unsupported.length), '0'],
            ['claims of what was not there', String(result.wrongClaims), '0'],
          ]}
        />
        <Text style={[css.soft, { marginTop: 10 }]}>
          Worked out of {count(Object.keys(drill.steps).length, 'step')} kept with the drill, which anybody can play
          again. A simulated house stands for practice and for no licence.
        </Text>
        <Foot text={title} />
      </Page>
    </Document>,
  );
}
