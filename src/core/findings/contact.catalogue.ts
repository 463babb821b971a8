/** Findings of millivolt and dry-contact appliances: what a device may never do there, and what the loop says. */
import { fixed, listed, ohms, volts } from '../units/units';
import { entry, type None } from './entry';

const mv = (v: number): string => `${fixed(v, 0)} mV`;

export const CONTACT_FINDINGS = {
  'contact.feeds-power': entry<{ device: string }>(
    'blocker',
    'decide',
    'The device would put 24 V into a millivolt loop.',
    (f) => ({
      message: `${f.device} joins R to W: 24 V would go into a loop that makes half a volt, and burn its coil and pile.`,
      fix: 'A device with a contact of its own, made for dry circuits; or a relay with its own transformer between.',
    }),
  ),
  'contact.steals': entry<{ device: string }>(
    'blocker',
    'decide',
    'The device lives on the circuit it switches.',
    (f) => ({
      message: `${f.device} takes its power through the load. Here that can keep the valve open.`,
      fix: 'A device with batteries or a supply of its own.',
    }),
  ),
  'contact.triac': entry<{ device: string }>(
    'blocker',
    'decide',
    'The device switches by electronics that need a load.',
    (f) => ({
      message: `${f.device} switches by electronics: they need volts of their own and never close a dry circuit.`,
      fix: 'A device with a relay contact.',
    }),
  ),
  'contact.not-dry': entry<{ device: string }>(
    'blocker',
    'decide',
    'The contacts are not made for millivolts.',
    (f) => ({
      message: `${f.device} has contacts for mains or 24 V: at millivolts their skin does not conduct.`,
      fix: 'Contacts made for dry circuits (gold), or a small sealed relay between.',
    }),
  ),
  'contact.no-power': entry<{ device: string }>(
    'blocker',
    'decide',
    'There is nothing here to power the device.',
    (f) => ({
      message: `${f.device} needs 24 V; the pair gives none, and must not.`,
      fix: 'A transformer of its own, kept apart from the pair; or a device with batteries.',
    }),
  ),
  'contact.joins-r': entry<{ device: string }>(
    'blocker',
    'decide',
    'The device would put its power on a dry pair.',
    (f) => ({
      message: `${f.device} joins R to W: its 24 V would go into a pair that feeds itself, and can destroy the board.`,
      fix: 'An isolating relay: its coil on the device, its own contact on the pair.',
    }),
  ),
  'contact.second-supply': entry<None>('blocker', 'survey', 'A second supply is joined to the pair.', () => ({
    message: 'Another supply is joined to the pair, which feeds itself.',
    fix: 'Take it off before anything is switched on: the appliance’s board may already be damaged.',
  })),
  'contact.zones-tied': entry<{ zones: number }>(
    'blocker',
    'survey',
    'Several zones close the pair without contacts of their own.',
    (f) => ({
      message: `${f.zones} zones close this pair and are not isolated from each other: one feeds back into the others.`,
      fix: 'End switches or relays with contacts of their own, in parallel on the pair.',
    }),
  ),
  'contact.pair-mains': entry<{ volts: number }>('blocker', 'survey', 'There is mains on the pair.', (f) => ({
    message: `The pair reads ${volts(f.volts)}: that is mains, not a call pair.`,
    fix: 'Stop. Isolate and prove dead; the appliance’s diagram says which pair is the call.',
  })),
  'contact.pair-dead': entry<None>('caution', 'survey', 'The open pair has no volts of its own.', () => ({
    message: 'The open pair reads nothing: the appliance is off, or this is another pair.',
    fix: 'Switch it on and read again; most put 5 to 24 V on their call pair.',
  })),
  'contact.pair-not-closed': entry<{ open: number; closed: number }>(
    'caution',
    'survey',
    'The closed pair still has volts across it.',
    (f) => ({
      message: `Closed, the pair still reads ${volts(f.closed)} of ${volts(f.open)}: the joint is bad, or something stands in series.`,
      fix: 'Close it at the appliance’s own terminals and read again there.',
    }),
  ),
  'contact.no-answer': entry<None>('blocker', 'survey', 'The appliance does not answer a closed pair.', () => ({
    message: 'With the pair closed by a wire the appliance does not run.',
    fix: 'No thermostat will change that. Its own controls, limits and interlocks first; then its maker.',
  })),
  'contact.pilot-out': entry<None>('blocker', 'survey', 'The pilot is out.', () => ({
    message: 'The pilot is out: a self-generating valve makes nothing.',
    fix: 'Light it as its plate says, wait three minutes, and measure again. Gas smell: leave, and call.',
  })),
  'contact.leads-reversed': entry<{ readings: string[] }>(
    'note',
    'survey',
    'Millivolts were read with the meter leads exchanged: the sign says nothing of the pile.',
    (f) => ({
      message: `The meter leads were reversed at ${listed(f.readings)}. The size of the reading counts.`,
      fix: 'Nothing to mend. Swap the meter leads if you want a reading without a sign.',
    }),
  ),
  'contact.pile-weak': entry<{ millivolts: number; least: number }>(
    'caution',
    'survey',
    'The pile gives too little.',
    (f) => ({
      message: `The pile gives ${mv(f.millivolts)} open; a sound one gives at least ${mv(f.least)}.`,
      fix: 'Was the pilot lit for three minutes? Then check the pilot flame, its aim and the thermopile. Gas work is for those licensed for it.',
    }),
  ),
  'contact.pile-fed': entry<{ millivolts: number }>(
    'blocker',
    'survey',
    'More than a pile can make is on the loop.',
    (f) => ({
      message: `The loop reads ${mv(f.millivolts)}: more than a pile makes. Something feeds it.`,
      fix: 'Take everything off the loop but pile, limit and coil, and read again. A coil that had 24 V is damaged.',
    }),
  ),
  'contact.loop-contradicts': entry<{ less: string; lessMillivolts: number; more: string; moreMillivolts: number }>(
    'caution',
    'survey',
    'Two voltages of a loop cannot both be true.',
    (f) => ({
      message: `${f.less} reads ${mv(f.lessMillivolts)}, ${f.more} ${mv(f.moreMillivolts)}: the second cannot be the more.`,
      fix: 'Measure both again, three minutes after the pilot is lit; leads of the meter on bare metal.',
    }),
  ),
  'contact.loop-long': entry<{ ohms: number; allowed: number }>(
    'blocker',
    'survey',
    'The loop holds too much resistance.',
    (f) => ({
      message: `The loop holds ${ohms(f.ohms)}; this pile and coil bear ${f.allowed < 0.05 ? 'next to nothing' : ohms(f.allowed)}.`,
      fix: 'Thicker or shorter leads, fewer contacts in the chain; or a radio receiver at the appliance.',
    }),
  ),
  'contact.coil-weak': entry<{ millivolts: number; needed: number }>(
    'blocker',
    'survey',
    'The coil gets too little to pull in surely.',
    (f) => ({
      message: `The coil gets ${mv(f.millivolts)} with the loop closed; it needs ${mv(f.needed)}.`,
      fix: 'Measure across each closed contact and the pile: what is missing is lost there.',
    }),
  ),
  'contact.dirty': entry<{ where: string; millivolts: number }>(
    'caution',
    'survey',
    'A closed contact of the loop is dirty.',
    (f) => ({
      message: `${f.where}: ${mv(f.millivolts)} across it closed. A clean contact is under 10 mV.`,
      fix: 'Clean or replace it: at millivolts a film is a break.',
    }),
  ),
  'contact.no-common': entry<{ device: string }>(
    'blocker',
    'decide',
    'The device needs a common that is not there.',
    (f) => ({
      message: `${f.device} needs R and C, and this control has no C to take.`,
      fix: 'A core from the transformer’s other side, a device with batteries, or a transformer of its own.',
    }),
  ),
  'contact.over-budget': entry<{ va: number; rated: number }>(
    'blocker',
    'decide',
    'The appliance’s small transformer is overloaded.',
    (f) => ({
      message: `${fixed(f.va, 1)} VA on a ${fixed(f.rated, 0)} VA transformer: more than four fifths.`,
      fix: 'A device with batteries, or a transformer of its own for the device.',
    }),
  ),
  'contact.polarity': entry<None>('note', 'decide', 'The pair’s polarity may matter.', () => ({
    message: 'The pair’s polarity matters to this appliance.',
    fix: 'Polarity does not matter on a relay contact. On an electronic output it may: note which conductor is which.',
  })),
  'contact.reading-contradicts': entry<{ a: string; b: string; read: string; expected: string; state: string }>(
    'caution',
    'survey',
    'A reading that the ring or pair as surveyed cannot give.',
    (f) => ({
      message: `${f.a} to ${f.b} read ${f.read}, ${f.state}; as surveyed it is ${f.expected}.`,
      fix: 'One of them is wrong: look at what stands between the two points, then measure again.',
    }),
  ),
  'contact.miswired': entry<{ terminal: string; found: string; meant: string }>(
    'blocker',
    'connect',
    'A terminal has a conductor on it that is not meant for it.',
    (f) => ({
      message: `Terminal ${f.terminal} has ${f.found}; it is for ${f.meant}.`,
      fix: 'Appliance off, then put it right.',
    }),
  ),
} as const;
