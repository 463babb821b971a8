'use client';

/** What if: a setting, a wire or a terminal tried on a copy of the job, beside what stands. */
import { type JobTrialLine, parseJobTrials, tryOnCopy } from '@core/try-job';
import Button from '@mui/material/Button';
import { type ReactNode, useMemo, useState } from 'react';
import { useJob } from '../shell/job-context';
import { LineEntry } from './line-entry';

type Trial = Extract<JobTrialLine, { ok: true }>;

export function TryJobPanel({ examples }: { examples: readonly string[] }): ReactNode {
  const { job, derived } = useJob();
  const [trials, setTrials] = useState<readonly Trial[]>([]);
  const result = useMemo(
    () => (trials.length === 0 ? null : tryOnCopy(job, (j) => trials.reduce((at, t) => t.edit(at), j))),
    [job, trials],
  );
  return (
    <section className="panel stack" aria-label="Try it">
      <h2>What if …</h2>
      <LineEntry<Omit<Trial, 'ok'>>
        label="Type what to try"
        verb="Try"
        disabled={false}
        parse={(line) => parseJobTrials(line, job, derived)}
        says={(t) => t.says}
        example={
          <>
            Tried on a copy, the job stays:{' '}
            {examples.map((e, i) => (
              <span key={e}>
                {i > 0 ? ', ' : ''}
                <span className="mono">{e}</span>
              </span>
            ))}
          </>
        }
        onTake={(items) => setTrials(items.map((t) => ({ ok: true, ...t })))}
      />
      {result ? (
        <div className="stack try-result" aria-live="polite">
          <p>
            <b>{trials.map((t) => t.says).join('; ')}:</b>{' '}
            {result.raised.some((f) => f.severity === 'blocker')
              ? 'do not.'
              : result.raised.length + result.runs.length + result.cleared.length === 0
                ? 'nothing changes.'
                : 'nothing stops the work.'}
          </p>
          <ul className="later">
            {result.raised.map((f) => (
              <li key={f.code + f.message} className={f.severity === 'blocker' ? 'problem' : ''}>
                {f.message} {f.fix}
              </li>
            ))}
            {result.cleared.map((f) => (
              <li key={f.code + f.message}>No longer: {f.message}</li>
            ))}
            {result.runs.map((r) => (
              <li key={r.name}>
                {r.name}: {r.would}, now {r.now}
              </li>
            ))}
          </ul>
          <Button onClick={() => setTrials([])}>Leave it</Button>
        </div>
      ) : null}
    </section>
  );
}
