/** What every stop reads of a family that works on mains, from what the family derived. */
import type { Shared } from '../family/contract';
import type { MainsSafe } from './make-safe';

type OwnOfMains = Pick<
  Shared,
  'sheet' | 'sentence' | 'questions' | 'findings' | 'proof' | 'settings' | 'steps' | 'kit'
> & {
  safe: MainsSafe;
};

/** Ends of a mains reading's scale, V: one for 120 V, one for everything above. */
const SCALE_VOLTS = [130, 270] as const;

/** What every stop reads, out of what a family on mains derived. */
export function mainsShared(own: OwnOfMains, week: Shared['week']): Shared {
  const { sheet, sentence, questions, findings, proof, settings, steps, kit, safe } = own;
  return {
    sheet,
    sentence,
    questions,
    findings,
    proof,
    settings,
    steps,
    kit,
    safe,
    mains: safe,
    week,
    scaleVolts: SCALE_VOLTS,
  };
}
