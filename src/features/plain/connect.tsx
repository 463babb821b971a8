'use client';

/** Connect, of a family whose work is one list: what goes where, the work in its order, what if. */
import type { ReactNode } from 'react';
import { TryJobPanel } from '../mains/try-job-panel';
import { WorkList } from '../mains/work-list';
import { Defects } from '../mount/defects';
import { MountPanel } from '../mount/mount-panel';
import { Bench } from '../shell/frame';
import { useJob } from '../shell/job-context';
import { ReadingSide } from '../shell/reading-side';

interface Props {
  /** The wiring drawn. */
  children: ReactNode;
  examples: readonly string[];
}

export function PlainConnect({ children, examples }: Props): ReactNode {
  const { job, derived } = useJob();
  const { steps, safe, sentence } = derived.shared;
  const next = steps.find((s) => !job.connect.done[s.id]);
  const done = steps.filter((s) => job.connect.done[s.id]).length;
  return (
    <>
      <Bench title="Connect" note={`${done} of ${steps.length} done`}>
        {safe.proved ? null : <p className="caution-line">Not proved dead yet. Do that in Make safe first.</p>}
        {children}
        <WorkList steps={steps} />
        <MountPanel />
        <Defects />
        <TryJobPanel examples={examples} />
      </Bench>
      <ReadingSide
        here="connect"
        sentence={
          next
            ? `Next: ${next.what.charAt(0).toLowerCase()}${next.what.slice(1)}.`
            : steps.length > 0
              ? 'All joined. Close it up before it is powered.'
              : sentence
        }
      />
    </>
  );
}
