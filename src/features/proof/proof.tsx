'use client';

import type { Reading } from '@core/job/schema';
import { bandText, lanes, type MeasureResult, type TestResult, valueText } from '@core/proof/proof-run';
import { count } from '@core/units/units';
/** Proof: the tests of this job on a time axis, each reading against its prediction. */
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import { type ReactNode, useState } from 'react';
import { author } from '../../sync/author';
import { TextField } from '../../ui/fields';
import { RangeBar } from '../../ui/range-bar';
import { ReadingEntry } from '../../ui/reading-entry';
import { DEFAULT_RIG, type RigClient, RigFailure, rigAddress, rigClient, setRigAddress } from '../rig/rig-client';
import { runTestOnRig, type Taken } from '../rig/run-test';
import { Bench } from '../shell/frame';
import { type JobApi, useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';
import { Wait } from '../shell/timers';
import { FaultRanking, useDiagnosis } from './fault-ranking';
import './proof.css';

const VERDICT: Record<TestResult['verdict'], string> = {
  pass: 'shown',
  fail: 'wrong',
  inconclusive: 'too close to tell',
  skipped: 'skipped',
  open: 'to come',
};
const MEASURE: Record<TestResult['verdict'], string> = {
  pass: 'as predicted',
  fail: 'not as predicted',
  inconclusive: 'too close to tell',
  skipped: 'skipped',
  open: '',
};

/** Adds everything the rig answered as one change. */
function keepTaken(api: JobApi, test: TestResult, taken: readonly Taken[]): void {
  const at = new Date().toISOString();
  const by = author().name || author().client;
  const readings = Object.fromEntries(
    taken.map(({ measure, value }): [string, Reading] => [
      nanoid(10),
      {
        at,
        by,
        source: 'rig',
        quantity: measure.quantity,
        value,
        state: measure.state,
        stop: 'proof',
        test: test.id,
        measure: measure.id,
        ...(measure.a && measure.b ? { a: measure.a, b: measure.b } : {}),
      },
    ]),
  );
  api.change(`Rig: ${test.title}`, (j) => ({ ...j, readings: { ...j.readings, ...readings } }));
}

export function Proof(): ReactNode {
  const api = useJob();
  const { derived, sealed } = api;
  const { proof } = derived;
  const diagnosis = useDiagnosis();
  const [rigOpen, setRigOpen] = useState(false);
  const firstOpen =
    proof.tests.find((t) => t.verdict === 'open') ?? proof.tests.find((t) => t.verdict === 'fail') ?? proof.tests[0];
  // The card stays until the installer moves on: a verdict that flies away is not seen.
  const [chosen, setChosen] = useState<string | null>(firstOpen?.id ?? null);
  const test = proof.tests.find((t) => t.id === chosen) ?? firstOpen;
  const next = (): void => {
    const at = proof.tests.findIndex((t) => t.id === test?.id);
    const waiting = [...proof.tests.slice(at + 1), ...proof.tests.slice(0, at)].find((t) => t.verdict === 'open');
    setChosen((waiting ?? firstOpen)?.id ?? null);
  };
  const sentence =
    proof.tests.length === 0
      ? 'No tests yet: they are written from the terminal plan.'
      : proof.failed > 0
        ? diagnosis?.ranked[0] && diagnosis.ranked[0].hypothesis.id !== 'as-planned'
          ? `${count(proof.failed, 'test')} shown wrong. Most likely: ${diagnosis.ranked[0].hypothesis.name}.`
          : `${count(proof.failed, 'test')} shown wrong.`
        : proof.verdict === 'pass'
          ? `Proved: ${proof.passed} of ${proof.tests.length} shown${proof.skipped > 0 ? `, ${proof.skipped} skipped with a reason` : ''}.`
          : `${proof.passed} of ${proof.tests.length} shown. Next: ${firstOpen?.title.toLowerCase() ?? ''}.`;
  if (!test) {
    return (
      <>
        <Bench title="Proof run">
          <p>Survey, device and power must be settled before there is anything to prove.</p>
        </Bench>
        <ReadingSide here="proof" sentence={sentence} />
      </>
    );
  }
  return (
    <>
      <Bench
        title="Proof run"
        note={`${proof.passed} of ${proof.tests.length} shown, about ${proof.minutes} min in all`}
        tools={
          sealed ? null : (
            <Button aria-expanded={rigOpen} onClick={() => setRigOpen(!rigOpen)}>
              Rig
            </Button>
          )
        }
      >
        <Lanes tests={proof.tests} here={test.id} />
        <TestList tests={proof.tests} here={test.id} onChoose={setChosen} className="across" />
        {rigOpen && !sealed ? <RigPanel tests={proof.tests} test={test} /> : null}
        <TestCard key={test.id} test={test} number={proof.tests.indexOf(test) + 1} onNext={next} />
      </Bench>
      <ReadingSide here="proof" sentence={sentence}>
        <TestList tests={proof.tests} here={test.id} onChoose={setChosen} className="down" />
        {diagnosis && proof.failed > 0 ? <FaultRanking ranking={diagnosis} /> : null}
      </ReadingSide>
    </>
  );
}

const PLACES = [
  { id: 'wall', name: 'At the wall' },
  { id: 'board', name: 'At the board' },
  { id: 'nobody', name: 'Waiting' },
] as const;

/** Where the installer has to stand, and when; waits are dashed. */
function Lanes({ tests, here }: { tests: readonly TestResult[]; here: string }): ReactNode {
  const { lanes: bars, end } = lanes(tests);
  const minutes = Math.max(5, Math.ceil(end / 300) * 5);
  const at = (seconds: number): number => (seconds / (minutes * 60)) * 100;
  const now = bars.find((b) => b.test === here && !b.waiting);
  return (
    <section className="lanes" aria-hidden="true">
      <div className="lane-axis mono" aria-hidden="true">
        {Array.from({ length: 6 }, (_, i) => (
          <span key={i} style={{ left: `${i * 20}%` }}>
            {Math.round((minutes * i) / 5)} min
          </span>
        ))}
      </div>
      {PLACES.map((place) => (
        <div key={place.id} className="lane">
          <span>{place.name}</span>
          <div className="lane-track">
            {bars
              .filter((b) => (place.id === 'nobody' ? b.waiting : !b.waiting && b.place === place.id))
              .map((b) => {
                const i = tests.findIndex((t) => t.id === b.test);
                const t = tests[i];
                if (!t) return null;
                return b.waiting ? (
                  <span
                    key={b.test}
                    className="lane-wait"
                    style={{ left: `${at(b.start)}%`, width: `${at(b.end - b.start)}%` }}
                    title={t.wait?.label}
                  />
                ) : (
                  <span
                    key={b.test}
                    className={`lane-test ${t.verdict}${t.id === here ? ' here' : ''}`}
                    style={{ left: `${at(b.start)}%`, width: `${at(b.end - b.start)}%` }}
                    title={`${t.title}: ${VERDICT[t.verdict]}`}
                  >
                    {t.verdict === 'fail' ? '×' : i + 1}
                  </span>
                );
              })}
            {now ? <span className="lane-now" style={{ left: `${at(now.start)}%` }} aria-hidden="true" /> : null}
          </div>
        </div>
      ))}
    </section>
  );
}

function TestList({
  tests,
  here,
  onChoose,
  className,
}: {
  tests: readonly TestResult[];
  here: string;
  onChoose: (id: string) => void;
  className: string;
}): ReactNode {
  return (
    <ol className={`test-list ${className}`}>
      {tests.map((t, i) => (
        <li key={t.id}>
          <button
            type="button"
            className={`${t.verdict}${t.id === here ? ' here' : ''}`}
            aria-current={t.id === here}
            onClick={() => onChoose(t.id)}
          >
            <span className="mono">{i + 1}</span> {t.title} <span className="soft">{VERDICT[t.verdict]}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}

function TestCard({ test, number, onNext }: { test: TestResult; number: number; onNext: () => void }): ReactNode {
  const { change, sealed } = useJob();
  const [skipping, setSkipping] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <section className="panel test-card stack" aria-label={test.title}>
      <header>
        <h2>
          <span className="mono">{number}</span> {test.title}
        </h2>
        <span className={`test-verdict ${test.verdict}`}>{VERDICT[test.verdict]}</span>
      </header>
      {test.caution ? <p className="caution-line">{test.caution}</p> : null}
      <p>
        <b>Set:</b> {test.set} <b>Must:</b> {test.must} <span className="soft">{test.why}</span>
      </p>
      {test.wait ? <Wait label={test.wait.label} seconds={test.wait.seconds} stop="proof" /> : null}
      {test.measures.map((m) => (
        <Measure key={m.id} test={test} measure={m} />
      ))}
      {test.skipReason ? (
        <p>
          <b>Skipped:</b> {test.skipReason}{' '}
          <button
            type="button"
            className="plain"
            disabled={sealed}
            onClick={() =>
              change(`Do it after all: ${test.title}`, (j) => {
                const { [test.id]: _reason, ...skipped } = j.proof.skipped;
                return { ...j, proof: { ...j.proof, skipped } };
              })
            }
          >
            do it after all
          </button>
        </p>
      ) : null}
      <div className="row">
        {test.verdict !== 'open' ? (
          <Button className="copper" onClick={onNext}>
            Next test
          </Button>
        ) : null}
        {sealed || test.skipReason ? null : <Button onClick={() => setSkipping(!skipping)}>Skip with a reason</Button>}
      </div>
      {skipping ? (
        <form
          className="row"
          onSubmit={(e) => {
            e.preventDefault();
            const why = reason.trim();
            if (why.length < 3) return;
            change(`Skip ${test.title}`, (j) => ({
              ...j,
              proof: { ...j.proof, skipped: { ...j.proof.skipped, [test.id]: why } },
            }));
            setSkipping(false);
            onNext();
          }}
        >
          <input
            className="text-input"
            aria-label="Reason for skipping"
            placeholder="Too cold outdoors to cool"
            value={reason}
            maxLength={400}
            onChange={(e) => setReason(e.target.value)}
          />
          <Button type="submit" className="primary" disabled={reason.trim().length < 3}>
            Skip it
          </Button>
        </form>
      ) : null}
    </section>
  );
}

function Measure({ test, measure: m }: { test: TestResult; measure: MeasureResult }): ReactNode {
  const { job, read, change, light, sealed } = useJob();
  const last = m.readings[m.readings.length - 1];
  const [again, setAgain] = useState(false);
  const where = [m.a, m.b].filter((x): x is string => x !== undefined);
  const take = (value: number): void => {
    read(`${test.title}: ${m.what} ${valueText(m.quantity, value, job.units, m.seen)}`, {
      quantity: m.quantity,
      value,
      state: m.state,
      stop: 'proof',
      test: test.id,
      measure: m.id,
      ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
    });
  };
  const us = job.units === 'us' && m.quantity === 'kelvin' ? 9 / 5 : 1;
  return (
    <div className={`measure ${m.verdict}`}>
      <div className="measure-what">
        <b>{m.what}</b>
        <span className="soft">
          predicted {bandText(m, job.units)}
          {m.quantity === 'seen' ? '; a look is weaker than a figure' : ''}
        </span>
        <details>
          <summary>source</summary>
          {m.source}. Meter ±{valueText(m.quantity === 'seen' ? 'ohms' : m.quantity, m.tolerance, job.units)}.
          {where.length > 0 ? (
            <button type="button" className="plain" onClick={() => light(where)}>
              light it up
            </button>
          ) : null}
        </details>
      </div>
      {m.quantity === 'seen' ? (
        <div className="row">
          <Button aria-pressed={last?.value === 1} disabled={sealed} onClick={() => take(1)}>
            Yes
          </Button>
          <Button aria-pressed={last?.value === 0} disabled={sealed} onClick={() => take(0)}>
            No
          </Button>
        </div>
      ) : (
        <RangeBar
          low={m.predicted.low * us}
          high={m.predicted.high * us}
          value={last ? last.value * us : null}
          {...(m.quantity === 'volts-ac' ? { from: 0, to: 32 } : {})}
          verdict={m.verdict}
          label={`predicted ${bandText(m, job.units)}${last ? `, read ${valueText(m.quantity, last.value, job.units)}` : ''}`}
        />
      )}
      <div className="measure-read">
        {last ? (
          <p>
            <span className="mono measure-value">{valueText(m.quantity, last.value, job.units, m.seen)}</span>
            <span className="measure-verdict">
              {MEASURE[m.verdict]}
              {m.readings.length > 1 ? `, reading ${m.readings.length}` : ''}
              {last.source === 'rig' ? ', rig' : ''}
            </span>
          </p>
        ) : null}
        {m.quantity === 'seen' || sealed || (last && !again) ? null : (
          <ReadingEntry
            compact
            label={last ? 'read again' : 'meter says'}
            quantity={m.quantity}
            units={job.units}
            onRead={(value) => {
              take(value);
              setAgain(false);
            }}
          />
        )}
        {last && !sealed && !again && m.quantity !== 'seen' ? (
          <button type="button" className="plain" onClick={() => setAgain(true)}>
            read again
          </button>
        ) : null}
        {last && !sealed ? (
          <button
            type="button"
            className="plain"
            onClick={() =>
              change(`Strike the reading of ${m.what}`, (j) => {
                const r = j.readings[last.id];
                return r ? { ...j, readings: { ...j.readings, [last.id]: { ...r, struck: true } } } : j;
              })
            }
          >
            strike
          </button>
        ) : null}
      </div>
    </div>
  );
}

function RigPanel({ tests, test }: { tests: readonly TestResult[]; test: TestResult }): ReactNode {
  const api = useJob();
  const [address, setAddress] = useState(() => (typeof window === 'undefined' ? DEFAULT_RIG : rigAddress()));
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<{ id: string; name: string }[]>([]);
  const [fault, setFault] = useState('');
  const act = async (doing: string, run: (rig: RigClient) => Promise<string>): Promise<void> => {
    setBusy(true);
    setSaid(`${doing} …`);
    try {
      setSaid(await run(rigClient(address)));
    } catch (error) {
      setSaid(
        error instanceof RigFailure
          ? error.message
          : `The rig answered something unexpected: ${error instanceof Error ? error.message.slice(0, 120) : ''}`,
      );
    }
    setBusy(false);
  };
  return (
    <section className="panel stack rig-panel">
      <h2>Rig: a simulated house to measure</h2>
      <div className="row rig-row">
        <TextField
          label="Address"
          mono
          value={address}
          onCommit={(v) => {
            setAddress(v);
            setRigAddress(v);
          }}
        />
        <div className="field">
          <label htmlFor="rig-fault">Hidden fault</label>
          <select id="rig-fault" className="select" value={fault} onChange={(e) => setFault(e.target.value)}>
            <option value="">wired as planned</option>
            {faults.map((f) => (
              <option key={f.id} value={f.id}>
                {f.name}
              </option>
            ))}
          </select>
        </div>
      </div>
      <div className="row">
        <Button
          disabled={busy}
          onClick={() =>
            act('Building the house', async (rig) => {
              const s = await rig.load(api.job, fault ? [fault] : [], 24);
              setFaults(await rig.faults());
              return `${s.house} is loaded${fault ? ' with a fault' : ', wired as planned'}; outdoors ${s.outdoorCelsius} °C.`;
            })
          }
        >
          Load this job
        </Button>
        <Button
          className="primary"
          disabled={busy}
          onClick={() =>
            act(`Doing ${test.title.toLowerCase()}`, async (rig) => {
              const taken = await runTestOnRig(rig, test);
              keepTaken(api, test, taken);
              return `${count(taken.length, 'reading')} taken for ${test.title.toLowerCase()}.`;
            })
          }
        >
          Take readings for this test
        </Button>
        <Button
          disabled={busy}
          onClick={() =>
            act('Running the whole proof', async (rig) => {
              let n = 0;
              for (const [i, t] of tests.entries()) {
                setSaid(`${i + 1} of ${tests.length}: ${t.title.toLowerCase()} …`);
                const taken = await runTestOnRig(rig, t);
                keepTaken(api, t, taken);
                n += taken.length;
              }
              return `Whole proof run: ${count(n, 'reading')} taken.`;
            })
          }
        >
          Run the whole proof
        </Button>
      </div>
      <p role="status">{said}</p>
    </section>
  );
}
