/** Limits and settings of a boiler plant, each with its reason. */
import type { BoilerSurvey } from '../job/boiler-schema';
import type { Week } from '../job/schema';
import { type AddSetting, type CanonicalSetting, numbers, option } from '../settings/canonical-setting';
import { fixed } from '../units/units';
import { earlyStart } from '../week/early-start';
import { addSchedule } from '../week/form';
import { hasCylinder, type Plant } from './parts';
import type { BoilerSheet } from './sheet';

/** A condensing boiler condenses while its return is below this (dew point of natural gas fumes). */
const CONDENSING_RETURN_CELSIUS = 54;
/** Surface limits of water floors, °C (EN 1264: 29 living, 33 bathroom, 35 edge; timber by its makers). */
const FLOOR_LIMIT: Record<NonNullable<BoilerSurvey['floor']>, number> = {
  living: 29,
  bathroom: 33,
  edge: 35,
  timber: 27,
};

/** Hottest flow of a floor circuit. */
const FLOOR_FLOW_MOST = 45;

export interface FlowCheck {
  flowCelsius: number;
  returnCelsius: number;
  condenses: boolean;
}

/** Flow and return temperatures, °C, and whether the boiler condenses at that return. */
export function flowCheck(survey: BoilerSurvey): FlowCheck {
  const floor = survey.emitters === 'floor';
  const flowCelsius = survey.flowCelsius ?? (floor ? 40 : 65);
  const returnCelsius = flowCelsius - (survey.dropKelvin ?? (floor ? 5 : 15));
  return { flowCelsius, returnCelsius, condenses: returnCelsius < CONDENSING_RETURN_CELSIUS };
}

/** By which of two ways the boiler is told, where the receiver has the bus. */
function controlSetting({ input }: Plant, add: AddSetting): void {
  const bus = input === 'bus';
  add(
    'boiler.control',
    'Control',
    bus ? 'bus' : 'switched',
    bus ? 'the boiler has the bus' : 'the boiler takes a switched live',
    [option('bus', 'data bus'), option('switched')],
    [{ value: bus ? 'switched' : 'bus', why: bus ? 'nothing is wired to switch' : 'the boiler has no bus' }],
  );
}

/** What is stored, how hot and how often. */
function storeSettings(survey: BoilerSurvey, add: AddSetting): void {
  const target = survey.cylinder?.targetCelsius ?? 60;
  add(
    'store.target',
    'Stored water',
    String(target),
    '60 °C at the cylinder keeps it wholesome; mixed at the outlets against scalding',
    numbers([50, 55, 60, 65], '°C'),
    [],
    // A store the survey says is kept cooler has its own caution and its weekly hour.
    { least: Math.min(60, target), why: 'under 60 °C legionella can grow in the store' },
  );
  add(
    'store.pasteurise',
    'Weekly hour at 60 °C',
    survey.cylinder?.seldomUsed || target < 60 ? 'on' : 'off',
    survey.cylinder?.seldomUsed
      ? 'the store is seldom used'
      : target < 60
        ? 'the store is kept below 60 °C'
        : 'it reaches 60 °C every day',
    [option('on'), option('off')],
    survey.cylinder?.seldomUsed ? [{ value: 'off', why: 'a seldom-used store needs its weekly hour' }] : [],
  );
}

/** Settings of the plant and of the week on it, each with its reason and what would be wrong. */
export function boilerSettings(
  survey: BoilerSurvey,
  plant: Plant,
  week: Week,
  sheet: BoilerSheet | null,
): CanonicalSetting[] {
  const settings: CanonicalSetting[] = [];
  const add: AddSetting = (key, name, value, why, options, wrong = [], bounds) => {
    settings.push({ key, name, value, why, options, wrong, ...(bounds ? { bounds } : {}) });
  };
  const floor = survey.emitters === 'floor';
  const flow = flowCheck(survey);
  if (plant.output === 'bus') controlSetting(plant, add);
  add(
    'boiler.flow',
    'Flow temperature',
    String(floor ? Math.min(FLOOR_FLOW_MOST, flow.flowCelsius) : flow.flowCelsius),
    floor
      ? 'floor circuits 35 to 45 °C, mixed, with a limit thermostat'
      : `return at ${fixed(flow.returnCelsius, 0)} °C: ${flow.condenses ? 'it condenses' : 'it does not condense'}`,
    numbers([35, 40, 45, 50, 55, 60, 65, 70, 75], '°C'),
    [],
    floor ? { most: FLOOR_FLOW_MOST, why: 'too hot for a floor circuit' } : undefined,
  );
  add(
    'boiler.cycles',
    'Starts an hour',
    floor ? '3' : '6',
    floor ? 'a floor is slow' : 'radiators',
    numbers([1, 3, 4, 6], 'per hour'),
  );
  add(
    'boiler.minimum',
    'Shortest firing',
    '120',
    'short firing wears a boiler and never condenses',
    numbers([60, 120, 180, 300], 's'),
  );
  add('boiler.frost', 'Frost guard', '5', 'rooms never below 5 to 7 °C', numbers([5, 6, 7], '°C'));
  if (plant.overrun)
    add(
      'boiler.overrun',
      'Pump overrun',
      'boiler',
      'the boiler runs its pump on',
      [option('boiler'), option('none', 'none')],
      [{ value: 'none', why: 'the heat exchanger would boil after each firing' }],
    );
  if (floor && survey.floor)
    add(
      'floor.limit',
      'Floor surface at most',
      String(FLOOR_LIMIT[survey.floor]),
      `${survey.floor}; the covering maker’s limit wins`,
      numbers([27, 29, 33, 35], '°C'),
      [],
      {
        most: FLOOR_LIMIT[survey.floor],
        why: `${survey.floor}: at most ${FLOOR_LIMIT[survey.floor]} °C at the surface`,
      },
    );
  if (hasCylinder(plant.kind)) storeSettings(survey, add);
  const { schedule } = sheet ?? {};
  if (sheet && schedule) {
    const run = sheet.channels * (plant.unitEachZone ? plant.zones : 1);
    const early = earlyStart(
      schedule.times,
      run < plant.zones
        ? `${plant.zones - run} of ${plant.zones} zones of this boiler keep a thermostat of their own`
        : null,
      false,
    );
    add('start.adaptive', 'Early start', early.value, early.why, [option('on'), option('off')], early.wrong);
    addSchedule(add, week, { schedule, settings: sheet.settings });
  }
  return settings;
}
