/** What is wrong with a job, off the page's thread: hundreds of circuits are solved for it. */
import '../core/family/all';
import * as Comlink from 'comlink';
import { derive } from '../core/derive';
import { rankingOf } from '../core/evidence/of-job';
import type { Ranking } from '../core/evidence/ranked';
import type { Job } from '../core/job/schema';

/** Of the list, as many as anybody reads. */
const SHOWN = 12;

const api = {
  /** What each hypothesis predicts stays here: it is large, and nobody reads it. */
  rank(job: Job): Ranking | null {
    const ranking = rankingOf(job, derive(job));
    return (
      ranking && {
        ...ranking,
        ranked: ranking.ranked.slice(0, SHOWN).map(({ hypothesis: { worse: _w, ...hypothesis }, ...r }) => ({
          ...r,
          hypothesis: { ...hypothesis, predicts: new Map() },
        })),
      }
    );
  },
};

export type EvidenceApi = typeof api;
Comlink.expose(api);
