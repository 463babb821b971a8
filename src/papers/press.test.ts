import { describe, expect, it } from 'vitest';
import { emptyJob } from '../core/job/schema';
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
});
