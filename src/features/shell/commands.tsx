'use client';

import { STOPS } from '@core/run';
/** Command search: every stop and every action by name. Opens with "/" or Ctrl K. */
import Dialog from '@mui/material/Dialog';
import InputBase from '@mui/material/InputBase';
import { useRouter } from 'next/navigation';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { useJob } from './job-context';
import { toggleScheme } from './scheme';

interface Command {
  id: string;
  name: string;
  keys?: string;
  run: () => void;
}

/** Keys typed into a field belong to the field. */
const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

export function Commands(): ReactNode {
  const { id, session, state } = useJob();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [query, setQuery] = useState('');
  const [at, setAt] = useState(0);
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
      { id: 'scheme', name: 'Light or dark', keys: 'g d', run: toggleScheme },
      {
        id: 'json',
        name: 'Save the job as a file (JSON)',
        run: () => window.location.assign(`/api/jobs/${id}/export`),
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
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const found = commands.filter((c) => words.every((w) => c.name.toLowerCase().includes(w)));
  const go = (command: Command | undefined): void => {
    if (!command) return;
    setOpen(false);
    command.run();
  };
  return (
    <>
      <button type="button" className="command-key" onClick={() => setOpen(true)} aria-label="Find a command">
        <kbd>/</kbd> <span>find a command</span>
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        fullWidth
        maxWidth="sm"
        aria-label="Find a command"
        slotProps={{
          transition: {
            onEnter: () => {
              setQuery('');
              setAt(0);
            },
          },
        }}
      >
        <div className="command-search">
          <InputBase
            autoFocus
            fullWidth
            placeholder="Stop or action"
            value={query}
            onChange={(e) => {
              setQuery(e.target.value);
              setAt(0);
            }}
            onKeyDown={(e) => {
              if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
              else if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1));
              else if (e.key === 'Enter') go(found[at]);
              else return;
              e.preventDefault();
            }}
            inputProps={{ 'aria-label': 'Command' }}
          />
          <ul>
            {found.map((c, i) => (
              <li key={c.id}>
                <button type="button" className={i === at ? 'at' : ''} onClick={() => go(c)}>
                  <span>{c.name}</span>
                  {c.keys ? <kbd>{c.keys}</kbd> : null}
                </button>
              </li>
            ))}
            {found.length === 0 ? <li className="soft">No command has these words.</li> : null}
          </ul>
        </div>
      </Dialog>
    </>
  );
}
