/**
 * Papers are made beside the server, not in it: laying out a PDF takes a second or more of pure work, and every
 * other request would wait for it. One child process, started when first needed, made anew when it dies.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import type { Job } from '../core/job/schema';
import { home } from '../home';
import type { SheetSize } from './labels';

export interface ToPrint {
  id: number;
  paper: 'handover' | 'worklist' | 'labels' | 'certificate';
  job: Job;
  size: SheetSize;
  /** Photographs that the papers want, by their hash. */
  pictures?: Readonly<Record<string, Uint8Array>>;
}

export type Printed = { id: number; pdf: Uint8Array } | { id: number; problem: string } | { begun: number };

/** Longer than any job of documented size takes, queue included. */
const LONGEST_MS = 120_000;
const IDLE_MS = 300_000;

interface Waiting {
  wish: ToPrint;
  resolve: (pdf: Uint8Array) => void;
  reject: (error: Error) => void;
}

interface Press {
  child: ChildProcess;
  /** What is being made now. */
  begun: number | null;
  waiting: Map<number, Waiting>;
}

// Route bundles may load this module more than once in one process; they must share one press.
const holder = globalThis as typeof globalThis & { augersetPress?: Press | undefined };
let serial = 0;

/** In the place of a paper that was being made when it was no longer wanted. */
const DROPPED = -1;

function hand(to: Press, one: Waiting): void {
  to.child.channel?.ref();
  to.child.send(one.wish, (error) => {
    if (error) one.reject(error);
  });
}

function press(): Press {
  if (holder.augersetPress) return holder.augersetPress;
  // The program is run from source; the bundler must not look for it.
  const program = ['--import', 'tsx', join(home(), 'src', 'papers', 'press-child.ts')];
  const child = spawn(process.execPath, program, {
    cwd: home(),
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  const made: Press = { child, begun: null, waiting: new Map() };
  let idle: ReturnType<typeof setTimeout> | null = null;
  child.on('message', (answer: Printed) => {
    if ('begun' in answer) {
      made.begun = answer.begun;
      return;
    }
    made.begun = null;
    const one = made.waiting.get(answer.id);
    made.waiting.delete(answer.id);
    if ('pdf' in answer) one?.resolve(answer.pdf);
    else one?.reject(new Error(answer.problem));
    if (idle) clearTimeout(idle);
    if (made.waiting.size === 0) {
      child.channel?.unref();
      idle = setTimeout(() => child.disconnect(), IDLE_MS);
      idle.unref();
    }
  });
  const gone = (): void => {
    if (holder.augersetPress === made) holder.augersetPress = undefined;
    const left = [...made.waiting];
    made.waiting.clear();
    if (left.length === 0) return;
    // Ended for one that nobody waited for any more: the others go on in a new one.
    if (made.begun === DROPPED) {
      const next = press();
      for (const [id, one] of left) {
        next.waiting.set(id, one);
        hand(next, one);
      }
      return;
    }
    for (const [, { reject }] of left) reject(new Error('The press stopped. Ask again.'));
  };
  child.on('exit', gone);
  child.on('error', gone);
  // The server may end while the press idles.
  child.unref();
  child.channel?.unref();
  holder.augersetPress = made;
  return made;
}

/** @param signal ends the wait; a paper not begun is then not made */
export function printed(
  paper: ToPrint['paper'],
  job: Job,
  size: SheetSize = 'A4',
  signal?: AbortSignal,
  pictures?: ToPrint['pictures'],
): Promise<Uint8Array> {
  const to = press();
  serial += 1;
  const id = serial;
  const wish: ToPrint = { id, paper, job, size, ...(pictures ? { pictures } : {}) };
  return new Promise((resolve, reject) => {
    const forget = (why: string): void => {
      // It may have been handed to another press meanwhile.
      const at = to.waiting.has(id) ? to : holder.augersetPress;
      if (!at?.waiting.delete(id)) return;
      if (at.begun === id) {
        at.begun = DROPPED;
        at.child.kill('SIGKILL');
      } else if (at.child.connected) at.child.send({ forget: id });
      reject(new Error(why));
    };
    // It hangs: ended, so that the next paper has a press that works.
    const timer = setTimeout(() => forget('The paper took too long.'), LONGEST_MS);
    timer.unref();
    const settle =
      <T>(then: (value: T) => void) =>
      (value: T): void => {
        clearTimeout(timer);
        then(value);
      };
    const one: Waiting = { wish, resolve: settle(resolve), reject: settle(reject) };
    to.waiting.set(id, one);
    if (signal?.aborted) return forget('No longer wanted.');
    signal?.addEventListener('abort', () => forget('No longer wanted.'), { once: true });
    hand(to, one);
  });
}
