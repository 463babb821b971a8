/** What a proof run leaves to be said: readings outside their band, too close to tell, tests skipped. */
import type { FindingCode } from '../findings/catalogue';
import { type Finding, finding } from '../findings/finding';
import { readingEvidence } from '../job/readings';
import type { Job } from '../job/schema';
import { bandText, type ProofRun, readText } from './proof-run';

/** What stands in the way of a proof: blockers of the stops before it. */
export const blockersOf = (findings: readonly Finding[]): string[] =>
  findings.filter((f) => f.severity === 'blocker' && f.stop !== 'proof').map((f) => f.message);

/** Codes of what is said of any test. */
export const SAID_OF_TESTS: ReadonlySet<FindingCode> = new Set(['proof.skipped', 'proof.failed', 'proof.inconclusive']);

/** What a proof run leaves to be said. */
export function proofFindings(proof: ProofRun, units: Job['units']): Finding[] {
  const findings: Finding[] = [];
  for (const t of proof.tests) {
    if (t.skipReason !== null && t.verdict === 'skipped')
      findings.push(finding('proof.skipped', { test: t.title, reason: t.skipReason }, [`test:${t.id}`], 'skipped'));
    for (const m of t.measures) {
      const last = m.readings[m.readings.length - 1];
      if (!last) continue;
      if (m.verdict === 'fail') {
        findings.push(
          finding(
            'proof.failed',
            {
              test: t.title,
              what: m.what,
              value: readText(m, last, units),
              predicted: bandText(m, units),
            },
            [`test:${t.id}`, ...(m.a ? [m.a] : []), ...(m.b ? [m.b] : [])],
            readingEvidence(last),
          ),
        );
      } else if (m.verdict === 'inconclusive') {
        findings.push(
          finding('proof.inconclusive', { test: t.title, what: m.what }, [`test:${t.id}`], readingEvidence(last)),
        );
      }
    }
  }
  return findings;
}
