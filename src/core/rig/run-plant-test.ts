/** Does a test of a boiler plant on the rig: asks the receiver, waits for the valves, feels the pipes. */
import type { TestResult } from '../proof/proof-run';
import type { RigClient, Taken } from './client';
import type { PlantState } from './protocol';

const PAIR_LIMIT_SECONDS = 1200;
const SETTLE_SECONDS = 75;

/** The demand a test's state stands for. */
function demandOfState(state: string): { heating: number[]; hotWater: boolean; cylinderCold: boolean } {
  const none = { heating: [] as number[], hotWater: false, cylinderCold: true };
  if (state === 'hw') return { ...none, hotWater: true };
  if (state === 'both') return { ...none, heating: [0], hotWater: true };
  if (state === 'satisfied') return { heating: [0], hotWater: true, cylinderCold: false };
  if (state === 'hw-satisfied') return { heating: [], hotWater: true, cylinderCold: false };
  const zone = /^ch(\d*)$/.exec(state);
  return zone ? { ...none, heating: [zone[1] ? Number(zone[1]) - 1 : 0] } : none;
}

function seenOf(id: string, plant: PlantState): boolean | null {
  switch (id) {
    case 'fires':
      return plant.boilerFires;
    case 'cylinder':
      return plant.cylinderFlowWarm;
    case 'radiators':
      return plant.radiatorsWarm;
    case 'pump':
      return plant.pumpRuns;
    default:
      return id.startsWith('valve-') ? plant.valvesOpen.includes(id.slice('valve-'.length)) : null;
  }
}

/** Ohms with the supply off; it goes on again afterwards. */
async function readDead(rig: RigClient, test: TestResult): Promise<Taken[]> {
  const taken: Taken[] = [];
  await rig.supply(false);
  for (const measure of test.measures)
    if (measure.a && measure.b) taken.push({ measure, value: await rig.ohms(measure.a, measure.b) });
  await rig.supply(true);
  return taken;
}

/** The head is out of it: what the receiver's own buttons then do is tried, not looked up. */
async function batteryOut(rig: RigClient, test: TestResult): Promise<Taken[]> {
  const [measure] = test.measures;
  if (!measure) return [];
  let fires = false;
  try {
    for (const state of ['ch', 'hw']) {
      if (fires) break;
      await rig.demand({ ...demandOfState(state), by: 'manual' });
      fires = (await rig.advance(SETTLE_SECONDS)).plant?.boilerFires ?? false;
    }
    await rig.demand({ ...demandOfState('none'), by: 'manual' });
  } catch {
    // A device without buttons refuses: nothing can be made to fire.
    fires = false;
  }
  return [{ measure, value: fires ? 1 : 0 }];
}

/** Takes every reading of one test; a head that will not pair leaves its readings as they then are. */
export async function runPlantTest(rig: RigClient, test: TestResult): Promise<Taken[]> {
  if (test.state === 'isolated') return readDead(rig, test);
  const by = test.id.startsWith('manual') ? 'manual' : 'paired';
  let s = await rig.state();
  if (by === 'paired' && s.plant && !s.plant.paired) {
    const answer = await rig.pair();
    if (answer.ok) for (let t = 0; !s.plant?.paired && t < PAIR_LIMIT_SECONDS; t += 30) s = await rig.advance(30);
  }
  if (test.id === 'battery-out') return batteryOut(rig, test);
  await rig.demand({ ...demandOfState(test.state), by });
  s = await rig.advance(SETTLE_SECONDS);
  const taken: Taken[] = [];
  for (const measure of test.measures) {
    if (measure.a && measure.b) {
      taken.push({ measure, value: await rig.probe(measure.a, measure.b, 10e6) });
      continue;
    }
    const seen = s.plant ? seenOf(measure.id, s.plant) : null;
    if (seen !== null) taken.push({ measure, value: seen ? 1 : 0 });
  }
  return taken;
}
