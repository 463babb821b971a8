'use client';

/** A reading between any two points of the installed system: two screws touched, a state, and what the meter says. */
import { type Point, pointParts } from '@core/circuit/point';
import { familyOf } from '@core/family/registry';
import { pointWords } from '@core/job/points';
import { valueText } from '@core/proof/proof-run';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { ReadingEntry } from '../../ui/reading-entry';
import { SelectField } from '../../ui/select-field';
import { TouchPoint } from '../../ui/touch-point';
import { useJob } from '../shell/job-context';
import { touched } from '../shell/touched';
import './read-any.css';

const PITCH = 54;

type Kind = 'volts-ac' | 'ohms' | 'volts-dc';
const KINDS: readonly { value: Kind; label: string }[] = [
  { value: 'volts-ac', label: 'Volts AC' },
  { value: 'ohms', label: 'Ohms' },
  { value: 'volts-dc', label: 'Volts DC' },
];

/** What stands at a screw inside its group: "R", "c2 1". */
const shortOf = (point: string): string => {
  const { part, id, end } = pointParts(point);
  return [id, end].filter(Boolean).join(' ') || part;
};

export function ReadAny(): ReactNode {
  const { job, derived, read, sealed } = useJob();
  const { module } = familyOf(job);
  const { tests } = derived.shared.proof;
  const measures = tests.flatMap((t) => t.measures);
  const points = [
    ...new Set([
      ...(module.probes?.(derived.own) ?? []),
      ...measures.flatMap((m) => [m.a, m.b].filter((p) => p !== undefined)),
    ]),
  ];
  const groups = new Map<string, Point[]>();
  for (const p of points) {
    const { part } = pointParts(p);
    groups.set(part, [...(groups.get(part) ?? []), p]);
  }
  const states = tests
    .filter((t, i) => tests.findIndex((x) => x.state === t.state) === i)
    .map((t) => ({ value: t.state, label: t.title }));
  const [pair, setPair] = useState<Point[]>([]);
  const [state, setState] = useState(states[0]?.value ?? 'idle');
  const [kind, setKind] = useState<Kind>('volts-ac');
  const [said, setSaid] = useState('');
  const [a, b] = pair;
  const ready = a !== undefined && b !== undefined;
  const take = (value: number): void => {
    if (!ready) return;
    const words = `${pointWords(job, a)} to ${pointWords(job, b)}: ${valueText(kind, value, job.units)}`;
    if (read(words, { quantity: kind, value, a, b, state, stop: 'proof' })) setSaid(words);
  };
  if (points.length < 2) return null;
  return (
    <section className="panel stack">
      <h2>{ready ? `${pointWords(job, a)} to ${pointWords(job, b)}` : 'Read between any two points: touch them'}</h2>
      <div className="probe-groups">
        {[...groups].map(([place, list]) => (
          <figure key={place} className="probe-group">
            <figcaption className="soft">{place}</figcaption>
            <svg viewBox={`0 0 ${list.length * PITCH + 8} 62`} width={list.length * PITCH + 8} height="62">
              <title>{place}</title>
              <rect x="1" y="1" width={list.length * PITCH + 6} height="60" rx="9" />
              {list.map((p, i) => {
                const x = 4 + PITCH / 2 + i * PITCH;
                return (
                  <TouchPoint
                    key={p}
                    className={`probe${p === a ? ' first' : p === b ? ' second' : ''}`}
                    label={`Probe on ${pointWords(job, p)}`}
                    pressed={pair.includes(p)}
                    onTouch={sealed ? undefined : () => setPair(touched(pair, p))}
                  >
                    <rect className="probe-reach" x={x - PITCH / 2} y="2" width={PITCH} height="58" rx="8" />
                    <circle cx={x} cy="21" r="12" />
                    <line x1={x - 7} x2={x + 7} y1="21" y2="21" transform={`rotate(-35 ${x} 21)`} />
                    <text x={x} y="52" textAnchor="middle">
                      {shortOf(p)}
                    </text>
                  </TouchPoint>
                );
              })}
            </svg>
          </figure>
        ))}
      </div>
      <div className="row probe-how">
        <Choice label="Reads" value={kind} options={KINDS} disabled={sealed} onChoose={setKind} />
        <SelectField label="While it is" value={state} options={states} disabled={sealed} onChoose={setState} />
        <ReadingEntry
          label="Meter says"
          of={`any ${a ?? ''} ${b ?? ''} ${state} ${kind}`}
          quantity={kind}
          units={job.units}
          disabled={sealed || !ready}
          at={{ quantity: kind, a, b, state }}
          onRead={take}
        />
      </div>
      {said ? (
        <p role="status" className="mono">
          {said}
        </p>
      ) : null}
    </section>
  );
}
