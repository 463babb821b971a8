'use client';

/** What a meter says on the old installation: any two points, in any state, touched, chosen or typed. */
import { METER_HIGH_OHMS, METER_LOW_OHMS } from '@core/circuit/netlist';
import { PART_POINTS, pointWords } from '@core/job/points';
import type { Job, Quantity, Reading } from '@core/job/schema';
import { CABLE_ENDS, landedOn } from '@core/survey/landing';
import { parseReadings, READING_STATES } from '@core/survey/reading-lines';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { ReadingEntry } from '../../ui/reading-entry';
import { LineEntry } from '../mains/line-entry';
import { useJob } from '../shell/job-context';
import { ReadingsLog } from '../shell/readings-log';

const QUANTITIES = [
  { value: 'volts-ac', label: 'V AC' },
  { value: 'volts-dc', label: 'V DC' },
  { value: 'ohms', label: 'Ω' },
  { value: 'amps', label: 'A' },
] as const;
const NORMAL = [
  { value: 'none', label: 'nothing of the kind' },
  { value: 'restart-delay', label: 'restart delay' },
  { value: 'defrost', label: 'defrost' },
  { value: 'run-on', label: 'run-on' },
] as const;

/** Every point that can be touched here: screws of both plates, bare ends of cores, parts. */
function pointsHere(job: Job): { value: string; label: string }[] {
  const points: string[] = [];
  for (const [id, c] of Object.entries(job.survey.conductors))
    for (const place of CABLE_ENDS[c.cable]) {
      const screw = landedOn(c, place);
      points.push(screw ? `${place}.${screw}` : `core.${id}.${place}`);
    }
  for (const s of job.survey.equipment.boardScrews ?? []) points.push(`board.${s}`);
  return [...new Set([...points, ...PART_POINTS.map((p) => p.id)])].map((value) => ({
    value,
    label: pointWords(job, value),
  }));
}

export function MeasureFound({ pair }: { pair: readonly string[] }): ReactNode {
  const { job, read, sealed } = useJob();
  const [state, setState] = useState('idle');
  const [during, setDuring] = useState<(typeof NORMAL)[number]['value']>('none');
  const [quantity, setQuantity] = useState<(typeof QUANTITIES)[number]['value']>('volts-ac');
  const [low, setLow] = useState(false);
  const [chosen, setChosen] = useState<[string, string]>(['', '']);
  const points = pointsHere(job);
  const a = pair[0] ?? chosen[0];
  const b = pair[1] ?? chosen[1];
  const ready = a !== '' && b !== '' && a !== b;
  const take = (reading: Pick<Reading, 'quantity' | 'value' | 'a' | 'b' | 'state'>, lowMeter: boolean): boolean =>
    read(`Found ${reading.value}, ${pointWords(job, reading.a)} to ${pointWords(job, reading.b)}`, {
      ...reading,
      stop: 'survey',
      meterOhms: lowMeter ? METER_LOW_OHMS : METER_HIGH_OHMS,
      ...(during === 'none' ? {} : { during }),
    });
  const pick = (which: 0 | 1, label: string): ReactNode => (
    <label className="field">
      {label}
      <select
        className="select"
        value={which === 0 ? a : b}
        disabled={sealed || pair[which] !== undefined}
        onChange={(e) => setChosen(which === 0 ? [e.target.value, chosen[1]] : [chosen[0], e.target.value])}
      >
        <option value="">touch a screw, or choose</option>
        {points.map((p) => (
          <option key={p.value} value={p.value}>
            {p.label}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <section className="panel stack">
      <h2>
        {ready ? `${pointWords(job, a)} to ${pointWords(job, b)}` : 'Touch two screws above, or choose any two points'}
      </h2>
      <div className="field-grid">
        {pick(0, 'One probe on')}
        {pick(1, 'The other on')}
        <label className="field">
          While it is
          <select className="select" value={state} disabled={sealed} onChange={(e) => setState(e.target.value)}>
            {READING_STATES.map((s) => (
              <option key={s.value} value={s.value}>
                {s.label}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="row">
        <Choice label="Reads" value={quantity} options={QUANTITIES} onChoose={setQuantity} />
        <Choice
          label="Meter"
          value={low ? 'low' : 'high'}
          options={[
            { value: 'high', label: '10 MΩ' },
            { value: 'low', label: '3 kΩ' },
          ]}
          onChoose={(v) => setLow(v === 'low')}
        />
        <Choice label="Normal behaviour meanwhile" value={during} options={NORMAL} onChoose={setDuring} />
      </div>
      <ReadingEntry
        label="Meter says"
        quantity={quantity as Quantity}
        units={job.units}
        disabled={sealed || !ready}
        onRead={(value) => {
          if (ready) take({ quantity, value, a, b, state }, low);
        }}
      />
      <LineEntry<{ reading: Pick<Reading, 'quantity' | 'value' | 'a' | 'b' | 'state'> & { low: boolean } }>
        label="Type readings"
        verb="Take"
        parse={(line) => parseReadings(line, job)}
        disabled={sealed}
        says={({ reading: r }) =>
          `${pointWords(job, r.a)} to ${pointWords(job, r.b)} ${r.value}, ${r.state ?? ''}${r.low ? ', low meter' : ''}`
        }
        example={
          <>
            Type <span className="mono">r to c 25.9</span>, <span className="mono">board y c 24 cool</span>,{' '}
            <span className="mono">blue wall to earth 12</span>, <span className="mono">primary 121</span>
          </>
        }
        onTake={(items) => {
          for (const { reading } of items) {
            const { low: lowMeter, ...r } = reading;
            take(r, lowMeter);
          }
        }}
      />
      <ReadingsLog stop="survey" />
    </section>
  );
}
