/**
 * What stands in a house with a boiler, from what somebody saw there and from the box that was bought: written apart from
 * the product's own parts list. Each box with its outputs and what feeds each, each valve, what calls the boiler.
 */
import type { BoilerSheet } from '../../src/core/boiler/sheet';
import type { BoilerSurvey } from '../../src/core/job/boiler-schema';

/** A receiver, a relay box or a wall unit. */
export interface Box {
  id: string;
  /** It lives on L and N of its own. */
  powered: boolean;
  /** By heating zone from 0: the two terminals that its contact joins. */
  heats: readonly { zone: number; from: string; to: string }[];
  /** Hot water wanted, hot water not wanted: outputs fed from its L. */
  waterOn: boolean;
  waterOff: boolean;
  /** The terminals of a head on two wires of extra low voltage. */
  head: string | null;
}

export interface PlantSpec {
  kind: NonNullable<BoilerSurvey['plant']>;
  /** Two-port valves: "HW", "CH1" …; each has a motor, and a switch at the end of its way. */
  valves: readonly string[];
  threePort: boolean;
  boxes: readonly Box[];
  /** A timer that was there switches hot water. */
  timer: boolean;
  store: boolean;
  /** A thermostat on the store. */
  thermostat: boolean;
  pumpOutside: boolean;
  /** The boiler feeds its pump, and lets it run on. */
  overrun: boolean;
  input: 'live' | 'volt-free' | 'low-voltage' | 'bus';
  /** A relay between the live of the valves and a dry input. */
  relay: boolean;
  fuseAmps: number;
  boilerVA: number;
  pumpVA: number;
}

const letters = (id: string) => ({ l: `${id}.L`, com: `${id}.COM`, no: `${id}.NO` });

/** Heating contacts of one box. A dry one has a pair for its first zone; what comes after is fed from its own live. */
function heatsOf(id: string, sheet: BoilerSheet, zones: readonly number[]): Box['heats'] {
  const { l, com, no } = letters(id);
  return zones.flatMap((zone, i) => {
    if (i >= sheet.channels) return [];
    if (sheet.output === 'live') return [{ zone, from: l, to: `${id}.${4 + i}` }];
    if (i === 0) return [{ zone, from: com, to: no }];
    return sheet.needsNeutral ? [{ zone, from: l, to: `${id}.${4 + i}` }] : [];
  });
}

export function plantSpec(survey: BoilerSurvey, sheet: BoilerSheet): PlantSpec | null {
  const { plant: kind } = survey;
  if (!kind) return null;
  const zoned = kind === 'zone-valves' || kind === 'heating-valves';
  const zones = Array.from({ length: zoned ? (survey.heatingZones ?? 1) : 1 }, (_, z) => z);
  const store = kind === 'zone-valves' || kind === 'three-port' || kind === 'gravity';
  const timer = store && survey.hotWaterBy === 'timer';
  const each = zoned && survey.units === 'each-zone';
  const input = survey.input ?? (sheet.output === 'bus' ? 'bus' : 'live');
  const box = (n: number, of: readonly number[]): Box => {
    const id = n === 0 ? 'RX' : `RX${n + 1}`;
    return {
      id,
      powered: sheet.needsNeutral,
      heats: heatsOf(id, sheet, of),
      waterOn: n === 0 && store && !timer && sheet.hotWater,
      waterOff: n === 0 && store && !timer && sheet.hotWaterOff,
      head: sheet.head === 'wired' ? `HEAD${id.slice(2)}` : null,
    };
  };
  return {
    kind,
    valves: [...(kind === 'zone-valves' ? ['HW'] : []), ...(zoned ? zones.map((z) => `CH${z + 1}`) : [])],
    threePort: kind === 'three-port',
    boxes: each ? zones.map((z) => box(z, [z])) : [box(0, zones)],
    timer,
    store,
    thermostat: store && survey.cylinderThermostat !== false,
    pumpOutside: survey.pump === undefined ? kind !== 'combination' : survey.pump === 'outside',
    overrun: survey.pumpOverrun ?? false,
    input,
    relay: kind !== 'combination' && (input === 'volt-free' || input === 'low-voltage'),
    fuseAmps: survey.fuseAmps ?? 3,
    boilerVA: survey.boilerVA ?? 110,
    pumpVA: survey.pumpVA ?? 55,
  };
}
