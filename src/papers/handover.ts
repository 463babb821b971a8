/** The handover papers: the customer's page first, then the technical record. */
import type { Derived } from '@core/derive';
import type { Job } from '@core/job/schema';
import { customerBlocks } from './customer';
import { sizeOf } from './paper-size';
import type { Pictures } from './pictures';
import { print, type Section } from './print';
import { recordBlocks } from './record';

/** A foot is one line beside the page's number, of the widest letters too. */
const FOOT_LETTERS = 45;

export const nameOf = (job: Job): string => [job.site.name, job.zone].filter(Boolean).join(', ') || 'Unnamed job';

export const footOf = (job: Job, what: string): string => {
  const name = nameOf(job);
  return `${name.length > FOOT_LETTERS ? `${name.slice(0, FOOT_LETTERS)}…` : name} · ${what}`;
};

/** The two sections, each with its title, whose it is and its blocks. */
export function handoverSections(job: Job, derived: Derived, pictures: Pictures = {}): Section[] {
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
  return [
    {
      foot: footOf(job, 'made with Augerset'),
      blocks: [
        {
          kind: 'lines',
          lines: [
            { text: 'Your thermostat', tone: 'title', after: 2 },
            { text: whose, tone: 'soft', after: 12 },
          ],
        },
        ...customerBlocks(job, derived),
      ],
    },
    {
      foot: footOf(job, 'technical record'),
      blocks: [
        {
          kind: 'lines',
          lines: [
            { text: 'Technical record', tone: 'title', after: 2 },
            { text: which, tone: 'soft', after: 12 },
            { text: sentence, tone: 'lead' },
            { text: shown },
          ],
        },
        ...recordBlocks(job, derived, pictures),
      ],
    },
  ];
}

export const handoverPdf = (job: Job, derived: Derived, pictures: Pictures = {}): Promise<Uint8Array> =>
  print(`Handover: ${nameOf(job)}`, sizeOf(job), handoverSections(job, derived, pictures));
