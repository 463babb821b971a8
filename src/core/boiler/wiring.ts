/**
 * Which terminals are to be joined for a plant: the plan, as wires through a numbered wiring centre.
 * Live, neutral and earth are bars; every other net gets a terminal of its own.
 */
import type { Point } from '../circuit/point';
import type { Wire } from '../job/boiler-schema';
import {
  allValves,
  boxOf,
  hasCylinderStat,
  hasPumpPart,
  hasZoneValves,
  heatPoint,
  hotWaterOffPoint,
  hotWaterOnPoint,
  needsCallRelay,
  type Plant,
  plantParts,
  switchesMains,
  units,
  zoneValves,
} from './parts';

/** A net: points that are one piece of copper, by what they carry. */
export interface Net {
  name: string;
  points: Point[];
  /** Number of its terminal in the wiring centre, where it was written down; else its place in the list. */
  terminal?: number;
}

/** The number a net's terminal is shown by. */
export const terminalOf = (net: Net, index: number): number => net.terminal ?? index + 1;

/** The bars, and what the plan adds to them. */
class Plan {
  readonly live: Point[] = ['SUPPLY.L'];
  readonly neutral: Point[] = ['SUPPLY.N'];
  readonly earth: Point[] = ['SUPPLY.E'];
  /** What calls the boiler. */
  readonly call: Point[] = [];
  readonly nets: Net[] = [];

  net(name: string, ...points: Point[]): void {
    this.nets.push({ name, points });
  }
}

/** Nets of the plan. The first three are the bars. Only terminals that exist are named. */
export function planNets(plant: Plant): Net[] {
  const plan = new Plan();
  bars(plant, plan);
  if (plant.kind === 'combination') combination(plant, plan);
  else if (hasZoneValves(plant.kind)) zoned(plant, plan);
  else if (plant.kind === 'three-port') threePort(plant, plan);
  else gravity(plant, plan);
  callBoiler(plant, plan);
  pump(plant, plan);
  for (const [i, unit] of plant.roomPair ? units(plant).entries() : []) {
    plan.net('room pair', `${unit}.R1`, `HEAD${i > 0 ? i + 1 : ''}.1`);
    plan.net('room pair', `${unit}.R2`, `HEAD${i > 0 ? i + 1 : ''}.2`);
  }
  return [
    { name: 'live', points: plan.live },
    { name: 'neutral', points: plan.neutral },
    { name: 'earth', points: plan.earth },
    ...plan.nets,
  ];
}

function bars(plant: Plant, { live, neutral, earth }: Plan): void {
  for (const unit of boxOf(plant).powered ? units(plant) : []) {
    live.push(`${unit}.L`);
    neutral.push(`${unit}.N`);
    earth.push(`${unit}.E`);
  }
  neutral.push('BOILER.N');
  earth.push('BOILER.E');
  // A dry output that is to switch mains needs its common linked to L; into a dry input it must not have it.
  if (plant.output !== 'live' && switchesMains(plant)) live.push(...units(plant).map((u): Point => `${u}.COM`));
  live.push('BOILER.L');
  if (plant.timer) {
    live.push('TIMER.L');
    neutral.push('TIMER.N');
  }
  for (const v of allValves(plant)) {
    neutral.push(`${v}.blue`);
    earth.push(`${v}.earth`);
    live.push(`${v}.grey`);
  }
}

function combination(plant: Plant, plan: Plan): void {
  if (plant.input === 'bus') {
    // Without a bus in the box there is nothing to join, and the truth is missed.
    if (plant.output !== 'bus') return;
    plan.net('bus', 'RX.BUS1', 'BOILER.BUS1');
    plan.net('bus', 'RX.BUS2', 'BOILER.BUS2');
  } else if (plant.input === 'low-voltage' || plant.input === 'volt-free') {
    // A live output has nothing that may touch a dry input: no pair, and the truth is missed.
    if (plant.output === 'live') return;
    plan.net('call pair', 'RX.COM', 'BOILER.CALL1');
    plan.net('call pair', 'RX.NO', 'BOILER.CALL2');
  } else plan.call.push(heatPoint(plant, 0));
}

/** Hot water's live to the part that it sets going: through the cylinder thermostat where there is one. */
function hotWaterTo(plant: Plant, plan: Plan, end: Point): void {
  const on = hotWaterOnPoint(plant);
  if (!hasCylinderStat(plant)) {
    if (on) plan.net('hot water on', on, end);
    return;
  }
  if (on) plan.net('hot water on', on, 'CYL.COM');
  plan.net('cylinder calls', 'CYL.CALL', end);
}

function zoned(plant: Plant, plan: Plan): void {
  if (plant.kind === 'zone-valves') hotWaterTo(plant, plan, 'HW.brown');
  const own = new Set(plantParts(plant).flatMap((p) => p.terminals.map((t) => `${p.id}.${t}`)));
  zoneValves(plant).forEach((v, i) => {
    const from = heatPoint(plant, i);
    if (own.has(from)) plan.net(`heating ${i + 1} on`, from, `${v}.brown`);
  });
  plan.call.push(...allValves(plant).map((v): Point => `${v}.orange`));
}

function threePort(plant: Plant, plan: Plan): void {
  plan.neutral.push('MID.blue');
  plan.earth.push('MID.earth');
  plan.net('heating on', heatPoint(plant, 0), 'MID.white');
  const off = hotWaterOffPoint(plant);
  const stat = hasCylinderStat(plant);
  const on = hotWaterOnPoint(plant);
  if (stat && on) plan.net('hot water on', on, 'CYL.COM');
  const satisfied: Point[] = [...(off ? [off] : []), ...(stat ? (['CYL.SAT'] as const) : []), 'MID.grey'];
  plan.net('hot water satisfied', ...satisfied);
  const called: Point | null = stat ? 'CYL.CALL' : on;
  plan.call.push(...(called ? [called] : []), 'MID.orange');
}

function gravity(plant: Plant, plan: Plan): void {
  const on = hotWaterOnPoint(plant);
  if (hasCylinderStat(plant)) {
    if (on) plan.net('hot water on', on, 'CYL.COM');
    plan.call.push('CYL.CALL');
  } else if (on) plan.call.push(on);
  if (hasPumpPart(plant)) plan.net('heating on', heatPoint(plant, 0), 'PUMP.L');
}

/** Valves give a live: a boiler with a dry input is called through a relay's contact. */
function callBoiler(plant: Plant, plan: Plan): void {
  const { call } = plan;
  if (call.length === 0) return;
  if (needsCallRelay(plant)) {
    plan.net('call', ...call, 'RELAY.A1');
    plan.neutral.push('RELAY.A2');
    plan.net('call pair', 'RELAY.COM', 'BOILER.CALL1');
    plan.net('call pair', 'RELAY.NO', 'BOILER.CALL2');
  } else plan.net('call', ...call, ...(plant.input === 'live' ? (['BOILER.SL'] as const) : []));
}

function pump(plant: Plant, plan: Plan): void {
  if (!hasPumpPart(plant)) return;
  plan.neutral.push('PUMP.N');
  plan.earth.push('PUMP.E');
  if (plant.kind === 'gravity') return;
  if (plant.overrun || plant.kind === 'combination') plan.net('pump', 'BOILER.PUMP', 'PUMP.L');
  else plan.nets.find((n) => n.name === 'call')?.points.push('PUMP.L');
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
  const group = new Map<Point, Set<Point>>();
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
  const bars: [Point, string][] = [
    ['SUPPLY.L', 'live'],
    ['SUPPLY.N', 'neutral'],
    ['SUPPLY.E', 'earth'],
  ];
  const sets = [...new Set(group.values())];
  const nameOf = (set: ReadonlySet<Point>): string => bars.find(([p]) => set.has(p))?.[1] ?? [...set].sort()[0] ?? '';
  const rank = (set: ReadonlySet<Point>): number => {
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
