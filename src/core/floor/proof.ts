/** The proof of a floor: trip and reset, load, relay off and on, what the probe shows and how it rises, its limit, an open probe. */
import type { FloorSurvey } from '../job/floor-schema';
import { OPEN_BOX_CAUTION } from '../mains/cautions';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { fixed } from '../units/units';
import { NEXT_EVENT_TEST } from '../week/on-device';
import { loadBand } from './first-start';
import type { Forecast } from './fit';
import type { FloorLoad } from './load';
import type { FloorSheet } from './sheet';
import { curveAt } from './warm-up';
import type { WeekStep } from './week';

/** Watched for so long at full power; half an hour is better, ten minutes the least. */
export const RISE_MINUTES = 20;
/** Off, a relay's contacts still pass a suppressor's leak. */
const OFF_VOLTS = 12;

/** Mains between two readings of a day, and the meter: 2 % each way is usual, four times that seldom. */
const MAINS_MOVES = 0.08;

const seen = (id: string, what: string, state: string, yes: string, no: string, source: string): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state,
  predicted: { low: 1, high: 1 },
  tolerance: 0,
  seen: { yes, no },
  source,
});

export interface ProofFacts {
  survey: FloorSurvey;
  sheet: FloorSheet;
  load: FloorLoad;
  contactor: boolean;
  /** What the display should show with the right type set. */
  shows: { low: number; high: number; source: string } | null;
  forecast: Forecast | null;
  limitCelsius: number;
  week: readonly WeekStep[] | null;
}

/** Where the supply is measured: behind a contactor the device switches only its coil. */
const placeOf = (f: ProofFacts): string => (f.contactor ? 'after the contactor' : 'at the heater terminals');

/** It trips, and comes back. */
function groundFaultTest({ sheet, survey, contactor }: ProofFacts): TestPlan {
  // Behind a contactor the mats are guarded by what stands ahead of it.
  const own = sheet.groundFault && !(contactor && survey.groundFault === 'upstream');
  return {
    id: 'ground-fault',
    title: 'Ground-fault trip and reset',
    state: 'heating',
    set: own
      ? 'Call for heat, press test on the device, then reset.'
      : 'Press test on the protective device ahead of it, then reset.',
    must: 'It trips at once, the floor is dead, and after reset it heats again.',
    why: 'A damaged cable in a wet floor is what it is there for.',
    place: 'wall',
    seconds: 90,
    wait: null,
    caution: 'Never bypass a ground-fault device that trips: find out why.',
    measures: [
      seen('trips', 'It trips when tested', 'heating', 'trips', 'stays on', 'every ground-fault device'),
      seen('resets', 'It comes back after reset', 'heating', 'comes back', 'trips again', 'no leak to earth'),
    ],
  };
}

/** Heard and measured, on and off. */
function relayTest(f: ProofFacts): TestPlan {
  const { contactor } = f;
  const supply = f.load.supplyVolts;
  const live = { low: Math.round(supply * (1 - MAINS_MOVES)), high: Math.round(supply * (1 + MAINS_MOVES)) };
  const at = placeOf(f);
  return {
    id: 'relay',
    title: 'Relay on and off',
    state: 'heating',
    set: 'Turn it well above the floor, listen, measure; then well below, listen, measure.',
    must: `It is heard both times; ${at} there is the supply, then nothing.`,
    why: 'A relay that sticks heats without end; one that does not close never heats.',
    place: 'wall',
    seconds: 180,
    wait: null,
    caution: OPEN_BOX_CAUTION,
    measures: [
      seen(
        'heard',
        contactor ? 'The contactor is heard to close and to open' : 'The relay is heard to close and to open',
        'heating',
        'both times',
        'not both',
        'a click each way',
      ),
      {
        id: 'on-volts',
        what: `Heater on, ${at}`,
        quantity: 'volts-ac',
        a: 'HEATER.1',
        b: 'HEATER.2',
        state: 'heating',
        predicted: live,
        tolerance: 3,
        source: `${fixed(supply, 0)} V was measured at the supply`,
      },
      {
        id: 'off-volts',
        what: `Heater off, ${at}`,
        quantity: 'volts-ac',
        a: 'HEATER.1',
        b: 'HEATER.2',
        state: 'off',
        predicted: { low: 0, high: OFF_VOLTS },
        tolerance: 3,
        source: 'an open contact passes a suppressor’s leak at most',
      },
    ],
  };
}

/** Amperes of all mats, and what the device says of them. */
function loadTest({ sheet, load, contactor }: ProofFacts): TestPlan {
  const supply = load.supplyVolts;
  const amps = load.watts / supply;
  const loadMeasures: MeasurePlan[] = [
    {
      id: 'amps',
      what: contactor ? 'Amperes of the mats, after the contactor' : 'Amperes of the mats',
      quantity: 'amps',
      state: 'heating',
      predicted: { low: amps * 0.9, high: amps * 1.06 },
      tolerance: 0.1,
      source: `${fixed(load.watts, 0)} W at ${fixed(supply, 0)} V, cable −5 to +10 % in ohms`,
    },
  ];
  if (sheet.load === 'measured' && !contactor)
    loadMeasures.push({
      id: 'watts',
      what: 'Load the device shows',
      quantity: 'watts',
      state: 'heating',
      predicted: loadBand(load),
      tolerance: 20,
      source: 'nameplates at the measured supply, meter ±10 %',
      optional: true,
    });
  return {
    id: 'load',
    title: 'Load',
    state: 'heating',
    set: 'Call for heat; a clamp round one core of the heater.',
    must: 'The current is that of all mats together.',
    why: 'A mat that is not joined, or joined in series, shows here and nowhere else.',
    place: 'wall',
    seconds: 90,
    wait: null,
    caution: OPEN_BOX_CAUTION,
    measures: loadMeasures,
  };
}

/** What the probe shows before the floor has warmed. */
function probeTest(shows: NonNullable<ProofFacts['shows']>): TestPlan {
  return {
    id: 'probe',
    title: 'What the probe shows',
    state: 'off',
    set: 'Read the floor temperature off the display, before it has heated for long.',
    must: 'It shows what the measured ohms mean for this type.',
    why: 'A wrong type misreads the floor by several kelvin and nothing else gives it away.',
    place: 'wall',
    seconds: 45,
    wait: null,
    measures: [
      {
        id: 'shown',
        what: 'Floor temperature shown',
        quantity: 'celsius',
        state: 'off',
        predicted: { low: shows.low, high: shows.high },
        tolerance: 0.3,
        source: shows.source,
      },
    ],
  };
}

/** How far the probe rises at full power. */
function riseTest(forecast: Forecast): TestPlan {
  const start = forecast.expected[0] ?? 0;
  const rise = (c: Float64Array): number => curveAt(c, RISE_MINUTES) - start;
  return {
    id: 'rise',
    title: `Probe rises in ${RISE_MINUTES} min`,
    state: 'heating',
    set: `Full power for ${RISE_MINUTES} minutes; the display at the start and at the end.`,
    must: `It rises as forecast for this floor.`,
    why: 'The heat arrives where the probe is: right circuit, right place, right build-up.',
    place: 'wall',
    seconds: 60,
    wait: { seconds: RISE_MINUTES * 60, label: 'Floor at full power' },
    measures: [
      {
        id: 'rise',
        what: 'Shown at the end less at the start',
        quantity: 'kelvin',
        state: 'heating',
        predicted: { low: Math.max(0.5, rise(forecast.low) - 0.3), high: rise(forecast.high) + 0.3 },
        tolerance: 0.2,
        source: 'the warm-up model, two standard errors, and a display’s rounding',
      },
    ],
  };
}

/** The limit opens the relay. */
function limitTest(f: ProofFacts): TestPlan {
  const { limitCelsius } = f;
  const at = placeOf(f);
  return {
    id: 'limit',
    title: 'Floor limit holds',
    state: 'heating',
    set: 'While it heats, lower the floor limit under what the probe shows.',
    must: 'The heating stops at once, whatever the room wants.',
    why: 'The covering’s only protection; in the mode “air” it does nothing.',
    place: 'wall',
    seconds: 120,
    wait: null,
    measures: [
      {
        id: 'limit-volts',
        what: `Heater with the limit under the probe, ${at}`,
        quantity: 'volts-ac',
        a: 'HEATER.1',
        b: 'HEATER.2',
        state: 'limited',
        predicted: { low: 0, high: OFF_VOLTS },
        tolerance: 3,
        source: 'the limit must open the relay',
      },
      seen(
        'limit-back',
        `The limit is back at ${fixed(limitCelsius, 0)} °C`,
        'limited',
        'back',
        'not yet',
        'the settings card',
      ),
    ],
  };
}

/** A broken probe stops the heating. */
function openProbeTest(f: ProofFacts): TestPlan {
  const at = placeOf(f);
  return {
    id: 'probe-open',
    title: 'A broken probe stops the heating',
    state: 'probe-open',
    set: 'Supply off and proved dead; one probe core out; supply on, call for heat. Put it back the same way.',
    must: 'It does not heat, and says what is wrong.',
    why: 'Without a probe nobody guards the floor.',
    place: 'wall',
    seconds: 240,
    wait: null,
    caution: 'The probe’s terminals are beside mains: supply off and proved dead each time.',
    measures: [
      {
        id: 'open-volts',
        what: `Heater with the probe open, ${at}`,
        quantity: 'volts-ac',
        a: 'HEATER.1',
        b: 'HEATER.2',
        state: 'probe-open',
        predicted: { low: 0, high: OFF_VOLTS },
        tolerance: 3,
        source: 'an open probe must stop the heating',
      },
    ],
  };
}

/** The next event is the plan’s. */
function weekTest(week: readonly WeekStep[]): TestPlan {
  return {
    id: NEXT_EVENT_TEST,
    title: 'The week on the device',
    state: 'off',
    set: 'Look up today’s next event on the device.',
    must: 'Time and temperature are those of the plan.',
    why: 'A floor forgotten on is a bill.',
    place: 'wall',
    seconds: 45,
    wait: null,
    measures: [
      {
        ...seen('next', 'The next event is the plan’s', 'off', 'the same', 'another', 'the week as planned'),
        check: { kind: 'next-event', events: week },
      },
    ],
  };
}

/** The tests of a floor, in the order one person does them. */
export function floorProof(f: ProofFacts): TestPlan[] {
  const { survey, sheet, shows, forecast, week } = f;
  // Nothing there to test, or nobody has looked yet: a blocker or a question of its own.
  const guarded = sheet.groundFault || survey.groundFault === 'upstream';
  return [
    ...(guarded ? [groundFaultTest(f)] : []),
    relayTest(f),
    loadTest(f),
    ...(shows ? [probeTest(shows)] : []),
    ...(forecast ? [riseTest(forecast)] : []),
    limitTest(f),
    openProbeTest(f),
    ...(week ? [weekTest(week)] : []),
  ];
}
