'use client';

/** The worker that works out a house's year, as the page sees it: started when idle, kept, told to leave off. */
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { HouseApi } from '../../workers/house.worker';

/** How far it is. Read by the bar alone, so that nothing else is drawn again at every step. */
export class Share {
  private value = 0;
  private readonly heard = new Set<() => void>();
  readonly get = (): number => this.value;
  readonly set = (value: number): void => {
    this.value = value;
    for (const hear of this.heard) hear();
  };
  readonly subscribe = (hear: () => void): (() => void) => {
    this.heard.add(hear);
    return () => this.heard.delete(hear);
  };
}

export const useShare = (share: Share): number => useSyncExternalStore(share.subscribe, share.get, share.get);

/** Runs when the page has nothing to do; the way back forgets it. */
export function whenIdle(run: () => void): () => void {
  const idle = window.requestIdleCallback ?? ((then: () => void) => window.setTimeout(then, 1500));
  const turn = idle(run);
  return () => (window.cancelIdleCallback ?? window.clearTimeout)(turn);
}

interface Held {
  worker: Worker;
  api: Comlink.Remote<HouseApi>;
}

export interface HouseWorker {
  working: boolean;
  share: Share;
  /** What went wrong, or what the last work had to say. */
  said: string;
  say: (words: string) => void;
  /** Something long in the worker; null when it was left off or went wrong, which is said. */
  run: <T>(work: (api: Comlink.Remote<HouseApi>) => Promise<T | null>) => Promise<T | null>;
  /** Something long elsewhere, under the same bar. */
  during: <T>(work: () => Promise<T>) => Promise<T>;
  leaveOff: () => void;
}

export function useHouseWorker(): HouseWorker {
  const held = useRef<Held | null>(null);
  const [share] = useState(() => new Share());
  const [working, setWorking] = useState(false);
  const [said, say] = useState('');
  const worker = useCallback((): Held => {
    if (held.current) return held.current;
    const made = new Worker(new URL('../../workers/house.worker.ts', import.meta.url));
    held.current = { worker: made, api: Comlink.wrap<HouseApi>(made) };
    return held.current;
  }, []);
  const end = useCallback((): void => {
    held.current?.worker.terminate();
    held.current = null;
  }, []);
  useEffect(() => {
    const forget = whenIdle(() => void worker());
    return () => {
      forget();
      end();
    };
  }, [worker, end]);
  const during = useCallback(
    async <T>(work: () => Promise<T>): Promise<T> => {
      say('');
      share.set(0);
      setWorking(true);
      try {
        return await work();
      } finally {
        setWorking(false);
      }
    },
    [share],
  );
  const run: HouseWorker['run'] = async (work) => {
    try {
      const result = await during(() => work(worker().api));
      if (!result) say('Left off.');
      return result;
    } catch (error) {
      // Whatever state it is in now, the next work has one of its own.
      end();
      say(`It could not be worked out: ${error instanceof Error ? error.message : 'no reason given'}`);
      return null;
    }
  };
  return { working, share, said, say, run, during, leaveOff: () => void held.current?.api.stop() };
}
