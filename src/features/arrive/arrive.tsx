'use client';

import { BOILER_SHEETS } from '@core/boiler/sheet';
import type { DeviceSheet } from '@core/devices/sheet';
import { SHIPPED_SHEETS } from '@core/devices/shipped.data';
import { FLOOR_SHEETS } from '@core/floor/sheet';
import { listed } from '@core/units/units';
/** Arrive: where, what, does it work now; what to take along; what to start before anything else. */
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { Wait } from '../shell/timers';
import { OwnSheet } from './own-sheet';
import './arrive.css';

const OUTPUT_WORDS = { live: 'live outputs', 'volt-free': 'a volt-free pair', bus: 'a data bus and a pair' } as const;

export function Arrive(): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const { sheet, parts, boiler, floor } = derived;
  // Devices of the mains families are told by a line; the 24 V ones by their plate.
  const mains: { id: string; name: string; says: string }[] | null = boiler
    ? BOILER_SHEETS.map((s) => ({
        id: s.id,
        name: s.name,
        says: `${s.channels} ${s.channels === 1 ? 'channel' : 'channels'}, ${OUTPUT_WORDS[s.output]}, ${s.needsNeutral ? 'needs a neutral' : 'needs no neutral'}, contacts ${s.contactAmps} A`,
      }))
    : floor
      ? FLOOR_SHEETS.map((s) => ({
          id: s.id,
          name: s.name,
          says: `${listed(s.volts.map(String))} V, relay ${s.relayAmps} A, ${s.groundFault ? 'own ground-fault protection' : 'no ground-fault protection'}, ${s.schedule.slotsPerDay} events a day`,
        }))
      : null;
  const own = boiler ?? floor;
  const packed = parts.filter((p) => job.arrive.packed[p.id]).length;
  const site = (key: 'name' | 'address' | 'customer', label: string): ReactNode => (
    <TextField
      label={label}
      value={job.site[key]}
      disabled={sealed}
      onCommit={(v) =>
        change(`${label}: ${v}`, (j) => ({ ...j, site: { ...j.site, [key]: key === 'name' ? v : v || undefined } }))
      }
    />
  );
  const sentence = own?.sheet
    ? `${own.sheet.name}: ${own.sentence}`
    : !sheet
      ? 'Say where you are and which device goes up; the rest follows from that.'
      : `${sheet.name}: ${sheet.supply.commonRequired ? 'needs a common wire' : 'runs on batteries or a common wire'}, ${sheet.heatStages} heat and ${sheet.coolStages} cool ${sheet.coolStages === 1 ? 'stage' : 'stages'}, a single R lands on ${sheet.singleR}.`;
  return (
    <>
      <Bench title="Arrive" note={`${packed} of ${parts.length} things in hand`}>
        <section className="panel stack">
          <h2>Which device goes up</h2>
          {mains ? (
            <div className="sheets">
              {mains.map((s) => (
                <button
                  key={s.id}
                  type="button"
                  className="sheet"
                  disabled={sealed}
                  aria-pressed={own?.sheet?.id === s.id}
                  onClick={() =>
                    change(`Device: ${s.name}`, (j) => ({
                      ...j,
                      device: { ...j.device, sheet: s.id, inline: undefined },
                    }))
                  }
                >
                  <strong>{s.name}</strong>
                  <span className="soft">{s.says}</span>
                </button>
              ))}
            </div>
          ) : (
            <div className="sheets">
              {SHIPPED_SHEETS.map((s) => (
                <button
                  key={s.id}
                  type="button"
                  className="sheet"
                  disabled={sealed}
                  aria-pressed={sheet?.id === s.id && job.device.inline === undefined}
                  onClick={() =>
                    change(`Device: ${s.name}`, (j) => ({
                      ...j,
                      device: { ...j.device, sheet: s.id, inline: undefined },
                    }))
                  }
                >
                  <Plate sheet={s} />
                  <strong>{s.name}</strong>
                  <span className="soft">
                    {s.supply.commonRequired ? 'C required' : 'batteries or C'}; {s.heatStages} heat, {s.coolStages}{' '}
                    cool; single R on {s.singleR}
                  </span>
                </button>
              ))}
            </div>
          )}
          {job.device.inline !== undefined && sheet ? <p>This job carries its own sheet: {sheet.name}.</p> : null}
          {mains ? null : <OwnSheet />}
          <div className="field-grid">
            <TextField
              label="Serial number"
              mono
              value={job.device.serial}
              disabled={sealed}
              onCommit={(v) =>
                change('Serial number', (j) => ({ ...j, device: { ...j.device, serial: v || undefined } }))
              }
            />
            <TextField
              label="Hardware address"
              mono
              value={job.device.hardwareAddress}
              disabled={sealed}
              onCommit={(v) =>
                change('Hardware address', (j) => ({ ...j, device: { ...j.device, hardwareAddress: v || undefined } }))
              }
            />
          </div>
        </section>
        <div className="panel-grid">
          <section className="panel stack">
            <h2>Where</h2>
            <div className="field-grid">
              {site('name', 'Site')}
              <TextField
                label="Zone or room"
                value={job.zone}
                disabled={sealed}
                onCommit={(v) => change(`Zone: ${v}`, (j) => ({ ...j, zone: v }))}
              />
              {site('address', 'Address')}
              {site('customer', 'Customer')}
              <TextField
                label="Job number"
                mono
                value={job.number}
                disabled={sealed}
                onCommit={(v) => change(`Job number: ${v}`, (j) => ({ ...j, number: v || undefined }))}
              />
              <Choice
                label="Units"
                value={job.units}
                disabled={sealed}
                options={[
                  { value: 'si', label: '°C' },
                  { value: 'us', label: '°F' },
                ]}
                onChoose={(units) => change(`Units: ${units === 'si' ? '°C' : '°F'}`, (j) => ({ ...j, units }))}
              />
            </div>
          </section>
          <section className="panel stack">
            <h2>Before you touch anything</h2>
            <Choice
              label="Does the equipment work now, with the old thermostat?"
              value={job.arrive.worksNow}
              disabled={sealed}
              options={[
                { value: 'yes', label: 'Yes' },
                { value: 'partly', label: 'Partly' },
                { value: 'no', label: 'No' },
                { value: 'cannot-tell', label: 'Cannot tell' },
              ]}
              onChoose={(worksNow) =>
                change(`Works now: ${worksNow}`, (j) => ({ ...j, arrive: { ...j.arrive, worksNow } }))
              }
            />
            <TextField
              label="What was seen"
              value={job.arrive.note}
              disabled={sealed}
              maxLength={4000}
              onCommit={(v) =>
                change('Note on arrival', (j) => ({ ...j, arrive: { ...j.arrive, note: v || undefined } }))
              }
            />
            <Choice
              label="The wall is"
              value={job.arrive.wall}
              disabled={sealed}
              options={(['plasterboard', 'plaster', 'brick', 'timber', 'panelling'] as const).map((value) => ({
                value,
                label: value,
              }))}
              onChoose={(wall) => change(`Wall: ${wall}`, (j) => ({ ...j, arrive: { ...j.arrive, wall } }))}
            />
            <Choice
              label="Does the new plate cover the old marks?"
              value={job.arrive.plateCoversMarks === undefined ? undefined : job.arrive.plateCoversMarks ? 'yes' : 'no'}
              disabled={sealed}
              options={[
                { value: 'yes', label: 'Yes' },
                { value: 'no', label: 'No, larger plate' },
              ]}
              onChoose={(v) =>
                change(`Plate covers the marks: ${v}`, (j) => ({
                  ...j,
                  arrive: { ...j.arrive, plateCoversMarks: v === 'yes' },
                }))
              }
            />
          </section>
        </div>
        <div className="panel-grid">
          {sheet && sheet.updateSeconds + sheet.firstStartSeconds > 0 ? (
            <section className="panel stack">
              <h2>Start first, it runs while you work</h2>
              {sheet.updateSeconds > 0 ? (
                <Wait label="First update" seconds={sheet.updateSeconds} stop="arrive" />
              ) : null}
              <Wait label="First start" seconds={sheet.firstStartSeconds} stop="power-up" />
              <p className="soft">Waits run on every screen and outlive a closed browser.</p>
            </section>
          ) : null}
        </div>
      </Bench>
      <ReadingSide here="arrive" sentence={sentence}>
        <section className="side-list">
          <h2>Parts and tools</h2>
          {parts.map((p) => (
            <Tick
              key={p.id}
              checked={job.arrive.packed[p.id] === true}
              disabled={sealed}
              note={p.why}
              onToggle={(on) =>
                change(`${on ? 'In hand' : 'Not in hand'}: ${p.name}`, (j) => ({
                  ...j,
                  arrive: { ...j.arrive, packed: { ...j.arrive.packed, [p.id]: on } },
                }))
              }
            >
              {p.name}
            </Tick>
          ))}
        </section>
      </ReadingSide>
    </>
  );
}

/** The device's plate in small: its screws in their order. */
function Plate({ sheet }: { sheet: DeviceSheet }): ReactNode {
  const { terminals } = sheet;
  return (
    <svg
      viewBox={`0 0 ${terminals.length * 30 + 10} 50`}
      height="50"
      className="sheet-plate"
      role="img"
      aria-label={`Terminals ${listed(terminals.map((t) => t.label))}`}
    >
      <rect x="1" y="1" width={terminals.length * 30 + 8} height="48" rx="8" />
      {terminals.map((t, i) => (
        <g key={t.label} className={t.label === sheet.singleR ? 'single' : ''}>
          <circle cx={20 + i * 30} cy="17" r="8" />
          <line x1={15 + i * 30} x2={25 + i * 30} y1="17" y2="17" transform={`rotate(-35 ${20 + i * 30} 17)`} />
          <text x={20 + i * 30} y="41" textAnchor="middle">
            {t.label}
          </text>
        </g>
      ))}
    </svg>
  );
}
