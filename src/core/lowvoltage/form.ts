/** What a 24 V survey holds beside its conductors, as fields: the cable, the equipment, the old device, what was seen. */
import type { Field } from '../family/field';
import type { Survey } from '../job/survey-schema';
import { fuelQuestion, outdoorQuestion } from './system-questions';

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

export const SEEN_FIELDS: readonly F[] = [
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
