'use client';

import type { Ranking } from '@core/diagnosis/rank';
import { fixed } from '@core/units/units';
/** What is wrong, by likelihood, and what to measure next. */
import { type ReactNode, useState } from 'react';
import { useJob } from '../shell/job-context';
import './fault-ranking.css';

const SHOWN = 5;

export function FaultRanking({ ranking }: { ranking: Ranking }): ReactNode {
  const { light } = useJob();
  const [open, setOpen] = useState<string | null>(null);
  const top = ranking.ranked.slice(0, SHOWN).filter((r) => r.probability >= 0.005);
  const rest = 1 - top.reduce((s, r) => s + r.probability, 0) - ranking.none;
  return (
    <section className="stack ranking">
      <h2>Most likely</h2>
      <ol>
        {top.map((r) => (
          <li key={r.hypothesis.id}>
            <button
              type="button"
              aria-expanded={open === r.hypothesis.id}
              onClick={() => {
                setOpen(open === r.hypothesis.id ? null : r.hypothesis.id);
                light(r.hypothesis.about);
              }}
            >
              <span className="fill" style={{ width: `${Math.round(r.probability * 100)}%` }} aria-hidden="true" />
              <span className="what">{r.hypothesis.name}</span>
              <span className="mono">{Math.round(r.probability * 100)} %</span>
            </button>
            {open === r.hypothesis.id || r === top[0] ? (
              <div className="why">
                <p>
                  <b>Look:</b> {r.hypothesis.look}
                </p>
                <p>
                  <b>Mend:</b> {r.hypothesis.fix}
                </p>
                {r.against.length > 0 ? <p className="soft">Against it: {r.against.join('; ')}</p> : null}
              </div>
            ) : null}
          </li>
        ))}
        <li className="soft rest">
          other single faults {Math.round(Math.max(0, rest) * 100)} %, none of these {Math.round(ranking.none * 100)} %
        </li>
      </ol>
      {ranking.next ? (
        <article className="question">
          <h3>Measure next: {ranking.next.candidate.text}</h3>
          <ul className="outcomes">
            {ranking.next.outcomes.slice(0, 4).map((o) => (
              <li key={o.value}>
                <span className="mono">{fixed(o.value, 0)} V</span> {o.names.slice(0, 2).join(', or ')}
              </li>
            ))}
          </ul>
          <p className="soft">
            About {ranking.next.candidate.minutes} min; settles {fixed(ranking.next.bits, 1)} bits.
          </p>
        </article>
      ) : top[1] && top[1].probability > 0.1 ? (
        <p className="soft">No single measurement tells these apart: on a meter they are alike. Look at both plates.</p>
      ) : null}
    </section>
  );
}
