/**
 * Ranks hypotheses by how well each explains everything that was read, and says what to read next.
 *
 * Figures of one hypothesis are judged together: their predictions share parameters (the supply, the meter's gain) of
 * known spread, y = f + J·θ + e with θ ~ N(μ, Σ), and are taken one after another in Kalman form, so that a low
 * transformer seen at one pair explains the others too, and costs what it is unlikely. What was seen or heard has a
 * chance of being reported wrongly. "None of these" predicts ordinary readings as the list does on average and odd
 * ones broadly. A hypothesis whose own readings reject it (chi-square beyond 99.9 %) cannot lead.
 */

import {
  BROAD,
  type Course,
  courseOf,
  type Explained,
  explain,
  FAR,
  MISREPORT,
  normalDensity,
  sameParameters,
  saying,
  slopesOf,
} from './account';
import { couplesOf } from './couples';
import {
  AS_PLANNED,
  type Evidence,
  type Hypothesis,
  inOrder,
  type Observation,
  type Parameter,
  type Predicted,
} from './hypothesis';
import { bestNext, liveOf } from './next';
import type { Ranked, Ranking } from './ranked';

/** Of "none of these", shares of the readings that go by what the list predicts on average. */
const ORDINARY = [0.5, 0.8, 0.92] as const;
const NONE_PRIOR = 0.04;
/** None of these is so much likelier than a rejected best. */
const LEADS = Math.log(4);

type Judged = Explained & {
  hypothesis: Hypothesis;
  /** In its usual degree, where that is not the one which explains most by itself: beside another fault it may. */
  usual?: Explained & { hypothesis: Hypothesis };
};

/** A fault of several degrees as bad as explains most; each degree is as likely as another. */
function bestDegree(h: Hypothesis, course: Course, failed: boolean): Judged {
  const degrees = [h.predicts, ...(h.worse ?? [])].map((predicts, degree) => {
    const hypothesis = { ...h, predicts, degree };
    return { hypothesis, ...explain(h.id, predicts, course, failed) };
  });
  const best = degrees.reduce((a, b) => (b.log > a.log ? b : a));
  const share = degrees.reduce((sum, d) => sum + Math.exp(d.log - best.log), 0) / degrees.length;
  const [usual] = degrees;
  return { ...best, log: best.log + Math.log(share), ...(usual && usual !== best ? { usual } : {}) };
}

/** What the list predicts of an observation on average: the same for as long as list and parameters are. */
interface Averages {
  hypotheses: readonly Hypothesis[];
  parameters: readonly Parameter[];
  of: Map<string, number>;
}
let averages: Averages = { hypotheses: [], parameters: [], of: new Map() };

const sameList = (x: readonly Hypothesis[], y: readonly Hypothesis[]): boolean =>
  x.length === y.length && x.every((h, i) => h.predicts === y[i]?.predicts && h.prior === y[i]?.prior);

/** Of one hypothesis, the density of an observation on its own. @param sigmas of the parameters */
function densityOf(
  o: Observation,
  predicted: Predicted | undefined,
  parameters: readonly Parameter[],
  sigmas: Float64Array,
): number {
  if (predicted === undefined) return oddOf(o);
  if (o.sigma === null) {
    const error = o.error ?? MISREPORT;
    return Math.abs(predicted.value - o.value) < 0.5 ? 1 - error : error;
  }
  const { of: j, at } = slopesOf(predicted, parameters);
  let spread = o.sigma ** 2 + (predicted.sigma ?? 0) ** 2 + (predicted.floats ?? 0) ** 2;
  for (let i = 0; i < sigmas.length; i++) spread += ((j[at + i] as number) * (sigmas[i] as number)) ** 2;
  return normalDensity(o.value - predicted.value, spread);
}

/** Of something that nothing predicts. */
const oddOf = ({ sigma }: Observation): number => (sigma === null ? 0.5 : BROAD);
const nameOf = (o: Observation): string => `${o.key} ${o.value} ${o.sigma} ${o.error ?? ''}`;

/** What the list predicts of each observation on average, those that were not asked for before together. */
function averagesOf(
  hypotheses: readonly Hypothesis[],
  observations: readonly Observation[],
  parameters: readonly Parameter[],
): number[] {
  if (!sameList(averages.hypotheses, hypotheses) || !sameParameters(averages.parameters, parameters))
    averages = { hypotheses, parameters, of: new Map() };
  const { of } = averages;
  const names = observations.map(nameOf);
  const fresh = observations.filter((_, i) => !of.has(names[i] as string));
  const keys = fresh.map((o) => o.key);
  const total = hypotheses.reduce((s, h) => s + h.prior, 0);
  const sigmas = Float64Array.from(parameters, (x) => x.sigma);
  const sums = new Float64Array(fresh.length);
  for (const h of fresh.length > 0 ? hypotheses : []) {
    const share = h.prior / total;
    const foretold = inOrder(h.predicts, keys);
    for (let i = 0; i < fresh.length; i++)
      sums[i] = (sums[i] as number) + share * densityOf(fresh[i] as Observation, foretold[i], parameters, sigmas);
  }
  fresh.forEach((o, i) => {
    of.set(nameOf(o), sums[i] as number);
  });
  return names.map((name) => of.get(name) as number);
}

/** Density of each observation on its own, averaged over the list, mixed with a broad one. */
function noneLikelihood(
  hypotheses: readonly Hypothesis[],
  observations: readonly Observation[],
  parameters: readonly Parameter[],
): number {
  const average = averagesOf(hypotheses, observations, parameters);
  const each = observations.map((o, i) => ({ average: average[i] as number, odd: oddOf(o) }));
  // How much of what is read an unknown cause leaves ordinary is not known either.
  const logs = ORDINARY.map((share) =>
    each.reduce((sum, { average, odd }) => sum + Math.log(share * average + (1 - share) * odd), 0),
  );
  const most = Math.max(...logs);
  const mean = logs.reduce((sum, l) => sum + Math.exp(l - most), 0) / logs.length;
  return Math.log(NONE_PRIOR) + most + Math.log(mean);
}

/** Squared deviations from which a reading is not as planned. */
const ODD = 4;
/** So many pairs are put into the circuit in every degree of both. */
const THOROUGH = 16;
/** Of the houses with a fault, so many have a second: shared out by how common each kind is. */
const SECOND = 0.2;

/** Probabilities sum to 1 together with `none`. Pairs come in where no single fault explains what was read. */
export function rankEvidence(e: Evidence): Ranking {
  const { observations, parameters, failed = false } = e;
  const course = courseOf(observations, parameters);
  const singles = e.hypotheses.map((h) => bestDegree(h, course, failed));
  const score = (x: (typeof singles)[number]): number => x.log + Math.log(x.hypothesis.prior);
  const top = singles.reduce<(typeof singles)[number] | undefined>(
    (a, b) => (a && score(a) >= score(b) ? a : b),
    undefined,
  );
  const unexplained = top !== undefined && (top.rejected || top.opposed > 0);
  const pairs = unexplained && e.both ? pairsOf(e, e.both, singles, course, failed) : [];
  const all = [...singles, ...pairs];
  const listed = noneLikelihood(e.hypotheses, observations, parameters) + Math.log(totalPrior(e.hypotheses));
  const leads = all.reduce((a, b) => (score(b) > score(a) ? b : a));
  // Where the best there is rejects what was read, it is not that: none of these leads. Where something was seen that
  // it does not allow, it is as likely that as none of these: a look is seldom wrong.
  const none = leads.rejected
    ? Math.max(listed, score(leads) + LEADS)
    : leads.misses > 0
      ? Math.max(listed, score(leads))
      : listed;
  const most = Math.max(none, ...all.map(score));
  const weights = all.map((x) => Math.exp(score(x) - most));
  const noneWeight = Math.exp(none - most);
  const total = weights.reduce((a, b) => a + b, noneWeight);
  const ranked = all
    .map(
      ({ hypothesis, rejected, misses, says }, i): Ranked => ({
        hypothesis,
        probability: (weights[i] ?? 0) / total,
        rejected,
        misses,
        ...saying(says, observations),
      }),
    )
    .sort((a, b) => b.probability - a.probability || a.hypothesis.id.localeCompare(b.hypothesis.id));
  const live = liveOf(ranked);
  for (const { hypothesis } of live) e.complete?.(hypothesis.predicts);
  return {
    ranked,
    none: noneWeight / total,
    next: bestNext(live, e.candidates),
    pairs: pairs.length,
    observed: observations.map((o) => o.key),
  };
}

/** Priors are relative: "none of these" is a share of them all. */
const totalPrior = (hypotheses: readonly Hypothesis[]): number => hypotheses.reduce((s, h) => s + h.prior, 0);

/**
 * Two faults at once. Each of two explains a part of what was read: pairs are looked at in the order of how little is
 * left that neither explains, then of how common they are; the best of them in every degree of both.
 */
function pairsOf(
  { hypotheses, observations, surely }: Evidence,
  both: NonNullable<Evidence['both']>,
  singles: readonly Judged[],
  course: Course,
  failed: boolean,
): Judged[] {
  const faults = singles.filter((x) => x.hypothesis.id !== AS_PLANNED);
  const total = totalPrior(hypotheses.filter((h) => h.id !== AS_PLANNED));
  const planned = singles.find((x) => x.hypothesis.id === AS_PLANNED);
  const odd = observations.map((_, i) => (planned?.far[i] ?? FAR) > ODD);
  const order = couplesOf(faults, odd, surely);
  const judged = (a: Hypothesis, b: Hypothesis, thorough: boolean): Judged[] => {
    const made = both(a, b, thorough);
    if (!made) return [];
    const id = [a.id, b.id].sort().join(' + ');
    const prior = ((made.often ?? 1) * SECOND * a.prior * b.prior) / total;
    return [bestDegree({ ...made, id, prior, of: [a.id, b.id] }, course, failed)];
  };
  const first = order.flatMap(({ a, b }) => judged(a, b, false).map((found) => ({ a, b, found })));
  first.sort((x, y) => y.found.log - x.found.log);
  return first.flatMap(({ a, b, found }, i) => (i < THOROUGH ? judged(a, b, true) : [found]));
}
