'use client';

/** Equipment without a lettered board: each core traced to what it meets, the pair that goes outdoors first. */
import { insulation } from '@core/survey/colours.data';
import { colourOf, withSurvey } from '@core/survey/landing';
import { MET, meeting, splicesOf } from '@core/survey/splices';
import type { ReactNode } from 'react';
import { Tick } from '../../ui/fields';
import { SelectField } from '../../ui/select-field';
import { useLowVoltage } from '../shell/family-job';

const OPTIONS = (Object.keys(MET) as (keyof typeof MET)[]).map((value) => ({
  value,
  label: `${MET[value].letter}: ${MET[value].label}`,
}));

export function SplicesPanel(): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const { survey } = job;
  const splices = splicesOf(job);
  const cores = Object.entries(survey.conductors).filter(([, c]) => c.cable === 'main');
  return (
    <section className="panel stack" aria-label="At the equipment">
      <Tick
        checked={splices !== null}
        disabled={sealed}
        onToggle={(on) =>
          change(on ? 'Splices only at the equipment' : 'A lettered board at the equipment', (j) =>
            withSurvey(j, {
              ...j.survey,
              equipment: { ...j.survey.equipment, splicesOnly: on || undefined },
            }),
          )
        }
      >
        No lettered screws at the equipment: splices only
      </Tick>
      {splices ? (
        <>
          <p className="soft">
            Every supply off and proved dead. Begin with the pair that goes outdoors: of its two cores the one that also
            meets the transformer is C, the other is Y.
          </p>
          {cores.length === 0 ? <p>Land the cores on the old plate first; then say what each meets here.</p> : null}
          <ul className="splices">
            {cores.map(([id, c]) => {
              const name = `${colourOf(c)}${c.wall?.terminal ? `, ${c.wall.terminal} at the wall` : ''}`;
              return (
                <li key={id}>
                  <span className="swatch" style={{ background: insulation(colourOf(c))?.fill ?? '#9a9a9a' }} />
                  <span>{name}</span>
                  <SelectField
                    quiet
                    label={`${name} meets`}
                    value={c.board?.meets ?? ''}
                    none="not traced"
                    disabled={sealed}
                    options={OPTIONS}
                    onChoose={(v) => {
                      const meets = OPTIONS.find((o) => o.value === v)?.value ?? null;
                      change(`${colourOf(c)} meets ${meets ? MET[meets].label : 'nothing traced'}`, (j) =>
                        withSurvey(j, meeting(j.survey, id, meets)),
                      );
                    }}
                  />
                  {c.board?.meets ? <span className="soft">{MET[c.board.meets].how}</span> : null}
                </li>
              );
            })}
          </ul>
        </>
      ) : null}
    </section>
  );
}
