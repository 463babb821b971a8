'use client';

/** One step: who does it, what is pressed and seen; seen in place of it, what that means and what then. */
import type { JoinStep } from '@core/join/path';
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { useJob } from '../shell/job-context';

export function PathStep({ step, lit, now }: { step: JoinStep; lit: boolean; now: boolean }): ReactNode {
  const { job, change, sealed } = useJob();
  const [asked, setAsked] = useState(false);
  const state = job.join.steps?.[step.id];
  const failure = step.failures.find((f) => f.sees === state?.failed);
  const waitsForPower = step.needsPower && !lit;
  const keep = (label: string, failed?: string): boolean =>
    change(label, (j) => ({
      ...j,
      join: {
        ...j.join,
        steps: { ...j.join.steps, [step.id]: { at: new Date().toISOString(), ...(failed ? { failed } : {}) } },
      },
    }));
  const again = (): boolean =>
    change(`Again: ${step.what}`, (j) => {
      const { [step.id]: _was, ...steps } = j.join.steps ?? {};
      return { ...j, join: { ...j.join, steps } };
    });
  const mark = failure ? 'failed' : state ? 'done' : now ? 'now' : 'open';
  return (
    <li className={`join-step ${mark}`} aria-current={now ? 'step' : undefined}>
      <span className="join-owner">{step.owner === 'customer' ? 'the customer' : 'you'}</span>
      <p className="join-what">{step.what}</p>
      <p className="soft">
        {state && !failure ? '✓ ' : ''}
        {step.sees} About {step.minutes} min.
        {step.meanwhile && !state
          ? ` Meanwhile: ${step.meanwhile.charAt(0).toLowerCase()}${step.meanwhile.slice(1)}`
          : ''}
      </p>
      {failure ? (
        <p className="join-failure">
          <b>Seen instead: {failure.sees}.</b> It means {failure.means}. Then: {failure.next}.
        </p>
      ) : null}
      {sealed ? null : waitsForPower && !state ? (
        <p className="soft">Once the device is lit.</p>
      ) : (
        <div className="row">
          {state ? (
            <Button onClick={again}>Again</Button>
          ) : (
            <>
              <Button className={now ? 'copper' : ''} onClick={() => keep(`Seen: ${step.sees}`)}>
                Seen
              </Button>
              <Button aria-expanded={asked} onClick={() => setAsked(!asked)}>
                Something else
              </Button>
            </>
          )}
        </div>
      )}
      {asked && !state ? (
        <div className="join-instead">
          {step.failures.map((f) => (
            <Button
              key={f.sees}
              onClick={() => {
                setAsked(false);
                keep(`Seen instead: ${f.sees}`, f.sees);
              }}
            >
              {f.sees}
            </Button>
          ))}
        </div>
      ) : null}
    </li>
  );
}
