/** Settings entered otherwise than the card says: the rig's own control acts on them, and the engine finds which. */
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../../demo/jobs';
import { proveOnWorld } from '../../rig/prove';
import { alike } from '../../rig/truth/alike';
import { clientFor } from '../../rig/world-client';
import { derive } from '../../src/core/derive';
import { coverageOfJob, rankingOf } from '../../src/core/evidence/of-job';
import type { Job } from '../../src/core/job/schema';

const town = await demoJobs();
/** Unproved, as it was wired. */
const bare = (id: string): Job => {
  const job = town.find((t) => t.id === id)?.job;
  if (!job) throw new Error(`no demo job ${id}`);
  const { seal: _seal, signature: _signature, ...rest } = job;
  return { ...rest, readings: {}, powerUp: {}, proof: { skipped: {} } };
};

describe.each(['demo-flat', 'demo-station', 'demo-icehouse', 'demo-tower', 'demo-sail'])('%s', (id) => {
  it('each is caught by the proof and named first, or reads as what is named; what is not caught is not claimed', async () => {
    const job = bare(id);
    const settings = (await clientFor(job, []).faults()).filter((f) => f.id.startsWith('set-'));
    expect(settings.length).toBeGreaterThan(1);
    for (const { id: fault } of settings) {
      const proved = await proveOnWorld(job, { faults: [fault], rig: clientFor(job, [fault]) });
      const derived = derive(proved);
      const ranking = rankingOf(proved, derived);
      const top = ranking?.ranked[0]?.hypothesis.id ?? '';
      if (derived.shared.proof.verdict === 'pass') {
        const missed = coverageOfJob(job, derive(job))?.missed.map((m) => m.id) ?? [];
        expect([fault, missed.includes(fault)]).toEqual([fault, true]);
        continue;
      }
      const named = top === fault || (ranking !== null && alike(ranking, fault, top, ranking.observed));
      expect([fault, top, named]).toEqual([fault, top, true]);
    }
  });
});
