/** Answers to what a circuit for other programs was asked for, in one wording for every family. */
import type { CircuitAsked, CircuitExport } from './contract';

type Refused = Extract<CircuitExport, { ok: false }>;

/** A state that this circuit does not have. */
export const noSuchState = (state: string, states: readonly { id: string }[]): Refused => ({
  ok: false,
  problem: `--state: "${state}" is not one of ${states.map((s) => s.id).join(', ')}`,
});

const SHOWN = 6;

/** A fault that is not on the job's list. */
export const noSuchFault = (fault: string, faults: readonly { id: string }[]): Refused => ({
  ok: false,
  problem: `--fault: "${fault}" is none of this job's ${faults.length}, such as ${faults
    .slice(0, SHOWN)
    .map((f) => f.id)
    .join(', ')}; "augerset diagnose" names them`,
});

/** What only some families can put into their circuit; null where nothing of it was asked. */
export function onlyAsPlanned({ fault, moving }: CircuitAsked): Refused | null {
  if (fault !== undefined)
    return { ok: false, problem: '--fault: faults of this family are known by what its tests show, not by a circuit' };
  return moving ? { ok: false, problem: '--moving: nothing in this circuit travels' } : null;
}
