'use client';

/** Connect: the numbered terminals, what is on each, and the work in its order. */
import { CORE_WORDS } from '@core/floor/terminals';
import { FloorCore } from '@core/job/floor-schema';
import type { ReactNode } from 'react';
import { TryJobPanel } from '../mains/try-job-panel';
import { WorkList } from '../mains/work-list';
import { Defects } from '../mount/defects';
import { MountPanel } from '../mount/mount-panel';
import { TerminalTable } from '../plain/terminal-table';
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
          <p className="caution-line">Not proved dead yet. Do that in Make safe before a cover comes off.</p>
        )}
        <FloorMeasure stop="connect" />
        {terminals.length > 0 ? (
          <TerminalTable
            terminals={terminals.map((t) => ({ ...t, core: t.meant, says: CORE_WORDS[t.meant] }))}
            cores={FloorCore.options.map((id) => ({ id, name: CORE_WORDS[id] }))}
            landed={survey.landed}
            lit={lit}
            disabled={sealed}
            onLand={(label, landed) => set(label, { landed })}
          />
        ) : (
          <p>No plan yet.</p>
        )}
        <WorkList steps={steps} />
        <MountPanel />
        <Defects />
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
