/** Jobs made, opened from a file, copied, put away: each with what went wrong, where something did. */
import { type JobListItem, Made, type Problem } from '@core/contract/listing';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { author } from '../../sync/author';
import { problemsOf } from './problems';

const MAX_FILE = 4_000_000;

export interface Making {
  busy: boolean;
  problems: readonly Problem[];
  start: (from: object) => Promise<void>;
  open: (chosen: File | undefined) => Promise<void>;
  putAway: (item: JobListItem) => Promise<void>;
}

/** @param changed the list is to be asked for again */
export function useMaking(changed: () => Promise<void>): Making {
  const router = useRouter();
  const [problems, setProblems] = useState<Problem[]>([]);
  const [busy, setBusy] = useState(false);
  const start = async (from: object): Promise<void> => {
    setBusy(true);
    setProblems([]);
    try {
      const response = await fetch('/api/jobs', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ by: author(), from }),
      });
      const answer: unknown = await response.json();
      const made = Made.safeParse(answer);
      if (made.success) router.push(`/jobs/${made.data.id}/arrive`);
      else setProblems(problemsOf(answer));
    } catch {
      setProblems([{ path: '', message: 'The server does not answer. Nothing was made.' }]);
    }
    setBusy(false);
  };
  const open = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    if (chosen.size > MAX_FILE) {
      setProblems([
        {
          path: chosen.name,
          message: `${(chosen.size / 1e6).toFixed(1)} MB; a job file has at most ${MAX_FILE / 1e6} MB. Nothing was taken.`,
        },
      ]);
      return;
    }
    await start({ kind: 'file', text: await chosen.text() });
  };
  const putAway = async (item: JobListItem): Promise<void> => {
    const at = new Date().toISOString();
    const operation = {
      id: `${item.id}-${Date.now().toString(36)}`,
      job: item.id,
      base: 0,
      at,
      by: author(),
      kind: 'edit',
      label: item.archived ? 'Take out again' : 'Put away',
      changes: [item.archived ? { path: ['archived'], from: true } : { path: ['archived'], to: true }],
    };
    try {
      const response = await fetch(`/api/jobs/${item.id}/ops`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ operations: [operation] }),
      });
      setProblems(response.ok ? [] : problemsOf(await response.json()));
    } catch {
      setProblems([{ path: item.site, message: 'The server does not answer. It stands where it was.' }]);
    }
    await changed();
  };
  return { busy, problems, start, open, putAway };
}
