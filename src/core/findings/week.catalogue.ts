/** Findings of the week: profiles, days, the programme a device holds, holds and holidays, minutes of fresh air. */
import { fixed, listed } from '../units/units';
import { entry } from './entry';

export const WEEK_FINDINGS = {
  'week.deadband': entry<{ profile: string; gap: number; least: number }>(
    'blocker',
    'week',
    'Heat and cool setpoints are closer than the deadband.',
    (f) => ({
      message: `“${f.profile}”: heat and cool are ${fixed(f.gap, 1)} K apart; at least ${fixed(f.least, 1)} K is needed.`,
      fix: 'Lower the heat setpoint or raise the cool setpoint.',
    }),
  ),
  'week.range': entry<{ profile: string; what: string; celsius: number; low: number; high: number }>(
    'blocker',
    'week',
    'A setpoint is outside what the device takes.',
    (f) => ({
      message: `“${f.profile}”: ${f.what} ${fixed(f.celsius, 1)} °C is outside the device’s ${fixed(f.low, 1)} to ${fixed(f.high, 1)} °C.`,
      fix: 'Bring it inside the device’s range.',
    }),
  ),
  'week.slots': entry<{ day: string; events: number; slots: number }>(
    'note',
    'week',
    'A day has more events than the device has slots.',
    (f) => ({
      message: `${f.day} has ${f.events} events; the device takes ${f.slots} a day.`,
      fix: 'The programme beside it holds what is nearest; the wish stays as it is.',
    }),
  ),
  'week.order': entry<{ day: string }>('blocker', 'week', 'Events of a day are out of order.', (f) => ({
    message: `The events of ${f.day} are not in order of time.`,
    fix: 'Put them in order.',
  })),
  'week.spacing': entry<{ day: string; minutes: number; least: number }>(
    'note',
    'week',
    'Two events are closer than the device allows.',
    (f) => ({
      message: `${f.day} has events ${f.minutes} min apart; the device needs ${f.least}.`,
      fix: 'The programme beside it keeps them apart; move one where that matters.',
    }),
  ),
  'week.unknown-profile': entry<{ day: string; profile: string }>(
    'blocker',
    'week',
    'An event names a comfort profile that does not exist.',
    (f) => ({
      message: `${f.day} uses the profile “${f.profile}”, which does not exist.`,
      fix: 'Choose one of the profiles.',
    }),
  ),
  'week.pattern': entry<{ pattern: string }>(
    'note',
    'week',
    'The days differ in a way the device cannot hold.',
    (f) => ({
      message: `The device takes ${f.pattern}, but days of one group differ.`,
      fix: 'The programme beside it holds what is nearest; or copy one day over the others of its group.',
    }),
  ),
  'week.loses': entry<{ device: string; kelvinHours: number; when: string; wished: number; programmed: number }>(
    'caution',
    'week',
    'The closest programme that the device can hold is off the week as wished.',
    (f) => ({
      message: `${f.device} cannot hold the week as wished: the closest programme is off by ${fixed(f.kelvinHours, 1)} K·h a week, most on ${f.when} (${fixed(f.programmed, 1)} °C in place of ${fixed(f.wished, 1)} °C).`,
      fix: 'Show the customer what is lost. Then key in the programme, or relax the schedule.',
    }),
  ),
  'week.holiday-order': entry<{ from: string; to: string }>(
    'blocker',
    'week',
    'A holiday ends before it begins.',
    (f) => ({
      message: `The holiday from ${f.from} ends on ${f.to}, before it begins.`,
      fix: 'Change one of its two days.',
    }),
  ),
  'week.never-recovers': entry<{ low: number; high: number; outdoor: number }>(
    'caution',
    'week',
    'The heating never brings this house from the setback to the setpoint on the coldest day planned for.',
    (f) => ({
      message: `At ${fixed(f.outdoor, 0)} °C outdoors the heating does not bring this house from ${fixed(f.low, 1)} to ${fixed(f.high, 1)} °C in a day.`,
      fix: 'Set back less in such weather, or hold the setpoint; and look at the heating’s output.',
    }),
  ),
  'week.recovers-late': entry<{ low: number; high: number; outdoor: number; minutes: number }>(
    'caution',
    'week',
    'The setback takes long to recover from on the coldest day planned for.',
    (f) => ({
      message: `At ${fixed(f.outdoor, 0)} °C outdoors ${fixed(f.low, 1)} to ${fixed(f.high, 1)} °C takes this house ${fixed(f.minutes, 0)} min.`,
      fix: 'Let the device start early, or set back less in such weather.',
    }),
  ),
  'week.setback-aux': entry<{ percent: number; outdoor: number }>(
    'caution',
    'week',
    'Setbacks pull in the heat pump’s electric help.',
    (f) => ({
      message: `At ${fixed(f.outdoor, 0)} °C outdoors, recovering from setback makes auxiliary heat supply ${fixed(f.percent, 0)} % of the heat.`,
      fix: 'Set back less, or lock the help out above a temperature at which the pump recovers by itself.',
    }),
  ),
  'week.outside': entry<{ device: string }>('note', 'week', 'Something outside the device owns the schedule.', (f) => ({
    message: `Something outside owns the schedule: ${f.device} stays on hold, and nothing is keyed in.`,
    fix: 'Turn the device’s own schedule off; in the proof an outside command must arrive, and nothing else may move it.',
  })),
  'week.clock-change': entry<{ points: readonly string[] }>(
    'note',
    'week',
    'An event is in the hour that is skipped or repeated at the clock change.',
    (f) => ({
      message: `${listed(f.points)} ${f.points.length === 1 ? 'lies' : 'lie'} in the hours that the clocks skip in spring and run twice in autumn.`,
      fix: 'On those two nights the event may be missed or come twice: put it before 01:00 or after 03:00 where that matters.',
    }),
  ),
  'week.deep-setback': entry<{ kelvin: number }>(
    'caution',
    'week',
    'The setback is deeper than usual practice.',
    (f) => ({
      message: `The setback is ${fixed(f.kelvin, 1)} K. Recovery may take hours in cold weather.`,
      fix: 'Usual practice is about 3 K; ask the customer.',
    }),
  ),
  'week.hold-order': entry<{ begins: string; until: string }>(
    'blocker',
    'week',
    'A hold ends before it begins.',
    (f) => ({
      message: `The hold from ${f.begins.replace('T', ' ')} ends at ${f.until.replace('T', ' ')}, before it begins.`,
      fix: 'Change one of its two moments.',
    }),
  ),
  'week.hold-short': entry<{ device: string; at: string; kelvinHours: number }>(
    'caution',
    'week',
    'The device holds only until its next event, and the hold is to last longer.',
    (f) => ({
      message: `${f.device} holds until its next event only: at ${f.at} it falls back, ${fixed(f.kelvinHours, 1)} K·h short of what is wished.`,
      fix: 'Key the hold in again at that time, or move the programme for that day.',
    }),
  ),
  'week.hold-for-good': entry<{ device: string; until: string }>(
    'caution',
    'week',
    'The device can hold for good only: nothing ends the hold.',
    (f) => ({
      message: `${f.device} holds for good: at ${f.until} nothing ends it.`,
      fix: 'Say who takes the hold off, and when.',
    }),
  ),
  'week.fresh-short': entry<{ minutes: number; needed: number }>(
    'caution',
    'week',
    'The week’s minutes of fresh air are fewer than the dwelling needs.',
    (f) => ({
      message: `The profiles give ${fixed(f.minutes, 1)} min of fresh air an hour on average; the dwelling needs ${fixed(f.needed, 0)}.`,
      fix: 'More minutes in the profiles in which people are in.',
    }),
  ),
  'week.zone-without': entry<{ zone: string }>('note', 'week', 'A zone has no week of its own yet.', (f) => ({
    message: `${f.zone.charAt(0).toUpperCase()}${f.zone.slice(1)} has no week yet.`,
    fix: 'Make one, or begin from the first zone’s.',
  })),
} as const;
