/**
 * A house as two thermal nodes: air with light contents, and mass. Heat flows to outdoors from the
 * air, between air and mass, and into the air from equipment and gains.
 *
 *   Ca dTa/dt = U (To − Ta) + K (Tm − Ta) + Q
 *   Cm dTm/dt = K (Ta − Tm)
 *
 * An instance of the network of `network.ts`. ISO 13790 annex C uses the same lumping; radiation and infiltration are
 * inside U.
 */
import type { Step } from './expm';
import { moved, type Network, transitionOf } from './network';

export interface House {
  /** J/K */
  airCapacity: number;
  massCapacity: number;
  /** W/K */
  toOutdoors: number;
  airToMass: number;
}

export interface HouseState {
  airCelsius: number;
  massCelsius: number;
}

/** A mid-sized detached house. */
export const EXAMPLE_HOUSE: House = { airCapacity: 1.2e6, massCapacity: 2.4e7, toOutdoors: 220, airToMass: 900 };

/** Temperatures both nodes settle at under constant inputs. */
export const steadyState = (house: House, outdoorCelsius: number, watts: number): HouseState => {
  const t = outdoorCelsius + watts / house.toOutdoors;
  return { airCelsius: t, massCelsius: t };
};

const networkOf = (h: House): Network => ({
  capacities: [h.airCapacity, h.massCapacity],
  links: [{ a: 0, b: 1, wattsPerKelvin: h.airToMass }],
  outside: [{ node: 0, place: 0, wattsPerKelvin: h.toOutdoors }],
  places: 1,
  heats: [[{ node: 0, share: 1 }]],
});

/** The same house is stepped by the same seconds many times over: its last step is kept. */
const steps = new WeakMap<House, { seconds: number; step: Pick<Step, 'phi' | 'gamma'> }>();

function stepFor(house: House, seconds: number): Pick<Step, 'phi' | 'gamma'> {
  const known = steps.get(house);
  if (known?.seconds === seconds) return known.step;
  const step = transitionOf(networkOf(house), seconds);
  steps.set(house, { seconds, step });
  return step;
}

/**
 * State after `seconds` with outdoor temperature and heat into the air constant.
 * @param watts into the air; negative when cooling
 */
export function stepHouse(
  house: House,
  state: HouseState,
  outdoorCelsius: number,
  watts: number,
  seconds: number,
): HouseState {
  const [airCelsius = Number.NaN, massCelsius = Number.NaN] = moved(
    stepFor(house, seconds),
    Float64Array.of(state.airCelsius, state.massCelsius),
    [outdoorCelsius, watts],
  );
  return { airCelsius, massCelsius };
}

/** Heat stored relative to 0 °C, in joules. */
export const storedHeat = (house: House, state: HouseState): number =>
  house.airCapacity * state.airCelsius + house.massCapacity * state.massCelsius;
