/**
 * Points a probe can touch, written one way everywhere: "wall.R" a screw, "core.k3.wall" the bare end of a
 * core, "transformer.s1" a part's lead, "earth" a bar. One parser and one way of saying them.
 */
import { colourOf } from '../survey/landing';
import { terminalInfo } from '../survey/terminals.data';
import type { Job } from './schema';

export type PointKind =
  | { kind: 'screw'; place: string; terminal: string }
  | { kind: 'core'; conductor: string; place: string }
  | { kind: 'part'; part: string };

export interface PartPoint {
  id: string;
  /** In the middle of a sentence: "the transformer’s primary". */
  words: string;
  /** Mains may stand here in health: a high reading says nothing of the control wiring. */
  mains: boolean;
}

/** Points of parts that are neither screws of a plate nor cores. */
export const PART_POINTS: readonly PartPoint[] = [
  { id: 'transformer.p1', words: 'transformer primary, one lead', mains: true },
  { id: 'transformer.p2', words: 'transformer primary, other lead', mains: true },
  { id: 'transformer.s1', words: 'transformer secondary, hot', mains: false },
  { id: 'transformer.s2', words: 'transformer secondary, common', mains: false },
  { id: 'fuse.line', words: 'fuse, supply end', mains: false },
  { id: 'fuse.load', words: 'fuse, board end', mains: false },
  { id: 'switch.1', words: 'switch or contact, one side', mains: false },
  { id: 'switch.2', words: 'switch or contact, other side', mains: false },
  { id: 'coil.1', words: 'coil, one side', mains: false },
  { id: 'coil.2', words: 'coil, other side', mains: false },
  { id: 'valve.1', words: 'valve lead', mains: false },
  { id: 'valve.2', words: 'valve, other lead', mains: false },
  { id: 'accessory.1', words: 'accessory screw', mains: false },
  { id: 'accessory.2', words: 'accessory, other screw', mains: false },
  { id: 'pile.1', words: 'millivolt loop, generator', mains: false },
  { id: 'pile.2', words: 'millivolt loop, return', mains: false },
  { id: 'chassis', words: 'metal of the cabinet', mains: false },
  { id: 'earth', words: 'earth', mains: false },
  { id: 'neutral', words: 'mains neutral', mains: true },
  { id: 'live', words: 'mains live', mains: true },
];

const parts = new Map(PART_POINTS.map((p) => [p.id, p]));
const PLACES: ReadonlySet<string> = new Set(['wall', 'board', 'outdoor', 'board2', 'device']);

/** What a point is, or null when nothing here knows it. */
export function parsePoint(point: string): PointKind | null {
  if (parts.has(point)) return { kind: 'part', part: point };
  const core = /^core\.([A-Za-z0-9_:+-]+)\.(wall|board|outdoor)$/.exec(point);
  if (core) return { kind: 'core', conductor: core[1] ?? '', place: core[2] ?? '' };
  const dot = point.indexOf('.');
  if (dot < 0) return null;
  const place = point.slice(0, dot);
  const terminal = point.slice(dot + 1);
  return PLACES.has(place) && terminal !== '' ? { kind: 'screw', place, terminal } : null;
}

const SUPPLY_WORDS: Record<string, string> = { 'supply.L': 'supply, L', 'supply.N': 'supply, N', 'supply.E': 'earth' };

/** A point of a floor in words: "Hall, one core", "terminal 3"; null when it is none. */
export function floorPointWords(floor: Pick<Job['floor'], 'mats' | 'region'>, point: string): string | null {
  const [part, id = '', end = ''] = point.split('.');
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

/** "R at the wall", "blue, bare end at the board", "transformer secondary, hot"; the text itself when unknown. */
export function pointWords(job: Pick<Job, 'survey' | 'floor'>, point: string | undefined): string {
  if (point === undefined) return '?';
  const ofFloor = floorPointWords(job.floor, point);
  if (ofFloor !== null) return ofFloor;
  const p = parsePoint(point);
  if (!p) return point.replace('.', ' ');
  if (p.kind === 'part') return parts.get(p.part)?.words ?? p.part;
  if (p.kind === 'core') {
    const conductor = job.survey.conductors[p.conductor];
    return `${conductor ? colourOf(conductor) : p.conductor}, bare end at the ${p.place}`;
  }
  const where = { board2: 'second board', device: 'new device, off its plate' }[p.place] ?? p.place;
  return `${p.terminal} at the ${where}`;
}

/** Mains may stand at this point in health. */
export const isMainsPoint = (point: string | undefined): boolean =>
  point !== undefined && (parts.get(point)?.mains ?? false);

/** The letter's role of a screw point, whichever plate it is on. */
export const roleAt = (point: string | undefined): string | undefined => {
  const p = point === undefined ? null : parsePoint(point);
  return p?.kind === 'screw' ? terminalInfo(p.terminal)?.role : undefined;
};

/** One key for a pair whichever probe is where; "?" where the points were not said. */
export const pairKey = (a: string | undefined, b: string | undefined): string => [a ?? '?', b ?? '?'].sort().join('|');
