import { describe, expect, it } from 'vitest';
import { demoJobs } from '../../demo/jobs';
import { derive } from '../core/derive';
import { emptyJob, type Job } from '../core/job/schema';
import { customerBlocks } from './customer';
import { handoverPdf } from './handover';
import { labelsPdf } from './labels';
import { paged } from './pages';
import { recordBlocks } from './record';
import { worklistPdf } from './worklist';

const isPdf = (bytes: Uint8Array): boolean =>
  Buffer.from(bytes.subarray(0, 5)).toString() === '%PDF-' &&
  Buffer.from(bytes.subarray(-8)).toString().includes('%%EOF');

const town = await demoJobs();

describe('papers', () => {
  it.each(town)('are made for $id, in the state it is in', async ({ job }) => {
    const d = derive(job);
    const papers = await handoverPdf(job, d);
    expect(isPdf(papers)).toBe(true);
    // What was worked out to fit does fit: no page ran over into another.
    const size = job.units === 'us' || job.survey.region === 'NA' ? 'LETTER' : 'A4';
    const planned = paged(customerBlocks(job, d), size, 80).length + paged(recordBlocks(job, d), size, 170).length;
    expect(
      Buffer.from(papers)
        .toString('latin1')
        .match(/\/Type \/Page\b/g),
    ).toHaveLength(planned);
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
    for (const job of [emptyJob(), nasty, wordy]) expect(isPdf(await handoverPdf(job, derive(job)))).toBe(true);
  });
});
