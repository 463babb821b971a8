'use client';

/** Work the server did not take: seen by its author until it is applied again, or given up. */
import type { Change } from '@core/job/schema';
import type { ReactNode } from 'react';
import { useJob } from './job-context';

const LONGEST = 60;

/** "site name: Net loft", as much of a change as a line holds. */
function said({ path, to }: Change): string {
  const value = to === undefined ? 'taken away' : typeof to === 'object' ? JSON.stringify(to) : String(to);
  return `${path.slice(-2).join(' ')}: ${value.length > LONGEST ? `${value.slice(0, LONGEST)}…` : value}`;
}

/** All of it, to be pasted anywhere. */
const whole = (changes: readonly Change[]): string =>
  changes.map(({ path, to }) => `${path.join('.')}: ${JSON.stringify(to ?? null)}`).join('\n');

export function Drafts(): ReactNode {
  const { state, session, sealed } = useJob();
  return state.drafts.map((d) => (
    <div key={d.id} className="notice draft">
      <p>
        <b>Not taken: {d.label}.</b> {d.why}
      </p>
      <ul className="draft-values mono">
        {d.changes.slice(0, 3).map((c) => (
          <li key={c.path.join('.')}>{said(c)}</li>
        ))}
        {d.changes.length > 3 ? <li>and {d.changes.length - 3} more</li> : null}
      </ul>
      <div className="row">
        {sealed ? null : (
          <button type="button" onClick={() => session.applyDraft(d)}>
            Apply again
          </button>
        )}
        <button type="button" onClick={() => void navigator.clipboard?.writeText(whole(d.changes))}>
          Copy
        </button>
        <button type="button" onClick={() => session.giveUp(d.id)}>
          Give it up
        </button>
      </div>
    </div>
  ));
}
