'use client';

import { type Derived, derive } from '@core/derive';
import { isRegistered } from '@core/family/registry';
import type { Job, Reading } from '@core/job/schema';
import { nanoid } from 'nanoid';
/** The open job for every stop: its state, what is derived from it, and the ways to change it. */
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { author } from '../../sync/author';
import { JobSession, type Notice, type SessionState } from '../../sync/session';
import { loadFamily } from '../family-modules';

export interface JobApi {
  id: string;
  job: Job;
  derived: Derived;
  state: SessionState;
  sealed: boolean;
  /** One change of the job, in words and as a pure edit. False when nothing changed or it was refused. */
  change: (label: string, edit: (job: Job) => Job) => boolean;
  /** Adds a reading; the time and the author are filled in. */
  read: (label: string, reading: Omit<Reading, 'at' | 'by' | 'source'> & { source?: Reading['source'] }) => boolean;
  session: JobSession;
  /** What is lit on the drawings. */
  lit: ReadonlySet<string>;
  light: (refs: readonly string[]) => void;
}

const Context = createContext<JobApi | null>(null);

export function useJob(): JobApi {
  const api = useContext(Context);
  if (!api) throw new Error('useJob is used inside a JobProvider only');
  return api;
}

const EMPTY: SessionState = {
  job: null,
  connection: 'loading',
  waiting: 0,
  confirmedAt: null,
  undo: { undo: null, redo: null },
  notices: [],
  drafts: [],
};
const serverSnapshot = (): SessionState => EMPTY;

interface ProviderProps {
  id: string;
  children: ReactNode;
  /** Shown until the job is here, and when it is not to be had. */
  waiting: (state: SessionState) => ReactNode;
}

export function JobProvider({ id, children, waiting }: ProviderProps): ReactNode {
  const session = useMemo(() => new JobSession(id, author), [id]);
  const state = useSyncExternalStore(session.subscribe, session.snapshot, serverSnapshot);
  const [lit, setLit] = useState<ReadonlySet<string>>(new Set());
  const minute = useNow(30_000);
  useEffect(() => {
    void session.open();
    return () => session.close();
  }, [session]);
  const { job } = state;
  const family = job ? job.family : null;
  const [loaded, setLoaded] = useState(false);
  const ready = family ? loaded || isRegistered(family) : false;
  useEffect(() => {
    if (family) void loadFamily(family).then(() => setLoaded(true));
  }, [family]);
  const api = useMemo((): JobApi | null => {
    if (!job || !ready) return null;
    const change: JobApi['change'] = (label, edit) => session.change(label, edit, {});
    return {
      id,
      job,
      derived: derive(job, new Date(minute).toISOString()),
      state,
      sealed: job.seal !== undefined,
      change,
      read: (label, reading) =>
        change(label, (j) => ({
          ...j,
          readings: {
            ...j.readings,
            [nanoid(10)]: {
              source: 'typed',
              ...reading,
              at: new Date().toISOString(),
              by: author().name || author().client,
            },
          },
        })),
      session,
      lit,
      light: (refs) => setLit(new Set(refs)),
    };
  }, [id, job, state, session, lit, minute, ready]);
  return api ? <Context.Provider value={api}>{children}</Context.Provider> : waiting(state);
}

/** The time in milliseconds, refreshed every `every` ms. */
export function useNow(every: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}

export type { Notice };
