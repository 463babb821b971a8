/** What a 24 V survey holds: conductors and their ends, jumpers, cables, equipment, accessories, zones, signs. */
import * as z from 'zod';
import { type AnsweredField, byCode } from './answer-fields';
import { longText, many, shortText, size } from './bounds';
import type { MeasuredLeaf } from './measured-leaf';

/** A terminal's letters as printed on the plate: "R", "Y1", "ACC+". */
export const TerminalLabel = z
  .string()
  .min(1)
  .max(8)
  .regex(/^[A-Za-z0-9/+*_-]+$/, 'a terminal is one to eight letters, digits or + - / *');

export const ColourName = z.string().min(1).max(24);

export const EndState = z.enum(['landed', 'loose', 'coiled', 'cut']);

/** What a core ends at where the equipment has splices and no letters. */
export const Meets = z.enum(['transformer-hot', 'transformer-common', 'outdoor-alone', 'outdoor-third', 'fan', 'heat']);

export const ConductorEnd = z.strictObject({
  terminal: TerminalLabel.optional(),
  colour: ColourName,
  state: EndState,
  /** What else sits under the same screw ("outdoor unit", "second thermostat"). */
  shares: shortText.optional(),
  /** At equipment without letters: what it is spliced to. Its terminal is the letter a board would have. */
  meets: Meets.optional(),
});

const CableId = z.enum(['main', 'outdoor']);

const ConductorKept = z.strictObject({
  cable: CableId,
  wall: ConductorEnd.optional(),
  board: ConductorEnd.optional(),
  outdoor: ConductorEnd.optional(),
  /** The sheath it runs in, by a name of the installer's: cores of one sheath run together. */
  sheath: shortText.optional(),
  /** A joint seen or suspected between the ends. */
  splice: shortText.optional(),
});
export const Conductor = ConductorKept.extend({
  /** Resistance of that joint where it was measured; a sound twist is taken otherwise. */
  spliceOhms: z.number().min(0).max(1000).optional(),
});

export const Place = z.enum(['wall', 'board', 'outdoor']);

export const Jumper = z.strictObject({
  place: Place,
  a: TerminalLabel,
  b: TerminalLabel,
  factory: z.boolean().optional(),
});

export const Gauge = z.enum([
  'AWG 14',
  'AWG 16',
  'AWG 18',
  'AWG 20',
  'AWG 22',
  'AWG 24',
  '0.5 mm²',
  '0.75 mm²',
  '1.0 mm²',
  '1.5 mm²',
]);

export const Cable = z.strictObject({
  gauge: Gauge.optional(),
  metres: size(0.1, 500, 'm', 'a cable').optional(),
  cores: z.int().min(1).max(24).optional(),
  /** Runs in one conduit, trunking or bundle with mains. */
  besideMains: z.boolean().optional(),
});

export const Fuel = z.enum(['gas', 'oil', 'propane', 'electric']);
const EquipmentKind = z.enum([
  'furnace',
  'air-handler',
  'hydronic-air-handler',
  'boiler',
  'steam-boiler',
  'air-conditioner',
  'heat-pump',
  'zone-valve',
]);

const RatedPoint = z.strictObject({
  outdoorCelsius: z.number().min(-40).max(40),
  watts: size(50, 100_000, 'W', 'output'),
  cop: z.number().min(0.8).max(10),
});

const EquipmentKept = z.strictObject({
  kind: EquipmentKind.optional(),
  fuel: Fuel.optional(),
  heatStages: z.int().min(0).max(3).optional(),
  coolStages: z.int().min(0).max(2).optional(),
  outdoorUnit: z.enum(['none', 'air-conditioner', 'heat-pump', 'unknown']).optional(),
  /** With heat. */
  fanStartedBy: z.enum(['equipment', 'thermostat']).optional(),
  /** Where Y is landed and G is not: what starts the fan with cooling. */
  fanWithCooling: z.enum(['joined', 'own', 'missing']).optional(),
  transformerVA: size(1, 500, 'VA', 'a transformer').optional(),
  transformers: z.union([z.literal(1), z.literal(2)]).optional(),
  reversingValve: z.enum(['O', 'B']).optional(),
  /** Condensing furnaces cycle less often than older ones. */
  efficiencyPercent: z.number().min(40).max(100).optional(),
  loadVA: many(size(0.05, 200, 'VA', 'a load'), 'loads').optional(),
  /** What a coil takes before it has pulled in, by load, off its label. */
  inrushVA: many(size(0.05, 400, 'VA', 'inrush'), 'loads').optional(),
  /** There is no lettered board: cores end in splices. */
  splicesOnly: z.boolean().optional(),
  /** Screws seen on the board, empty ones too: what is not here does not exist. */
  boardScrews: z.array(TerminalLabel).max(40).optional(),
  /** A second board (zone panel, interface, separate air handler) between thermostat and equipment. */
  secondBoard: shortText.optional(),
  /** The primary tap in use. */
  primaryTapVolts: z.union([z.literal(120), z.literal(208), z.literal(230), z.literal(240)]).optional(),
  /** Changeover dampers on O and B, VA each. */
  damperVA: size(0.05, 60, 'VA', 'a damper').optional(),
  /** Parts of an earlier powering kit found in place. */
  adapter: z.enum(['extender', 'splitter', 'isolating-relay']).optional(),
  /** The equipment is called by a volt-free pair of its own (no 24 V to take). */
  dryPair: z.boolean().optional(),
  /** Where the outdoor temperature comes from. */
  outdoorTemperature: z.enum(['sensor', 'network', 'none']).optional(),
  /** Words off the nameplate as read. */
  nameplate: z.string().max(1000).optional(),
  /** Heat pump ratings at two outdoor temperatures, off the data sheet. */
  pump: z
    .strictObject({ warm: RatedPoint, cold: RatedPoint })
    .refine((p) => p.warm.outdoorCelsius > p.cold.outdoorCelsius, 'the warm point must be warmer than the cold one')
    .optional(),
  /** What the house loses per kelvin, and the outdoor temperature at which it needs no heating. */
  house: z
    .strictObject({
      wattsPerKelvin: size(1, 20_000, 'W/K', 'what the house loses'),
      balanceCelsius: z.number().min(0).max(25),
    })
    .optional(),
  /** Per kWh, one currency. */
  prices: z
    .strictObject({
      electricPerKwh: size(1e-4, 100, '', 'a price'),
      fuelPerKwh: size(1e-4, 100, '', 'a price'),
      fuelEfficiency: z.number().min(0.3).max(1.1),
    })
    .optional(),
});

export const Equipment = EquipmentKept.extend({
  /** The mains measured at the primary tap. */
  mainsVolts: z.number().min(50).max(300).optional(),
});

/** A humidifier, dehumidifier or ventilator that the thermostat is to run. */
export const Accessory = z.strictObject({
  kind: z.enum(['humidifier', 'dehumidifier', 'ventilator']),
  /** own: it brings its own transformer; system: it is fed from the thermostat's R. */
  power: z.enum(['own', 'system']).optional(),
  va: size(0.05, 100, 'VA', 'an accessory').optional(),
  /** Where the return of a fed accessory lands. */
  returns: z.enum(['wall', 'board']).optional(),
  /** A lead of its own transformer found on the system's R or C. */
  tiedTo: z.enum(['R', 'C']).optional(),
  /** reversed: energised means "do not". */
  output: z.enum(['normal', 'reversed']).optional(),
  needsFan: z.boolean().optional(),
  /** What a ventilator moves, in m³/s. */
  flowCubicMetresPerSecond: size(1e-4, 5, 'm³/s', 'a flow').optional(),
});

/** What the accessories' arithmetic needs of the house. */
const Dwelling = z.strictObject({
  floorSquareMetres: size(1, 5000, 'm²', 'floor area').optional(),
  bedrooms: z.int().min(0).max(30).optional(),
  /** U of the glazing, W/m²K: single 5.7, double 2.8, coated double 1.4, triple 0.9. */
  glazingU: z.number().min(0.3).max(7).optional(),
  indoorCelsius: z.number().min(10).max(30).optional(),
});

/** Another thermostat on the same equipment: it opens its zone valve, whose end switch calls for heat. */
export const Zone = z.strictObject({
  name: shortText,
  valveVA: size(0.05, 60, 'VA', 'a valve').optional(),
  /** false: its valve has no end switch and calls nothing. */
  endSwitch: z.boolean().optional(),
});

const YesNo = z.enum(['yes', 'no']);

/** What somebody looked for and found, or did not. */
export const Signs = z.strictObject({
  thickConductors: z.boolean().optional(),
  wireNuts: z.boolean().optional(),
  mainsBox: z.boolean().optional(),
  mainsLabel: shortText.optional(),
  /** A valve with a motor in the pipe of this zone. */
  zoneValves: z.boolean().optional(),
  /** Terminals for a data pair at the board or the outdoor unit. */
  serialControl: z.boolean().optional(),
  /** What a letter of more than one meaning is here; Y: of R, W and Y alone. */
  letterB: z.enum(['common', 'valve']).optional(),
  letterX: z.enum(['common', 'aux', 'fault']).optional(),
  letterY: z.enum(['cooling', 'closes']).optional(),
  /** The core on C at the wall is on C at the board. */
  commonAtBoard: YesNo.optional(),
  /** Of two transformers: whose common C is. */
  commonOf: z.enum(['cool', 'heat']).optional(),
  /** What a way of powering the device needs of the place. */
  kitRoom: YesNo.optional(),
  cableRoute: YesNo.optional(),
  outlet: YesNo.optional(),
  /** Every call ends on a coil or relay. */
  idleCoils: YesNo.optional(),
  spareCore: z.enum(['whole', 'open']).optional(),
});

const OldDevice = z.strictObject({
  batteries: z.boolean().optional(),
  mechanical: z.boolean().optional(),
  twoRows: z.boolean().optional(),
  note: shortText.optional(),
});

/** As it is kept. */
export const SurveyKept = z.strictObject({
  region: z.enum(['NA', 'EU', 'UK', 'AU']).optional(),
  conductors: many(ConductorKept, 'conductors').prefault({}),
  jumpers: many(Jumper, 'jumpers').prefault({}),
  cables: z.strictObject({ main: Cable.prefault({}), outdoor: Cable.prefault({}) }).prefault({}),
  equipment: EquipmentKept.prefault({}),
  seen: Signs.prefault({}),
  old: OldDevice.prefault({}),
  accessories: many(Accessory, 'accessories').prefault({}),
  dwelling: Dwelling.prefault({}),
  zones: many(Zone, 'zones').prefault({}),
  note: longText.optional(),
});

/** With what was measured beside what it is of: as files may write it, and as everything here reads it. */
export const Survey = SurveyKept.extend({
  conductors: many(Conductor, 'conductors').prefault({}),
  equipment: Equipment.prefault({}),
});

export const LOW_VOLTAGE_MEASURED: readonly MeasuredLeaf[] = [
  {
    path: ['equipment', 'mainsVolts'],
    measure: 'mains-volts',
    quantity: 'volts-ac',
    words: 'mains at the primary tap',
  },
  { path: ['conductors', '*', 'spliceOhms'], measure: 'splice-ohms', quantity: 'ohms', words: 'across the joint' },
];

const answerByCode = byCode({
  fuel: ['equipment', 'fuel'],
  'outdoor-unit': ['equipment', 'outdoorUnit'],
  'valve-mode': ['equipment', 'reversingValve'],
  'y-without-g': ['equipment', 'fanWithCooling'],
  'heat-fan': ['equipment', 'fanStartedBy'],
  'b-common': ['seen', 'letterB'],
  'three-wire': ['seen', 'letterY'],
  'x-terminal': ['seen', 'letterX'],
  'common-at-board': ['seen', 'commonAtBoard'],
  'common-of': ['seen', 'commonOf'],
  'spare-core': ['seen', 'spareCore'],
  'kit-room': ['seen', 'kitRoom'],
  'cable-route': ['seen', 'cableRoute'],
  outlet: ['seen', 'outlet'],
  'idle-coils': ['seen', 'idleCoils'],
});

/** Words of answers that their field has others for. */
const OTHER_WORDS = new Map([
  ['heat-fan=own', 'equipment'],
  ['heat-fan=none', 'thermostat'],
]);

/** The field that an answer of older files fills, and with what. */
export function lowVoltageAnswer(code: string, value: string): AnsweredField | null {
  const accessory = /^accessory-power\.(.+)$/.exec(code)?.[1];
  if (accessory !== undefined) return { path: ['accessories', accessory, 'power'], value };
  return answerByCode(code, OTHER_WORDS.get(`${code}=${value}`) ?? value);
}

export type SurveyKept = z.infer<typeof SurveyKept>;
export type Conductor = z.infer<typeof Conductor>;
export type Meets = z.infer<typeof Meets>;
export type ConductorEnd = z.infer<typeof ConductorEnd>;
export type EndState = z.infer<typeof EndState>;
export type Jumper = z.infer<typeof Jumper>;
export type Place = z.infer<typeof Place>;
export type Gauge = z.infer<typeof Gauge>;
export type Survey = z.infer<typeof Survey>;
export type Signs = z.infer<typeof Signs>;
export type Equipment = z.infer<typeof Equipment>;
export type Fuel = z.infer<typeof Fuel>;
export type Accessory = z.infer<typeof Accessory>;
export type Zone = z.infer<typeof Zone>;
