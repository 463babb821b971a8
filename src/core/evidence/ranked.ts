/** What a ranking says: hypotheses by likelihood, what to read next, and what all of it rests on. */
import type { Candidate, Hypothesis } from './hypothesis';

export interface Ranked {
  hypothesis: Hypothesis;
  probability: number;
  supports: string[];
  against: string[];
  /** Its readings taken together are beyond what it allows. */
  rejected: boolean;
  /** Of those against it, how many were looked at and seen otherwise: no figure that is a little off. */
  misses: number;
  /** Tests of the proof that would show it, the quickest first. */
  shownBy?: string[];
}

export interface NextMeasurement {
  candidate: Candidate;
  /** Expected drop in entropy, in bits. */
  bits: number;
  outcomes: { value: number; names: string[]; probability: number }[];
}

export interface Ranking {
  ranked: Ranked[];
  none: number;
  next: NextMeasurement | null;
  /** Pairs were put into the circuit beside the single faults. */
  pairs: number;
  /** Keys of everything that was read, seen or said. */
  observed: readonly string[];
}
