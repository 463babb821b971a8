/** What the tests of this family are made of: the context, and measures with their predictions. */
import type { Point } from '../circuit/point';
import type { DeviceSheet } from '../devices/sheet';
import type { LowVoltageJob } from '../job/schema';
import type { MeasurePlan } from '../proof/proof-run';
import type { Told } from '../proof/told';
import { type Installed, toNetlist } from './installed';
import { OTHER_THERMOSTAT } from './loads.data';
import {
  band,
  METER_DEFAULT,
  meterTolerance,
  predictedVolts,
  type SourceEstimate,
  type StatePrediction,
} from './predict';
import type { Spreads } from './spread';
import type { CallState } from './states';
import type { LowVoltageSystem } from './system';

export interface ProofContext {
  job: LowVoltageJob;
  system: LowVoltageSystem;
  sheet: DeviceSheet;
  installed: Installed;
  states: readonly CallState[];
  predictions: ReadonlyMap<string, StatePrediction>;
  /** What is not known of supply, winding, loads and cores, as a reading follows it. */
  spread: Spreads | null;
  source: SourceEstimate;
  wired: readonly string[];
  /** Screws a sensor’s two leads land on; empty without one. */
  pair: readonly string[];
  /** The way the device is powered. */
  powering: string | null;
}

/** Not the display, and not the other zones' thermostats: what an installer sees or hears start. */
const UNSEEN: ReadonlySet<string> = new Set(['display', OTHER_THERMOSTAT]);
/** Something that a person can see or hear running. */
export const seenRunning = (runs: string): boolean => !UNSEEN.has(runs);

/** Everything of a circuit that somebody could see or hear running, the blower first: equipment may start it itself. */
export const runNames = (installed: Installed): string[] => [
  ...new Set([
    'blower',
    ...toNetlist(installed).elements.flatMap((e) =>
      e.kind === 'load' && e.runs && seenRunning(e.runs) ? [e.runs] : [],
    ),
  ]),
];

/** What ran in place of what should. */
export const toldRan = (installed: Installed): Told => ({
  ask: 'What ran?',
  keep: 'Keep what ran',
  none: 'Nothing ran',
  among: runNames(installed).map((name) => ({ id: name, label: name })),
});

/** Volts between two points in a state, with the band that is predicted. */
export function voltsMeasure(
  c: ProofContext,
  state: string,
  a: Point,
  b: Point,
  what: string,
  id: string,
): MeasurePlan | null {
  const prediction = c.predictions.get(state);
  const value = prediction ? predictedVolts(prediction, a, b, METER_DEFAULT) : null;
  if (value === null) return null;
  return {
    id,
    what,
    quantity: 'volts-ac',
    a,
    b,
    state,
    predicted: c.spread?.band(state, a, b, value) ?? band(value, c.source.spread),
    tolerance: meterTolerance(value),
    source: `${c.source.from ? 'from the measured idle voltage' : 'from a nominal 24 V transformer'}, by the circuit in state ${state}`,
  };
}

export const seen = (
  id: string,
  what: string,
  state: string,
  source: string,
  check: NonNullable<MeasurePlan['check']>,
): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state,
  predicted: { low: 1, high: 1 },
  tolerance: 0,
  seen: { yes: 'yes', no: 'no' },
  source,
  check,
});

/** Terminal of the common of the first transformer. */
export const common = (c: ProofContext): string => c.installed.transformers[0]?.common ?? 'C';

/** In a call, every load terminal at the board is either live or dead; each is worth one touch. */
export function boardMeasures(c: ProofContext, state: string): MeasurePlan[] {
  const loads = c.installed.loads;
  const prediction = c.predictions.get(state);
  return loads.flatMap((load) => {
    const m = voltsMeasure(
      c,
      state,
      `board.${load.terminal}`,
      `board.${load.common}`,
      `${load.terminal} to ${common(c)} at the board`,
      `board-${load.terminal}`,
    );
    if (!m || !prediction) return [];
    const live = m.predicted.low > 5;
    return [{ ...m, what: `${m.what}${live ? '' : ', must stay dead'}` }];
  });
}
