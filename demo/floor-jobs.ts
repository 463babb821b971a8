/** Heated floors of the demo town. */
import { proveOnWorld } from '../rig/prove';
import { derive } from '../src/core/derive';
import { jobAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import { ohmsAt } from '../src/core/floor/thermistor';
import { floorWeek } from '../src/core/floor/week';
import { throughSeen } from '../src/core/job/measured';
import type { Job } from '../src/core/job/schema';
import { arrived, BY, type DemoJob, file, provedDead } from './parts';

const mat = (ratedWatts: number, ratedVolts: number, more: object = {}): object => ({
  ratedWatts,
  ratedVolts,
  ...more,
});

/** Everything on the work list, the card and the first start as it should be. */
function finished(job: Job, at: string): Job {
  const f = ownOf(derive(job), 'floor');
  const start = f.start.flatMap((s) => {
    if (s.expected === null) return [];
    const said =
      'value' in s.expected ? s.expected.value : String(Math.round((s.expected.low + s.expected.high) * 5) / 10);
    return [[s.id, { said, at }] as const];
  });
  const stamp = { at, by: BY, source: 'typed' } as const;
  return throughSeen(
    jobAs(job, 'floor'),
    (j) => ({
      ...j,
      connect: { ...j.connect, done: Object.fromEntries(f.steps.map((s) => [s.id, true])) },
      setUp: { ...j.setUp, entered: Object.fromEntries(f.settings.card.map((r) => [r.key, true])) },
      survey: {
        ...j.survey,
        landed: Object.fromEntries(f.terminals.map((t) => [t.terminal, t.meant])),
        start: Object.fromEntries(start),
      },
    }),
    stamp,
  ) as Job;
}

/** A 12 k probe left on the factory's 10 k: the display is four kelvin low. */
function bathJob(): Promise<Job> {
  const bath = arrived(
    file({
      family: 'floor',
      number: '0181',
      site: { name: 'Harbour master’s house', address: '1 Mole Street, Skerrow Haven', customer: 'H. Veck' },
      zone: 'bathroom',
      device: 'fs4-screen',
      survey: {
        region: 'NA',
        supplyVolts: 240,
        firstToEarth: 120,
        secondToEarth: 120,
        breakerAmps: 20,
        mats: {
          m1: mat(450, 240, {
            before: { ohms: 128.1, megohms: 550 },
            after: { ohms: 128.6, megohms: 480 },
            connection: { ohms: 128.4, megohms: 500 },
          }),
        },
        areaSquareMetres: 3.6,
        covering: 'tile',
        build: 'board',
        beneath: 'heated',
        purpose: 'bath',
        probe: { ohms: Math.round(ohmsAt('12k', 20.5)), floorCelsius: 20.8, place: 'between' },
        roomCelsius: 20,
        outdoorCelsius: 6,
        slackMillimetres: 170,
        screenEarthed: true,
        old: 'mechanical',
        price: { perKwh: 0.29, currency: 'EUR', offPeak: { from: 1380, to: 420, perKwh: 0.17 } },
      },
      week: floorWeek('bath', 34),
    }),
  );
  const bathReady = finished(provedDead(bath, '2026-11-25T08:10:00Z', 240), '2026-11-25T09:02:00Z');
  return proveOnWorld(bathReady, {
    startAt: '2026-11-25T09:10:00Z',
    faults: ['probe-type'],
    tests: 4,
    by: BY,
  });
}

/** More than a relay carries: two mats by a contactor, warmed and logged. */
function taproomJob(): Promise<Job> {
  const taproom = arrived(
    file({
      family: 'floor',
      number: '0182',
      site: { name: 'Capstan taproom', address: '5 Quay Lane, Skerrow Haven', customer: 'Capstan partners' },
      zone: 'bar floor',
      device: 'fs4-screen',
      survey: {
        region: 'NA',
        supplyVolts: 240,
        firstToEarth: 120,
        secondToEarth: 120,
        breakerAmps: 20,
        mats: {
          m1: mat(1800, 240, { name: 'Window side', connection: { ohms: 32.4, megohms: 420 } }),
          m2: mat(1500, 240, { name: 'Bar side', connection: { ohms: 38.9, megohms: 390 } }),
        },
        joined: 'parallel',
        togetherOhms: 17.7,
        areaSquareMetres: 24,
        covering: 'stone',
        build: 'screed',
        beneath: 'ground',
        purpose: 'comfort',
        probe: { ohms: Math.round(ohmsAt('10k', 17)), floorCelsius: 17.2, place: 'between' },
        roomCelsius: 17,
        outdoorCelsius: 6,
        slackMillimetres: 220,
        screenEarthed: true,
        price: { perKwh: 0.24, currency: 'EUR' },
        log: [
          { minute: 0, celsius: 17 },
          { minute: 15, celsius: 17.7 },
          { minute: 30, celsius: 18.6 },
          { minute: 45, celsius: 19.5 },
          { minute: 60, celsius: 20.4 },
          { minute: 90, celsius: 22 },
        ],
      },
      week: floorWeek('comfort', 30),
    }),
  );
  return proveOnWorld(finished(provedDead(taproom, '2026-11-24T08:10:00Z', 240), '2026-11-24T10:02:00Z'), {
    startAt: '2026-11-24T10:10:00Z',
    by: BY,
  });
}

/** A cable for half the supply, not powered yet. */
function loftJob(): Job {
  return arrived(
    file({
      family: 'floor',
      number: '0183',
      site: { name: 'Signal loft', address: 'North Head, Skerrow Haven', customer: 'Pilotage board' },
      zone: 'shower',
      device: 'fs4-screen',
      survey: {
        region: 'NA',
        supplyVolts: 240,
        firstToEarth: 120,
        secondToEarth: 120,
        mats: { m1: mat(300, 120, { before: { ohms: 48.2, megohms: 550 } }) },
        areaSquareMetres: 2.4,
        covering: 'tile',
        build: 'board',
        beneath: 'unheated',
        purpose: 'bath',
        probe: { ohms: 12_500, floorCelsius: 20 },
      },
    }),
  );
}

/** Timber over joists, the room's only heat, on a plain device that starts at the time. */
function readingJob(): Job {
  return arrived(
    file({
      family: 'floor',
      number: '0184',
      site: { name: 'Reading room', address: '12 Bell Bank, Skerrow Haven', customer: 'Hall wardens' },
      zone: 'reading room',
      device: 'fb1-button',
      survey: {
        region: 'EU',
        supplyVolts: 231,
        breakerAmps: 16,
        groundFault: 'upstream',
        mats: { m1: mat(1200, 230, { connection: { ohms: 44.3, megohms: 500 } }) },
        areaSquareMetres: 14,
        covering: 'timber',
        build: 'joists',
        beneath: 'unheated',
        purpose: 'sole',
        probe: { ohms: Math.round(ohmsAt('33k', 16)), floorCelsius: 16, type: '33k', place: 'between' },
        roomCelsius: 16,
        outdoorCelsius: 5,
        designCelsius: -8,
        lossWattsPerKelvin: 38,
      },
      week: floorWeek('sole', 27),
    }),
  );
}

/** The heated floors of the demo town. */
export async function floorJobs(): Promise<DemoJob[]> {
  return [
    { id: 'demo-bath', at: '2026-11-25T10:00:00.000Z', job: await bathJob() },
    { id: 'demo-taproom', at: '2026-11-24T18:40:00.000Z', job: await taproomJob() },
    { id: 'demo-loft', at: '2026-11-24T18:10:00.000Z', job: loftJob() },
    { id: 'demo-reading', at: '2026-11-24T17:50:00.000Z', job: readingJob() },
  ];
}
