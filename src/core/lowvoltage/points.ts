/** Bare ends of a 24 V job's cores in words: by the colour they were surveyed with. */
import type { SurveyKept } from '../job/survey-schema';
import { colourOf } from '../survey/landing';

/** null when it is no core that was surveyed. */
export function coreWords(survey: Pick<SurveyKept, 'conductors'>, point: string): string | null {
  const core = /^core\.([A-Za-z0-9_:+-]+)\.(wall|board|outdoor)$/.exec(point);
  const conductor = survey.conductors[core?.[1] ?? ''];
  return core && conductor ? `${colourOf(conductor)}, bare end at the ${core[2]}` : null;
}
