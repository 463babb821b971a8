/** The handover papers: the customer's page first, then the technical record. */
import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import { Document, renderToBuffer, Text, View } from '@react-pdf/renderer';
import { customerBlocks } from './customer';
import { type PageSize, Pages, paragraphHeight } from './pages';
import { sizeOf } from './paper-size';
import { css, registerFaces } from './parts';
import type { Pictures } from './pictures';
import { recordBlocks } from './record';

const nameOf = (job: Job): string => [job.site.name, job.zone].filter(Boolean).join(', ') || 'Unnamed job';

/** A title and the air round it. */
const TITLE = 46;
const SENTENCE = 12;

/** Heads of the two sections: their texts, and the points they take, however long the names are. */
export function heads(job: Job, derived: Derived, size: PageSize): { customer: Head; record: Head } {
  const { shared } = derived;
  const { proof, sentence } = shared;
  const whose = [nameOf(job), job.site.customer].filter(Boolean).join(' · ');
  const which = [
    nameOf(job),
    job.number ? `job ${job.number}` : '',
    job.site.address ?? '',
    shared.sheet?.name ?? 'no device',
  ]
    .filter(Boolean)
    .join(' · ');
  const shown = `Proof: ${proof.passed} of ${proof.tests.length} shown, ${proof.failed} wrong, ${proof.skipped} skipped, ${proof.open} not done.${
    proof.heldBy.length > 0 ? ` Not proved while this stands: ${proof.heldBy[0]}` : ''
  }`;
  return {
    customer: { height: TITLE + paragraphHeight(whose, size), lines: [whose] },
    record: {
      height:
        TITLE + paragraphHeight(which, size) + paragraphHeight(sentence, size, SENTENCE) + paragraphHeight(shown, size),
      lines: [which, sentence, shown],
    },
  };
}

interface Head {
  height: number;
  lines: string[];
}

export async function handoverPdf(job: Job, derived: Derived, pictures: Pictures = {}): Promise<Uint8Array> {
  registerFaces();
  const size = sizeOf(job);
  const { customer, record } = heads(job, derived, size);
  const [which, sentence, shown] = record.lines;
  return renderToBuffer(
    <Document title={`Handover: ${nameOf(job)}`} language="en" creator="Augerset" producer="Augerset">
      <Pages
        size={size}
        sections={[
          {
            foot: `${nameOf(job).slice(0, 90)} · made with Augerset`,
            headHeight: customer.height,
            head: (
              <View>
                <Text style={css.title}>Your thermostat</Text>
                <Text style={css.sub}>{customer.lines[0]}</Text>
              </View>
            ),
            blocks: customerBlocks(job, derived),
          },
          {
            foot: `${nameOf(job).slice(0, 90)} · technical record`,
            headHeight: record.height,
            head: (
              <View>
                <Text style={css.title}>Technical record</Text>
                <Text style={css.sub}>{which}</Text>
                <Text style={{ fontSize: SENTENCE }}>{sentence}</Text>
                <Text>{shown}</Text>
              </View>
            ),
            blocks: recordBlocks(job, derived, pictures),
          },
        ]}
      />
    </Document>,
  );
}
