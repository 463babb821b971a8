/** The survey of line-voltage heaters as fields. */
import type { Rows, SurveyForm } from '../family/field';
import type { HeaterSurvey } from './survey';

const CABLES: Rows<HeaterSurvey> = {
  at: 'cables',
  title: 'Cables in the box',
  one: 'cable',
  fresh: {},
  fields: [
    { path: ['name'], label: 'Called' },
    { path: ['liveVolts'], label: 'Supply on, between its cores', quantity: 'volts' },
    { path: ['firstToEarth'], label: 'First core to earth', quantity: 'volts' },
    { path: ['secondToEarth'], label: 'Second core to earth', quantity: 'volts' },
    { path: ['ohms'], label: 'Dead, between its cores', quantity: 'ohms' },
    { path: ['megohms'], label: 'Dead, to earth', quantity: 'megohms' },
    {
      path: ['traced'],
      label: 'Traced as',
      words: { supply: 'the supply', load: 'to the heaters', onward: 'on to another heater' },
    },
  ],
};

const UNITS: Rows<HeaterSurvey> = {
  at: 'heaters',
  title: 'Heaters on this device',
  one: 'heater',
  fresh: {},
  fields: [
    { path: ['name'], label: 'Called' },
    { path: ['ratedWatts'], label: 'Nameplate watts', quantity: 'watts' },
    { path: ['ratedVolts'], label: 'Nameplate volts', quantity: 'volts' },
    { path: ['ohms'], label: 'Ohms at the heater, dead', quantity: 'ohms' },
    {
      path: ['kind'],
      label: 'It is a',
      words: {
        baseboard: 'baseboard',
        convector: 'convector',
        radiant: 'radiant panel',
        fan: 'fan heater',
        foil: 'ceiling foil',
      },
    },
  ],
};

export const HEATER_FORM: SurveyForm<HeaterSurvey> = {
  rows: [CABLES, UNITS],
  groups: [
    {
      title: 'Supply',
      fields: [
        {
          path: ['breakerAmps'],
          label: 'Breaker',
          quantity: 'amps',
          ask: ask('heater-breaker', 'survey', 'How many amperes has its breaker?', 'On its lever, at the board.'),
        },
        {
          path: ['region'],
          label: 'Code of the region',
          words: { NA: 'North America', EU: 'Europe', UK: 'UK, Ireland', AU: 'Australia, NZ' },
          means: {
            NA: '80 % of a rating, continuous; 240 V is two hots.',
            EU: '230 V, live and neutral.',
            UK: '230 V, live and neutral.',
            AU: '230 V, live and neutral.',
          },
          ask: ask(
            'heater-region',
            'survey',
            'Which code holds here?',
            'It says what a breaker carries for hours, and whether a neutral is usual.',
          ),
        },
        { path: ['breakerPoles'], label: 'Its breaker breaks', words: { one: 'one pole', two: 'both poles' } },
        {
          path: ['groundFault'],
          label: 'Ground-fault protection ahead',
          words: { upstream: 'yes', none: 'none' },
          means: { upstream: 'Its test is part of the proof.', none: 'Bathrooms want one.' },
          shown: (s) => s.place === 'bathroom' || s.place === 'wet-zone' || s.groundFault !== undefined,
          ask: ask(
            'heater-ground-fault',
            'decide',
            'Is there ground-fault protection ahead of it?',
            'A test button on its breaker, or at the board.',
          ),
        },
        {
          path: ['wire'],
          label: 'The cable is',
          ask: ask(
            'heater-wire',
            'survey',
            'How thick is the cable?',
            'Printed on its sheath; or by a gauge on one parted core, dead.',
          ),
          means: {
            'AWG 14': '15 A.',
            'AWG 12': '20 A.',
            'AWG 10': '30 A.',
            'AWG 8': '40 A.',
            '1.5 mm²': '16 A.',
            '2.5 mm²': '20 A.',
            '4 mm²': '25 A.',
            '6 mm²': '32 A.',
          },
        },
        { path: ['aluminium'], label: 'The cores are aluminium' },
        {
          path: ['switching'],
          label: 'The load is switched by',
          words: { direct: 'the device', contactor: 'a contactor' },
        },
        { path: ['secondDevice'], label: 'Another thermostat is on the same heaters' },
      ],
    },
    {
      title: 'Where it hangs',
      fields: [
        { path: ['boxMillimetres'], label: 'Depth of the box', quantity: 'slack' },
        {
          path: ['place'],
          label: 'The room',
          words: { dry: 'is dry', bathroom: 'is a bathroom', 'wet-zone': 'within reach of bath or shower' },
        },
        {
          path: ['mounting'],
          label: 'The thermostat hangs',
          words: {
            good: 'on an inside wall, 1.5 m up',
            'above-heater': 'above a heater',
            draught: 'in a draught',
            'outer-wall': 'on an outer wall',
            sun: 'in the sun',
          },
        },
        {
          path: ['old'],
          label: 'Old thermostat',
          words: { none: 'none', mechanical: 'with a knob', electronic: 'electronic' },
        },
      ],
    },
    {
      title: 'The room',
      fields: [
        { path: ['areaSquareMetres'], label: 'Floor area', quantity: 'area' },
        { path: ['lossWattsPerKelvin'], label: 'It loses', quantity: 'conductance' },
        { path: ['roomCelsius'], label: 'It is now', quantity: 'temperature' },
        { path: ['wantedCelsius'], label: 'It is to be', quantity: 'temperature' },
        { path: ['outdoorCelsius'], label: 'Outdoors now', quantity: 'temperature' },
        { path: ['designCelsius'], label: 'Coldest outdoors', quantity: 'temperature' },
      ],
    },
  ],
};

function ask(
  code: string,
  stop: 'survey' | 'decide',
  words: string,
  how: string,
): { code: string; stop: 'survey' | 'decide'; ask: string; how: string; about: string[] } {
  return { code, stop, ask: words, how, about: ['supply'] };
}
