/** One run of the campaign, and what it came to. Each is seeded by its own key, so that they may be done in any order and anywhere. */
import * as z from 'zod';
import type { Ranked, Ranking } from '../../src/core/evidence/ranked';
import { chanceOf } from '../chance';

/** Whose houses: the rig's, or those of another program. */
export const WHERE = ['rig', 'houses', 'plants'] as const;
export type Where = (typeof WHERE)[number];
export const KINDS = ['single', 'pair', 'outside', 'healthy', 'demo', 'order'] as const;
export type Kind = (typeof KINDS)[number];

export const Outcome = z.object({
  where: z.enum(WHERE),
  kind: z.enum(KINDS),
  /**
   * `silent`: no test shows the fault, there is nothing to rank. `confident`: wrong, and sure of it. `alarm`: a test of
   * a healthy house failed. `close`: one was too close to tell. `skipped`: not a case.
   */
  came: z.enum(['right', 'wrong', 'confident', 'silent', 'alarm', 'close', 'skipped']),
  /** Rows that are broken down by it. */
  family: z.string().optional(),
  /** What was put in and what was answered, where that is wrong. */
  words: z.string().optional(),
  /** Minutes of reading beside the best order, one a complaint. */
  ratios: z.array(z.number()).optional(),
});
export type Outcome = z.infer<typeof Outcome>;
export type Came = Outcome['came'];

export interface Task {
  key: string;
  run: () => Outcome | Promise<Outcome>;
}

/** More than this is confident. */
const CONFIDENT = 0.8;

/** Wrong, or wrong and sure of it. */
export const wrongness = ({ ranked: [first], none }: Ranking): Came =>
  first && first.probability > CONFIDENT && none < first.probability ? 'confident' : 'wrong';

/** The first of a ranking in words. */
export const answered = ({ ranked: [first], none }: Ranking): string =>
  `${first?.hypothesis.id} ${first?.probability.toFixed(2)}, none ${none.toFixed(2)}${againstOf(first)}`;

const againstOf = (first: Ranked | undefined): string =>
  first && first.against.length > 0 ? `, against: ${first.against.slice(0, 2).join('; ')}` : '';

/** An order by seed that does not hang on how many there are. */
export function hashOf(text: string, seed: number): number {
  let h = (2166136261 ^ seed) >>> 0;
  for (const c of text) h = Math.imul(h ^ c.charCodeAt(0), 16777619) >>> 0;
  return h;
}

/** The chances of one run. */
export const chanceFor = (key: string, seed: number): (() => number) => chanceOf(hashOf(key, seed));

export const picker =
  (random: () => number) =>
  <T>(list: readonly T[]): T =>
    list[Math.floor(random() * list.length)] as T;
