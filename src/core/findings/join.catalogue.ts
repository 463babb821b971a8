/** Findings of joining, and what is entered into the device. */
import { fixed, listed } from '../units/units';
import { entry, type None } from './entry';

export const JOIN_FINDINGS = {
  // Set up
  'settings.conflict': entry<{ setting: string; value: string; why: string }>(
    'blocker',
    'set-up',
    'A chosen setting contradicts the wiring or the equipment.',
    (f) => ({
      message: `${f.setting} is set to “${f.value}”: ${f.why}.`,
      fix: 'Put it back to the proposed value, or correct the survey.',
    }),
  ),
  'settings.depends': entry<{ setting: string; value: string; ask: string }>(
    'caution',
    'set-up',
    'A setting was chosen before the question that decides it was answered, so it cannot be judged yet.',
    (f) => ({
      message: `${f.setting} is set to “${f.value}”, and cannot be checked yet.`,
      fix: `Answer this first: “${f.ask}”.`,
    }),
  ),
  'settings.fan-electric': entry<None>(
    'blocker',
    'set-up',
    'Electric heat with the fan left to the equipment.',
    () => ({
      message: 'Electric heat with the fan left to the equipment: the heater could run without air.',
      fix: 'Set the fan to “thermostat”, unless you have seen the board start its own fan.',
    }),
  ),
  'settings.not-on-device': entry<{ settings: string[] }>(
    'note',
    'set-up',
    'Settings of this job that the device sheet does not place.',
    (f) => ({
      message: `The sheet does not say where to set ${listed(f.settings)}.`,
      fix: 'Look in the device’s own manual, and add them to the sheet.',
    }),
  ),
  'settings.no-code': entry<{ setting: string; value: string }>(
    'blocker',
    'set-up',
    'The device has no code for the value this job needs.',
    (f) => ({
      message: `This device has no value for ${f.setting} “${f.value}”.`,
      fix: 'This device does not suit the job as it stands.',
    }),
  ),
  'settings.locked': entry<{ setting: string; value: string; stands: string }>(
    'blocker',
    'set-up',
    'The device locks a setting at a value that does not suit the job.',
    (f) => ({
      message: `${f.setting} should be ${f.value}. This device is locked at ${f.stands}.`,
      fix: 'Ask the maker whether it can be unlocked; else this device does not suit the job.',
    }),
  ),
  // Join
  'join.code-expired': entry<{ at: string }>('caution', 'set-up', 'The registration code is past its expiry.', (f) => ({
    message: `The registration code ran out at ${f.at}.`,
    fix: 'Ask the device for a new code and type that.',
  })),
  'join.code-wrong': entry<{ problem: string }>(
    'caution',
    'set-up',
    'A registration code cannot be right as it was typed.',
    (f) => ({
      message: `The code cannot be right: ${f.problem}.`,
      fix: 'Read it again from the device itself, digit by digit.',
    }),
  ),
  'join.control-slow': entry<{ seconds: number }>(
    'caution',
    'set-up',
    'A command from afar takes long to arrive.',
    (f) => ({
      message: `What was set from afar showed on the device after ${fixed(f.seconds, 0)} s.`,
      fix: 'Signal at the wall, then the network; try it again at another hour.',
    }),
  ),
  'join.control-not': entry<None>(
    'blocker',
    'set-up',
    'The device shows the command, the equipment does not follow.',
    () => ({
      message: 'The device shows what was set from afar, and the equipment does not follow.',
      fix: 'Make the same call at the device: if it follows then, look at what the account may do; else at the wiring.',
    }),
  ),
  'join.no-internet': entry<None>('note', 'set-up', 'No internet today: register later.', () => ({
    message: 'No internet today. Everything local can be finished and proved.',
    fix: 'Leave a follow-up that says who registers it later, with the ids they will need.',
  })),
  'join.link-again': entry<{ name: string }>('caution', 'set-up', 'A link was proved with another device.', (f) => ({
    message: `The link with ${f.name} was proved with another device.`,
    fix: 'Discover again from the other side, and prove it by one command: each new device is linked anew.',
  })),
  'join.link-fails': entry<{ name: string }>(
    'caution',
    'set-up',
    'A linked assistant’s command is not followed.',
    (f) => ({
      message: `A command from ${f.name} is not followed.`,
      fix: 'Permit it in the account, discover again, and say the name it has there.',
    }),
  ),
  'join.terms-refused': entry<None>('caution', 'set-up', 'The customer does not accept the account’s terms.', () => ({
    message: 'The customer does not accept the terms of the account: it is not made.',
    fix: 'Leave the device to work by itself, and hand it over so.',
  })),
  'join.weak-signal': entry<{ dbm: number }>(
    'caution',
    'set-up',
    'The network signal at the wall is doubtful.',
    (f) => ({
      message: `${fixed(f.dbm, 0)} dBm at the wall is doubtful; about −67 dBm is good.`,
      fix: 'Move the router or add a repeater; otherwise expect drop-outs.',
    }),
  ),
  'join.wrong-band': entry<{ bands: string[] }>(
    'caution',
    'set-up',
    'The network’s band does not suit the device.',
    (f) => ({
      message: `This device joins ${listed(f.bands)} GHz only.`,
      fix: 'Use the router’s other network name, or have both bands share one name.',
    }),
  ),
} as const;
