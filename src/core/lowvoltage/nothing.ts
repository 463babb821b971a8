/** What the 24 V family says of a job with nothing of it: where the screens of other families find its parts empty. */
import type { Own } from '../family/contract';
import { emptyJob } from '../job/schema';
import { deriveLowVoltage } from './family';

let kept: Own | null = null;

/** Worked out once: nothing in it depends on the job. */
export function noLowVoltage(): Own {
  kept ??= { ...deriveLowVoltage(emptyJob(), null), boiler: null, floor: null };
  return kept;
}
