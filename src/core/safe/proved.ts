/**
 * When a dead reading proves something. One rule for every family: a pair is proved dead when
 *  (a) the meter read a live source before and after,
 *  (b) with the supply on the same pair read live, or is joined by conductors to a pair that did,
 *  (c) the reading is of the kind of the supply,
 *  (d) it is of this visit and nothing was switched since.
 * Everything else proves nothing, with the reason.
 */
import type { Point } from '../circuit/point';
import { pairKey } from '../job/points';
import { type ReadingEntry, readingsInTime } from '../job/readings';
import type { Job, Quantity } from '../job/schema';
import { ISOLATED, isProof, POWERED, PROVE_AFTER, PROVE_BEFORE } from './dead';

/** A dead reading is good for half a working day; after that somebody may have switched it on, s. */
export const FRESH_SECONDS = 4 * 3600;

/** Two points that must be dead to each other. */
export interface DeadPair {
  a: Point;
  b: Point;
  what: string;
  /** Nothing of this equipment's own is between them: it is read for a supply that does not belong there. */
  foreign?: boolean;
  /** Its own volts, where they are not those of the rules: a pair on which an appliance puts a few volts. */
  own?: { liveAtLeast: number; deadVolts: number; kinds: readonly Quantity[] };
}

/** Why a pair is not proved dead, in the order in which it is judged. */
export type Gap = 'not-read' | 'wrong-kind' | 'never-live' | 'meter-before' | 'stale' | 'switched' | 'meter-after';

/** Each gap as it is said: what is missing, and what to do instead. */
export const GAP_WORDS: Record<Gap, { why: string; instead: string }> = {
  'not-read': { why: 'it was not read with the supply off', instead: 'Switch the supply off and measure it.' },
  'wrong-kind': {
    why: 'the meter was not set to the kind of voltage that this supply gives',
    instead: 'Set the meter to the right kind, AC for a transformer or mains, and measure again.',
  },
  'never-live': {
    why: 'the same two points were never read live, so they would read 0 V with the supply on as well',
    instead: 'Supply on: measure the same two points. Then switch off and measure them again.',
  },
  'meter-before': {
    why: 'the meter did not read a live source before it',
    instead: 'Measure a known live source, then these points again.',
  },
  stale: {
    why: `it is more than ${FRESH_SECONDS / 3600} hours old`,
    instead: 'Measure again now, on a live source first.',
  },
  switched: {
    why: 'a supply was switched after it',
    instead: 'Switch every supply off and measure again.',
  },
  'meter-after': {
    why: 'the meter was not shown to work after it',
    instead: 'Measure a known live source once more.',
  },
};

export interface ProofRules {
  /** At or under this it is dead, V. */
  deadVolts: number;
  /** What the pair reads at least while its supply is on, V. */
  liveAtLeast: number;
  /** What a known live source reads at least, V. */
  proofAtLeast: number;
  /** Kinds of reading that the supply asks for; each is wanted. */
  kinds: readonly Quantity[];
  /** Whether two points are one by conductors that were seen landed at both ends. */
  joined: (a: string, b: string) => boolean;
  /**
   * pair: the very pair read live. points: each of its points was in a pair that read live, which shows that it conducts;
   * right where every pair of a set is read dead.
   */
  shownBy: 'pair' | 'points';
  /** Live readings that a survey keeps by part and not by points. */
  alsoLive?: readonly LiveReading[];
  /** ISO time at which it is asked; null takes the job's own last moment. */
  now: string | null;
}

export type LiveReading = Pick<ReadingEntry, 'at' | 'a' | 'b' | 'value' | 'quantity'>;

export interface PairProof {
  pair: DeadPair;
  /** The latest reading of the pair that claims to be dead; null where there is none. */
  reading: ReadingEntry | null;
  gap: Gap | null;
}

const seconds = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 1000;
const isVolts = (r: Pick<ReadingEntry, 'quantity'>): boolean => r.quantity === 'volts-ac' || r.quantity === 'volts-dc';

/** The moment for which the proof has to hold: when it was powered again, else now, else the last that is known. */
function heldUntil(job: Pick<Job, 'readings' | 'powerUp'>, dead: ReadingEntry, now: string | null): string {
  const later = readingsInTime(job, (r) => r.at > dead.at);
  const powered = later.find((r) => POWERED.has(r.stop ?? ''));
  if (powered) return powered.at;
  if (job.powerUp.display !== undefined) return dead.at;
  return now ?? later.at(-1)?.at ?? dead.at;
}

/** Judges every pair by the rule, in the order given. */
export function provePairs(
  job: Pick<Job, 'readings' | 'powerUp' | 'supplies'>,
  pairs: readonly DeadPair[],
  rules: ProofRules,
): PairProof[] {
  const volts = readingsInTime(job).filter(isVolts);
  const before = volts.filter((r) => !POWERED.has(r.stop ?? ''));
  const read: LiveReading[] = [...before.filter((r) => !isProof(r)), ...(rules.alsoLive ?? [])];
  const switched = Object.values(job.supplies).flatMap((s) => (s.switchedAt === undefined ? [] : [s.switchedAt]));
  const same = (x: string | undefined, y: string): boolean => x !== undefined && (x === y || rules.joined(x, y));

  const judge = (pair: DeadPair, kind: Quantity): { reading: ReadingEntry | null; gap: Gap | null } => {
    const { liveAtLeast, deadVolts } = pair.own ?? rules;
    const dead = (r: ReadingEntry): boolean => Math.abs(r.value) <= deadVolts;
    const ofPair = before.filter((r) => !isProof(r) && pairKey(r.a, r.b) === pairKey(pair.a, pair.b));
    const reading = ofPair.filter((r) => r.quantity === kind).at(-1);
    if (!reading || !dead(reading)) {
      const other = ofPair.filter((r) => r.quantity !== kind && dead(r) && r.at >= (reading?.at ?? '')).at(-1);
      return { reading: other ?? null, gap: other ? 'wrong-kind' : 'not-read' };
    }
    const visit = (at: string): boolean => at <= reading.at && seconds(at, reading.at) <= FRESH_SECONDS;
    const shown = read.filter((r) => r.quantity === kind && Math.abs(r.value) >= liveAtLeast && visit(r.at));
    // Read with the supply on and not live: whatever joins it to a live pair does not conduct.
    const refuted = ofPair.some(
      (r) => dead(r) && r.state !== undefined && !ISOLATED.has(r.state) && seconds(r.at, reading.at) <= FRESH_SECONDS,
    );
    const joined: typeof same = refuted ? (x, y) => x === y : same;
    const wasLive =
      rules.shownBy === 'pair'
        ? shown.some(
            (r) => (joined(r.a, pair.a) && joined(r.b, pair.b)) || (joined(r.a, pair.b) && joined(r.b, pair.a)),
          )
        : [pair.a, pair.b].every((p) => shown.some((r) => same(r.a, p) || same(r.b, p)));
    if (!pair.foreign && !wasLive) return { reading, gap: 'never-live' };
    const proves = (r: LiveReading): boolean =>
      r.quantity === kind && Math.abs(r.value) >= (pair.own?.liveAtLeast ?? rules.proofAtLeast);
    const meterBefore = [...shown, ...volts.filter((r) => r.measure === PROVE_BEFORE && visit(r.at))].some(proves);
    if (!meterBefore) return { reading, gap: 'meter-before' };
    if (seconds(reading.at, heldUntil(job, reading, rules.now)) > FRESH_SECONDS) return { reading, gap: 'stale' };
    if (job.powerUp.display === undefined && switched.some((at) => at > reading.at))
      return { reading, gap: 'switched' };
    const meterAfter = volts.some(
      (r) =>
        r.measure === PROVE_AFTER &&
        proves(r) &&
        r.at >= reading.at &&
        seconds(reading.at, r.at) <= FRESH_SECONDS &&
        // Read live again before that: the proof after speaks of another series.
        !ofPair.some((x) => !dead(x) && x.at > reading.at && x.at <= r.at),
    );
    return { reading, gap: meterAfter ? null : 'meter-after' };
  };
  return pairs.map((pair) => {
    const judged = (pair.own?.kinds ?? rules.kinds).map((kind) => judge(pair, kind));
    const bad = judged.find((j) => j.gap !== null) ?? judged[0];
    return { pair, reading: bad?.reading ?? null, gap: bad?.gap ?? null };
  });
}
