/** What stands beside the wiring of every house: its sensors, and the card, the clock and the week of its device. */
import type { Job } from '../src/core/job/schema';
import type { RigState } from '../src/core/rig/protocol';
import { CardBench, isCardFault } from './card-bench';
import { isSensorFault, SensorBench, splitActs } from './sensor-bench';
import { isWeekFault, WeekBench } from './week-bench';

export { splitActs };

/** Whether a fault is one of these, not of the wiring or the equipment. */
export const isBenchFault = (id: string): boolean => isSensorFault(id) || isWeekFault(id) || isCardFault(id);

export class Benches {
  private readonly sensors: SensorBench;
  private readonly week: WeekBench;
  private readonly card: CardBench;

  constructor(job: Job, faultIds: readonly string[]) {
    this.sensors = new SensorBench(job, faultIds);
    this.week = new WeekBench(job, faultIds);
    this.card = new CardBench(job, faultIds);
  }

  faults(): { id: string; name: string }[] {
    return [...this.sensors.faults(), ...this.week.faults(), ...this.card.faults()];
  }

  act(change: Readonly<Record<string, string | number | boolean>>): void {
    this.sensors.act(change);
  }

  advance(seconds: number): void {
    this.sensors.advance(seconds);
  }

  /** A house's state with what these show on a lit display. */
  seenIn(state: RigState): RigState {
    const shows = { ...this.sensors.shows(), ...this.week.shows(), ...this.card.shows(state.settings) };
    const hiddenFaults =
      state.hiddenFaults + this.sensors.hiddenCount() + this.week.hiddenCount() + this.card.hiddenCount();
    return state.display === 'lit' && Object.keys(shows).length > 0
      ? { ...state, shows: { ...state.shows, ...shows }, hiddenFaults }
      : { ...state, hiddenFaults };
  }
}
