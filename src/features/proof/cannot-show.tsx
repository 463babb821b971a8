'use client';

/** What the tests as written cannot show: worked out when somebody asks. */
import { coverageOfJob } from '@core/evidence/of-job';
import { familyOf } from '@core/family/registry';
import Button from '@mui/material/Button';
import { type ReactNode, useState } from 'react';
import { useJob } from '../shell/job-context';

export function CannotShow(): ReactNode {
  const { job, derived } = useJob();
  const [asked, setAsked] = useState(false);
  if (!familyOf(job).module.evidence || derived.shared.proof.tests.length === 0) return null;
  if (!asked)
    return (
      <div className="row">
        <Button onClick={() => setAsked(true)}>What can these tests not show?</Button>
      </div>
    );
  const c = coverageOfJob(job, derived);
  if (!c) return null;
  const unseen = [...c.missed, ...c.doubtful];
  return (
    <section className="panel stack" aria-label="What these tests cannot show">
      <h2>What these tests cannot show</h2>
      <p>
        Of {c.of} single faults tried here (open, swapped, bridged, stuck, a link, the supply) {c.reveals} would be
        shown wrong
        {unseen.length === 0 ? '.' : `, ${c.doubtful.length} be too close to tell, and ${c.missed.length} pass unseen.`}{' '}
        Of two faults at once, and of what is not in the circuit, nothing is said here.
      </p>
      {unseen.length > 0 ? (
        <ul className="later">
          {unseen.map((m) => (
            <li key={m.id}>
              <b>{m.name}:</b> {m.look}
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
