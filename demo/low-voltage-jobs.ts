/** The 24 V jobs of the demo town, each as far as it has come. */
import '../src/core/family/all';
import { seedOf } from '../rig/house/drawn';
import { proveOnWorld } from '../rig/prove';
import { derive } from '../src/core/derive';
import { ownOf } from '../src/core/family/registry';
import type { Job, Reading } from '../src/core/job/schema';
import { sealed } from '../src/core/record/seal';
import { parseSpoken } from '../src/core/week/spoken';
import { startingWeek } from '../src/core/week/week';
import { arrived, BY, type DemoJob, file, reading } from './parts';

const ofSafe = (at: string, minute: number, value: number, more: Partial<Reading>): Reading =>
  reading(new Date(Date.parse(at) + minute * 60_000).toISOString(), {
    quantity: 'volts-ac',
    value,
    stop: 'make-safe',
    ...more,
  });

/** Read live, supply off and heard, read dead, the meter on a live source again. */
const madeSafe = (job: Job, at: string, place: 'wall' | 'board', hot = 'R'): Job => ({
  ...job,
  supplies: { main: { name: 'Breaker 7, furnace', kind: 'breaker', state: 'off', heard: 'stopped' } },
  readings: {
    ...job.readings,
    safe0: ofSafe(at, 0, 26.2, { a: `${place}.${hot}`, b: `${place}.C`, measure: 'live-before', state: 'on' }),
    safe1: ofSafe(at, 2, 0.1, { a: `${place}.${hot}`, b: `${place}.C`, state: 'off' }),
    safe2: ofSafe(at, 3, 121, { measure: 'prove-after', state: 'on' }),
  },
});

const connected = (job: Job): Job => ({
  ...job,
  connect: { ...job.connect, done: Object.fromEntries(derive(job).shared.steps.map((s) => [s.id, true])) },
});

const powered = (job: Job, at: string, value: number): Job => {
  const d = ownOf(derive(job), '24v');
  const { device } = d.installed ?? {};
  if (!device) return job;
  return {
    ...job,
    powerUp: { display: 'lit' },
    supplies: Object.fromEntries(Object.entries(job.supplies).map(([k, s]) => [k, { ...s, state: 'on' as const }])),
    readings: {
      ...job.readings,
      up1: reading(at, {
        quantity: 'volts-ac',
        value,
        a: `wall.${device.hot}`,
        b: `wall.${device.common}`,
        stop: 'power-up',
        state: 'idle',
      }),
    },
  };
};

const setUp = (job: Job, how: 'all' | number): Job => {
  const d = ownOf(derive(job), '24v');
  const rows = how === 'all' ? d.settings.card : d.settings.card.slice(0, how);
  return {
    ...job,
    setUp: {
      ...job.setUp,
      entered: Object.fromEntries(rows.map((r) => [r.key, true])),
      ...(how === 'all' ? { detected: d.wired } : {}),
    },
  };
};

const proved = (job: Job, startAt: string, faults: readonly string[], tests: number): Promise<Job> =>
  proveOnWorld(job, { startAt, faults, tests, by: BY, seed: seedOf(job.site.name) });

const joined = (job: Job): Job => ({
  ...job,
  join: {
    ...job.join,
    internet: 'yes',
    networkName: 'tidewater-guest',
    band: '2.4',
    signalDbm: -61,
    account: 'warden@skerrow-haven.example',
    placeName: 'Skerrow Haven',
    timeZone: 'Etc/GMT',
    controlProof: 'setpoint',
  },
});

/** A job as far as Set up: arrived, dead and proved, connected, powered, set and joined. */
const wiredUp = (value: object, at: { safeAt: string; upAt: string; volts: number }): Job =>
  joined(setUp(powered(connected(madeSafe(arrived(file(value)), at.safeAt, 'wall')), at.upAt, at.volts), 'all'));

/** A week in the customer's own words. */
function said(words: string): Job['week'] {
  const r = parseSpoken(words, { profiles: {} }, 'si');
  if (!r.ok) throw new Error(`${r.problem.word}: ${r.problem.why}`);
  return r.week;
}

/** The cottage as its people live in it: who listens where, what the house is, and a week of their own. */
function lived(job: Job): Job {
  const at = '2026-11-24T11:20:00Z';
  const celsius = (measure: string, value: number, n: number): [string, Job['readings'][string]] => [
    `sensor${n}`,
    reading(at, { quantity: 'celsius', value, measure: `sensor.${measure}`, stop: 'week' }),
  ];
  return {
    ...job,
    week: said('up 6:30, out 8:15, back 16:30, bed 22; Fri Sat bed 23:30; Sat Sun up 8, in'),
    house: {
      areaSquareMetres: 96,
      storeys: 2,
      age: 'late',
      glazing: 'double',
      emitter: 'air',
      heater: 'heat-pump',
      heatWatts: 7000,
      auxWatts: 5000,
      points: [
        { outdoorCelsius: -8, watts: 4600, cop: 2.2 },
        { outdoorCelsius: 8, watts: 7000, cop: 3.7 },
      ],
      perKwh: 0.28,
      currency: 'crowns',
      designCelsius: -6,
    },
    sensors: {
      hall: { name: 'Hall', kind: 'built-in', spoiltBy: 'nothing', counts: { in: 'always', out: 'always' } },
      bed: {
        name: 'Bedroom',
        kind: 'remote',
        heard: true,
        battery: 'fine',
        counts: { in: 'occupied', night: 'always' },
        occupied: true,
      },
      yard: { name: 'Yard', kind: 'outdoor', over: 'network' },
    },
    readings: {
      ...job.readings,
      ...Object.fromEntries([
        celsius('hall.shows', 19.4, 1),
        celsius('hall.reference', 19.2, 2),
        celsius('bed.shows', 21, 3),
        celsius('yard.shows', 6.5, 4),
      ]),
    },
  };
}

function netLoftJob(): Job {
  return madeSafe(
    arrived(
      file({
        number: '0147',
        site: { name: 'Net loft', address: '3 Quay Lane, Skerrow Haven', customer: 'Net loft committee' },
        zone: 'upper floor',
        device: 't24-five',
        survey: {
          region: 'NA',
          cables: { main: { gauge: 'AWG 18', metres: 14, cores: 5 } },
          equipment: { fuel: 'gas' },
          lines: 'r red, w white/grey, y yellow, g green, spare blue, jumper r rc',
        },
      }),
    ),
    '2026-11-23T09:12:00Z',
    'board',
  );
}

async function ferryJob(): Promise<Job> {
  const ferry = wiredUp(
    {
      number: '0151',
      site: { name: 'Ferry office', address: '1 Harbour Steps, Skerrow Haven', customer: 'Harbour board' },
      zone: 'ticket hall',
      device: 't24-five',
      survey: {
        region: 'NA',
        equipment: { fuel: 'gas', efficiencyPercent: 95 },
        lines: 'r red, c blue, y yellow, g green, w white',
      },
      week: said('up 6:30, out 8:30, back 17, bed 22:30; Sat Sun up 8, in; Wed out till 13'),
    },
    { safeAt: '2026-11-23T13:05:00Z', upAt: '2026-11-23T13:31:00Z', volts: 26.3 },
  );
  return await proved(ferry, '2026-11-23T13:50:00Z', [], 5);
}

async function flatJob(): Promise<Job> {
  const flat = wiredUp(
    {
      number: '0139',
      site: { name: 'Cannery flats', address: '22 Cooper Row, Skerrow Haven', customer: 'P. Aldane' },
      zone: 'flat 3',
      device: 't24-five',
      survey: {
        region: 'NA',
        cables: { main: { gauge: 'AWG 18', metres: 9, cores: 5 } },
        equipment: { fuel: 'gas', efficiencyPercent: 80 },
        lines: 'r red, c black, y yellow, g green, w white',
      },
      week: startingWeek(),
    },
    { safeAt: '2026-11-19T08:40:00Z', upAt: '2026-11-19T09:02:00Z', volts: 25.9 },
  );
  const flatProved = await proved(flat, '2026-11-19T09:20:00Z', [], 20);
  return {
    ...flatProved,
    handOver: {
      shown: {
        setpoint: 'did',
        hold: 'did',
        mode: 'shown',
        rest: 'shown',
        fan: 'shown',
        schedule: 'did',
        call: 'shown',
        app: 'did',
      },
    },
  };
}

async function hallJob(): Promise<Job> {
  const hall = wiredUp(
    {
      number: '0152',
      site: { name: 'Chapel hall', address: '9 Bell Bank, Skerrow Haven', customer: 'Hall wardens' },
      zone: 'main room',
      device: 't24-five',
      survey: {
        region: 'NA',
        equipment: { fuel: 'propane' },
        lines: 'r red, c blue, y yellow, g green, w white',
      },
      week: startingWeek(),
    },
    { safeAt: '2026-11-24T08:15:00Z', upAt: '2026-11-24T08:44:00Z', volts: 26.1 },
  );
  return await proved(hall, '2026-11-24T09:00:00Z', ['swap-board-k3-k4'], 4);
}

function bathingJob(): Job {
  return arrived(
    file({
      number: '0154',
      site: { name: 'Bathing house', address: 'Strand Road, Skerrow Haven' },
      zone: 'changing rooms',
      device: 't24-five',
      survey: { seen: { thickConductors: true, wireNuts: true, mainsLabel: '240 V' } },
      supplies: { main: { name: 'Breaker 2', kind: 'breaker', state: 'on' } },
    }),
  );
}

function customsJob(): Job {
  return file({
    number: '0156',
    site: { name: 'Customs shed', address: 'East Quay, Skerrow Haven' },
    zone: 'counter',
  });
}

function stationJob(): Job {
  return setUp(
    powered(
      connected(
        madeSafe(
          arrived(
            file({
              number: '0149',
              site: { name: 'Lifeboat station', address: 'Slip Road, Skerrow Haven', customer: 'Station trustees' },
              zone: 'crew room',
              device: 'v7-menu',
              survey: {
                region: 'NA',
                cables: { main: { gauge: 'AWG 18', metres: 22, cores: 8 } },
                equipment: { fuel: 'gas', efficiencyPercent: 96, transformerVA: 40 },
                lines: 'r red, c blue, w1 white, w2 brown, y1 yellow, y2 orange, g green, spare black',
              },
            }),
          ),
          '2026-11-22T10:10:00Z',
          'wall',
        ),
      ),
      '2026-11-22T10:55:00Z',
      25.6,
    ),
    6,
  );
}

async function cottageJob(): Promise<Job> {
  const cottage = wiredUp(
    {
      number: '0155',
      site: { name: 'Keeper’s cottage', address: 'North Head, Skerrow Haven', customer: 'The keeper' },
      zone: 'whole house',
      device: 'p9-pump',
      survey: {
        region: 'NA',
        equipment: {
          fuel: 'electric',
          outdoorUnit: 'heat-pump',
          reversingValve: 'O',
          pump: {
            warm: { outdoorCelsius: 8.3, watts: 9800, cop: 3.5 },
            cold: { outdoorCelsius: -8.3, watts: 5900, cop: 2.2 },
          },
          house: { wattsPerKelvin: 260, balanceCelsius: 16 },
        },
        lines: 'r red, c blue, y yellow, g green, o orange, w white',
      },
      week: startingWeek(),
    },
    { safeAt: '2026-11-24T10:05:00Z', upAt: '2026-11-24T10:40:00Z', volts: 26.0 },
  );
  return await proved(cottage, '2026-11-24T10:55:00Z', ['valve-setting'], 4);
}

function storeJob(): Job {
  return madeSafe(
    arrived(
      file({
        number: '0150',
        site: { name: 'Net loft', address: '3 Quay Lane, Skerrow Haven', customer: 'Net loft committee' },
        zone: 'ground floor store',
        device: 'k2-battery',
        survey: { region: 'NA', equipment: { fuel: 'oil' }, lines: 'rh red, w white', old: { batteries: true } },
      }),
    ),
    '2026-11-22T15:20:00Z',
    'board',
    'Rh',
  );
}

async function sailLoftJob(): Promise<Job> {
  const sailLoft = wiredUp(
    {
      number: '0157',
      site: { name: 'Sail loft', address: '6 Quay Lane, Skerrow Haven', customer: 'The sailmakers' },
      zone: 'workroom',
      device: 'a6-relay',
      survey: {
        region: 'NA',
        cables: { main: { gauge: 'AWG 18', metres: 18, cores: 8 }, outdoor: { gauge: 'AWG 18', metres: 12 } },
        equipment: {
          fuel: 'electric',
          outdoorUnit: 'heat-pump',
          reversingValve: 'O',
          transformerVA: 40,
          pump: {
            warm: { outdoorCelsius: 8.3, watts: 11_200, cop: 3.7 },
            cold: { outdoorCelsius: -8.3, watts: 7000, cop: 2.3 },
          },
          house: { wattsPerKelvin: 310, balanceCelsius: 16 },
        },
        dwelling: { glazingU: 2.8 },
        accessories: [{ kind: 'humidifier', power: 'own', va: 10 }],
        lines: [
          'r red, c blue, y1 yellow, y2 turquoise, g green, o orange, w1 white, spare brown',
          'y1 yellow outdoor, y2 white outdoor, o orange outdoor, c blue outdoor',
        ],
      },
      week: startingWeek(),
    },
    { safeAt: '2026-11-24T13:05:00Z', upAt: '2026-11-24T13:52:00Z', volts: 25.8 },
  );
  return await proved(sailLoft, '2026-11-24T14:10:00Z', [], 30);
}

function watchTowerJob(): Job {
  return connected(
    madeSafe(
      arrived(
        file({
          number: '0158',
          site: { name: 'Watch tower', address: 'South Mole, Skerrow Haven', customer: 'Pilotage board' },
          zone: 'watch room',
          device: 'p9-pump',
          survey: {
            region: 'NA',
            equipment: {
              fuel: 'gas',
              outdoorUnit: 'heat-pump',
              reversingValve: 'B',
              efficiencyPercent: 95,
              pump: {
                warm: { outdoorCelsius: 8.3, watts: 10_500, cop: 3.6 },
                cold: { outdoorCelsius: -8.3, watts: 6200, cop: 2.2 },
              },
              house: { wattsPerKelvin: 380, balanceCelsius: 16 },
              prices: { electricPerKwh: 0.19, fuelPerKwh: 0.06, fuelEfficiency: 0.95 },
            },
            lines: 'r red, c blue, y yellow, g green, b orange, w white',
          },
          answers: { 'b-common': 'valve' },
          week: startingWeek(),
        }),
      ),
      '2026-11-24T15:20:00Z',
      'wall',
    ),
  );
}

function smokehouseJob(): Job {
  return arrived(
    file({
      number: '0159',
      site: { name: 'Smokehouse', address: 'Fish Quay, Skerrow Haven', customer: 'Smokehouse partners' },
      zone: 'shop',
      device: 'v7-menu',
      survey: {
        region: 'NA',
        equipment: { fuel: 'oil', transformers: 2 },
        lines: 'rc red, rh brown, c blue, y yellow, g green, w white, jumper rc rh',
      },
    }),
  );
}

function ropeWalkJob(): Job {
  return arrived(
    file({
      number: '0160',
      site: { name: 'Rope walk', address: 'Long Lane, Skerrow Haven' },
      zone: 'drying floor',
      device: 'm4-slide',
      survey: { region: 'NA', lines: 'r red, w white, y yellow', old: { mechanical: true } },
    }),
  );
}

function iceHouseJob(): Job {
  return madeSafe(
    arrived(
      file({
        number: '0161',
        site: { name: 'Ice house', address: 'Fish Quay, Skerrow Haven', customer: 'Smokehouse partners' },
        zone: 'office',
        device: 'a6-relay',
        survey: {
          region: 'NA',
          equipment: { fuel: 'gas', transformerVA: 40 },
          dwelling: { floorSquareMetres: 110, bedrooms: 2 },
          accessories: [
            { kind: 'humidifier', power: 'own', tiedTo: 'C', va: 10 },
            { kind: 'ventilator', power: 'system', va: 12, returns: 'board', flowCubicMetresPerSecond: 0.05 },
          ],
          lines: 'r red, c blue, y yellow, g green, w white',
        },
      }),
    ),
    '2026-11-24T16:05:00Z',
    'wall',
  );
}

export async function lowVoltageJobs(): Promise<DemoJob[]> {
  return [
    { id: 'demo-icehouse', at: '2026-11-24T16:30:00.000Z', job: iceHouseJob() },
    { id: 'demo-rope', at: '2026-11-24T16:10:00.000Z', job: ropeWalkJob() },
    { id: 'demo-smoke', at: '2026-11-24T15:50:00.000Z', job: smokehouseJob() },
    { id: 'demo-tower', at: '2026-11-24T15:40:00.000Z', job: watchTowerJob() },
    { id: 'demo-sail', at: '2026-11-24T14:50:00.000Z', job: await sailLoftJob() },
    { id: 'demo-customs', at: '2026-11-24T12:00:00.000Z', job: customsJob() },
    { id: 'demo-cottage', at: '2026-11-24T11:30:00.000Z', job: lived(await cottageJob()) },
    { id: 'demo-bathing', at: '2026-11-24T11:00:00.000Z', job: bathingJob() },
    { id: 'demo-hall', at: '2026-11-24T09:40:00.000Z', job: await hallJob() },
    { id: 'demo-ferry', at: '2026-11-23T14:30:00.000Z', job: await ferryJob() },
    { id: 'demo-netloft', at: '2026-11-23T09:20:00.000Z', job: netLoftJob() },
    { id: 'demo-store', at: '2026-11-22T15:30:00.000Z', job: storeJob() },
    { id: 'demo-station', at: '2026-11-22T11:30:00.000Z', job: stationJob() },
    { id: 'demo-flat', at: '2026-11-19T10:30:00.000Z', job: sealed(await flatJob(), '2026-11-19T10:30:00.000Z', BY) },
  ];
}
