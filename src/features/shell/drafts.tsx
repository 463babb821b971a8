'use client';

/** Work the server did not take: seen by its author until it is applied again, or given up. */
import type { Change } from '@core/job/schema';
import type { ReactNode } from 'react';
import { valueWords } from '../../ui/value-words';
import { useJob } from './job-context';

const LONGEST = 60;

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
      <ul className="draft-values">
        {d.changes.slice(0, 3).map((c) => (
          <li key={c.path.join('.')}>
            {c.path.slice(-2).join(' ')}: {c.to === undefined ? 'taken away' : valueWords(c.to, LONGEST)}
          </li>
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
