/** Findings of 24 V jobs beyond the first survey: air, commons, what was read of the old installation. */
import { fixed, listed, volts } from '../units/units';
import { entry, type None } from './entry';

export const LOWVOLTAGE_FINDINGS = {
  'system.signs-outweighed': entry<{ signs: string[] }>(
    'caution',
    'decide',
    'Signs of line voltage, while readings between control points show a 24 V supply.',
    (f) => ({
      message: `${listed(f.signs)} at the wall, yet the control conductors read 24 V.`,
      fix: 'Find out what the mains there feeds and keep clear of it. Only the conductors that were measured are 24 V.',
    }),
  ),
  'device.millivolt-contact': entry<{ device: string }>(
    'blocker',
    'arrive',
    'The device’s contact is for a millivolt heater.',
    (f) => ({
      message: `The contact of the ${f.device} carries a self-powered heater’s millivolts only; 24 V coils are beyond it.`,
      fix: 'Choose a device that switches 24 V.',
    }),
  ),
  'system.dry-pair': entry<{ isolated: boolean }>(
    'blocker',
    'decide',
    'The equipment is called by a volt-free pair of its own.',
    (f) => ({
      message:
        'The equipment is called by closing its own volt-free pair: there is no 24 V to take, and none may be put there.',
      fix: f.isolated
        ? 'The contact of the chosen device is isolated: land the pair on it by the maker’s drawing and power the device by its own supply. This job does not plan that wiring.'
        : 'Use a device with an isolated contact and its own supply, or an isolating relay between device and pair.',
    }),
  ),
  'system.valve-without-pump': entry<{ terminals: string[] }>(
    'blocker',
    'decide',
    'A conductor on O or B, and no heat pump for it.',
    (f) => ({
      message: `${listed(f.terminals)} is landed and the outdoor unit is no heat pump: what it drives is not known.`,
      fix: 'Trace it at the board: changeover dampers, or a common. Land it on nothing until it is known.',
    }),
  ),
  'system.stages-differ': entry<{ plate: number; landed: number }>(
    'caution',
    'decide',
    'The nameplate’s heat stages differ from the conductors landed on W.',
    (f) => ({
      message: `The nameplate says ${f.plate} heat stage${f.plate === 1 ? '' : 's'}; ${f.landed} W conductor${f.landed === 1 ? ' is' : 's are'} landed.`,
      fix:
        f.plate > f.landed
          ? 'The equipment has more stages than the cable calls: a spare core could call the next, or it stages itself by time.'
          : 'Find out what the extra W conductor calls.',
    }),
  ),
  'survey.second-board': entry<{ board: string }>(
    'caution',
    'survey',
    'A second board stands between thermostat and equipment.',
    (f) => ({
      message: `There is a second board (${f.board}): the letters that count are those of the board the conductors end on.`,
      fix: 'Note both boards’ letters, and measure where the common comes from.',
    }),
  ),
  'survey.old-mechanical': entry<None>('note', 'survey', 'The old thermostat is mechanical.', () => ({
    message: 'The old thermostat is mechanical: it may hold mercury, and it needed no common.',
    fix: 'Do not break it; hand it in where such waste is taken.',
  })),
  'survey.two-rows': entry<None>(
    'caution',
    'survey',
    'The old plate has two rows of letters: the same screw means two things.',
    () => ({
      message: 'The old plate has two rows of letters, one for heat pumps: the plate does not show which row was used.',
      fix: 'Go by the board’s letters, not by the old plate’s.',
    }),
  ),
  'survey.batteries-and-common': entry<None>(
    'note',
    'survey',
    'The old device ran on batteries although a common is landed.',
    () => ({
      message: 'The old device had batteries although C is landed: that C may never have carried anything.',
      fix: 'Measure R to C at the wall before trusting it.',
    }),
  ),
  'survey.beside-mains': entry<{ colours: string[] }>(
    'caution',
    'survey',
    'Control cores share a sheath or run with mains.',
    (f) => ({
      message: `${listed(f.colours)} run${f.colours.length === 1 ? 's' : ''} with mains in one sheath, conduit or bundle.`,
      fix: 'Local code keeps control cables apart from mains. Stray volts are to be expected on them; a licensed person decides.',
    }),
  ),
  'supply.wrong-tap': entry<{ tap: number; mains: number; secondary: number }>(
    'caution',
    'decide',
    'The transformer’s primary tap does not fit the mains.',
    (f) => ({
      message: `${fixed(f.mains, 0)} V on the ${f.tap} V tap gives about ${volts(f.secondary)} at rated load instead of 24 V.`,
      fix: 'A licensed electrician must move the primary to the right tap.',
    }),
  ),
  'supply.over-volts': entry<{ tap: number; mains: number; secondary: number }>(
    'blocker',
    'decide',
    'The transformer’s primary tap makes it give more than any 24 V part takes.',
    (f) => ({
      message: `${fixed(f.mains, 0)} V on the ${f.tap} V tap gives about ${volts(f.secondary)}. That destroys the thermostat and the coils.`,
      fix: 'Do not switch on. A licensed electrician must move the primary to the right tap.',
    }),
  ),
  'air.heat-without-fan': entry<{ heat: string }>(
    'blocker',
    'decide',
    'Heat that must have air, and nothing in this plan starts the fan.',
    (f) => ({
      message: `${f.heat} must never run without air, and nothing in this plan starts the blower.`,
      fix: 'See whether the equipment starts its own blower with heat; else give the fan a conductor. Until then call no heat.',
    }),
  ),
  'air.cooling-without-fan': entry<None>('blocker', 'decide', 'Cooling, and nothing starts the indoor fan.', () => ({
    message: 'Nothing starts the indoor fan with cooling: the coil would freeze.',
    fix: 'Land a spare core on G at both ends, or join G to Y at the board where the equipment allows it.',
  })),
  'power.common-of-other': entry<{ side: string; device: string; fed: string }>(
    'blocker',
    'decide',
    'The common belongs to the other transformer than the one that feeds the device.',
    (f) => ({
      message: `C belongs to the ${f.side} transformer, and ${f.device} is fed from ${f.fed}: between them there is no supply.`,
      fix: 'Bring a core from the C of the right transformer, or power the device another way. Never join the two commons unasked.',
    }),
  ),
  'power.range': entry<{ device: string; volts: number; low: number; high: number }>(
    'blocker',
    'decide',
    'R to C is outside what the device takes.',
    (f) => ({
      message: `R to C reads ${volts(f.volts)}; ${f.device} takes ${fixed(f.low, 0)} to ${fixed(f.high, 0)} V.`,
      fix: 'Find out why (tap, load, long run) before the device is landed.',
    }),
  ),
  'power.kit-found': entry<{ kit: string; device: string }>(
    'caution',
    'decide',
    'A part of an earlier powering kit is in place.',
    (f) => ({
      message: `An earlier ${f.kit} is in place. It is kept only if ${f.device} takes one; else its shared core must be freed.`,
      fix: 'Choose the way that uses it, or take it out at both ends first.',
    }),
  ),
  'found.dead': entry<{ a: string; b: string }>(
    'caution',
    'survey',
    'The old installation’s supply read dead while it should have been on.',
    (f) => ({
      message: `${f.a} to ${f.b} read dead with the supply on: no transformer voltage arrives there.`,
      fix: 'Look for a blown fuse, a door switch, a supply that is off or a dead transformer before anything new is fitted.',
    }),
  ),
  'found.low': entry<{ a: string; b: string; volts: number }>(
    'caution',
    'survey',
    'The old installation’s supply read low.',
    (f) => ({
      message: `${f.a} to ${f.b} read only ${volts(f.volts)}; 20 to 30 V is healthy.`,
      fix: 'Look for a high-resistance joint, an overloaded or wrongly tapped transformer.',
    }),
  ),
  'found.high': entry<{ a: string; b: string; volts: number }>(
    'blocker',
    'survey',
    'The old installation’s supply read higher than any healthy 24 V transformer.',
    (f) => ({
      message: `${f.a} to ${f.b} read ${volts(f.volts)}: no healthy 24 V transformer gives that. Two in series, a wrong tap, or not a control supply.`,
      fix: 'Land nothing. Find out what feeds it.',
    }),
  ),
  'found.sags': entry<{ a: string; b: string; idle: number; called: number; state: string }>(
    'caution',
    'survey',
    'The old installation’s supply sags under a call.',
    (f) => ({
      message: `${f.a} to ${f.b} falls from ${volts(f.idle)} to ${volts(f.called)} with ${f.state} called.`,
      fix: 'A joint, a thin or long cable, or a transformer too small: mend it before the new device adds its load.',
    }),
  ),
  'found.shorted': entry<{ a: string; b: string; ohms: number }>(
    'blocker',
    'survey',
    'Two conductors that must not touch read as one.',
    (f) => ({
      message: `${f.a} and ${f.b} read ${fixed(f.ohms, 1)} Ω with the supply off: they touch somewhere.`,
      fix: 'Find where before the supply goes on: the fuse, or the transformer, would go.',
    }),
  ),
  'found.contradicts': entry<{ a: string; b: string; volts: number; low: number; high: number; state: string }>(
    'caution',
    'survey',
    'A reading of the old installation that its circuit, as surveyed, does not give.',
    (f) => ({
      message: `${f.a} to ${f.b} read ${volts(f.volts)} (${f.state}); as surveyed it would read ${volts(f.low)} to ${volts(f.high)}.`,
      fix: 'Measure it again in that state; then look at both ends of those two conductors.',
    }),
  ),
  'supply.contradicts': entry<{ volts: number; implied: number }>(
    'blocker',
    'decide',
    'A supply reading that no transformer behind this circuit can give.',
    (f) => ({
      message: `R to C at ${volts(f.volts)} would need a transformer of ${volts(f.implied)} behind this circuit: that is not a 24 V one.`,
      fix: 'The circuit is not what was surveyed, or the reading is not of these points. Settle it; predictions go by a nominal transformer until then.',
    }),
  ),
  'plan.misses-truth': entry<{ state: string; lacks: string[]; extra: string[] }>(
    'blocker',
    'connect',
    'Wired as planned, the equipment would not do what is called.',
    (f) => ({
      message: `Wired as planned, calling ${f.state} would ${[
        f.lacks.length > 0 ? `not run ${listed(f.lacks)}` : '',
        f.extra.length > 0 ? `also run ${listed(f.extra)}` : '',
      ]
        .filter(Boolean)
        .join(' and ')}.`,
      fix: 'Do not carry out this plan. Correct the survey, or choose a device with the terminals this needs.',
    }),
  ),
  'plan.no-board-screw': entry<{ terminal: string }>(
    'blocker',
    'connect',
    'The plan needs a board screw that was not seen on this board.',
    (f) => ({
      message: `The plan lands a core on ${f.terminal} at the board, and no such screw was seen there.`,
      fix: 'Look again at the board and its diagram; note its screws, or choose another way.',
    }),
  ),
  'plan.emergency-by-device': entry<{ device: string }>(
    'note',
    'connect',
    'The device calls emergency heat through its auxiliary terminal.',
    (f) => ({
      message: `${f.device} has no E: it calls emergency heat by its auxiliary terminal, without the compressor.`,
      fix: 'Cap the conductor on E. If the board acts on E in its own way, join E to W1 there by its diagram.',
    }),
  ),
} as const;
