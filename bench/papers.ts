/** Papers by the press: a usual handover of each demo job once the press is warm, one of 5,000 readings, and the slowest turn of this process meanwhile. */
import { demoJobs } from '../demo/jobs';
import { emptyJob, Job } from '../src/core/job/schema';
import { printed } from '../src/papers/press';

export interface PaperFigures {
  usual: { median: number; worst: number; worstJob: string };
  long: { readings: number; seconds: number };
  /** The longest this process was held up while papers were made, ms. */
  held: number;
}

const LONG = 5000;

export async function benchPapers(): Promise<PaperFigures> {
  const town = await demoJobs();
  const first = town[0];
  if (first) await printed('handover', first.job);
  let held = 0;
  let last = performance.now();
  const turning = setInterval(() => {
    const now = performance.now();
    held = Math.max(held, now - last - 5);
    last = now;
  }, 5);
  const times: { id: string; ms: number }[] = [];
  for (const { id, job } of town) {
    const start = performance.now();
    await printed('handover', job);
    times.push({ id, ms: performance.now() - start });
  }
  const reading = {
    at: '2026-03-01T09:00:00Z',
    by: 'bench',
    source: 'typed',
    quantity: 'volts-ac',
    value: 24,
    a: 'wall.R',
    b: 'board.C',
    state: 'idle',
    stop: 'survey',
  };
  const long = Job.parse({
    ...emptyJob(),
    readings: Object.fromEntries(Array.from({ length: LONG }, (_, i) => [`r${i}`, reading])),
  });
  const start = performance.now();
  await printed('handover', long);
  const seconds = (performance.now() - start) / 1000;
  clearInterval(turning);
  times.sort((a, b) => a.ms - b.ms);
  const worst = times.at(-1);
  return {
    usual: {
      median: times[times.length >> 1]?.ms ?? Number.NaN,
      worst: worst?.ms ?? Number.NaN,
      worstJob: worst?.id ?? '',
    },
    long: { readings: LONG, seconds },
    held,
  };
}
