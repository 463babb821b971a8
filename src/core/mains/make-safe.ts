/** Proving mains dead: every pair read live, read dead where the work is, and the tester shown to work after it. */
import { type Point, pointParts } from '../circuit/point';
import { type Finding, finding } from '../findings/finding';
import { pairKey } from '../job/points';
import { type ReadingEntry, readingsInTime } from '../job/readings';
import type { Job, Quantity, Reading } from '../job/schema';
import { deadSeries, isProof, LIVE_BEFORE, PROVE_AFTER, PROVE_BEFORE, poweredAgain } from '../safe/dead';
import { type DeadPair, GAP_WORDS, type LiveReading, provePairs } from '../safe/proved';

export interface ProveStep {
  id: string;
  what: string;
  low: number;
  high: number;
  measure: string;
  quantity: Quantity;
  a?: Point;
  b?: Point;
}

const DEAD_VOLTS = 5;

/** Where a spur or a box has live, neutral and earth. */
const BOX_PAIRS: readonly DeadPair[] = (
  [
    ['L', 'N'],
    ['L', 'E'],
    ['N', 'E'],
  ] as const
).map(([a, b]) => ({ a: `box.${a}`, b: `box.${b}`, what: `${a} to ${b} where you work` }));

/** Read live at L to N and L to E, every one of its three points has been touched. */
export const BOX = { pairs: BOX_PAIRS, live: BOX_PAIRS.slice(0, 2) } as const;

export interface MainsRules {
  /** Volts of a known live source at least: 200 on a 230 V supply, 100 where 120 V is usual. */
  liveAtLeast: number;
  pairs: readonly DeadPair[];
  /** What must have read live with the supply on: enough pairs to touch every point of it. */
  live: readonly DeadPair[];
  alsoLive?: readonly LiveReading[];
  /** Something is there to be touched: not proved is then a blocker, and a caution once it was powered. */
  touched: boolean;
  now: string | null;
}

const stepId = (kind: string, { a, b }: DeadPair): string =>
  a.startsWith('box.') ? `${kind}-${pointParts(a).id}-${pointParts(b).id}` : `${kind}-${a}-${b}`;
/** Highest mains that a tester is proved on, V. */
const HIGHEST = 520;

/** Each kind of reading that the pairs ask for; a tester is shown to work on what it was used for. */
const kindsOf = (pairs: readonly DeadPair[]): { quantity: Quantity; own: number | undefined }[] =>
  (['volts-ac', 'volts-dc'] as const).flatMap((quantity) => {
    const of = pairs.filter((p) => (p.own?.kinds ?? ['volts-ac']).includes(quantity));
    return of.length === 0 ? [] : [{ quantity, own: of.every((p) => p.own) ? of[0]?.own?.liveAtLeast : undefined }];
  });

/** The readings in their order: live, dead, the tester again. */
export const proveSteps = ({
  liveAtLeast,
  pairs,
  live,
}: Pick<MainsRules, 'liveAtLeast' | 'pairs' | 'live'>): readonly ProveStep[] => [
  // Nothing of the mains reads live here: the tester is shown to work on another source.
  ...(pairs.some((p) => p.foreign) && live.every((p) => p.own)
    ? [
        {
          id: PROVE_BEFORE,
          measure: PROVE_BEFORE,
          what: 'Tester on a known live source',
          low: liveAtLeast,
          high: HIGHEST,
          quantity: 'volts-ac' as const,
        },
      ]
    : []),
  ...live.map((p) => ({
    id: stepId('live', p),
    measure: LIVE_BEFORE,
    what: `Supply on: ${p.what}`,
    low: p.own?.liveAtLeast ?? liveAtLeast / 2,
    quantity: p.own?.kinds[0] ?? ('volts-ac' as const),
    high: HIGHEST,
    a: p.a,
    b: p.b,
  })),
  ...pairs.map((p) => ({
    id: stepId('dead', p),
    measure: 'dead',
    what: `Supply off: ${p.what}`,
    low: 0,
    high: p.own?.deadVolts ?? DEAD_VOLTS,
    quantity: p.own?.kinds[0] ?? ('volts-ac' as const),
    a: p.a,
    b: p.b,
  })),
  ...kindsOf(pairs).map(({ quantity, own }) => ({
    id: quantity === 'volts-ac' ? PROVE_AFTER : `${PROVE_AFTER}-dc`,
    measure: PROVE_AFTER,
    what: `Tester on a known live ${quantity === 'volts-ac' ? '' : 'DC '}source again`,
    low: own ?? liveAtLeast,
    high: HIGHEST,
    quantity,
  })),
];

export interface MainsSafe {
  proved: boolean;
  steps: readonly ProveStep[];
  /** Latest reading of each step. */
  readings: (Reading | null)[];
  /** What was read is too old, or a supply was switched since. */
  outdated: boolean;
  findings: Finding[];
}

const NOT_JOINED = (): boolean => false;

/** Whether everything that could be touched is proved dead, by the one rule of `safe/proved`. */
export function checkMainsSafe(job: Pick<Job, 'readings' | 'powerUp' | 'supplies'>, rules: MainsRules): MainsSafe {
  const { liveAtLeast, pairs, alsoLive = [], now, touched } = rules;
  const steps = proveSteps(rules);
  const findings: Finding[] = [];
  const series = deadSeries(job, { deadVolts: DEAD_VOLTS, proofAtLeast: liveAtLeast, liveIsProof: true });
  const proofs = provePairs(job, pairs, {
    deadVolts: DEAD_VOLTS,
    liveAtLeast: liveAtLeast / 2,
    proofAtLeast: liveAtLeast,
    kinds: ['volts-ac'],
    joined: NOT_JOINED,
    shownBy: 'points',
    alsoLive,
    now,
  });
  const all = readingsInTime(job);
  const last = (wanted: (r: ReadingEntry) => boolean): Reading | null => all.filter(wanted).at(-1) ?? null;
  const between =
    (s: ProveStep) =>
    (r: LiveReading): boolean =>
      pairKey(r.a, r.b) === pairKey(s.a, s.b);
  const readings = steps.map((s): Reading | null => {
    if (s.measure === PROVE_AFTER || s.measure === PROVE_BEFORE)
      return last((r) => r.measure === s.measure && r.quantity === s.quantity);
    const proof = proofs.find((p) => s.measure === 'dead' && pairKey(p.pair.a, p.pair.b) === pairKey(s.a, s.b));
    if (s.measure === 'dead') return proof?.reading ?? null;
    const was = [...all.filter((r) => !isProof(r)), ...alsoLive]
      .filter((r) => between(s)(r) && Math.abs(r.value) >= s.low)
      .at(-1);
    return was ? { by: '', source: 'typed', ...was } : null;
  });
  const gaps = proofs.filter((p) => p.gap !== null);
  const proved = gaps.length === 0 && pairs.length > 0 && series.unanswered.length === 0;
  // What was read on purpose with the supply on only waits for its dead reading.
  const still = series.unanswered.filter((r) => r.measure !== LIVE_BEFORE).at(-1);
  if (still)
    findings.push(
      finding(
        'mains.still-live',
        { volts: still.value },
        ['supply'],
        `read ${still.at.slice(11, 16)}, not yet answered`,
      ),
    );
  else if (!proved) {
    const missing = gaps.map((g) => {
      const { why } = GAP_WORDS[g.gap ?? 'not-read'];
      return `${g.pair.what}. ${why.charAt(0).toUpperCase()}${why.slice(1)}`;
    });
    const [first] = gaps;
    const evidence = first?.reading
      ? `read ${first.reading.at.slice(0, 16).replace('T', ' ')}`
      : 'a reading is missing';
    if (poweredAgain(job)) findings.push(finding('mains.was-not-proved', { missing }, ['supply'], evidence));
    else if (touched)
      findings.push(
        finding(
          'mains.not-proved',
          { missing, instead: GAP_WORDS[first?.gap ?? 'not-read'].instead },
          ['supply'],
          evidence,
        ),
      );
  }
  const outdated = gaps.some((g) => g.gap === 'stale' || g.gap === 'switched');
  return { proved, steps, readings, outdated, findings };
}
