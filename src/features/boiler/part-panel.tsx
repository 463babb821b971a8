'use client';

/** What is asked of the part that was touched on the plant's drawing. */
import { BOILER_PARTS } from '@core/boiler/form';
import type { PlantPart } from '@core/boiler/plant-layout';
import type { BoilerSurvey } from '@core/job/boiler-schema';
import type { ReactNode } from 'react';
import { Fields } from '../fields/field-form';
import { useFamily } from '../shell/family-job';

const wordsOf = (part: PlantPart, path: string, value: string): string =>
  BOILER_PARTS[part].find((f) => f.path[0] === path)?.words?.[value] ?? value;

/** What is known of a part, in a few words; null while nobody has spoken of it. */
export function knownOf(part: PlantPart, survey: BoilerSurvey): string | null {
  switch (part) {
    case 'boiler':
      return survey.input === undefined ? null : wordsOf('boiler', 'input', survey.input);
    case 'valve':
    case 'cylinder':
    case 'radiators':
      if (survey.plant === undefined) return null;
      return part === 'cylinder'
        ? survey.cylinder
          ? `${survey.cylinder.litres} L`
          : 'litres not noted'
        : part === 'valve'
          ? ''
          : survey.emitters === undefined || survey.emitters === 'radiators'
            ? ''
            : survey.emitters;
    case 'pump':
      return survey.plant === undefined ? null : survey.pumpOverrun ? 'run on by the boiler' : '';
    case 'stat':
      return survey.plant === undefined ? null : survey.cylinderThermostat === false ? 'none there' : '';
    case 'spur':
      return survey.neutral === undefined ? null : survey.earth === false ? 'no earth' : `${survey.fuseAmps ?? 3} A`;
    case 'room':
      return survey.oldRoomThermostat === undefined ? null : survey.oldRoomThermostat.replace('-', ' ');
    case 'receiver':
      return survey.units === 'each-zone' ? 'one in each zone' : '';
  }
}

export function PartPanel({ part }: { part: PlantPart }): ReactNode {
  const api = useFamily('boiler');
  return <Fields api={api} fields={BOILER_PARTS[part]} at={[]} of="" />;
}
