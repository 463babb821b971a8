import { describe, expect, it } from 'vitest';
import { proveOnWorld } from '../../../rig/prove';
import { FIVE_WIRES, landed } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { rankingOf } from '../evidence/of-job';
import { readJobValue } from '../job/file';
import type { Job } from '../job/schema';

const broken = await proveOnWorld(landed(FIVE_WIRES), { faults: ['unseated-wall-k3'] });
const failed = (job: Job): string[] =>
  derive(job)
    .shared.proof.tests.filter((t) => t.verdict === 'fail')
    .map((t) => t.id);
const mended = (tests: string[], at = '2026-03-01T23:00:00.000Z'): Job => ({
  ...broken,
  proof: { ...broken.proof, mended: { m1: { at, by: 'x', what: 'yellow not seated', tests } } },
});

describe('after something was mended', () => {
  const shownBy = rankingOf(broken, derive(broken))?.ranked.find(
    (r) => r.hypothesis.id === 'unseated-wall-k3',
  )?.shownBy;
  const tests = [...new Set([...(shownBy ?? []), ...failed(broken)])];
  it('the ranking says which tests would show it', () => {
    expect(failed(broken)).toContain('cool1');
    expect(shownBy).toEqual(['detection', 'cool1']);
  });
  it('what was read before is kept, and those tests are open again; the others stand', () => {
    const after = mended(tests);
    const before = derive(broken).shared.proof.tests;
    for (const t of derive(after).shared.proof.tests)
      expect([t.id, t.verdict]).toEqual([
        t.id,
        tests.includes(t.id) ? 'open' : before.find((x) => x.id === t.id)?.verdict,
      ]);
    expect(Object.keys(after.readings)).toEqual(Object.keys(broken.readings));
    // Nothing that stands speaks of a fault any more.
    expect(rankingOf(after, derive(after))).toBeNull();
  });
  it('read again in a house that is well, it is proved', async () => {
    const again = await proveOnWorld(mended(tests), { startAt: '2026-03-02T09:00:00.000Z' });
    expect(derive(again).shared.proof.failed).toBe(0);
  });
  it('read again and still wrong, it is wrong', async () => {
    const again = await proveOnWorld(mended(tests), {
      faults: ['unseated-wall-k3'],
      startAt: '2026-03-02T09:00:00.000Z',
    });
    expect(failed(again)).toEqual(failed(broken));
  });
  it('is a part of the file', () => {
    const read = readJobValue(JSON.parse(JSON.stringify(mended(tests))));
    expect(read.ok && read.job.proof.mended?.m1?.tests).toEqual(tests);
  });
});
