'use client';

/** The journal: who changed what, when, from what to what; and the job as it stood after any entry. */
import type { Conflict } from '@core/job/changes';
import type { Operation } from '@core/job/operation';
import type { Change } from '@core/job/schema';
import { count } from '@core/units/units';
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { Labelled } from '../../ui/labelled';
import { valueWords } from '../../ui/value-words';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import './journal.css';

interface Entry {
  seq: number;
  operation: Operation;
  conflicts: Conflict[];
}

interface Moment {
  seq: number;
  sentence: string;
  done: number;
  of: number;
  blockers: string[];
  readings: number;
  sealed: boolean;
}

const PAGE = 60;
const LONGEST = 90;
const MOST_CHANGES = 6;

const time = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
});

export function Journal(): ReactNode {
  const { id, state } = useJob();
  const [search, setSearch] = useState('');
  const [entries, setEntries] = useState<Entry[]>([]);
  const [more, setMore] = useState(false);
  const [problem, setProblem] = useState('');
  const [moment, setMoment] = useState<Moment | null>(null);
  const get = useCallback(
    async (before?: number): Promise<{ entries: Entry[]; more: boolean } | null> => {
      const query = new URLSearchParams({ limit: String(PAGE), q: search });
      if (before !== undefined) query.set('before', String(before));
      try {
        const response = await fetch(`/api/jobs/${encodeURIComponent(id)}/journal?${query}`);
        if (!response.ok) throw new Error();
        setProblem('');
        return (await response.json()) as { entries: Entry[]; more: boolean };
      } catch {
        setProblem('The journal is on the server, and the server does not answer. It is fetched again by itself.');
        return null;
      }
    },
    [id, search],
  );
  // Anew with every entry that arrives, and after each word typed into the filter.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the newest confirmation is what makes it stale
  useEffect(() => {
    let wanted = true;
    const timer = setTimeout(
      () =>
        void get().then((page) => {
          if (!page || !wanted) return;
          setEntries(page.entries);
          setMore(page.more);
        }),
      150,
    );
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [get, state.confirmedAt, state.connection]);
  const look = async (seq: number): Promise<void> => {
    const response = await fetch(`/api/jobs/${encodeURIComponent(id)}/at/${seq}`).catch(() => null);
    if (response?.ok) setMoment({ seq, ...((await response.json()) as Omit<Moment, 'seq'>) });
    else setProblem('That moment could not be fetched. Try again.');
  };
  return (
    <>
      <Bench title="Journal" note="every change, newest first; nothing here is ever rewritten">
        <Labelled id="journal-search" label="Find who, what or a value">
          <OutlinedInput
            id="journal-search"
            type="search"
            value={search}
            inputProps={{ maxLength: 100 }}
            onChange={(e) => setSearch(e.target.value)}
          />
        </Labelled>
        {problem ? (
          <p role="alert" className="problem">
            {problem}
          </p>
        ) : null}
        <ol className="journal" aria-label="Entries">
          {entries.map((e) => (
            <li key={e.seq} className={moment?.seq === e.seq ? 'on' : ''}>
              <button type="button" onClick={() => void look(e.seq)} aria-pressed={moment?.seq === e.seq}>
                <span className="mono soft">{e.seq}</span>
                <b>{e.operation.label}</b>
                <span className="soft">
                  {e.operation.by.name || `device ${e.operation.by.client.slice(0, 6)}`},{' '}
                  {time.format(new Date(e.operation.at))}
                </span>
              </button>
              {e.operation.kind === 'create' ? null : <Changes changes={e.operation.changes} />}
              {e.operation.reason ? <p>Reason: {e.operation.reason}</p> : null}
              {e.conflicts.map((c) => (
                <p key={c.change.path.join('.')} className="journal-conflict">
                  {c.outcome === 'gone'
                    ? `Not written: ${c.change.path.slice(-2).join(' ')} belonged to something taken away.`
                    : `Written over ${valueWords(c.found, LONGEST)}, which somebody else had put there.`}
                </p>
              ))}
            </li>
          ))}
        </ol>
        {entries.length === 0 && !problem ? <p className="soft">No entry holds that.</p> : null}
        {more ? (
          <Button
            onClick={() =>
              void get(entries.at(-1)?.seq).then((page) => {
                if (!page) return;
                setEntries((all) => [...all, ...page.entries.filter((e) => !all.some((x) => x.seq === e.seq))]);
                setMore(page.more);
              })
            }
          >
            Earlier entries
          </Button>
        ) : null}
      </Bench>
      <aside className="reading-side" aria-label="The job then" aria-live="polite">
        {moment ? (
          <>
            <p className="sentence">
              After entry {moment.seq}: {moment.sentence}
            </p>
            <div className="journal-then">
              <p>
                {moment.done} of {moment.of} stops done, {count(moment.readings, 'reading')}
                {moment.sealed ? ', sealed' : ''}.
              </p>
              {moment.blockers.length > 0 ? (
                <>
                  <h2>What stopped the work then</h2>
                  <ul className="later">
                    {moment.blockers.map((b) => (
                      <li key={b}>{b}</li>
                    ))}
                  </ul>
                </>
              ) : null}
              <Button component="a" href={`/api/jobs/${encodeURIComponent(id)}/at/${moment.seq}?whole=1`}>
                Save the job as it stood then
              </Button>
            </div>
          </>
        ) : (
          <p className="sentence">Touch an entry to see the job as it stood after it.</p>
        )}
      </aside>
    </>
  );
}

function Changes({ changes }: { changes: readonly Change[] }): ReactNode {
  return (
    <dl className="journal-changes">
      {changes.slice(0, MOST_CHANGES).map((c) => (
        <div key={c.path.join('.')}>
          <dt className="mono">{c.path.join(' ')}</dt>
          <dd>
            <span className="soft">{valueWords(c.from, LONGEST)}</span> → <b>{valueWords(c.to, LONGEST)}</b>
          </dd>
        </div>
      ))}
      {changes.length > MOST_CHANGES ? <div className="soft">and {changes.length - MOST_CHANGES} more</div> : null}
    </dl>
  );
}
