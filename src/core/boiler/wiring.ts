/**
 * Which terminals are to be joined for a plant: the plan, as wires through a numbered wiring centre.
 * Live, neutral and earth are bars; every other net gets a terminal of its own.
 */
import type { Wire } from '../job/boiler-schema';
import {
  boxOf,
  hasPumpPart,
  heatingOutput,
  needsCallRelay,
  type Plant,
  plantParts,
  switchesMains,
  zoneValves,
} from './parts';

/** A net: points that are one piece of copper, by what they carry. */
export interface Net {
  name: string;
  points: string[];
  /** Number of its terminal in the wiring centre, where it was written down; else its place in the list. */
  terminal?: number;
}

/** The number a net's terminal is shown by. */
export const terminalOf = (net: Net, index: number): number => net.terminal ?? index + 1;

/** Nets of the plan. The first three are the bars. Only terminals that exist are named. */
export function planNets(plant: Plant): Net[] {
  const box = boxOf(plant);
  const live: string[] = ['SUPPLY.L', ...(box.powered ? ['RX.L'] : [])];
  const neutral: string[] = ['SUPPLY.N', ...(box.powered ? ['RX.N'] : []), 'BOILER.N'];
  const earth: string[] = ['SUPPLY.E', ...(box.powered ? ['RX.E'] : []), 'BOILER.E'];
  const nets: Net[] = [];
  const call: string[] = [];
  const net = (name: string, ...points: string[]): void => {
    nets.push({ name, points });
  };
  const valves = zoneValves(plant);
  const dryPair = plant.input === 'low-voltage' || plant.input === 'volt-free';
  // A dry output that is to switch mains needs its common linked to L; into a dry input it must not have it.
  if (plant.output !== 'live' && switchesMains(plant)) live.push('RX.COM');
  live.push('BOILER.L');
  const heating = plant.output === 'live' ? `RX.${heatingOutput(0)}` : 'RX.NO';

  if (plant.kind === 'combination') {
    if (plant.input === 'bus' && plant.output !== 'bus') {
      // Nothing to join: the box has no bus, and the truth is missed.
    } else if (plant.input === 'bus') {
      net('bus', 'RX.BUS1', 'BOILER.BUS1');
      net('bus', 'RX.BUS2', 'BOILER.BUS2');
    } else if (dryPair) {
      // A live output has nothing that may touch a dry input: no pair, and the truth is missed.
      if (plant.output !== 'live') {
        net('call pair', 'RX.COM', 'BOILER.CALL1');
        net('call pair', 'RX.NO', 'BOILER.CALL2');
      }
    } else call.push(heating);
  }
  if (plant.kind === 'zone-valves') {
    neutral.push('HW.blue', ...valves.map((v) => `${v}.blue`));
    earth.push('HW.earth', ...valves.map((v) => `${v}.earth`));
    live.push('HW.grey', ...valves.map((v) => `${v}.grey`));
    if (box.hotWater) net('hot water on', 'RX.3', 'CYL.COM');
    net('cylinder calls', 'CYL.CALL', 'HW.brown');
    valves.forEach((v, i) => {
      if (i < box.channels) net(`heating ${i + 1} on`, i === 0 ? heating : `RX.${heatingOutput(i)}`, `${v}.brown`);
    });
    call.push('HW.orange', ...valves.map((v) => `${v}.orange`));
  }
  if (plant.kind === 'three-port') {
    neutral.push('MID.blue');
    earth.push('MID.earth');
    net('heating on', heating, 'MID.white');
    if (box.hotWater) net('hot water on', 'RX.3', 'CYL.COM');
    net('hot water satisfied', ...(box.hotWaterOff ? ['RX.1'] : []), 'CYL.SAT', 'MID.grey');
    call.push('CYL.CALL', 'MID.orange');
  }
  if (plant.kind === 'gravity') {
    if (box.hotWater) net('hot water on', 'RX.3', 'CYL.COM');
    call.push('CYL.CALL');
    if (hasPumpPart(plant)) net('heating on', heating, 'PUMP.L');
  }
  if (call.length > 0) {
    // Valves give a live: a boiler with a dry input is called through a relay's contact.
    if (needsCallRelay(plant)) {
      net('call', ...call, 'RELAY.A1');
      neutral.push('RELAY.A2');
      net('call pair', 'RELAY.COM', 'BOILER.CALL1');
      net('call pair', 'RELAY.NO', 'BOILER.CALL2');
    } else if (plant.input === 'live') net('call', ...call, 'BOILER.SL');
    else net('call', ...call);
  }
  if (hasPumpPart(plant)) {
    neutral.push('PUMP.N');
    earth.push('PUMP.E');
    if (plant.kind !== 'gravity') {
      if (plant.overrun || plant.kind === 'combination') net('pump', 'BOILER.PUMP', 'PUMP.L');
      else nets.find((n) => n.name === 'call')?.points.push('PUMP.L');
    }
  }
  return [
    { name: 'live', points: live },
    { name: 'neutral', points: neutral },
    { name: 'earth', points: earth },
    ...nets,
  ];
}

/** The plan as wires: each net's points to its terminal of the wiring centre, numbered from 1. */
export function planWires(plant: Plant): Wire[] {
  const wires: Wire[] = [];
  planNets(plant).forEach((net, i) => {
    const [first, ...rest] = net.points;
    for (const point of rest)
      wires.push({
        a: first ?? point,
        b: point,
        centre: i + 1,
        ...(COLOURS[net.name] ? { colour: COLOURS[net.name] } : {}),
      });
  });
  return wires;
}

/** Sleeving: what a core carries, whatever its insulation says. */
const COLOURS: Record<string, string> = { live: 'brown', neutral: 'blue', earth: 'green-yellow' };

/** Every point that exists on this plant, for checking what was typed. */
export const pointsOf = (plant: Plant): Set<string> =>
  new Set(plantParts(plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`)));

/** Nets that traced wires make: points joined by whatever path, largest first after the bars. */
export function netsOf(wires: readonly Wire[]): Net[] {
  const group = new Map<string, Set<string>>();
  for (const w of wires) {
    const a = group.get(w.a) ?? new Set([w.a]);
    const b = group.get(w.b) ?? new Set([w.b]);
    if (a === b) continue;
    for (const p of b) {
      a.add(p);
      group.set(p, a);
    }
    for (const p of a) group.set(p, a);
  }
  const bars: [string, string][] = [
    ['SUPPLY.L', 'live'],
    ['SUPPLY.N', 'neutral'],
    ['SUPPLY.E', 'earth'],
  ];
  const sets = [...new Set(group.values())];
  const nameOf = (set: Set<string>): string => bars.find(([p]) => set.has(p))?.[1] ?? [...set].sort()[0] ?? '';
  const rank = (set: Set<string>): number => {
    const i = bars.findIndex(([p]) => set.has(p));
    return i < 0 ? bars.length : i;
  };
  return sets
    .sort((x, y) => rank(x) - rank(y) || nameOf(x).localeCompare(nameOf(y)))
    .map((set) => {
      const noted = wires.find((w) => w.centre !== undefined && set.has(w.a))?.centre;
      return {
        name: nameOf(set),
        points: [...set].sort(),
        ...(noted === undefined ? {} : { terminal: noted }),
      };
    });
}
