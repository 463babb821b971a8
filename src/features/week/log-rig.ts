/** The rig's house logged for two days: heat wanted and not in turn, a row every quarter of an hour, as CSV. */
import type { Job } from '@core/job/schema';

const STEP_SECONDS = 900;
const ROWS = 192;
/** Heat wanted for so many rows, then not for as many. */
const TURN = 24;
const OUTDOORS = 4;
const WARM = 22;
const COOL = 5;
const HEAT_KEY = 'heat.joules';

/** Throws an Error in words where no rig answers, or its house does not say what heat goes into it. */
export async function logRig(job: Job, progress: (share: number) => void): Promise<string> {
  const { rigAddress, rigClient } = await import('../rig/rig-client');
  const rig = rigClient(rigAddress());
  await rig.load(job, [], OUTDOORS);
  // Its first start is waited for.
  let before = await rig.advance(600);
  const joulesOf = (s: typeof before): number => {
    const joules = s.shows?.[HEAT_KEY];
    if (typeof joules !== 'number') throw new Error('This house of the rig does not say what heat goes into it.');
    return joules;
  };
  joulesOf(before);
  const rows = ['minute,indoor °C,outdoor °C,heat W'];
  for (let i = 0; i < ROWS; i++) {
    if (i % TURN === 0)
      await rig.thermostat({
        mode: 'heat',
        fan: 'auto',
        heatCelsius: i % (2 * TURN) === 0 ? WARM : COOL,
        accessories: [],
      });
    const now = await rig.advance(STEP_SECONDS);
    const watts = (joulesOf(now) - joulesOf(before)) / STEP_SECONDS;
    rows.push([i * 15, before.roomCelsius, before.outdoorCelsius, Math.round(watts)].join(','));
    before = now;
    progress((i + 1) / ROWS);
  }
  return `${rows.join('\n')}\n`;
}
