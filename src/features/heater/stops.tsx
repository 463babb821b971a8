'use client';

/** The stops of a heater job that are its own: cables and heaters, what carries the load, the work at the box. */
import { HEATER_FORM } from '@core/heater/form';
import { OPEN_BOX_CAUTION } from '@core/mains/cautions';
import { fixed, temperature } from '@core/units/units';
import type { ReactNode } from 'react';
import { Gauge } from '../../ui/gauge';
import { SurveyFields } from '../fields/field-form';
import { PlainConnect } from '../plain/connect';
import { PlainPowerUp } from '../plain/power-up';
import { TerminalTable } from '../plain/terminal-table';
import { Ways } from '../plain/ways';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { HeaterDrawing } from './drawing';
import { HeaterMeasure } from './measure';
import { useHeater } from './use-heater';

export function HeaterSurveyScreen(): ReactNode {
  const { heater } = useHeater();
  return (
    <>
      <Bench title="Survey" note="which pair is supply, which is load: by readings, never by colour">
        <p className="caution-line">
          The live readings are taken with cores parted and kept apart, by a competent person. Everything else with the
          breaker off, locked and proved dead.
        </p>
        <HeaterMeasure stop="survey" />
        <SurveyFields family="heater" form={HEATER_FORM} />
      </Bench>
      <ReadingSide here="survey" sentence={heater.sentence} />
    </>
  );
}

export function HeaterDecide(): ReactNode {
  const { heater, job } = useHeater();
  const { load, ways, room, sheet, contactor } = heater;
  return (
    <>
      <Bench title="Decide" note={sheet ? `for ${sheet.name}` : 'choose a device in Arrive first'}>
        {load ? (
          <section className="panel">
            <h2>
              {contactor ? 'Through a contactor' : 'Directly on the device'}: {fixed(load.watts, 0)} W,{' '}
              {fixed(load.amps, 1)} A
            </h2>
            {load.carries.map((c) => (
              <Gauge
                key={c.what}
                name={`The ${c.what} bears`}
                figure={`${fixed(c.allowed, 1)} A`}
                low={0}
                high={c.allowed}
                value={load.amps}
                says={c.why}
              />
            ))}
          </section>
        ) : (
          <p>Read the cables and the nameplates in Survey first.</p>
        )}
        <Ways family="heater" title="What could switch them on this wall" ways={ways} />
        {room ? (
          <section className="panel">
            <h2>The room</h2>
            <p>
              {room.minutes === null
                ? `${temperature(room.wantedCelsius, job.units)} is not reached: full power ends at `
                : `${temperature(room.wantedCelsius, job.units)} in about `}
              <b className="mono">
                {room.minutes === null ? temperature(room.settledCelsius, job.units) : `${room.minutes} min`}
              </b>
              ; <b className="mono">{fixed(room.holdWatts, 0)} W</b> hold it at this weather.
              {room.heldCelsius === null
                ? ''
                : ` On the coldest day full power holds ${temperature(room.heldCelsius, job.units)}.`}
            </p>
          </section>
        ) : null}
      </Bench>
      <ReadingSide here="decide" sentence={heater.sentence} />
    </>
  );
}

export function HeaterConnect(): ReactNode {
  const { heater, job, sealed, set } = useHeater();
  const cores = heater.wall.cables.flatMap((c) =>
    [`${c.id}.1`, `${c.id}.2`].map((id) => ({ id, name: `${c.name}, ${id.endsWith('1') ? 'first' : 'second'} core` })),
  );
  return (
    <PlainConnect
      examples={
        heater.terminals[0]
          ? [`${heater.terminals[0].terminal.toLowerCase()} ${cores[2]?.id ?? 'off'}`]
          : ['set units us']
      }
    >
      <section className="panel">
        <HeaterDrawing />
      </section>
      {heater.terminals.length > 0 ? (
        <TerminalTable
          terminals={heater.terminals}
          cores={cores}
          landed={job.survey.landed}
          disabled={sealed}
          onLand={(label, landed) => set(label, { landed })}
        />
      ) : null}
    </PlainConnect>
  );
}

export function HeaterPowerUp(): ReactNode {
  return (
    <PlainPowerUp caution={OPEN_BOX_CAUTION}>
      <HeaterMeasure stop="power-up" />
    </PlainPowerUp>
  );
}
