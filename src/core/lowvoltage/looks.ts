/** What a person would see, hear and feel of a 24 V system in a state, by what runs in it. */
import { isSo, type Predicted } from '../evidence/hypothesis';
import { directionKey, movesKey, runsKey } from './evidence-keys';
import type { Installed } from './installed';

/** Equipment that starts its blower by itself: with its heat, with its compressor. */
export interface OwnBlower {
  heat: boolean;
  cool: boolean;
}

/** What runs, with the blower that the equipment starts by itself. */
export function withAir(runs: readonly string[], { heat, cool }: OwnBlower): readonly string[] {
  if (runs.includes('blower')) return runs;
  const starts = runs.some((r) => (heat && /^(burner|heater)/.test(r)) || (cool && r.startsWith('compressor')));
  return starts ? [...runs, 'blower'] : runs;
}

/** Which way the heat goes: 1 into the indoor air, 0 out of it; null where there is none. */
function direction(marking: Installed['valveMarking'], running: readonly string[]): number | null {
  if (running.some((r) => r.startsWith('burner') || r.startsWith('heater'))) return 1;
  if (!running.includes('compressor')) return null;
  if (!marking) return 0;
  return running.includes('reversing valve') === (marking === 'B') ? 1 : 0;
}

/** A second stage called alone: some equipment ignores it, some runs; nothing is said of what would be seen. */
export const isLame = (runs: readonly string[]): boolean =>
  runs.some((r) => r.endsWith(', high') && !runs.includes(r.replace(/, high$/, '')));

/**
 * What would be seen, heard and felt in a state where so much runs.
 * @param predicts where it is put
 * @param wanted what runs where all is well
 * @param marking of the reversing valve
 */
export function looks(
  predicts: Map<string, Predicted>,
  state: string,
  runs: readonly string[],
  wanted: readonly string[],
  marking: Installed['valveMarking'],
): void {
  const right = wanted.length === runs.length && wanted.every((r) => runs.includes(r));
  predicts.set(runsKey(state), isSo(right));
  const heat = direction(marking, runs);
  if (heat !== null) predicts.set(directionKey(state), isSo(heat === 1));
  // Without its blower heat or cold does not reach the air that is read.
  if (heat === null) predicts.set(movesKey(state), isSo(false));
  else if (runs.includes('blower')) predicts.set(movesKey(state), isSo(true));
}
