/** The proof of a job taken on a house that was described from outside. */
import { derive } from '../../src/core/derive';
import { ownOf } from '../../src/core/family/registry';
import type { Job } from '../../src/core/job/schema';
import type { MeasurePlan, TestPlan } from '../../src/core/proof/proof-run';
import { toldWords } from '../../src/core/proof/told';
import { CARD_TEST } from '../../src/core/settings/read-back';
import type { TruthFault } from './described';
import { TruthHouse } from './house';
import type { TruthCase } from './houses';
import { type Answer, readBack, takeProof } from './take';

/** Rest of a compressor by the device's own clock, and what is timed where it never starts again. */
const REST_SECONDS = 305;
const NEVER_SECONDS = 900;

function answer(house: TruthHouse, test: TestPlan, m: MeasurePlan): Answer {
  if (test.id === CARD_TEST) return readBack(house.setOtherwise());
  if (m.a && m.b) return m.quantity === 'ohms' ? house.ohms(m.a, m.b) : house.reads(m.state, m.a, m.b);
  if (m.quantity === 'kelvin') return (m.id === 'split' ? -1 : 1) * house.air(m.state);
  if (m.quantity === 'seconds') return house.settle('cool1').running.has('compressor') ? REST_SECONDS : NEVER_SECONDS;
  const { check } = m;
  if (check?.kind === 'runs' || check?.kind === 'stopped') {
    const { running } = house.settle(m.state);
    if (check.kind === 'stopped') return check.none.some((n) => running.has(n)) ? 0 : 1;
    const right = running.size === check.exactly.length && check.exactly.every((r) => running.has(r));
    return { value: right ? 1 : 0, words: toldWords([...running]) };
  }
  if (check?.kind === 'detected') {
    const seen = house.detected(check.exactly);
    return seen.length === check.exactly.length ? 1 : 0;
  }
  throw new RangeError(`this house has no answer to "${m.what}"`);
}

/** Cores as the job's work list has them landed. */
export function landedOf(job: Job): { id: string; wall: string | null; board: string | null }[] {
  const plan = ownOf(derive(job), '24v').wiring;
  if (!plan) throw new RangeError('this job has no plan to land cores by');
  return plan.rows.map((r) => ({ id: r.conductor, wall: r.newWall, board: r.newBoard }));
}

/** The job with every reading of its proof, as this house gives them. */
export function proveOnTruth<J extends Job>(job: J, of: TruthCase, faults: readonly TruthFault[], seed: number): J {
  const house = new TruthHouse(of.equipment, of.device, landedOf(job), faults, seed);
  const proved = takeProof(job, (test, m) => answer(house, test, m));
  return { ...proved, powerUp: { ...job.powerUp, display: house.settle('idle').lit ? 'lit' : 'dark' } };
}
