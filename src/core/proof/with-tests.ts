/** A proof with tests beside the family's own, and what it then leaves to be said. */
import type { Shared } from '../family/contract';
import { bySeverity } from '../findings/finding';
import type { Job } from '../job/schema';
import { blockersOf, proofFindings, SAID_OF_TESTS } from './proof-findings';
import { runProof, type TestPlan } from './proof-run';

/** As it was where there are no tests to add, or no proof to add them to. */
export function withTests(job: Job, shared: Shared, tests: readonly TestPlan[]): Shared {
  if (tests.length === 0 || shared.proof.tests.length === 0) return shared;
  const proof = runProof(job, [...shared.proof.tests, ...tests], blockersOf(shared.findings));
  // What the family itself says of a test stands.
  const others = shared.findings.filter((f) => !SAID_OF_TESTS.has(f.code));
  return { ...shared, proof, findings: [...others, ...proofFindings(proof, job.units)].sort(bySeverity) };
}
