/** Signs at which everybody stops: whatever the family, whatever else is known, before any reading with the supply on. */
import type { Shared } from '../family/contract';
import { bySeverity, type Finding, finding } from '../findings/finding';
import { DANGER_WORDS, type Danger } from '../job/danger';
import type { Job } from '../job/schema';
import { blockersOf } from '../proof/proof-findings';
import { runProof } from '../proof/proof-run';

const ELECTRICAL =
  'Switch the breaker off first. Take no reading with the supply on. Call a licensed electrician before anything is switched on again.';
const INSTEAD: Readonly<Record<Danger, string>> = {
  'burning-smell': ELECTRICAL,
  'brown-marks': ELECTRICAL,
  sparks: ELECTRICAL,
  'gas-smell':
    'Touch no switch and no meter. Open the windows, take everybody outside, and call the gas emergency service from there.',
  'water-on-live': `Do not touch it. ${ELECTRICAL}`,
  shock: ELECTRICAL,
};

/** Signs of danger that were reported and still stand. */
export const dangersOf = (job: Pick<Job, 'arrive'>): readonly Danger[] => job.arrive.danger ?? [];

const dangerFindings = (job: Job): Finding[] =>
  dangersOf(job).map((d) =>
    finding('arrive.danger', { sign: DANGER_WORDS[d], instead: INSTEAD[d] }, ['arrive'], 'reported'),
  );

/** What every stop reads, with what stops everybody in front. Nothing is proved, and nothing live is asked for, beside it. */
export function withDanger(job: Job, shared: Shared): Shared {
  const findings = dangerFindings(job);
  if (findings.length === 0) return shared;
  const all = [...findings, ...shared.findings].sort(bySeverity);
  return { ...shared, findings: all, steps: [], proof: runProof(job, shared.proof.tests, blockersOf(all)) };
}
