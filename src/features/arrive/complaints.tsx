'use client';

import { familyOf } from '@core/family/registry';
import { COMPLAINT_WORDS, type Complaint } from '@core/job/complaint';
/** What the customer says is wrong, touched; where it begins to tell, what it is likely to be. */
import { DANGER_WORDS, Danger } from '@core/job/danger';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { ReactNode } from 'react';
import { FaultRanking } from '../proof/fault-ranking';
import { useRanking } from '../proof/use-ranking';
import { useJob } from '../shell/job-context';

/** Asked before anything else is measured: signs at which everybody stops. */
function Dangers(): ReactNode {
  const { job, derived, change, sealed } = useJob();
  const said = job.arrive.danger ?? [];
  return (
    <>
      <h3 id="danger">Any of these? Then stop.</h3>
      <ToggleButtonGroup
        className="complaints danger"
        aria-labelledby="danger"
        value={[...said]}
        disabled={sealed}
        onChange={(_, next: Danger[]) =>
          change(
            next.length > 0 ? `Danger: ${next.map((d) => DANGER_WORDS[d]).join(', ')}` : 'No sign of danger',
            (j) => {
              const { danger: _was, ...arrive } = j.arrive;
              return { ...j, arrive: next.length > 0 ? { ...arrive, danger: next } : arrive };
            },
          )
        }
      >
        {Danger.options.map((d) => (
          <ToggleButton key={d} value={d}>
            {DANGER_WORDS[d]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {derived.shared.findings
        .filter((f) => f.code === 'arrive.danger')
        .map((f) => (
          <p key={f.message} className="problem" role="alert">
            <b>{f.message}</b> {f.fix}
          </p>
        ))}
    </>
  );
}

export function Complaints(): ReactNode {
  const { job, change, sealed } = useJob();
  const { complaints } = familyOf(job).module;
  const said = job.arrive.complaints ?? [];
  const ranking = useRanking(job, said.length > 0);
  if (!complaints) return null;
  return (
    <section className="panel stack" aria-label="What the customer says">
      <h2>What the customer says</h2>
      <ToggleButtonGroup
        className="complaints"
        aria-label="Complaints"
        value={[...said]}
        disabled={sealed}
        onChange={(_, next: Complaint[]) =>
          change(next.length > 0 ? 'What the customer says' : 'Nothing is said to be wrong', (j) => {
            const { complaints: _was, ...arrive } = j.arrive;
            return { ...j, arrive: next.length > 0 ? { ...arrive, complaints: next } : arrive };
          })
        }
      >
        {complaints.map((c) => (
          <ToggleButton key={c} value={c}>
            {COMPLAINT_WORDS[c]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {said.length > 0 && !ranking ? (
        <p className="soft">Once survey and device make a circuit, this is held against every fault it could have.</p>
      ) : null}
      <Dangers />
      {ranking ? <FaultRanking ranking={ranking} /> : null}
    </section>
  );
}
