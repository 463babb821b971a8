/** What the device would get under a way of powering it that has not been chosen yet. */
import type { DeviceSheet } from '../devices/sheet';
import type { LowVoltageJob } from '../job/schema';
import { installedAsPlanned } from './installed-as-planned';
import type { PowerWay } from './powering';
import { predictedVolts, predictor, predictState } from './predict';
import { callStates, withAccessories } from './states';
import type { LowVoltageSystem } from './system';

export interface WayPrediction {
  idleVolts: number;
  /** In the state that leaves it least. */
  worstVolts: number;
  worstState: string;
}

/** Null where the device takes nothing from a transformer that way. */
export function predictWay(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  way: PowerWay,
): WayPrediction | null {
  const installed = installedAsPlanned(job, system, sheet, way.plan);
  const { device } = installed;
  if (!device) return null;
  const p = predictor(installed);
  const states = withAccessories(callStates(system, false), way.plan.accessories).filter((s) => !s.dead);
  const reads = states.map((s) => ({
    state: s.name,
    volts: predictedVolts(predictState(p, s), `wall.${device.hot}`, `wall.${device.common}`) ?? 0,
  }));
  const worst = [...reads].sort((a, b) => a.volts - b.volts)[0];
  return worst && reads[0] ? { idleVolts: reads[0].volts, worstVolts: worst.volts, worstState: worst.state } : null;
}
