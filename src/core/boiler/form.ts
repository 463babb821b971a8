/** The survey of a plant as fields, by the part that each is of. */
import type { Field } from '../family/field';
import type { BoilerSurvey } from '../job/boiler-schema';
import { hasCylinder, hasZoneValves } from './parts';
import type { PlantPart } from './plant-layout';

type F = Field<BoilerSurvey>;

const cylinder = (s: BoilerSurvey): boolean => s.plant !== undefined && hasCylinder(s.plant);
const zoned = (s: BoilerSurvey): boolean => s.plant !== undefined && hasZoneValves(s.plant);

const PLANT: F = {
  path: ['plant'],
  label: 'Plant',
  words: {
    combination: 'combination',
    'zone-valves': 'zone valves, cylinder',
    'heating-valves': 'zone valves, heating only',
    'three-port': 'three-port valve, cylinder',
    gravity: 'gravity hot water',
  },
  means: {
    combination: 'No cylinder: heating only is switched.',
    'zone-valves': 'One for the cylinder, one a heating zone.',
    'heating-valves': 'A valve a zone; hot water is made elsewhere.',
    'three-port': 'It needs “hot water off”.',
    gravity: 'No valve: old, and flagged.',
  },
  ask: {
    code: 'plant',
    stop: 'decide',
    about: ['plant'],
    ask: 'What plant is it?',
    how: 'Look for a cylinder, and at the valves beside it: two or more with two ports each, or one with three.',
  },
};

const REGION: F = {
  path: ['region'],
  label: 'Code of the region',
  words: { NA: 'North America', EU: 'Europe', UK: 'UK, Ireland', AU: 'Australia, NZ' },
};

const INPUT: F = {
  path: ['input'],
  label: 'The boiler’s call terminals take',
  words: {
    live: 'switched live',
    'volt-free': 'volt-free, mains',
    'low-voltage': 'extra low voltage',
    bus: 'data bus',
  },
  means: {
    live: '230 V calls it.',
    'volt-free': 'A pair closes the boiler’s own 230 V.',
    'low-voltage': 'A dry pair; mains here would destroy it.',
    bus: 'Two wires set the flow temperature.',
  },
  // How a boiler is called is asked once it is known that there is one and which plant hangs on it.
  askedOnce: (s) => s.plant !== undefined,
  ask: {
    code: 'boiler-input',
    stop: 'decide',
    about: ['point:BOILER.SL'],
    ask: 'What do the boiler’s call terminals take?',
    how: 'The boiler’s own diagram: a switched live, a volt-free pair, an extra-low-voltage pair, or a data bus.',
    decides: ['boiler.control'],
  },
};

const yesNo = (path: string, label: string, yes: string, no: string, help?: string, shown?: F['shown']): F => ({
  path: [path],
  label,
  words: { true: yes, false: no },
  ...(help ? { help } : {}),
  ...(shown ? { shown } : {}),
});

/** What is asked of each part of the drawing. */
export const BOILER_PARTS: Readonly<Record<PlantPart, readonly F[]>> = {
  boiler: [
    INPUT,
    yesNo('permanentLive', 'Permanent live at the boiler', 'there is one', 'none'),
    { path: ['boilerVA'], label: 'Boiler at 230 V', quantity: 'va' },
  ],
  pump: [
    {
      path: ['pump'],
      label: 'The pump is',
      words: { inside: 'in the boiler’s case', outside: 'a part of its own' },
    },
    yesNo('pumpOverrun', 'The boiler runs its pump on', 'it runs on', 'it stops with the boiler'),
    { path: ['pumpVA'], label: 'Pump', quantity: 'va' },
  ],
  valve: [PLANT, { path: ['heatingZones'], label: 'Heating zones', quantity: 'plain', whole: true, shown: zoned }],
  cylinder: [
    PLANT,
    {
      path: ['hotWaterBy'],
      label: 'Hot water is switched by',
      words: { device: 'the new thermostat', timer: 'a timer that stays' },
      shown: cylinder,
    },
  ],
  stat: [PLANT, yesNo('cylinderThermostat', 'Thermostat on the cylinder', 'there is one', 'none', undefined, cylinder)],
  radiators: [
    { ...PLANT, shown: (s) => s.plant === undefined },
    { path: ['emitters'], label: 'Heat goes into', words: { radiators: 'radiators', floor: 'a floor circuit' } },
  ],
  room: [
    {
      path: ['oldRoomThermostat'],
      label: 'Old room thermostat',
      words: {
        none: 'none',
        'in-series': 'still in series',
        joined: 'joined through',
        floating: 'a core left loose',
      },
    },
    {
      path: ['oldRoomThermostats'],
      label: 'How many of them',
      quantity: 'plain',
      whole: true,
      help: 'two in series, one forgotten, is the usual surprise',
    },
  ],
  receiver: [
    {
      path: ['units'],
      label: 'Heating is switched by',
      words: { one: 'one device', 'each-zone': 'a wall unit in each zone' },
      shown: zoned,
    },
    {
      path: ['deviceNeutral'],
      label: 'Neutral at the device',
      words: { landed: 'landed on N, its other end seen', none: 'none there' },
    },
    yesNo('deviceEarth', 'Earth at the device', 'there is one', 'none'),
    yesNo('oldLinks', 'Links inside the old receiver', 'seen', 'none seen'),
    { path: ['spareCores'], label: 'Coiled spare cores on the mains cables', quantity: 'plain', whole: true },
  ],
  spur: [
    REGION,
    {
      path: ['neutral'],
      label: 'Neutral of the spur',
      words: { own: 'its own', shared: 'another circuit’s' },
    },
    yesNo('earth', 'Earth at the spur', 'there is one', 'none'),
    { path: ['fuseAmps'], label: 'Spur fuse', quantity: 'amps', help: '3 A is usual' },
  ],
};

/** What must be known before anything is planned, each asked once. */
export const BOILER_FORM = { groups: [{ title: 'The plant', fields: [PLANT, INPUT] }], rows: [] };

/** An unknown core, by what is read and seen of it. */
export const CORE_FIELDS: readonly F[] = [
  { path: ['idleVolts'], label: 'Nothing calling', quantity: 'volts' },
  { path: ['callVolts'], label: 'Old thermostat calling', quantity: 'volts' },
  { path: ['toNeutralOhms'], label: 'To the neutral bar, dead', quantity: 'ohms' },
  { path: ['toEarthOhms'], label: 'To the earth bar, dead', quantity: 'ohms' },
  {
    path: ['isolation'],
    label: 'Dead for those ohms by',
    words: { 'live-only': 'the live switched off', 'double-pole': 'both poles isolated' },
  },
  {
    path: ['junction'],
    label: 'Its other end, seen in the junction box',
    words: {
      live: 'on live',
      switched: 'on a switched live',
      neutral: 'on neutral',
      earth: 'on earth',
      loose: 'loose',
    },
  },
];
