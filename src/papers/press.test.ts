import { describe, expect, it } from 'vitest';
import { emptyJob, Job } from '../core/job/schema';
import { printed } from './press';

describe('the press', { timeout: 60_000 }, () => {
  it('makes papers beside this process, one after another, and forgets what nobody waits for', async () => {
    const control = new AbortController();
    const wanted = [printed('handover', emptyJob()), printed('labels', emptyJob(), 'LETTER')];
    const dropped = printed('worklist', emptyJob(), 'A4', control.signal);
    control.abort();
    // Nothing here waits for the work itself: the loop turns freely meanwhile.
    let turns = 0;
    const turning = setInterval(() => {
      turns += 1;
    }, 10);
    await expect(dropped).rejects.toThrow('No longer wanted');
    for (const pdf of await Promise.all(wanted)) expect(Buffer.from(pdf).subarray(0, 5).toString()).toBe('%PDF-');
    clearInterval(turning);
    expect(turns).toBeGreaterThan(20);
  });

  it('stops a long paper that nobody waits for, and goes on with the others', async () => {
    const at = '2026-03-01T09:00:00Z';
    const reading = {
      at,
      by: 'Ada',
      source: 'typed',
      quantity: 'ohms',
      value: 3,
      stop: 'survey',
      a: 'wall.R',
      b: 'wall.C',
    };
    const long = Job.parse({
      ...emptyJob(),
      readings: Object.fromEntries(Array.from({ length: 4000 }, (_, i) => [`r${i}`, reading])),
    });
    const control = new AbortController();
    const dropped = printed('handover', long, 'A4', control.signal);
    const next = printed('labels', emptyJob());
    setTimeout(() => control.abort(), 1500);
    await expect(dropped).rejects.toThrow('No longer wanted');
    expect(
      Buffer.from(await next)
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });
});
