/** What hangs together, out of what is joined in pairs. */

/** Two points that are one piece of copper: a wire, a link, a closed contact. */
export interface Join {
  a: string;
  b: string;
}

/** Points that hang together, by whatever path. A point that nothing joins is a net of its own. */
export function netOf(joins: readonly Join[]): (point: string) => string {
  const above = new Map<string, string>();
  const root = (point: string): string => {
    let at = point;
    for (let up = above.get(at); up !== undefined; up = above.get(at)) {
      // What is passed hangs on the next but one from now on.
      const next = above.get(up);
      if (next !== undefined) above.set(at, next);
      at = up;
    }
    return at;
  };
  for (const { a, b } of joins) {
    const [x, y] = [root(a), root(b)];
    if (x !== y) above.set(x, y);
  }
  return root;
}
