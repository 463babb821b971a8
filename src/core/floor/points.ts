/** Points of a floor in words: "Hall, one core", "terminal 3". */
import { pointParts } from '../circuit/point';
import type { FloorKept } from '../job/floor-schema';

const SUPPLY_WORDS: Record<string, string> = { 'supply.L': 'supply, L', 'supply.N': 'supply, N', 'supply.E': 'earth' };

/** null when it is none of a floor's. */
export function floorPointWords(floor: Pick<FloorKept, 'mats' | 'region'>, point: string): string | null {
  const { part, id, end } = pointParts(point);
  if (part === 'supply' && SUPPLY_WORDS[point])
    return floor.region === 'NA' && id !== 'E'
      ? `${SUPPLY_WORDS[point]} (${id === 'L' ? 'L1' : 'L2'})`
      : (SUPPLY_WORDS[point] ?? null);
  if (part === 'terminal') return `terminal ${id}`;
  if (part === 'probe') return id === '1' ? 'probe lead' : 'probe, other lead';
  if (part !== 'mat') return null;
  const at = Object.keys(floor.mats).indexOf(id);
  const name = floor.mats[id]?.name ?? (at < 0 ? id : `Mat ${at + 1}`);
  return `${name}, ${end === 'screen' ? 'screen' : end === '1' ? 'one core' : 'other core'}`;
}
