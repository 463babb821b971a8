import { describe, expect, it } from 'vitest';
import { demoJobs } from '../../demo/jobs';
import { derive } from '../core/derive';
import { emptyJob, type Job } from '../core/job/schema';
import { customerBlocks } from './customer';
import { handoverPdf, heads } from './handover';
import { labelsPdf } from './labels';
import { paged } from './pages';
import { sizeOf } from './paper-size';
import { recordBlocks } from './record';
import { worklistPdf } from './worklist';

const isPdf = (bytes: Uint8Array): boolean =>
  Buffer.from(bytes.subarray(0, 5)).toString() === '%PDF-' &&
  Buffer.from(bytes.subarray(-8)).toString().includes('%%EOF');

const pageCount = (pdf: Uint8Array): number =>
  Buffer.from(pdf)
    .toString('latin1')
    .match(/\/Type \/Page\b/g)?.length ?? 0;

/** As worked out beforehand. */
function plannedPages(job: Job): number {
  const d = derive(job);
  const size = sizeOf(job);
  const { customer, record } = heads(job, d, size);
  return (
    paged(customerBlocks(job, d), size, customer.height).length +
    paged(recordBlocks(job, d), size, record.height).length
  );
}

const town = await demoJobs();

describe('papers', () => {
  it.each(town)('are made for $id, in the state it is in', async ({ job }) => {
    const d = derive(job);
    const papers = await handoverPdf(job, d);
    expect(isPdf(papers)).toBe(true);
    // What was worked out to fit does fit: no page ran over into another.
    expect(pageCount(papers)).toBe(plannedPages(job));
    expect(isPdf(await worklistPdf(job, d))).toBe(true);
  });

  it.each(['A4', 'LETTER'] as const)('labels on %s', async (size) => {
    const station = town.find((t) => t.id === 'demo-station');
    for (const job of [station?.job ?? emptyJob(), emptyJob()])
      expect(isPdf(await labelsPdf(job, derive(job), size))).toBe(true);
  });

  it('are made for an empty job and for one with hostile and long names', async () => {
    const nasty: Job = {
      ...emptyJob(),
      zone: `Ω → ≤ ${'x'.repeat(180)}`,
      site: { name: '<script>alert(1)</script>', customer: '𝔘nusual “names” – and \u0000 bytes', address: 'ß Ж 漢' },
      handOver: { shown: {}, note: 'line\nline\n'.repeat(300) },
    };
    const wordy: Job = { ...emptyJob(), handOver: { shown: {}, note: 'word '.repeat(790) } };
    // Names as long as they may be: no head runs over its page.
    const named: Job = {
      ...emptyJob(),
      number: 'W'.repeat(200),
      zone: 'W'.repeat(200),
      site: { name: 'W'.repeat(200), customer: 'wide '.repeat(40), address: 'W'.repeat(200) },
      handOver: { shown: {}, note: 'W'.repeat(4000) },
    };
    for (const job of [emptyJob(), nasty, wordy, named]) {
      const papers = await handoverPdf(job, derive(job));
      expect(isPdf(papers)).toBe(true);
      expect(pageCount(papers)).toBe(plannedPages(job));
    }
  });
});
