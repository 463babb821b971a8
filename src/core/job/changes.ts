/**
 * An edit as a reversible list of leaf changes `{ path, from, to }`. One shape serves undo,
 * the journal, live sharing and amendments. Objects are compared key by key, arrays and
 * scalars as wholes. An absent `from` means "was not there", an absent `to` means "taken away".
 */
import { own } from '../own';
import type { Change } from './schema';

type Tree = { [key: string]: unknown };

const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Structural equality of JSON values; keys set to undefined count as absent. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) {
    return a.length === b.length && a.every((item, i) => sameValue(item, b[i]));
  }
  if (!isTree(a) || !isTree(b)) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  for (const key of keys) if (!sameValue(own(a, key), own(b, key))) return false;
  return true;
}

/** Leaf changes that turn `before` into `after`. */
export function diff(before: unknown, after: unknown, path: string[] = []): Change[] {
  if (sameValue(before, after)) return [];
  if (isTree(before) && isTree(after)) {
    const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
    return [...keys].flatMap((key) => diff(own(before, key), own(after, key), [...path, key]));
  }
  const change: Change = { path };
  if (before !== undefined) change.from = before;
  if (after !== undefined) change.to = after;
  return [change];
}

/** The changes that take `changes` back, in reverse order. */
export function invert(changes: readonly Change[]): Change[] {
  return [...changes].reverse().map(({ path, from, to }) => {
    const change: Change = { path };
    if (to !== undefined) change.from = to;
    if (from !== undefined) change.to = from;
    return change;
  });
}

export interface Conflict {
  change: Change;
  /** What stood there instead of `from`. */
  found?: unknown;
  /** "replaced": written over a value somebody else had put there. "gone": its parent no longer exists, so not written. */
  outcome: 'replaced' | 'gone';
}

/** Keys that would reach into an object's prototype instead of its data. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);

function write(tree: Tree, path: readonly string[], value: unknown): Tree | null {
  const [head, ...rest] = path;
  if (head === undefined || FORBIDDEN.has(head)) return null;
  if (rest.length === 0) {
    const copy = { ...tree };
    if (value === undefined) delete copy[head];
    else copy[head] = value;
    return copy;
  }
  const child = own(tree, head);
  if (!isTree(child)) return null;
  const written = write(child, rest, value);
  return written === null ? null : { ...tree, [head]: written };
}

function valueAt(tree: unknown, path: readonly string[]): unknown {
  let at: unknown = tree;
  for (const key of path) {
    if (!isTree(at) || FORBIDDEN.has(key)) return undefined;
    at = own(at, key);
  }
  return at;
}

/**
 * Applies changes without touching `target`. A change whose `from` is no longer what stands
 * there is still written (the later change stands) and reported, so that it can be offered back.
 */
export function applyChanges<T extends object>(
  target: T,
  changes: readonly Change[],
): { value: T; conflicts: Conflict[] } {
  let value: Tree = target as unknown as Tree;
  const conflicts: Conflict[] = [];
  for (const change of changes) {
    const found = valueAt(value, change.path);
    const expected = sameValue(found, change.from);
    const written = write(value, change.path, change.to);
    if (written === null) {
      conflicts.push({ change, found, outcome: 'gone' });
      continue;
    }
    if (!expected && !sameValue(found, change.to)) conflicts.push({ change, found, outcome: 'replaced' });
    value = written;
  }
  // The tree keeps T's shape: the caller validates the result against the schema.
  return { value: value as unknown as T, conflicts };
}
