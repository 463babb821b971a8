/** Warm-up and setback of a house: how long, by outdoor temperature, and whether a night reaches its setback at all. */

import { constantly } from '../week/wanted';
import type { Equipment, Steering } from './equipment';
import type { House } from './house';
import { beginning, runHouse } from './run';

/** Longer than this is "never": the room has not come there in a day. */
const LONGEST_MINUTES = 1440;
/** How near the setpoint counts as there, K: a display's half step. */
const THERE_KELVIN = 0.1;

export interface WarmUp {
  outdoorCelsius: number;
  /** From settled at the lower to the higher; null where that is never. */
  minutes: number | null;
}

/** Minutes from one setpoint to a higher one, at full power and a steady outdoor temperature. */
export function warmUpMinutes(
  house: House,
  equipment: Equipment,
  steering: Steering,
  fromCelsius: number,
  toCelsius: number,
  outdoorCelsius: number,
): number | null {
  const start = beginning(house, fromCelsius, outdoorCelsius)[0] ?? fromCelsius;
  if (start >= toCelsius - THERE_KELVIN) return 0;
  const trace = new Float64Array(LONGEST_MINUTES);
  runHouse({
    house,
    equipment,
    // Every stage at once: what the equipment can, not how it is staged.
    steering: { ...steering, stageMinutes: 0, stageKelvin: 0, minimumOffMinutes: 0 },
    wanted: constantly(toCelsius + steering.bandKelvin),
    hourly: new Float64Array(LONGEST_MINUTES / 60).fill(outdoorCelsius),
    startCelsius: fromCelsius,
    trace,
  });
  const at = trace.findIndex((t) => t >= toCelsius - THERE_KELVIN);
  return at < 0 ? null : at + 1;
}

const OUTDOORS = [-20, -15, -10, -5, 0, 5, 10, 15] as const;

export const warmUpTable = (
  house: House,
  equipment: Equipment,
  steering: Steering,
  fromCelsius: number,
  toCelsius: number,
): WarmUp[] =>
  OUTDOORS.map((outdoorCelsius) => ({
    outdoorCelsius,
    minutes: warmUpMinutes(house, equipment, steering, fromCelsius, toCelsius, outdoorCelsius),
  }));

/** Where the room gets to in a night without heat, and how long it takes to reach the setback; null: not in this night. */
export function coolDown(
  house: House,
  fromCelsius: number,
  setbackCelsius: number,
  outdoorCelsius: number,
  nightMinutes: number,
): { endsCelsius: number; reachedAfter: number | null } {
  const trace = new Float64Array(nightMinutes);
  runHouse({
    house,
    equipment: { kind: 'stages', watts: [1], efficiency: 1 },
    steering: {
      bandKelvin: 0.5,
      minimumOnMinutes: 0,
      minimumOffMinutes: 0,
      stageKelvin: 9,
      stageMinutes: 99,
      deadMinutes: 0,
    },
    wanted: constantly(-40),
    hourly: new Float64Array(Math.ceil(nightMinutes / 60)).fill(outdoorCelsius),
    startCelsius: fromCelsius,
    trace,
  });
  const at = trace.findIndex((t) => t <= setbackCelsius);
  return { endsCelsius: trace.at(-1) ?? fromCelsius, reachedAfter: at < 0 ? null : at + 1 };
}
