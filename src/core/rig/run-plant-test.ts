/** Does a test of a boiler plant on the rig: asks the receiver, waits for the valves, feels the pipes. */
import type { TestResult } from '../proof/proof-run';
import type { RigClient } from './client';
import type { PlantState } from './protocol';
import type { Taken } from './run-test';

const PAIR_LIMIT_SECONDS = 1200;
const SETTLE_SECONDS = 75;

/** The demand a test's state stands for. */
export function demandOfState(state: string): { heating: number[]; hotWater: boolean; cylinderCold: boolean } {
  const none = { heating: [] as number[], hotWater: false, cylinderCold: true };
  if (state === 'hw') return { ...none, hotWater: true };
  if (state === 'both') return { ...none, heating: [0], hotWater: true };
  if (state === 'satisfied') return { heating: [0], hotWater: true, cylinderCold: false };
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
    case 'noted':
      return plant.runsByButtons;
    default:
      return null;
  }
}

/** Takes every reading of one test; a head that will not pair leaves its readings as they then are. */
export async function runPlantTest(rig: RigClient, test: TestResult): Promise<Taken[]> {
  const by = test.id.startsWith('manual') ? 'manual' : 'paired';
  let s = await rig.state();
  if (by === 'paired' && s.plant && !s.plant.paired) {
    const answer = await rig.pair();
    if (answer.ok) for (let t = 0; !s.plant?.paired && t < PAIR_LIMIT_SECONDS; t += 30) s = await rig.advance(30);
  }
  await rig.demand({ ...demandOfState(test.state), by: test.id === 'battery-out' ? 'paired' : by });
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
