'use client';

/** Decide: what switches the load, and whether everything on its way carries it. */
import { DENSITY } from '@core/floor/load';
import { fixed, temperature } from '@core/units/units';
import type { ReactNode } from 'react';
import { Choice } from '../../ui/fields';
import { Gauge } from '../../ui/gauge';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { FloorCircuit } from './circuit';
import { useFloor } from './use-floor';

export function FloorDecide(): ReactNode {
  const { floor, survey, job, sealed, set } = useFloor();
  const { load, sheet, contactor, warmUp, limit } = floor;
  return (
    <>
      <Bench title="Decide" note={sheet ? `for ${sheet.name}` : 'choose a device in Arrive first'}>
        {load && sheet ? (
          <>
            <section className="panel stack">
              <h2>
                {contactor
                  ? `Through a contactor: ${fixed(load.watts, 0)} W by hand`
                  : `Directly on the device: ${fixed(load.watts, 0)} W`}
              </h2>
              <FloorCircuit />
              <Choice
                label="The load is switched by"
                value={survey.switching ?? (contactor ? 'contactor' : 'direct')}
                disabled={sealed}
                options={[
                  { value: 'direct', label: 'the device’s relay' },
                  { value: 'contactor', label: 'a contactor' },
                  { value: 'slave', label: 'a slave relay' },
                ]}
                onChoose={(switching) => set(`Switched by: ${switching}`, { switching })}
              />
            </section>
            <section className="panel">
              <h2>What carries it</h2>
              {load.relay ? (
                <Gauge
                  name="Device’s relay"
                  figure={`${fixed(load.amps, 2)} A`}
                  low={0}
                  high={load.relay.allowed}
                  value={load.amps}
                  says={`${fixed(load.relay.allowed, 1)} A of ${fixed(load.relay.amps, 0)} A${load.relay.continuousRule ? ', 80 % continuous' : ''}`}
                />
              ) : null}
              {load.breakerAllowed !== null ? (
                <Gauge
                  name="Breaker"
                  figure={`${fixed(load.amps, 2)} A`}
                  low={0}
                  high={load.breakerAllowed}
                  value={load.amps}
                  says={`${fixed(load.breakerAllowed, 1)} A of ${fixed(survey.breakerAmps ?? 0, 0)} A continuous`}
                />
              ) : null}
              {load.wattsPerSquareMetre !== null && survey.covering ? (
                <Gauge
                  name={`Density under ${survey.covering}`}
                  figure={`${fixed(load.wattsPerSquareMetre, 0)} W/m²`}
                  low={DENSITY[survey.covering].low}
                  high={DENSITY[survey.covering].high}
                  value={load.wattsPerSquareMetre}
                  says={`${DENSITY[survey.covering].low} to ${DENSITY[survey.covering].high} is usual`}
                />
              ) : null}
              {load.wattsByOhms !== null ? (
                <Gauge
                  name="By the measured ohms"
                  figure={`${fixed(load.wattsByOhms, 0)} W`}
                  low={load.watts / 1.1}
                  high={load.watts / 0.95}
                  value={load.wattsByOhms}
                  says={`${fixed(load.watts, 0)} W by nameplate, −5 to +10 % in ohms`}
                />
              ) : null}
              {limit ? (
                <p>
                  <b>Floor limit {temperature(limit.celsius, job.units)}</b>: {limit.why}.
                </p>
              ) : null}
              {warmUp?.held ? (
                <p>
                  At {temperature(warmUp.held.outdoorCelsius, job.units)} outdoors full power holds the room at{' '}
                  <b>{temperature(warmUp.held.roomCelsius, job.units)}</b>.
                </p>
              ) : null}
            </section>
          </>
        ) : (
          <p>Say in Survey which mats lie in the floor and what the supply is, and in Arrive which device goes up.</p>
        )}
      </Bench>
      <ReadingSide here="decide" sentence={floor.sentence} />
    </>
  );
}
