'use client';

import { answered } from '@core/findings/answer';
import type { Finding, Question } from '@core/findings/finding';
import { STOPS, type StopId } from '@core/run';
/** The side that reads: what it all means, what settles most, then findings by weight. */
import dynamic from 'next/dynamic';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { useJob } from './job-context';

const Photos = dynamic(() => import('../photos/photos').then((m) => m.Photos), { ssr: false });

const WEIGHT = { blocker: 'Stops the work', caution: 'Take care', note: 'Note' } as const;

function FindingCard({ finding, here }: { finding: Finding; here: StopId }): ReactNode {
  const { id, lit, light } = useJob();
  const on = finding.about.length > 0 && finding.about.every((a) => lit.has(a));
  const stop = STOPS.find((s) => s.id === finding.stop);
  return (
    <article className={`finding ${finding.severity}`}>
      <p className="finding-weight">
        {WEIGHT[finding.severity]}
        {finding.stop !== here && stop ? <Link href={`/jobs/${id}/${finding.stop}`}>{stop.name}</Link> : null}
      </p>
      <h3>{finding.message}</h3>
      <p>{finding.fix}</p>
      {finding.about.length > 0 || finding.evidence ? (
        <button type="button" className="evidence" aria-pressed={on} onClick={() => light(on ? [] : finding.about)}>
          <u>{on ? 'Hide where' : 'Show where'}</u>
          {finding.evidence ? <span className="soft">{finding.evidence}</span> : null}
        </button>
      ) : null}
    </article>
  );
}

function QuestionCard({ question }: { question: Question }): ReactNode {
  const { change, light, sealed } = useJob();
  return (
    <article className="question">
      <h3>{question.ask}</h3>
      <p>{question.how}</p>
      <div className="row">
        {question.answers.map((a) => (
          <button
            key={a.value}
            type="button"
            className="answer"
            disabled={sealed}
            title={a.means}
            onClick={() => change(`${question.ask} ${a.label}`, (j) => answered(j, question, a.value))}
          >
            {a.label}
            <small>{a.means}</small>
          </button>
        ))}
      </div>
      {question.about.length > 0 ? (
        <button type="button" className="evidence" onClick={() => light(question.about)}>
          <u>Show where</u>
        </button>
      ) : null}
    </article>
  );
}

/** @param sentence what this stop's state means, in one sentence */
export function ReadingSide({
  here,
  sentence,
  children,
  after,
}: {
  here: StopId;
  sentence: string;
  children?: ReactNode;
  /** What stands below the findings. */
  after?: ReactNode;
}): ReactNode {
  const { derived } = useJob();
  const questions = derived.shared.questions.filter((q) => here === 'decide' || here === 'survey' || q.stop === here);
  const first = derived.shared.findings.filter((f) => f.stop === here);
  const blockers = derived.shared.findings.filter((f) => f.stop !== here && f.severity === 'blocker');
  const others = derived.shared.findings.length - first.length - blockers.length;
  return (
    <aside className="reading-side" aria-label="What it means">
      <p className="sentence">{sentence}</p>
      {children}
      {questions.length > 0 ? (
        <section className="stack">
          <h2>{questions.length === 1 ? 'One look settles this' : 'These settle the rest'}</h2>
          {questions.map((q) => (
            <QuestionCard key={q.code} question={q} />
          ))}
        </section>
      ) : null}
      {first.length > 0 ? (
        <section className="stack">
          <h2>Found here</h2>
          {first.map((f, i) => (
            <FindingCard key={`${f.code}-${f.about.join()}-${i}`} finding={f} here={here} />
          ))}
        </section>
      ) : null}
      {blockers.length > 0 ? (
        <section className="stack">
          <h2>Stops the work elsewhere</h2>
          {blockers.map((f, i) => (
            <FindingCard key={`${f.code}-${f.about.join()}-${i}`} finding={f} here={here} />
          ))}
        </section>
      ) : null}
      {first.length + blockers.length + questions.length === 0 ? (
        <p className="soft">
          Nothing speaks against it here
          {others > 0 ? `; ${others} ${others === 1 ? 'note' : 'notes'} at other stops` : ''}.
        </p>
      ) : null}
      {after}
      <Photos here={here} />
    </aside>
  );
}
