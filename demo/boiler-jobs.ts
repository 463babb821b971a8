/** Boiler plants of the demo town. */
import { proveOnWorld } from '../rig/prove';
import { planWires } from '../src/core/boiler/wiring';
import { derive } from '../src/core/derive';
import { jobAs } from '../src/core/family/of';
import { ownOf } from '../src/core/family/registry';
import type { Job } from '../src/core/job/schema';
import { arrived, BY, type DemoJob, file, provedDead } from './parts';

/** A plant as far as Set up: joined as the plan, started, the card entered. */
function plantJoined(job: Job): Job {
  const b = ownOf(derive(job), 'boiler');
  const mine = jobAs(job, 'boiler');
  return {
    ...mine,
    connect: { ...job.connect, done: Object.fromEntries(b.steps.map((s) => [s.id, true])) },
    setUp: { ...job.setUp, entered: Object.fromEntries(b.settings.card.map((r) => [r.key, true])) },
    survey: {
      ...mine.survey,
      wires: Object.fromEntries(b.wires.map((w, i) => [`w${i + 1}`, w])),
      start: Object.fromEntries((b.timeline?.items ?? []).map((i) => [i.id, { done: true }])),
    },
  };
}

export async function boilerJobs(): Promise<DemoJob[]> {
  const cylinder = { litres: 150, coilWatts: 12_000, targetCelsius: 60, coldCelsius: 10, lossWattsPerKelvin: 1.6 };
  const boilerJob = (number: string, name: string, zone: string, device: string, boiler: object): Job => {
    const made = arrived(
      file({ family: 'boiler', number, site: { name, address: 'Skerrow Haven' }, zone, device, survey: boiler }),
    );
    return provedDead(made, '2026-11-24T14:02:00Z', 231);
  };
  const parsonage = boilerJob('0171', 'Parsonage', 'house and study', 'rc2-radio', {
    plant: 'zone-valves',
    input: 'live',
    heatingZones: 1,
    oldRoomThermostat: 'joined',
    fuseAmps: 3,
    earth: true,
    neutral: 'own',
    cylinder,
    windows: [
      { from: 330, to: 390 },
      { from: 1020, to: 1050 },
    ],
    drawOffs: [
      { at: 420, litres: 70 },
      { at: 1140, litres: 60 },
      { at: 1290, litres: 40 },
    ],
  });
  const parsonageProved = await proveOnWorld(plantJoined(parsonage), {
    startAt: '2026-11-24T16:20:00Z',
    faults: [],
    tests: 5,
    by: BY,
  });
  const schoolRoom = boilerJob('0172', 'School room', 'hall', 'rc2-radio', {
    plant: 'three-port',
    input: 'live',
    cylinder,
    wires: Object.fromEntries(
      [
        ...planWires({ kind: 'three-port', zones: 1, input: 'live', output: 'live', overrun: false }).filter(
          (w) => w.a !== 'RX.1',
        ),
        { a: 'CYL.SAT', b: 'MID.grey' },
      ].map((w, i) => [`w${i + 1}`, w]),
    ),
  });
  const harbourFlat = boilerJob('0173', 'Cannery flats', 'flat 7', 'hb1-head', { plant: 'combination', input: 'live' });
  const pilotHouse = boilerJob('0174', 'Pilot house', 'whole house', 'bx1-bus', {
    plant: 'combination',
    input: 'bus',
    oldRoomThermostat: 'in-series',
  });
  // A wall unit in each zone, the cylinder left on its timer, and an old receiver whose numbers are its own.
  const mess = boilerJob('0175', 'Pilots’ mess', 'hall and upper rooms', 'mw3-wall', {
    plant: 'zone-valves',
    input: 'live',
    heatingZones: 2,
    units: 'each-zone',
    hotWaterBy: 'timer',
    deviceNeutral: 'landed',
    fuseAmps: 3,
    neutral: 'own',
    earth: true,
    oldBox: {
      a: { label: 'L', does: 'live', colour: 'brown' },
      b: { label: 'N', does: 'neutral', colour: 'blue' },
      c: { label: '2', does: 'heating-on', colour: 'orange' },
      d: { label: '3', does: 'hot-water-on', colour: 'grey' },
      e: { label: 'L-C', does: 'link' },
    },
    cylinder,
  });

  return [
    { id: 'demo-parsonage', at: '2026-11-24T17:30:00.000Z', job: parsonageProved },
    { id: 'demo-school', at: '2026-11-24T17:20:00.000Z', job: schoolRoom },
    { id: 'demo-flat7', at: '2026-11-24T17:10:00.000Z', job: harbourFlat },
    { id: 'demo-pilot', at: '2026-11-24T17:00:00.000Z', job: pilotHouse },
    { id: 'demo-mess', at: '2026-11-24T16:50:00.000Z', job: mess },
  ];
}
