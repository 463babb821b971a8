/** One finding of the catalogue: its weight, its stop and its words. */
import type { StopId } from '../run';
import type { Severity } from './severity';

export interface Entry<F> {
  severity: Severity;
  stop: StopId;
  /** What it means, for the documentation. */
  meaning: string;
  words: (facts: F) => { message: string; fix: string };
}

/** One entry of the catalogue: how grave, at which stop, what it means, its words out of the facts. */
export const entry = <F>(severity: Severity, stop: StopId, meaning: string, words: Entry<F>['words']): Entry<F> => ({
  severity,
  stop,
  meaning,
  words,
});

/** No facts. */
export interface None {
  [key: string]: never;
}
