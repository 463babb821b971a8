/** The press itself: a process of its own that makes papers one after another. Started by `press.ts`. */
import '../core/family/all';
import { derive } from '../core/derive';
import { certificatePdf } from './certificate';
import { handoverPdf } from './handover';
import { labelsPdf } from './labels';
import type { Printed, ToPrint } from './press';
import { worklistPdf } from './worklist';

let turn: Promise<void> = Promise.resolve();
const given = new Set<number>();

async function print({ paper, job, size, pictures }: ToPrint): Promise<Uint8Array> {
  if (paper === 'certificate') return certificatePdf(job);
  const derived = derive(job);
  if (paper === 'labels') return labelsPdf(job, derived, size);
  return paper === 'handover' ? handoverPdf(job, derived, pictures) : worklistPdf(job, derived);
}

process.on('message', (message: ToPrint | { forget: number }) => {
  if ('forget' in message) {
    given.delete(message.forget);
    return;
  }
  given.add(message.id);
  turn = turn.then(async () => {
    // Forgotten while it waited: whoever asked has gone.
    if (!given.delete(message.id)) return;
    process.send?.({ begun: message.id } satisfies Printed, undefined, undefined, () => undefined);
    const answer: Printed = await print(message).then(
      (pdf) => ({ id: message.id, pdf }),
      (error: unknown) => ({ id: message.id, problem: error instanceof Error ? error.message : String(error) }),
    );
    // The server may be gone by now; then there is nobody to tell.
    process.send?.(answer, undefined, undefined, () => undefined);
  });
});
process.on('disconnect', () => process.exit(0));
