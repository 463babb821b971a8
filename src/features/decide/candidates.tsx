'use client';

import { screwWords } from '@core/circuit/point';
import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { ReadingEntry } from '../../ui/reading-entry';
import { useLowVoltage } from '../shell/family-job';

/** What the letters could mean, side by side; the one measurement that tells them apart, and where to type it. */
export function CandidatesPanel(): ReactNode {
  const { job, derived, read, light, sealed } = useLowVoltage();
  const { list, provesNothing, measureFirst } = derived.candidates;
  if (list.length === 0) return null;
  return (
    <section className="panel stack">
      <h2>What it could be</h2>
      <ul className="ways">
        {list.map((c) => (
          <li key={c.id} className={`way ${c.stands ? 'ask' : 'no'}`}>
            <div className="way-head">
              <strong>{c.name}</strong>
              <span className="way-works">{c.stands ? 'stands' : 'dropped'}</span>
              {measureFirst && c.stands ? (
                <span className="mono way-minutes">
                  {fixed(measureFirst.reads.find((r) => r.candidate === c.id)?.volts ?? 0, 1)} V
                </span>
              ) : null}
            </div>
            <p>{c.system.sentence}</p>
            {c.contradictedBy.map((x) => (
              <p key={x.reading} className="soft">
                {x.text}: it would read {x.predicted}.
              </p>
            ))}
          </li>
        ))}
      </ul>
      {provesNothing.map((p) => (
        <p key={p.reading} className="soft">
          {p.text} would read the same either way: it proves nothing.
        </p>
      ))}
      {measureFirst ? (
        <>
          <p>
            <b>Measure this first:</b> {screwWords(measureFirst.a)} to {screwWords(measureFirst.b)},{' '}
            {measureFirst.state === 'idle' ? 'nothing called' : `the old thermostat calling ${measureFirst.stateName}`}.
          </p>
          <button type="button" className="plain left" onClick={() => light([measureFirst.a, measureFirst.b])}>
            Show where
          </button>
          <ReadingEntry
            label={`${screwWords(measureFirst.a)} to ${screwWords(measureFirst.b)}`}
            quantity="volts-ac"
            units={job.units}
            disabled={sealed}
            onRead={(value) =>
              read(`Read ${fixed(value, 1)} V, ${measureFirst.a} to ${measureFirst.b}`, {
                quantity: 'volts-ac',
                value,
                a: measureFirst.a,
                b: measureFirst.b,
                state: measureFirst.state,
                stop: 'decide',
              })
            }
          />
        </>
      ) : list.filter((c) => c.stands).length > 1 ? (
        <p>No reading here tells them apart: answer by looking.</p>
      ) : null}
    </section>
  );
}
