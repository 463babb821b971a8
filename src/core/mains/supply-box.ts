/** What was read of a supply where the work is: between its cores, and each to earth, with the supply on. */
import { pairKey } from '../job/points';
import { readingsInTime } from '../job/readings';
import type { Job } from '../job/schema';
import { ISOLATED, isProof } from '../safe/dead';
import type { SupplyVolts } from './supply';

const EARTHS = ['box.E', 'supply.E', 'earth'] as const;

/** The latest of each pair of box.L, box.N and box.E that was read live on purpose or in a state with the supply on. */
export function boxVolts(job: Pick<Job, 'readings'>): SupplyVolts {
  const on = readingsInTime(
    job,
    (r) => r.quantity === 'volts-ac' && r.state !== undefined && !ISOLATED.has(r.state),
  ).filter((r) => !isProof(r));
  const latest = (one: readonly string[], other: readonly string[]): number | undefined =>
    on.filter((r) => one.some((a) => other.some((b) => pairKey(r.a, r.b) === pairKey(a, b)))).at(-1)?.value;
  return {
    between: latest(['box.L', 'supply.L'], ['box.N', 'supply.N']),
    first: latest(['box.L', 'supply.L'], EARTHS),
    second: latest(['box.N', 'supply.N'], EARTHS),
  };
}
