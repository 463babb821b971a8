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
  const { job, derived, change, sealed } = useJob();
  const { questions, findings } = derived.shared;
  // Nothing to do is never shown without its reason.
  const why = questions.find((q) => q.needed)?.ask ?? findings.find((f) => f.severity === 'blocker')?.message;
  const next = steps.find((s) => !job.connect.done[s.id]);
  return (
    <section className="panel">
      <h2>Work list</h2>
      {steps.length === 0 ? <p className="soft">Nothing is listed yet. {why ?? 'Choose a device in Arrive.'}</p> : null}
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
