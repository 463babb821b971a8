/** Hot water judged: each window against the reheat it must hold, and why there was none at a time of day. */
import { type Finding, finding } from '../findings/finding';
import type { BoilerSurvey } from '../job/boiler-schema';
import { clock } from '../units/units';
import { DAYS } from '../week/week';
import { hasCylinder, type Plant } from './parts';
import { type CylinderDay, reheatSeconds, type Store, settledDay, type Window } from './reheat';

export interface HotWater {
  store: Store;
  /** From cold; null where the power never gets there. */
  reheatMinutes: number | null;
  windows: { from: number; to: number; minutes: number; needsMinutes: number | null; short: number }[];
  day: CylinderDay;
  /** Saturday and Sunday, where their windows differ: a weekend of such days, settled. */
  weekend: { windows: HotWater['windows']; day: CylinderDay } | null;
  /** Days with windows of their own, each as if every day were such. */
  days: { day: number; windows: HotWater['windows'] }[];
}

/** Usable hot water at a tap, mixed. */
const TAP_CELSIUS = 45;
const USUAL = { coilWatts: 15_000, boilerWatts: 18_000, targetCelsius: 60, coldCelsius: 10, lossWattsPerKelvin: 1.6 };
const DEFAULT_WINDOWS = [
  { from: 360, to: 450 },
  { from: 1020, to: 1110 },
];
const DEFAULT_DRAWS = [
  { at: 420, litres: 60 },
  { at: 1200, litres: 50 },
];

/** The store as surveyed, usual figures where nobody said; null without its litres. */
export function storeOf(survey: BoilerSurvey): Store | null {
  const c = survey.cylinder;
  if (!c) return null;
  return {
    litres: c.litres,
    watts: Math.min(c.coilWatts ?? USUAL.coilWatts, survey.boilerWatts ?? USUAL.boilerWatts),
    targetCelsius: c.targetCelsius ?? USUAL.targetCelsius,
    coldCelsius: c.coldCelsius ?? USUAL.coldCelsius,
    lossWattsPerKelvin: c.lossWattsPerKelvin ?? USUAL.lossWattsPerKelvin,
  };
}

/** The store over a settled day, each window against the reheat it must hold; nothing without a store. */
export function hotWater(survey: BoilerSurvey): { result: HotWater | null; findings: Finding[] } {
  const store = storeOf(survey);
  if (!store) return { result: null, findings: [] };
  // The flow heats it: a store as hot as the flow is never reached, however long the window.
  const flow = survey.emitters === 'floor' ? undefined : survey.flowCelsius;
  const overFlow = flow !== undefined && store.targetCelsius >= flow;
  const reheat = (from: number): number | null => (overFlow ? null : reheatSeconds(store, from));
  const seconds = reheat(store.coldCelsius);
  const reheatMinutes = seconds === null ? null : Math.ceil(seconds / 60);
  const judged = (plan: readonly Window[]): Pick<HotWater, 'windows' | 'day'> => {
    const day = settledDay(store, plan, survey.drawOffs ?? DEFAULT_DRAWS);
    const windows = plan.map((w) => {
      const minutes = (w.to - w.from + 1440) % 1440;
      const from = day.celsius[Math.min(1439, w.from)] ?? store.coldCelsius;
      const needs = reheat(from);
      const needsMinutes = needs === null ? null : Math.ceil(needs / 60);
      return {
        from: w.from,
        to: w.to,
        minutes,
        needsMinutes,
        short: needsMinutes === null ? 1440 : Math.max(0, needsMinutes - minutes),
      };
    });
    return { windows, day };
  };
  const { windows, day } = judged(survey.windows ?? DEFAULT_WINDOWS);
  const weekend = survey.weekendWindows ? judged(survey.weekendWindows) : null;
  const days = Object.entries(survey.dayWindows ?? {}).map(([day, plan]) => ({
    day: Number(day),
    windows: judged(plan ?? []).windows,
  }));
  const findings: Finding[] = [];
  if (overFlow)
    findings.push(
      finding('boiler.store-over-flow', { store: store.targetCelsius, flow: flow ?? 0 }, ['store'], 'flow as noted'),
    );
  else if (reheatMinutes === null)
    findings.push(finding('boiler.reheat-never', { watts: store.watts }, ['store'], 'losses exceed the power'));
  const all = [
    ...windows.map((w) => ({ ...w, on: '' })),
    ...(weekend?.windows ?? []).map((w) => ({ ...w, on: ' at the weekend' })),
    ...days.flatMap((d) => d.windows.map((w) => ({ ...w, on: ` on ${DAYS[d.day] ?? ''}` }))),
  ];
  for (const w of all)
    if (w.short > 0 && w.needsMinutes !== null)
      findings.push(
        finding(
          'boiler.window-short',
          { at: `${clock(w.from)}${w.on}`, needed: w.needsMinutes, minutes: w.minutes, short: w.short },
          ['windows'],
          `${store.litres} L with ${Math.round(store.watts / 100) / 10} kW`,
        ),
      );
  if (store.targetCelsius < 60 && survey.cylinder?.seldomUsed !== true)
    findings.push(
      finding('boiler.store-cool', { celsius: store.targetCelsius }, ['store'], `target ${store.targetCelsius} °C`),
    );
  return { result: { store, reheatMinutes, windows, day, weekend, days }, findings };
}

/** Why the water was cold at a minute of the day: schedule, power or draw-off; null when it was hot. */
export function whyCold(hw: HotWater, minute: number, plant: Plant, fires: boolean): string | null {
  const at = hw.day.celsius[minute] ?? 0;
  if (at >= TAP_CELSIUS) return null;
  if (!fires) return 'The wiring: with hot water on alone the boiler does not fire.';
  if (!hasCylinder(plant.kind))
    return 'No store here: water is heated on demand. Look at what heats it, not at the schedule.';
  const before = [...hw.windows].reverse().find((w) => w.to <= minute);
  const during = hw.windows.find((w) => w.from <= minute && minute < w.to);
  if (during)
    return `The window began at ${clock(during.from)} and needs ${during.needsMinutes ?? '∞'} min; it had run ${minute - during.from}.`;
  if (!before) return 'No window has run yet today: the store still holds what the night left.';
  return before.short > 0
    ? `The window to ${clock(before.to)} was ${before.short} min too short for the power there is.`
    : `More was drawn since ${clock(before.to)} than the store holds; the next window comes later.`;
}
