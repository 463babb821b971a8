import { describe, expect, it } from 'vitest';
import { demoJobs } from '../../demo/jobs';
import { derive } from '../core/derive';
import { emptyJob, type Job } from '../core/job/schema';
import { handoverPdf } from './handover';
import { labelsPdf } from './labels';
import { worklistPdf } from './worklist';

const isPdf = (bytes: Uint8Array): boolean =>
  Buffer.from(bytes.subarray(0, 5)).toString() === '%PDF-' &&
  Buffer.from(bytes.subarray(-8)).toString().includes('%%EOF');

describe('papers', () => {
  it('are made for every job of the demo town, in every state', async () => {
    for (const { id, job } of await demoJobs()) {
      expect([id, isPdf(await handoverPdf(job, derive(job)))]).toEqual([id, true]);
      expect([id, isPdf(await worklistPdf(job, derive(job)))]).toEqual([id, true]);
      for (const size of ['A4', 'LETTER'] as const)
        expect([id, size, isPdf(await labelsPdf(job, derive(job), size))]).toEqual([id, size, true]);
    }
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
