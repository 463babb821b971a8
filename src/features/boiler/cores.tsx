'use client';

/** Which core is which, by what each reads. */
import type { BoilerSurvey } from '@core/job/boiler-schema';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { useBoiler, useSurvey } from './use-boiler';
import '../survey/survey.css';

/** Cores nobody knows: what each reads, and what it can be. */
export function Cores(): ReactNode {
  const { boiler, job, sealed } = useBoiler();
  const { survey, set } = useSurvey();
  const put = (id: string, more: Partial<BoilerSurvey['cores'][string]>): void => {
    const core = survey.cores[id];
    if (core) set(`${core.colour}: measured`, { cores: { ...survey.cores, [id]: { ...core, ...more } } });
  };
  return (
    <section className="panel stack">
      <h2>Which core is which</h2>
      <p className="soft">
        For a wall unit that needs live, neutral and switched live: what each core reads says what it can be.
      </p>
      {boiler.cores.map((c) => {
        const core = survey.cores[c.id];
        return (
          <div key={c.id} className="accessory stack">
            <h3>
              {c.colour}: {c.can.length > 0 ? c.can.join(', or ') : 'nothing fits'}
            </h3>
            {c.next ? (
              <p>
                <b>Next:</b> {c.next}
              </p>
            ) : null}
            <div className="field-grid">
              <FigureField
                label="Nothing calling, V"
                quantity="plain"
                units={job.units}
                low={0}
                high={300}
                value={core?.idleVolts}
                disabled={sealed}
                onTake={(idleVolts) => put(c.id, { idleVolts })}
              />
              <FigureField
                label="Old thermostat calling, V"
                quantity="plain"
                units={job.units}
                low={0}
                high={300}
                value={core?.callVolts}
                disabled={sealed}
                onTake={(callVolts) => put(c.id, { callVolts })}
              />
              <FigureField
                label="To the neutral bar, dead"
                quantity="ohms"
                units={job.units}
                low={0}
                high={1e9}
                value={core?.toNeutralOhms}
                disabled={sealed}
                onTake={(toNeutralOhms) => put(c.id, { toNeutralOhms })}
              />
              <FigureField
                label="To the earth bar, dead"
                of={c.colour}
                quantity="ohms"
                units={job.units}
                low={0}
                high={1e9}
                value={core?.toEarthOhms}
                disabled={sealed}
                onTake={(toEarthOhms) => put(c.id, { toEarthOhms })}
              />
            </div>
            <Choice
              label="Dead for those ohms by"
              value={core?.isolation}
              disabled={sealed}
              options={[
                { value: 'live-only', label: 'the live switched off' },
                { value: 'double-pole', label: 'both poles isolated' },
              ]}
              onChoose={(isolation) => put(c.id, { isolation })}
            />
            <Choice
              label="Its other end, seen in the junction box"
              value={core?.junction}
              disabled={sealed}
              options={[
                { value: 'live', label: 'on live' },
                { value: 'switched', label: 'on a switched live' },
                { value: 'neutral', label: 'on neutral' },
                { value: 'earth', label: 'on earth' },
                { value: 'loose', label: 'loose' },
              ]}
              onChoose={(junction) => put(c.id, { junction })}
            />
          </div>
        );
      })}
      <TextField
        label="A core, by its colour"
        adds
        value=""
        disabled={sealed}
        onCommit={(v) => {
          if (v) set(`A core: ${v}`, { cores: { ...survey.cores, [nanoid(5)]: { colour: v } } });
        }}
      />
    </section>
  );
}
