'use client';

/** Work the server did not take: seen by its author until it is applied again, or given up. */
import type { Change } from '@core/job/schema';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
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
    <Alert key={d.id} icon={false} role="presentation" className="notice draft">
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
        {sealed ? null : <Button onClick={() => session.applyDraft(d)}>Apply again</Button>}
        <Button onClick={() => void navigator.clipboard?.writeText(whole(d.changes))}>Copy</Button>
        <Button onClick={() => session.giveUp(d.id)}>Give it up</Button>
      </div>
    </Alert>
  ));
}
