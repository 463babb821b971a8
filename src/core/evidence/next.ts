/** The next reading: what settles most per minute, a second one ahead among the best. */
import type { Candidate } from './hypothesis';
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

/** The measurement with the greatest expected drop in entropy per minute; two ahead where that is cheaper. */
export function bestNext(live: readonly Ranked[], candidates: readonly Candidate[]): NextMeasurement | null {
  const first = candidates
    .flatMap((candidate) => {
      const split = outcomesOf(live, candidate);
      return split && split.bits >= LEAST_BITS ? [{ candidate, ...split }] : [];
    })
    .sort((a, b) => b.bits / b.candidate.minutes - a.bits / a.candidate.minutes);
  let best: NextMeasurement | null = null;
  let gain = 0;
  for (const c of first.slice(0, AHEAD)) {
    // What the best second reading adds, in each outcome of the first.
    const mass = c.bins.reduce((s, b) => s + sumOf(b), 0);
    let bits = c.bits;
    let { minutes } = c.candidate;
    for (const bin of c.bins) {
      const share = sumOf(bin) / mass;
      const second = bestSecond(
        bin,
        first.map((f) => f.candidate).filter((x) => x !== c.candidate),
      );
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
            value: rs[0]?.hypothesis.predicts.get(c.candidate.key)?.value ?? 0,
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

/** Hypotheses that a meter cannot tell apart fall into one outcome; null where there is one only. */
function outcomesOf(live: readonly Ranked[], candidate: Candidate): { bits: number; bins: Ranked[][] } | null {
  const bins = new Map<number, Ranked[]>();
  for (const r of live) {
    const v = r.hypothesis.predicts.get(candidate.key)?.value;
    if (v === undefined) continue;
    const bin = candidate.enter.quantity === 'seen' ? Math.round(v) : binOf(v);
    bins.set(bin, [...(bins.get(bin) ?? []), r]);
  }
  if (bins.size < 2) return null;
  const mass = [...bins.values()].map(sumOf);
  const sum = mass.reduce((a, b) => a + b, 0);
  if (sum <= 0) return null;
  const bits = -mass.reduce((s, m) => s + (m > 0 ? (m / sum) * Math.log2(m / sum) : 0), 0);
  return { bits, bins: [...bins.values()] };
}

/** Large figures are told apart by their size, small ones by steps. */
const binOf = (v: number): number =>
  Math.abs(v) > 1000 ? Math.sign(v) * (500 + Math.round(4 * Math.log10(Math.abs(v)))) : Math.round(v / OUTCOME_STEP);

function bestSecond(
  bin: readonly Ranked[],
  candidates: readonly Candidate[],
): { bits: number; minutes: number } | null {
  if (bin.length < 2) return null;
  let best: { bits: number; minutes: number } | null = null;
  for (const c of candidates) {
    const split = outcomesOf(bin, c);
    if (split && (!best || split.bits / c.minutes > best.bits / best.minutes))
      best = { bits: split.bits, minutes: c.minutes };
  }
  return best;
}
