/** Tells whoever has a job open, in this process, that its journal grew. */
import { EventEmitter } from 'node:events';
import type { Entry } from './entry';

const holder = globalThis as typeof globalThis & { augersetLive?: EventEmitter };

function emitter(): EventEmitter {
  if (!holder.augersetLive) {
    holder.augersetLive = new EventEmitter();
    holder.augersetLive.setMaxListeners(0);
  }
  return holder.augersetLive;
}

export const announce = (job: string, entries: readonly Entry[]): void => {
  emitter().emit(job, entries);
};

/** Returns the function that stops listening. */
export function listen(job: string, onGrow: (entries: readonly Entry[]) => void): () => void {
  emitter().on(job, onGrow);
  return () => emitter().off(job, onGrow);
}
