'use client';

/** Join and register: what to press, what to see, what each failure means; and control from afar, timed. */
import { joinPath, minutesLeft, openSteps } from '@core/join/path';
import { count } from '@core/units/units';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { useJob } from '../shell/job-context';
import { CodeField } from './code-field';
import { ControlTest } from './control-test';
import { Consents, Links } from './links';
import { PathStep } from './path-step';
import { RigJoin } from './rig-join';
import './join.css';

const FOLLOW_UPS = [
  { what: 'Register the device when there is internet', owner: 'customer' },
  { what: 'Give the installer remote sight of the device, if the customer agrees', owner: 'customer' },
] as const;

export function JoinPanel(): ReactNode {
  const { derived, job, change, sealed } = useJob();
  const { join } = job;
  const registration = derived.shared.sheet?.registration;
  if (!registration) return null;
  const set = (label: string, more: Partial<typeof join>): boolean =>
    change(label, (j) => ({ ...j, join: { ...j.join, ...more } }));
  const path = joinPath(job, registration);
  // Families that ask no display say by their start that it has power.
  const lit = job.powerUp.display === 'lit' || derived.stops.some((s) => s.id === 'power-up' && s.state === 'done');
  const open = openSteps(job, path, lit);
  const done = path.filter((s) => join.steps?.[s.id] && join.steps[s.id]?.failed === undefined).length;
  const left = minutesLeft(job, path);
  return (
    <section className="panel stack" aria-label="Join and register">
      <div className="row join-head">
        <h2>Join and register</h2>
        <span className="soft">
          {done} of {path.length}
          {left > 0 ? `, about ${count(Math.ceil(left), 'minute')} left` : ''}
        </span>
      </div>
      <Choice
        label="Internet here today"
        value={join.internet}
        disabled={sealed}
        options={[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'No' },
        ]}
        onChoose={(internet) =>
          change(`Internet today: ${internet}`, (j) => ({
            ...j,
            join: {
              ...j.join,
              internet,
              tasks:
                internet === 'no' && Object.keys(j.join.tasks).length === 0
                  ? Object.fromEntries(FOLLOW_UPS.map((t, i) => [`later${i + 1}`, { ...t }]))
                  : j.join.tasks,
            },
          }))
        }
      />
      <div className="field-grid">
        {registration.bands.length > 0 ? (
          <>
            <TextField
              label="Network name (never the password)"
              value={join.networkName}
              disabled={sealed}
              onCommit={(v) => set('Network name', { networkName: v || undefined })}
            />
            <TextField
              label="Signal at the wall, dBm"
              mono
              value={join.signalDbm === undefined ? '' : String(join.signalDbm)}
              disabled={sealed}
              hint="−67 good, −75 doubtful"
              onCommit={(v) => {
                const n = Number(v.replace('−', '-'));
                set(`Signal: ${v} dBm`, { signalDbm: v === '' || !Number.isFinite(n) ? undefined : -Math.abs(n) });
              }}
            />
          </>
        ) : null}
        <TextField
          label="Place shown on the device"
          value={join.placeName}
          disabled={sealed}
          onCommit={(v) => set('Place', { placeName: v || undefined })}
        />
        <TextField
          label="Time zone"
          value={join.timeZone}
          disabled={sealed}
          onCommit={(v) => set('Time zone', { timeZone: v || undefined })}
        />
        <TextField
          label="Account (the customer’s)"
          value={join.account}
          disabled={sealed}
          onCommit={(v) => set('Account', { account: v || undefined })}
        />
        <CodeField sheet={registration} />
      </div>
      {registration.bands.length > 0 ? (
        <Choice
          label={`Band (this device joins ${registration.bands.join(' and ')} GHz)`}
          value={join.band}
          disabled={sealed}
          options={[
            { value: '2.4', label: '2.4 GHz' },
            { value: '5', label: '5 GHz' },
            { value: 'unknown', label: 'not known' },
          ]}
          onChoose={(band) => set(`Band: ${band}`, { band })}
        />
      ) : null}
      <ol className="join-path">
        {path.map((step) => (
          <PathStep key={step.id} step={step} lit={lit} now={open[0]?.id === step.id} />
        ))}
      </ol>
      <RigJoin way={registration.way} path={path} next={open[0]} />
      <ControlTest />
      <Links />
      <Consents />
      {Object.entries(join.tasks).length > 0 ? (
        <div>
          <p className="soft">Follow-ups, each with an owner</p>
          {Object.entries(join.tasks).map(([id, t]) => (
            <Tick
              key={id}
              checked={t.done === true}
              disabled={sealed}
              note={t.owner}
              onToggle={(was) =>
                change(`${was ? 'Done' : 'Not done'}: ${t.what}`, (j) => ({
                  ...j,
                  join: { ...j.join, tasks: { ...j.join.tasks, [id]: { ...t, done: was } } },
                }))
              }
            >
              {t.what}
            </Tick>
          ))}
        </div>
      ) : null}
      <TextField
        label="Another follow-up, for the customer"
        adds
        value=""
        disabled={sealed}
        onCommit={(v) => {
          if (v)
            change(`Follow-up: ${v}`, (j) => ({
              ...j,
              join: { ...j.join, tasks: { ...j.join.tasks, [nanoid(6)]: { what: v, owner: 'customer' } } },
            }));
        }}
      />
    </section>
  );
}
