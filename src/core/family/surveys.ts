/** What each family's survey holds: the list of families that the job's shape is made of. */

import * as z from 'zod';
import { CONTACT_MEASURED, Contact, ContactKept, contactPointWords } from '../contact/survey';
import { floorPointWords } from '../floor/points';
import { HEATER_MEASURED, Heaters, HeatersKept, heaterPointWords } from '../heater/survey';
import { type AnswerAt, byCode } from '../job/answer-fields';
import { BOILER_ANSWERS, BOILER_MEASURED, BoilerKept, BoilerSurvey } from '../job/boiler-schema';
import { FLOOR_ANSWERS, FLOOR_MEASURED, FloorKept, FloorSurvey } from '../job/floor-schema';
import type { HouseKept } from '../job/house-schema';
import type { MeasuredLeaf } from '../job/measured-leaf';
import { LOW_VOLTAGE_MEASURED, lowVoltageAnswer, Survey, SurveyKept } from '../job/survey-schema';
import { coreWords } from '../lowvoltage/points';
import { buildSurvey, SurveyInput } from '../lowvoltage/survey-file';

/** A survey written short: what a file may hold, and what is made of it; problems are said with their place. */
export interface ShortSurvey {
  input: z.ZodType;
  build: (input: never, problems: { path: string; message: string }[]) => unknown;
}

const SHORT: ShortSurvey = { input: SurveyInput, build: buildSurvey };

/**
 * kept: as a job holds it; seen: with what was measured beside what it is of; measured: where that is; answerAt: the field
 * that an answer of older records fills; pointWords: a point of the family's own in words, or null.
 */
export const SURVEYS = {
  /** Control wiring from a transformer. */
  '24v': {
    kept: SurveyKept,
    seen: Survey,
    measured: LOW_VOLTAGE_MEASURED,
    answerAt: lowVoltageAnswer,
    pointWords: coreWords,
    short: SHORT,
    house: { emitter: 'air', heater: 'burner' },
  },
  /** Mains-switched heating and stored hot water. */
  boiler: {
    kept: BoilerKept,
    seen: BoilerSurvey,
    measured: BOILER_MEASURED,
    answerAt: byCode(BOILER_ANSWERS),
    pointWords: (): string | null => null,
    house: { emitter: 'radiators', heater: 'burner' },
  },
  /** Electric heaters on line voltage. */
  heater: {
    kept: HeatersKept,
    seen: Heaters,
    measured: HEATER_MEASURED,
    answerAt: byCode({}),
    pointWords: heaterPointWords,
    house: { emitter: 'air', heater: 'electric' },
  },
  /** Appliances that want nothing but a contact closed. */
  contact: {
    kept: ContactKept,
    seen: Contact,
    measured: CONTACT_MEASURED,
    answerAt: byCode({}),
    pointWords: contactPointWords,
    house: { emitter: 'air', heater: 'burner' },
  },
  /** Electric floor heating. */
  floor: {
    kept: FloorKept,
    seen: FloorSurvey,
    measured: FLOOR_MEASURED,
    answerAt: byCode(FLOOR_ANSWERS),
    pointWords: floorPointWords,
    house: { emitter: 'floor', heater: 'electric' },
  },
} as const satisfies Record<
  string,
  {
    kept: z.ZodType;
    seen: z.ZodType;
    /** Where its heat comes out and what makes it, while nobody says otherwise. */
    house: Required<Pick<HouseKept, 'emitter' | 'heater'>>;
    measured: readonly MeasuredLeaf[];
    answerAt: AnswerAt;
    pointWords: unknown;
    short?: ShortSurvey;
  }
>;

export type Family = keyof typeof SURVEYS;
export type SurveyKeptOf<F extends Family> = z.infer<(typeof SURVEYS)[F]['kept']>;
export type SurveyOf<F extends Family> = z.infer<(typeof SURVEYS)[F]['seen']>;

/** In the order a new job offers them. */
export const FAMILIES = Object.keys(SURVEYS) as [Family, ...Family[]];
export const Family = z.enum(FAMILIES);
