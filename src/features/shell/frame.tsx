'use client';

import { STOPS, type StopId } from '@core/run';
import { count } from '@core/units/units';
/** The frame round every stop: heading, run line, waits, notices. */
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useParams } from 'next/navigation';
import type { ReactNode } from 'react';
import type { SessionState } from '../../sync/session';
import { Commands } from './commands';
import { Drafts } from './drafts';
import { JobProvider, useJob } from './job-context';
import { RunLine } from './run-line';
import { toggleScheme } from './scheme';
import { RunningWaits } from './timers';
// In this order: later rules win, and the narrow screens come last.
import './frame.css';
import './run-line.css';
import './waits.css';
import './bench.css';
import './reading-side.css';
import './notices.css';
import '../../ui/panel.css';
import './narrow.css';

const DrillFrame = dynamic(() => import('../drill/drill-frame').then((m) => m.DrillFrame), { ssr: false });

const isStop = (value: unknown): value is StopId => STOPS.some((s) => s.id === value);

export function JobFrame({ id, children }: { id: string; children: ReactNode }): ReactNode {
  return (
    <JobProvider id={id} waiting={(state) => <Waiting id={id} state={state} />}>
      <Frame>{children}</Frame>
    </JobProvider>
  );
}

function Waiting({ id, state }: { id: string; state: SessionState }): ReactNode {
  const { connection } = state;
  return (
    <main className="alone">
      {connection === 'unreadable' ? (
        <>
          <h1>This job is kept, and cannot be read.</h1>
          <p>{state.trouble}</p>
          <p>
            <a href={`/api/jobs/${encodeURIComponent(id)}/export?raw=1`} download>
              Everything stored of it, as a file
            </a>
          </p>
        </>
      ) : connection === 'trouble' ? (
        <>
          <h1>The server answers, and cannot reach its database.</h1>
          <p>Nothing is lost. The job opens by itself as soon as the database is back.</p>
        </>
      ) : connection === 'missing' ? (
        <>
          <h1>There is no such job here.</h1>
          <p>It may have been made in another store.</p>
        </>
      ) : connection === 'offline' ? (
        <>
          <h1>No connection, and this browser has not seen the job before.</h1>
          <p>It opens by itself as soon as the server answers.</p>
        </>
      ) : (
        <p role="status">Fetching the job …</p>
      )}
      <Link href="/">All jobs</Link>
    </main>
  );
}

/** "all changes kept 22:14:09" only when the server has said so. */
function Kept(): ReactNode {
  const { state } = useJob();
  const time = state.confirmedAt ? new Date(state.confirmedAt).toLocaleTimeString('en-GB') : '';
  const away = {
    offline: 'no server',
    trouble: 'the server answers with an error',
    missing: 'this job is no longer on the server',
    unreadable: 'the server cannot read this job',
    loading: '',
    live: '',
  }[state.connection];
  const parts = [
    state.waiting > 0 ? `kept here, ${state.waiting} to send` : '',
    state.drafts.length > 0 ? `${count(state.drafts.length, 'change')} not taken` : '',
    away,
  ].filter(Boolean);
  if (parts.length > 0) {
    return (
      <span className={`kept${state.waiting + state.drafts.length > 0 ? ' waiting' : ''}`} role="status">
        {parts.join('; ')}
        {state.waiting + state.drafts.length === 0 ? '; work on' : ''}
      </span>
    );
  }
  return (
    <span className="kept" role="status">
      all changes kept {time}
    </span>
  );
}

function Frame({ children }: { children: ReactNode }): ReactNode {
  const { id, job, derived, state, session, sealed } = useJob();
  const { stop } = useParams<{ stop?: string }>();
  const here: StopId | null = isStop(stop) ? stop : null;
  const title = [job.site.name || 'New job', job.zone].filter(Boolean).join(', ');
  const device = derived.shared.sheet;
  return (
    <div className={job.drill ? 'frame with-drill' : 'frame'}>
      <header className="top">
        <Link href="/" className="wordmark">
          Augerset
        </Link>
        <div className="top-job">
          <strong>{title}</strong>
          <span className="soft top-more">
            {[
              job.number ? `job ${job.number}` : '',
              device ? `sheet “${device.name}”` : 'no device yet',
              sealed ? 'sealed' : '',
            ]
              .filter(Boolean)
              .join(', ')}
          </span>
        </div>
        <Kept />
        <div className="top-tools">
          <button
            type="button"
            onClick={() => session.undo()}
            disabled={!state.undo.undo || sealed}
            aria-label={state.undo.undo ? `Undo: ${state.undo.undo.label}` : 'Nothing to undo'}
            title={state.undo.undo ? `Undo: ${state.undo.undo.label}  (Ctrl Z)` : 'Nothing to undo'}
          >
            <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
              <path d="M 9 5 L 4 10 L 9 15 M 4 10 H 14 a 5.5 5.5 0 0 1 0 11 H 10" />
            </svg>
          </button>
          <button
            type="button"
            onClick={() => session.redo()}
            disabled={!state.undo.redo || sealed}
            aria-label={state.undo.redo ? `Redo: ${state.undo.redo.label}` : 'Nothing to redo'}
            title={state.undo.redo ? `Redo: ${state.undo.redo.label}  (Ctrl Y)` : 'Nothing to redo'}
          >
            <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
              <path d="M 15 5 L 20 10 L 15 15 M 20 10 H 10 a 5.5 5.5 0 0 0 0 11 H 14" />
            </svg>
          </button>
          <button type="button" onClick={toggleScheme} aria-label="Light or dark" title="Light or dark  (g d)">
            <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
              <circle cx="12" cy="12" r="8" />
              <path d="M 12 4 a 8 8 0 0 1 0 16 z" className="solid" />
            </svg>
          </button>
        </div>
        <Commands />
      </header>
      <RunLine job={id} stops={derived.stops} here={here} />
      <RunningWaits />
      {job.drill ? (
        <DrillFrame drill={job.drill}>
          <div className="stop">{children}</div>
        </DrillFrame>
      ) : (
        <div className="stop">{children}</div>
      )}
      <div className="notices" role="status" aria-live="polite">
        <Drafts />
        {state.notices.map((n) => (
          <Alert key={n.id} icon={false} role="presentation" className={`notice ${n.kind}`}>
            <p>{n.text}</p>
            <div className="row">
              {n.restore ? <Button onClick={() => session.restore(n)}>Put it back</Button> : null}
              <Button onClick={() => session.dismiss(n.id)}>{n.restore ? 'Leave it' : 'Understood'}</Button>
              {n.kind === 'conflict' ? <Link href={`/jobs/${id}/journal`}>Journal</Link> : null}
            </div>
          </Alert>
        ))}
      </div>
    </div>
  );
}

/** The drawn surface of a stop, with its heading. */
export function Bench({
  title,
  note,
  children,
  tools,
}: {
  title: string;
  note?: ReactNode;
  children: ReactNode;
  tools?: ReactNode;
}): ReactNode {
  return (
    <main className="bench">
      <header className="bench-head">
        <h1>{title}</h1>
        {note ? <p className="soft">{note}</p> : null}
        {tools ? <div className="row bench-tools">{tools}</div> : null}
      </header>
      {children}
    </main>
  );
}
