'use client';

/** What is wrong, worked out in a worker whenever the job changes; the last answer stands until the next is there. */
import type { Ranking } from '@core/evidence/ranked';
import type { Job } from '@core/job/schema';
import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { EvidenceApi } from '../../workers/evidence.worker';

/** @param wanted nothing is worked out while nobody would read it */
export function useRanking(job: Job, wanted: boolean): Ranking | null {
  const [ranking, setRanking] = useState<Ranking | null>(null);
  const worker = useRef<{ worker: Worker; api: Comlink.Remote<EvidenceApi> } | null>(null);
  useEffect(
    () => () => {
      worker.current?.worker.terminate();
      worker.current = null;
    },
    [],
  );
  useEffect(() => {
    if (!wanted) {
      setRanking(null);
      return;
    }
    let current = true;
    if (!worker.current) {
      const made = new Worker(new URL('../../workers/evidence.worker.ts', import.meta.url));
      worker.current = { worker: made, api: Comlink.wrap<EvidenceApi>(made) };
    }
    // A job that changed meanwhile asks again: an answer to the one before is not shown.
    void worker.current.api.rank(job).then((r) => {
      if (current) setRanking(r);
    });
    return () => {
      current = false;
    };
  }, [job, wanted]);
  return wanted ? ranking : null;
}
