/** The week of a floor: when each warm time must begin, what it costs, and whether it is reached at all. */
import type { FloorSurvey } from '../job/floor-schema';
import type { FloorJob, Week, WeekEvent } from '../job/schema';
import type { Lead } from '../week/lead';
import { MINUTES_OF_WEEK, wantedByMinute } from '../week/wanted';
import { type FloorHouse, type FloorState, settled } from './model';
import { minuteStep, type RunResult, runFloor, type SensorMode } from './run';
import type { FloorSheet } from './sheet';
import { LOOK_AHEAD_MINUTES, minutesTo, warmUpCurve } from './warm-up';

/** A warm time of a floor. On a device that is ready by its times it is entered as it is; a lead may reach back over midnight. */
export interface FloorLead extends Lead {
  profile: string;
  celsius: number;
  /** Minutes since the event before. */
  gapMinutes: number;
}

export interface WeekUse {
  kilowattHoursPerDay: number;
  costPerDay: number | null;
  /** Of the energy, what falls into the cheaper stretch. */
  cheapShare: number | null;
  coldestProbe: number;
}

/** Starting weeks by purpose: floor temperatures under tile, room temperatures where the room is steered. */
export function floorWeek(purpose: FloorSurvey['purpose'], limitCelsius: number | null, offPeak?: OffPeak): Week {
  const cap = (c: number): number => Math.min(c, limitCelsius ?? c);
  const [warm, low] =
    purpose === 'sole' ? [21, 18] : purpose === 'damp' ? [20, 12] : [cap(purpose === 'bath' ? 29 : 27), 20];
  const day: WeekEvent[] = [
    { minute: 390, profile: 'warm' },
    { minute: 510, profile: 'low' },
    { minute: 1020, profile: 'warm' },
    { minute: 1350, profile: 'low' },
  ];
  const rest: WeekEvent[] = [
    { minute: 450, profile: 'warm' },
    { minute: 1380, profile: 'low' },
  ];
  const days =
    purpose === 'damp'
      ? // An unheated room is dried once a day: in the cheaper hours, or in the small ones.
        cheapDays(offPeak ?? USUAL_DRYING, 'warm', 'low', DRYING_MINUTES)
      : [...Array.from({ length: 5 }, () => day), rest, rest];
  return {
    profiles: { warm: { name: 'Warm', heatCelsius: warm }, low: { name: 'Low', heatCelsius: low } },
    days,
  };
}

export interface WeekStep {
  /** From Monday 00:00. */
  minute: number;
  celsius: number;
}

/** The week as a list of steps in time, or null while nobody made one. */
export function weekEvents(week: Week): WeekStep[] | null {
  return (
    week.days?.flatMap((events, day) =>
      events.map((e) => ({ minute: day * 1440 + e.minute, celsius: week.profiles[e.profile]?.heatCelsius ?? 5 })),
    ) ?? null
  );
}

type OffPeak = NonNullable<NonNullable<FloorSurvey['price']>['offPeak']>;

/** Minutes of the week with the cheaper price, Monday 00:00 first; a stretch over midnight belongs to the day it begins on. */
export function cheapMinutes(offPeak: Omit<OffPeak, 'perKwh'> | undefined): Uint8Array | null {
  if (!offPeak) return null;
  const cheap = new Uint8Array(MINUTES_OF_WEEK);
  const long = offPeakMinutes(offPeak);
  for (const day of offPeak.days ?? EVERY_DAY)
    for (let m = 0; m < long; m++) cheap[(day * 1440 + offPeak.from + m) % MINUTES_OF_WEEK] = 1;
  return cheap;
}

const EVERY_DAY = [0, 1, 2, 3, 4, 5, 6] as const;
/** How long the cheaper stretch lasts. */
const offPeakMinutes = ({ from, to }: { from: number; to: number }): number =>
  to >= from ? to - from : to + 1440 - from;

/** A drying: so long, min, where the cheaper stretch is no shorter. */
const DRYING_MINUTES = 90;
/** In the small hours, where there is no tariff to look at. */
const USUAL_DRYING = { from: 120, to: 360 };

/** Warm from the beginning of each cheaper stretch, on its days, for so long at most. */
export function cheapDays(
  offPeak: Omit<OffPeak, 'perKwh'>,
  warm: string,
  low: string,
  mostMinutes = 1440,
): WeekEvent[][] {
  const days: WeekEvent[][] = Array.from({ length: 7 }, () => []);
  const long = Math.min(mostMinutes, offPeakMinutes(offPeak));
  for (const day of offPeak.days ?? EVERY_DAY)
    for (const [at, profile] of [
      [day * 1440 + offPeak.from, warm],
      [day * 1440 + offPeak.from + long, low],
    ] as const) {
      const minute = at % MINUTES_OF_WEEK;
      days[Math.floor(minute / 1440)]?.push({ minute: minute % 1440, profile });
    }
  return days.map((events) => events.sort((a, b) => a.minute - b.minute));
}

/** Minutes a week of drying that fall outside the cheaper stretch or on days without one; null where neither is asked. */
export function dryingOutside(week: Week, offPeak: OffPeak | undefined): number | null {
  const cheap = cheapMinutes(offPeak);
  if (!cheap || !week.days) return null;
  const wanted = wantedByMinute(week);
  const warm = Math.max(...wanted);
  const low = Math.min(...wanted);
  if (warm - low < 0.5) return null;
  return wanted.reduce((n, c, m) => n + (c > (warm + low) / 2 && cheap[m] === 0 ? 1 : 0), 0);
}

/** Cost of energy under a flat or two-part price; null without one. */
export function costOf(price: FloorSurvey['price'], kilowattHours: number, cheapKilowattHours: number): number | null {
  if (!price) return null;
  const cheap = price.offPeak ? cheapKilowattHours : 0;
  return (kilowattHours - cheap) * price.perKwh + cheap * (price.offPeak?.perKwh ?? 0);
}

const SETTLE_WEEKS = 2;
const STEP_MINUTES = 5;

export interface WeekForecast {
  leads: FloorLead[];
  use: WeekUse;
  /** The probe by minute of a settled week. */
  probe: Float64Array;
}

/** @param mode what the thermostat obeys: leads are those of the probe unless it obeys the room */
export function weekForecast(
  job: FloorJob,
  house: FloorHouse,
  sheet: FloorSheet,
  mode: SensorMode,
  limitCelsius: number,
): WeekForecast | null {
  const { days, profiles } = job.week;
  if (!days) return null;
  const { model, around } = house;
  const step = minuteStep(model);
  const { price } = job.survey;
  const control = {
    mode,
    wanted: wantedByMinute(job.week),
    limitCelsius,
    differentialKelvin: sheet.differentialKelvin,
    cheap: cheapMinutes(price?.offPeak),
  };
  const run = (start: FloorState, on: boolean, trace?: Float64Array): RunResult =>
    runFloor({
      model,
      step,
      around,
      hourly: null,
      control,
      start,
      from: 0,
      minutes: MINUTES_OF_WEEK,
      on,
      ...(trace ? { trace } : {}),
    });
  let state = house.start;
  let on = false;
  for (let w = 0; w < SETTLE_WEEKS; w++) ({ state, on } = run(state, on));
  const probe = new Float64Array(MINUTES_OF_WEEK);
  const week = run(state, on, probe);
  const kwh = week.inJoules / 3.6e6;
  const cheap = (week.cheapOnMinutes * model.watts * 60) / 3.6e6;
  const cost = costOf(price, kwh, cheap);
  return {
    leads: mode === 'floor' ? leadsOf(job, house, sheet, probe) : [],
    use: {
      kilowattHoursPerDay: kwh / 7,
      costPerDay: cost === null ? null : cost / 7,
      cheapShare: control.cheap && kwh > 0 ? cheap / kwh : null,
      coldestProbe: probe.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY),
    },
    probe,
  };

  function leadsOf(j: FloorJob, h: FloorHouse, s: FloorSheet, trace: Float64Array): FloorLead[] {
    const all = (j.week.days ?? []).flatMap((events, day) => events.map((e) => ({ ...e, day })));
    return all.flatMap((e, i): FloorLead[] => {
      const before = all[(i + all.length - 1) % all.length];
      const wanted = profiles[e.profile]?.heatCelsius;
      const was = before ? profiles[before.profile]?.heatCelsius : undefined;
      if (wanted === undefined || was === undefined || wanted <= was) return [];
      const at = e.day * 1440 + e.minute;
      const from = trace[at] ?? wanted;
      const gapMinutes = before ? (at - (before.day * 1440 + before.minute) + MINUTES_OF_WEEK) % MINUTES_OF_WEEK : 0;
      // Slab and probe alike where the floor has drifted; room and beneath as in the settled week's mean.
      const start = Float64Array.of(
        from,
        h.start[1] ?? from,
        (settledBeneath(h, from) + (h.start[2] ?? from)) / 2,
        from,
      );
      const lead = minutesTo(warmUpCurve(h.model, h.around, start, LOOK_AHEAD_MINUTES, step), wanted);
      const leadMinutes = lead === null ? null : Math.ceil(lead);
      const moved =
        s.schedule.times === 'start-at' && leadMinutes !== null
          ? Math.ceil(leadMinutes / STEP_MINUTES) * STEP_MINUTES
          : 0;
      const entered = (at - moved + MINUTES_OF_WEEK) % MINUTES_OF_WEEK;
      return [
        {
          day: e.day,
          minute: e.minute,
          profile: e.profile,
          celsius: wanted,
          leadMinutes,
          enterMinute: entered % 1440,
          enterDay: Math.floor(entered / 1440),
          gapMinutes,
        },
      ];
    });
  }
}

/** Beneath a slab that stands at a temperature for long. */
const settledBeneath = (h: FloorHouse, slab: number): number =>
  (h.model.slabToBeneath * slab + h.model.beneathToBelow * h.around.belowCelsius) /
  (h.model.slabToBeneath + h.model.beneathToBelow);

/** The most the probe ever reads at full power. */
export const mostCelsius = (house: FloorHouse): number => settled(house.model, house.around, house.model.watts)[3] ?? 0;
