/**
 * How many minutes of reading the engine's order takes beside the best order there is. The best is worked out: every
 * order of readings there could be, by what each would tell apart, figures without error, one fault, which one being as
 * likely as its prior. Both stop where nothing is left that a reading would tell apart.
 */
import { derive } from '../../src/core/derive';
import { complaintKey } from '../../src/core/evidence/complaints';
import type { Candidate, Evidence, Hypothesis } from '../../src/core/evidence/hypothesis';
import { AS_PLANNED } from '../../src/core/evidence/hypothesis';
import { bestNext, liveOf } from '../../src/core/evidence/next';
import type { Ranked } from '../../src/core/evidence/ranked';
import { familyOf } from '../../src/core/family/registry';
import type { Complaint } from '../../src/core/job/complaint';
import type { Job } from '../../src/core/job/schema';

export interface Orders {
  /** Kinds of fault that readings can tell apart. */
  kinds: number;
  readings: number;
  /** Expected minutes. */
  engine: number;
  best: number;
}

/** Two readings nearer than this are one, V. */
const ALIKE_VOLTS = 2;
/** More sets of faults than this are not gone through. */
const MOST_SETS = 400_000;

/** Which of some readings is taken next, for faults by their likelihood; null for none. */
export type Choose = (ranked: readonly Ranked[], candidates: readonly Candidate[]) => Candidate | null;

/** The engine's own choice. */
const byEngine: Choose = (ranked, candidates) => bestNext(liveOf(ranked), candidates)?.candidate ?? null;

interface Kind {
  weight: number;
  hypotheses: Hypothesis[];
  outcomes: string[];
}

interface Reading {
  candidate: Candidate;
  minutes: number;
}

const outcomeOf = (h: Hypothesis, { key, enter }: Candidate): string => {
  const value = h.predicts.get(key)?.value;
  if (value === undefined) return 'none';
  return String(enter.quantity === 'seen' ? Math.round(value) : Math.round(value / ALIKE_VOLTS));
};

/** Faults that no reading tells apart are one kind. */
function kindsOf(hypotheses: readonly Hypothesis[], candidates: readonly Candidate[]): Kind[] {
  const kinds = new Map<string, Kind>();
  for (const h of hypotheses) {
    const outcomes = candidates.map((c) => outcomeOf(h, c));
    const key = outcomes.join('|');
    const kind = kinds.get(key) ?? { weight: 0, hypotheses: [], outcomes };
    kind.weight += h.prior;
    kind.hypotheses.push(h);
    kinds.set(key, kind);
  }
  return [...kinds.values()];
}

/** Kinds of a set by what a reading would say. */
function split(kinds: readonly Kind[], set: readonly number[], reading: number): number[][] {
  const parts = new Map<string, number[]>();
  for (const k of set) {
    const outcome = kinds[k]?.outcomes[reading] ?? '';
    const part = parts.get(outcome);
    if (part) part.push(k);
    else parts.set(outcome, [k]);
  }
  return [...parts.values()];
}

const weightOf = (kinds: readonly Kind[], set: readonly number[]): number =>
  set.reduce((sum, k) => sum + (kinds[k]?.weight ?? 0), 0);

/** Least expected minutes times weight, by every order; null where there are too many sets. */
function bestMinutes(kinds: readonly Kind[], readings: readonly Reading[]): number | null {
  const known = new Map<string, number>();
  const least = Math.min(...readings.map((r) => r.minutes));
  const solve = (set: readonly number[]): number => {
    if (set.length < 2) return 0;
    const key = set.join(',');
    const before = known.get(key);
    if (before !== undefined) return before;
    if (known.size > MOST_SETS) return Number.NaN;
    const weight = weightOf(kinds, set);
    const tried = new Set<string>();
    const choices = readings.flatMap(({ minutes }, r) => {
      const parts = split(kinds, set, r);
      if (parts.length < 2) return [];
      // Readings that part a set alike differ in their minutes alone.
      const shape = `${minutes}:${parts.map((p) => p.join(',')).join(';')}`;
      if (tried.has(shape)) return [];
      tried.add(shape);
      // What is left of two kinds and more takes one more reading at least.
      const after = parts.reduce((sum, p) => sum + (p.length > 1 ? least * weightOf(kinds, p) : 0), 0);
      return [{ minutes, parts, floor: minutes * weight + after }];
    });
    choices.sort((a, b) => a.floor - b.floor);
    let best = choices.length === 0 ? 0 : Number.POSITIVE_INFINITY;
    for (const { minutes, parts, floor } of choices) {
      if (floor >= best) break;
      let sum = minutes * weight;
      for (const part of parts) {
        sum += solve(part);
        if (sum >= best) break;
      }
      if (sum < best) best = sum;
    }
    known.set(key, best);
    return best;
  };
  const found = solve(kinds.map((_, k) => k));
  return Number.isFinite(found) && known.size <= MOST_SETS ? found : null;
}

/** Expected minutes times weight in the order of who chooses. */
function minutesOf(kinds: readonly Kind[], readings: readonly Reading[], choose: Choose): number {
  const all = readings.map((r) => r.candidate);
  const go = (set: readonly number[]): number => {
    if (set.length < 2) return 0;
    const total = weightOf(kinds, set);
    const ranked = set
      .flatMap((k) => kinds[k]?.hypotheses ?? [])
      .map(
        (hypothesis): Ranked => ({
          hypothesis,
          probability: hypothesis.prior / total,
          supports: [],
          against: [],
          rejected: false,
          misses: 0,
        }),
      )
      .sort((a, b) => b.probability - a.probability);
    const next = choose(ranked, all);
    // Where the engine asks for nothing more though something would tell: the cheapest that does.
    const asked = next ? all.findIndex((c) => c.key === next.key) : -1;
    const usable = (r: number): boolean => split(kinds, set, r).length > 1;
    const reading =
      asked >= 0 && usable(asked)
        ? asked
        : [...readings.keys()]
            .filter(usable)
            .sort((a, b) => (readings[a]?.minutes ?? 0) - (readings[b]?.minutes ?? 0))[0];
    if (reading === undefined) return 0;
    return (
      (readings[reading]?.minutes ?? 0) * total + split(kinds, set, reading).reduce((sum, part) => sum + go(part), 0)
    );
  };
  return go(kinds.map((_, k) => k));
}

/** Both orders for the faults that a predicate leaves; null where the best cannot be worked out. */
function ordersOf(e: Evidence, stands: (h: Hypothesis) => boolean, choose: Choose = byEngine): Orders | null {
  const hypotheses = e.hypotheses.filter((h) => h.id !== AS_PLANNED && stands(h));
  const kinds = kindsOf(hypotheses, e.candidates);
  const readings = e.candidates.map((candidate) => ({ candidate, minutes: candidate.minutes }));
  if (kinds.length < 2 || readings.length === 0) return null;
  const best = bestMinutes(kinds, readings);
  if (best === null) return null;
  const weight = kinds.reduce((sum, k) => sum + k.weight, 0);
  return {
    kinds: kinds.length,
    readings: readings.length,
    engine: minutesOf(kinds, readings, choose) / weight,
    best: best / weight,
  };
}

/** Every complaint of a job's family, each as all that is known: the engine's order beside the best there is. */
export function ordersOfJob(job: Job, choose?: Choose): (Orders & { complaint: Complaint })[] {
  return (familyOf(job).module.complaints ?? []).flatMap((complaint) => {
    const complained: Job = { ...job, arrive: { ...job.arrive, complaints: [complaint] } };
    const { module, job: seen } = familyOf(complained);
    const e = module.evidence?.(seen, derive(complained).own, true);
    const orders = e && ordersOf(e, (h) => (h.predicts.get(complaintKey(complaint))?.value ?? 0) > 0.5, choose);
    return orders ? [{ ...orders, complaint }] : [];
  });
}
