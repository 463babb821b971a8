/** A year of a house beside the same in C, and the long work of the Week: compared, optimised, fitted. */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { SHIPPED_SHEETS } from '../src/core/devices/shipped.data';
import { emptyJobOf } from '../src/core/job/schema';
import { cheaperWeek } from '../src/core/thermal/cheaper';
import { type Equipment, USUAL_STEERING } from '../src/core/thermal/equipment';
import { fitHouse, type LogRow } from '../src/core/thermal/fit';
import { FORM_DEFAULTS, houseOf } from '../src/core/thermal/house';
import { stepOf } from '../src/core/thermal/network';
import { beginning, type HouseUse, runHouse } from '../src/core/thermal/run';
import { MINUTES_OF_YEAR, syntheticYear } from '../src/core/thermal/weather';
import { houseYear } from '../src/core/thermal/year';
import { programmeOf } from '../src/core/week/programme';
import { parseSpoken } from '../src/core/week/spoken';
import { wantedByMinute } from '../src/core/week/wanted';

const SEED = 20_261_125;
const WATTS = [8000, 4000];

const said = parseSpoken(
  'up 6:30, out 8:30, back 12:10, out 13:20, back 17, bed 22:30; Sat Sun up 8, in; Wed out till 13',
  { profiles: {} },
  'si',
);
if (!said.ok) throw new Error(said.problem.why);
const { week } = said;

interface Twin {
  ns: number;
  end: number[];
  heat: number;
  cost: number;
  starts: number;
}

/** Best milliseconds of some calls, after one to warm up. */
function bestMs(run: () => void, times: number): number {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= times; i++) {
    const from = performance.now();
    run();
    if (i > 0) best = Math.min(best, performance.now() - from);
  }
  return best;
}

/** @param compiled path of the C twin; null without a compiler */
export function benchHouse(build: string, compiled: string | null): string[] {
  const house = houseOf(FORM_DEFAULTS);
  const equipment: Equipment = { kind: 'stages', watts: WATTS, efficiency: 0.9 };
  const hourly = syntheticYear(SEED);
  const price = Float64Array.from({ length: 1440 }, (_, m) => (m < 420 ? 0.1 : 0.3));
  const wanted = wantedByMinute(week);
  let use: HouseUse | null = null;
  const ms = bestMs(() => {
    use = runHouse({ house, equipment, steering: USUAL_STEERING, wanted, hourly, price });
  }, 30);
  const ns = (ms * 1e6) / MINUTES_OF_YEAR;
  const found = use as HouseUse | null;
  let twinText = '| no C compiler here | |';
  if (compiled && found) {
    const { phi, gamma } = stepOf(house.network, 60);
    const s = USUAL_STEERING;
    const start = beginning(house, wanted[0] ?? 20, hourly[0] ?? 0);
    const file = `${build}/house-year.txt`;
    writeFileSync(
      file,
      [
        phi,
        gamma,
        start,
        [
          s.bandKelvin / 2,
          s.minimumOnMinutes,
          s.minimumOffMinutes,
          s.stageKelvin,
          s.stageMinutes,
          s.deadMinutes,
          house.groundCelsius,
          house.gainsWatts,
          0.9,
        ],
        [WATTS.length, hourly.length],
        [...WATTS, 0, 0],
        hourly,
        wanted,
        wanted,
        price,
      ]
        .map((a) => Array.from(a as ArrayLike<number>).join(' '))
        .join('\n'),
    );
    const twin = JSON.parse(execFileSync(compiled, [file], { encoding: 'utf8' })) as Twin;
    const apart = Math.max(...twin.end.map((t, i) => Math.abs(t - (found.end[i] ?? Number.NaN))));
    if (!(apart < 1e-9) || twin.starts !== found.starts) throw new Error(`the house’s C twin differs by ${apart} K`);
    twinText = `| ${((twin.ns * MINUTES_OF_YEAR) / 1e6).toFixed(1)} ms | ${(ns / twin.ns).toFixed(2)} |`;
  }
  const drain = <T>(work: Generator<number, T>): void => {
    for (let part = work.next(); !part.done; part = work.next());
  };
  const job = {
    ...emptyJobOf('boiler'),
    house: { areaSquareMetres: 110, offPeak: { from: 0, to: 420, perKwh: 0.1 } },
    week,
  };
  const weeks = [1, 2].map((i) => ({ id: String(i), name: String(i), wanted }));
  const rows: LogRow[] = Array.from({ length: 288 }, (_, i) => ({
    minute: i * 15,
    airCelsius: 19 + Math.sin(i / 20),
    outdoorCelsius: 4 + 3 * Math.sin(i / 15),
    heatWatts: i % 96 > 24 && i % 96 < 88 ? 6000 : 0,
  }));
  const fits = SHIPPED_SHEETS.map((sheet) =>
    bestMs(() => {
      programmeOf(
        { ...week },
        sheet.schedule,
        undefined,
        {
          heatCelsius: sheet.heatRangeCelsius,
          coolCelsius: sheet.coolRangeCelsius,
          deadbandKelvin: sheet.deadbandKelvin,
        },
        'si',
      );
    }, 5),
  );
  return [
    '',
    'A year of a house of four nodes in one-minute exact steps, with its control, stages, rests, price by the hour and balance: best of 30 runs against best of 15, in a process of its own as the application’s worker is. Same algorithm in C: wanted ≤ 1.5.',
    '',
    '| run | here | same in C -O2 | ratio |',
    '| --- | --- | --- | --- |',
    `| a house’s year, ${MINUTES_OF_YEAR} steps | ${ms.toFixed(1)} ms ${twinText}`,
    '',
    'The long work of the Week, as its worker does it.',
    '',
    '| what | best | wanted |',
    '| --- | --- | --- |',
    `| three weeks compared over a year, seven draws each | ${bestMs(() => drain(houseYear(job, weeks, null)), 2).toFixed(0)} ms | < 1 s |`,
    `| a cheaper week: three plans, each judged by a year | ${bestMs(() => drain(cheaperWeek(job, null)), 2).toFixed(0)} ms | < 1 s |`,
    `| a house fitted to a log of 288 rows | ${bestMs(() => fitHouse(FORM_DEFAULTS, rows), 2).toFixed(0)} ms | < 1 s |`,
    `| a week fitted to a shipped sheet, the slowest of ${fits.length} | ${Math.max(...fits).toFixed(1)} ms | < 50 ms |`,
  ];
}
