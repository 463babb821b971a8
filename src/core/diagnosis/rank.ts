/**
 * Ranks fault hypotheses by how well they explain the readings, and says what to measure next.
 * Gaussian on meter tolerance for figures, a fixed odds for what was seen; a prior by how common
 * the fault is; "none of these" is kept with a flat likelihood so that it can win.
 */

export interface Observation {
  id: string;
  /** Key under which a hypothesis predicts it. */
  key: string;
  value: number;
  /** Standard deviation of a figure, or null for a yes/no. */
  sigma: number | null;
  text: string;
}

export interface Hypothesis {
  id: string;
  name: string;
  /** What to look at to confirm it. */
  look: string;
  fix: string;
  prior: number;
  about: string[];
  /** Predicted value by observation key; absent = this hypothesis says nothing about it. */
  predicts: ReadonlyMap<string, number>;
}

export interface Candidate {
  key: string;
  text: string;
  minutes: number;
}

export interface Ranked {
  hypothesis: Hypothesis;
  probability: number;
  supports: string[];
  against: string[];
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
}

/** Chance that something seen or heard is reported wrongly. */
const MISREPORT = 0.03;
/** Likelihood per observation of a fault that is not on the list: any value up to 30 V alike. */
const FLAT_DENSITY = 1 / 30;
const NONE_PRIOR = 0.02;

function logLikelihood(observation: Observation, predicted: number): number {
  if (observation.sigma === null)
    return Math.log(Math.abs(predicted - observation.value) < 0.5 ? 1 - MISREPORT : MISREPORT);
  const z = (observation.value - predicted) / observation.sigma;
  // A gross slip (wrong screw touched) is possible: the tail never falls below one in a thousand of flat.
  return Math.log(Math.exp(-0.5 * z * z) / (observation.sigma * Math.sqrt(2 * Math.PI)) + FLAT_DENSITY * 1e-3);
}

/** Probabilities sum to 1 together with `none`. */
export function rank(
  hypotheses: readonly Hypothesis[],
  observations: readonly Observation[],
  candidates: readonly Candidate[],
): Ranking {
  const logs = hypotheses.map((h) =>
    observations.reduce((sum, o) => {
      const predicted = h.predicts.get(o.key);
      return (
        sum + (predicted === undefined ? Math.log(o.sigma === null ? 0.5 : FLAT_DENSITY) : logLikelihood(o, predicted))
      );
    }, Math.log(h.prior)),
  );
  const noneLog = observations.reduce(
    (sum, o) => sum + Math.log(o.sigma === null ? 0.5 : FLAT_DENSITY),
    Math.log(NONE_PRIOR),
  );
  const top = Math.max(noneLog, ...logs);
  const weights = logs.map((l) => Math.exp(l - top));
  const noneWeight = Math.exp(noneLog - top);
  const total = weights.reduce((a, b) => a + b, noneWeight);
  const ranked = hypotheses
    .map((hypothesis, i): Ranked => {
      const supports: string[] = [];
      const against: string[] = [];
      for (const o of observations) {
        const predicted = hypothesis.predicts.get(o.key);
        if (predicted === undefined) continue;
        const agrees =
          o.sigma === null ? Math.abs(predicted - o.value) < 0.5 : Math.abs(predicted - o.value) <= 3 * o.sigma;
        (agrees ? supports : against).push(o.text);
      }
      return { hypothesis, probability: (weights[i] ?? 0) / total, supports, against };
    })
    .sort((a, b) => b.probability - a.probability || a.hypothesis.id.localeCompare(b.hypothesis.id));
  return { ranked, none: noneWeight / total, next: bestNext(ranked, candidates) };
}

/** The measurement with the greatest expected drop in entropy per minute. */
function bestNext(ranked: readonly Ranked[], candidates: readonly Candidate[]): NextMeasurement | null {
  const live = ranked.filter((r) => r.probability > 0.003).slice(0, 30);
  let best: NextMeasurement | null = null;
  for (const candidate of candidates) {
    // Hypotheses whose predictions a meter cannot tell apart (1 V) fall into one outcome.
    const bins = new Map<number, Ranked[]>();
    for (const r of live) {
      const v = r.hypothesis.predicts.get(candidate.key);
      if (v === undefined) continue;
      const bin = Math.round(v / 2);
      bins.set(bin, [...(bins.get(bin) ?? []), r]);
    }
    const mass = [...bins.values()].map((rs) => rs.reduce((s, r) => s + r.probability, 0));
    const sum = mass.reduce((a, b) => a + b, 0);
    if (sum <= 0 || bins.size < 2) continue;
    const bits = -mass.reduce((s, m) => s + (m > 0 ? (m / sum) * Math.log2(m / sum) : 0), 0);
    if (bits < 0.05) continue;
    if (!best || bits / candidate.minutes > best.bits / best.candidate.minutes) {
      best = {
        candidate,
        bits,
        outcomes: [...bins.values()]
          .map((rs) => ({
            value: rs[0]?.hypothesis.predicts.get(candidate.key) ?? 0,
            names: rs.slice(0, 3).map((r) => r.hypothesis.name),
            probability: rs.reduce((s, r) => s + r.probability, 0),
          }))
          .sort((a, b) => b.probability - a.probability),
      };
    }
  }
  return best;
}
