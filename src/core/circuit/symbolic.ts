/**
 * The part of the factorisation that depends only on which nodes are joined. A control circuit's
 * graph is nearly a tree, so minimum-degree ordering leaves next to no fill-in; the pattern is
 * the same for every state and is worked out once.
 */

import { Remembered } from '../remembered';

/**
 * Pattern of L for a symmetric matrix, laid out so that factoring and substituting are flat loops
 * over its entries: a near-tree has about one entry a column, and nested loops would cost more
 * than their bodies.
 */
export interface Pattern {
  size: number;
  /** position[node] = its place in the elimination order. */
  position: Int32Array;
  /** Entries of column k: columnStart[k] … columnStart[k + 1]. */
  columnStart: Int32Array;
  /** Column and row of each entry of L, as positions; ordered by column, then row. */
  column: Int32Array;
  row: Int32Array;
  /** Eliminating a column joins its rows pairwise: for entry p, pairs pairStart[p] … pairStart[p+1]. */
  pairStart: Int32Array;
  /** The other entry of the pair, and the entry that their product adds to. */
  pairOther: Int32Array;
  pairTarget: Int32Array;
  /**
   * For each edge, where its admittance adds to in the joined array of `Factor`: a node's excess
   * (edge to the reference), an entry of L (size + entry), or the spare place at the very end (a loop).
   */
  slot: Int32Array;
}

/** Patterns of the circuits looked at last: a fault of hundreds seldom joins other nodes than the one before. */
const known = new Remembered<Pattern>(500);

/**
 * @param size number of nodes, the reference not counted
 * @param edges pairs of node numbers; -1 is the reference
 */
export function analyse(size: number, edges: readonly (readonly [number, number])[]): Pattern {
  let key = String.fromCharCode(size);
  for (const [a, b] of edges) key += String.fromCharCode(a + 1, b + 1);
  return known.of(key, () => worked(size, edges));
}

/**
 * Nodes in the order in which they are eliminated, the one with fewest neighbours first, each with those it then has.
 * @returns by column, nodes
 */
function eliminated(
  size: number,
  edges: readonly (readonly [number, number])[],
): { order: number[]; columns: number[][] } {
  const joined = new Uint8Array(size * size);
  const degree = new Int32Array(size);
  const join = (a: number, b: number): void => {
    if (joined[a * size + b] === 1) return;
    joined[a * size + b] = 1;
    joined[b * size + a] = 1;
    degree[a] = (degree[a] as number) + 1;
    degree[b] = (degree[b] as number) + 1;
  };
  for (const [a, b] of edges) if (a >= 0 && b >= 0 && a !== b) join(a, b);
  const left = [...degree.keys()];
  const order: number[] = [];
  const columns: number[][] = [];
  while (left.length > 0) {
    let at = 0;
    for (let i = 1; i < left.length; i++)
      if ((degree[left[i] as number] as number) < (degree[left[at] as number] as number)) at = i;
    const [node = 0] = left.splice(at, 1);
    const around = left.filter((other) => joined[node * size + other] === 1);
    order.push(node);
    columns.push(around);
    // Eliminating a node joins its remaining neighbours to each other.
    for (const [i, a] of around.entries()) {
      degree[a] = (degree[a] as number) - 1;
      for (let j = i + 1; j < around.length; j++) join(a, around[j] as number);
    }
  }
  return { order, columns };
}

function worked(size: number, edges: readonly (readonly [number, number])[]): Pattern {
  const { order, columns } = eliminated(size, edges);
  const position = new Int32Array(size).fill(-1);
  order.forEach((node, k) => {
    position[node] = k;
  });
  const rows: number[] = [];
  const cols: number[] = [];
  const columnStart = [0];
  const entryOf = new Map<number, number>();
  columns.forEach((nodes, k) => {
    for (const r of nodes.map((node) => position[node] ?? -1).sort((x, y) => x - y)) {
      entryOf.set(k * size + r, rows.length);
      rows.push(r);
      cols.push(k);
    }
    columnStart.push(rows.length);
  });
  const pairStart: number[] = [0];
  const pairOther: number[] = [];
  const pairTarget: number[] = [];
  for (let p = 0; p < rows.length; p++) {
    for (let q = p + 1; q < rows.length && cols[q] === cols[p]; q++) {
      pairOther.push(q);
      pairTarget.push(entryOf.get((rows[p] ?? 0) * size + (rows[q] ?? 0)) ?? -1);
    }
    pairStart.push(pairOther.length);
  }
  const slot = Int32Array.from(edges, ([a, b]) => {
    if (a === b) return size + rows.length;
    if (a < 0 || b < 0) return position[Math.max(a, b)] ?? 0;
    const pa = position[a] ?? 0;
    const pb = position[b] ?? 0;
    return size + (entryOf.get(Math.min(pa, pb) * size + Math.max(pa, pb)) ?? rows.length);
  });
  return {
    size,
    position,
    columnStart: Int32Array.from(columnStart),
    column: Int32Array.from(cols),
    row: Int32Array.from(rows),
    pairStart: Int32Array.from(pairStart),
    pairOther: Int32Array.from(pairOther),
    pairTarget: Int32Array.from(pairTarget),
    slot,
  };
}
