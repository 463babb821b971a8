/** What is entered on a device that closes one contact. */
import { type AddSetting, type CanonicalSetting, option } from '../settings/canonical-setting';
import { earlyStart } from '../week/early-start';
import { addSchedule } from '../week/form';
import type { ContactSheet } from './sheet';
import type { ContactJob } from './survey-job';

/** Settings of a device on a contact, each with its reason. */
export function contactSettings(job: ContactJob, sheet: ContactSheet): CanonicalSetting[] {
  const settings: CanonicalSetting[] = [];
  const add: AddSetting = (key, name, value, why, options, wrong = []) => {
    settings.push({ key, name, value, why, options, wrong });
  };
  const { appliance, looks } = job.survey;
  const slow = looks === 'boiler';
  if (appliance)
    add(
      'contact.swing',
      'Swing',
      slow ? 'narrow' : 'usual',
      slow ? 'water answers late: a narrow band keeps it even' : 'a gas burner should run some minutes at a time',
      [option('narrow'), option('usual'), option('wide')],
      appliance === 'millivolt'
        ? [{ value: 'narrow', why: 'the burner would start many times an hour, and its valve wears' }]
        : [],
    );
  const zones = job.survey.zones ?? 1;
  const early = earlyStart(
    sheet.schedule.times,
    zones > 1 ? `${zones} zones close the same pair, each with a thermostat of its own` : null,
    false,
  );
  add('start.adaptive', 'Early start', early.value, early.why, [option('on'), option('off')], early.wrong);
  addSchedule(add, job.week, sheet);
  add('units', 'Degrees', job.units, 'as the job is kept', [option('si', '°C'), option('us', '°F')]);
  add(
    'clock',
    'Clock',
    job.join.internet === 'no' ? 'own' : 'network',
    job.join.internet === 'no' ? 'no network here' : 'it keeps summer time by itself',
    [option('network'), option('own', 'set by hand')],
  );
  return settings;
}
