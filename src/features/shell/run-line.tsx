'use client';

import type { StopProgress } from '@core/progress';
import type { StopId } from '@core/run';
/** The run as a terminal strip: each stop a screw, turned level when done, copper as far as the work has come. */
import Link from 'next/link';
import type { ReactNode } from 'react';

const STATE_WORDS: Record<StopProgress['state'], string> = {
  done: 'done',
  'under-way': 'under way',
  blocked: 'blocked',
  'to-do': 'to do',
};

export function RunLine({
  job,
  stops,
  here,
}: {
  job: string;
  stops: readonly StopProgress[];
  /** null on a page that is no stop, such as the journal. */
  here: StopId | null;
}): ReactNode {
  return (
    <nav className="run-line" aria-label="The run">
      <ol>
        {stops.map((s, i) => (
          <li
            key={s.id}
            className={`${s.state}${s.id === here ? ' here' : ''}${stops[i + 1] && s.state === 'done' && stops[i + 1]?.state !== 'to-do' ? ' joined' : ''}`}
          >
            <Link
              href={`/jobs/${job}/${s.id}`}
              prefetch={false}
              aria-current={s.id === here ? 'step' : undefined}
              aria-label={`${s.name}: ${STATE_WORDS[s.state]}, ${s.says}, ${s.minutes} minutes`}
            >
              <svg viewBox="0 0 30 30" aria-hidden="true" className="run-screw">
                <circle cx="15" cy="15" r="12" />
                {s.state === 'blocked' ? (
                  <path d="M 10 10 L 20 20 M 20 10 L 10 20" />
                ) : (
                  <line
                    x1="9"
                    x2="21"
                    y1="15"
                    y2="15"
                    transform={s.state === 'done' ? undefined : `rotate(${s.state === 'under-way' ? -25 : -50} 15 15)`}
                  />
                )}
              </svg>
              <span className="run-name">{s.name}</span>
              <span className="run-says">
                {s.state === 'blocked' ? (s.blockers.length > 1 ? `${s.blockers.length} blockers` : 'blocked') : s.says}
              </span>
              <span className="run-minutes">{s.state === 'done' ? '' : `${s.minutes} min`}</span>
            </Link>
          </li>
        ))}
      </ol>
    </nav>
  );
}
