/**
 * Cycles an hour, as an anticipator or a cycle setting gives them: the band that makes this house, with this equipment,
 * start so often an hour at half load. Found by running the house, since the rate hangs on its air, its emitter and the
 * rests as well as on the band; a wider band always starts less often.
 */

import { constantly } from '../week/wanted';
import { capacityAt, type Equipment, type Steering } from './equipment';
import type { House } from './house';
import { runHouse } from './run';

const SETPOINT = 20;
const HOURS = 18;
const SETTLED_HOURS = 6;
const NARROWEST = 0.05;
const WIDEST = 4;
const STEPS = 12;

/** Outdoor temperature at which the equipment runs half the time, °C. */
function halfLoadOutdoors(house: House, equipment: Equipment): number {
  const full =
    equipment.kind === 'stages' ? equipment.watts.reduce((s, w) => s + w, 0) : capacityAt(equipment.points, 0);
  return SETPOINT - (full / 2 + house.gainsWatts) / house.lossWattsPerKelvin;
}

/** Starts an hour at half load with a band, the first hours left out. */
export function startsAtHalfLoad(house: House, equipment: Equipment, steering: Steering): number {
  const wanted = constantly(SETPOINT);
  const outdoors = halfLoadOutdoors(house, equipment);
  const starts = (hours: number): number =>
    runHouse({ house, equipment, steering, wanted, hourly: new Float64Array(hours).fill(outdoors) }).starts;
  return (starts(HOURS) - starts(SETTLED_HOURS)) / (HOURS - SETTLED_HOURS);
}

/** Steering whose band gives so many starts an hour at half load, as near as the rests allow. */
export function steeringFor(house: House, equipment: Equipment, steering: Steering, startsAnHour: number): Steering {
  let narrow = NARROWEST;
  let wide = WIDEST;
  for (let i = 0; i < STEPS; i++) {
    const band = Math.sqrt(narrow * wide);
    if (startsAtHalfLoad(house, equipment, { ...steering, bandKelvin: band }) > startsAnHour) narrow = band;
    else wide = band;
  }
  return { ...steering, bandKelvin: Math.sqrt(narrow * wide) };
}
