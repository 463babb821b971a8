'use client';

import { type TestResult, valueText } from '@core/proof/proof-run';
/** One test: what to set, what must happen, its wait and its measures; skipping needs a reason. */
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useState } from 'react';
import { useHalfTyped } from '../../ui/half-typed';
import { type Meter, useMeter } from '../../ui/meter';
import { useJob } from '../shell/job-context';
import { Wait } from '../shell/timers';
import { Measure } from './measure';
import { VERDICT } from './verdict-words';

export function TestCard({
  test,
  number,
  onNext,
}: {
  test: TestResult;
  number: number;
  onNext: () => void;
}): ReactNode {
  const { change, sealed } = useJob();
  const meter = useMeter();
  const [skipping, setSkipping] = useState(false);
  const [reason, setReason] = useHalfTyped(`reason to skip ${test.id}`);
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
        {meter && !sealed && !test.skipReason ? <DoTest test={test} meter={meter} /> : null}
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
          <OutlinedInput
            fullWidth
            placeholder="Too cold outdoors to cool"
            value={reason}
            inputProps={{ 'aria-label': 'Reason for skipping', maxLength: 400 }}
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

/** Every reading of the test, one after another, where a meter reads by itself. */
function DoTest({ test, meter }: { test: TestResult; meter: Meter }): ReactNode {
  const { job, read } = useJob();
  const [busy, setBusy] = useState(false);
  const run = async (): Promise<void> => {
    setBusy(true);
    for (const m of test.measures) {
      const { value } = await meter({ quantity: m.quantity, test: test.id, measure: m.id });
      if (value === null) continue;
      read(`${test.title}: ${m.what} ${valueText(m.quantity, value, job.units, m.seen)}`, {
        quantity: m.quantity,
        value,
        state: m.state,
        stop: 'proof',
        test: test.id,
        measure: m.id,
        ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
      });
    }
    setBusy(false);
  };
  return (
    <Button disabled={busy} onClick={() => void run()}>
      {busy ? 'Doing it …' : 'Do the whole test'}
    </Button>
  );
}
