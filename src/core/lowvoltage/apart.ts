/** Supplies that stand apart in one job, and where at the wall a meter shows that they do. */
import { continuity } from '../circuit/continuity';
import type { SourceElement } from '../circuit/netlist';
import { type Point, pointParts } from '../circuit/point';
import { terminalInfo } from '../survey/terminals.data';
import { type Installed, toNetlist, wallNode } from './installed';

/** One supply with everything that hangs on it. */
export interface Island {
  name: string;
  /** Nodes of its two sides, hot where it is used. */
  hot: string;
  common: string;
  /** What people call those two: letters of screws. */
  hotLetter: string;
  commonLetter: string;
  /** A transformer that comes with a part: its leads carry no letters. */
  bare: boolean;
  /** A wall screw that hangs on it; null where none does. */
  screw: string | null;
  /** How its place at the wall is called. */
  words: string;
}

const HOT: ReadonlySet<string | undefined> = new Set(['hot', 'hot-cool', 'hot-heat']);
const letter = (node: string): string => pointParts(node).id;

/** Every supply of a circuit that is joined to no other, equipment first; one where all are one. */
export function islandsOf(installed: Installed): Island[] {
  const netlist = toNetlist(installed);
  const joined = continuity(netlist);
  const sources = netlist.elements.filter((e): e is SourceElement => e.kind === 'source');
  const landed = installed.wallScrews.filter(
    (s) =>
      installed.conductors.some((c) => c.wall === s) ||
      (installed.extra ?? []).some((e) => e.a === wallNode(s) || e.b === wallNode(s)),
  );
  // The terminals of accessories are no screws that a core of the cable lands on.
  const outputs = installed.contacts.filter((c) => c.role === 'accessory').flatMap((c) => [c.from, c.to]);
  const screws = [...new Set([...landed, ...outputs])];
  const out: Island[] = [];
  for (const s of sources) {
    if (out.some((i) => joined(i.common, s.b))) continue;
    const transformer = installed.transformers.find((t) => `source:${t.id}` === s.id);
    const mine = screws.filter((screw) => joined(wallNode(screw), s.b));
    const hots = mine.filter((screw) => HOT.has(terminalInfo(screw)?.role));
    const screw = hots[0] ?? mine.at(-1) ?? null;
    const [hotScrew] = hots;
    const bare = transformer === undefined && hotScrew === undefined;
    const common = mine.find((x) => terminalInfo(x)?.role === 'common');
    out.push({
      name:
        transformer && installed.transformers.length > 1
          ? sideOf(transformer.id)
          : transformer
            ? 'the transformer'
            : s.name,
      hot: hotScrew === undefined ? s.a : wallNode(hotScrew),
      common: s.b,
      hotLetter: hotScrew ?? letter(s.a),
      commonLetter: transformer ? transformer.common : (common ?? letter(s.b)),
      bare,
      screw,
      words: screw ?? s.name,
    });
  }
  return out;
}

const sideOf = (id: string): string => (id === 'T-heat' ? 'the heating transformer' : 'the cooling transformer');

export interface ApartPair {
  a: Point;
  b: Point;
  words: string;
}

/** Pairs of wall screws that must be open with every supply off. */
export function apartPairs(installed: Installed): ApartPair[] {
  const at = islandsOf(installed).flatMap(({ screw }) => (screw === null ? [] : [screw]));
  return at.flatMap((p, i) =>
    at.slice(i + 1).map((q) => ({ a: wallNode(p), b: wallNode(q), words: `${p} to ${q} at the wall` })),
  );
}
