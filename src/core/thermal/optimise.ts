/**
 * Setpoints of a week for least cost under the comfort that is wished, by dynamic programming over the state of the
 * house: the air as it was left, and the mass. Each slot's choice is a setpoint; its cost is the heat that setpoint
 * takes at that slot's price, and what the room is short of the wish. The plan is made on a reduced house (air and
 * mass, a typical day of the cold months) and judged on the whole one: it is offered only where a year of the whole
 * house costs less, and is no colder, than what stands.
 */
import { capacityAt, copAt, type Equipment, sortedPoints } from './equipment';
import { AIR_NODE, EMITTER_NODE, type House, MASS_NODE } from './house';

export interface Reduced {
  /** W/K: air to outdoors, mass to outdoors, air to mass. */
  airToOut: number;
  massToOut: number;
  airToMass: number;
  /** J/K */
  airCapacity: number;
  massCapacity: number;
  gainsWatts: number;
}

/** Air and mass of a house; what gives the heat goes with the air, a heated floor's screed with the mass. */
export function reducedOf(house: House): Reduced {
  const { capacities, outside, links } = house.network;
  const to = (node: number): number =>
    outside.filter((o) => o.node === node && o.place === 0).reduce((s, o) => s + o.wattsPerKelvin, 0);
  const link = links.find((l) => l.a === AIR_NODE && l.b === MASS_NODE)?.wattsPerKelvin ?? 0;
  const emitter = capacities[EMITTER_NODE] ?? 0;
  return {
    airToOut: to(AIR_NODE),
    massToOut: to(MASS_NODE),
    airToMass: link,
    airCapacity: (capacities[AIR_NODE] ?? 0) + (house.emitter === 'floor' ? 0 : emitter),
    massCapacity: (capacities[MASS_NODE] ?? 0) + (house.emitter === 'floor' ? emitter : 0),
    gainsWatts: house.gainsWatts,
  };
}

export interface PlanInput {
  house: Reduced;
  /** For each slot of the period: wished °C, outdoors, price of a kWh of heat, and the most heat, W. */
  wished: readonly number[];
  outdoor: readonly number[];
  heatPrice: readonly number[];
  mostWatts: readonly number[];
  slotSeconds: number;
  /** Setpoints to choose from, °C, even steps upwards. */
  setpoints: readonly number[];
  /** Price of a kelvin-hour under the wish. */
  shortPrice: number;
  /** °C between levels of the mass. */
  massStep: number;
  massFrom: number;
  massLevels: number;
}

export interface SlotResult {
  air: number;
  mass: number;
  cost: number;
}

/**
 * One slot: the air is brought to the setpoint as far as the heat reaches, or floats above it; the mass follows the
 * air's mean by its own exponential.
 */
export function slotOf(input: PlanInput, slot: number, airBefore: number, mass: number, setpoint: number): SlotResult {
  const { house: h, slotSeconds: dt } = input;
  const out = input.outdoor[slot] ?? 0;
  const k = h.airToOut + h.airToMass;
  const floating = (h.airToOut * out + h.airToMass * mass + h.gainsWatts) / k;
  const decay = Math.exp((-k * dt) / h.airCapacity);
  const free = floating + (airBefore - floating) * decay;
  const perWatt = (1 - decay) / k;
  const wanted = setpoint > free ? (setpoint - free) / perWatt : 0;
  const watts = Math.min(input.mostWatts[slot] ?? 0, wanted);
  const air = free + watts * perWatt;
  const mean = (airBefore + air) / 2;
  const massRate = h.airToMass + h.massToOut;
  const rest = (h.airToMass * mean + h.massToOut * out) / massRate;
  const next = rest + (mass - rest) * Math.exp((-massRate * dt) / h.massCapacity);
  const hours = dt / 3600;
  const short = Math.max(0, (input.wished[slot] ?? 0) - air) * hours;
  return { air, mass: next, cost: ((watts * hours) / 1000) * (input.heatPrice[slot] ?? 0) + short * input.shortPrice };
}

/**
 * The cheapest setpoints of a period that follows itself, by value over a grid of (air as left, mass). Two rounds: the
 * second begins from where the first says the period is worth.
 */
export function planSlots(input: PlanInput): { setpoints: number[]; cost: number } {
  const { setpoints, massLevels, massFrom, massStep } = input;
  const slots = input.wished.length;
  const airs = setpoints.length;
  const states = airs * massLevels;
  const low = setpoints[0] ?? 0;
  const step = airs > 1 ? (setpoints[1] ?? 1) - low : 1;
  let value = new Float64Array(states);
  const best: Uint8Array[] = [];
  for (let round = 0; round < 2; round++)
    for (let s = slots - 1; s >= 0; s--) {
      const before = new Float64Array(states);
      const choice = new Uint8Array(states);
      for (let a = 0; a < airs; a++)
        for (let m = 0; m < massLevels; m++) {
          let least = Number.POSITIVE_INFINITY;
          let pick = 0;
          for (let c = 0; c < airs; c++) {
            const r = slotOf(input, s, setpoints[a] ?? 0, massFrom + m * massStep, setpoints[c] ?? 0);
            const total =
              r.cost + between(value, airs, massLevels, (r.air - low) / step, (r.mass - massFrom) / massStep);
            if (total < least - 1e-12) {
              least = total;
              pick = c;
            }
          }
          before[a * massLevels + m] = least;
          choice[a * massLevels + m] = pick;
        }
      value = before;
      best[s] = choice;
    }
  return follow(input, best, low, step);
}

/** Value between grid points, linear both ways; beyond the edge as at it. */
function between(value: Float64Array, airs: number, masses: number, a: number, m: number): number {
  const x = Math.min(airs - 1, Math.max(0, a));
  const y = Math.min(masses - 1, Math.max(0, m));
  const i = Math.min(Math.max(0, airs - 2), Math.floor(x));
  const j = Math.min(Math.max(0, masses - 2), Math.floor(y));
  const fx = x - i;
  const fy = y - j;
  const at = (p: number, q: number): number =>
    value[Math.min(airs - 1, p) * masses + Math.min(masses - 1, q)] as number;
  return (1 - fx) * ((1 - fy) * at(i, j) + fy * at(i, j + 1)) + fx * ((1 - fy) * at(i + 1, j) + fy * at(i + 1, j + 1));
}

/** The policy followed through the period twice: the first time settles the house, the second is the plan. */
function follow(
  input: PlanInput,
  best: readonly Uint8Array[],
  low: number,
  step: number,
): { setpoints: number[]; cost: number } {
  const { setpoints, massFrom, massStep, massLevels } = input;
  let air = input.wished[0] ?? low;
  let mass = air;
  let cost = 0;
  let plan: number[] = [];
  for (let round = 0; round < 3; round++) {
    plan = [];
    cost = 0;
    for (let s = 0; s < input.wished.length; s++) {
      const a = Math.min(setpoints.length - 1, Math.max(0, Math.round((air - low) / step)));
      const m = Math.min(massLevels - 1, Math.max(0, Math.round((mass - massFrom) / massStep)));
      const setpoint = setpoints[best[s]?.[a * massLevels + m] ?? 0] ?? low;
      const r = slotOf(input, s, air, mass, setpoint);
      plan.push(setpoint);
      cost += r.cost;
      air = r.air;
      mass = r.mass;
    }
  }
  return { setpoints: plan, cost };
}

/** Most heat and the price of a kWh of it at an outdoor temperature. */
export function heatAt(equipment: Equipment, outdoor: number, price: number): { watts: number; price: number } {
  if (equipment.kind === 'stages')
    return { watts: equipment.watts.reduce((a, b) => a + b, 0), price: price / equipment.efficiency };
  const points = sortedPoints(equipment.points);
  // Help costs more than the pump: a plan that needs it pays for it in the year that judges it.
  return { watts: capacityAt(points, outdoor), price: price / copAt(points, outdoor) };
}
