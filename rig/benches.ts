/** What stands beside the wiring of every house: its sensors, and the clock and week of its device. */
import type { Job } from '../src/core/job/schema';
import type { RigState } from '../src/core/rig/protocol';
import { isSensorFault, SensorBench, splitActs } from './sensor-bench';
import { isWeekFault, WeekBench } from './week-bench';

export { splitActs };

/** Whether a fault is one of these, not of the wiring or the equipment. */
export const isBenchFault = (id: string): boolean => isSensorFault(id) || isWeekFault(id);

export class Benches {
  private readonly sensors: SensorBench;
  private readonly week: WeekBench;

  constructor(job: Job, faultIds: readonly string[]) {
    this.sensors = new SensorBench(job, faultIds);
    this.week = new WeekBench(job, faultIds);
  }

  faults(): { id: string; name: string }[] {
    return [...this.sensors.faults(), ...this.week.faults()];
  }

  act(change: Readonly<Record<string, string | number | boolean>>): void {
    this.sensors.act(change);
  }

  advance(seconds: number): void {
    this.sensors.advance(seconds);
  }

  /** A house's state with what these show on a lit display. */
  seenIn(state: RigState): RigState {
    const shows = { ...this.sensors.shows(), ...this.week.shows() };
    const hiddenFaults = state.hiddenFaults + this.sensors.hiddenCount() + this.week.hiddenCount();
    return state.display === 'lit' && Object.keys(shows).length > 0
      ? { ...state, shows: { ...state.shows, ...shows }, hiddenFaults }
      : { ...state, hiddenFaults };
  }
}
