/** What the proof of a 24 V job shows of single faults; a healthy circuit is never shown wrong. */
import { describe, expect, it } from 'vitest';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import type { Coverage } from '../evidence/coverage';
import { coverageOf } from '../evidence/coverage';
import { seenAs } from '../family/of';
import { ownOf } from '../family/registry';
import type { LowVoltageJob } from '../job/schema';
import { everyFault, lowVoltageEvidence } from './diagnose';
import type { LowVoltageDerived } from './family';
import type { Fault } from './faults/fault';

const JOBS = {
  'five wires': {
    device: 't24-five',
    survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
  },
  'a heat pump': {
    device: 'p9-pump',
    survey: { lines: 'r red, c blue, y yellow, g green, o orange, w white', equipment: { kind: 'heat-pump' } },
  },
} as const;
const proofCoverage = (job: LowVoltageJob, d: LowVoltageDerived, among?: readonly Fault[]): Coverage | null => {
  const e = lowVoltageEvidence(job, d, true, among);
  return e && coverageOf(e, d.proof, job.proof.skipped);
};
const none: Fault = { id: 'none', name: 'nothing', look: '', fix: '', prior: 1, about: [], apply: (i) => i };

describe.each(Object.entries(JOBS))('%s', (_name, value) => {
  const job = anyJob(value);
  const d = ownOf(derive(job), '24v');
  const seen = seenAs(job, '24v');

  it('a healthy circuit passes every test: the canary', () => {
    expect(proofCoverage(seen, d, [none])).toMatchObject({ reveals: 0, of: 1, missed: [{ id: 'none' }] });
  });

  it('most single faults show, and those that do not are named with what to look at', () => {
    const c = proofCoverage(seen, d);
    expect(c?.of).toBe(everyFault(seen, d).length);
    expect((c?.reveals ?? 0) / (c?.of ?? 1)).toBeGreaterThan(0.8);
    for (const m of [...(c?.missed ?? []), ...(c?.doubtful ?? [])]) expect(m.look.length).toBeGreaterThan(5);
  });

  it('with every test skipped nothing shows', () => {
    const skipped = anyJob({
      ...value,
      proof: { skipped: Object.fromEntries(d.proof.tests.map((t) => [t.id, 'no time today'])) },
    });
    const c = proofCoverage(seenAs(skipped, '24v'), ownOf(derive(skipped), '24v'));
    expect([c?.reveals, c?.missed.length]).toEqual([0, c?.of]);
  });
});
