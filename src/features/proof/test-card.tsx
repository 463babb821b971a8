'use client';

import type { TestResult } from '@core/proof/proof-run';
/** One test: what to set, what must happen, its wait and its measures; skipping needs a reason. */
import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { type ReactNode, useState } from 'react';
import { useHalfTyped } from '../../ui/half-typed';
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
