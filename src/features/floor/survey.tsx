'use client';

/** Survey of a floor: drawn in section, mats with their readings, supply, probe. */
import { type FloorPart, floorParts, floorSupply, NO_FACTS } from '@core/floor/form';
import { probeName } from '@core/floor/thermistor';
import { fixed, ohms, temperature } from '@core/units/units';
import { type ReactNode, useState } from 'react';
import { Fields } from '../fields/field-form';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { Mats } from './mats';
import { FloorMeasure } from './measure';
import { FloorSection } from './section';
import { useFloor } from './use-floor';
import '../survey/survey.css';

export function FloorSurveyScreen(): ReactNode {
  const api = useFloor();
  const { floor, survey, job } = api;
  const [part, setPart] = useState<FloorPart>('covering');
  const { load } = floor;
  const { units } = job;
  return (
    <>
      <Bench title="What lies in the floor" note={load ? `${fixed(load.watts, 0)} W, ${fixed(load.amps, 1)} A` : ''}>
        <section className="panel stack">
          <FloorSection picked={part} onPick={setPart} />
          <Fields api={api} fields={floorParts(NO_FACTS)[part]} at={[]} of="" />
        </section>
        <Mats />
        <section className="panel stack">
          <h2>Supply</h2>
          <Fields api={api} fields={floorSupply(NO_FACTS)} at={[]} of="" />
        </section>
        <FloorMeasure stop="survey" />
      </Bench>
      <ReadingSide here="survey" sentence={floor.sentence}>
        {floor.probe.type && survey.probe.ohms !== undefined ? (
          <p className="soft">
            The probe is {probeName(floor.probe.type)}
            {survey.probe.floorCelsius === undefined
              ? '.'
              : `: ${ohms(survey.probe.ohms)} at ${temperature(survey.probe.floorCelsius, units)}.`}
          </p>
        ) : null}
      </ReadingSide>
    </>
  );
}
