/**
 * The part of the factorisation that depends only on which nodes are joined. A control circuit's
 * graph is nearly a tree, so minimum-degree ordering leaves next to no fill-in; the pattern is
 * the same for every state and is worked out once.
 */

/** Pattern of L for a symmetric matrix, with the update targets of right-looking LDLᵀ laid out flat. */
export interface Pattern {
  size: number;
  /** position[node] = its place in the elimination order. */
  position: Int32Array;
  /** Column k of L holds entries columnStart[k] … columnStart[k+1]. */
  columnStart: Int32Array;
  /** Row of each entry, as a position in the elimination order, ascending within a column. */
  row: Int32Array;
  /** For each column, for each pair p < q of its entries: index in L that the product updates. */
  target: Int32Array;
  /** For each edge, the index in L that it adds to; -1 where it touches the reference. */
  edgeEntry: Int32Array;
}

/**
 * @param size number of nodes, the reference not counted
 * @param edges pairs of node numbers; -1 is the reference
 */
export function analyse(size: number, edges: readonly (readonly [number, number])[]): Pattern {
  const neighbours: Set<number>[] = Array.from({ length: size }, () => new Set<number>());
  for (const [a, b] of edges) {
    if (a < 0 || b < 0 || a === b) continue;
    neighbours[a]?.add(b);
    neighbours[b]?.add(a);
  }
  const position = new Int32Array(size).fill(-1);
  const columns: number[][] = [];
  for (let k = 0; k < size; k++) {
    let best = -1;
    let bestDegree = Number.POSITIVE_INFINITY;
    for (let node = 0; node < size; node++) {
      const degree = neighbours[node]?.size ?? 0;
      if (position[node] === -1 && degree < bestDegree) {
        best = node;
        bestDegree = degree;
      }
    }
    position[best] = k;
    const around = [...(neighbours[best] ?? [])];
    columns.push(around);
    // Eliminating a node joins its remaining neighbours to each other.
    for (const node of around) {
      const set = neighbours[node];
      set?.delete(best);
      for (const other of around) if (other !== node) set?.add(other);
    }
  }
  const columnStart = new Int32Array(size + 1);
  const rows: number[] = [];
  const entryOf = new Map<number, number>();
  columns.forEach((nodes, k) => {
    columnStart[k] = rows.length;
    const sorted = nodes.map((node) => position[node] ?? -1).sort((a, b) => a - b);
    for (const r of sorted) {
      entryOf.set(k * size + r, rows.length);
      rows.push(r);
    }
  });
  columnStart[size] = rows.length;
  const target: number[] = [];
  for (let k = 0; k < size; k++) {
    const end = columnStart[k + 1] ?? 0;
    for (let p = columnStart[k] ?? 0; p < end; p++) {
      for (let q = p + 1; q < end; q++) target.push(entryOf.get((rows[p] ?? 0) * size + (rows[q] ?? 0)) ?? -1);
    }
  }
  const edgeEntry = Int32Array.from(edges, ([a, b]) => {
    if (a < 0 || b < 0 || a === b) return -1;
    const pa = position[a] ?? 0;
    const pb = position[b] ?? 0;
    return entryOf.get(Math.min(pa, pb) * size + Math.max(pa, pb)) ?? -1;
  });
  return { size, position, columnStart, row: Int32Array.from(rows), target: Int32Array.from(target), edgeEntry };
}
