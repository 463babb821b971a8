'use client';

import { lanes, type TestResult } from '@core/proof/proof-run';
/** The tests on a time axis, and as a list to choose from. */
import type { ReactNode } from 'react';
import { VERDICT } from './verdict-words';

const PLACES = [
  { id: 'wall', name: 'At the wall' },
  { id: 'board', name: 'At the board' },
  { id: 'nobody', name: 'Waiting' },
] as const;

/** Where the installer has to stand, and when; waits are dashed. */
export function Lanes({ tests, here }: { tests: readonly TestResult[]; here: string }): ReactNode {
  const { lanes: bars, end } = lanes(tests);
  const minutes = Math.max(5, Math.ceil(end / 300) * 5);
  const at = (seconds: number): number => (seconds / (minutes * 60)) * 100;
  const now = bars.find((b) => b.test === here && !b.waiting);
  return (
    <section className="lanes" aria-hidden="true">
      <div className="lane-axis mono" aria-hidden="true">
        {Array.from({ length: 6 }, (_, i) => (
          <span key={i} style={{ left: `${i * 20}%` }}>
            {Math.round((minutes * i) / 5)} min
          </span>
        ))}
      </div>
      {PLACES.map((place) => (
        <div key={place.id} className="lane">
          <span>{place.name}</span>
          <div className="lane-track">
            {bars
              .filter((b) => (place.id === 'nobody' ? b.waiting : !b.waiting && b.place === place.id))
              .map((b) => {
                const i = tests.findIndex((t) => t.id === b.test);
                const t = tests[i];
                if (!t) return null;
                return b.waiting ? (
                  <span
                    key={b.test}
                    className="lane-wait"
                    style={{ left: `${at(b.start)}%`, width: `${at(b.end - b.start)}%` }}
                    title={t.wait?.label}
                  />
                ) : (
                  <span
                    key={b.test}
                    className={`lane-test ${t.verdict}${t.id === here ? ' here' : ''}`}
                    style={{ left: `${at(b.start)}%`, width: `${at(b.end - b.start)}%` }}
                    title={`${t.title}: ${VERDICT[t.verdict]}`}
                  >
                    {t.verdict === 'fail' ? '×' : i + 1}
                  </span>
                );
              })}
            {now ? <span className="lane-now" style={{ left: `${at(now.start)}%` }} aria-hidden="true" /> : null}
          </div>
        </div>
      ))}
    </section>
  );
}

export function TestList({
  tests,
  here,
  onChoose,
  className,
}: {
  tests: readonly TestResult[];
  here: string;
  onChoose: (id: string) => void;
  className: string;
}): ReactNode {
  return (
    <ol className={`test-list ${className}`}>
      {tests.map((t, i) => (
        <li key={t.id}>
          <button
            type="button"
            className={`${t.verdict}${t.id === here ? ' here' : ''}`}
            aria-current={t.id === here}
            onClick={() => onChoose(t.id)}
          >
            <span className="mono">{i + 1}</span> {t.title} <span className="soft">{VERDICT[t.verdict]}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}
