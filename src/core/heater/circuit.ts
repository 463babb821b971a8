/**
 * The heaters as they are wired, as a circuit: breaker, supply cable, the device with its one or two poles, load cable,
 * heaters in parallel. It says what a meter reads between any two points in each state.
 */

import { type CircuitElement, CLOSED_OHMS, type Netlist, OPEN_OHMS } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import { meterReading } from '../circuit/solve';
import { between, type Legs, legSource, legsOf } from '../mains/legs';
import type { HeaterLoad } from './load';
import type { Wall } from './roles';
import type { HeaterSheet } from './sheet';
import type { HeaterSurvey } from './survey';

export const HEATER_STATES = [
  { id: 'idle', name: 'not heating' },
  { id: 'heating', name: 'heating' },
  { id: 'off', name: 'breaker off' },
] as const;
export type HeaterStateId = (typeof HEATER_STATES)[number]['id'];

/** Mains moves by this within a day; a meter adds the rest. */
const VOLTS_SHARE = 0.1;
const VOLTS_LEAST = 5;
/** Behind more than this a point floats: a meter shows anything between nothing and the supply. */
const FLOATS_OHMS = 1e5;
const METER_OHMS = 1e7;
const OHMS_SHARE = 0.1;
const LEAD_OHMS = 0.5;
/** Off, a series device leaks through its electronics, A. */
const LEAK_AMPS = 0.015;

export interface HeaterCircuit {
  survey: HeaterSurvey;
  sheet: HeaterSheet;
  load: HeaterLoad;
  wall: Wall;
  contactor: boolean;
}

/** Volts of each leg to earth, of two hots or of hot and neutral. */
export function heaterLegs(wall: Wall): Legs {
  return legsOf(wall.volts ?? 0, wall.told);
}

/** Terminal of a use on the device; null where it has none. */
export const terminalOf = (sheet: HeaterSheet, use: string): string | null =>
  Object.entries(sheet.terminals).find(([, u]) => u === use)?.[0] ?? null;

/** Cores of the supply and of the load as they are meant: both cables, or the two ends of a loop. */
export function coresOf(wall: Wall): { supply: [Point, Point]; load: [Point, Point] } | null {
  if (!wall.supply) return null;
  const s = wall.supply.id;
  // A loop's one core comes from the supply, its other goes on to the heater.
  if (wall.kind === 'two-core')
    return { supply: [`cable.${s}.1`, `cable.${s}.1`], load: [`cable.${s}.2`, `cable.${s}.2`] };
  return wall.load
    ? { supply: [`cable.${s}.1`, `cable.${s}.2`], load: [`cable.${wall.load.id}.1`, `cable.${wall.load.id}.2`] }
    : null;
}

/**
 * The circuit as planned. Earth is the reference. Controls: "L" and "N" the breaker's poles, "heat" the device.
 */
export function heaterNetlist({ survey, sheet, load, wall, contactor }: HeaterCircuit): Netlist | null {
  const cores = coresOf(wall);
  if (!cores) return null;
  const legs = heaterLegs(wall);
  const elements: CircuitElement[] = [];
  const link = (a: string, b: string, ohms = CLOSED_OHMS, name = `${a} to ${b}`): void => {
    if (a !== b) elements.push({ id: `${a}|${b}`, name, a, b, kind: 'link', ohms });
  };
  const contact = (a: string, b: string, control: string): void => {
    const id = `${a}|${b}|${control}`;
    elements.push({
      id,
      name: id,
      a,
      b,
      kind: 'contact',
      closedOhms: CLOSED_OHMS,
      openOhms: OPEN_OHMS,
      by: { control },
      normally: 'open',
    });
  };
  elements.push(legSource('L', 'line.L', 'earth', legs));
  if (legs.N > 0) elements.push(legSource('N', 'line.N', 'earth', legs));
  else link('line.N', 'earth');
  const loop = wall.kind === 'two-core';
  contact('line.L', 'bus.L', 'L');
  // A breaker of one pole leaves the second conductor standing.
  if (survey.breakerPoles === 'two' || legs.N > 0) contact('line.N', 'bus.N', 'N');
  else link('line.N', 'bus.N');
  link('bus.L', cores.supply[0]);
  const on = (use: string): string | null => {
    const t = terminalOf(sheet, use);
    return t === null ? null : `terminal.${t}`;
  };
  const s1 = on('supply-1');
  const l1 = on('load-1');
  const [s2, l2, neutral] = [on('supply-2'), on('load-2'), on('neutral')];
  const heat1 = 'heaters.1';
  const heat2 = 'heaters.2';
  if (s1) link(cores.supply[0], s1);
  if (s1 && l1) contact(s1, l1, 'heat');
  if (l1) link(l1, cores.load[0]);
  if (loop) link('bus.N', heat2);
  else {
    link('bus.N', cores.supply[1]);
    if (s2) link(cores.supply[1], s2);
    if (neutral) link(cores.supply[1], neutral);
    if (s2 && l2) {
      // A twin-pole device breaks both; one with a link through it, only the first.
      if (sheet.poles === 2) contact(s2, l2, 'heat');
      else link(s2, l2);
      link(l2, cores.load[1]);
    } else link(cores.supply[1], cores.load[1]);
  }
  const [first, second] = loop ? [cores.load[0], heat2] : cores.load;
  if (contactor) {
    // Its coil hangs on the device, its own contacts stand between the supply and the heaters.
    link(first, second, load.volts ** 2 / 8, 'contactor coil');
    contact(cores.supply[0], heat1, 'heat');
    if (loop) link('bus.N', heat2);
    else contact(cores.supply[1], heat2, 'heat');
  } else {
    link(first, heat1);
    link(second, heat2);
  }
  for (const u of load.units) {
    link(heat1, `heater.${u.id}.1`);
    link(heat2, `heater.${u.id}.2`);
    elements.push({
      id: `heater:${u.id}`,
      name: u.name,
      a: `heater.${u.id}.1`,
      b: `heater.${u.id}.2`,
      kind: 'load',
      ratedVolts: u.ratedVolts,
      va: u.ratedWatts,
      coil: false,
      runs: u.name,
    });
  }
  return { elements, ground: 'earth', hertz: survey.region === 'NA' ? 60 : 50 };
}

const CONTROLS: Record<HeaterStateId, readonly string[]> = {
  idle: ['L', 'N'],
  heating: ['L', 'N', 'heat'],
  off: [],
};

/** The controls that a state closes. */
export const heaterControls = (state: HeaterStateId): ReadonlySet<string> => new Set(CONTROLS[state]);

/** Every point a probe can touch. */
export function heaterPoints({
  survey,
  sheet,
  wall,
}: {
  survey: HeaterSurvey;
  sheet: HeaterSheet | null;
  wall: Wall;
}): string[] {
  return [
    ...wall.cables.flatMap((c) => [`cable.${c.id}.1`, `cable.${c.id}.2`]),
    ...Object.keys(sheet?.terminals ?? {}).map((t) => `terminal.${t}`),
    ...Object.keys(survey.heaters).flatMap((id) => [`heater.${id}.1`, `heater.${id}.2`]),
    'earth',
  ];
}

export interface Expected {
  low: number;
  high: number;
}

/** What a meter shows of anything with the breaker off, V. */
export const DEAD: Expected = { low: 0, high: VOLTS_LEAST };

/** Volts or ohms a meter may show between two points in a state; null where the wiring does not settle it. */
export function heaterExpects(
  c: HeaterCircuit,
  a: string,
  b: string,
  quantity: 'volts-ac' | 'ohms',
  state: HeaterStateId,
): Expected | null {
  const energised = state !== 'off';
  // Ohms on a live circuit are no reading.
  if (quantity === 'ohms' && energised) return null;
  // Switched off everything is dead, whatever floats.
  if (quantity === 'volts-ac' && !energised) return DEAD;
  const netlist = heaterNetlist(c);
  const read = netlist && between(netlist, heaterControls(state), a, b);
  if (!read) return null;
  if (quantity === 'ohms')
    return read.ohms > FLOATS_OHMS
      ? { low: FLOATS_OHMS, high: Number.POSITIVE_INFINITY }
      : { low: Math.max(0, read.ohms * (1 - OHMS_SHARE) - LEAD_OHMS), high: read.ohms * (1 + OHMS_SHARE) + LEAD_OHMS };
  // What hangs on nothing is pulled down by the meter itself.
  const volts = meterReading(read, METER_OHMS);
  // Its electronics leak through the heaters when off.
  const leak = c.sheet.needs === 'series' && state === 'idle' ? LEAK_AMPS * c.load.parallelOhms : 0;
  return {
    low: Math.max(0, volts * (1 - VOLTS_SHARE) - VOLTS_LEAST / 2),
    high: volts * (1 + VOLTS_SHARE) + VOLTS_LEAST + leak,
  };
}
