/** A house's year off the page's thread: weeks compared, warm-up, a cheaper week; progress part by part, left off when asked. */
import * as Comlink from 'comlink';
import type { Job } from '../core/job/schema';
import { type CheaperWeek, cheaperWeek } from '../core/thermal/cheaper';
import { fitHouse, type HouseFit, readHouseLog } from '../core/thermal/fit';
import type { HouseForm } from '../core/thermal/house';
import { type HouseYear, houseYear, type WeekToCompare } from '../core/thermal/year';

let stopped = false;

/** Work that says how far it is, part by part; null when it was stopped. */
async function goOn<T>(work: Generator<number, T>, progress: (share: number) => void): Promise<T | null> {
  stopped = false;
  for (let part = work.next(); ; part = work.next()) {
    if (part.done) return part.value;
    progress(part.value);
    // A turn for the messages that wait: a stop among them.
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (stopped) return null;
  }
}

type Progress = (share: number) => void;

const api = {
  stop(): void {
    stopped = true;
  },
  run: (
    job: Pick<Job, 'family' | 'house'>,
    weeks: WeekToCompare[],
    weather: Float64Array | null,
    progress: Progress,
  ): Promise<HouseYear | null> => goOn(houseYear(job, weeks, weather), progress),
  /** A log read and the house fitted to it; what cannot be read is said by its line. */
  fit(
    form: HouseForm,
    text: string,
  ): { ok: true; fit: HouseFit; says: string[] } | { ok: false; line: number; problem: string } {
    const read = readHouseLog(text, form.heatWatts);
    return read.ok ? { ok: true, fit: fitHouse(form, read.rows), says: read.says } : read;
  },
  cheaper: (
    job: Pick<Job, 'family' | 'house' | 'week'>,
    weather: Float64Array | null,
    progress: Progress,
  ): Promise<CheaperWeek | null> => goOn(cheaperWeek(job, weather), progress),
};

export type HouseApi = typeof api;
Comlink.expose(api);
