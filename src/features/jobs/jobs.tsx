'use client';

import { STOPS } from '@core/run';
/** All jobs: a ledger, latest first, each with how far it is and what stops it. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { author } from '../../sync/author';
import { toggleScheme } from '../shell/scheme';
import '../../ui/fields.css';
import './jobs.css';

export interface JobItem {
  id: string;
  number: string;
  site: string;
  zone: string;
  archived: boolean;
  sealed: boolean;
  updatedAt: string;
  sentence: string;
  next: string;
  nextId: string;
  done: number;
  of: number;
  blockers: string[];
  failed: number;
  device: string;
}

interface Listing {
  items: JobItem[];
  total: number;
}

type Problem = { path: string; message: string };

const MAX_FILE = 4_000_000;

/** What each kind of job is recognised by, standing before it. */
const KINDS = [
  {
    family: '24v',
    name: '24 V control',
    known: 'Thin coloured cores under letters: R, C, W, Y, G. A furnace, air handler or heat pump.',
  },
  {
    family: 'boiler',
    name: 'Boiler on mains control',
    known: 'A wiring centre, valves and a cylinder, or a wall-hung boiler; 230 V or a dry pair.',
  },
  {
    family: 'floor',
    name: 'Electric floor',
    known: 'A heating mat or cable, a probe in the floor, a box in the wall.',
  },
] as const;

/** Where a job stands, in words. */
const standing = (item: JobItem): string =>
  item.sealed ? 'sealed' : item.blockers.length > 0 ? 'stopped' : item.done === 0 ? 'new' : `next: ${item.next}`;

export function Jobs(): ReactNode {
  const router = useRouter();
  const [search, setSearch] = useState('');
  const [archived, setArchived] = useState(false);
  const [listing, setListing] = useState<Listing | null>(null);
  const [problems, setProblems] = useState<Problem[]>([]);
  const [busy, setBusy] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const asked = useRef(0);
  const load = useCallback(async () => {
    const turn = ++asked.current;
    try {
      const response = await fetch(`/api/jobs?q=${encodeURIComponent(search)}&archived=${archived ? 1 : 0}`);
      if (!response.ok) throw new Error();
      const found = (await response.json()) as Listing;
      if (turn === asked.current) setListing(found);
    } catch {
      if (turn === asked.current)
        setProblems([{ path: '', message: 'The server does not answer. The list comes back by itself.' }]);
    }
  }, [search, archived]);
  useEffect(() => {
    const timer = setTimeout(() => void load(), search ? 120 : 0);
    return () => clearTimeout(timer);
  }, [load, search]);
  const start = async (from: object): Promise<void> => {
    setBusy(true);
    setProblems([]);
    try {
      const response = await fetch('/api/jobs', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ by: author(), from }),
      });
      const answer = (await response.json()) as { id?: string; problems?: Problem[] };
      if (answer.id) router.push(`/jobs/${answer.id}/arrive`);
      else setProblems(answer.problems ?? [{ path: '', message: 'That did not work.' }]);
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
  const putAway = async (item: JobItem): Promise<void> => {
    const at = new Date().toISOString();
    const operation = {
      id: `${item.id}-${Date.now().toString(36)}`,
      job: item.id,
      base: 0,
      at,
      by: author(),
      kind: 'edit',
      label: item.archived ? 'Take out of the archive' : 'Put into the archive',
      changes: [item.archived ? { path: ['archived'], from: true } : { path: ['archived'], to: true }],
    };
    await fetch(`/api/jobs/${item.id}/ops`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ operations: [operation] }),
    });
    await load();
  };
  return (
    <div className="jobs">
      <Dialog open={choosing} onClose={() => setChoosing(false)} aria-labelledby="new-job">
        <DialogTitle id="new-job">What is it?</DialogTitle>
        <DialogContent className="new-job">
          {KINDS.map((k) => (
            <button
              key={k.family}
              type="button"
              disabled={busy}
              onClick={() => {
                setChoosing(false);
                void start({ kind: 'empty', family: k.family });
              }}
            >
              <b>{k.name}</b>
              <span>{k.known}</span>
            </button>
          ))}
        </DialogContent>
      </Dialog>
      <header className="top">
        <span className="wordmark jobs-mark">Augerset</span>
        <span className="soft jobs-claim">commission a thermostat, and prove that it works</span>
        <button type="button" className="plain" onClick={toggleScheme}>
          Light or dark
        </button>
      </header>
      <main>
        <div className="jobs-tools">
          <div className="jobs-search">
            <label htmlFor="search" className="visually-hidden">
              Search jobs
            </label>
            <input
              id="search"
              type="search"
              placeholder="Site, zone, number, customer"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
              maxLength={200}
            />
          </div>
          <Button className="copper" disabled={busy} aria-haspopup="dialog" onClick={() => setChoosing(true)}>
            New job
          </Button>
          <Button disabled={busy} onClick={() => file.current?.click()}>
            Open a job file
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            className="visually-hidden"
            aria-label="Job file"
            tabIndex={-1}
            onChange={(e) => {
              void open(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
          <Button aria-pressed={archived} onClick={() => setArchived(!archived)}>
            Archive
          </Button>
        </div>
        {problems.length > 0 ? (
          <div className="jobs-problems" role="alert">
            <strong>Not taken.</strong>
            <ul>
              {problems.map((p) => (
                <li key={p.path + p.message}>
                  {p.path ? <span className="mono">{p.path}: </span> : null}
                  {p.message}
                </li>
              ))}
            </ul>
          </div>
        ) : null}
        {listing === null ? (
          <p role="status" className="soft">
            Fetching jobs …
          </p>
        ) : listing.items.length === 0 ? (
          <p className="jobs-empty">
            {search
              ? `No job has “${search}” in its names.`
              : archived
                ? 'The archive is empty.'
                : 'No jobs yet. Start one, or open a job file.'}
          </p>
        ) : (
          <ul className="ledger" aria-label="Jobs">
            {listing.items.map((item) => (
              <li
                key={item.id}
                className={item.blockers.length > 0 && !item.sealed ? 'stopped' : item.sealed ? 'sealed' : ''}
              >
                <Link
                  href={`/jobs/${item.id}/${item.sealed ? 'hand-over' : item.nextId}`}
                  prefetch={false}
                  className="ledger-open"
                >
                  <span className="ledger-name">
                    <strong>{item.site || 'Unnamed site'}</strong>
                    <span>{item.zone}</span>
                    {item.number ? <span className="mono soft">{item.number}</span> : null}
                  </span>
                  <span className="ledger-says">{item.sentence}</span>
                  <span className="ledger-run">
                    <MiniRun done={item.done} />
                    <span className="ledger-standing">{standing(item)}</span>
                  </span>
                  {item.blockers[0] && !item.sealed ? (
                    <span className="ledger-block">
                      {item.blockers[0]}
                      {item.blockers.length > 1 ? (
                        <span className="ledger-more"> +{item.blockers.length - 1}</span>
                      ) : null}
                    </span>
                  ) : null}
                </Link>
                <span className="ledger-tools">
                  <button
                    type="button"
                    className="plain"
                    disabled={busy}
                    onClick={() => void start({ kind: 'copy', id: item.id })}
                  >
                    Copy
                  </button>
                  <button type="button" className="plain" onClick={() => void putAway(item)}>
                    {item.archived ? 'Take out' : 'Archive'}
                  </button>
                </span>
              </li>
            ))}
          </ul>
        )}
        {listing && listing.total > listing.items.length ? (
          <p className="soft">
            {listing.items.length} of {listing.total} shown. Search to find the rest.
          </p>
        ) : null}
      </main>
    </div>
  );
}

/** Ten small screws: filled as far as done. */
function MiniRun({ done }: { done: number }): ReactNode {
  return (
    <svg
      viewBox={`0 0 ${STOPS.length * 14} 14`}
      width={STOPS.length * 14}
      height="14"
      className="mini-run"
      role="img"
      aria-label={`${done} of ${STOPS.length} stops done`}
    >
      {STOPS.map((s, i) => (
        <g key={s.id} className={i < done ? 'done' : ''}>
          <circle cx={7 + i * 14} cy="7" r="5" />
          <line
            x1={4 + i * 14}
            x2={10 + i * 14}
            y1="7"
            y2="7"
            transform={i < done ? undefined : `rotate(-50 ${7 + i * 14} 7)`}
          />
        </g>
      ))}
    </svg>
  );
}
