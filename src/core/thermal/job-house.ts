/** A job's house as the thermal core takes it: what was said, and what stands in for what nobody said. */
import { SURVEYS } from '../family/surveys';
import type { HouseKept } from '../job/house-schema';
import type { Job } from '../job/schema';
import { steeringFor } from './cycles';
import { type Equipment, type Steering, USUAL_STEERING } from './equipment';
import { AS_FORM, DOUBT, type Factors, FORM_DEFAULTS, type House, type HouseForm, houseOf } from './house';

export interface JobHouse {
  form: HouseForm;
  equipment: Equipment;
  steering: Steering;
  price: Float64Array;
  currency: string;
  meanCelsius: number;
  designCelsius: number;
  factors: Factors;
  doubt: Factors;
  house: House;
  /** What was taken by default: each is a question. */
  assumed: readonly (keyof HouseKept)[];
}

/** Two points as such pumps are rated: capacity falls to two thirds and COP to 2.3 between 8 and −7 °C. */
const usualPoints = (watts: number): { outdoorCelsius: number; watts: number; cop: number }[] => [
  { outdoorCelsius: -7, watts: watts * 0.66, cop: 2.3 },
  { outdoorCelsius: 8, watts, cop: 3.8 },
];

export const HOUSE_DEFAULTS = {
  meanCelsius: 9,
  designCelsius: -8,
  perKwh: 0.2,
  currency: 'a year',
  efficiency: 0.9,
} as const;

const FORM_KEYS = [
  'areaSquareMetres',
  'storeys',
  'age',
  'glazing',
  'emitter',
  'heater',
  'heatWatts',
  'perKwh',
  'meanCelsius',
] as const;

const found = new Map<string, Steering>();
/** A band is found by running the house: once for each that is asked about. */
function steeringOf(cyclesPerHour: number | undefined, house: House, equipment: Equipment): Steering {
  if (cyclesPerHour === undefined) return USUAL_STEERING;
  const key = JSON.stringify([cyclesPerHour, house, equipment]);
  const known = found.get(key);
  if (known) return known;
  if (found.size > KEPT) found.clear();
  const steering = steeringFor(house, equipment, USUAL_STEERING, cyclesPerHour);
  found.set(key, steering);
  return steering;
}
const KEPT = 50;

/** The house of a job; what nobody said is a default and named in `assumed`. Never throws for a job that its schema took. */
export function jobHouse(job: Pick<Job, 'family' | 'house'>): JobHouse {
  const said: HouseKept = job.house ?? {};
  const usual = SURVEYS[job.family].house;
  const form: HouseForm = {
    areaSquareMetres: said.areaSquareMetres ?? FORM_DEFAULTS.areaSquareMetres,
    storeys: said.storeys ?? FORM_DEFAULTS.storeys,
    age: said.age ?? FORM_DEFAULTS.age,
    glazing: said.glazing ?? FORM_DEFAULTS.glazing,
    emitter: said.emitter ?? usual.emitter,
    heatWatts: said.heatWatts ?? FORM_DEFAULTS.heatWatts,
  };
  const heater = said.heater ?? usual.heater;
  const equipment: Equipment =
    heater === 'heat-pump'
      ? {
          kind: 'heat-pump',
          points: said.points && said.points.length > 1 ? said.points : usualPoints(form.heatWatts),
          auxWatts: said.auxWatts ?? 0,
        }
      : {
          kind: 'stages',
          watts: [form.heatWatts],
          efficiency: heater === 'electric' ? 1 : (said.efficiency ?? HOUSE_DEFAULTS.efficiency),
        };
  const perKwh = said.perKwh ?? HOUSE_DEFAULTS.perKwh;
  const price = new Float64Array(1440).fill(perKwh);
  const cheap = said.offPeak;
  if (cheap)
    for (let m = 0; m < 1440; m++)
      if (cheap.from <= cheap.to ? m >= cheap.from && m < cheap.to : m >= cheap.from || m < cheap.to)
        price[m] = cheap.perKwh;
  const factors = said.fitted ? { loss: said.fitted.loss, mass: said.fitted.mass, gains: said.fitted.gains } : AS_FORM;
  const house = houseOf(form, factors);
  return {
    form,
    equipment,
    steering: steeringOf(said.cyclesPerHour, house, equipment),
    price,
    currency: said.currency ?? '',
    meanCelsius: said.meanCelsius ?? HOUSE_DEFAULTS.meanCelsius,
    designCelsius: said.designCelsius ?? HOUSE_DEFAULTS.designCelsius,
    factors,
    // A figure's own doubt, never less than what a year leaves open.
    doubt: said.fitted
      ? {
          loss: Math.max(0.03, said.fitted.errors.loss),
          mass: Math.max(0.05, said.fitted.errors.mass),
          gains: Math.max(0.1, said.fitted.errors.gains),
        }
      : DOUBT,
    house,
    assumed: FORM_KEYS.filter((k) => said[k] === undefined),
  };
}
