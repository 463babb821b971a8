'use client';

import { familyOf } from '@core/family/registry';
import dynamic from 'next/dynamic';
/** Arrive: where, what, does it work now; what to take along; what to start before anything else. */
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FAMILY_SCREENS } from '../families';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { Wait } from '../shell/timers';
import '../../ui/tiles.css';
import { SameSite } from './same-site';
import './arrive.css';

const SheetEditor = dynamic(() => import('../sheet-editor/sheet-editor').then((m) => m.SheetEditor), { ssr: false });
const SheetStart = dynamic(() => import('../sheet-editor/sheet-start').then((m) => m.SheetStart), { ssr: false });
const Complaints = dynamic(() => import('./complaints').then((m) => m.Complaints), { ssr: false });

function Device(): ReactNode {
  const { job, change, sealed } = useJob();
  const { sheets } = familyOf(job).module;
  const { plate: Plate } = FAMILY_SCREENS[job.family];
  return (
    <section className="panel stack">
      <h2>Which device goes up</h2>
      <div className="tiles">
        {sheets.shipped.map((s) => (
          <button
            key={s.id}
            type="button"
            className="tile"
            disabled={sealed}
            aria-pressed={job.device.sheet === s.id && job.device.inline === undefined}
            onClick={() =>
              change(`Device: ${s.name}`, (j) => ({
                ...j,
                device: { ...j.device, sheet: s.id, inline: undefined },
              }))
            }
          >
            {Plate ? <Plate sheet={s as never} /> : null}
            <strong>{s.name}</strong>
            <span className="soft">{sheets.says(s as never)}</span>
          </button>
        ))}
      </div>
      <SheetStart />
      <div className="field-grid">
        <TextField
          label="Serial number"
          mono
          value={job.device.serial}
          disabled={sealed}
          onCommit={(v) => change('Serial number', (j) => ({ ...j, device: { ...j.device, serial: v || undefined } }))}
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
  );
}

function Where(): ReactNode {
  const { job, change, sealed } = useJob();
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
  return (
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
  );
}

/** How it works now, and what the wall is like. */
function Before(): ReactNode {
  const { job, change, sealed } = useJob();
  return (
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
        onChoose={(worksNow) => change(`Works now: ${worksNow}`, (j) => ({ ...j, arrive: { ...j.arrive, worksNow } }))}
      />
      <TextField
        label="What was seen"
        value={job.arrive.note}
        disabled={sealed}
        maxLength={4000}
        onCommit={(v) => change('Note on arrival', (j) => ({ ...j, arrive: { ...j.arrive, note: v || undefined } }))}
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
  );
}

/** What takes its time by itself. */
function Waits(): ReactNode {
  const { startsIn } = useJob().derived.shared.sheet ?? {};
  if (!startsIn) return null;
  return (
    <section className="panel stack">
      <h2>Start first, it runs while you work</h2>
      {startsIn.updateSeconds > 0 ? <Wait label="First update" seconds={startsIn.updateSeconds} stop="arrive" /> : null}
      <Wait label="First start" seconds={startsIn.firstStartSeconds} stop="power-up" />
      <p className="soft">Waits run on every screen and outlive a closed browser.</p>
    </section>
  );
}

function PartsList(): ReactNode {
  const { job, derived, change, sealed } = useJob();
  return (
    <section className="side-list">
      <h2>Parts and tools</h2>
      {derived.shared.kit.map((p) => (
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
  );
}

export function Arrive(): ReactNode {
  const { job, derived } = useJob();
  const { sheet, kit } = derived.shared;
  const packed = kit.filter((p) => job.arrive.packed[p.id]).length;
  const sentence = sheet
    ? `${sheet.name}: ${sheet.says ?? derived.shared.sentence}`
    : 'Say where you are and which device goes up; the rest follows from that.';
  return (
    <>
      <Bench title="Arrive" note={`${packed} of ${kit.length} things in hand`}>
        <Device />
        {job.device.inline !== undefined ? <SheetEditor /> : null}
        <div className="panel-grid">
          <Where />
          <Before />
        </div>
        <SameSite />
        <Complaints />
        <div className="panel-grid">
          <Waits />
        </div>
      </Bench>
      <ReadingSide here="arrive" sentence={sentence}>
        <PartsList />
      </ReadingSide>
    </>
  );
}
