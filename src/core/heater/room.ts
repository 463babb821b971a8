/**
 * How fast the room warms and what it is held at: two nodes scaled by the floor's area, the heaters' watts into the
 * air. Per m²: 10 kJ/K of air and light contents, 200 kJ/K of mass, 7.5 W/K between them (ISO 13790 annex C, a
 * medium building).
 */
import { type House, steadyState, stepHouse } from '../thermal/two-node';
import type { HeaterSurvey } from './survey';

const PER_SQUARE_METRE = { air: 10e3, mass: 200e3, between: 7.5 } as const;
const STEP_SECONDS = 60;
const LONGEST_HOURS = 12;

export interface RoomForecast {
  /** Air after each minute of full power, from now. */
  airCelsius: Float64Array;
  /** Minutes to what is wanted; null when not within twelve hours. */
  minutes: number | null;
  wantedCelsius: number;
  /** Where full power ends. */
  settledCelsius: number;
  /** On the coldest day that was named; null where none was. */
  heldCelsius: number | null;
  /** W that hold what is wanted at the outdoor temperature of now. */
  holdWatts: number;
}

const DEFAULT_WANTED = 20;

/** The room as two nodes; null while its area or losses are not known. */
export const roomOf = (survey: HeaterSurvey): House | null =>
  survey.areaSquareMetres === undefined || survey.lossWattsPerKelvin === undefined
    ? null
    : {
        airCapacity: survey.areaSquareMetres * PER_SQUARE_METRE.air,
        massCapacity: survey.areaSquareMetres * PER_SQUARE_METRE.mass,
        airToMass: survey.areaSquareMetres * PER_SQUARE_METRE.between,
        toOutdoors: survey.lossWattsPerKelvin,
      };

/** @param watts at full power; null while the room's area, loss or temperatures are not known */
export function roomForecast(survey: HeaterSurvey, watts: number): RoomForecast | null {
  const room = roomOf(survey);
  const { roomCelsius, outdoorCelsius, designCelsius } = survey;
  if (!room || roomCelsius === undefined || outdoorCelsius === undefined) return null;
  const wantedCelsius = survey.wantedCelsius ?? DEFAULT_WANTED;
  const airCelsius = new Float64Array(LONGEST_HOURS * 60 + 1);
  let state = { airCelsius: roomCelsius, massCelsius: roomCelsius };
  airCelsius[0] = roomCelsius;
  for (let m = 1; m < airCelsius.length; m++) {
    state = stepHouse(room, state, outdoorCelsius, watts, STEP_SECONDS);
    airCelsius[m] = state.airCelsius;
  }
  const at = airCelsius.findIndex((c) => c >= wantedCelsius);
  return {
    airCelsius,
    minutes: at < 0 ? null : at,
    wantedCelsius,
    settledCelsius: steadyState(room, outdoorCelsius, watts).airCelsius,
    heldCelsius: designCelsius === undefined ? null : steadyState(room, designCelsius, watts).airCelsius,
    holdWatts: Math.max(0, (wantedCelsius - outdoorCelsius) * room.toOutdoors),
  };
}
