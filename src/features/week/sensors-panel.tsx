'use client';

/** Sensors and profiles: who counts where, and the temperature each profile is then steered by. */
import { Sensor } from '@core/job/sensor-schema';
import {
  controlledBy,
  isAir,
  KIND_WORDS,
  referenceMeasure,
  type SensorView,
  sensorViews,
  showsMeasure,
  whenLost,
} from '@core/sensors/participation';
import { celsiusToFahrenheit, fixed } from '@core/units/units';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { SelectField } from '../../ui/select-field';
import { useJob } from '../shell/job-context';
import { Wait } from '../shell/timers';
import { ReadRig } from './read-rig';
import './sensors.css';

const KINDS = Sensor.shape.kind.options.map((value) => ({ value, label: KIND_WORDS[value] }));
const SPOILT = [
  { value: 'nothing', label: 'nothing' },
  { value: 'heat', label: 'something warm' },
  { value: 'sun', label: 'sun' },
  { value: 'cooking', label: 'cooking' },
  { value: 'draught', label: 'a draught' },
] as const;
/** What a touch makes of a place in the matrix: out, in, in while somebody is there. */
const NEXT = { none: 'always', always: 'occupied', occupied: 'none' } as const;
const MARK = { none: '·', always: '●', occupied: '◐' } as const;
const SAID = { none: 'does not count', always: 'counts', occupied: 'counts while somebody is there' } as const;

export function SensorsPanel(): ReactNode {
  const { job, change, read, sealed, derived } = useJob();
  const lost = derived.shared.sheet?.lostSensor;
  const views = sensorViews(job);
  const us = job.units === 'us';
  const t = (c: number): string => (us ? `${fixed(celsiusToFahrenheit(c), 1)} °F` : `${fixed(c, 1)} °C`);
  const set = (label: string, id: string, more: Partial<Sensor>): boolean =>
    change(label, (j) => {
      const sensor = j.sensors?.[id];
      return sensor ? { ...j, sensors: { ...j.sensors, [id]: { ...sensor, ...more } } } : j;
    });
  const add = (): boolean => {
    const first = views.length === 0;
    const sensor: Sensor = first
      ? { name: 'Device', kind: 'built-in' }
      : { name: `Sensor ${views.length + 1}`, kind: 'remote' };
    return change(`Sensor: ${sensor.name}`, (j) => ({ ...j, sensors: { ...j.sensors, [nanoid(5)]: sensor } }));
  };
  const profiles = Object.entries(job.week.profiles);
  const controlled = controlledBy(job, lost);
  return (
    <section className="panel stack" aria-label="Sensors">
      <h2>Sensors</h2>
      {views.length === 0 ? (
        <p className="soft">Only where the device listens to more than itself: say which, and who counts when.</p>
      ) : null}
      {views.some((v) => isAir(v.sensor.kind)) && profiles.length > 0 ? (
        <div className="pair-scroll">
          <table className="sensor-matrix" aria-label="Who counts in which profile">
            <thead>
              <tr>
                <th scope="col">Counts in</th>
                {profiles.map(([id, p]) => (
                  <th key={id} scope="col">
                    {p.name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {views.map((v) => (
                <tr key={v.id}>
                  <th scope="row">
                    {v.sensor.name}
                    <small>{v.celsius === null ? 'not read' : t(v.celsius)}</small>
                  </th>
                  {profiles.map(([id, p]) => {
                    const now = v.sensor.counts?.[id] ?? 'none';
                    return (
                      <td key={id}>
                        <Button
                          className={`sensor-cell ${now}`}
                          disabled={sealed}
                          aria-label={`${v.sensor.name} ${SAID[now]} in ${p.name}`}
                          onClick={() => {
                            const { [id]: _was, ...others } = v.sensor.counts ?? {};
                            const next = NEXT[now];
                            set(`${v.sensor.name} ${SAID[next]} in ${p.name}`, v.id, {
                              counts: next === 'none' ? others : { ...others, [id]: next },
                            });
                          }}
                        >
                          {MARK[now]}
                        </Button>
                      </td>
                    );
                  })}
                </tr>
              ))}
              <tr className="sensor-result">
                <th scope="row">Steered by</th>
                {controlled.map((c) => (
                  <td key={c.profile} className="mono">
                    {c.celsius === null ? '–' : t(c.celsius)}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </div>
      ) : null}
      {views.length > 0 ? (
        <ul className="sensor-says">
          {controlled.map((c) => (
            <li key={c.profile}>
              <b>{c.name}:</b> {c.says}
            </li>
          ))}
          <li className="soft">With no sensor left {whenLost(lost)}.</li>
        </ul>
      ) : null}
      {views.map((v) => (
        <OneSensor
          key={v.id}
          view={v}
          units={job.units}
          sealed={sealed}
          set={(label, more) => set(label, v.id, more)}
          onRead={(what, celsius) =>
            read(`${v.sensor.name} ${what === 'shows' ? 'shows' : 'reference'}: ${t(celsius)}`, {
              quantity: 'celsius',
              value: celsius,
              measure: what === 'shows' ? showsMeasure(v.id) : referenceMeasure(v.id),
              stop: 'week',
            })
          }
          onOut={() =>
            change(`Sensor taken out: ${v.sensor.name}`, (j) => {
              const { [v.id]: _gone, ...sensors } = j.sensors ?? {};
              return { ...j, sensors };
            })
          }
        />
      ))}
      <div className="row">
        <Button disabled={sealed} onClick={add}>
          {views.length === 0 ? 'Add the device’s own' : 'Add a sensor'}
        </Button>
        {views.length > 0 ? <ReadRig views={views} disabled={sealed} /> : null}
      </div>
    </section>
  );
}

interface OneProps {
  view: SensorView;
  units: 'si' | 'us';
  sealed: boolean;
  set: (label: string, more: Partial<Sensor>) => boolean;
  onRead: (what: 'shows' | 'reference', celsius: number) => void;
  onOut: () => void;
}

function OneSensor({ view, units, sealed, set, onRead, onOut }: OneProps): ReactNode {
  const { sensor } = view;
  const name = sensor.name;
  return (
    <details className="sensor">
      <summary>
        <b>{name}</b> <span className="soft">{KIND_WORDS[sensor.kind]}</span>
      </summary>
      <div className="stack">
        <div className="field-grid">
          <TextField
            label="Called"
            value={name}
            disabled={sealed}
            onCommit={(v) => v && set(`Sensor: ${v}`, { name: v })}
          />
          <SelectField
            label="Kind"
            value={sensor.kind}
            options={KINDS}
            disabled={sealed}
            onChoose={(value) => {
              const kind = KINDS.find((k) => k.value === value)?.value;
              if (kind) set(`${name}: ${KIND_WORDS[kind]}`, { kind });
            }}
          />
          <FigureField
            label="It shows"
            of={name}
            quantity="temperature"
            units={units}
            low={-60}
            high={150}
            value={view.showsCelsius ?? undefined}
            disabled={sealed}
            onTake={(v) => v !== undefined && onRead('shows', v)}
          />
          <FigureField
            label="Reference beside it"
            of={name}
            quantity="temperature"
            units={units}
            low={-40}
            high={60}
            value={
              view.offsetKelvin === null || view.showsCelsius === null
                ? undefined
                : view.showsCelsius - view.offsetKelvin
            }
            disabled={sealed}
            hint="after 15 min side by side"
            onTake={(v) => v !== undefined && onRead('reference', v)}
          />
        </div>
        <Wait label={`${name}: reference settles`} seconds={900} stop="week" />
        <Choice
          label="Spoilt by"
          value={sensor.spoiltBy}
          options={SPOILT}
          disabled={sealed}
          onChoose={(spoiltBy) => set(`${name}: spoilt by ${spoiltBy}`, { spoiltBy })}
        />
        {sensor.kind === 'remote' ? (
          <>
            <Choice
              label="The device hears it"
              value={sensor.heard === undefined ? undefined : sensor.heard ? 'yes' : 'no'}
              options={[
                { value: 'yes', label: 'yes' },
                { value: 'no', label: 'never' },
              ]}
              disabled={sealed}
              onChoose={(v) => set(`${name}: ${v === 'yes' ? 'heard' : 'never heard'}`, { heard: v === 'yes' })}
            />
            <Choice
              label="Battery"
              value={sensor.battery}
              options={[
                { value: 'fine', label: 'fine' },
                { value: 'low', label: 'low' },
              ]}
              disabled={sealed}
              onChoose={(battery) => set(`${name}: battery ${battery}`, { battery })}
            />
          </>
        ) : null}
        {sensor.kind === 'wired' ? (
          <>
            <TextField
              label="Terminals"
              value={sensor.terminals}
              disabled={sealed}
              onCommit={(terminals) => set(`${name}: terminals ${terminals}`, { terminals: terminals || undefined })}
            />
            <p className="soft">
              Both leads together in a cable of their own, either way round, away from the 24 V cores and from mains. On
              a 24 V wall they are conductors of the survey: “s1 brown wall, s2 blue wall”.
            </p>
          </>
        ) : null}
        {sensor.kind === 'outdoor' ? (
          <Choice
            label="It comes by"
            value={sensor.over}
            options={[
              { value: 'wire', label: 'its own wire' },
              { value: 'radio', label: 'radio' },
              { value: 'network', label: 'the network’s weather' },
            ]}
            disabled={sealed}
            onChoose={(over) => set(`${name}: by ${over}`, { over })}
          />
        ) : null}
        {isAir(sensor.kind) ? (
          <Choice
            label="When it was read"
            value={sensor.occupied === undefined ? undefined : sensor.occupied ? 'yes' : 'no'}
            options={[
              { value: 'yes', label: 'somebody was there' },
              { value: 'no', label: 'nobody was' },
            ]}
            disabled={sealed}
            onChoose={(v) => set(`${name}: ${v === 'yes' ? 'occupied' : 'empty'}`, { occupied: v === 'yes' })}
          />
        ) : null}
        <div className="row">
          <Button disabled={sealed} onClick={onOut}>
            Take out
          </Button>
        </div>
      </div>
    </details>
  );
}
