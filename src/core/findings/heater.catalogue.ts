/** Findings of electric heaters on line voltage: which pair, load, device, place. */
import { fixed, listed, ohms, volts } from '../units/units';
import { entry, type None } from './entry';

/** Findings of heaters on line voltage. */
export const HEATER_FINDINGS = {
  // Survey
  'heater.no-plate': entry<{ heater: string }>('blocker', 'survey', 'A heater’s watts or volts are missing.', (f) => ({
    message: `${f.heater} has no watts or no volts, so its load cannot be counted.`,
    fix: 'Read both off its nameplate; it is often inside the end cover. Supply off first.',
  })),
  'heater.two-live': entry<{ cables: string[] }>(
    'blocker',
    'survey',
    'More than one cable of the box is live.',
    (f) => ({
      message: `${listed(f.cables)} are live: two supplies, or one passing through to somewhere else.`,
      fix: 'Find both breakers. Part the cores, switch off one at a time, and see which cable dies with which.',
    }),
  ),
  'heater.none-live': entry<None>('blocker', 'survey', 'No cable of the box is live with the supply on.', () => ({
    message: 'No cable here is live with the supply on.',
    fix: 'The breaker is another one, a switch is off on the way, or the supply is at the heater and this is its switch loop.',
  })),
  'heater.stray': entry<{ cable: string; volts: number }>(
    'caution',
    'survey',
    'A parted pair reads neither live nor dead.',
    (f) => ({
      message: `${f.cable} reads ${volts(f.volts)}: neither live nor dead.`,
      fix: 'Measure again with a low-impedance meter. Stray voltage falls to nothing; a half-made joint does not.',
    }),
  ),
  'heater.earth-contradicts': entry<{ cable: string; betweenVolts: number; firstVolts: number; secondVolts: number }>(
    'blocker',
    'survey',
    'A cable’s three voltages cannot all be true.',
    (f) => ({
      message: `${f.cable} reads ${volts(f.betweenVolts)} between its cores, ${volts(f.firstVolts)} and ${volts(f.secondVolts)} to earth: these cannot all be.`,
      fix: 'Measure all three again, cores parted. If they stand, the earth here is joined to nothing.',
    }),
  ),
  'heater.same-leg': entry<{ cable: string; volts: number }>(
    'blocker',
    'survey',
    'A pair without volts between its cores is live to earth.',
    (f) => ({
      message: `${f.cable} reads nothing between its cores and ${volts(f.volts)} to earth: it is live from one leg.`,
      fix: 'It is not dead. Find what feeds it, and by which breaker, before anything is joined.',
    }),
  ),
  'heater.traced-otherwise': entry<{ cable: string; traced: string; read: string }>(
    'blocker',
    'survey',
    'A cable was traced as one thing and reads as another.',
    (f) => ({
      message: `${f.cable} was traced as the ${f.traced} and reads as the ${f.read}.`,
      fix: 'The reading stands. Colours and old positions say nothing: trace it again.',
    }),
  ),
  'heater.load-open': entry<{ cable: string }>('blocker', 'survey', 'The load pair reads open.', (f) => ({
    message: `${f.cable} is dead and reads open: nothing is connected behind it, or a cut-out or joint is open.`,
    fix: 'Reset or replace the heater’s thermal cut-out; measure again at the heater itself, supply off and proved.',
  })),
  'heater.series': entry<{ ohms: number; parallel: number }>(
    'blocker',
    'survey',
    'The heaters are in series.',
    (f) => ({
      message: `The load reads ${ohms(f.ohms)}: the heaters are in series; in parallel it would be ${ohms(f.parallel)}.`,
      fix: 'Join like to like at each heater. In series two equal ones give a quarter of their plates each.',
    }),
  ),
  'heater.fewer': entry<{ ohms: number; there: string[] }>(
    'blocker',
    'survey',
    'Not all heaters are on the load pair.',
    (f) => ({
      message: `The load reads ${ohms(f.ohms)}: only ${listed(f.there)} ${f.there.length === 1 ? 'is' : 'are'} on it.`,
      fix: 'Measure at the missing heater: a cut-out, a joint, or it hangs on another pair.',
    }),
  ),
  'heater.other-volts': entry<{ ohms: number; volts: number }>(
    'blocker',
    'survey',
    'The ohms are those of heaters for another supply.',
    (f) => ({
      message: `The load reads ${ohms(f.ohms)}, as if the heaters were for ${fixed(f.volts, 0)} V.`,
      fix: 'Read the nameplates again, at the heater. On twice its volts a heater gives four times its watts and burns.',
    }),
  ),
  'heater.ohms-off': entry<{ ohms: number; low: number; high: number }>(
    'blocker',
    'survey',
    'The load’s ohms fit no arrangement of these heaters.',
    (f) => ({
      message: `The load reads ${ohms(f.ohms)}; the nameplates give ${ohms(f.low)} to ${ohms(f.high)}.`,
      fix: 'Measure again with every other path parted. A heater is missing from the list, or its plate is another’s.',
    }),
  ),
  'heater.insulation-low': entry<{ cable: string; megohms: number }>(
    'blocker',
    'survey',
    'A cable leaks to earth.',
    (f) => ({
      message: `${f.cable}: ${fixed(f.megohms, 2)} MΩ to earth.`,
      fix: 'Under 1 MΩ at 500 V DC it must not be powered. Part heater from cable and find which leaks.',
    }),
  ),
  'heater.over-volts': entry<{ heater: string; rated: number; volts: number; times: number }>(
    'blocker',
    'survey',
    'A heater is made for less than the supply.',
    (f) => ({
      message: `${f.heater} is made for ${fixed(f.rated, 0)} V and gets ${fixed(f.volts, 0)} V: ${fixed(f.times, 1)} times its watts.`,
      fix: 'It would burn. Replace it with one for this supply; do not power it.',
    }),
  ),
  'heater.under-volts': entry<{ heater: string; rated: number; volts: number; percent: number }>(
    'note',
    'survey',
    'A heater is made for more than the supply.',
    (f) => ({
      message: `${f.heater} is made for ${fixed(f.rated, 0)} V: on ${fixed(f.volts, 0)} V it gives ${fixed(f.percent, 0)} % of its plate.`,
      fix: 'Count it so. Where the room needs the whole of it, fit one for this supply.',
    }),
  ),
  'heater.second-device': entry<None>('blocker', 'survey', 'Another thermostat is on the same heaters.', () => ({
    message: 'Another thermostat switches the same heaters: in parallel either keeps them on.',
    fix: 'Take one out of the circuit and join its place through, or give each its own heaters.',
  })),

  // Decide
  'heater.needs-neutral': entry<{ device: string; why: string; ways: string[] }>(
    'blocker',
    'decide',
    'The device needs a neutral that is not at the wall.',
    (f) => ({
      message: `${f.device} needs a neutral: ${f.why}.`,
      fix: `Ways out: ${listed(f.ways)}. Earth is never a neutral.`,
    }),
  ),
  'heater.needs-both-legs': entry<{ device: string; ways: string[] }>(
    'blocker',
    'decide',
    'The device needs both supply conductors and only one comes to the wall.',
    (f) => ({
      message: `${f.device} lives on both supply conductors, and only one leg comes to this box.`,
      fix: `Ways out: ${listed(f.ways)}.`,
    }),
  ),
  'heater.wrong-supply': entry<{ device: string; takes: string; volts: number }>(
    'blocker',
    'decide',
    'The device is not made for this supply.',
    (f) => ({
      message: `${f.device} takes ${f.takes}; ${fixed(f.volts, 0)} V is here.`,
      fix: 'Choose a device for this supply. It must not be powered.',
    }),
  ),
  'heater.over-device': entry<{ device: string; amps: number; allowed: number; why: string }>(
    'blocker',
    'decide',
    'The load is more than the device carries.',
    (f) => ({
      message: `${fixed(f.amps, 1)} A is more than ${f.device} carries: ${fixed(f.allowed, 1)} A (${f.why}).`,
      fix: 'Switch it by a contactor or a relay box; or split the heaters between two devices.',
    }),
  ),
  'heater.over-breaker': entry<{ amps: number; allowed: number; why: string }>(
    'blocker',
    'decide',
    'The load is more than the breaker may carry for hours.',
    (f) => ({
      message: `${fixed(f.amps, 1)} A for hours is more than the breaker allows: ${fixed(f.allowed, 1)} A (${f.why}).`,
      fix: 'Fewer watts on this circuit, or a circuit that was made for them. Licensed work.',
    }),
  ),
  'heater.too-little': entry<{ device: string; least: number; watts: number }>(
    'blocker',
    'decide',
    'A series device has too little load to live on.',
    (f) => ({
      message: `${f.device} lives through its load and needs ${fixed(f.least, 0)} W; ${fixed(f.watts, 0)} W are there.`,
      fix: 'Below that it restarts by itself. Use a thermostat powered from both supply conductors, or a relay box.',
    }),
  ),
  'heater.fan-chopped': entry<{ heater: string; device: string }>(
    'blocker',
    'decide',
    'An electronic switch is to feed a fan heater.',
    (f) => ({
      message: `${f.heater} has a motor, and ${f.device} is a phase-cut (electronic) switch: the motor hums and overheats.`,
      fix: 'A device that closes a contact, with minimum times.',
    }),
  ),
  'heater.one-leg-live': entry<{ device: string }>('caution', 'decide', 'Off, one pole leaves a leg live.', (f) => ({
    message: `${f.device} breaks one of two hot conductors: off, the heaters still have a live leg.`,
    fix: 'Say so at hand-over, and at the heater: breaker off before it is opened. A twin-pole device breaks both.',
  })),
  'heater.relay-waits': entry<{ device: string; seconds: number }>(
    'note',
    'decide',
    'A relay with a thermal element waits.',
    (f) => ({
      message: `${f.device} waits about ${fixed(f.seconds, 0)} s each way.`,
      fix: 'It is not a fault: wait that long before anything is judged.',
    }),
  ),
  'heater.wet-place': entry<{ place: string }>(
    'blocker',
    'decide',
    'The device hangs where water may reach it.',
    (f) => ({
      message: `It hangs in a ${f.place}.`,
      fix: 'Outside the zones of bath and shower, by the local code; a head elsewhere, the switching outside.',
    }),
  ),
  'heater.no-ground-fault': entry<None>('caution', 'decide', 'No ground-fault protection in a bathroom.', () => ({
    message: 'A bathroom heater has no ground-fault protection ahead of it.',
    fix: 'Most codes ask for it here. Licensed work.',
  })),
  'heater.aluminium': entry<None>('caution', 'decide', 'The cable is aluminium.', () => ({
    message: 'The cores are aluminium: under a plain screw they creep, and the joint burns.',
    fix: 'Connectors listed for aluminium to copper, torqued as they say.',
  })),
  'heater.badly-placed': entry<{ where: string }>(
    'caution',
    'decide',
    'The device hangs where it feels the wrong air.',
    (f) => ({
      message: `The thermostat is ${f.where}: it does not sense room temperature.`,
      fix: 'About 1.5 m up on an inside wall, away from the heater, doors and sun; or a head or sensor elsewhere.',
    }),
  ),
  'heater.box-shallow': entry<{ millimetres: number; needed: number }>(
    'caution',
    'decide',
    'The box is too shallow.',
    (f) => ({
      message: `The box is ${fixed(f.millimetres, 0)} mm deep; device and cores need ${fixed(f.needed, 0)} mm.`,
      fix: 'A deeper box or a spacer: squeezed cores break or touch.',
    }),
  ),
  'heater.cannot-hold': entry<{ room: number; wanted: number; outdoor: number }>(
    'caution',
    'decide',
    'At design weather the heaters do not hold the room.',
    (f) => ({
      message: `At ${fixed(f.outdoor, 0)} °C outdoors full power holds ${fixed(f.room, 1)} °C; ${fixed(f.wanted, 1)} °C is wanted.`,
      fix: 'More watts, or less loss; no setting changes that.',
    }),
  ),

  // Connect, readings
  'heater.exchanged': entry<{ terminal: string; found: string; meant: string }>(
    'blocker',
    'connect',
    'Supply and load are exchanged at the device.',
    (f) => ({
      message: `Terminal ${f.terminal} has ${f.found}; it is for ${f.meant}: supply and load are exchanged.`,
      fix: 'The thermostat is dead until it calls, or stays dead. Supply off, prove dead, then swap the two pairs.',
    }),
  ),
  'heater.miswired': entry<{ terminal: string; found: string; meant: string }>(
    'blocker',
    'connect',
    'A terminal has a core on it that is not meant for it.',
    (f) => ({
      message: `Terminal ${f.terminal} has ${f.found}; it is for ${f.meant}.`,
      fix: 'Supply off and proved, then put it right.',
    }),
  ),
  'heater.reading-contradicts': entry<{ a: string; b: string; read: string; expected: string; state: string }>(
    'caution',
    'survey',
    'A reading that the wiring as surveyed cannot give.',
    (f) => ({
      message: `${f.a} to ${f.b} read ${f.read}, ${f.state}; as surveyed it is ${f.expected}.`,
      fix: 'One of them is wrong: look at the wiring between the two points, then measure again.',
    }),
  ),
  'heater.reading-live': entry<{ a: string; b: string; read: string; state: string }>(
    'blocker',
    'survey',
    'Mains where the wiring as surveyed has none.',
    (f) => ({
      message: `${f.a} to ${f.b} read ${f.read}, ${f.state}: live where nothing should be.`,
      fix: 'Stop. Breaker off and proved; find what joins them.',
    }),
  ),
} as const;
