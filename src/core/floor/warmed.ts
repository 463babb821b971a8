/** The floor warming up: its model fitted to what was logged, how long to the target, and what holds it there. */
import type { FloorJob } from '../job/schema';
import { readingsFor } from '../proof/proof-run';
import { constantly } from '../week/wanted';
import { type FloorFit, type Forecast, fitFloor, forecast, type LogPoint } from './fit';
import { type FloorHouse, type FloorState, type Holding, holding } from './model';
import { RISE_MINUTES } from './proof';
import { minuteStep, runFloor } from './run';
import { minutesTo, roomHeld } from './warm-up';
import { mostCelsius } from './week';

export interface WarmUp {
  house: FloorHouse;
  fit: FloorFit & { start: FloorState };
  forecast: Forecast;
  points: LogPoint[];
  /** Minutes to the warmest profile, or the limit where there is no week: expected, soonest, latest. */
  target: { celsius: number; minutes: number | null; soonest: number | null; latest: number | null };
  /** The most the probe comes to at full power. */
  mostCelsius: number;
  /** The target held: where the heat goes, and how the relay cycles. */
  hold: Holding & { minutesOn: number; minutesOff: number };
  /** Where the floor is the only heat: what full power holds at the design temperature. */
  held: { roomCelsius: number; outdoorCelsius: number; wantedCelsius: number } | null;
}

const FORECAST_MINUTES = 240;

/** Logged points and the proof's own two readings of the rise. */
function pointsOf(job: FloorJob, start: number): LogPoint[] {
  const logged = job.survey.log ?? [];
  if (logged.length > 0) return [...logged];
  const rise = readingsFor(job, 'rise', 'rise').at(-1);
  return rise
    ? [
        { minute: 0, celsius: start },
        { minute: RISE_MINUTES, celsius: start + rise.value },
      ]
    : [];
}

/** Two days at the target, the second counted: how long the relay is on and off in turn. */
function cycling(
  house: FloorHouse,
  celsius: number,
  differentialKelvin: number,
): { minutesOn: number; minutesOff: number } {
  const { model, around } = house;
  const day = 1440;
  const control = {
    mode: 'floor' as const,
    wanted: constantly(celsius),
    limitCelsius: 90,
    differentialKelvin,
    cheap: null,
  };
  const input = { model, step: minuteStep(model), around, hourly: null, control, from: 0, minutes: day };
  const first = runFloor({ ...input, start: house.start });
  const second = runFloor({ ...input, start: first.state, on: first.on });
  const cycles = Math.max(1, second.switchings / 2);
  return { minutesOn: second.onMinutes / cycles, minutesOff: (day - second.onMinutes) / cycles };
}

/** The warm-up forecast with what was logged, and when the limit is reached. */
export function warmUpOf(job: FloorJob, house: FloorHouse, limitCelsius: number, differentialKelvin: number): WarmUp {
  const points = pointsOf(job, house.start[3] ?? 20);
  const fit = fitFloor(house.model, house.around, house.start, points);
  const last = points.reduce((m, p) => Math.max(m, p.minute), 0);
  const f = forecast(house.model, house.around, fit, Math.max(FORECAST_MINUTES, Math.ceil(last)));
  const profiles = Object.values(job.week.profiles);
  const byFloor = job.survey.purpose !== 'sole';
  const celsius =
    byFloor && profiles.length > 0 ? Math.max(...profiles.map((p) => p.heatCelsius)) : Math.min(limitCelsius, 28);
  const fitted = { ...house, model: fit.model };
  const design = job.survey.designCelsius ?? job.survey.outdoorCelsius ?? -5;
  return {
    house,
    fit,
    forecast: f,
    points,
    target: {
      celsius,
      minutes: minutesTo(f.expected, celsius),
      soonest: minutesTo(f.high, celsius),
      latest: minutesTo(f.low, celsius),
    },
    mostCelsius: mostCelsius(fitted),
    hold: { ...holding(fit.model, house.around, celsius), ...cycling(fitted, celsius, differentialKelvin) },
    held:
      job.survey.purpose === 'sole'
        ? {
            roomCelsius: roomHeld(fit.model, { ...house.around, outCelsius: design }, limitCelsius),
            outdoorCelsius: design,
            wantedCelsius: profiles.length > 0 ? Math.max(...profiles.map((p) => p.heatCelsius)) : 20,
          }
        : null,
  };
}
