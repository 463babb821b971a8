/** The handover papers: the customer's page first, then the technical record. */
import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import { Document, renderToBuffer, Text, View } from '@react-pdf/renderer';
import { customerBlocks } from './customer';
import { Pages } from './pages';
import { css, registerFaces } from './parts';
import { recordBlocks } from './record';

const nameOf = (job: Job): string => [job.site.name, job.zone].filter(Boolean).join(', ') || 'Unnamed job';

/** Points that the head of a first page takes: a title, a line of names that may be long, a sentence. */
const CUSTOMER_HEAD = 80;
const RECORD_HEAD = 170;

export async function handoverPdf(job: Job, derived: Derived): Promise<Uint8Array> {
  registerFaces();
  const size = job.units === 'us' || job.survey.region === 'NA' ? 'LETTER' : 'A4';
  const { system, proof, shared } = derived;
  return renderToBuffer(
    <Document title={`Handover: ${nameOf(job)}`} creator="Augerset" producer="Augerset">
      <Pages
        size={size}
        sections={[
          {
            foot: `${nameOf(job).slice(0, 90)} · made with Augerset`,
            headHeight: CUSTOMER_HEAD,
            head: (
              <View>
                <Text style={css.title}>Your thermostat</Text>
                <Text style={css.sub}>
                  {nameOf(job)}
                  {job.site.customer ? ` · ${job.site.customer}` : ''}
                </Text>
              </View>
            ),
            blocks: customerBlocks(job, derived),
          },
          {
            foot: `${nameOf(job).slice(0, 90)} · technical record`,
            headHeight: RECORD_HEAD,
            head: (
              <View>
                <Text style={css.title}>Technical record</Text>
                <Text style={css.sub}>
                  {[
                    nameOf(job),
                    job.number ? `job ${job.number}` : '',
                    job.site.address ?? '',
                    shared.sheet?.name ?? 'no device',
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </Text>
                <Text style={{ fontSize: 12 }}>{system.sentence}</Text>
                <Text>
                  Proof: {proof.passed} of {proof.tests.length} shown, {proof.failed} wrong, {proof.skipped} skipped,{' '}
                  {proof.open} not done.
                  {proof.heldBy.length > 0 ? ` Not proved while this stands: ${proof.heldBy[0]}` : ''}
                </Text>
              </View>
            ),
            blocks: recordBlocks(job, derived),
          },
        ]}
      />
    </Document>,
  );
}
