'use client';

/** The house of a drill, in a worker: acts go to it one after another, and each stands in the job. */
import { type Drill, type DrillAct, inOrder } from '@core/drill/drill';
import type { Job } from '@core/job/schema';
import * as Comlink from 'comlink';
import { nanoid } from 'nanoid';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DrillApi } from '../../workers/drill.worker';
import { useJob } from '../shell/job-context';

type View = Awaited<ReturnType<DrillApi['view']>>;
type Outcome = Awaited<ReturnType<DrillApi['act']>>['outcome'];

export interface DrillHouse {
  view: View | null;
  /** What was said of the last act. */
  last: Outcome | null;
  busy: boolean;
  problem: string;
  act: (act: DrillAct) => Promise<Outcome | null>;
  api: () => Comlink.Remote<DrillApi>;
}

export function useDrill(drill: Drill): DrillHouse {
  const { job, change } = useJob();
  const [view, setView] = useState<View | null>(null);
  const [last, setLast] = useState<Outcome | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const worker = useRef<{ worker: Worker; api: Comlink.Remote<DrillApi> } | null>(null);
  const latest = useRef<Job>(job);
  latest.current = job;
  const api = useCallback((): Comlink.Remote<DrillApi> => {
    if (!worker.current) {
      const made = new Worker(new URL('../../workers/drill.worker.ts', import.meta.url));
      worker.current = { worker: made, api: Comlink.wrap<DrillApi>(made) };
    }
    return worker.current.api;
  }, []);
  useEffect(
    () => () => {
      worker.current?.worker.terminate();
      worker.current = null;
    },
    [],
  );
  const { family } = job;
  // Steps done on another screen, or taken back here, are followed.
  useEffect(() => {
    let current = true;
    void api()
      .view(family, drill)
      .then((v) => {
        if (current) setView(v);
      })
      .catch((e: unknown) => {
        if (current) setProblem(e instanceof Error ? e.message : 'The house does not answer.');
      });
    return () => {
      current = false;
    };
  }, [api, family, drill]);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const act = useCallback(
    (wanted: DrillAct): Promise<Outcome | null> => {
      const done = async (): Promise<Outcome | null> => {
        const now = latest.current.drill;
        if (!now || now.finished) return null;
        setBusy(true);
        try {
          const answer = await api().act(family, now, wanted);
          setView(answer.view);
          setLast(answer.outcome);
          const n = (inOrder(now).at(-1)?.n ?? -1) + 1;
          change(`Drill: ${answer.outcome.said}`, (j) =>
            j.drill ? { ...j, drill: { ...j.drill, steps: { ...j.drill.steps, [nanoid(8)]: { n, act: wanted } } } } : j,
          );
          return answer.outcome;
        } catch (e) {
          setProblem(e instanceof Error ? e.message : 'The house does not answer.');
          return null;
        } finally {
          setBusy(false);
        }
      };
      // One hand: the next act waits for the one before, and for the job to hold it.
      const next = queue.current.then(done).then(async (outcome) => {
        await new Promise((r) => setTimeout(r, 0));
        return outcome;
      });
      queue.current = next;
      return next;
    },
    [api, change, family],
  );
  return { view, last, busy, problem, act, api };
}
