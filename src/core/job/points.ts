/**
 * Points a probe can touch, written one way everywhere: "wall.R" a screw, "core.k3.wall" the bare end of a
 * core, "transformer.s1" a part's lead, "earth" a bar. One parser and one way of saying them.
 */
import { pointLabel, pointParts } from '../circuit/point';
import { type Family, SURVEYS } from '../family/surveys';
import { terminalInfo } from '../survey/terminals.data';

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
  const { part: place, id: terminal, end } = pointParts(point);
  return PLACES.has(place) && terminal !== '' && end === '' ? { kind: 'screw', place, terminal } : null;
}

/** "R at the wall", "blue, bare end at the board", "transformer secondary, hot"; the text itself when unknown. */
export function pointWords(job: { family: Family; survey: unknown }, point: string | undefined): string {
  if (point === undefined) return '?';
  const ofFamily = SURVEYS[job.family].pointWords(job.survey as never, point);
  if (ofFamily !== null) return ofFamily;
  const p = parsePoint(point);
  if (!p) return pointLabel(point);
  if (p.kind === 'part') return parts.get(p.part)?.words ?? p.part;
  if (p.kind === 'core') return `${p.conductor}, bare end at the ${p.place}`;
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
