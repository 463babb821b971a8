/**
 * A house as four temperatures: air with what stands in it, the mass of walls and floors, what gives the heat
 * (radiators or a heated floor; warm air goes straight to the air), and the ground under it.
 *
 * Out of a short form. Every figure is a class value with its doubt; a fit to a log replaces the doubt, not the form.
 */
import type { Network } from './network';

export type Age = 'old' | 'mid' | 'late' | 'new';
export type Glazing = 'single' | 'double' | 'triple';
export type Emitter = 'air' | 'radiators' | 'floor';

export interface HouseForm {
  areaSquareMetres: number;
  storeys: number;
  age: Age;
  glazing: Glazing;
  emitter: Emitter;
  /** Most that the heating gives, W. */
  heatWatts: number;
}

/** What a form does not say, as it is taken: shown as defaults, and asked. */
export const FORM_DEFAULTS: HouseForm = {
  areaSquareMetres: 110,
  storeys: 2,
  age: 'mid',
  glazing: 'double',
  emitter: 'radiators',
  heatWatts: 12_000,
};

/**
 * Losses by transmission and air change, W/K per m² of heated floor, of a two-storey house with double glazing. From
 * walls, roof and floor of each age by their usual U-values (ISO 6946 build-ups) on a floor of 1:1.3, and 0.7, 0.6,
 * 0.5 and 0.35 air changes an hour. A class value: the next house of the same age may be a third off.
 */
const LOSS: Record<Age, number> = { old: 3.2, mid: 2.4, late: 1.5, new: 0.9 };
/** Windows are about a sixth of the floor: U of 5, 2.8 and 1.1 W/m²K (ISO 10077), beside the double's. */
const GLAZING_LOSS: Record<Glazing, number> = { single: 0.37, double: 0, triple: -0.28 };
/** A bungalow has more roof and ground to each square metre, a tall house less. */
const STOREY_FACTOR = (storeys: number): number => (storeys <= 1 ? 1.15 : storeys === 2 ? 1 : 0.92);
/** Of the losses, what goes by air change and windows from the air; the rest leaves through the walls' mass. */
const FROM_AIR = 0.55;
const TO_GROUND = 0.08;
/** J/K per m²: air and contents (ISO 52016-1: 10 kJ), with furniture and linings that follow the air; medium mass (ISO 13790 table 12). */
const AIR = 45_000;
const MASS = 165_000;
/** W/K per m²: 4.5 m² of surface a m² of floor at 3.45 W/m²K (ISO 13790, 7.2.2.2). */
const AIR_TO_MASS = 15.5;
const GROUND = 250_000;
/** Radiators at their rated output: 50 K above the room; 10 litres of water and 20 kg of steel a kW. */
const RADIATOR_KELVIN = 50;
const RADIATOR_CAPACITY = 52;
/** A heated screed: EN 1264 surface film and covering; 65 mm of screed, over most of the floor. */
const FLOOR_LINK = 7;
const FLOOR_CAPACITY = 117_000;
const FLOOR_SHARE = 0.8;
/** People, cooking, lamps and sun through the day, W/m² of mean gain. */
const GAINS = 4;

export const AIR_NODE = 0;
export const MASS_NODE = 1;
export const EMITTER_NODE = 2;
const GROUND_NODE = 3;
/** Inputs in their order: outdoors, deep ground, heating, gains. */
export const INPUTS = 4;

export interface House {
  network: Network;
  /** W/K from the whole house to outdoors. */
  lossWattsPerKelvin: number;
  gainsWatts: number;
  groundCelsius: number;
  emitter: Emitter;
}

/** Factors on what a form gives, from a fit or a draw: 1 is the form's own. */
export interface Factors {
  loss: number;
  mass: number;
  gains: number;
}
export const AS_FORM: Factors = { loss: 1, mass: 1, gains: 1 };
/** Standard errors of the logarithms of what a form gives: 0.25 is about a quarter. */
export const DOUBT: Factors = { loss: 0.25, mass: 0.35, gains: 0.5 };

/** Throws a RangeError for a house without area or heat. */
export function houseOf(form: HouseForm, factors: Factors = AS_FORM): House {
  const { areaSquareMetres: area, emitter, heatWatts } = form;
  if (!(area > 0) || !(heatWatts > 0)) throw new RangeError('a house has an area, and heat to put in');
  const perArea = Math.max(0.3, (LOSS[form.age] + GLAZING_LOSS[form.glazing]) * STOREY_FACTOR(form.storeys));
  const loss = perArea * area * factors.loss;
  // Two thirds of the wall's resistance lie outside its middle, one third inside: the mass stands warm.
  const fromMass = loss * (1 - FROM_AIR - TO_GROUND);
  const emitterCapacity =
    emitter === 'floor'
      ? FLOOR_CAPACITY * area * FLOOR_SHARE
      : emitter === 'radiators'
        ? RADIATOR_CAPACITY * heatWatts
        : area * 1000;
  const emitterLink =
    emitter === 'floor'
      ? FLOOR_LINK * area * FLOOR_SHARE
      : emitter === 'radiators'
        ? heatWatts / RADIATOR_KELVIN
        : area * 50;
  // A third of a radiator's heat and half of a floor's goes by radiation to the mass.
  const toMass = emitter === 'floor' ? 0.5 : emitter === 'radiators' ? 0.3 : 0;
  return {
    lossWattsPerKelvin: loss,
    gainsWatts: GAINS * area * factors.gains,
    groundCelsius: 11,
    emitter,
    network: {
      capacities: [AIR * area, MASS * area * factors.mass, emitterCapacity, GROUND * area],
      links: [
        { a: AIR_NODE, b: MASS_NODE, wattsPerKelvin: AIR_TO_MASS * area },
        { a: EMITTER_NODE, b: AIR_NODE, wattsPerKelvin: emitterLink * (1 - toMass) },
        { a: EMITTER_NODE, b: MASS_NODE, wattsPerKelvin: emitterLink * toMass },
        { a: AIR_NODE, b: GROUND_NODE, wattsPerKelvin: loss * TO_GROUND },
      ],
      outside: [
        { node: AIR_NODE, place: 0, wattsPerKelvin: loss * FROM_AIR },
        { node: MASS_NODE, place: 0, wattsPerKelvin: fromMass },
        { node: GROUND_NODE, place: 1, wattsPerKelvin: loss * TO_GROUND },
      ],
      places: 2,
      heats: [
        [{ node: emitter === 'air' ? AIR_NODE : EMITTER_NODE, share: 1 }],
        [
          { node: AIR_NODE, share: 0.5 },
          { node: MASS_NODE, share: 0.5 },
        ],
      ],
    },
  };
}
