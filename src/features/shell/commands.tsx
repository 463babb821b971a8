'use client';

import { STOPS } from '@core/run';
/** Command search: every stop and every action by name. Opens with "/" or Ctrl K. */
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import type { Command } from './command-dialog';
import { useJob } from './job-context';
import { toggleScheme } from './scheme';

/** Fetched when it is first opened. */
const CommandDialog = dynamic(() => import('./command-dialog').then((m) => m.CommandDialog), { ssr: false });

/** Keys typed into a field belong to the field. */
const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

export function Commands(): ReactNode {
  const { id, session, state } = useJob();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const commands = useMemo(
    (): Command[] => [
      ...STOPS.map((s, i) => ({
        id: s.id,
        name: `Go to ${s.name}`,
        keys: `g ${(i + 1) % 10}`,
        run: () => router.push(`/jobs/${id}/${s.id}`),
      })),
      {
        id: 'undo',
        name: state.undo.undo ? `Undo: ${state.undo.undo.label}` : 'Undo',
        keys: 'Ctrl Z',
        run: () => session.undo(),
      },
      {
        id: 'redo',
        name: state.undo.redo ? `Redo: ${state.undo.redo.label}` : 'Redo',
        keys: 'Ctrl Y',
        run: () => session.redo(),
      },
      { id: 'jobs', name: 'All jobs', keys: 'g j', run: () => router.push('/') },
      {
        id: 'journal',
        name: 'Journal: who changed what, and when',
        keys: 'g l',
        run: () => router.push(`/jobs/${id}/journal`),
      },
      { id: 'scheme', name: 'Light or dark', keys: 'g d', run: toggleScheme },
      {
        id: 'json',
        name: 'Save the job as a file (JSON)',
        run: () => window.location.assign(`/api/jobs/${id}/export`),
      },
      {
        id: 'haystack',
        name: 'Save the readings as a Haystack history (JSON)',
        run: () => window.location.assign(`/api/jobs/${id}/haystack?grid=history`),
      },
      {
        id: 'masked',
        name: 'Save a masked copy (JSON)',
        run: () => window.location.assign(`/api/jobs/${id}/export?masked=1`),
      },
      { id: 'worklist', name: 'Work list for printing (PDF)', run: () => void window.open(`/api/jobs/${id}/worklist`) },
      { id: 'handover', name: 'Handover papers (PDF)', run: () => void window.open(`/api/jobs/${id}/handover`) },
    ],
    [id, router, session, state.undo],
  );
  // Kept outside the effect: the commands may change between the two keys of a shortcut.
  const leader = useRef(false);
  useEffect(() => {
    const onKey = (e: globalThis.KeyboardEvent): void => {
      const mod = e.ctrlKey || e.metaKey;
      if (mod && e.key.toLowerCase() === 'k') {
        e.preventDefault();
        setOpen(true);
      } else if (mod && !inField(e.target) && e.key.toLowerCase() === 'z') {
        e.preventDefault();
        if (e.shiftKey) session.redo();
        else session.undo();
      } else if (mod && !inField(e.target) && e.key.toLowerCase() === 'y') {
        e.preventDefault();
        session.redo();
      } else if (!mod && !e.altKey && !inField(e.target)) {
        if (e.key === '/') {
          e.preventDefault();
          setOpen(true);
        } else if (leader.current) {
          const command = commands.find((c) => c.keys === `g ${e.key}`);
          if (command) {
            e.preventDefault();
            command.run();
          }
          leader.current = false;
        } else leader.current = e.key === 'g';
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [commands, session]);
  return (
    <>
      <button type="button" className="command-key" onClick={() => setOpen(true)} aria-label="Find a command">
        <kbd>/</kbd> <span>find a command</span>
      </button>
      {open ? <CommandDialog commands={commands} onClose={() => setOpen(false)} /> : null}
    </>
  );
}
