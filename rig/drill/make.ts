/**
 * Makes a drill of its family, level and seed: a house, faults that its proof would show, and what the customer says.
 * The same three give the same drill everywhere.
 */
import { derive } from '../../src/core/derive';
import type { DrillLevel } from '../../src/core/drill/drill';
import { complaintKey } from '../../src/core/evidence/complaints';
import { rankingOf } from '../../src/core/evidence/of-job';
import { familyOf } from '../../src/core/family/registry';
import type { Complaint } from '../../src/core/job/complaint';
import type { Family, Job } from '../../src/core/job/schema';
import { chanceOf } from '../chance';
import { proveOnWorld } from '../prove';
import { RigError } from '../rig-error';
import { isTruth } from '../same';
import { clientFor } from '../world-client';
import { answersOf } from './answers';
import { drillHouse } from './houses';

export interface DrillCaseMade {
  /** The house as planned, with the complaint in it. */
  job: Job;
  /** Ids of the rig. */
  faults: string[];
  /** The same in words. */
  hidden: string[];
  /** For each, the engine's names that are right. */
  answers: string[][];
}

/** Faults that no reading of a proof is sensitive to, or that are seen at the door. */
const UNFIT = /^(joint-|supply-off)/;
/** Came to the list later: a number stands for the same house for good, so what is new is drawn by none. */
const LATER =
  /^(set-|clock:|week:|card:|part-|coil-stuck-|(dead|low|high)-source|high-|foreign-|tied-|link-missing-|broken-(accessory|kit)-|stuck-(open|closed)-(end-switch|zone|kit|accessory))/;
/** Gone from a family's list since: it stays where it stood, and is drawn in vain as it always was. */
const GONE: Partial<Record<Family, { after: string; id: string }>> = {
  floor: { after: 'relay-stuck', id: 'week-slip' },
};
const TRIES = 40;
/** Of the plain kind: the whole proof leaves so little doubt. */
const PLAIN = 0.85;

/** What the customer would say of a fault, of what the family knows; nothing where nothing shows. */
function complaintsOf(job: Job, faults: readonly string[]): Complaint[] {
  const { module, job: seen } = familyOf(job);
  const all = module.complaints ?? [];
  const first = all[0];
  if (!first) return [];
  // A complaint has to stand there for the hypotheses to say whether they would make it.
  const asked = { ...(seen as Job), arrive: { ...(seen as Job).arrive, complaints: [...all] } } as never;
  const evidence = module.evidence?.(asked, derive(asked).own, true);
  const same = evidence?.hypotheses.filter((h) => faults.some((f) => isTruth(job.family, f, h.id))) ?? [];
  return all.filter((c) => same.some((h) => (h.predicts.get(complaintKey(c))?.value ?? 0) > 0.5)).slice(0, 2);
}

/** Whether the whole proof done on the house shows it, and how sure the ranking is of the right one. */
async function shows(job: Job, faults: readonly string[]): Promise<{ failed: boolean; sure: number }> {
  const proved = await proveOnWorld(job, { faults });
  const d = derive(proved);
  if (d.shared.proof.failed === 0) return { failed: false, sure: 0 };
  const [top] = rankingOf(proved, d)?.ranked ?? [];
  const right = top && faults.some((f) => isTruth(job.family, f, top.hypothesis.id));
  return { failed: true, sure: right ? top.probability : 0 };
}

/** Throws a RigError where no fault of the family would do. */
export async function makeDrill(family: Family, level: DrillLevel, seed: number): Promise<DrillCaseMade> {
  const chance = chanceOf(seed * 7919 + level);
  const house = drillHouse(family, chance);
  const gone = GONE[family];
  const list = (await clientFor(house, []).faults())
    .filter((f) => !UNFIT.test(f.id) && !LATER.test(f.id))
    .flatMap((f) => (f.id === gone?.after ? [f, { id: gone.id, name: '' }] : [f]));
  for (let i = 0; i < TRIES && list.length > 0; i++) {
    const draw = (): { id: string; name: string } => list[Math.floor(chance() * list.length)] ?? { id: '', name: '' };
    const drawn = level === 3 ? [draw(), draw()] : [draw()];
    if (new Set(drawn.map((f) => f.id)).size < drawn.length) continue;
    const faults = drawn.map((f) => f.id);
    if (gone && faults.includes(gone.id)) continue;
    const each = level === 3 ? await Promise.all(faults.map((f) => shows(house, [f]))) : [];
    const { failed, sure } = await shows(house, faults);
    // Each of two must show by itself, or nobody could be asked to name it.
    if (!failed || each.some((e) => !e.failed) || (level === 1 && sure < PLAIN)) continue;
    const answers = answersOf(house, faults);
    if (answers.some((a) => a.length === 0)) continue;
    const complaints = complaintsOf(house, faults);
    return {
      job: { ...house, arrive: { ...house.arrive, worksNow: 'partly', complaints } } as Job,
      faults,
      hidden: drawn.map((f) => f.name),
      answers,
    };
  }
  throw new RigError('no fault of this house would make a drill');
}
