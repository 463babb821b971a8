'use client';

import { count } from '@core/units/units';
/** Connect: from the old screw over the conductor to the new one, as a drawing and as a work list. */
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { type ReactNode, useState } from 'react';
import { Choice, Tick } from '../../ui/fields';
import { Strip } from '../../ui/strip';
import { Defects } from '../mount/defects';
import { MountPanel } from '../mount/mount-panel';
import { useLowVoltage } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { accessoryBadge, planConductors, planRows, surveyConductors, surveyRows } from '../survey/strip-model';
import { TryPanel } from './try-panel';

export function Connect(): ReactNode {
  const { id, job, derived, change, lit, light, sealed } = useLowVoltage();
  const { wiring, sheet, safe } = derived;
  const [view, setView] = useState<'after' | 'before'>('after');
  const steps = wiring?.steps ?? [];
  const done = steps.filter((s) => job.connect.done[s.id]).length;
  const next = steps.find((s) => !job.connect.done[s.id]);
  if (!wiring || !sheet) {
    return (
      <>
        <Bench title="Connect">
          <p>No plan yet: land the conductors in Survey and choose a device in Arrive.</p>
        </Bench>
        <ReadingSide here="connect" sentence={derived.system.sentence} />
      </>
    );
  }
  return (
    <>
      <Bench
        title="Connect"
        note={`${done} of ${steps.length} done`}
        tools={
          <>
            <Choice
              label="Drawing"
              value={view}
              options={[
                { value: 'before', label: 'before' },
                { value: 'after', label: 'after' },
              ]}
              onChoose={setView}
            />
            <Button component="a" href={`/api/jobs/${id}/worklist`} target="_blank" rel="noreferrer">
              Print the work list
            </Button>
            <Button
              component="a"
              href={`/api/jobs/${id}/labels?size=${job.units === 'us' || job.survey.region === 'NA' ? 'letter' : 'a4'}`}
              target="_blank"
              rel="noreferrer"
            >
              Labels
            </Button>
          </>
        }
      >
        {safe.proved ? null : (
          <p className="caution-line">
            Not proved dead yet. Isolate and measure in Make safe before you take a conductor off.
          </p>
        )}
        {view === 'after' ? (
          <Strip
            rows={planRows(sheet, wiring)}
            conductors={planConductors(wiring)}
            wallTitle={`${sheet.name}, wall`}
            boardTitle="Equipment board"
            lit={lit}
            badge={accessoryBadge(wiring)}
          />
        ) : (
          <Strip
            rows={surveyRows(job, [])}
            conductors={surveyConductors(job)}
            jumpers={Object.values(job.survey.jumpers).flatMap((j) =>
              j.place === 'outdoor' ? [] : [{ place: j.place, a: j.a, b: j.b }],
            )}
            wallTitle="Old plate, wall"
            boardTitle="Equipment board"
            lit={lit}
          />
        )}
        <section className="panel">
          <h2>Work list</h2>
          {(['board', 'wall'] as const).map((place) => {
            const here = steps.filter((s) => s.place === place);
            return here.length > 0 ? (
              <div key={place}>
                <p className="soft">At the {place}</p>
                {here.map((s) => (
                  <Tick
                    key={s.id}
                    checked={job.connect.done[s.id] === true}
                    disabled={sealed}
                    note={s.id === next?.id ? 'next' : undefined}
                    onToggle={(on) => {
                      light([s.about]);
                      change(`${on ? 'Done' : 'Not done'}: ${s.what}`, (j) => ({
                        ...j,
                        connect: { ...j.connect, done: { ...j.connect.done, [s.id]: on } },
                      }));
                    }}
                  >
                    {s.what}
                  </Tick>
                ))}
              </div>
            ) : null;
          })}
        </section>
        <section className="panel stack">
          <h2>Old to new</h2>
          <Table className="plan-table why-last">
            <TableHead>
              <TableRow>
                <TableCell component="th" scope="col">
                  Conductor
                </TableCell>
                <TableCell component="th" scope="col">
                  Old wall
                </TableCell>
                <TableCell component="th" scope="col">
                  New wall
                </TableCell>
                <TableCell component="th" scope="col">
                  Board
                </TableCell>
                <TableCell component="th" scope="col">
                  Why
                </TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {wiring.rows.map((r) => (
                <TableRow
                  key={r.conductor}
                  onMouseEnter={() => light([`conductor:${r.conductor}`])}
                  onMouseLeave={() => light([])}
                >
                  <TableCell component="th" scope="row">
                    {r.colour}
                  </TableCell>
                  <TableCell className="mono">{r.oldWall ?? '–'}</TableCell>
                  <TableCell className="mono">{r.newWall ?? (r.joined ? 'joined' : 'capped')}</TableCell>
                  <TableCell className="mono">
                    {r.newBoard === r.oldBoard ? (r.newBoard ?? '–') : `${r.oldBoard ?? '–'} → ${r.newBoard ?? '–'}`}
                  </TableCell>
                  <TableCell>{r.why}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
          {wiring.jumpers.map((j) => (
            <p key={j.id}>
              <b>{j.what}.</b> <span className="soft">{j.why}</span>
            </p>
          ))}
        </section>
        <TryPanel />
        <MountPanel />
        <Defects />
      </Bench>
      <ReadingSide
        here="connect"
        sentence={
          next
            ? `Next: ${next.what.charAt(0).toLowerCase()}${next.what.slice(1)}.`
            : `All ${count(steps.length, 'step')} done. Power up when the plate is level.`
        }
      />
    </>
  );
}
