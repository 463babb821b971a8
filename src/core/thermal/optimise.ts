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

/** What is the same in every slot of a period. */
interface Constants {
  decay: number;
  perWatt: number;
  massDecay: number;
  hours: number;
}

function constantsOf({ house: h, slotSeconds: dt }: PlanInput): Constants {
  const k = h.airToOut + h.airToMass;
  const decay = Math.exp((-k * dt) / h.airCapacity);
  return {
    decay,
    perWatt: (1 - decay) / k,
    massDecay: Math.exp((-(h.airToMass + h.massToOut) * dt) / h.massCapacity),
    hours: dt / 3600,
  };
}

/** Air, mass and cost of one slot, into an array: called millions of times. */
function slotInto(
  out: Float64Array,
  input: PlanInput,
  c: Constants,
  slot: number,
  airBefore: number,
  mass: number,
  setpoint: number,
): void {
  const h = input.house;
  const outdoor = input.outdoor[slot] as number;
  const floating = (h.airToOut * outdoor + h.airToMass * mass + h.gainsWatts) / (h.airToOut + h.airToMass);
  const free = floating + (airBefore - floating) * c.decay;
  const wanted = setpoint > free ? (setpoint - free) / c.perWatt : 0;
  const most = input.mostWatts[slot] as number;
  const watts = Math.min(wanted, most);
  const air = free + watts * c.perWatt;
  const rest = ((h.airToMass * (airBefore + air)) / 2 + h.massToOut * outdoor) / (h.airToMass + h.massToOut);
  const lacks = (input.wished[slot] as number) - air;
  out[0] = air;
  out[1] = rest + (mass - rest) * c.massDecay;
  out[2] =
    ((watts * c.hours) / 1000) * (input.heatPrice[slot] as number) +
    (lacks > 0 ? lacks * c.hours * input.shortPrice : 0);
}

/**
 * One slot: the air is brought to the setpoint as far as the heat reaches, or floats above it; the mass follows the
 * air's mean by its own exponential.
 */
export function slotOf(input: PlanInput, slot: number, airBefore: number, mass: number, setpoint: number): SlotResult {
  const out = new Float64Array(3);
  slotInto(out, input, constantsOf(input), slot, airBefore, mass, setpoint);
  return { air: out[0] ?? 0, mass: out[1] ?? 0, cost: out[2] ?? 0 };
}

/** Value of a state, linear between grid points; beyond the edge as at it. Two levels of each at least. */
function between(value: Float64Array, airs: number, masses: number, a: number, m: number): number {
  const x = Math.min(airs - 1, Math.max(0, a));
  const y = Math.min(masses - 1, Math.max(0, m));
  const i = Math.min(airs - 2, x | 0);
  const j = Math.min(masses - 2, y | 0);
  const at = i * masses + j;
  const fx = x - i;
  const fy = y - j;
  const low = (1 - fy) * (value[at] as number) + fy * (value[at + 1] as number);
  const high = (1 - fy) * (value[at + masses] as number) + fy * (value[at + masses + 1] as number);
  return (1 - fx) * low + fx * high;
}

/** One slot back: the least of each state, and the choice that gives it. */
function slotBack(input: PlanInput, c: Constants, s: number, value: Float64Array, choice: Uint8Array): Float64Array {
  const { setpoints, massLevels, massFrom, massStep } = input;
  const airs = setpoints.length;
  const low = setpoints[0] as number;
  const step = (setpoints[1] as number) - low;
  const before = new Float64Array(airs * massLevels);
  const r = new Float64Array(3);
  for (let a = 0; a < airs; a++)
    for (let m = 0; m < massLevels; m++) {
      let least = Number.POSITIVE_INFINITY;
      let pick = 0;
      for (let k = 0; k < airs; k++) {
        slotInto(r, input, c, s, setpoints[a] as number, massFrom + m * massStep, setpoints[k] as number);
        const next = between(
          value,
          airs,
          massLevels,
          ((r[0] as number) - low) / step,
          ((r[1] as number) - massFrom) / massStep,
        );
        const total = (r[2] as number) + next;
        if (total < least - 1e-12) {
          least = total;
          pick = k;
        }
      }
      before[a * massLevels + m] = least;
      choice[a * massLevels + m] = pick;
    }
  return before;
}

/**
 * The cheapest setpoints of a period that follows itself, by value over a grid of (air as left, mass). Two rounds: the
 * second begins from where the first says the period is worth. Throws a RangeError for fewer than two setpoints or
 * levels.
 */
export function planSlots(input: PlanInput): { setpoints: number[]; cost: number } {
  const { setpoints, massLevels } = input;
  if (setpoints.length < 2 || massLevels < 2) throw new RangeError('a plan chooses between two setpoints at least');
  const c = constantsOf(input);
  let value: Float64Array = new Float64Array(setpoints.length * massLevels);
  const best: Uint8Array[] = [];
  for (let round = 0; round < 2; round++)
    for (let s = input.wished.length - 1; s >= 0; s--) {
      const choice = new Uint8Array(setpoints.length * massLevels);
      value = slotBack(input, c, s, value, choice);
      best[s] = choice;
    }
  const low = setpoints[0] ?? 0;
  return follow(input, best, low, (setpoints[1] ?? low + 1) - low);
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
