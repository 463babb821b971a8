/** What the customer is shown, and the follow-ups that stay. One list for the screen and the papers. */

import { offlineFollowUp } from '../boiler/start';
import type { Derived } from '../derive';
import type { Job } from '../job/schema';
import { clock } from '../units/units';
import { floorTopics } from './floor-topics';
import type { Topic } from './topic';

export function handoverTopics(job: Job, derived: Derived): Topic[] {
  const { sheet, system, powering } = derived;
  const topics: Topic[] = [
    {
      id: 'setpoint',
      what: 'Change a setpoint',
      words: 'Turn the setting up or down at the thermostat. The equipment answers within a few minutes.',
    },
    {
      id: 'hold',
      what: 'Hold and resume',
      words:
        'A change by hand lasts until the next time in the schedule, unless you choose hold. Choose resume to return to the schedule.',
    },
  ];
  if (system.heatStages > 0 && system.coolStages > 0)
    topics.push({
      id: 'mode',
      what: 'Change between heat and cool',
      words: 'Choose heat or cool by the season. The thermostat never does both.',
    });
  if (system.coolStages > 0) {
    topics.push({
      id: 'rest',
      what: 'The compressor’s rest',
      words: `Cooling may wait up to ${(sheet?.compressorRestSeconds ?? 300) / 60} minutes before it starts. That protects the compressor; it is not a fault.`,
    });
  }
  if (system.fanCall)
    topics.push({
      id: 'fan',
      what: 'Fan on and auto',
      words: 'Fan auto runs the fan with heating or cooling. Fan on runs it all the time.',
    });
  for (const a of derived.wiring?.accessories ?? []) {
    const { kind } = a.accessory;
    const target = a.target === null ? '' : ` It is set to ${a.target} %.`;
    topics.push({
      id: `accessory-${a.id}`,
      what: `The ${kind}`,
      words:
        kind === 'humidifier'
          ? `The thermostat runs the humidifier.${target} Turn it down in hard frost, or the windows will run.`
          : kind === 'dehumidifier'
            ? `The thermostat runs the dehumidifier.${target}`
            : `The thermostat runs the ventilator${a.ventilation ? ` ${a.ventilation.minutes} minutes an hour` : ''}. Leave it on: it brings the fresh air.`,
    });
  }
  if (powering?.chosen === 'battery')
    topics.push({
      id: 'battery',
      what: 'Change the batteries',
      words: 'Change the batteries once a year, or when the display asks. Without them there is no heating.',
    });
  if (derived.boiler) {
    const { sheet: receiver, hotWater } = derived.boiler;
    if (receiver?.manualOverride)
      topics.push({
        id: 'override',
        what: 'Run the boiler by the receiver’s own buttons',
        words: `With flat batteries or no signal, press the button of the channel on ${receiver.name}; press it again to stop.`,
      });
    if (receiver?.head === 'battery')
      topics.push({
        id: 'head-battery',
        what: 'Change the head’s batteries',
        words: 'Change the batteries of the head once a year, in autumn.',
      });
    if (hotWater)
      topics.push({
        id: 'hot-water',
        what: 'Hot water times, and how hot it is',
        words: `The cylinder is kept at ${hotWater.store.targetCelsius} °C; hot water scalds. It heats ${hotWater.windows.map((w) => `${clock(w.from)} to ${clock(w.to)}`).join(', ')}.`,
      });
  }
  if (derived.floor) topics.push(...floorTopics(job, derived.floor));
  topics.push({
    id: 'schedule',
    what: 'The schedule',
    words: 'The week is set as shown below. It can be changed at the thermostat at any time.',
  });
  topics.push({
    id: 'call',
    what: 'When to call',
    words: derived.floor
      ? 'Call if the display is dark, if the ground-fault protection trips by itself, or if the floor is cold when it should be warm.'
      : 'Call if the display is dark, if the house does not reach its setting in cold weather, or if you smell gas: then leave the house first.',
  });
  if (job.join.internet === 'yes')
    topics.push({
      id: 'app',
      what: 'The account on the customer’s phone',
      words: 'The account is yours. Change its password if a phone is lost.',
    });
  return topics;
}

export interface FollowUp {
  what: string;
  owner: 'installer' | 'customer';
}

/** Open tasks, defects and skipped tests: what somebody still has to do. */
export function followUps(job: Job, derived: Derived): FollowUp[] {
  const tasks = Object.values(job.join.tasks)
    .filter((t) => !t.done)
    .map((t): FollowUp => ({ what: t.what, owner: t.owner }));
  const skipped = derived.proof.tests
    .filter((t) => t.verdict === 'skipped')
    .map(
      (t): FollowUp => ({ what: `Prove later: ${t.title.toLowerCase()} (${t.skipReason ?? ''})`, owner: 'installer' }),
    );
  const defects = derived.findings
    .filter((f) => f.code === 'connect.defect-open')
    .map((f): FollowUp => ({ what: `${f.message} ${f.fix}`, owner: 'installer' }));
  const offline: FollowUp[] =
    derived.boiler?.sheet && derived.boiler.sheet.hubMinutes > 0 && job.boiler.internet === false
      ? [{ what: offlineFollowUp, owner: 'customer' }]
      : [];
  return [...tasks, ...skipped, ...defects, ...offline];
}
