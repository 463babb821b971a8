/**
 * A house as two thermal nodes: air with light contents, and mass. Heat flows to outdoors from the
 * air, between air and mass, and into the air from equipment and gains.
 *
 *   Ca dTa/dt = U (To − Ta) + K (Tm − Ta) + Q
 *   Cm dTm/dt = K (Ta − Tm)
 *
 * Stepped exactly for inputs that are constant over the step (the matrix exponential of the 2×2
 * system in closed form), so the answer does not depend on the step's size. ISO 13790 annex C uses
 * the same lumping; radiation and infiltration are inside U.
 */

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
  const { airCapacity: ca, massCapacity: cm, toOutdoors: u, airToMass: k } = house;
  const target = steadyState(house, outdoorCelsius, watts);
  // Deviation from the steady state decays by exp(A t); A is 2×2 with real negative eigenvalues.
  const a11 = -(u + k) / ca;
  const a12 = k / ca;
  const a21 = k / cm;
  const a22 = -k / cm;
  const half = (a11 + a22) / 2;
  const spread = Math.sqrt(((a11 - a22) / 2) ** 2 + a12 * a21);
  const x = state.airCelsius - target.airCelsius;
  const y = state.massCelsius - target.massCelsius;
  // Written with both eigenvalues, which are negative, so that long steps underflow to zero instead of overflowing.
  const slow = Math.exp((half + spread) * seconds);
  const fast = Math.exp((half - spread) * seconds);
  const c = (slow + fast) / 2;
  const s = (slow - fast) / (2 * spread);
  // exp(At) = c I + s (A − hI).
  return {
    airCelsius: target.airCelsius + c * x + s * ((a11 - half) * x + a12 * y),
    massCelsius: target.massCelsius + c * y + s * (a21 * x + (a22 - half) * y),
  };
}

/** Heat stored relative to 0 °C, in joules. */
export const storedHeat = (house: House, state: HouseState): number =>
  house.airCapacity * state.airCelsius + house.massCapacity * state.massCelsius;
