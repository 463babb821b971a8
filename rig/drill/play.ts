/** A drill as its job keeps it, played again from its beginning: what stands now, and how it came out. */

import { derive } from '../../src/core/derive';
import { type Drill, type DrillResult, inOrder } from '../../src/core/drill/drill';
import { pointsOf } from '../../src/core/drill/score';
import type { Job } from '../../src/core/job/schema';
import { DrillBench, type DrillView } from './bench';
import { type BestPath, bestPath } from './best';
import { type DrillCaseMade, makeDrill } from './make';

export interface Played {
  made: DrillCaseMade;
  bench: DrillBench;
  view: DrillView;
  /** As it stood when the last of the faults that were found was named; as it stands now while none was. */
  whenFound: Pick<DrillView, 'readings' | 'minutes'>;
}

/** Of what was claimed, as much must have spoken for it. */
const BORNE = 0.5;

export async function playDrill(family: Job['family'], drill: Drill): Promise<Played> {
  const made = await makeDrill(family, drill.level, drill.seed);
  const bench = new DrillBench(made.job, made.faults, drill.seed);
  const found = new Set<number>();
  let whenFound: DrillView | null = null;
  for (const { act } of inOrder(drill)) {
    await bench.act(act);
    if (act.kind !== 'name' || act.is.every((i) => found.has(i))) continue;
    for (const i of act.is) found.add(i);
    whenFound = await bench.view();
  }
  const view = await bench.view();
  return { made, bench, view, whenFound: whenFound ?? view };
}

/** How it came out as it stands; the best order is worked out beside it. */
export async function resultOf(job: Job & { drill: Drill }): Promise<{ result: DrillResult; best: BestPath }> {
  const { made, view, whenFound } = await playDrill(job.family, job.drill);
  const best = await bestPath(made, job.drill.seed);
  const claims = inOrder(job.drill).flatMap(({ act }) => (act.kind === 'name' ? [act] : []));
  const found = new Set(claims.flatMap((c) => c.is));
  const { proof } = derive(job).shared;
  const allMended = made.faults.every((_f, i) => view.mended.includes(i));
  const result = {
    hidden: made.hidden,
    found: found.size,
    wrongClaims: claims.filter((c) => c.is.length === 0).length,
    unsupported: claims
      .filter((c) => c.probability < BORNE)
      .map((c) => `${c.name} (${Math.round(c.probability * 100)} %)`),
    unsafe: view.unsafe,
    proved: allMended && proof.failed === 0 && proof.open === 0 && proof.tests.length > 0,
    // What the finding took: proving it again takes what it takes.
    readings: whenFound.readings,
    minutes: whenFound.minutes,
    best: { readings: best.readings, minutes: best.minutes },
  };
  return { result: { ...result, points: pointsOf(result) }, best };
}
