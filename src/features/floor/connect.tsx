'use client';

/** Connect: the numbered terminals, what is on each, and the work in its order. */
import { CORE_WORDS } from '@core/floor/terminals';
import { FloorCore } from '@core/job/floor-schema';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { ReactNode } from 'react';
import { SelectField } from '../../ui/select-field';
import { TryJobPanel } from '../mains/try-job-panel';
import { WorkList } from '../mains/work-list';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { FloorMeasure } from './measure';
import { useFloor } from './use-floor';

export function FloorConnect(): ReactNode {
  const { floor, survey, job, sealed, lit, set } = useFloor();
  const { steps, terminals } = floor;
  const next = steps.find((s) => !job.connect.done[s.id]);
  const done = steps.filter((s) => job.connect.done[s.id]).length;
  return (
    <>
      <Bench title="Connect" note={`${done} of ${steps.length} done`}>
        {floor.safe.proved ? null : (
          <p className="caution-line">Not proved dead yet: prove, test, prove in Make safe before a cover comes off.</p>
        )}
        <FloorMeasure stop="connect" />
        {terminals.length > 0 ? (
          <section className="panel stack">
            <Table className="plan-table">
              <TableHead>
                <TableRow>
                  <TableCell component="th" scope="col">
                    Terminal
                  </TableCell>
                  <TableCell component="th" scope="col">
                    Is for
                  </TableCell>
                  <TableCell component="th" scope="col">
                    Has on it
                  </TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {terminals.map((t) => (
                  <TableRow key={t.terminal} className={lit.has(`terminal:${t.terminal}`) ? 'lit' : ''}>
                    <TableCell component="th" scope="row" className="mono">
                      {t.terminal}
                    </TableCell>
                    <TableCell>{CORE_WORDS[t.meant]}</TableCell>
                    <TableCell>
                      <SelectField
                        quiet
                        label={`On terminal ${t.terminal}`}
                        value={t.found ?? ''}
                        disabled={sealed}
                        none="not looked at"
                        options={FloorCore.options.map((c) => ({ value: c, label: CORE_WORDS[c] }))}
                        onChoose={(v) => {
                          const core = FloorCore.safeParse(v);
                          const { [t.terminal]: _old, ...rest } = survey.landed;
                          set(`Terminal ${t.terminal}: ${core.success ? CORE_WORDS[core.data] : 'nothing'}`, {
                            landed: core.success ? { ...rest, [t.terminal]: core.data } : rest,
                          });
                        }}
                      />{' '}
                      {t.good === null ? null : t.good ? 'right' : <b className="problem">wrong</b>}
                    </TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
            <div className="row">
              <button
                type="button"
                className="plain"
                disabled={sealed}
                onClick={() =>
                  set('Terminals as the plan', {
                    landed: Object.fromEntries(terminals.map((t) => [t.terminal, t.meant])),
                  })
                }
              >
                All as they should be
              </button>
            </div>
          </section>
        ) : (
          <p>No plan yet.</p>
        )}
        <WorkList steps={steps} />
        <TryJobPanel examples={['3 l', '5 off']} />
      </Bench>
      <ReadingSide
        here="connect"
        sentence={
          next
            ? `Next: ${next.what.charAt(0).toLowerCase()}${next.what.slice(1)}.`
            : steps.length > 0
              ? 'All joined. Close it up before it is powered.'
              : floor.sentence
        }
      />
    </>
  );
}
