'use client';

/** Jobs as a ledger, latest first, each with how far it is and what stops it; and what is said where there are none. */
import type { JobListItem } from '@core/contract/listing';
import { STOPS } from '@core/run';
import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { EMPTY, EVERYTHING, type Filter, VIEWS } from './views';

/** Where a job stands, in words. */
const standing = (item: JobListItem): string =>
  item.sealed ? 'sealed' : item.blockers.length > 0 ? 'stopped' : item.done === 0 ? 'new' : `next: ${item.next}`;

interface LedgerProps {
  items: readonly JobListItem[];
  busy: boolean;
  onCopy: (item: JobListItem) => void;
  onPutAway: (item: JobListItem) => void;
}

export function Ledger({ items, busy, onCopy, onPutAway }: LedgerProps): ReactNode {
  return (
    <ul className="ledger" aria-label="Jobs">
      {items.map((item) => (
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
                {item.blockers.length > 1 ? <span className="ledger-more"> +{item.blockers.length - 1}</span> : null}
              </span>
            ) : null}
          </Link>
          <span className="ledger-tools">
            <button type="button" className="plain" disabled={busy} onClick={() => onCopy(item)}>
              Copy
            </button>
            <button type="button" className="plain" onClick={() => onPutAway(item)}>
              {item.archived ? 'Take out' : 'Put away'}
            </button>
          </span>
        </li>
      ))}
    </ul>
  );
}

/** Why nothing is shown, and the way back to something. */
export function Nothing({ filter, look }: { filter: Filter; look: (filter: Filter) => void }): ReactNode {
  const { search, view, person, since, until } = filter;
  return (
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
        <Button onClick={() => look({ ...EVERYTHING, search, view })}>Of everybody, of all days</Button>
      ) : search ? (
        <Button onClick={() => look({ ...filter, search: '' })}>Clear the search</Button>
      ) : view === 'all' ? null : (
        <Button onClick={() => look({ ...filter, view: 'all' })}>Show all</Button>
      )}
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
