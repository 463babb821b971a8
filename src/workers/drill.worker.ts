/** The house of a drill, at work in the browser: the rig's own world, asked by what is done in it. */
import '../core/family/all';
import * as Comlink from 'comlink';
import { likely, type Nameable, nameable } from '../../rig/drill/answers';
import type { DrillOutcome, DrillView } from '../../rig/drill/bench';
import type { BestPath } from '../../rig/drill/best';
import { makeDrill } from '../../rig/drill/make';
import { type Played, playDrill, resultOf } from '../../rig/drill/play';
import { type Drill, type DrillAct, type DrillLevel, type DrillResult, inOrder } from '../core/drill/drill';
import type { Family, Job } from '../core/job/schema';

let at: { key: string; played: Played; done: number } | null = null;

/** The house as its steps have left it: what was done already is not done twice. */
async function played(family: Family, drill: Drill): Promise<Played> {
  const steps = inOrder(drill);
  const key = `${family} ${drill.level} ${drill.seed} ${drill.startedAt}`;
  if (at?.key !== key || at.done > steps.length) {
    at = { key, played: await playDrill(family, drill), done: steps.length };
    return at.played;
  }
  const held = at;
  for (const { act } of steps.slice(held.done)) {
    held.done += 1;
    await held.played.bench.act(act);
  }
  return held.played;
}

const api = {
  async make(family: Family, level: DrillLevel, seed: number): Promise<Job> {
    return (await makeDrill(family, level, seed)).job;
  },
  async view(family: Family, drill: Drill): Promise<DrillView> {
    return (await played(family, drill)).bench.view();
  },
  /** Done in the house; the step itself is kept in the job by whoever asked. */
  async act(family: Family, drill: Drill, act: DrillAct): Promise<{ outcome: DrillOutcome; view: DrillView }> {
    const { bench } = await played(family, drill);
    const outcome = await bench.act(act);
    if (at) at.done += 1;
    return { outcome, view: await bench.view() };
  },
  names(job: Job): Nameable[] {
    return nameable(job);
  },
  /** How likely the readings make a name, and which of the hidden faults it is. */
  async judge(job: Job & { drill: Drill }, hypothesis: string): Promise<{ probability: number; is: number[] }> {
    const { made } = await played(job.family, job.drill);
    return {
      probability: likely(job, hypothesis),
      is: made.answers.flatMap((a, i) => (a.includes(hypothesis) ? [i] : [])),
    };
  },
  result(job: Job & { drill: Drill }): Promise<{ result: DrillResult; best: BestPath }> {
    return resultOf(job);
  },
};

export type DrillApi = typeof api;
Comlink.expose(api);
