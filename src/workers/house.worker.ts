/** A house's year off the page's thread: weeks compared and warm-up, progress part by part, left off when asked. */
import * as Comlink from 'comlink';
import type { HouseKept } from '../core/job/house-schema';
import type { Family } from '../core/job/schema';
import { type HouseYear, houseYear, type WeekToCompare } from '../core/thermal/year';

let stopped = false;

const api = {
  stop(): void {
    stopped = true;
  },
  /** @returns null when it was stopped */
  async run(
    job: { family: Family; house?: HouseKept | undefined },
    weeks: WeekToCompare[],
    weather: Float64Array | null,
    progress: (share: number) => void,
  ): Promise<HouseYear | null> {
    stopped = false;
    const year = houseYear(job, weeks, weather);
    for (let part = year.next(); ; part = year.next()) {
      if (part.done) return part.value;
      progress(part.value);
      // A turn for the messages that wait: a stop among them.
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (stopped) return null;
    }
  },
};

export type HouseApi = typeof api;
Comlink.expose(api);
