/**
 * How one hypothesis accounts for what was read, one observation after another: figures by the parameters they share, in
 * Kalman form. An account is kept, so that a further reading is one step and not all of them anew.
 */

import { perObject } from '../per-object';
import {
  AS_PLANNED,
  inOrder,
  type Observation,
  type Parameter,
  type Predicted,
  type Predictions,
  type Slopes,
} from './hypothesis';
import { type Estimate, estimateOf, type Filter, filter } from './kalman';

/** Chance that something seen or heard is reported wrongly: what speaks against a plan is looked at twice. */
export const MISREPORT = 0.003;
/** A figure that nothing predicts may be anything over so many volts or ohms alike. */
export const BROAD = 1 / 60;
/** A gross slip (wrong screw touched): so often, whatever is predicted. */
const SLIP = 0.002;
/** The standard normal at 99.9 %. */
const REJECTS = 3.09;
/** One figure so far off, in squared deviations, is a slip of the probe or another cause: it is read again. */
const BEYOND = 36;
/** What a rejected hypothesis keeps of its likelihood. */
const REJECTED = Math.log(1e-4);
/** As many yes-and-no answers against a hypothesis as this reject it, misreports allowed for. */
const AGAINST_REJECTS = 2;
/** As planned, nothing that was seen or read may speak against it: a test that failed did. */
const AGAINST_PLAN = 1;
/** Beyond this a reading is as far off as any. */
export const FAR = 30;
/** Chance that between two readings a fuse was replaced, or opened once more. */
const REPLACED = 0.1;
/** What is read, seen and heard of anything without power. */
const DEAD: Predicted = { value: 0 };

export interface Explained {
  /** By observation: squared deviations of what was read from what it predicts, `FAR` at most. */
  far: readonly number[];
  /** By observation, what it says of this. */
  says: readonly Says[];
  log: number;
  rejected: boolean;
  misses: number;
  /** So many observations are against it. */
  opposed: number;
}

/** What an observation says of a hypothesis: nothing, where it predicts nothing of it. */
export type Says = 'nothing' | 'for' | 'against';

/** What was read that speaks for a hypothesis and against it, in words. */
export function saying(
  says: readonly Says[],
  observations: readonly Observation[],
): { supports: string[]; against: string[] } {
  const out: Record<Says, string[]> = { nothing: [], for: [], against: [] };
  for (let i = 0; i < says.length; i++) out[says[i] as Says].push((observations[i] as Observation).text);
  return { supports: out.for, against: out.against };
}

/** Wilson and Hilferty: the cube root of a chi-square is near normal. */
const chiSquareScore = (x: number, n: number): number =>
  n === 0 ? 0 : (Math.cbrt(x / n) - (1 - 2 / (9 * n))) / Math.sqrt(2 / (9 * n));

export const normalDensity = (v: number, variance: number): number =>
  Math.exp((-0.5 * v * v) / variance) / Math.sqrt(2 * Math.PI * variance);

/** How a figure follows each parameter, in their order. */
export const slopesOf = (predicted: Predicted, parameters: readonly Parameter[]): Slopes =>
  predicted.along ?? { of: parameters.map((x) => predicted.by?.[x.id] ?? 0), at: 0 };

/** Whether something that was done by then leaves all dead under a hypothesis. */
function leftDead(predicts: Predictions, after: readonly string[]): boolean {
  for (const key of after) if (predicts.get(key)?.value === 1) return true;
  return false;
}

/** What was read, in its order; and whether it goes on from what was read before. */
export interface Course {
  observations: readonly Observation[];
  parameters: readonly Parameter[];
  /** By observation, what it is predicted under; and of those that are not in what it continues. */
  keys: readonly string[];
  added: readonly string[];
  /** Everything that had been done by one of them or another. */
  done: readonly string[];
  continues: Course | null;
}

const NOTHING: readonly string[] = [];

function sameObservation(x: Observation, y: Observation): boolean {
  if (x.key !== y.key || x.value !== y.value || x.sigma !== y.sigma || x.error !== y.error || x.text !== y.text)
    return false;
  const [after, its] = [x.after ?? NOTHING, y.after ?? NOTHING];
  if (after.length !== its.length) return false;
  for (let i = 0; i < after.length; i++) if (after[i] !== its[i]) return false;
  return true;
}

export const sameParameters = (x: readonly Parameter[], y: readonly Parameter[]): boolean =>
  x.length === y.length && x.every((p, i) => p.id === y[i]?.id && p.sigma === y[i]?.sigma && p.mean === y[i]?.mean);

/** The one before, for as long as it is gone on from. */
let last: Course | null = null;

/** A course of readings; it continues the last one asked for where that is the beginning of it. */
export function courseOf(observations: readonly Observation[], parameters: readonly Parameter[]): Course {
  const goesOn =
    last !== null &&
    last.observations.length <= observations.length &&
    sameParameters(last.parameters, parameters) &&
    last.observations.every((o, i) => sameObservation(o, observations[i] as Observation));
  const continues = goesOn ? last : null;
  // Of a chain only the last link is held.
  if (last) last.continues = null;
  const done = [...new Set(observations.flatMap((o) => o.after ?? []))];
  const keys = observations.map((o) => o.key);
  last = { observations, parameters, keys, added: keys.slice(continues?.keys.length ?? 0), done, continues };
  return last;
}

/** What is known before anything was read. */
const nothingRead = perObject(estimateOf);

class Account {
  private log = 0;
  private chi = 0;
  private figures = 0;
  private misses = 0;
  private opposed = 0;
  private beyondThree = 0;
  private beyond = false;
  /** Whether all was dead at the last reading that tells. */
  private dead: boolean | null = null;
  private estimate: Estimate | null = null;
  private readonly far: number[] = [];
  private readonly says: Says[] = [];

  /** Takes what was read since. */
  goOn(predicts: Predictions, { observations, parameters, keys, added, done }: Course): void {
    // Most hypotheses leave nothing dead, whatever is done: that is asked once.
    const kills = leftDead(predicts, done) ? predicts : null;
    const taken = this.far.length;
    const foretold = inOrder(predicts, taken === 0 ? keys : added);
    const by = filter();
    by.open(this.estimate ?? nothingRead(parameters));
    for (let i = 0; i < foretold.length; i++)
      this.take(observations[taken + i] as Observation, foretold[i], parameters, kills, by);
    this.estimate = by.close(this.estimate);
  }

  /** @param kills what it predicts, where something that was done leaves all dead by it */
  private take(
    o: Observation,
    usual: Predicted | undefined,
    parameters: readonly Parameter[],
    kills: Predictions | null,
    by: Filter,
  ): void {
    if (usual === undefined) {
      this.log += Math.log(o.sigma === null ? 0.5 : BROAD);
      this.far.push(FAR / 2);
      this.says.push('nothing');
      return;
    }
    const predicted = kills === null || o.after === undefined ? usual : this.orDead(o, o.after, usual, kills);
    if (o.sigma === null) this.look(o, predicted);
    else this.figure(o, o.sigma, predicted, by, slopesOf(predicted, parameters));
  }

  /** As predicted or dead by then: whichever is nearer, where the two differ at all. */
  private orDead(o: Observation, after: readonly string[], usual: Predicted, kills: Predictions): Predicted {
    if (Math.abs(usual.value) <= 0.5 || !leftDead(kills, after)) return usual;
    const nowDead = Math.abs(o.value) < Math.abs(o.value - usual.value);
    this.log += Math.log(this.dead === null ? 0.5 : this.dead === nowDead ? 1 - REPLACED : REPLACED);
    this.dead = nowDead;
    return nowDead ? DEAD : usual;
  }

  private say(far: number, agrees: boolean): void {
    this.far.push(far);
    this.says.push(agrees ? 'for' : 'against');
    if (!agrees) this.opposed += 1;
  }

  private look(o: Observation, predicted: Predicted): void {
    const agrees = Math.abs(predicted.value - o.value) < 0.5;
    const error = o.error ?? MISREPORT;
    this.log += Math.log(agrees ? 1 - error : error);
    if (!agrees && error <= MISREPORT) this.misses += 1;
    this.say(agrees ? 0 : FAR / 2, agrees);
  }

  private figure(o: Observation, sigma: number, predicted: Predicted, by: Filter, slopes: Slopes): void {
    const narrow = sigma ** 2 + (predicted.sigma ?? 0) ** 2 + by.foresee(slopes);
    const v = o.value - predicted.value - by.moved();
    const variance = predicted.floats !== undefined && v * v > 4 * narrow ? narrow + predicted.floats ** 2 : narrow;
    const fits =
      (1 - SLIP) *
      (predicted.floats === undefined
        ? normalDensity(v, narrow)
        : (normalDensity(v, narrow) + normalDensity(v, narrow + predicted.floats ** 2)) / 2);
    this.log += Math.log(fits + SLIP * BROAD);
    const z2 = (v * v) / variance;
    this.chi += z2;
    if (z2 > BEYOND) this.beyond = true;
    this.figures += 1;
    this.say(Math.min(FAR, z2), z2 <= 9);
    if (z2 > 9) this.beyondThree += 1;
    // What floats says nothing of the supply or the meter; nor does what this hypothesis does not explain.
    if (predicted.floats === undefined && fits >= SLIP * BROAD) by.take(v, variance);
  }

  /** @param failed a test has: as planned is then out of the question */
  verdict(id: string, failed: boolean): Explained {
    const { far, says, log, misses, opposed } = this;
    const rejected =
      this.beyond ||
      chiSquareScore(this.chi, this.figures) > REJECTS ||
      misses >= AGAINST_REJECTS ||
      (id === AS_PLANNED && (failed || misses + this.beyondThree >= AGAINST_PLAN));
    return { far, says, log: log + (rejected ? REJECTED : 0), rejected, misses, opposed };
  }
}

/** Accounts by the predictions they are of. */
const kept = new WeakMap<Predictions, { of: Course; account: Account }>();

/** A course of readings under one hypothesis' predictions. @param failed a test of the proof has */
export function explain(id: string, predicts: Predictions, course: Course, failed: boolean): Explained {
  const before = kept.get(predicts);
  // Of one that goes on nobody holds what it said before: its lists are gone on with.
  const goesOn = before && (before.of === course || before.of === course.continues) ? before : null;
  const account = goesOn?.account ?? new Account();
  if (goesOn?.of !== course) account.goOn(predicts, course);
  kept.set(predicts, { of: course, account });
  return account.verdict(id, failed);
}
