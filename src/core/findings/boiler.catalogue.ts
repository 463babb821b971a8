/** Findings of boiler plants and stored hot water. */
import { amps, fixed, listed } from '../units/units';
import { entry, type None } from './entry';

export const BOILER_FINDINGS = {
  'boiler.unknown-point': entry<{ point: string }>(
    'blocker',
    'survey',
    'A wire ends on a terminal this plant does not have.',
    (f) => ({
      message: `${f.point} is not a terminal of this plant.`,
      fix: 'Read the letters again, or say which plant it is.',
    }),
  ),
  'boiler.too-few-channels': entry<{ device: string; zones: number }>(
    'blocker',
    'decide',
    'The receiver has too few channels for the plant.',
    (f) => ({
      message: `${f.device} cannot switch ${f.zones === 1 ? 'this plant’s heating and hot water' : `${fixed(f.zones, 0)} heating zones`} by itself.`,
      fix: 'Choose a receiver with enough channels.',
    }),
  ),
  'boiler.no-bus-output': entry<{ device: string }>(
    'blocker',
    'decide',
    'A bus boiler and a device without a bus.',
    (f) => ({
      message: `The boiler wants a data bus and ${f.device} has none.`,
      fix: 'Choose a relay box with a bus, or use the boiler’s switched-live input if its maker provides one.',
    }),
  ),
  'boiler.no-hw-off-output': entry<{ device: string }>(
    'blocker',
    'decide',
    'A three-port plant and a device without a hot-water-off output.',
    (f) => ({
      message: `A three-port valve needs “hot water off”, and ${f.device} has no such output.`,
      fix: 'Choose a receiver with a hot-water-off terminal.',
    }),
  ),
  'boiler.needs-relay': entry<{ input: string }>(
    'caution',
    'decide',
    'The valves give a live call and the boiler’s input does not take one: a relay is planned between.',
    (f) => ({
      message: `The valves call with 230 V, and this boiler takes ${f.input}: the plan puts a relay between.`,
      fix: 'Its coil goes on the call net, its volt-free contact on the boiler. Or use the boiler’s own interface for valves.',
    }),
  ),
  'boiler.bus-behind-valves': entry<None>(
    'blocker',
    'decide',
    'A bus boiler behind zone valves or a cylinder.',
    () => ({
      message: 'The valves call with 230 V and this boiler takes only a data bus: nothing here joins the two.',
      fix: 'Use the boiler maker’s interface for valves, or a boiler input that takes a call.',
    }),
  ),
  'boiler.live-into-dry': entry<{ input: string; device: string }>(
    'blocker',
    'decide',
    'Live outputs and a boiler input that must stay free of mains.',
    (f) => ({
      message: `${f.device} puts out 230 V, and this boiler takes ${f.input}: mains must never enter it.`,
      fix: 'Choose a device with a volt-free contact, or an isolating relay between.',
    }),
  ),
  'boiler.receiver-dead': entry<None>('blocker', 'connect', 'The receiver has no live of its own.', () => ({
    message: 'The receiver has no live of its own: its contacts will never move.',
    fix: 'Bring L and N from the spur to the receiver.',
  })),
  'boiler.earth-as-neutral': entry<{ points: string[] }>(
    'blocker',
    'connect',
    'An earth is used as a neutral, or both bars are joined here.',
    (f) => ({
      message: `${listed(f.points)} returns to earth instead of neutral: every metal part could become live.`,
      fix: 'Stop. Earth is never a neutral. A licensed person gives it a neutral of its own.',
    }),
  ),
  'boiler.reading-contradicts': entry<{ a: string; b: string; volts: number; called: string; implied: number }>(
    'blocker',
    'survey',
    'A reading on the plant is not what its wires give.',
    (f) => ({
      message: `${f.a} to ${f.b} read ${fixed(f.volts, 0)} V with ${f.called}; the wires as told give ${fixed(f.implied, 0)} V.`,
      fix: 'Trace those two again with the supply off. If the wires are right, a contact sticks or a valve does not answer.',
    }),
  ),
  'boiler.neutral-unproved': entry<{ device: string }>(
    'blocker',
    'decide',
    'The device needs a neutral and none has been proved where it hangs.',
    (f) => ({
      message: `${f.device} needs a neutral at the wall, and no core there has been proved to be one.`,
      fix: 'Trace a core to N in the junction box, or prove it with both poles isolated; else choose a battery device, or a new cable.',
    }),
  ),
  'boiler.plan-misses': entry<{ device: string; demand: string }>(
    'blocker',
    'decide',
    'No wiring of this box does what the plant must: no plan is offered.',
    (f) => ({
      message: `With ${f.device} no wiring serves ${f.demand}: no plan is offered.`,
      fix: 'Choose a device with the outputs this plant needs.',
    }),
  ),
  'boiler.store-over-flow': entry<{ store: number; flow: number }>(
    'blocker',
    'set-up',
    'The store is to be hotter than the flow that heats it.',
    (f) => ({
      message: `The store is to reach ${fixed(f.store, 0)} °C and the flow is ${fixed(f.flow, 0)} °C: it never will.`,
      fix: 'A flow at least 5 to 10 K above the store’s target while it heats.',
    }),
  ),
  'boiler.gravity': entry<None>('caution', 'decide', 'Old gravity hot water.', () => ({
    message: 'Gravity hot water: no heating without hot water, and the cylinder cannot be shut off.',
    fix: 'It can be controlled as it is; tell the customer what a valve and a cylinder thermostat would change.',
  })),
  'boiler.link-missing': entry<None>(
    'blocker',
    'connect',
    'A volt-free output that is to switch the mains lacks its link from L.',
    () => ({
      message: 'The receiver’s output is volt-free and its common has no link from L: nothing will ever be switched.',
      fix: 'Fit the link L to COM.',
    }),
  ),
  'boiler.link-on-low-voltage': entry<None>(
    'blocker',
    'connect',
    'The link L to COM is in while the boiler’s call input is extra low voltage.',
    () => ({
      message:
        'The link L to COM is in, and the boiler’s call terminals are extra low voltage: mains would enter them.',
      fix: 'Take the link out before anything is switched on.',
    }),
  ),
  'boiler.mains-on-low-voltage': entry<{ demand: string }>(
    'blocker',
    'connect',
    'Mains reaches an extra-low-voltage call input in some demand.',
    (f) => ({
      message: `With ${f.demand}, mains stands on the boiler’s extra-low-voltage call terminals.`,
      fix: 'Find the core that brings it, with the supply off.',
    }),
  ),
  'boiler.bus-and-live': entry<None>('blocker', 'connect', 'Data bus and switched live are both connected.', () => ({
    message: 'Data bus and switched live are both connected: the boiler has two masters.',
    fix: 'Take the switched live off, unless both makers say that both may be used.',
  })),
  'boiler.hw-off-missing': entry<None>(
    'blocker',
    'connect',
    'Hot-water-off is not joined to the three-port valve’s grey core.',
    () => ({
      message: 'Hot water off does not reach the valve’s grey: heating alone will not fire the boiler.',
      fix: 'Join terminal 1 of the receiver to grey and the cylinder thermostat’s satisfied contact.',
    }),
  ),
  'boiler.channels-crossed': entry<None>('blocker', 'connect', 'Heating and hot water are crossed.', () => ({
    message: 'Heating and hot water are crossed: each channel runs the other.',
    fix: 'Change 3 and 4 over, with the supply off.',
  })),
  'boiler.no-permanent-live': entry<None>(
    'blocker',
    'connect',
    'A boiler that runs its own pump or frost guard has no permanent live.',
    () => ({
      message: 'The boiler has no permanent live: no pump overrun, no frost guard, no hot water of its own.',
      fix: 'Bring L to the boiler beside the switched live.',
    }),
  ),
  'boiler.neutral-shared': entry<None>('blocker', 'connect', 'The neutral belongs to another circuit.', () => ({
    message: 'The neutral is borrowed from another circuit: it can be live with this spur off.',
    fix: 'Stop. A licensed electrician gives this spur a neutral of its own.',
  })),
  'boiler.neutral-open': entry<{ points: string[] }>('blocker', 'connect', 'A load’s neutral goes nowhere.', (f) => ({
    message: `No neutral at ${listed(f.points)}.`,
    fix: 'Join it to the neutral bar of the wiring centre.',
  })),
  'boiler.earth-missing': entry<{ where: string }>('blocker', 'connect', 'An earth is missing.', (f) => ({
    message: `No earth at ${f.where}.`,
    fix: 'Stop the mains work until the earth is restored by somebody licensed for it.',
  })),
  'boiler.fuse-rating': entry<{ amps: number }>('caution', 'connect', 'The spur’s fuse is not 3 A.', (f) => ({
    message: `The spur is fused at ${fixed(f.amps, 0)} A; heating controls usually want 3 A.`,
    fix: 'Fit 3 A unless the makers of boiler and receiver say otherwise.',
  })),
  'boiler.fuse-small': entry<{ amps: number; fuse: number }>(
    'blocker',
    'connect',
    'The spur’s fuse is too small for what hangs on it.',
    (f) => ({
      message: `Everything at once takes ${amps(f.amps)} and the spur is fused at ${fixed(f.fuse, 0)} A: it would open.`,
      fix: 'Check the VA entered; then a fuse as the makers of boiler and pump ask for.',
    }),
  ),
  'boiler.contact-overload': entry<{ amps: number; rated: number }>(
    'blocker',
    'connect',
    'A receiver contact carries more than it is rated for.',
    (f) => ({
      message: `Boiler and pump together take ${amps(f.amps)} through a contact rated ${fixed(f.rated, 0)} A.`,
      fix: 'Switch them through a relay, or let the boiler run its own pump.',
    }),
  ),
  'boiler.old-thermostat-in-series': entry<None>(
    'blocker',
    'connect',
    'The old room thermostat is still in series.',
    () => ({
      message: 'The old room thermostat is still in series: it keeps blocking the new one.',
      fix: 'Join its feed and return in the wiring centre; park and sleeve its neutral.',
    }),
  ),
  'boiler.two-room-thermostats': entry<None>(
    'caution',
    'connect',
    'Two old room thermostats: both are in the way of the call.',
    () => ({
      message: 'There were two old room thermostats in series: either one left in blocks the new control.',
      fix: 'Join feed and return through at both, in the wiring centre or at their backplates.',
    }),
  ),
  'boiler.old-links': entry<None>('note', 'connect', 'Links inside the old receiver are not carried over.', () => ({
    message: 'The old receiver had links inside: the new one has its own, by its output kind.',
    fix: 'Carry none over; fit only the links of the plan.',
  })),
  'boiler.floating-core': entry<None>('caution', 'connect', 'A core of the old thermostat is left loose.', () => ({
    message: 'A core of the old room thermostat is left loose.',
    fix: 'Terminate and sleeve it in the wiring centre; note where it goes.',
  })),
  'boiler.does-not-fire': entry<{ demand: string }>(
    'blocker',
    'connect',
    'As wired the boiler does not fire for a demand.',
    (f) => ({
      message: `As wired, with ${f.demand}, the boiler does not fire.`,
      fix: 'Follow the live cores on the drawing for this demand to where they stop.',
    }),
  ),
  'boiler.pump-silent': entry<{ demand: string }>(
    'blocker',
    'connect',
    'As wired the boiler fires and the pump does not run.',
    (f) => ({
      message: `As wired, with ${f.demand}, the boiler fires and the pump stands still.`,
      fix: 'Find where the pump’s live or neutral is lost.',
    }),
  ),
  'boiler.fires-unasked': entry<{ demand: string }>(
    'blocker',
    'connect',
    'As wired the boiler fires without a demand.',
    (f) => ({
      message: `As wired, with ${f.demand}, the boiler fires.`,
      fix: 'Follow the live cores on the drawing for this demand back to where they come from.',
    }),
  ),
  'boiler.wrong-way': entry<{ demand: string }>(
    'blocker',
    'connect',
    'As wired the water goes the wrong way for a demand.',
    (f) => ({
      message: `As wired, with ${f.demand}, the water goes the wrong way.`,
      fix: 'Compare the valves’ cores with the plan.',
    }),
  ),
  'boiler.wired-otherwise': entry<{ demand: string; extra: string[]; missing: string[] }>(
    'caution',
    'connect',
    'What is wired does something other than the plan, and where the two differ.',
    (f) => ({
      message: `With ${f.demand}, the plant does not do what the plan does.${f.extra.length > 0 ? ` Connected and not planned: ${listed(f.extra)}.` : ''}${f.missing.length > 0 ? ` Planned and not connected: ${listed(f.missing)}.` : ''}`,
      fix: 'Isolate, prove dead, and compare these conductors with the plan.',
    }),
  ),
  'boiler.wrong-valve': entry<{ demand: string; opened: string[]; asked: string[] }>(
    'blocker',
    'connect',
    'Another valve opens than the one that is called.',
    (f) => ({
      message: `With ${f.demand}, ${f.opened.length > 0 ? listed(f.opened) : 'no valve'} opens. Expected: ${f.asked.length > 0 ? listed(f.asked) : 'none'}.`,
      fix: 'Compare the brown cores of the valves with the outputs they are on: two are exchanged or one is missing.',
    }),
  ),
  'boiler.pump-unasked': entry<{ demand: string }>(
    'blocker',
    'connect',
    'As wired the pump runs without a demand.',
    (f) => ({
      message: `As wired, with ${f.demand}, the pump runs.`,
      fix: 'The pump belongs on a switched live or on the boiler’s pump output. Find what feeds it.',
    }),
  ),
  'boiler.mains-on-room-pair': entry<{ demand: string }>(
    'blocker',
    'connect',
    'As wired the head’s low-voltage wires have mains on them.',
    (f) => ({
      message: `As wired, with ${f.demand}, the head’s two wires have mains on them.`,
      fix: 'Take both ends of the old thermostat’s cable off the mains before it becomes the head’s pair.',
    }),
  ),
  'boiler.room-pair-was-mains': entry<None>(
    'caution',
    'connect',
    'The head’s pair would be the cable of an old mains thermostat.',
    () => ({
      message: 'The old room thermostat’s cable carried mains, and the new head takes two low-voltage wires.',
      fix: 'Join the old feed and return in the wiring centre, take both ends of this cable off it, park and sleeve the third core and the earth. Mark both ends: extra low voltage.',
    }),
  ),
  'boiler.no-cylinder-stat': entry<None>(
    'caution',
    'decide',
    'The cylinder has no thermostat: nothing stops it at its temperature.',
    () => ({
      message: 'The cylinder has no thermostat: the store gets as hot as the boiler’s flow.',
      fix: 'Fit a cylinder thermostat; until then keep the flow at or under 60 °C while hot water runs, and a mixing valve at the outlets against scalding.',
    }),
  ),
  'boiler.timer-kept': entry<None>('note', 'connect', 'Hot water stays on the timer that was there.', () => ({
    message: 'Hot water stays on the timer that was there; the thermostat switches heating only.',
    fix: 'Leave the timer’s own wires as they are, set its clock, and tell the customer that it keeps its own times.',
  })),
  'boiler.old-core-missing': entry<{ points: readonly string[] }>(
    'caution',
    'connect',
    'The new receiver switches something no core of the old one brings.',
    (f) => ({
      message: `No core of the old receiver does what ${listed(f.points)} ${f.points.length === 1 ? 'needs' : 'need'}.`,
      fix: 'Trace a spare core to the wiring centre, or run one.',
    }),
  ),
  'boiler.old-label-twice': entry<{ label: string }>(
    'caution',
    'survey',
    'Two terminals of the old receiver have one label.',
    (f) => ({
      message: `Two terminals of the old receiver are noted as ${f.label}.`,
      fix: 'Look again which core sat where.',
    }),
  ),
  'boiler.reheat-never': entry<{ watts: number }>('blocker', 'week', 'The power never heats the store.', (f) => ({
    message: `With ${fixed(f.watts / 1000, 1)} kW the store never reaches its target: it loses as much.`,
    fix: 'Check the coil’s and boiler’s ratings, and the insulation.',
  })),
  'boiler.window-short': entry<{ at: string; needed: number; minutes: number; short: number }>(
    'caution',
    'week',
    'A hot water window is shorter than the reheat it must hold.',
    (f) => ({
      message: `The window at ${f.at} has ${fixed(f.minutes, 0)} min and needs ${fixed(f.needed, 0)}: short by ${fixed(f.short, 0)}.`,
      fix: 'Begin it earlier, or add a window.',
    }),
  ),
  'boiler.water-loses': entry<{ device: string; minutes: number; events: number }>(
    'caution',
    'week',
    'The device cannot hold the hot water windows as wished.',
    (f) => ({
      message: `${f.device} holds ${fixed(f.events, 0)} hot water periods a day: the closest programme is off by ${fixed(f.minutes, 0)} min a week.`,
      fix: 'Show the customer which window gives way, or join two of them.',
    }),
  ),
  'boiler.store-cool': entry<{ celsius: number }>('caution', 'set-up', 'The store is kept under 60 °C.', (f) => ({
    message: `The store is kept at ${fixed(f.celsius, 0)} °C: legionella can grow below 60 °C.`,
    fix: 'Keep 60 °C at the cylinder with a mixing valve at the outlets, or pasteurise every week.',
  })),
  'boiler.no-condensing': entry<{ celsius: number }>('note', 'set-up', 'The return is too warm to condense.', (f) => ({
    message: `The return comes back at ${fixed(f.celsius, 0)} °C: above about 54 °C the boiler does not condense.`,
    fix: 'Lower the flow temperature as far as the radiators allow.',
  })),
  'boiler.floor-flow': entry<{ celsius: number }>(
    'blocker',
    'set-up',
    'The flow is too hot for a floor circuit.',
    (f) => ({
      message: `${fixed(f.celsius, 0)} °C is too hot for a floor circuit.`,
      fix: '35 to 45 °C, mixed, with a limit thermostat that stops the circuit.',
    }),
  ),
} as const;
