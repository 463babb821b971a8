/**
 * The floor as it is wired, as a circuit: supply, device with its relay, contactor, mats, screens and probe. It says
 * what a meter reads between any two points, as a band over everything the surveys leave open (one or two poles
 * switched by relay and breaker, the spread of the ohms).
 */
import { type CircuitElement, CLOSED_OHMS, type Netlist, OPEN_OHMS } from '../circuit/netlist';
import type { FloorCore, FloorSurvey } from '../job/floor-schema';
import { between, type Legs, legSource, legsOf } from '../mains/legs';
import { type FloorLoad, latestOhms, OHMS_BAND, ratedOhms } from './load';
import { floorPointWords } from './points';
import type { FloorSheet } from './sheet';

export const FLOOR_STATES = [
  { id: 'idle', name: 'not heating' },
  { id: 'heating', name: 'heating' },
  { id: 'off', name: 'supply off' },
  { id: 'apart', name: 'off, leads apart' },
] as const;
export type FloorStateId = (typeof FLOOR_STATES)[number]['id'];

/** Mains moves by this within a day; a meter adds the rest. */
const VOLTS_SHARE = 0.1;
const VOLTS_LEAST = 5;
/** Behind more than this a point floats: a meter there shows anything between nothing and the supply. */
const FLOATS_OHMS = 1e5;
/** Two readings of one mat agree within this. */
const OHMS_SHARE = 0.05;
const LEAD_OHMS = 0.5;
/** Electronics of the device lie across its supply: an "open" pair may read this little through them. */
const THROUGH_ELECTRONICS = 2000;
const SOUND_INSULATION = 1e6;
const USUAL_PROBE = 10_000;
/** A thermistor halves or doubles with some 15 K. */
const PROBE_FACTOR = 2.5;
const EARTH = 'supply.E';

export interface FloorCircuit {
  survey: FloorSurvey;
  sheet: FloorSheet | null;
  load: FloorLoad;
  contactor: boolean;
}

/** Every point a probe can touch, "supply.L", "terminal.3", "mat.m1.screen", "probe.2", with its words. */
export function floorPoints(survey: FloorSurvey, sheet: FloorSheet | null): { value: string; label: string }[] {
  return [
    'supply.L',
    'supply.N',
    EARTH,
    ...Object.keys(sheet?.terminals ?? {}).map((t) => `terminal.${t}`),
    ...Object.keys(survey.mats).flatMap((id) => ['1', '2', 'screen'].map((end) => `mat.${id}.${end}`)),
    'probe.1',
    'probe.2',
  ].map((value) => ({ value, label: floorPointWords(survey, value) ?? value }));
}

/** What nobody has looked at and a reading must not depend on, and which end of the ohms' spread is taken. */
interface Variant {
  /** The relay switches both conductors. */
  twoPoles: boolean;
  /** The breaker leaves N standing. */
  neutralStays: boolean;
  share: 'low' | 'middle' | 'high';
}

const VARIANTS: readonly Variant[] = [true, false].flatMap((twoPoles) =>
  [true, false].flatMap((neutralStays) =>
    (['low', 'high'] as const).map((share) => ({ twoPoles, neutralStays, share })),
  ),
);

function netlist(floor: FloorCircuit, v: Variant, apart: boolean, at: Legs): Netlist {
  const { survey, sheet, load } = floor;
  const elements: CircuitElement[] = [];
  const ohms = (a: string, b: string, value: number): void => {
    const id = `${a}|${b}`;
    elements.push({ id, name: id, a, b, kind: 'link', ohms: Math.max(value, CLOSED_OHMS) });
  };
  const contact = (a: string, b: string, control: string): void => {
    const id = `${a}|${b}|${control}`;
    const by = { control };
    elements.push({
      id,
      name: id,
      a,
      b,
      kind: 'contact',
      closedOhms: CLOSED_OHMS,
      openOhms: OPEN_OHMS,
      by,
      normally: 'open',
    });
  };
  for (const leg of ['L', 'N'] as const) {
    if (leg === 'N' && at.N === 0) ohms('line.N', EARTH, CLOSED_OHMS);
    else elements.push(legSource(leg, `line.${leg}`, EARTH, at));
    if (leg === 'N' && v.neutralStays) ohms('line.N', 'supply.N', CLOSED_OHMS);
    else contact(`line.${leg}`, `supply.${leg}`, 'supply');
  }
  const node: Record<FloorCore, string> = {
    L: 'supply.L',
    N: 'supply.N',
    E: EARTH,
    'heater-1': 'lead.1',
    'heater-2': 'lead.2',
    screen: 'screen',
    'probe-1': 'probe.1',
    'probe-2': 'probe.2',
  };
  if (sheet) {
    const at = (core: FloorCore): string =>
      `terminal.${Object.entries(sheet.terminals).find(([, c]) => c === core)?.[0] ?? `none-${core}`}`;
    contact(at('L'), at('heater-1'), 'heat');
    if (v.twoPoles) contact(at('N'), at('heater-2'), 'heat');
    else ohms(at('N'), at('heater-2'), CLOSED_OHMS);
    if (!apart)
      for (const [t, meant] of Object.entries(sheet.terminals))
        ohms(`terminal.${t}`, node[survey.landed[t] ?? meant], CLOSED_OHMS);
  }
  if (!apart && floor.contactor) {
    ohms('lead.1', 'lead.2', load.supplyVolts ** 2 / 5);
    contact('supply.L', 'mats.1', 'heat');
    contact('supply.N', 'mats.2', 'heat');
  } else if (!apart) {
    ohms('lead.1', 'mats.1', CLOSED_OHMS);
    ohms('lead.2', 'mats.2', CLOSED_OHMS);
  }
  const joined = Object.entries(survey.mats).filter(([id]) => !apart && !survey.loose?.includes(id));
  for (const [id, mat] of Object.entries(survey.mats)) {
    const measured = latestOhms(mat);
    const rated =
      mat.ratedVolts === undefined ? null : ratedOhms({ ratedWatts: mat.ratedWatts, ratedVolts: mat.ratedVolts });
    const low = measured === null ? (rated ?? 1) * OHMS_BAND.low : measured * (1 - OHMS_SHARE);
    const high = measured === null ? (rated ?? 1e4) * OHMS_BAND.high : measured * (1 + OHMS_SHARE);
    ohms(`mat.${id}.1`, `mat.${id}.2`, { low, middle: Math.sqrt(low * high), high }[v.share]);
    if (survey.screenEarthed !== false && !apart) ohms(`mat.${id}.screen`, EARTH, CLOSED_OHMS);
    else ohms(`mat.${id}.screen`, EARTH, OPEN_OHMS);
  }
  joined.forEach(([id], i) => {
    const series = survey.joined === 'series';
    const before = joined[i - 1]?.[0];
    ohms(`mat.${id}.1`, series && before !== undefined ? `mat.${before}.2` : 'mats.1', CLOSED_OHMS);
    if (!series || i === joined.length - 1) ohms(`mat.${id}.2`, 'mats.2', CLOSED_OHMS);
  });
  const probe = survey.probe.absent ? OPEN_OHMS : (survey.probe.ohms ?? USUAL_PROBE);
  const factor = { low: 1 / PROBE_FACTOR, middle: 1, high: PROBE_FACTOR }[v.share];
  ohms('probe.1', 'probe.2', Math.min(OPEN_OHMS, probe * factor));
  return { elements, ground: EARTH, hertz: survey.region === 'NA' ? 60 : 50 };
}

/** The circuit in its usual form, for other programs: one pole switched by the device, both by the breaker. */
export function floorNetlist(floor: FloorCircuit, state: FloorStateId): { netlist: Netlist; controls: Set<string> } {
  const usual: Variant = { twoPoles: false, neutralStays: false, share: 'middle' };
  const at = legsOf(floor.load.supplyVolts, floor.load.supply);
  return { netlist: netlist(floor, usual, state === 'apart', at), controls: new Set(CONTROLS[state]) };
}

const CONTROLS: Record<FloorStateId, readonly string[]> = {
  idle: ['supply'],
  heating: ['supply', 'heat'],
  off: [],
  apart: [],
};

export interface Expected {
  low: number;
  high: number;
}

/** Volts and ohms a meter may show between two points in a state; null where the wiring does not settle it. */
export function floorExpects(
  floor: FloorCircuit,
  a: string,
  b: string,
  quantity: 'volts-ac' | 'ohms',
  state: FloorStateId,
): Expected | null {
  const energised = state === 'idle' || state === 'heating';
  // Ohms on a live circuit are no reading.
  if (quantity === 'ohms' && energised) return null;
  const at = legsOf(floor.load.supplyVolts, floor.load.supply);
  const most = at.L + at.N;
  const controls = new Set(CONTROLS[state]);
  const seen: Expected[] = VARIANTS.map((v) => {
    const read = between(netlist(floor, v, state === 'apart', at), controls, a, b);
    if (!read) return { low: 0, high: Number.POSITIVE_INFINITY };
    if (quantity === 'ohms') return { low: read.ohms, high: read.ohms };
    return read.ohms > FLOATS_OHMS ? { low: 0, high: Math.max(most, read.open) } : { low: read.open, high: read.open };
  });
  const low = Math.min(...seen.map((s) => s.low));
  const high = Math.max(...seen.map((s) => s.high));
  if (!Number.isFinite(high)) return null;
  if (quantity === 'ohms') {
    if (low >= THROUGH_ELECTRONICS * 50)
      return { low: state === 'apart' ? SOUND_INSULATION : THROUGH_ELECTRONICS, high: Number.POSITIVE_INFINITY };
    // Open by one account and closed by another: nobody knows.
    if (high > THROUGH_ELECTRONICS * 50) return null;
    return { low: Math.max(0, low - LEAD_OHMS), high: high + LEAD_OHMS };
  }
  // Switched off it is dead, whatever floats.
  if (!energised) return { low: 0, high: VOLTS_LEAST };
  if (high - low > 0.5 * most) return null;
  return { low: Math.max(0, low * (1 - VOLTS_SHARE) - VOLTS_LEAST / 2), high: high * (1 + VOLTS_SHARE) + VOLTS_LEAST };
}
