'use client';

import { isHeatPump } from '@core/lowvoltage/system';
/** Set up: what to enter, in the order this device asks; what it detected; join and register. */
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { author } from '../../sync/author';
import { JoinPanel } from '../join/join-panel';
import { TryJobPanel } from '../mains/try-job-panel';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { Card } from './card';
import { HumidityPanel } from './humidity-panel';
import { WeatherPanel } from './weather-panel';
import './set-up.css';

export function SetUp(): ReactNode {
  const { derived, job } = useLowVoltage();
  const { settings, sheet, system } = derived;
  const { card } = settings;
  const entered = card.filter((r) => job.setUp.entered[r.key]).length;
  const next = card.find((r) => !job.setUp.entered[r.key]);
  const sentence = !sheet
    ? 'Choose a device in Arrive: its sheet says where everything is set.'
    : next
      ? `Next on the device: ${next.where}, ${next.label.toLowerCase()}: ${next.enter}.`
      : card.length > 0
        ? `All ${card.length} settings entered.`
        : 'Nothing to enter yet: the wires landed in Survey say what is set here.';
  return (
    <>
      <Bench
        title="Set up"
        note={sheet && card.length > 0 ? `${entered} of ${card.length} entered, in the order ${sheet.name} asks` : ''}
      >
        {sheet ? <Card card={card} /> : <p>No device sheet, so no settings card yet.</p>}
        {sheet && settings.open.length > 0 ? (
          <section className="panel">
            <h2>The device also asks</h2>
            <ul className="open-questions">
              {settings.open.map((o) => (
                <li key={o.where + o.label}>
                  <b>{o.label}</b> <span className="mono">{o.where}</span>{' '}
                  <span className="soft">{o.choices}: the customer’s choice, nothing here decides it</span>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {isHeatPump(system) ? <WeatherPanel /> : null}
        <HumidityPanel />
        {sheet?.detectsTerminals ? <Detected /> : null}
        {sheet?.registration ? <JoinPanel /> : sheet ? <p className="soft">{sheet.name} joins no network.</p> : null}
        <TryJobPanel examples={['set fan.heating equipment']} />
      </Bench>
      <ReadingSide here="set-up" sentence={sentence} />
    </>
  );
}

function Detected(): ReactNode {
  const { derived, job, change, sealed } = useLowVoltage();
  const { sheet, wired } = derived;
  const [draft, setDraft] = useState<string[] | null>(null);
  const detected = draft ?? job.setUp.detected ?? [];
  if (!sheet) return null;
  const toggle = (label: string): void =>
    setDraft(detected.includes(label) ? detected.filter((d) => d !== label) : [...detected, label]);
  const keep = (labels: string[]): void => {
    const inOrder = sheet.terminals.map((t) => t.label).filter((l) => labels.includes(l));
    const matches = wired.length === inOrder.length && wired.every((w) => inOrder.includes(w));
    // The comparison is also the proof run's detection reading: nothing is typed twice.
    change(`Detected: ${inOrder.join(' ')}`, (j) => ({
      ...j,
      setUp: { ...j.setUp, detected: inOrder },
      readings: {
        ...j.readings,
        [nanoid(10)]: {
          at: new Date().toISOString(),
          by: author().name || author().client,
          source: 'typed',
          quantity: 'seen',
          value: matches ? 1 : 0,
          stop: 'set-up',
          test: 'detection',
          measure: 'match',
          state: 'idle',
        },
      },
    }));
    setDraft(null);
  };
  return (
    <section className="panel stack">
      <h2>Terminals the device reports</h2>
      <div className="detected" role="group" aria-label="Terminals reported">
        {sheet.terminals.map((t) => {
          const on = detected.includes(t.label);
          const planned = wired.includes(t.label);
          return (
            <button
              key={t.label}
              type="button"
              aria-pressed={on}
              disabled={sealed}
              className={draft === null && job.setUp.detected && on !== planned ? 'differs' : ''}
              onClick={() => toggle(t.label)}
            >
              <svg viewBox="0 0 30 30" width="30" height="30" aria-hidden="true">
                <circle cx="15" cy="15" r="12" />
                <line x1="9" x2="21" y1="15" y2="15" transform="rotate(-35 15 15)" />
              </svg>
              <span className="mono">{t.label}</span>
              <small>{planned ? 'planned' : 'free'}</small>
            </button>
          );
        })}
      </div>
      <div className="row">
        <Button className="primary" disabled={sealed || draft === null} onClick={() => keep(detected)}>
          Keep what it reports
        </Button>
        <Button disabled={sealed} onClick={() => keep([...wired])}>
          Exactly as planned
        </Button>
      </div>
    </section>
  );
}
