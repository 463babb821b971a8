/**
 * A house under its control, minute by minute for as long as the weather lasts: exact steps of its four temperatures,
 * band, rests, stages and lockouts, energy by what is paid for, and a heat balance that closes.
 */

import { MINUTES_OF_WEEK } from '../week/wanted';
import { capacityAt, copAt, type Equipment, type Steering, sortedPoints } from './equipment';
import { compiledHour, MOST_STAGES } from './hour-wasm';
import { AIR_NODE, type House, INPUTS } from './house';
import { settledAt, stepOf, storedJoules } from './network';

const STEP_SECONDS = 60;
const NODES = 4;
const NO_PRICE = new Float64Array(1440);
const NO_TRACE = new Float64Array(0);

export interface HouseRun {
  house: House;
  equipment: Equipment;
  steering: Steering;
  /** Wanted at each minute of the week, °C. */
  wanted: Float64Array;
  /** What being short is judged by; the wanted itself without. */
  comfort?: Float64Array;
  /** Outdoors, hour by hour; the run lasts as long. */
  hourly: Float64Array;
  /** Price of a paid kWh at each minute of the day, and of one of fuel where the equipment burns it. */
  price?: Float64Array;
  /** Minute of the week the run begins at; Monday 00:00 without. */
  from?: number;
  /** Room temperature to begin with; everything settled at it. */
  startCelsius?: number;
  /** Air temperature after each minute, as far as it reaches. */
  trace?: Float64Array;
  /** The plain way even where the compiled one would do. */
  plain?: boolean;
}

export interface HouseUse {
  /** Minutes each stage ran; of a heat pump: compressor, then help. */
  stageMinutes: number[];
  starts: number;
  heatKilowattHours: number;
  paidKilowattHours: number;
  cost: number;
  /** Of the heat, what the electric help gave. */
  auxShare: number;
  /** Under the setpoint, or the comfort it is judged by, by more than half the band, K·h. */
  shortKelvinHours: number;
  meanAirCelsius: number;
  coldestCelsius: number;
  /** What the heat balance is off by, over the heat that went through. */
  imbalance: number;
  end: Float64Array;
}

/** Heat and paid watts of each stage at an outdoor temperature, into arrays of their own. */
function powersAt(e: Equipment, outdoor: number, heat: Float64Array, paid: Float64Array): void {
  if (e.kind === 'stages') {
    let sum = 0;
    e.watts.forEach((w, i) => {
      sum += w;
      heat[i] = sum;
      paid[i] = sum / e.efficiency;
    });
    return;
  }
  const runs = e.compressorLeastCelsius === undefined || outdoor >= e.compressorLeastCelsius;
  const pump = runs ? capacityAt(e.points, outdoor) : 0;
  const help = e.auxMostCelsius === undefined || outdoor < e.auxMostCelsius || !runs ? e.auxWatts : 0;
  heat[0] = pump;
  heat[1] = pump + help;
  paid[0] = runs ? pump / copAt(e.points, outdoor) : 0;
  paid[1] = (paid[0] ?? 0) + help;
}

/** Places of what an hour carries on to the next, in one array so that the hour's loop runs on plain numbers. */
const T0 = 0;
const ON = 4;
const SINCE = 5;
const UNDER = 6;
const STARTS = 7;
const HEAT = 8;
const AUX = 9;
const PAID = 10;
const COST = 11;
const SHORT = 12;
const AIR_SUM = 13;
const COLDEST = 14;
const SUM0 = 15;
const MINUTE = 19;
const DONE = 20;
const CARRIED = 21;

interface Fixed {
  phi: Float64Array;
  /** What a watt of heating adds to each node in a step. */
  perWatt: Float64Array;
  wanted: Float64Array;
  comfort: Float64Array;
  price: Float64Array;
  trace: Float64Array;
  half: number;
  stages: number;
  steering: Steering;
}

/**
 * Sixty minutes at one outdoor temperature.
 * @param drift what outdoors, ground and gains add to each node in a step
 * @param heat W of each stage; @param paid W paid for
 */
function oneHour(
  x: Float64Array,
  fixed: Fixed,
  drift: Float64Array,
  heat: Float64Array,
  paid: Float64Array,
  stageMinutes: Float64Array,
): void {
  const { phi, perWatt, wanted, comfort, price, trace, half, stages } = fixed;
  const { minimumOnMinutes, minimumOffMinutes, stageKelvin, stageMinutes: stageWait, deadMinutes } = fixed.steering;
  // Four nodes written out: a loop over a matrix this small costs more than its sums.
  const f00 = phi[0] as number;
  const f01 = phi[1] as number;
  const f02 = phi[2] as number;
  const f03 = phi[3] as number;
  const f10 = phi[4] as number;
  const f11 = phi[5] as number;
  const f12 = phi[6] as number;
  const f13 = phi[7] as number;
  const f20 = phi[8] as number;
  const f21 = phi[9] as number;
  const f22 = phi[10] as number;
  const f23 = phi[11] as number;
  const f30 = phi[12] as number;
  const f31 = phi[13] as number;
  const f32 = phi[14] as number;
  const f33 = phi[15] as number;
  const q0 = perWatt[0] as number;
  const q1 = perWatt[1] as number;
  const q2 = perWatt[2] as number;
  const q3 = perWatt[3] as number;
  const d0 = drift[0] as number;
  const d1 = drift[1] as number;
  const d2 = drift[2] as number;
  const d3 = drift[3] as number;
  let t0 = x[T0] as number;
  let t1 = x[1] as number;
  let t2 = x[2] as number;
  let t3 = x[3] as number;
  let s0 = x[SUM0] as number;
  let s1 = x[SUM0 + 1] as number;
  let s2 = x[SUM0 + 2] as number;
  let s3 = x[SUM0 + 3] as number;
  let on = (x[ON] as number) | 0;
  let since = x[SINCE] as number;
  let under = x[UNDER] as number;
  let short = x[SHORT] as number;
  let air = x[AIR_SUM] as number;
  let coldest = x[COLDEST] as number;
  let minute = (x[MINUTE] as number) | 0;
  const done = (x[DONE] as number) | 0;
  const base = heat[0] as number;
  for (let i = 0; i < 60; i++) {
    const gap = (wanted[minute] as number) - t0;
    const lacks = (comfort[minute] as number) - t0;
    if (lacks > half) short += lacks;
    if (gap > half) {
      if (on === 0 && since >= minimumOffMinutes) {
        on = 1;
        since = 0;
        under = 0;
        x[STARTS] = (x[STARTS] as number) + 1;
      }
    } else if (gap < -half && on > 0 && since >= minimumOnMinutes) {
      on = 0;
      since = 0;
    }
    s0 += t0;
    s1 += t1;
    s2 += t2;
    s3 += t3;
    let q = 0;
    if (on > 0) {
      under = gap > stageKelvin ? under + 1 : 0;
      if (under >= stageWait && on < stages) {
        on++;
        under = 0;
      } else if (on > 1 && gap < half) on--;
      stageMinutes[on - 1] = (stageMinutes[on - 1] as number) + 1;
      if (since >= deadMinutes) {
        q = heat[on - 1] as number;
        x[HEAT] = (x[HEAT] as number) + q;
        if (on > 1) x[AUX] = (x[AUX] as number) + q - base;
        const watts = paid[on - 1] as number;
        x[PAID] = (x[PAID] as number) + watts;
        x[COST] = (x[COST] as number) + watts * (price[minute % 1440] as number);
      }
    }
    since++;
    const n0 = f00 * t0 + f01 * t1 + f02 * t2 + f03 * t3 + d0 + q0 * q;
    const n1 = f10 * t0 + f11 * t1 + f12 * t2 + f13 * t3 + d1 + q1 * q;
    const n2 = f20 * t0 + f21 * t1 + f22 * t2 + f23 * t3 + d2 + q2 * q;
    t3 = f30 * t0 + f31 * t1 + f32 * t2 + f33 * t3 + d3 + q3 * q;
    t0 = n0;
    t1 = n1;
    t2 = n2;
    air += t0;
    if (t0 < coldest) coldest = t0;
    if (done + i < trace.length) trace[done + i] = t0;
    if (++minute === MINUTES_OF_WEEK) minute = 0;
  }
  x[T0] = t0;
  x[1] = t1;
  x[2] = t2;
  x[3] = t3;
  x[SUM0] = s0;
  x[SUM0 + 1] = s1;
  x[SUM0 + 2] = s2;
  x[SUM0 + 3] = s3;
  x[ON] = on;
  x[SINCE] = since;
  x[UNDER] = under;
  x[SHORT] = short;
  x[AIR_SUM] = air;
  x[COLDEST] = coldest;
  x[MINUTE] = minute;
  x[DONE] = done + 60;
}

/** Throws a RangeError for equipment that is none. */
export function runHouse(run: HouseRun): HouseUse {
  const { house, steering, wanted, hourly } = run;
  const equipment: Equipment =
    run.equipment.kind === 'heat-pump'
      ? { ...run.equipment, points: sortedPoints(run.equipment.points) }
      : run.equipment;
  if (wanted.length !== MINUTES_OF_WEEK) throw new RangeError('setpoints are wanted for each minute of a week');
  const step = stepOf(house.network, STEP_SECONDS);
  const at = (m: ArrayLike<number>, i: number): number => m[i] as number;
  const g = (node: number, input: number): number => at(step.gamma, node * INPUTS + input);
  const from = (run.from ?? 0) % MINUTES_OF_WEEK;
  const state = beginning(house, run.startCelsius ?? wanted[from] ?? 20, hourly[0] ?? 0);
  const stages = equipment.kind === 'stages' ? equipment.watts.length : 2;
  // The compiled hour keeps no trace and has places for so many stages: what it does not hold goes the plain way.
  const fast = run.trace || run.plain || stages > MOST_STAGES ? null : compiledHour();
  const x = fast?.x ?? new Float64Array(CARRIED);
  x.fill(0);
  x.set(state);
  x[SINCE] = 1e6;
  x[COLDEST] = Number.POSITIVE_INFINITY;
  x[MINUTE] = from;
  const stageMinutes = fast?.stageMinutes.fill(0) ?? new Float64Array(stages);
  const heat = fast?.heat ?? new Float64Array(stages);
  const paid = fast?.paid ?? new Float64Array(stages);
  const drift = fast?.drift ?? new Float64Array(NODES);
  const { gainsWatts: gains, groundCelsius: ground } = house;
  const fixed: Fixed = {
    phi: step.phi,
    perWatt: Float64Array.from({ length: NODES }, (_, i) => g(i, 2)),
    wanted,
    comfort: run.comfort ?? wanted,
    price: run.price ?? NO_PRICE,
    trace: run.trace ?? NO_TRACE,
    half: steering.bandKelvin / 2,
    stages,
    steering,
  };
  if (fast) {
    fast.phi.set(fixed.phi);
    fast.perWatt.set(fixed.perWatt);
    fast.price.set(fixed.price);
    fast.wanted.set(wanted);
    fast.comfort.set(fixed.comfort);
    const { minimumOnMinutes, minimumOffMinutes, stageKelvin, stageMinutes: wait, deadMinutes } = steering;
    fast.real.set([fixed.half, minimumOnMinutes, minimumOffMinutes, stageKelvin, wait, deadMinutes]);
  }
  // Stages give the same at any temperature; what does not change with the hour is worked out once.
  const varies = equipment.kind === 'heat-pump';
  powersAt(equipment, hourly[0] ?? 0, heat, paid);
  const column = (of: (node: number) => number): Float64Array => Float64Array.from({ length: NODES }, (_, i) => of(i));
  const outdoors = column((i) => g(i, 0));
  const toGround = column((i) => g(i, 1) * ground);
  const toGains = column((i) => g(i, 3) * gains);
  let outdoorSum = 0;
  for (const outdoor of hourly) {
    if (varies) powersAt(equipment, outdoor, heat, paid);
    for (let i = 0; i < NODES; i++) drift[i] = at(outdoors, i) * outdoor + at(toGround, i) + at(toGains, i);
    if (fast) fast.hour(stages);
    else oneHour(x, fixed, drift, heat, paid, stageMinutes);
    outdoorSum += 60 * outdoor;
  }
  const done = at(x, DONE);
  const end = x.slice(0, NODES);
  const heatJoules = at(x, HEAT) * STEP_SECONDS;
  // ∫T dt over the whole run, by the exact integral of each step summed.
  const inputs = [outdoorSum, ground * done, at(x, HEAT), gains * done];
  let lost = 0;
  for (const o of house.network.outside) {
    let integral = 0;
    for (let j = 0; j < NODES; j++) integral += at(step.theta, o.node * NODES + j) * at(x, SUM0 + j);
    for (let k = 0; k < INPUTS; k++) integral += at(step.xi, o.node * INPUTS + k) * (inputs[k] as number);
    lost += o.wattsPerKelvin * (integral - STEP_SECONDS * (o.place === 0 ? outdoorSum : ground * done));
  }
  const gained = heatJoules + gains * done * STEP_SECONDS;
  const rise = storedJoules(house.network, end) - storedJoules(house.network, state);
  return {
    stageMinutes: Array.from(stageMinutes.subarray(0, stages)),
    starts: at(x, STARTS),
    heatKilowattHours: heatJoules / 3.6e6,
    paidKilowattHours: (at(x, PAID) * STEP_SECONDS) / 3.6e6,
    cost: (at(x, COST) * STEP_SECONDS) / 3.6e6,
    auxShare: equipment.kind === 'heat-pump' && heatJoules > 0 ? at(x, AUX) / at(x, HEAT) : 0,
    shortKelvinHours: at(x, SHORT) / 60,
    meanAirCelsius: at(x, AIR_SUM) / Math.max(1, done),
    coldestCelsius: at(x, COLDEST),
    imbalance: Math.abs(gained - lost - rise) / Math.max(1, gained + Math.abs(lost)),
    end,
  };
}

/** Everything settled with the room at a temperature: what heat that takes, and where the mass then stands. */
export function beginning(house: House, airCelsius: number, outdoor: number): Float64Array {
  // Temperatures are linear in the heat: two settled states give the heat that holds the air there.
  const rest = settledAt(house.network, [outdoor, house.groundCelsius, 0, house.gainsWatts]);
  const pushed = settledAt(house.network, [outdoor, house.groundCelsius, 1000, house.gainsWatts]);
  const perWatt = ((pushed[AIR_NODE] ?? 0) - (rest[AIR_NODE] ?? 0)) / 1000;
  const watts = Math.max(0, (airCelsius - (rest[AIR_NODE] ?? 0)) / perWatt);
  // A house that its gains alone hold warmer begins there.
  return settledAt(house.network, [outdoor, house.groundCelsius, watts, house.gainsWatts]);
}
