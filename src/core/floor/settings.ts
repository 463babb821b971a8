/** Settings of a floor thermostat, each with its reason. */
import type { FloorSurvey, ProbeType } from '../job/floor-schema';
import type { FloorJob } from '../job/schema';
import { type AddSetting, type CanonicalSetting, numbers, option } from '../settings/canonical-setting';
import { fixed, temperature } from '../units/units';
import { addSchedule } from '../week/form';
import { type FloorLimit, isSoft } from './limits';
import type { FloorLoad } from './load';
import type { SensorMode } from './run';
import type { FloorSheet } from './sheet';
import { PROBE_TYPES, probeName } from './thermistor';

/** By purpose: the only heat of a room follows the air and is capped, comfort follows the floor, soft coverings are always capped. */
function sensorMode(survey: FloorSurvey): { mode: SensorMode; why: string } {
  if (survey.purpose === 'sole')
    return { mode: 'both', why: 'the only heat of the room: it follows the air, and the floor is capped' };
  if (isSoft(survey.covering) && survey.purpose !== 'damp')
    return { mode: 'both', why: `${survey.covering}: the floor is capped whatever the room wants` };
  return {
    mode: 'floor',
    why: survey.purpose === 'damp' ? 'it dries the floor, not the air' : 'warm underfoot is what is wanted',
  };
}

const SENSOR_OPTIONS = [option('air', 'room air'), option('floor'), option('both', 'room air, floor capped')];

export interface SettingFacts {
  job: FloorJob;
  sheet: FloorSheet;
  load: FloorLoad | null;
  limit: FloorLimit | null;
  /** The type that fits or is printed on the probe; null while that is open. */
  probe: ProbeType | null;
}

/** What it obeys, and how warm the floor may become. */
function ofTheFloor({ job, limit, probe }: SettingFacts, add: AddSetting): void {
  const { survey } = job;
  const { mode, why } = sensorMode(survey);
  const connected =
    survey.probe.absent !== true && (survey.probe.ohms !== undefined || survey.probe.type !== undefined);
  add('floor.sensor', 'Obeys', mode, why, SENSOR_OPTIONS, [
    ...(connected ? [{ value: 'air', why: 'the probe is connected and would be ignored: no floor protection' }] : []),
    ...(mode === 'both' && isSoft(survey.covering)
      ? []
      : survey.purpose === 'sole'
        ? [{ value: 'floor', why: 'the room would not be held: the floor is its only heat' }]
        : []),
  ]);
  if (limit) {
    const steps = [...new Set([24, 25, 26, 27, 28, 29, 30, 31, 32, 33, 34, 35, 36, 38, 40, limit.celsius])];
    const school = (t: number): string => {
      const s = limit.schools.find((x) => x.celsius === t);
      return `${temperature(t, job.units)}${s ? `, ${s.name}` : ''}`;
    };
    add(
      'floor.limit',
      'Floor limit',
      String(limit.celsius),
      limit.schools[1] ? `${limit.why}. Others set ${limit.schools[1].why}` : limit.why,
      steps.sort((a, b) => a - b).map((t) => option(String(t), school(t))),
      [],
      { most: limit.mostCelsius, why: `the covering bears ${temperature(limit.mostCelsius, job.units)}` },
    );
  }
  add(
    'floor.minimum',
    'Keep warm',
    survey.purpose === 'damp' ? '15' : 'off',
    survey.purpose === 'damp' ? 'the floor never falls to where damp settles' : 'nothing to keep from freezing',
    [option('off'), ...numbers([10, 15], '°C')],
  );
  if (probe)
    add(
      'probe.type',
      'Probe',
      probe,
      survey.probe.type ? 'printed on the probe' : `its ohms at the floor’s temperature fit ${probeName(probe)}`,
      PROBE_TYPES.map((t) => option(t, probeName(t))),
      PROBE_TYPES.filter((t) => t !== probe).map((t) => ({
        value: t,
        why: `the probe is ${probeName(probe)}: the floor would be misread`,
      })),
    );
}

/** What passes through it, and what that costs. */
function ofTheLoad({ job: { survey }, sheet, load }: SettingFacts, add: AddSetting): void {
  if (load) {
    const direct = !load.needsContactor && (survey.switching ?? 'direct') === 'direct';
    const watts = String(Math.round(load.watts));
    if (sheet.load === 'measured')
      add(
        'load.metering',
        'Metering',
        direct ? 'on' : 'off',
        direct
          ? 'the whole load passes through the device'
          : 'only a coil passes through the device: it would meter nothing',
        [option('on'), option('off')],
        direct ? [] : [{ value: 'on', why: 'behind a contactor it meters the coil and shows next to nothing' }],
      );
    if (sheet.load !== 'none')
      add(
        'load.watts',
        'Watts',
        watts,
        `nameplates at ${fixed(load.supplyVolts, 0)} V${direct && sheet.load === 'measured' ? ', to compare with its meter' : ', entered by hand'}`,
        [option(watts, `${watts} W`)],
      );
  }
  if (survey.price) {
    const price = String(survey.price.perKwh);
    add('energy.price', 'Price', price, 'the customer’s tariff', [option(price)]);
    add('energy.currency', 'Currency', survey.price.currency, 'the customer’s tariff', [option(survey.price.currency)]);
  }
}

/** When it heats, and what stops it. */
function ofTheDay({ job, sheet }: SettingFacts, add: AddSetting): void {
  const { survey } = job;
  const { mode } = sensorMode(survey);
  const reach = sheet.schedule.times === 'reach-by';
  add(
    'start.adaptive',
    'Early start',
    reach ? 'on' : 'off',
    reach
      ? 'times in the week are when the floor is to be warm'
      : 'the times entered are already moved ahead by the warm-up',
    [option('on'), option('off')],
    reach ? [] : [{ value: 'on', why: 'the times are moved ahead already: it would start twice as early' }],
  );
  add(
    'window.open',
    'Open window',
    mode === 'both' ? 'on' : 'off',
    mode === 'both' ? 'a falling room stops the heating' : 'it does not look at the air',
    [option('on'), option('off')],
  );
  addSchedule(add, job.week, sheet);
  add('units', 'Degrees', job.units, 'as the job is kept', [option('si', '°C'), option('us', '°F')]);
  add(
    'damp.guard',
    'Dry floor',
    survey.purpose === 'damp' ? 'on' : 'off',
    survey.purpose === 'damp' ? 'a short warm-up every day' : 'the room is heated',
    [option('on'), option('off')],
  );
  add(
    'clock',
    'Clock',
    job.join.internet === 'no' ? 'own' : 'network',
    job.join.internet === 'no' ? 'no network here' : 'it keeps summer time by itself',
    [option('network'), option('own', 'set by hand')],
  );
  add('lock', 'Lock', 'off', 'locked at hand-over, if the customer wishes', [
    option('off', 'open'),
    option('on', 'locked'),
  ]);
}

/** Settings of a floor device, each with its reason and bounds. */
export function floorSettings(facts: SettingFacts): CanonicalSetting[] {
  const settings: CanonicalSetting[] = [];
  const add: AddSetting = (key, name, value, why, options, wrong = [], bounds) => {
    settings.push({ key, name, value, why, options, wrong, ...(bounds ? { bounds } : {}) });
  };
  for (const put of [ofTheFloor, ofTheLoad, ofTheDay]) put(facts, add);
  return settings;
}
