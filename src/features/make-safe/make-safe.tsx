'use client';

import { pointParts, screwWords } from '@core/circuit/point';
import { pairKey } from '@core/job/points';
import { isOfOld, readingsInTime } from '@core/job/readings';
import type { Supply } from '@core/job/schema';
import { DEAD_VOLTS, LIVE_LOW_VOLTS, provingPairs, type SafeVerdict } from '@core/lowvoltage/make-safe';
import { LIVE_BEFORE, PROVE_AFTER } from '@core/safe/dead';
import { FRESH_SECONDS } from '@core/safe/proved';
import { fixed } from '@core/units/units';
/** Make safe: every supply off, heard, and proved dead with a meter. */
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { HalfScope } from '../../ui/half-typed';
import { SafeStep } from '../mains/safe-step';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { ReadingsLog } from '../shell/readings-log';
import './make-safe.css';

const SAYS: Record<SafeVerdict, string> = {
  dead: 'Proved dead. With the supply on, these two points would read {live}.',
  live: 'Still live. Touch nothing: the wrong breaker or switch is off.',
  odd: 'That is neither dead nor healthy. Touch nothing until it is explained.',
  'proves-nothing': 'Not proved dead yet. See what is missing.',
  'not-measured': 'Measure it live, switch every supply off, then measure it dead.',
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
            switchedAt: new Date().toISOString(),
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

/** The meter on two screws: live, dead, and on a known live source again. */
function ProveDead(): ReactNode {
  const { job, derived, read } = useLowVoltage();
  const old = derived.safe.gap === 'stale' || derived.safe.gap === 'switched';
  const pairs = provingPairs(job, derived.system);
  const [pairAt, setPairAt] = useState(0);
  const pair = pairs[Math.min(pairAt, pairs.length - 1)] ?? { a: 'board.R' as const, b: 'board.C' as const };
  const points = `${screwWords(pair.a)} to ${screwWords(pair.b)}`;
  const ofPair = readingsInTime(
    job,
    (r) =>
      r.quantity === 'volts-ac' &&
      pairKey(r.a, r.b) === pairKey(pair.a, pair.b) &&
      (r.stop === 'make-safe' || isOfOld(r)),
  );
  const dead = ofPair.filter((r) => r.state === 'off').at(-1);
  const live = ofPair.filter((r) => r.state !== 'off' && (!dead || r.at <= dead.at)).at(-1);
  const after = readingsInTime(job, (r) => r.measure === PROVE_AFTER && (!dead || r.at >= dead.at)).at(-1);
  const take =
    (label: string, more: { measure?: string; state: string }, at: typeof pair | null) =>
    (value: number): boolean =>
      read(`${label}: ${fixed(value, 1)} V`, {
        quantity: 'volts-ac',
        value,
        stop: 'make-safe',
        ...more,
        ...(at ? { a: at.a, b: at.b } : {}),
      });
  return (
    <section className="panel stack">
      <h2>Prove it dead</h2>
      <Choice
        label="Probes on"
        value={String(Math.min(pairAt, pairs.length - 1))}
        options={pairs.map((p, i) => ({ value: String(i), label: `${screwWords(p.a)} to ${pointParts(p.b).id}` }))}
        onChoose={(v) => setPairAt(Number(v))}
      />
      <ol className="safe-steps">
        <SafeStep
          n={1}
          title="Supply on"
          expected="Expected: 20 to 30 V"
          label={`Supply on: volts AC, ${points}`}
          shown={live?.value ?? null}
          good={(live?.value ?? 0) >= LIVE_LOW_VOLTS}
          next={!live && !dead}
          old={old}
          take={take(`Live, ${pair.a} to ${pair.b}`, { measure: LIVE_BEFORE, state: 'on' }, pair)}
        />
        <SafeStep
          n={2}
          title="Every supply off"
          expected="Expected: 0 V"
          label={`Supply off: volts AC, ${points}`}
          shown={dead?.value ?? null}
          good={dead !== undefined && Math.abs(dead.value) <= DEAD_VOLTS}
          next={live !== undefined && !dead}
          old={old}
          take={take(`Dead, ${pair.a} to ${pair.b}`, { state: 'off' }, pair)}
        />
        <SafeStep
          n={3}
          title="Meter on a known live source"
          expected="Expected: 15 V or more"
          label="Meter on a live source: volts AC"
          shown={after?.value ?? null}
          good={(after?.value ?? 0) >= LIVE_LOW_VOLTS}
          next={dead !== undefined && !after}
          old={old}
          take={take('Meter proved', { measure: PROVE_AFTER, state: 'on' }, null)}
          button="Proved"
        />
      </ol>
      <p className="soft">
        20 to 30 V in step 2: the wrong breaker is off. A proof is good for {FRESH_SECONDS / 3600} hours, and only while
        no supply is switched.
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
