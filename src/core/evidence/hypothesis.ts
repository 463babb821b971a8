/**
 * What one engine works on, whichever family it serves: hypotheses that each predict every observation, the magnitudes
 * nobody knows exactly and that all readings share, and what was read, seen, heard or complained of.
 */
import type { Point } from '../circuit/point';
import type { Quantity } from '../job/quantity';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';

/** A magnitude that is not known exactly: open-circuit volts, a meter's gain. */
export interface Parameter {
  id: string;
  /** Standard deviation, and what it is centred on, both relative to what the predictions were made with. */
  sigma: number;
  mean: number;
}

export interface Predicted {
  value: number;
  /** Change of the value for each parameter's whole, by its id; absent where it does not matter. */
  by?: Readonly<Record<string, number>>;
  /** The same for every parameter in their order, where a family has them so; stands before `by`. */
  along?: Slopes;
  /** What else the figure may be off by. */
  sigma?: number;
  /** A point that floats: as often as not it reads the value, else anything within so much of it. */
  floats?: number;
  /** Of a yes or no that a meter shows as a figure: that figure. */
  reads?: number;
}

/** What a hypothesis predicts, by the key of an observation. */
export interface Predictions {
  get: (key: string) => Predicted | undefined;
  has: (key: string) => boolean;
  keys: () => Iterable<string>;
  /** Of some keys in their order; where a family keeps them by number that is quicker than one by one. */
  inOrder?: (keys: readonly string[]) => readonly (Predicted | undefined)[];
}

/** @param keys the same array as long as the same is asked: hundreds of predictions are asked for them */
export const inOrder = (predicts: Predictions, keys: readonly string[]): readonly (Predicted | undefined)[] =>
  predicts.inOrder?.(keys) ?? keys.map((key) => predicts.get(key));

export interface Observation {
  id: string;
  /** Key under which a hypothesis predicts it. */
  key: string;
  value: number;
  /** Standard deviation of a figure, or null for a yes or no. */
  sigma: number | null;
  /** Chance that a yes or no is reported wrongly; that of something seen without. */
  error?: number;
  text: string;
  /**
   * Keys of what had been done by then. Where a hypothesis predicts 1 for one of them, that may have left all dead: a
   * fuse that opened, and that nobody has replaced since.
   */
  after?: readonly string[];
}

/** Slopes of one figure among those of many, which lie in pieces: hundreds of thousands of small arrays cost their making. */
export interface Slopes {
  of: ArrayLike<number>;
  /** Where they begin. */
  at: number;
}

/** There are hundreds of thousands of answers in a ranking: all are one of two. */
const YES: Predicted = { value: 1 };
const NO: Predicted = { value: 0 };
export const isSo = (yes: boolean): Predicted => (yes ? YES : NO);

/** What can be wrong, in words, and how common that is. */
export interface NamedFault {
  id: string;
  name: string;
  /** What to look at to confirm it. */
  look: string;
  fix: string;
  /** Relative frequency in practice; hand estimates, stated so that they can be argued with. */
  prior: number;
  about: string[];
}

export interface Hypothesis extends NamedFault {
  /** By observation key; absent: this hypothesis says nothing about it. */
  predicts: Predictions;
  /** What it predicts where it is worse: a joint of more ohms, a supply of fewer volts. The best of all is taken. */
  worse?: readonly Predictions[];
  /** Once ranked, which of them explains most: 0 for `predicts`. */
  degree?: number;
  /** Of a pair: so many times likelier than by chance, where one goes with the other. */
  often?: number;
  /** Both of a pair, by their ids. */
  of?: readonly [string, string];
}

/** Something that could be read or looked at, and the reading it would be. */
export interface Candidate {
  key: string;
  text: string;
  minutes: number;
  /** What is entered, right where it is asked for. */
  enter: {
    quantity: Quantity;
    a?: Point;
    b?: Point;
    state: string;
    test?: string;
    measure?: string;
    /** Words of yes and no, for something seen. */
    yes?: string;
    no?: string;
  };
}

/** Everything a family has to say about what is wrong with a job. */
export interface Evidence {
  parameters: readonly Parameter[];
  /** A test of the proof has failed: as planned is then out of the question, whatever the figures allow. */
  failed?: boolean;
  /** As planned first, then every single fault. */
  hypotheses: readonly Hypothesis[];
  observations: readonly Observation[];
  candidates: readonly Candidate[];
  /** The key of a measure of the proof; null where nothing here predicts it. */
  keyOf: (test: Pick<TestPlan, 'id'>, measure: MeasurePlan) => string | null;
  /**
   * Two faults at once, where the family can put both into its circuit; null where they cannot both be.
   * @param thorough in every degree of each; else in one
   */
  both?: (a: Hypothesis, b: Hypothesis, thorough: boolean) => Hypothesis | null;
  /** Where `both` is dear: so many couples are surely tried, of more those alone that leave little more than the best. */
  surely?: number;
  /**
   * Faults may first only be asked for what was read, there being hundreds: this has the predictions of one (`predicts`
   * or one of `worse`) say as well what could be read next.
   */
  complete?: (predicts: Predictions) => void;
}

/** The hypothesis that everything is as it was planned. */
export const AS_PLANNED = 'as-planned';
