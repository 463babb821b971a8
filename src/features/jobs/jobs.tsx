'use client';

/** All jobs: searched, filtered, made, opened; the ledger is drawn in a file of its own. */
import { COUNT_TO, type Problem } from '@core/contract/listing';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import OutlinedInput from '@mui/material/OutlinedInput';
import Link from 'next/link';
import { type ReactNode, useRef, useState } from 'react';
import { Choice, TextField } from '../../ui/fields';
import { More } from '../../ui/more';
import { useNarrow } from '../../ui/use-narrow';
import { FAMILIES } from '../families';
import { toggleScheme } from '../shell/scheme';
import { Ledger, Nothing } from './ledger';
import { type Listed, useListing } from './use-listing';
import { type Making, useMaking } from './use-making';
import { EVERYTHING, type Filter, VIEWS } from './views';
import '../../ui/fields.css';
import './jobs.css';

interface Filtered {
  filter: Filter;
  look: (filter: Filter) => void;
}

/** What is it? One press makes the job. */
function NewJob({ choosing, close, making }: { choosing: boolean; close: () => void; making: Making }): ReactNode {
  return (
    <Dialog open={choosing} onClose={close} aria-labelledby="new-job">
      <DialogTitle id="new-job">What is it?</DialogTitle>
      <DialogContent className="new-job">
        {FAMILIES.map(({ family, name, known }) => (
          <button
            key={family}
            type="button"
            disabled={making.busy}
            onClick={() => {
              close();
              void making.start({ kind: 'empty', family });
            }}
          >
            <b>{name}</b>
            <span>{known}</span>
          </button>
        ))}
      </DialogContent>
    </Dialog>
  );
}

function Top(): ReactNode {
  return (
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
  );
}

/** Searched, and the two ways to a job. */
function Tools({ filter, look, making }: Filtered & { making: Making }): ReactNode {
  const [choosing, setChoosing] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <NewJob choosing={choosing} close={() => setChoosing(false)} making={making} />
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
            value={filter.search}
            onChange={(e) => look({ ...filter, search: e.target.value })}
            inputProps={{ maxLength: 200 }}
          />
        </div>
        <Button className="copper" disabled={making.busy} aria-haspopup="dialog" onClick={() => setChoosing(true)}>
          New job
        </Button>
        <Button disabled={making.busy} onClick={() => file.current?.click()}>
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
            void making.open(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </div>
    </>
  );
}

function Filters({ filter, look }: Filtered): ReactNode {
  const narrow = useNarrow();
  const byPersonOrDay = (
    <>
      <TextField
        label="By whom"
        value={filter.person}
        maxLength={80}
        onCommit={(person) => look({ ...filter, person })}
      />
      <TextField
        label="Changed since"
        type="date"
        value={filter.since}
        onCommit={(since) => look({ ...filter, since })}
      />
      <TextField label="until" type="date" value={filter.until} onCommit={(until) => look({ ...filter, until })} />
    </>
  );
  return (
    <div className="jobs-filters">
      <Choice label="Show" value={filter.view} options={VIEWS} onChoose={(view) => look({ ...filter, view })} />
      {narrow ? <More summary="By person or day">{byPersonOrDay}</More> : byPersonOrDay}
    </div>
  );
}

/** What is wrong with the list, the store, or what was last asked for. */
function Troubles({ lost, listing, problems }: Listed & { problems: readonly Problem[] }): ReactNode {
  return (
    <>
      {lost === null ? null : (
        <p className="jobs-problems" role="alert">
          <strong>{lost}</strong> The list comes back by itself; jobs that are open go on.
        </p>
      )}
      {listing?.trouble ? (
        <p className="jobs-problems" role="alert">
          <strong>The database is damaged.</strong> {listing.trouble}. Restore the latest backup, or have it looked at
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
    </>
  );
}

export function Jobs(): ReactNode {
  const [filter, look] = useState<Filter>(EVERYTHING);
  const listed = useListing(filter);
  const { listing, lost, load, foot } = listed;
  const making = useMaking(() => load());
  return (
    <div className="jobs">
      <Top />
      <main>
        <Tools filter={filter} look={look} making={making} />
        <Filters filter={filter} look={look} />
        <Troubles {...listed} problems={making.problems} />
        {listing === null ? (
          lost === null ? (
            <p role="status" className="soft">
              Fetching jobs …
            </p>
          ) : null
        ) : listing.items.length === 0 ? (
          <Nothing filter={filter} look={look} />
        ) : (
          <Ledger
            items={listing.items}
            busy={making.busy}
            onCopy={(item) => void making.start({ kind: 'copy', id: item.id })}
            onPutAway={(item) => void making.putAway(item)}
          />
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
