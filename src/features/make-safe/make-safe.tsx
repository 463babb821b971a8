'use client';

import { pointParts, screwWords } from '@core/circuit/point';
import type { Supply } from '@core/job/schema';
import { provingPairs, type SafeVerdict } from '@core/lowvoltage/make-safe';
import { fixed } from '@core/units/units';
/** Make safe: every supply off, heard, and proved dead with a meter. */
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { HalfScope } from '../../ui/half-typed';
import { RangeBar } from '../../ui/range-bar';
import { ReadingEntry } from '../../ui/reading-entry';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import './make-safe.css';

const SAYS: Record<SafeVerdict, string> = {
  dead: 'Dead, and proved: the same two screws would have read {live} with the supply on.',
  live: 'Still live. Touch nothing: the wrong breaker or switch is off.',
  odd: 'That is neither dead nor healthy. Touch nothing until it is explained.',
  'proves-nothing': 'That reading proves nothing: it would be the same with the supply on.',
  'not-measured': 'Switch every supply off, then prove it dead with the meter.',
};

const KINDS: readonly { value: Supply['kind']; label: string }[] = [
  { value: 'breaker', label: 'Breaker' },
  { value: 'service-switch', label: 'Service switch' },
  { value: 'fused-spur', label: 'Fused spur' },
  { value: 'plug', label: 'Plug' },
];

/** What tells line voltage from 24 V before anything is touched. */
function Signs(): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const sign = (key: 'thickConductors' | 'wireNuts' | 'mainsBox', text: string): ReactNode => (
    <Tick
      checked={job.survey.seen[key] === true}
      disabled={sealed}
      onToggle={(on) =>
        change(`${text}: ${on ? 'seen' : 'not seen'}`, (j) => ({
          ...j,
          survey: { ...j.survey, seen: { ...j.survey.seen, [key]: on || undefined } },
        }))
      }
    >
      {text}
    </Tick>
  );
  return (
    <section className="panel">
      <h2>Signs of line voltage at the wall</h2>
      {sign('thickConductors', 'Thick conductors')}
      {sign('wireNuts', 'Wire nuts')}
      {sign('mainsBox', 'A mains box in the wall')}
      <Choice
        label="A label with one of these"
        value={job.survey.seen.mainsLabel}
        disabled={sealed}
        options={['120 V', '208 V', '230 V', '240 V', '277 V'].map((value) => ({ value, label: value }))}
        onChoose={(v) =>
          change(`Label: ${v}`, (j) => ({
            ...j,
            survey: {
              ...j.survey,
              seen: { ...j.survey.seen, mainsLabel: j.survey.seen.mainsLabel === v ? undefined : v },
            },
          }))
        }
      />
    </section>
  );
}

/** Nothing but this where the wall carries line voltage. */
function LineVoltage(): ReactNode {
  const { derived } = useLowVoltage();
  return (
    <section className="stop-page" role="alert">
      <svg viewBox="0 0 120 120" width="120" height="120" aria-hidden="true">
        <path d="M 36 6 H 84 L 114 36 V 84 L 84 114 H 36 L 6 84 V 36 Z" />
        <path className="bolt" d="M 66 22 L 40 66 H 58 L 52 98 L 82 50 H 62 Z" />
      </svg>
      <div>
        <h2>This is line voltage. A 24 V thermostat must not go here.</h2>
        {derived.findings
          .filter((f) => f.code === 'safe.line-voltage')
          .map((f) => (
            <p key={f.message}>{f.message}</p>
          ))}
        <p>Leave it isolated, close the box, and call a licensed electrician. Local codes decide who may work on it.</p>
      </div>
    </section>
  );
}

type SetSupply = (id: string, label: string, supply: Supply) => boolean;

function SupplyRow({ id, s, setSupply }: { id: string; s: Supply; setSupply: SetSupply }): ReactNode {
  const { sealed } = useLowVoltage();
  return (
    <div className={`supply ${s.state}`}>
      <button
        type="button"
        className="supply-switch"
        role="switch"
        aria-checked={s.state === 'on'}
        aria-label={`${s.name} is ${s.state}`}
        disabled={sealed}
        onClick={() =>
          setSupply(id, `${s.name} ${s.state === 'on' ? 'off' : 'on'}`, {
            ...s,
            state: s.state === 'on' ? 'off' : 'on',
          })
        }
      >
        <svg viewBox="0 0 44 64" width="44" height="64" aria-hidden="true">
          <rect x="2" y="2" width="40" height="60" rx="7" />
          <rect className="lever" x="10" y={s.state === 'on' ? 8 : 32} width="24" height="24" rx="4" />
        </svg>
        <b>{s.state === 'on' ? 'On' : 'Off'}</b>
      </button>
      <div className="stack">
        <div className="field-grid">
          <HalfScope of={id}>
            {' '}
            <TextField
              label="Name on the panel"
              value={s.name}
              disabled={sealed}
              onCommit={(v) => setSupply(id, `Supply: ${v}`, { ...s, name: v })}
            />
          </HalfScope>
        </div>
        <Choice
          label="Equipment was set running; switching off"
          value={s.heard}
          disabled={sealed}
          options={[
            { value: 'stopped', label: 'It stopped' },
            { value: 'nothing', label: 'No change' },
            { value: 'not-running', label: 'Was not running' },
          ]}
          onChoose={(heard) => setSupply(id, `${s.name}: heard ${heard}`, { ...s, heard })}
        />
      </div>
    </div>
  );
}

function Supplies(): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const supplies = Object.entries(job.supplies);
  const setSupply: SetSupply = (id, label, supply) =>
    change(label, (j) => ({ ...j, supplies: { ...j.supplies, [id]: supply } }));
  return (
    <section className="panel stack">
      <h2>Supplies of this equipment</h2>
      {supplies.map(([id, s]) => (
        <SupplyRow key={id} id={id} s={s} setSupply={setSupply} />
      ))}
      <div className="row">
        {KINDS.map((k) => (
          <Button
            key={k.value}
            disabled={sealed}
            onClick={() => {
              const n = supplies.filter(([, s]) => s.kind === k.value).length;
              setSupply(nanoid(6), `Add ${k.label.toLowerCase()}`, {
                name: n > 0 ? `${k.label} ${n + 1}` : k.label,
                kind: k.value,
                state: 'on',
              });
            }}
          >
            Add {k.label.toLowerCase()}
          </Button>
        ))}
      </div>
    </section>
  );
}

/** The meter on two screws, and what it says. */
function ProveDead(): ReactNode {
  const { job, derived, read, sealed } = useLowVoltage();
  const { safe } = derived;
  const pairs = provingPairs(job);
  const [pairAt, setPairAt] = useState(0);
  const pair = pairs[Math.min(pairAt, pairs.length - 1)] ?? { a: 'board.R', b: 'board.C' };
  const reading = safe.reading ? job.readings[safe.reading] : undefined;
  return (
    <section className="panel stack">
      <h2>Prove it dead</h2>
      <Choice
        label="Probes on"
        value={String(Math.min(pairAt, pairs.length - 1))}
        options={pairs.map((p, i) => ({ value: String(i), label: `${screwWords(p.a)} to ${pointParts(p.b).id}` }))}
        onChoose={(v) => setPairAt(Number(v))}
      />
      <div className="safe-read">
        <ReadingEntry
          label={`Volts AC, ${screwWords(pair.a)} to ${screwWords(pair.b)}`}
          quantity="volts-ac"
          units={job.units}
          disabled={sealed}
          onRead={(value) =>
            read(`Read ${fixed(value, 1)} V, ${pair.a} to ${pair.b}`, {
              quantity: 'volts-ac',
              value,
              a: pair.a,
              b: pair.b,
              stop: 'make-safe',
              state: 'off',
            })
          }
        />
        {reading ? (
          <div className="safe-shown">
            <p>
              <span className="mono big-figure">{fixed(reading.value, 1)} V</span>{' '}
              <span className={`soft verdict-${safe.verdict}`}>
                {safe.verdict === 'dead' ? 'dead' : safe.verdict === 'proves-nothing' ? 'proves nothing' : safe.verdict}
              </span>
            </p>
            <RangeBar
              low={0}
              high={1}
              from={0}
              to={32}
              value={reading.value}
              verdict={safe.verdict === 'dead' ? 'pass' : 'fail'}
              label={`${fixed(reading.value, 1)} V; dead is under 1 V`}
            />
          </div>
        ) : null}
      </div>
      {safe.proveAfter ? (
        <ReadingEntry
          label="The meter on something live, to show that it still works"
          quantity="volts-ac"
          units={job.units}
          disabled={sealed}
          button="Proved"
          onRead={(value) =>
            read(`Meter proved: ${fixed(value, 1)} V`, {
              quantity: 'volts-ac',
              value,
              stop: 'make-safe',
              measure: 'prove-after',
            })
          }
        />
      ) : null}
      <p className="soft">
        0 V: dead. 20 to 30 V: the wrong breaker is off. Check the meter on something live before and after.
      </p>
    </section>
  );
}

export function MakeSafe(): ReactNode {
  const { safe } = useLowVoltage().derived;
  if (safe.lineVoltage)
    return (
      <>
        <Bench title="Stop here">
          <LineVoltage />
          <Signs />
        </Bench>
        <ReadingSide here="make-safe" sentence="Line voltage at the wall: the job stops here." />
      </>
    );
  const live = safe.ifLive === null ? 'about 26 V' : `${fixed(safe.ifLive, 1)} V`;
  return (
    <>
      <Bench title="Make safe" note="Listen first, then measure">
        <p className="caution-line">
          Isolate every supply and prove it dead before any conductor is touched. Mains work is for those licensed for
          it.
        </p>
        <Supplies />
        <ProveDead />
        <Signs />
      </Bench>
      <ReadingSide here="make-safe" sentence={SAYS[safe.verdict].replace('{live}', live)}>
        <ReadingsLog stop="make-safe" />
      </ReadingSide>
    </>
  );
}
