'use client';

import type { Conductor, ConductorEnd, Place } from '@core/job/schema';
import { CABLE_ENDS, colourOf, withSurvey } from '@core/survey/landing';
import type { ReactNode } from 'react';
import { Choice, TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { HalfScope } from '../../ui/half-typed';
import { useLowVoltage } from '../shell/family-job';

const PLACE: Record<Place, string> = { wall: 'At the wall', board: 'At the board', outdoor: 'At the outdoor unit' };

/** One conductor, once it is touched: the state of its ends, a joint in it, what shares its screw. */
export function ConductorPanel({ id }: { id: string }): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const conductor = job.survey.conductors[id];
  if (!conductor) return null;
  const colour = colourOf(conductor);
  const set = (label: string, more: Partial<Conductor>): boolean =>
    change(`${colour}: ${label}`, (j) => {
      const before = j.survey.conductors[id];
      return before
        ? withSurvey(j, { ...j.survey, conductors: { ...j.survey.conductors, [id]: { ...before, ...more } } })
        : j;
    });
  const endState = (place: Place, state: ConductorEnd['state']): void => {
    const end = conductor[place];
    const next: ConductorEnd = { ...(end ?? { colour: colour.split('/')[0] ?? 'unnamed' }), state };
    if (state !== 'landed') {
      const { terminal: _off, ...unlanded } = next;
      set(`${state} ${PLACE[place].toLowerCase()}`, { [place]: unlanded });
    } else if (end?.terminal) set('landed', { [place]: next });
  };
  return (
    <section className="panel stack" aria-label={`The ${colour} conductor`}>
      <h2>{colour}</h2>
      <div className="field-grid">
        {CABLE_ENDS[conductor.cable].map((place) => (
          <Choice
            key={place}
            label={`${PLACE[place]}${conductor[place]?.terminal ? `, on ${conductor[place].terminal}` : ''}`}
            value={conductor[place]?.state}
            disabled={sealed}
            options={[
              ...(conductor[place]?.terminal ? [{ value: 'landed' as const, label: 'landed' }] : []),
              { value: 'loose', label: 'loose' },
              { value: 'coiled', label: 'coiled' },
              { value: 'cut', label: 'cut short' },
            ]}
            onChoose={(state) => endState(place, state)}
          />
        ))}
      </div>
      <HalfScope of={id}>
        <div className="field-grid">
          <TextField
            label="A joint in it, where"
            value={conductor.splice}
            disabled={sealed}
            onCommit={(v) => set(v ? `joint, ${v}` : 'no joint', { splice: v || undefined })}
          />
          <FigureField
            label="Joint"
            quantity="ohms"
            units={job.units}
            low={0}
            high={1000}
            value={conductor.spliceOhms}
            disabled={sealed || conductor.splice === undefined}
            hint="a sound twist, 0.05 Ω, until measured"
            onTake={(spliceOhms) => set(`joint ${spliceOhms ?? '?'} Ω`, { spliceOhms })}
          />
          <TextField
            label="Sheath it runs in"
            value={conductor.sheath}
            disabled={sealed}
            hint="a name: cores of one sheath run together; say “mains” where mains does too"
            onCommit={(v) => set(v ? `in sheath ${v}` : 'sheath not noted', { sheath: v || undefined })}
          />
          <TextField
            label="Also under its board screw"
            value={conductor.board?.shares}
            disabled={sealed || conductor.board === undefined}
            hint="outdoor unit, second thermostat, accessory"
            onCommit={(v) => {
              const { board } = conductor;
              if (board)
                set(`shares its screw with ${v || 'nothing'}`, { board: { ...board, shares: v || undefined } });
            }}
          />
        </div>
      </HalfScope>
    </section>
  );
}
