/**
 * Tasks and waits with dependencies: earliest start and finish of each, the critical path, and what
 * can be done now. A wait runs by itself; hands are needed for a task, one at a time.
 */
export interface TimelineItem {
  id: string;
  name: string;
  minutes: number;
  /** A wait runs by itself once it is begun. */
  wait: boolean;
  after: readonly string[];
}

export interface Scheduled extends TimelineItem {
  start: number;
  finish: number;
  critical: boolean;
}

export interface Timeline {
  items: Scheduled[];
  finish: number;
}

export class TimelineError extends Error {
  override name = 'TimelineError';
}

/** Order by dependencies. Throws a TimelineError that names the loop or the missing item. */
function ordered(items: readonly TimelineItem[]): TimelineItem[] {
  const byId = new Map(items.map((i) => [i.id, i]));
  const state = new Map<string, 'open' | 'done'>();
  const out: TimelineItem[] = [];
  const visit = (id: string, path: readonly string[]): void => {
    const item = byId.get(id);
    if (!item)
      throw new TimelineError(`timeline: "${path[path.length - 1] ?? ''}" waits for "${id}", which is not there`);
    if (state.get(id) === 'done') return;
    if (state.get(id) === 'open')
      throw new TimelineError(`timeline: a loop, ${[...path.slice(path.indexOf(id)), id].join(' → ')}`);
    state.set(id, 'open');
    for (const before of item.after) visit(before, [...path, id]);
    state.set(id, 'done');
    out.push(item);
  };
  for (const item of items) visit(item.id, []);
  return out;
}

/**
 * Waits run in parallel; tasks share one pair of hands.
 */
export function schedule(items: readonly TimelineItem[]): Timeline {
  const order = ordered(items);
  const tail = new Map<string, number>();
  for (const item of [...order].reverse()) {
    const behind = order.filter((o) => o.after.includes(item.id)).map((o) => tail.get(o.id) ?? 0);
    tail.set(item.id, item.minutes + Math.max(0, ...behind));
  }
  const times = new Map<string, { start: number; finish: number; by: string | null }>();
  const left = new Set(order.map((i) => i.id));
  let hands = 0;
  let lastTask: string | null = null;
  const ready = (i: TimelineItem): boolean => i.after.every((a) => times.has(a));
  const earliest = (i: TimelineItem): { at: number; by: string | null } =>
    i.after.reduce<{ at: number; by: string | null }>(
      (latest, a) => {
        const finish = times.get(a)?.finish ?? 0;
        return finish > latest.at ? { at: finish, by: a } : latest;
      },
      { at: 0, by: null },
    );
  while (left.size > 0) {
    const open = order.filter((i) => left.has(i.id) && ready(i));
    const waiting = open.find((i) => i.wait);
    if (waiting) {
      const { at, by } = earliest(waiting);
      times.set(waiting.id, { start: at, finish: at + waiting.minutes, by });
      left.delete(waiting.id);
      continue;
    }
    const soonest = Math.min(...open.map((i) => Math.max(hands, earliest(i).at)));
    // Schrage's rule: what has most to come after it goes first, so that waits begin early.
    const behind = (i: TimelineItem): number => (tail.get(i.id) ?? 0) - i.minutes;
    const next = open
      .filter((i) => Math.max(hands, earliest(i).at) <= soonest)
      .sort((a, b) => behind(b) - behind(a))[0];
    if (!next) break;
    const { at, by } = earliest(next);
    const start = Math.max(hands, at);
    times.set(next.id, { start, finish: start + next.minutes, by: at >= hands ? by : lastTask });
    hands = start + next.minutes;
    lastTask = next.id;
    left.delete(next.id);
  }
  const finish = Math.max(0, ...[...times.values()].map((t) => t.finish));
  const critical = new Set<string>();
  let at = [...times].find(([, t]) => t.finish === finish)?.[0] ?? null;
  while (at !== null && !critical.has(at)) {
    critical.add(at);
    at = times.get(at)?.by ?? null;
  }
  return {
    items: order.map((i) => {
      const t = times.get(i.id) ?? { start: 0, finish: 0 };
      return { ...i, start: t.start, finish: t.finish, critical: critical.has(i.id) };
    }),
    finish,
  };
}

/** What can be taken in hand now, given what is done and which waits have ended. */
export const availableNow = (items: readonly TimelineItem[], done: ReadonlySet<string>): TimelineItem[] =>
  items.filter((i) => !done.has(i.id) && i.after.every((a) => done.has(a)));
