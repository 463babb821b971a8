/** Nets out of what is joined, and which of them hold terminals that may not meet. */
import { type Join, netOf } from '../circuit/joined';
import { meets, type Outcome, type TerminalClass } from './classes';

/** Two terminals in one net that may not be. */
export interface Forbidden {
  a: string;
  b: string;
  classes: readonly [TerminalClass, TerminalClass];
  outcome: Outcome;
}

/** How bad each outcome is, worst first: where a net holds several, the worst is said. */
const WORST: readonly Outcome[] = ['danger', 'fuse', 'damage', 'always-on', 'dead'];

/**
 * Every net that holds classes which may not meet: the worst pair of each, once for each pair of classes.
 * @param classOf null for a point that carries nothing of its own
 * @param atRest every contact open
 */
export function forbiddenNets(
  points: Iterable<string>,
  joins: readonly Join[],
  classOf: (point: string) => TerminalClass | null,
  atRest: boolean,
): Forbidden[] {
  const root = netOf(joins);
  // Of each class in a net the first terminal is enough: what two classes do to each other is the same for all of them.
  const nets = new Map<string, Map<TerminalClass, string>>();
  for (const point of points) {
    const is = classOf(point);
    if (is === null) continue;
    const key = root(point);
    const net = nets.get(key) ?? new Map<TerminalClass, string>();
    if (!net.has(is)) net.set(is, point);
    nets.set(key, net);
  }
  return [...nets.values()].flatMap((net): Forbidden[] => {
    if (net.size < 2) return [];
    const of = [...net];
    const bad = of.flatMap(([x, a], i) =>
      of.slice(i + 1).flatMap(([y, b]): Forbidden[] => {
        const outcome = meets(x, y, atRest);
        return outcome === null ? [] : [{ a, b, classes: [x, y], outcome }];
      }),
    );
    return bad.sort((x, y) => WORST.indexOf(x.outcome) - WORST.indexOf(y.outcome));
  });
}
