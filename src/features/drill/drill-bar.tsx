'use client';

/** The house of a drill under the hand: supply, device, time, what is seen and heard; the fault named, mended, judged. */
import { type Drill, LEVEL_WORDS } from '@core/drill/drill';
import { COMPLAINT_WORDS } from '@core/job/complaint';
import { withMended } from '@core/proof/mended';
import { count, listed } from '@core/units/units';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { author } from '../../sync/author';
import { ChoiceRow } from '../../ui/fields';
import { SelectField } from '../../ui/select-field';
import { useJob } from '../shell/job-context';
import type { DrillHouse } from './use-drill';
import './drill-bar.css';

const Debrief = dynamic(() => import('./debrief').then((m) => m.Debrief), { ssr: false });

const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(Math.floor(minutes % 60)).padStart(2, '0')}`;

const WAITS = [1, 5, 30] as const;

export function DrillBar({ drill, house }: { drill: Drill; house: DrillHouse }): ReactNode {
  const { job, derived, change } = useJob();
  const { view, last, busy, problem, act, api } = house;
  const [open, setOpen] = useState(true);
  const { tests } = derived.shared.proof;
  const states = useMemo(
    () => [
      ...new Map(tests.map((t) => [t.state, { value: t.state, label: `${t.title}: ${t.set}`.slice(0, 60) }])).values(),
    ],
    [tests],
  );
  const complaints = job.arrive.complaints ?? [];
  const [finishing, setFinishing] = useState(false);
  const finish = async (): Promise<void> => {
    setFinishing(true);
    try {
      const { result } = await api().result({ ...job, drill });
      change('Drill finished', (j) =>
        j.drill ? { ...j, drill: { ...j.drill, finished: { at: new Date().toISOString(), result } } } : j,
      );
    } finally {
      setFinishing(false);
    }
  };
  if (drill.finished) return <Debrief job={{ ...job, drill }} api={api} />;
  return (
    <section className="drill-bar" aria-label="The house of this drill">
      <div className="drill-top">
        <b>Drill {drill.seed}</b>
        <span className="soft drill-level">{LEVEL_WORDS[drill.level]}</span>
        <span className="mono drill-clock">
          <span className="visually-hidden">Time worked </span>
          {clock(view?.minutes ?? 0)}
        </span>
        <span>{count(view?.readings ?? 0, 'reading')}</span>
        <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Put away' : 'The house'}
        </button>
      </div>
      {complaints.length > 0 ? (
        <p className="drill-says">The customer: “{listed(complaints.map((c) => COMPLAINT_WORDS[c]))}.”</p>
      ) : (
        <p className="drill-says">The customer: “Something is not right. Have a look, please.”</p>
      )}
      {open ? (
        <div className="drill-hands">
          <ChoiceRow
            named="Supply"
            value={view === null ? undefined : view.supplyOn ? 'on' : 'off'}
            options={[
              { value: 'on', label: 'Supply on' },
              { value: 'off', label: 'off' },
            ]}
            disabled={busy || view === null}
            onChoose={(v) => void act({ kind: 'supply', on: v === 'on' })}
          />
          <SelectField
            label="Device set to"
            quiet
            value={view?.state ?? ''}
            none="as it was found"
            options={states}
            disabled={busy || view === null}
            onChoose={(state) => {
              if (state !== '') void act({ kind: 'set', state });
            }}
          />
          <span className="row drill-waits">
            {WAITS.map((m) => (
              <Button
                key={m}
                disabled={busy || view === null}
                onClick={() => void act({ kind: 'wait', seconds: m * 60 })}
              >
                Wait {m} min
              </Button>
            ))}
          </span>
          <p className="drill-seen" role="status">
            {view === null
              ? problem || 'The house is being built …'
              : `Display ${view.display}${view.seen.length > 0 ? `; ${view.seen.join('; ')}` : '; nothing runs'}.`}
            {last?.said ? <span className="soft"> {last.said}</span> : null}
          </p>
          {last?.unsafe ? (
            <p className="drill-unsafe" role="alert">
              Unsafe: {last.unsafe}.
            </p>
          ) : null}
        </div>
      ) : null}
      {open ? <Naming drill={drill} house={house} finishing={finishing} onFinish={() => void finish()} /> : null}
    </section>
  );
}

function Naming({
  drill,
  house,
  finishing,
  onFinish,
}: {
  drill: Drill;
  house: DrillHouse;
  finishing: boolean;
  onFinish: () => void;
}): ReactNode {
  const { job, derived, change } = useJob();
  const { act, api, busy } = house;
  const [names, setNames] = useState<{ id: string; name: string }[]>([]);
  const [chosen, setChosen] = useState<{ id: string; name: string } | null>(null);
  const [named, setNamed] = useState('');
  const { family } = job;
  // The names hang on the house, not on what was read: asked for once.
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  useEffect(() => {
    let current = true;
    void api()
      .names(job)
      .then((list) => {
        if (current) setNames([...new Map(list.map((n) => [n.name, n])).values()]);
      });
    return () => {
      current = false;
    };
  }, [api, family]);
  const name = async (): Promise<void> => {
    if (!chosen) return;
    const { probability, is } = await api().judge({ ...job, drill }, chosen.id);
    await act({ kind: 'name', hypothesis: chosen.id, name: chosen.name, probability, is });
    setNamed(chosen.name);
  };
  const mended = async (): Promise<void> => {
    await act({ kind: 'mend' });
    const { tests } = derived.shared.proof;
    // What was shown wrong is to be shown again; what was read before speaks of another house.
    change(`Mended: ${named}`, (j) =>
      withMended(j, nanoid(10), {
        at: new Date().toISOString(),
        by: author().name || author().client,
        what: named,
        tests: tests.filter((t) => t.verdict !== 'pass').map((t) => t.id),
      }),
    );
    setNamed('');
    setChosen(null);
  };
  return (
    <div className="drill-name">
      <Autocomplete
        options={names}
        value={chosen}
        getOptionLabel={(o) => o.name}
        isOptionEqualToValue={(x, y) => x.id === y.id}
        onChange={(_e, v) => setChosen(v)}
        renderInput={(params) => <TextField {...params} label="What is wrong" size="small" />}
      />
      <Button variant="outlined" disabled={busy || !chosen} onClick={() => void name()}>
        Name it
      </Button>
      <Button variant="outlined" disabled={busy || named === ''} onClick={() => void mended()}>
        {named === '' ? 'Mend it' : `Mend: ${named.length > 34 ? `${named.slice(0, 33)}…` : named}`}
      </Button>
      <Button disabled={busy || finishing} onClick={onFinish}>
        {finishing ? 'Judging …' : 'Finish the drill'}
      </Button>
    </div>
  );
}
