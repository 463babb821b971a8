/** A floor's year off the page's thread: progress part by part, left off when asked. */
import * as Comlink from 'comlink';
import { type YearForecast, type YearInput, yearForecast } from '../core/floor/year';

let stopped = false;

const api = {
  stop(): void {
    stopped = true;
  },
  /** @returns null when it was stopped */
  async run(input: YearInput, progress: (share: number) => void): Promise<YearForecast | null> {
    stopped = false;
    const year = yearForecast(input);
    for (let part = year.next(); ; part = year.next()) {
      if (part.done) return part.value;
      progress(part.value);
      // A turn for the messages that wait: a stop among them.
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (stopped) return null;
    }
  },
};

export type FloorYearApi = typeof api;
Comlink.expose(api);
