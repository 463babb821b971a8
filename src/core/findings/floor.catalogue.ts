/** Findings of electric floor heating: mats, supply, probe, settings, week, warm-up. */
import { amps, fixed, listed, ohms } from '../units/units';
import { entry, type None } from './entry';

/** Findings of electric floors. */
export const FLOOR_FINDINGS = {
  // Survey
  'floor.mat-no-volts': entry<{ mat: string }>('blocker', 'survey', 'A mat’s nameplate volts are missing.', (f) => ({
    message: `${f.mat} has no rated volts, so neither its load nor its ohms can be counted.`,
    fix: 'Read them off its nameplate or the tag on its cold lead.',
  })),
  'floor.ohms-off': entry<{ mat: string; stage: string; ohms: number; low: number; high: number }>(
    'blocker',
    'survey',
    'A mat’s ohms are outside −5 to +10 % of its nameplate.',
    (f) => ({
      message: `${f.mat} ${f.stage} reads ${ohms(f.ohms)}; its nameplate gives ${ohms(f.low)} to ${ohms(f.high)}.`,
      fix: 'Measure again at its own two cores. If it stays, the nameplate is another mat’s, or the element is damaged.',
    }),
  ),
  'floor.mat-open': entry<{ mat: string; stage: string }>('blocker', 'survey', 'A mat’s element is broken.', (f) => ({
    message: `${f.mat} ${f.stage} reads open: its element or a joint is broken.`,
    fix: 'Do not cover it or power it. Find the break; its maker’s repair kit joins it.',
  })),
  'floor.ohms-moved': entry<{ mat: string; from: number; to: number; stage: string }>(
    'caution',
    'survey',
    'A mat’s ohms moved between two stages.',
    (f) => ({
      message: `${f.mat} went from ${ohms(f.from)} to ${ohms(f.to)} ${f.stage}.`,
      fix: 'More than 5 % apart points at a nick made on the way. Compare insulation too.',
    }),
  ),
  'floor.insulation-low': entry<{ mat: string; stage: string; megohms: number }>(
    'blocker',
    'survey',
    'A mat’s insulation is under 1 MΩ.',
    (f) => ({
      message: `${f.mat} ${f.stage}: ${fixed(f.megohms, 2)} MΩ from cable to screen.`,
      fix: 'Under 1 MΩ at 500 V DC it must not be powered (IEC 60364-6). Dry it out, or find the damage.',
    }),
  ),
  'floor.insulation-fell': entry<{ mat: string; from: number; to: number; stage: string }>(
    'caution',
    'survey',
    'A mat’s insulation fell between two stages.',
    (f) => ({
      message: `${f.mat}: insulation fell from ${fixed(f.from, 0)} to ${fixed(f.to, 0)} MΩ ${f.stage}.`,
      fix: 'Fresh adhesive does that for some days. Measure again when dry, before it is signed off.',
    }),
  ),
  'floor.series': entry<{ ohms: number; parallel: number }>(
    'blocker',
    'survey',
    'The mats are joined in series.',
    (f) => ({
      message: `The mats are in series: ${ohms(f.ohms)} together, and ${ohms(f.parallel)} in parallel.`,
      fix: 'Join like to like in the box: all first cores, all second cores. In series they hardly warm.',
    }),
  ),
  'floor.mat-loose': entry<{ mats: string[] }>('blocker', 'survey', 'A mat is joined to nothing.', (f) => ({
    message: `${listed(f.mats)} ${f.mats.length === 1 ? 'is' : 'are'} not joined: that part of the floor stays cold.`,
    fix: 'Join all mats in parallel in the box, then measure them together again.',
  })),
  'floor.unguarded': entry<{ covering: string; limit: number; probe: string }>(
    'blocker',
    'decide',
    'A covering that needs a limit, and nothing that guards it.',
    (f) => ({
      message: `${f.covering} may reach ${fixed(f.limit, 0)} °C at most, and ${f.probe}: no floor sensor enforces that limit.`,
      fix: 'Fit a floor sensor, to control or to limit. Do not heat this covering without one.',
    }),
  ),
  'floor.together-off': entry<{ ohms: number; low: number; high: number }>(
    'caution',
    'survey',
    'The mats together do not read what they should in parallel.',
    (f) => ({
      message: `All mats together read ${ohms(f.ohms)}; in parallel they give ${ohms(f.low)} to ${ohms(f.high)}.`,
      fix: 'One of them is not joined. Measure each alone.',
    }),
  ),
  'floor.over-volts': entry<{ mat: string; rated: number; volts: number; times: number }>(
    'blocker',
    'survey',
    'A mat for a lower voltage than there is.',
    (f) => ({
      message: `${f.mat} is for ${fixed(f.rated, 0)} V and there are ${fixed(f.volts, 0)}: it would give ${fixed(f.times, 1)} times its watts and burn out.`,
      fix: 'Never power it here. Fit a mat for this supply, or change the supply.',
    }),
  ),
  'floor.low-volts': entry<{ mat: string; rated: number; volts: number; percent: number }>(
    'blocker',
    'survey',
    'A mat for a higher voltage than there is: it hardly warms.',
    (f) => ({
      message: `${f.mat} is for ${fixed(f.rated, 0)} V and there are ${fixed(f.volts, 0)}: it gives ${fixed(f.percent, 0)} % of its watts.`,
      fix: 'The floor will hardly warm. Bring the right voltage, or fit a mat for this one.',
    }),
  ),
  'floor.reduced-volts': entry<{ mat: string; rated: number; volts: number; percent: number }>(
    'note',
    'survey',
    'A mat gives less than its nameplate on this supply.',
    (f) => ({
      message: `${f.mat} for ${fixed(f.rated, 0)} V gives ${fixed(f.percent, 0)} % of its watts on ${fixed(f.volts, 0)} V.`,
      fix: 'It may run so; warm-up takes longer, and the forecast counts with it.',
    }),
  ),
  'floor.probe-open': entry<{ ohms: number }>('blocker', 'survey', 'The floor probe is open.', (f) => ({
    message: `The probe reads ${ohms(f.ohms)}: it is broken, or its lead is.`,
    fix: 'Pull the sensor out of its conduit and fit a new one.',
  })),
  'floor.probe-short': entry<{ ohms: number }>('blocker', 'survey', 'The floor probe is shorted.', (f) => ({
    message: `The probe reads ${ohms(f.ohms)}: its lead is shorted, or these are not the probe’s cores.`,
    fix: 'Free its ends and measure again; else put in another.',
  })),
  'floor.probe-no-type': entry<{ ohms: number; celsius: number }>(
    'caution',
    'survey',
    'No known probe type fits the ohms at that floor temperature.',
    (f) => ({
      message: `${ohms(f.ohms)} at about ${fixed(f.celsius, 0)} °C is no probe type known here.`,
      fix: 'Lay a thermometer on the floor beside it for ten minutes, then measure both again.',
    }),
  ),
  'floor.probe-not-printed': entry<{ printed: string; off: number }>(
    'caution',
    'survey',
    'The probe does not read what its printed type should.',
    (f) => ({
      message: `A ${f.printed} probe would put the floor ${fixed(f.off, 1)} K from where it was felt to be.`,
      fix: 'Lay a thermometer on the floor beside it, and look at the print again.',
    }),
  ),
  'floor.probe-across': entry<None>('caution', 'survey', 'The probe lies on or across a run of cable.', () => ({
    message: 'The probe lies across the cable: it reads the cable, not the floor.',
    fix: 'Lay it midway between two runs, in its tube, before anything is covered.',
  })),
  'floor.density': entry<{ density: number; low: number; high: number; covering: string }>(
    'caution',
    'survey',
    'Watts per square metre outside what the covering takes.',
    (f) => ({
      message: `${fixed(f.density, 0)} W/m² under ${f.covering}; ${fixed(f.low, 0)} to ${fixed(f.high, 0)} is usual.`,
      fix:
        f.density > f.high
          ? 'Too dense for it: the covering can be spoilt. Ask its maker before it is powered.'
          : 'Thin: it warms slowly. Check area and nameplates.',
    }),
  ),

  // Decide
  'floor.device-volts': entry<{ device: string; volts: number; takes: string }>(
    'blocker',
    'decide',
    'The device does not take this supply.',
    (f) => ({
      message: `${f.device} takes ${f.takes} V; there are ${fixed(f.volts, 0)}.`,
      fix: 'Choose a device for this supply.',
    }),
  ),
  'floor.contactor-needed': entry<{ amps: number; rated: number; allowed: number }>(
    'note',
    'decide',
    'The load is more than the device’s relay carries: a contactor or a slave relay is planned.',
    (f) => ({
      message: `${amps(f.amps)} is over the ${fixed(f.allowed, 1)} A that a ${fixed(f.rated, 0)} A relay carries here: it goes through a contactor.`,
      fix: 'The device drives the coil. Its meter is switched off and the watts are entered by hand.',
    }),
  ),
  'floor.relay-overload': entry<{ amps: number; rated: number; allowed: number }>(
    'blocker',
    'decide',
    'The load is put directly on a relay that does not carry it.',
    (f) => ({
      message: `${amps(f.amps)} directly on the device: its ${fixed(f.rated, 0)} A relay carries ${fixed(f.allowed, 1)} A here.`,
      fix: 'Switch it by a contactor or a slave relay.',
    }),
  ),
  'floor.breaker-small': entry<{ amps: number; breaker: number; allowed: number }>(
    'blocker',
    'decide',
    'The breaker does not carry the load.',
    (f) => ({
      message: `${amps(f.amps)} on a ${fixed(f.breaker, 0)} A breaker, which carries ${fixed(f.allowed, 1)} A for hours.`,
      fix: 'A circuit of its own with a breaker and cable for it, or fewer mats on this one.',
    }),
  ),
  'floor.no-ground-fault': entry<None>('blocker', 'decide', 'No ground-fault protection.', () => ({
    message: 'Neither the device nor anything ahead of it protects against a fault to earth.',
    fix: 'Fit a 30 mA (5 mA where the code asks) protective device ahead of it before it is powered.',
  })),
  'floor.probe-not-settable': entry<{ device: string; type: string }>(
    'blocker',
    'decide',
    'The device cannot be set to this probe.',
    (f) => ({
      message: `${f.device} cannot be set to a ${f.type} probe.`,
      fix: 'Draw in the probe that came with the device, or choose another device.',
    }),
  ),
  'floor.damp-dear': entry<{ minutes: number }>(
    'caution',
    'week',
    'Drying falls outside the cheaper stretch of the tariff, or on a day without one.',
    (f) => ({
      message: `${fixed(f.minutes, 0)} min of drying a week fall outside the cheaper hours.`,
      fix: 'Move it into the cheaper stretch, on the days that have one; a new week starts there.',
    }),
  ),
  'floor.cannot-hold': entry<{ room: number; wanted: number; outdoor: number }>(
    'caution',
    'decide',
    'As the only heat the floor does not hold the room in the coldest weather.',
    (f) => ({
      message: `At ${fixed(f.outdoor, 0)} °C outdoors the floor holds the room at ${fixed(f.room, 1)} °C, not ${fixed(f.wanted, 0)}.`,
      fix: 'Tell the customer now. It needs other heating beside it, or less loss.',
    }),
  ),

  // Connect
  'floor.reading-live': entry<{ a: string; b: string; read: string; state: string; expected: string }>(
    'blocker',
    'connect',
    'Volts stand where the floor as wired gives none.',
    (f) => ({
      message: `Live: ${f.a} to ${f.b} read ${f.read} (${f.state}), expected ${f.expected}.`,
      fix: 'Hands off. Supply off, proved dead; then look at the supply, at a link to another circuit, at a damaged cable.',
    }),
  ),
  'floor.reading-contradicts': entry<{ a: string; b: string; read: string; state: string; expected: string }>(
    'blocker',
    'connect',
    'A reading on the floor is not what its wiring gives.',
    (f) => ({
      message: `${f.a} to ${f.b} read ${f.read} (${f.state}); wired as told it is ${f.expected}.`,
      fix: 'Read it again. If it stays: a core on the wrong terminal, a joint that is open, or a cable that is damaged.',
    }),
  ),
  'floor.miswired': entry<{ terminal: string; found: string; meant: string }>(
    'blocker',
    'connect',
    'A core is on a terminal that is meant for another.',
    (f) => ({
      message: `Terminal ${f.terminal} has ${f.found}; it is for ${f.meant}.`,
      fix: 'Supply off, proved dead, then move it. Supply on the heater’s or the probe’s terminals destroys the device.',
    }),
  ),
  'floor.screen-loose': entry<None>('blocker', 'connect', 'The cable’s screen is not earthed.', () => ({
    message: 'The heating cable’s screen is not on earth.',
    fix: 'Every screen to earth, in the box: ground-fault protection sees nothing without it.',
  })),
  'floor.slack': entry<{ millimetres: number }>('caution', 'connect', 'Too little slack on the conductors.', (f) => ({
    message: `${fixed(f.millimetres, 0)} mm of slack: too little to seat the device without pulling.`,
    fix: 'Extend each core with a proper connector; never stretch a cold lead or cut a heating cable.',
  })),

  // Power up
  'floor.start-unlike': entry<{ step: string; said: string; expected: string; otherwise: string }>(
    'blocker',
    'power-up',
    'The first start showed something else than expected.',
    (f) => ({
      message: `${f.step}: ${f.said}, expected ${f.expected}.`,
      fix: f.otherwise === '' ? 'Supply off and look again.' : `It means: ${f.otherwise}.`,
    }),
  ),
  'floor.probe-setting': entry<{ shown: string; set: string; is: string; effect: string }>(
    'blocker',
    'set-up',
    'The reading suggests that the wrong sensor type is set.',
    (f) => ({
      message: `${f.shown} shown is a ${f.is} probe read as ${f.set}: the floor would ${f.effect}.`,
      fix: `Set the probe type to ${f.is} on the device, then read the display again.`,
    }),
  ),

  // Week
  'floor.never-reaches': entry<{ profile: string; wanted: number; most: number }>(
    'blocker',
    'week',
    'A floor temperature that full power never reaches.',
    (f) => ({
      message: `“${f.profile}” wants ${fixed(f.wanted, 1)} °C; at full power the floor comes to ${fixed(f.most, 1)} °C.`,
      fix: 'Ask for less, or find out what takes the heat: no insulation beneath, or too few watts.',
    }),
  ),
  'floor.over-limit': entry<{ profile: string; wanted: number; limit: number }>(
    'blocker',
    'week',
    'A floor temperature above the floor limit.',
    (f) => ({
      message: `“${f.profile}” wants ${fixed(f.wanted, 1)} °C; the floor limit is ${fixed(f.limit, 1)} °C.`,
      fix: 'Bring it under the limit: the limit stops the heating first.',
    }),
  ),
  'floor.lead-long': entry<{ profile: string; minutes: number; gap: number }>(
    'caution',
    'week',
    'A warm-up that takes longer than the time since the event before.',
    (f) => ({
      message: `“${f.profile}” takes ${fixed(f.minutes, 0)} min to reach, and the event before is only ${fixed(f.gap, 0)} min earlier.`,
      fix: 'Leave the floor warm between them, or accept that it comes late.',
    }),
  ),

  // Proof
  'floor.warms-unlike': entry<{ residual: number }>(
    'caution',
    'proof',
    'The logged warm-up fits no floor like the one surveyed.',
    (f) => ({
      message: `The logged points lie ${fixed(f.residual, 1)} K from any floor like this one.`,
      fix: 'Look for a mat that is not heating, a probe on the cable, or another covering than surveyed.',
    }),
  ),
} as const;
