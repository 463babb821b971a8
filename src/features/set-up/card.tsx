'use client';

import { sheetOf } from '@core/devices/sheet-of';
import type { CardRow } from '@core/settings/card';
import { type ReactNode, useMemo } from 'react';
import { SelectField } from '../../ui/select-field';
import { PlateDrawing } from '../sheet-editor/plate-drawing';
import { useJob } from '../shell/job-context';
import { CardWalk } from './card-walk';
import './set-up.css';

/** The settings card: where, what is entered, why, and what else it takes. */
export function Card({ card }: { card: readonly CardRow[] }): ReactNode {
  const { job, change, lit, sealed } = useJob();
  const next = card.find((r) => !job.setUp.entered[r.key]);
  const { device } = job;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the sheet hangs on the device and the family alone
  const sheet = useMemo(() => sheetOf(job), [device, job.family]);
  const enter = (r: CardRow, done: boolean): void => {
    change(`${done ? 'Entered' : 'Not entered'}: ${r.name}`, (j) => ({
      ...j,
      setUp: { ...j.setUp, entered: { ...j.setUp.entered, [r.key]: done } },
    }));
  };
  // An empty frame says nothing; the stop's sentence says what is missing.
  if (card.length === 0) return null;
  // Switches in the case are set before its cover goes on: drawn as they must stand.
  const switched = sheet?.settings.some((s) => 'switch' in s.at) === true;
  return (
    <section className="panel">
      <h2>Settings card</h2>
      <CardWalk card={card} menu={sheet?.menu} sealed={sealed} entered={job.setUp.entered} onEnter={enter} />
      {sheet && switched ? (
        <PlateDrawing sheet={sheet} entered={Object.fromEntries(card.map((r) => [r.key, r.enter]))} />
      ) : null}
      <ol className="card-rows">
        {card.map((r) => {
          const done = job.setUp.entered[r.key] === true;
          return (
            <li
              key={r.key}
              className={`card-row${done ? ' done' : ''}${r === next ? ' next' : ''}${lit.has(`setting:${r.key}`) ? ' lit' : ''}`}
            >
              <button
                type="button"
                role="checkbox"
                aria-checked={done}
                aria-label={`${r.name}: entered`}
                className="card-tick"
                disabled={sealed}
                onClick={() => enter(r, !done)}
              >
                <svg viewBox="0 0 24 24" width="26" height="26" aria-hidden="true">
                  <circle cx="12" cy="12" r="9.5" />
                  <line x1="7" x2="17" y1="12" y2="12" transform={done ? undefined : 'rotate(-45 12 12)'} />
                </svg>
              </button>
              <div className="card-where">
                <span className="soft">
                  {r.where.includes(' / ') ? r.where.split(' / ').slice(0, -1).join(' / ') : r.label}
                </span>
                <span className="mono">{r.where.split(' / ').at(-1)}</span>
              </div>
              <div className="card-enter">
                <span className="mono card-code">{r.enter}</span>
                {r.value.toLowerCase() === r.enter.toLowerCase() ? null : <span>{r.value}</span>}
              </div>
              <div className="card-why">
                <span>{r.why}</span>
                {r.dependsOn ? <span className="soft">Depends on: {r.dependsOn}</span> : null}
                {r.locked ? (
                  <span className="soft">locked at {r.factory || 'what its maker chose'}: check it only</span>
                ) : null}
                {!r.locked && r.factory ? (
                  <span className="soft">
                    {r.factory === r.enter
                      ? 'stands there out of the box: check it'
                      : `out of the box ${r.factory}: change it`}
                  </span>
                ) : null}
                {r.range && r.range !== r.enter ? <span className="soft">takes {r.range}</span> : null}
              </div>
              <SelectField
                quiet
                label={`Another value for ${r.name}`}
                value={job.setUp.chosen[r.key] ?? ''}
                disabled={sealed}
                none="as proposed"
                options={r.options}
                onChoose={(value) => {
                  change(`${r.name}: ${value === '' ? 'as proposed' : value}`, (j) => {
                    const { [r.key]: _old, ...rest } = j.setUp.chosen;
                    return { ...j, setUp: { ...j.setUp, chosen: value === '' ? rest : { ...rest, [r.key]: value } } };
                  });
                }}
              />
            </li>
          );
        })}
      </ol>
    </section>
  );
}
