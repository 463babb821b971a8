/** `augerset diagnose`: what is wrong by likelihood, what to measure next, and what the proof as written cannot show. */

import type { Command } from 'commander';
import { derive } from '../src/core/derive';
import { coverageOfJob, rankingOf } from '../src/core/evidence/of-job';
import type { Ranking } from '../src/core/evidence/ranked';
import { dangersOf } from '../src/core/safe/danger';
import { print, readJob } from './io';

/** Likelier than this is worth a line. */
const LEAST = 0.001;

const plain = (r: Ranking): object => ({
  ranked: r.ranked
    .filter((x) => x.probability >= LEAST)
    .map(({ hypothesis, probability, supports, against }) => ({
      id: hypothesis.id,
      name: hypothesis.name,
      probability,
      look: hypothesis.look,
      fix: hypothesis.fix,
      supports,
      against,
    })),
  noneOfThese: r.none,
  next: r.next && {
    measure: r.next.candidate.text,
    minutes: r.next.candidate.minutes,
    bits: r.next.bits,
    outcomes: r.next.outcomes,
  },
});

export function diagnoseCommand(program: Command): void {
  program
    .command('diagnose')
    .description('print what is wrong by likelihood, what to measure next, and what the proof cannot show')
    .argument('<job.json>')
    .action(async (file: string) => {
      const job = await readJob(file);
      const derived = derive(job);
      const ranking = rankingOf(job, derived);
      print({
        family: job.family,
        // Null: this family is not ranked yet, or nothing was read that a plan could be held against.
        // Beside a sign of danger nothing is measured: no next reading is named.
        ranking: ranking && plain(dangersOf(job).length > 0 ? { ...ranking, next: null } : ranking),
        coverage: coverageOfJob(job, derived),
        failed: derived.shared.proof.tests.filter((t) => t.verdict === 'fail').map((t) => t.id),
      });
    });
}
