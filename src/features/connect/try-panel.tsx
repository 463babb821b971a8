'use client';

/** Try it: what somebody proposes, on a copy. The job stays as it is. */
import { parseTrial, type Trial } from '@core/lowvoltage/try-it';
import { tryUnderOpen } from '@core/lowvoltage/try-open';
import { fixed } from '@core/units/units';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { type ReactNode, useMemo, useState } from 'react';
import { LineEntry } from '../mains/line-entry';
import { useLowVoltage } from '../shell/family-job';

export function TryPanel(): ReactNode {
  const { job, derived } = useLowVoltage();
  const [trials, setTrials] = useState<Trial[]>([]);
  const { installed } = derived;
  const result = useMemo(() => tryUnderOpen(job, derived, derived.questions, trials), [job, derived, trials]);
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
              ? 'nothing changes and nothing is damaged, whatever the open questions turn out to be.'
              : result.burns.length > 0
                ? 'do not.'
                : result.hangsOn.length > 0
                  ? 'do not, before these questions are answered.'
                  : 'nothing burns, but it does not do what is called.'}
          </p>
          {result.burns.length + result.warns.length + result.hangsOn.length > 0 ? (
            <ul className="later">
              {result.burns.map((b) => (
                <li key={b} className="problem">
                  Burns: {b}.
                </li>
              ))}
              {result.warns.map((w) => (
                <li key={w}>{w}.</li>
              ))}
              {result.hangsOn.map((h) => (
                <li key={`${h.ask}${h.answer}${h.harm}`} className="problem">
                  {h.ask} If “{h.answer}”: {h.harm}.
                </li>
              ))}
            </ul>
          ) : null}
          <Table className="plan-table">
            <TableHead>
              <TableRow>
                <TableCell component="th" scope="col">
                  Called
                </TableCell>
                <TableCell component="th" scope="col">
                  Runs now
                </TableCell>
                <TableCell component="th" scope="col">
                  Would run
                </TableCell>
                <TableCell component="th" scope="col">
                  R to C
                </TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {result.states.map((s) => (
                <TableRow key={s.state}>
                  <TableCell component="th" scope="row">
                    {s.name}
                  </TableCell>
                  <TableCell>{s.runsNow.join(', ') || 'nothing'}</TableCell>
                  <TableCell>
                    {s.runsThen.join() === s.runsNow.join() ? 'the same' : s.runsThen.join(', ') || 'nothing'}
                  </TableCell>
                  <TableCell className="mono">
                    <span className="nowrap">{volts(s.voltsNow)}</span> →{' '}
                    <span className="nowrap">{volts(s.voltsThen)}</span>
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
          <Button onClick={() => setTrials([])}>Leave it</Button>
        </div>
      ) : null}
    </section>
  );
}
