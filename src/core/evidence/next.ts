/** The next reading: what settles most per minute, a second one ahead among the best. */
import { type Candidate, inOrder, type Predicted } from './hypothesis';
import type { NextMeasurement, Ranked } from './ranked';

/** Readings closer than this are one outcome: V and Ω of a hand meter. */
const OUTCOME_STEP = 2;
/** Looked at for the next reading: live hypotheses, the likeliest first. */
const LIVE = 30;
const LEAST_PROBABILITY = 0.003;
/** Hypotheses worth telling apart, of a ranking in its order. */
export const liveOf = (ranked: readonly Ranked[]): Ranked[] =>
  ranked.filter((r) => r.probability > LEAST_PROBABILITY).slice(0, LIVE);
const LEAST_BITS = 0.05;

/** Something that could be read, and where it stands among all. */
interface Possible {
  candidate: Candidate;
  place: number;
}

/** What the live hypotheses predict of every candidate, and how readings of it would part them. */
class Outcomes {
  private readonly rows: ReadonlyMap<Ranked, readonly (Predicted | undefined)[]>;

  constructor(live: readonly Ranked[], candidates: readonly Candidate[]) {
    const keys = candidates.map((c) => c.key);
    this.rows = new Map(live.map((r) => [r, inOrder(r.hypothesis.predicts, keys)]));
  }

  value(r: Ranked, { place }: Possible): number | undefined {
    return this.rows.get(r)?.[place]?.value;
  }

  /** Hypotheses that a meter cannot tell apart fall into one outcome; null where there is one only. */
  of(some: readonly Ranked[], possible: Possible): { bits: number; bins: Ranked[][] } | null {
    const isSeen = possible.candidate.enter.quantity === 'seen';
    const bins = new Map<number, Ranked[]>();
    for (const r of some) {
      const v = this.value(r, possible);
      if (v === undefined) continue;
      const bin = isSeen ? Math.round(v) : binOf(v);
      const there = bins.get(bin);
      if (there) there.push(r);
      else bins.set(bin, [r]);
    }
    if (bins.size < 2) return null;
    const mass = [...bins.values()].map(sumOf);
    const sum = mass.reduce((a, b) => a + b, 0);
    if (sum <= 0) return null;
    const bits = -mass.reduce((s, m) => s + (m > 0 ? (m / sum) * Math.log2(m / sum) : 0), 0);
    return { bits, bins: [...bins.values()] };
  }

  /** Of some candidates the one that parts some hypotheses best per minute. */
  best(some: readonly Ranked[], among: readonly Possible[]): { bits: number; minutes: number } | null {
    if (some.length < 2) return null;
    let best: { bits: number; minutes: number } | null = null;
    for (const c of among) {
      const { minutes } = c.candidate;
      const split = this.of(some, c);
      if (split && (!best || split.bits / minutes > best.bits / best.minutes)) best = { bits: split.bits, minutes };
    }
    return best;
  }
}

/** The measurement with the greatest expected drop in entropy per minute; two ahead where that is cheaper. */
export function bestNext(live: readonly Ranked[], candidates: readonly Candidate[]): NextMeasurement | null {
  const outcomes = new Outcomes(live, candidates);
  const first = candidates
    .flatMap((candidate, place) => {
      const split = outcomes.of(live, { candidate, place });
      return split && split.bits >= LEAST_BITS ? [{ candidate, place, ...split }] : [];
    })
    .sort((a, b) => b.bits / b.candidate.minutes - a.bits / a.candidate.minutes);
  let best: NextMeasurement | null = null;
  let gain = 0;
  for (const c of first.slice(0, AHEAD)) {
    // What the best second reading adds, in each outcome of the first.
    const others = first.filter((x) => x !== c);
    const mass = c.bins.reduce((s, b) => s + sumOf(b), 0);
    let bits = c.bits;
    let { minutes } = c.candidate;
    for (const bin of c.bins) {
      const share = sumOf(bin) / mass;
      const second = outcomes.best(bin, others);
      if (!second) continue;
      bits += share * second.bits;
      minutes += share * second.minutes;
    }
    const rate = Math.max(bits / minutes, c.bits / c.candidate.minutes);
    if (rate > gain) {
      gain = rate;
      best = {
        candidate: c.candidate,
        bits: c.bits,
        outcomes: c.bins
          .map((rs) => ({
            value: (rs[0] && outcomes.value(rs[0], c)) ?? 0,
            names: rs.slice(0, 3).map((r) => r.hypothesis.name),
            probability: sumOf(rs),
          }))
          .sort((a, b) => b.probability - a.probability),
      };
    }
  }
  return best;
}

/** Of the first readings, as many are followed to a second. */
const AHEAD = 8;

const sumOf = (rs: readonly Ranked[]): number => rs.reduce((s, r) => s + r.probability, 0);

/** Large figures are told apart by their size, small ones by steps. */
const binOf = (v: number): number =>
  Math.abs(v) > 1000 ? Math.sign(v) * (500 + Math.round(4 * Math.log10(Math.abs(v)))) : Math.round(v / OUTCOME_STEP);
