'use client';

/** Readings taken at this stop, latest first, each to be struck; a struck one stays visible as struck. */
import { measuredWords } from '@core/job/measured';
import { pointWords } from '@core/job/points';
import { allReadings, withStruck } from '@core/job/readings';
import { valueText } from '@core/proof/proof-run';
import type { StopId } from '@core/run';
import type { ReactNode } from 'react';
import { useJob } from './job-context';

export function ReadingsLog({ stop }: { stop: StopId }): ReactNode {
  const { job, light, change, sealed } = useJob();
  const readings = allReadings(job)
    .filter((r) => r.stop === stop)
    .reverse();
  if (readings.length === 0) return null;
  return (
    <section className="stack readings-log">
      <h2>Read here</h2>
      <ul>
        {readings.map((r) => (
          <li key={r.id} className={r.struck ? 'struck' : ''}>
            <button type="button" onClick={() => light([r.a, r.b].filter((x) => x !== undefined))}>
              <span className="mono">{r.words ?? valueText(r.quantity, r.value, job.units)}</span>
              <span>
                {r.a && r.b
                  ? `${pointWords(job, r.a)} to ${pointWords(job, r.b)}`
                  : (measuredWords(job, r) ?? r.measure ?? '')}
                <span className="soft">
                  {' '}
                  {r.state}, {new Date(r.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
                  {r.struck ? ', struck' : ''}
                </span>
              </span>
            </button>
            {sealed ? null : (
              <button
                type="button"
                className="plain"
                aria-label={`${r.struck ? 'Count' : 'Strike'} ${r.words ?? valueText(r.quantity, r.value, job.units)}`}
                onClick={() =>
                  change(r.struck ? 'Reading counted again' : 'Reading struck', (j) => withStruck(j, r.id, !r.struck))
                }
              >
                {r.struck ? 'count again' : 'strike'}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
