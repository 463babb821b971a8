/** What a 24 V survey holds beside its conductors, as fields: the cable, the equipment, the old device, what was seen. */
import { type Field, type Rows, valueAt } from '../family/field';
import type { Survey } from '../job/survey-schema';
import { terminalLabel } from '../survey/terminals.data';
import * as QUESTIONS from './system-questions';

const { fuelQuestion, outdoorQuestion } = QUESTIONS;
type F = Field<Survey>;

const words = (answers: readonly { value: string; label: string }[]): Record<string, string> =>
  Object.fromEntries(answers.map((a) => [a.value, a.label.toLowerCase()]));

export const CABLE_FIELDS: readonly F[] = [
  {
    path: ['region'],
    label: 'Region',
    words: { NA: 'North America', UK: 'Britain', EU: 'Europe', AU: 'Australia' },
  },
  { path: ['cables', 'main', 'gauge'], label: 'Conductor size' },
  {
    path: ['cables', 'main', 'metres'],
    label: 'Run',
    quantity: 'metres',
    help: '18 gauge, 15 m is assumed until noted',
  },
  { path: ['cables', 'main', 'cores'], label: 'Cores in its sheath', quantity: 'plain', whole: true },
  {
    path: ['cables', 'outdoor', 'metres'],
    label: 'Run to the outdoor unit',
    quantity: 'metres',
    shown: (s) => Object.values(s.conductors).some((c) => c.cable === 'outdoor'),
  },
];

/** Whether a core is landed on one of some letters, at either end. */
const landedOn =
  (...letters: string[]) =>
  (s: Survey): boolean =>
    Object.values(s.conductors).some((c) =>
      [c.wall, c.board].some((end) => end?.state === 'landed' && letters.includes(end.terminal ?? '')),
    );
const onY = landedOn('Y', 'Y1');
const onG = landedOn('G');

export const SEEN_FIELDS: readonly F[] = [
  {
    path: ['seen', 'letterB'],
    label: 'B is',
    words: { common: 'the common', valve: 'the reversing valve' },
    shown: landedOn('B'),
  },
  {
    path: ['seen', 'letterX'],
    label: 'X is',
    words: { common: 'the common', aux: 'auxiliary heat', fault: 'a lamp or fault' },
    shown: landedOn('X'),
  },
  {
    path: ['seen', 'letterY'],
    label: 'Y beside R and W alone is',
    words: { cooling: 'cooling', closes: 'what closes a zone valve' },
    shown: (s) => landedOn('Y')(s) && !onG(s) && !landedOn('C')(s),
  },
  {
    path: ['seen', 'commonAtBoard'],
    label: 'The core on C at the wall is on C at the board',
    words: { yes: 'yes', no: 'no' },
    shown: landedOn('C'),
  },
  {
    path: ['seen', 'commonOf'],
    label: 'Of two transformers, C belongs to',
    words: { cool: 'that of cooling', heat: 'that of heating' },
    shown: landedOn('Rc'),
  },
  {
    path: ['seen', 'spareCore'],
    label: 'The spare core',
    words: { whole: 'is whole', open: 'is open' },
    shown: (s) => s.seen.spareCore !== undefined,
  },
  { path: ['seen', 'zoneValves'], label: 'A motor valve in the pipe of this zone' },
  { path: ['seen', 'serialControl'], label: 'A data pair at board or outdoor unit' },
  { path: ['seen', 'thickConductors'], label: 'Thick conductors' },
  { path: ['seen', 'wireNuts'], label: 'Wire nuts' },
  { path: ['seen', 'mainsBox'], label: 'A mains box' },
];

export const OLD_FIELDS: readonly F[] = [
  { path: ['old', 'batteries'], label: 'Ran on batteries' },
  { path: ['old', 'mechanical'], label: 'Mechanical, with switches' },
  { path: ['old', 'twoRows'], label: 'Letters in two rows' },
  { path: ['old', 'note'], label: 'What it was' },
];

const pump = (s: Survey): boolean => s.equipment.outdoorUnit === 'heat-pump';

export const NAMEPLATE_FIELDS: readonly F[] = [
  {
    path: ['equipment', 'kind'],
    label: 'What makes the heat',
    only: ['furnace', 'boiler', 'steam-boiler', 'zone-valve', 'hydronic-air-handler'],
    words: {
      furnace: 'furnace',
      boiler: 'boiler',
      'steam-boiler': 'steam boiler',
      'zone-valve': 'zone valve',
      'hydronic-air-handler': 'hot-water air handler',
    },
  },
  { path: ['equipment', 'fuel'], label: 'Fuel', words: words(fuelQuestion.answers) },
  {
    path: ['equipment', 'outdoorUnit'],
    label: 'Outdoor unit',
    only: ['none', 'air-conditioner', 'heat-pump'],
    words: { ...words(outdoorQuestion.answers), none: 'none' },
  },
  {
    path: ['equipment', 'reversingValve'],
    label: 'Its valve is energised in',
    words: { O: 'cooling (O)', B: 'heating (B)' },
    shown: pump,
  },
  {
    path: ['equipment', 'fanStartedBy'],
    label: 'With a heat call the fan was seen started by',
    words: { equipment: 'the equipment', thermostat: 'only the thermostat' },
    shown: (s) => (s.equipment.fuel === 'electric' || s.equipment.kind === 'hydronic-air-handler') && !pump(s),
  },
  {
    path: ['equipment', 'fanWithCooling'],
    label: 'With cooling the fan is started by',
    words: { joined: 'a link from Y to G', own: 'the air handler itself', missing: 'nothing' },
    shown: (s) => onY(s) && !onG(s),
  },
  { path: ['equipment', 'transformerVA'], label: 'Transformer', quantity: 'va', help: '40 VA assumed' },
  {
    path: ['equipment', 'efficiencyPercent'],
    label: 'Efficiency, %',
    quantity: 'plain',
    help: '90 and up: condensing',
  },
];

export const MORE_FIELDS: readonly F[] = [
  {
    path: ['equipment', 'boardScrews'],
    label: 'Screws on the board, empty ones too',
    help: 'R C W Y G … : what is not there is never planned',
    spelt: terminalLabel,
  },
  {
    path: ['equipment', 'nameplate'],
    label: 'Words off the nameplate',
    help: '“heat pump”, “cooling only”, “40 VA”, the fuel: read and used',
  },
  {
    path: ['equipment', 'secondBoard'],
    label: 'A second board, where',
    help: 'zone panel, interface, separate air handler',
  },
  {
    path: ['equipment', 'primaryTapVolts'],
    label: 'Primary tap in use',
    words: { 120: '120 V', 208: '208 V', 230: '230 V', 240: '240 V' },
  },
  {
    path: ['equipment', 'adapter'],
    label: 'Part of an earlier powering kit',
    words: { extender: 'extender module', splitter: 'splitter pair', 'isolating-relay': 'isolating relay' },
  },
  {
    path: ['equipment', 'outdoorTemperature'],
    label: 'Outdoor temperature comes from',
    words: { sensor: 'a wired sensor', network: 'the network', none: 'nowhere' },
  },
  {
    path: ['equipment', 'inrushVA', 'cool1'],
    label: 'Contactor pulling in',
    quantity: 'va',
    help: '35 VA assumed',
  },
  { path: ['equipment', 'mainsVolts'], label: 'Mains at the transformer', quantity: 'volts' },
  {
    path: ['equipment', 'damperVA'],
    label: 'Changeover damper, each',
    quantity: 'va',
    help: 'only where O and B drive dampers',
  },
  { path: ['equipment', 'dryPair'], label: 'Called by a volt-free pair of its own, no 24 V' },
  { path: ['cables', 'main', 'besideMains'], label: 'The cable runs with mains in one conduit or bundle' },
];

/** Fields that a question asks for while nobody filled them. */
const ASKED: ReadonlySet<string> = new Set([
  ...Object.values(QUESTIONS).map((q) => q.field?.join('.') ?? ''),
  'seen.spareCore',
]);

/** Those of a survey that somebody filled. */
export const answeredFields = (survey: Survey): F[] =>
  [...NAMEPLATE_FIELDS, ...SEEN_FIELDS].filter(
    ({ path }) => ASKED.has(path.join('.')) && valueAt(survey, path) !== undefined,
  );

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const fed =
  (power: 'own' | 'system') =>
  (row: Record<string, unknown>): boolean =>
    row.power === power;
const is =
  (kind: string) =>
  (row: Record<string, unknown>): boolean =>
    row.kind === kind;
const has =
  (kind: string) =>
  (s: Survey): boolean =>
    Object.values(s.accessories).some((a) => a.kind === kind);

/** Humidifier, dehumidifier, ventilator. */
export const ACCESSORY_ROWS: Rows<Survey> = {
  at: 'accessories',
  title: 'Accessories',
  one: 'accessory',
  about: 'accessory',
  fresh: {},
  sorts: ['humidifier', 'dehumidifier', 'ventilator'].map((kind) => ({ label: capital(kind), fresh: { kind } })),
  called: (row) => (typeof row.kind === 'string' ? capital(row.kind) : 'Accessory'),
  fields: [
    {
      path: ['power'],
      label: 'Its power comes from',
      words: { own: 'its own transformer', system: 'R of this equipment' },
    },
    {
      path: ['returns'],
      label: 'Its return lands',
      words: { wall: 'on C at the wall', board: 'on C at the board' },
      inRow: fed('system'),
    },
    {
      path: ['tiedTo'],
      label: 'A lead of its transformer was found on',
      none: 'neither R nor C',
      inRow: fed('own'),
    },
    {
      path: ['output'],
      label: 'It dries when its input is',
      words: { normal: 'on', reversed: 'off (reversed)' },
      usual: 'normal',
      inRow: is('dehumidifier'),
    },
    {
      path: ['needsFan'],
      label: 'It works',
      words: { true: 'in the air of the system fan', false: 'in air of its own' },
      usual: 'true',
    },
    { path: ['va'], label: 'Load', quantity: 'va' },
    { path: ['flowCubicMetresPerSecond'], label: 'Moves', quantity: 'flow', inRow: is('ventilator') },
  ],
};

/** The house behind the accessories' arithmetic. */
export const DWELLING_FIELDS: readonly F[] = [
  {
    path: ['dwelling', 'glazingU'],
    label: 'Glazing U, W/m²K',
    quantity: 'plain',
    help: 'single 5.7, double 2.8, coated 1.4',
    shown: has('humidifier'),
  },
  { path: ['dwelling', 'floorSquareMetres'], label: 'Floor', quantity: 'area', shown: has('ventilator') },
  { path: ['dwelling', 'bedrooms'], label: 'Bedrooms', quantity: 'plain', whole: true, shown: has('ventilator') },
];

/** The other thermostats on this equipment: each counts when all call at once. */
export const ZONE_ROWS: Rows<Survey> = {
  at: 'zones',
  title: 'Other thermostats on this equipment',
  one: 'thermostat',
  about: 'zone',
  fresh: {},
  byName: { label: 'Add one, by its place', hint: 'each counts on the transformer when all call at once' },
  fields: [
    { path: ['valveVA'], label: 'Its valve', quantity: 'va', help: '6.5 VA assumed' },
    {
      path: ['endSwitch'],
      label: 'The valve has',
      words: { true: 'an end switch', false: 'none, and calls nothing' },
      usual: 'true',
    },
  ],
};
