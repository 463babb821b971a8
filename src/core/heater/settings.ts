/** What is entered on a line-voltage thermostat, and what contradicts its heaters. */

import { type AddSetting, type CanonicalSetting, numbers, option } from '../settings/canonical-setting';
import { fixed } from '../units/units';
import { earlyStart } from '../week/early-start';
import { addSchedule } from '../week/form';
import type { HeaterLoad } from './load';
import type { RoomForecast } from './room';
import type { HeaterSheet } from './sheet';
import type { HeaterSurvey } from './survey';
import type { HeaterJob } from './survey-job';

const RHYTHMS = [option('short', 'seconds'), option('minutes'), option('long', 'five minutes and more')];

/** The rhythm a kind of heater bears; several kinds on one device take the slowest. */
export function rhythmOf(
  kinds: readonly HeaterSurvey['heaters'][string]['kind'][],
  electronic: boolean,
): {
  value: 'short' | 'minutes' | 'long';
  why: string;
  wrong: { value: string; why: string }[];
} {
  if (kinds.includes('fan'))
    return {
      value: 'long',
      why: 'a fan heater runs on after each call and wears with every start',
      wrong: [{ value: 'short', why: 'its motor would be started many times an hour' }],
    };
  if (kinds.some((k) => k === 'radiant' || k === 'foil'))
    return {
      value: electronic ? 'short' : 'minutes',
      why: 'a panel or foil is felt as it swings: short cycles keep it even',
      wrong: [{ value: 'long', why: 'long cycles swing a panel between hot and cold' }],
    };
  return { value: 'minutes', why: 'a baseboard or convector stores little and follows in minutes', wrong: [] };
}

/** Settings of a device for heaters, each with its reason. */
export function heaterSettings(
  job: HeaterJob,
  sheet: HeaterSheet,
  load: HeaterLoad | null,
  room: RoomForecast | null,
): CanonicalSetting[] {
  const settings: CanonicalSetting[] = [];
  const add: AddSetting = (key, name, value, why, options, wrong = [], bounds) => {
    settings.push({ key, name, value, why, options, wrong, ...(bounds ? { bounds } : {}) });
  };
  const kinds = Object.values(job.survey.heaters).map((h) => h.kind);
  if (kinds.some((k) => k !== undefined)) {
    const { value, why, wrong } = rhythmOf(kinds, sheet.electronic);
    add('heater.cycle', 'Rhythm', value, why, RHYTHMS, wrong);
  }
  add(
    'heater.most',
    'Highest setting',
    '26',
    'nobody needs more; a slip of the hand stays harmless',
    numbers([22, 24, 26, 28], '°C'),
  );
  if (load) {
    const watts = String(Math.round(load.watts));
    add('load.watts', 'Watts', watts, `nameplates at ${fixed(load.volts, 0)} V`, [option(watts, `${watts} W`)]);
  }
  const lead = room?.minutes;
  const early = earlyStart(
    sheet.schedule.times,
    null,
    false,
    lead === null || lead === undefined
      ? undefined
      : `a time entered is when it starts: enter it ${Math.ceil(lead / 5) * 5} min before it is to be warm`,
  );
  add('start.adaptive', 'Early start', early.value, early.why, [option('on'), option('off')], early.wrong);
  if (sheet.openWindow)
    add('window.open', 'Open window', 'on', 'a sudden fall of the air stops the heating', [
      option('on'),
      option('off'),
    ]);
  addSchedule(add, job.week, sheet);
  add('units', 'Degrees', job.units, 'as the job is kept', [option('si', '°C'), option('us', '°F')]);
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
  return settings;
}
