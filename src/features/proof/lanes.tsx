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

/** A number is read from here up, per cent of the axis. */
const LEAST = 3.8;

/** Left and width of bars in per cent, in their order: none narrower than its number, none over another. */
function apart(bars: readonly { left: number; width: number }[]): { left: number; width: number }[] {
  let free = 0;
  const placed = bars.map(({ left, width }) => {
    const bar = { left: Math.max(left, free), width: Math.max(width, LEAST) };
    free = bar.left + bar.width;
    return bar;
  });
  // What would stand beyond the end moves the ones before it along.
  let limit = 100;
  for (const bar of placed.reverse()) {
    bar.left = Math.min(bar.left, limit - bar.width);
    limit = bar.left;
  }
  return placed.reverse();
}

/** Where the installer has to stand, and when; waits are dashed. */
export function Lanes({ tests, here }: { tests: readonly TestResult[]; here: string }): ReactNode {
  const { lanes: bars, end } = lanes(tests);
  const minutes = Math.max(5, Math.ceil(end / 300) * 5);
  const at = (seconds: number): number => (seconds / (minutes * 60)) * 100;
  const now = bars.find((b) => b.test === here && !b.waiting);
  const drawn = new Map(
    PLACES.flatMap(({ id }) => {
      const here = bars.filter((b) => !b.waiting && b.place === id);
      const placed = apart(here.map((b) => ({ left: at(b.start), width: at(b.end - b.start) })));
      return here.map((b, i) => [b.test, placed[i]] as const);
    }),
  );
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
                    style={{ left: `${drawn.get(b.test)?.left ?? 0}%`, width: `${drawn.get(b.test)?.width ?? LEAST}%` }}
                    title={`${t.title}: ${VERDICT[t.verdict]}`}
                  >
                    {t.verdict === 'fail' ? '×' : i + 1}
                  </span>
                );
              })}
            {now ? (
              <span
                className="lane-now"
                style={{ left: `${drawn.get(now.test)?.left ?? at(now.start)}%` }}
                aria-hidden="true"
              />
            ) : null}
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
