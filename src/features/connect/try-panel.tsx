'use client';

/** Try it: what somebody proposes, on a copy. The job stays as it is. */
import { parseTrial, type Trial, tryIt } from '@core/lowvoltage/try-it';
import { fixed } from '@core/units/units';
import Button from '@mui/material/Button';
import { type ReactNode, useMemo, useState } from 'react';
import { LineEntry } from '../mains/line-entry';
import { useLowVoltage } from '../shell/family-job';

export function TryPanel(): ReactNode {
  const { job, derived } = useLowVoltage();
  const [trials, setTrials] = useState<Trial[]>([]);
  const { installed } = derived;
  const result = useMemo(() => tryIt(derived, trials), [derived, trials]);
  if (!installed) return null;
  const volts = (v: number | null): string => (v === null ? '–' : `${fixed(v, 1)} V`);
  return (
    <section className="panel stack" aria-label="Try it">
      <h2>What if …</h2>
      <LineEntry<{ trial: Trial }>
        label="Type what to try"
        verb="Try"
        disabled={false}
        parse={(line) =>
          line
            .split(/[,;\n]/)
            .map((t) => t.trim())
            .filter((t) => t !== '')
            .map((text) => ({ text, ...parseTrial(text, job, installed) }))
        }
        says={({ trial }) =>
          trial.kind === 'link'
            ? `${trial.a} joined to ${trial.b}, ${trial.place}`
            : `${installed.conductors.find((c) => c.id === trial.conductor)?.colour ?? ''} on ${trial.terminal ?? 'nothing'}, ${trial.place}`
        }
        example={
          <>
            Tried on a copy, the job stays: <span className="mono">blue on c</span>,{' '}
            <span className="mono">green off board</span>, <span className="mono">link r rc</span>
          </>
        }
        onTake={(items) => setTrials(items.map((i) => i.trial))}
      />
      {result ? (
        <div className="stack try-result" aria-live="polite">
          <p>
            <b>{result.says}:</b>{' '}
            {result.harmless
              ? 'nothing changes and nothing suffers.'
              : result.burns.length > 0
                ? 'do not.'
                : 'nothing burns, but it does not do what is called.'}
          </p>
          {result.burns.length + result.warns.length > 0 ? (
            <ul className="later">
              {result.burns.map((b) => (
                <li key={b} className="problem">
                  Burns: {b}.
                </li>
              ))}
              {result.warns.map((w) => (
                <li key={w}>{w}.</li>
              ))}
            </ul>
          ) : null}
          <table className="plan-table">
            <thead>
              <tr>
                <th scope="col">Called</th>
                <th scope="col">Runs now</th>
                <th scope="col">Would run</th>
                <th scope="col">R to C</th>
              </tr>
            </thead>
            <tbody>
              {result.states.map((s) => (
                <tr key={s.state}>
                  <th scope="row">{s.name}</th>
                  <td>{s.runsNow.join(', ') || 'nothing'}</td>
                  <td>{s.runsThen.join() === s.runsNow.join() ? 'the same' : s.runsThen.join(', ') || 'nothing'}</td>
                  <td className="mono">
                    <span className="nowrap">{volts(s.voltsNow)}</span> →{' '}
                    <span className="nowrap">{volts(s.voltsThen)}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <Button onClick={() => setTrials([])}>Leave it</Button>
        </div>
      ) : null}
    </section>
  );
}
