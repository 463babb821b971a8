/** Drills begun, a class from its file, and what was done before. */
import { type JobListItem, Listing, Made, Problems } from '@core/contract/listing';
import { type DrillCase, DrillClass } from '@core/drill/class-file';
import { DRILL_FORMAT, DRILL_VERSION, DrillLevel } from '@core/drill/drill';
import { parseJson } from '@core/job/bounds';
import * as Comlink from 'comlink';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { author } from '../../sync/author';
import type { DrillApi } from '../../workers/drill.worker';
import { FAMILIES } from '../families';

const CLASS_KEY = 'augerset.class';
export const LEVELS = [...DrillLevel.values];

export const chanceSeed = (): number => 1 + Math.floor(Math.random() * 9999);

function keptClass(): DrillClass | null {
  try {
    const kept = DrillClass.safeParse(JSON.parse(localStorage.getItem(CLASS_KEY) ?? 'null'));
    return kept.success ? kept.data : null;
  } catch {
    return null;
  }
}

function keepClass(group: DrillClass): void {
  try {
    localStorage.setItem(CLASS_KEY, JSON.stringify(group));
  } catch {
    // It stands on the page all the same.
  }
}

/** The house of a case, built off the page's thread. */
async function housed(wanted: DrillCase): Promise<object> {
  const worker = new Worker(new URL('../../workers/drill.worker.ts', import.meta.url));
  try {
    return await Comlink.wrap<DrillApi>(worker).make(wanted.family, wanted.level, wanted.seed);
  } finally {
    worker.terminate();
  }
}

/** The job of a drill, made by the server. @returns its id, or what is wrong */
async function made(wanted: DrillCase, person: string, of: string): Promise<{ id: string } | { problem: string }> {
  const job = {
    ...(await housed(wanted)),
    archived: true,
    number: `Drill ${wanted.seed}`,
    drill: {
      level: wanted.level,
      seed: wanted.seed,
      person,
      ...(of ? { class: of } : {}),
      startedAt: new Date().toISOString(),
    },
  };
  const response = await fetch('/api/jobs', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ by: author(), from: { kind: 'file', text: JSON.stringify(job) } }),
  });
  const answer: unknown = await response.json();
  const taken = Made.safeParse(answer);
  if (taken.success) return { id: taken.data.id };
  const said = Problems.safeParse(answer);
  return { problem: said.success ? said.data.problems.map((p) => p.message).join(' ') : 'The drill was not taken.' };
}

/** A class out of its file, or what is wrong with it and where. */
async function classIn(file: File): Promise<DrillClass | string> {
  let value: unknown;
  try {
    value = parseJson(await file.text());
  } catch {
    return `${file.name} is not JSON.`;
  }
  const read = DrillClass.safeParse(value);
  if (read.success) return read.data;
  const issue = read.error.issues[0];
  return `${file.name}, ${issue?.path.join('.') || 'at its top'}: ${issue?.message ?? 'not a class'}`;
}

/** A class of every family and level, each with a number of its own, as a file. */
export function saveNewClass(): void {
  const cases = LEVELS.flatMap((l) => FAMILIES.map((f) => ({ family: f.family, level: l, seed: chanceSeed() })));
  const group: DrillClass = { format: DRILL_FORMAT, version: DRILL_VERSION, name: 'A class of fifteen', cases };
  const url = URL.createObjectURL(new Blob([`${JSON.stringify(group, null, 2)}\n`], { type: 'application/json' }));
  const a = document.createElement('a');
  a.href = url;
  a.download = 'class.json';
  a.click();
  URL.revokeObjectURL(url);
}

export interface DrillsInHand {
  /** What is under way, in words; empty: nothing. */
  busy: string;
  problem: string;
  group: DrillClass | null;
  /** Null while it is looked up. */
  done: readonly JobListItem[] | null;
  begin: (wanted: DrillCase, person: string, of?: string) => Promise<void>;
  take: (file: File) => Promise<void>;
}

export function useDrills(): DrillsInHand {
  const router = useRouter();
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const [group, setGroup] = useState<DrillClass | null>(null);
  const [done, setDone] = useState<JobListItem[] | null>(null);
  const load = useCallback(async (): Promise<void> => {
    try {
      const response = await fetch('/api/jobs?drills=1&limit=200');
      const found = Listing.safeParse(await response.json());
      if (found.success) setDone(found.data.items);
    } catch {
      setProblem('The server does not answer: what was done before is not shown.');
    }
  }, []);
  useEffect(() => {
    setGroup(keptClass());
    void load();
  }, [load]);
  return {
    busy,
    problem,
    group,
    done,
    begin: async (wanted, person, of = '') => {
      setBusy(`The house of drill ${wanted.seed} is being built …`);
      setProblem('');
      try {
        const answer = await made(wanted, person, of);
        if ('id' in answer) {
          router.push(`/jobs/${answer.id}/proof`);
          return;
        }
        setProblem(answer.problem);
      } catch (e) {
        setProblem(e instanceof Error ? e.message : 'The drill could not be made.');
      }
      setBusy('');
    },
    take: async (file) => {
      const read = await classIn(file);
      setProblem(typeof read === 'string' ? read : '');
      if (typeof read === 'string') return;
      setGroup(read);
      keepClass(read);
    },
  };
}
