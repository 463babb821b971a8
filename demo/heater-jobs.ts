/** Heaters on line voltage and contacts of the demo town. */
import { proveOnWorld } from '../rig/prove';
import { derive } from '../src/core/derive';
import type { Job } from '../src/core/job/schema';
import { startingWeek } from '../src/core/week/week';
import { arrived, BY, type DemoJob, file, provedDead } from './parts';

/** Everything on the work list and the card, and the display lit. */
function finished(job: Job): Job {
  const { shared } = derive(job);
  return {
    ...job,
    connect: { ...job.connect, done: Object.fromEntries(shared.steps.map((s) => [s.id, true])) },
    setUp: { ...job.setUp, entered: Object.fromEntries(shared.settings.card.map((r) => [r.key, true])) },
    powerUp: { display: 'lit' },
  };
}
/** A week without cooling. */
function heatingWeek(): Job['week'] {
  const { profiles, days } = startingWeek();
  return {
    profiles: Object.fromEntries(
      Object.entries(profiles).map(([id, { name, heatCelsius }]) => [id, { name, heatCelsius }]),
    ),
    days,
  };
}

function loftJob(): Promise<Job> {
  const loft = arrived(
    file({
      family: 'heater',
      number: '0191',
      site: { name: 'Sail loft', address: '7 Mole Street, Skerrow Haven', customer: 'Sail loft partners' },
      zone: 'cutting floor',
      device: 'hl2-twin',
      survey: {
        region: 'NA',
        breakerAmps: 20,
        breakerPoles: 'two',
        wire: 'AWG 12',
        cables: {
          c1: { name: 'Left pair', liveVolts: 239, firstToEarth: 119.6, secondToEarth: 119.5, megohms: 480 },
          c2: { name: 'Right pair', liveVolts: 0.4, firstToEarth: 0.2, secondToEarth: 0.3, ohms: 23.1, megohms: 310 },
        },
        heaters: {
          h1: { name: 'Bay window', kind: 'baseboard', ratedWatts: 1500, ratedVolts: 240, ohms: 38.6 },
          h2: { name: 'By the door', kind: 'convector', ratedWatts: 1000, ratedVolts: 240, ohms: 57.7 },
        },
        boxMillimetres: 62,
        place: 'dry',
        mounting: 'good',
        old: 'mechanical',
        areaSquareMetres: 22,
        lossWattsPerKelvin: 65,
        roomCelsius: 15.5,
        wantedCelsius: 20,
        outdoorCelsius: 4,
        designCelsius: -14,
      },
      week: heatingWeek(),
    }),
  );
  const loftReady = finished(provedDead(loft, '2026-11-25T13:10:00Z', 239));
  return proveOnWorld(loftReady, {
    startAt: '2026-11-25T14:00:00Z',
    faults: ['leg-unbroken'],
    tests: 3,
    by: BY,
  });
}

/** A bathroom of two hots, and a device that wants a neutral. */
function bathJob(): Job {
  return arrived(
    file({
      family: 'heater',
      number: '0192',
      site: { name: 'Ferry cottage', address: '2 Slipway, Skerrow Haven' },
      zone: 'bathroom',
      device: 'hn1-relay',
      survey: {
        region: 'NA',
        breakerAmps: 15,
        breakerPoles: 'two',
        wire: 'AWG 14',
        place: 'bathroom',
        groundFault: 'upstream',
        cables: {
          c1: { liveVolts: 241, firstToEarth: 120.3, secondToEarth: 120.6 },
          c2: { liveVolts: 0.2, ohms: 76.9 },
        },
        heaters: { h1: { name: 'Towel wall', kind: 'fan', ratedWatts: 750, ratedVolts: 240 } },
      },
    }),
  );
}

function hearthJob(): Promise<Job> {
  const hearth = arrived(
    file({
      family: 'contact',
      number: '0193',
      site: { name: 'Reading room', address: '11 Quay Lane, Skerrow Haven', customer: 'Reading room trustees' },
      zone: 'hearth',
      device: 'cb1-cell',
      survey: {
        region: 'NA',
        appliance: 'millivolt',
        looks: 'fireplace',
        pilot: 'lit',
        openMillivolts: 612,
        loadedMillivolts: 352,
        coilMillivolts: 331,
        loopOhms: 0.18,
        pileOhms: 2.2,
        coilOhms: 2.8,
        pullMillivolts: 175,
        gauge: 'AWG 18',
        metres: 4,
        answers: 'yes',
        switches: {
          s1: { name: 'Limit', kind: 'limit', millivolts: 2.4 },
          s2: { name: 'Wall switch', kind: 'wall-switch', millivolts: 6.1 },
        },
      },
      week: heatingWeek(),
    }),
  );
  return proveOnWorld(finished(hearth), { startAt: '2026-11-25T16:00:00Z', by: BY });
}

function boilerJob(): Job {
  return arrived(
    file({
      family: 'contact',
      number: '0194',
      site: { name: 'Boathouse', address: 'East Quay, Skerrow Haven' },
      zone: 'boiler',
      device: 'cp1-wired',
      survey: { region: 'EU', appliance: 'dry-pair', looks: 'boiler', pairDc: 14.2, pairAc: 0, answers: 'yes' },
    }),
  );
}

/** The heaters and dry contacts of the demo town. */
export async function heaterJobs(): Promise<DemoJob[]> {
  return [
    { id: 'demo-sail-loft', at: '2026-11-25T14:20:00Z', job: await loftJob() },
    { id: 'demo-ferry-bath', at: '2026-11-25T11:00:00Z', job: bathJob() },
    { id: 'demo-hearth', at: '2026-11-25T16:30:00Z', job: await hearthJob() },
    { id: 'demo-boathouse', at: '2026-11-25T10:00:00Z', job: provedDead(boilerJob(), '2026-11-25T09:40:00Z', 230) },
  ];
}
