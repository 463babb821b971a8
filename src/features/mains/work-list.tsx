'use client';

/** The work at the box in its order, ticked as it is done. */
import type { ReactNode } from 'react';
import { Tick } from '../../ui/fields';
import { useJob } from '../shell/job-context';

interface Step {
  id: string;
  what: string;
}

export function WorkList({ steps }: { steps: readonly Step[] }): ReactNode {
  const { job, change, sealed } = useJob();
  const next = steps.find((s) => !job.connect.done[s.id]);
  return (
    <section className="panel">
      <h2>Work list</h2>
      {steps.map((s) => (
        <Tick
          key={s.id}
          checked={job.connect.done[s.id] === true}
          disabled={sealed}
          note={s.id === next?.id ? 'next' : undefined}
          onToggle={(on) =>
            change(`${on ? 'Done' : 'Not done'}: ${s.what}`, (j) => ({
              ...j,
              connect: { ...j.connect, done: { ...j.connect.done, [s.id]: on } },
            }))
          }
        >
          {s.what}
        </Tick>
      ))}
    </section>
  );
}
