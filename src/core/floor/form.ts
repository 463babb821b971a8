/** The survey of a floor as fields, by the layer that was touched in its section, and what is asked of each. */
import type { Field } from '../family/field';
import type { FloorSurvey, ProbeType } from '../job/floor-schema';
import { fixed } from '../units/units';
import type { FloorLoad } from './load';
import type { FloorSheet } from './sheet';
import { type ProbeFit, probeName } from './thermistor';

/** Layers of the section that can be touched. */
export type FloorPart = 'room' | 'covering' | 'layer' | 'probe' | 'beneath';

/** What is known beside the survey, which some questions hang on. */
export interface FloorFacts {
  load: FloorLoad | null;
  sheet: FloorSheet | null;
  fits: readonly ProbeFit[];
  type: ProbeType | null;
  /** The mats are switched past the device. */
  contactor: boolean;
}

type F = Field<FloorSurvey>;
type Ask = NonNullable<F['ask']>;

export const NO_FACTS: FloorFacts = { load: null, sheet: null, fits: [], type: null, contactor: false };
const PROBES = ['6.8k', '10k', '12k', '15k', '33k', '47k', '100k'] as const;

const ask = (
  code: string,
  stop: Ask['stop'],
  about: string[],
  words: string,
  how: string,
  more: Partial<Ask> = {},
): Ask => ({
  code,
  stop,
  about,
  ask: words,
  how,
  ...more,
});

const sole = (s: FloorSurvey): boolean => s.purpose === 'sole';
const hasProbe = (s: FloorSurvey): boolean => s.probe.absent !== true;

function roomFields(): F[] {
  return [
    {
      path: ['purpose'],
      label: 'The floor is for',
      words: { comfort: 'warm underfoot', bath: 'a bathroom', sole: 'the only heat', damp: 'keeping it dry' },
      means: {
        comfort: 'The floor is steered; the room has other heating.',
        bath: 'As warm underfoot, up to 33 °C at the surface.',
        sole: 'The room is steered and the floor capped.',
        damp: 'A short warm-up every day in an unheated room.',
      },
      ask: ask(
        'floor-purpose',
        'decide',
        ['floor'],
        'What is the floor for?',
        'Ask the customer; look for other heating in the room.',
        {
          decides: ['floor.sensor', 'floor.minimum', 'window.open', 'damp.guard', 'floor.limit'],
        },
      ),
    },
    {
      path: ['areaSquareMetres'],
      label: 'Heated area',
      quantity: 'area',
      help: 'only where cable lies',
      ask: ask(
        'floor-area',
        'survey',
        ['area'],
        'How large is the heated area?',
        'Only where cable lies: not under a bath or cupboards.',
      ),
    },
    { path: ['roomCelsius'], label: 'Room now', quantity: 'temperature' },
    { path: ['outdoorCelsius'], label: 'Outdoors now', quantity: 'temperature' },
    {
      path: ['lossWattsPerKelvin'],
      label: 'Room loses',
      quantity: 'conductance',
      help: 'heat loss over its temperature difference',
      shown: sole,
    },
    { path: ['designCelsius'], label: 'Coldest outdoors', quantity: 'temperature', shown: sole },
  ];
}

function layerFields(load: FloorLoad | null): Pick<Record<FloorPart, F[]>, 'covering' | 'layer' | 'beneath'> {
  // What the floor is made of matters once there is something to reckon with.
  const modelled = (s: FloorSurvey): boolean =>
    load !== null && load.mats.length > 0 && s.areaSquareMetres !== undefined && s.covering !== undefined;
  return {
    covering: [
      {
        path: ['covering'],
        label: 'Covering',
        means: {
          tile: 'Up to 40 °C at the probe.',
          stone: 'As tile.',
          timber: 'At most 27 °C and 100 W/m².',
          laminate: 'As timber.',
          vinyl: 'As timber.',
          carpet: 'As timber, and it warms slowly.',
        },
        ask: ask(
          'floor-covering',
          'decide',
          ['floor'],
          'What lies on it?',
          'Look, and ask what it will be if it is not laid yet.',
          {
            decides: ['floor.sensor', 'floor.limit'],
          },
        ),
      },
      {
        path: ['coveringLimitCelsius'],
        label: 'Its maker allows',
        quantity: 'temperature',
        help: 'wins over every other limit',
      },
      { path: ['coveringResistance'], label: 'Its resistance, m²K/W', quantity: 'plain' },
    ],
    layer: [
      {
        path: ['build'],
        label: 'The cable lies',
        words: {
          board: 'in adhesive on insulation board',
          concrete: 'in adhesive on bare concrete',
          screed: 'in screed over insulation',
          joists: 'on boards between joists',
        },
        means: {
          board: 'Warms in half an hour.',
          concrete: 'Loses into the concrete; warms slowly.',
          screed: 'Hours to warm, hours to cool.',
          joists: 'Light; loses downwards unless insulated.',
        },
        askedOnce: modelled,
        ask: ask(
          'floor-build',
          'survey',
          ['floor'],
          'What does the cable lie in?',
          'Ask who laid it; look at a doorway or a threshold where the layers show.',
        ),
      },
    ],
    beneath: [
      {
        path: ['beneath'],
        label: 'Below is',
        words: { ground: 'the ground', heated: 'a heated room', unheated: 'an unheated space' },
        means: { ground: 'Always cool.', heated: 'Little is lost downwards.', unheated: 'Cold in winter.' },
        askedOnce: modelled,
        ask: ask('floor-beneath', 'survey', ['floor'], 'What lies beneath the floor?', 'Go down and look, or ask.'),
      },
    ],
  };
}

function probeFields({ fits, type }: FloorFacts): F[] {
  const could = fits.filter((f) => f.fits);
  const fitting = new Map(could.map((f) => [f.type, f]));
  return [
    {
      path: ['probe', 'ohms'],
      label: 'Probe reads',
      quantity: 'ohms',
      help: 'off the device; 12k is taken, and OL',
      askedOnce: hasProbe,
      ask: ask(
        'floor-probe-ohms',
        'survey',
        ['probe'],
        'What does the probe read?',
        'Ohms between its two cores, off the device; and how warm the floor is just then.',
      ),
    },
    {
      path: ['probe', 'floorCelsius'],
      label: 'Floor beside it',
      quantity: 'temperature',
      help: 'by thermometer, or by hand to ±2.5 K',
      askedOnce: (s) => hasProbe(s) && s.probe.ohms !== undefined && !s.probe.type,
      ask: ask(
        'floor-celsius',
        'survey',
        ['probe'],
        'How warm is the floor where the probe lies?',
        'A thermometer on the floor beside it: without it the ohms fit every type.',
      ),
    },
    {
      path: ['probe', 'type'],
      label: 'Printed on it',
      words: Object.fromEntries(PROBES.map((p) => [p, probeName(p)])),
      means: Object.fromEntries(could.map((f) => [f.type, `It would show ${fixed(f.celsius, 1)} °C now.`])),
      askedOnce: () => type === null && could.length > 1,
      ask: ask(
        'floor-probe',
        'survey',
        ['probe'],
        `The probe could be ${could.map((f) => probeName(f.type)).join(' or ')}. Which is printed on it?`,
        'Its bag or the device’s sheet; or lay a thermometer on the floor beside it for ten minutes and put that temperature in.',
        { decides: ['probe.type'], among: PROBES.filter((p) => fitting.has(p)) },
      ),
    },
    {
      path: ['probe', 'place'],
      label: 'It lies',
      words: { between: 'midway between two runs', across: 'on or across the cable' },
    },
  ];
}

/** What is asked of each layer. */
export const floorParts = (facts: FloorFacts): Readonly<Record<FloorPart, readonly F[]>> => ({
  room: roomFields(),
  ...layerFields(facts.load),
  probe: probeFields(facts),
});

/** What is asked of the supply and of what stood there. */
export const floorSupply = ({ sheet, load, contactor }: FloorFacts): readonly F[] => [
  {
    path: ['supplyVolts'],
    label: 'Supply, measured',
    quantity: 'volts',
    ask: ask(
      'floor-supply',
      'survey',
      ['supply'],
      'What is the supply?',
      'Volts between the two supply cores, with a proved tester.',
    ),
  },
  { path: ['firstToEarth'], label: 'First supply core to earth', quantity: 'volts' },
  {
    path: ['secondToEarth'],
    label: 'Second supply core to earth',
    quantity: 'volts',
    askedOnce: () => load?.supply.is === 'open',
    ask: ask(
      'floor-to-earth',
      'survey',
      ['supply'],
      'What does each supply core read to earth?',
      'It could be more than one kind of supply. A neutral reads next to nothing to earth, a hot or live core does not.',
    ),
  },
  { path: ['breakerAmps'], label: 'Breaker', quantity: 'amps' },
  { path: ['breakerPoles'], label: 'Its breaker opens', words: { one: 'one pole', two: 'both poles' } },
  { path: ['wire'], label: 'Supply cable' },
  { path: ['aluminium'], label: 'Its conductors are aluminium' },
  { path: ['slackMillimetres'], label: 'Slack on the conductors', quantity: 'slack' },
  {
    path: ['region'],
    label: 'Code of the region',
    words: { NA: 'North America', EU: 'Europe', UK: 'UK, Ireland', AU: 'Australia, NZ' },
  },
  {
    path: ['groundFault'],
    label: 'Ground-fault protection ahead of the device',
    words: { upstream: 'yes', none: 'none' },
    means: { upstream: 'Its test is part of the proof.', none: 'One has to be fitted first.' },
    // A device's own protection guards what passes through it: behind a contactor the mats are not.
    askedOnce: () => sheet !== null && load !== null && (!sheet.groundFault || contactor),
    ask: ask(
      'floor-ground-fault',
      'decide',
      ['supply'],
      'Is there ground-fault protection ahead of it?',
      `${contactor ? 'The contactor carries the mats past the device’s own protection.' : `${sheet?.name ?? 'The device'} has none of its own.`} Look for a test button on its breaker or at the board.`,
    ),
  },
  {
    path: ['old'],
    label: 'Old thermostat',
    words: { none: 'none', mechanical: 'with a knob', electronic: 'electronic' },
  },
  { path: ['screenEarthed'], label: 'Every cable screen is on earth' },
];

/** How the mats are joined: asked where there are several and nobody read them together. */
export const matsJoined = ({ load, sheet }: FloorFacts): F => ({
  path: ['joined'],
  label: 'The mats are joined',
  words: { parallel: 'in parallel', series: 'in series' },
  means: {
    parallel: sheet?.settings.some((x) => x.setting === 'load.watts' || x.setting === 'load.metering')
      ? 'Each has the whole supply.'
      : 'Each has the whole supply, as it is planned: nothing else changes.',
    series: 'They share it and hardly warm.',
  },
  askedOnce: (s) => load !== null && load.mats.length > 1 && s.togetherOhms === undefined,
  ask: ask(
    'floor-joined',
    'survey',
    ['mats'],
    'How are the mats joined?',
    `Ohms of all together: ${fixed(load?.parallelOhms ?? 0, 1)} Ω in parallel, ${fixed(load?.seriesOhms ?? 0, 0)} Ω in series.`,
    { decides: ['load.watts', 'load.metering'] },
  ),
});
