'use client';

import { COUNT_TO, type JobListItem, Listing, Made, type Problem, Problems } from '@core/contract/listing';
import { STOPS } from '@core/run';
/** All jobs: a ledger, latest first, each with how far it is and what stops it. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import OutlinedInput from '@mui/material/OutlinedInput';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { author } from '../../sync/author';
import { Choice, TextField } from '../../ui/fields';
import { More } from '../../ui/more';
import { useNarrow } from '../../ui/use-narrow';
import { FAMILIES } from '../families';
import { toggleScheme } from '../shell/scheme';
import '../../ui/fields.css';
import './jobs.css';

const VIEWS = [
  { value: 'all', label: 'All' },
  { value: 'open', label: 'In work' },
  { value: 'stopped', label: 'Stopped' },
  { value: 'failed', label: 'Test failed' },
  { value: 'sealed', label: 'Sealed' },
  { value: 'away', label: 'Put away' },
] as const;
type View = (typeof VIEWS)[number]['value'];

/** Why a view is empty, and what to do about it. */
const EMPTY: Record<View, string> = {
  all: 'No jobs yet. Start one, or open a job file.',
  open: 'Nothing in work.',
  stopped: 'Nothing is stopped.',
  failed: 'No test has failed.',
  sealed: 'Nothing is sealed yet.',
  away: 'Nothing has been put away.',
};
const AGAIN_MS = 3000;

const MAX_FILE = 4_000_000;

/** What a refusal says; something, whatever came. */
function problemsOf(answer: unknown): Problem[] {
  const said = Problems.safeParse(answer);
  return said.success && said.data.problems.length > 0
    ? said.data.problems
    : [{ path: '', message: 'The server answers with an error.' }];
}

/** Where a job stands, in words. */
const standing = (item: JobListItem): string =>
  item.sealed ? 'sealed' : item.blockers.length > 0 ? 'stopped' : item.done === 0 ? 'new' : `next: ${item.next}`;

export function Jobs(): ReactNode {
  const router = useRouter();
  const [search, setSearch] = useState('');
  const [view, setView] = useState<View>('all');
  const [person, setPerson] = useState('');
  const [since, setSince] = useState('');
  const [until, setUntil] = useState('');
  const narrow = useNarrow();
  const [lost, setLost] = useState<string | null>(null);
  const [listing, setListing] = useState<Listing | null>(null);
  const [problems, setProblems] = useState<Problem[]>([]);
  const [busy, setBusy] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const asked = useRef(0);
  const load = useCallback(
    async (after: Listing | null = null): Promise<void> => {
      const turn = ++asked.current;
      const last = after?.items.at(-1);
      const query = new URLSearchParams({
        q: search,
        archived: view === 'away' ? '1' : '0',
        ...(view === 'all' || view === 'away' ? {} : { state: view }),
        ...(person ? { person } : {}),
        ...(since ? { since } : {}),
        ...(until ? { until } : {}),
        ...(last ? { before: String(last.turn) } : {}),
      });
      let why = 'The server does not answer.';
      try {
        const response = await fetch(`/api/jobs?${query}`);
        const answer: unknown = await response.json();
        if (turn !== asked.current) return;
        const found = Listing.safeParse(answer);
        if (response.ok && found.success) {
          setListing(after ? { ...found.data, items: [...after.items, ...found.data.items] } : found.data);
          setLost(null);
          return;
        }
        why = problemsOf(answer)[0]?.message ?? 'The server answers with an error.';
      } catch {
        // Said below.
      }
      if (turn === asked.current) setLost(why);
    },
    [search, view, person, since, until],
  );
  useEffect(() => {
    const timer = setTimeout(() => void load(), search ? 120 : 0);
    return () => clearTimeout(timer);
  }, [load, search]);
  useEffect(() => {
    if (lost === null) return;
    const timer = setInterval(() => void load(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [lost, load]);
  // The next page comes before the end is reached.
  const foot = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const end = foot.current;
    if (!end || !listing?.more) return;
    const watch = new IntersectionObserver(
      (seen) => {
        if (seen.some((x) => x.isIntersecting)) void load(listing);
      },
      { rootMargin: '400px' },
    );
    watch.observe(end);
    return () => watch.disconnect();
  }, [listing, load]);
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
    await fetch(`/api/jobs/${item.id}/ops`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ operations: [operation] }),
    });
    await load();
  };
  const byPersonOrDay = (
    <>
      <TextField label="By whom" value={person} maxLength={80} onCommit={setPerson} />
      <TextField label="Changed since" type="date" value={since} onCommit={setSince} />
      <TextField label="until" type="date" value={until} onCommit={setUntil} />
    </>
  );
  return (
    <div className="jobs">
      <Dialog open={choosing} onClose={() => setChoosing(false)} aria-labelledby="new-job">
        <DialogTitle id="new-job">What is it?</DialogTitle>
        <DialogContent className="new-job">
          {FAMILIES.map(({ family, name, known }) => (
            <button
              key={family}
              type="button"
              disabled={busy}
              onClick={() => {
                setChoosing(false);
                void start({ kind: 'empty', family });
              }}
            >
              <b>{name}</b>
              <span>{known}</span>
            </button>
          ))}
        </DialogContent>
      </Dialog>
      <header className="top">
        <span className="wordmark jobs-mark">Augerset</span>
        <span className="soft jobs-claim">commission a thermostat, and prove that it works</span>
        <Link href="/drill" className="plain jobs-drills" prefetch={false}>
          Drills
        </Link>
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
            <OutlinedInput
              id="search"
              type="search"
              fullWidth
              placeholder="Site, customer, number, serial, note, fault"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
              inputProps={{ maxLength: 200 }}
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
        </div>
        <div className="jobs-filters">
          <Choice label="Show" value={view} options={VIEWS} onChoose={setView} />
          {narrow ? <More summary="By person or day">{byPersonOrDay}</More> : byPersonOrDay}
        </div>
        {lost === null ? null : (
          <p className="jobs-problems" role="alert">
            <strong>{lost}</strong> The list comes back by itself; jobs that are open go on.
          </p>
        )}
        {listing?.trouble ? (
          <p className="jobs-problems" role="alert">
            <strong>The store is not whole.</strong> {listing.trouble}. Restore the latest backup, or have it looked at
            before more is entered.
          </p>
        ) : null}
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
          lost === null ? (
            <p role="status" className="soft">
              Fetching jobs …
            </p>
          ) : null
        ) : listing.items.length === 0 ? (
          <div className="jobs-empty">
            <Slot />
            <p>
              {person || since || until
                ? 'Nothing of that person or those days.'
                : search
                  ? `Nothing typed or found in ${view === 'all' ? 'any job' : `“${VIEWS.find((v) => v.value === view)?.label}”`} begins with “${search}”.`
                  : EMPTY[view]}
            </p>
            {person || since || until ? (
              <Button
                onClick={() => {
                  setPerson('');
                  setSince('');
                  setUntil('');
                }}
              >
                Of everybody, of all days
              </Button>
            ) : search ? (
              <Button onClick={() => setSearch('')}>Clear the search</Button>
            ) : view === 'all' ? null : (
              <Button onClick={() => setView('all')}>Show all</Button>
            )}
          </div>
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
                    {item.archived ? 'Take out' : 'Put away'}
                  </button>
                </span>
              </li>
            ))}
          </ul>
        )}
        {listing?.more ? (
          <div ref={foot} className="jobs-foot">
            <p className="soft">
              {listing.items.length} of {listing.total > COUNT_TO ? `over ${COUNT_TO}` : listing.total} shown.
            </p>
            <Button onClick={() => void load(listing)}>Show more</Button>
          </div>
        ) : null}
        <p className="soft jobs-backup">
          <a href="/api/backup" download>
            Back up everything
          </a>{' '}
          into one checked file; <span className="mono">npx augerset restore</span> brings it back.
        </p>
      </main>
    </div>
  );
}

/** A plate with nothing under its screws. */
function Slot(): ReactNode {
  return (
    <svg viewBox="0 0 120 40" width="120" height="40" className="mini-run" aria-hidden="true">
      <rect x="1" y="1" width="118" height="38" rx="8" className="slot-plate" />
      {[20, 47, 74, 101].map((x) => (
        <g key={x}>
          <circle cx={x} cy="20" r="8" />
          <line x1={x - 5} x2={x + 5} y1="20" y2="20" transform={`rotate(-50 ${x} 20)`} />
        </g>
      ))}
    </svg>
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
