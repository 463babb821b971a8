/**
 * The closest programme that a device can hold to a wished week. Deviation is the integral over the week of
 * |wished − programmed|, summed over the channels of an event (heat, cool, or on and off), and the programme found is
 * the least there is: dynamic programming over a day group's events, and over the groups round the week, because what
 * a day begins with is what the day before ended with.
 *
 * Nothing is lost by looking at few values and few times. For fixed times the best value of a stretch is a weighted
 * median of what is wished in it, so a grid point beside a wished value. For fixed values the deviation is linear in
 * an event's time between two wished changes, so the best time is a grid point beside a wished change, or one held off
 * it by a chain of least gaps.
 */

/** One wished stretch of a day: [from, to) minutes, and the values of its channels. */
export interface Stretch {
  from: number;
  to: number;
  values: readonly number[];
}

/** What a device can hold. */
export interface Holds {
  /** Days that run the same events, each day in one group; Monday is 0. */
  groups: readonly (readonly number[])[];
  slots: number;
  /** Minutes between events, at least, and the grid of their times. */
  gapMinutes: number;
  stepMinutes: number;
  /** Per channel, lowest and highest value and the step from 0. */
  channels: readonly { low: number; high: number; step: number }[];
  /** Second channel less the first, at least, where there are two. */
  deadband?: number;
}

export interface ProgrammeEvent {
  minute: number;
  values: number[];
}

export interface Lost {
  day: number;
  from: number;
  to: number;
  wished: readonly number[];
  programmed: readonly number[];
}

export interface Programme {
  groups: { days: readonly number[]; events: ProgrammeEvent[] }[];
  /** Value-minutes over the week: kelvin-minutes, or minutes of on and off. */
  deviation: number;
  lost: Lost[];
}

const DAY = 1440;
const EPSILON = 1e-9;

type Days = readonly (readonly Stretch[])[];

/** Deviation of holding a value from one minute to another of a day. */
function deviationOf(day: readonly Stretch[], values: readonly number[], from: number, to: number): number {
  let sum = 0;
  for (const s of day) {
    const minutes = Math.min(to, s.to) - Math.max(from, s.from);
    if (minutes <= 0) continue;
    for (let c = 0; c < values.length; c++) sum += minutes * Math.abs((s.values[c] ?? 0) - (values[c] ?? 0));
  }
  return sum;
}

const toGrid = (v: number, step: number, up: boolean): number => {
  const n = v / step;
  return (up ? Math.ceil(n - EPSILON) : Math.floor(n + EPSILON)) * step;
};

/** Values worth holding: grid points beside each wished one, inside the range and apart by the deadband. */
function candidateValues(days: Days, holds: Holds): number[][] {
  const perChannel = holds.channels.map(({ low, high, step }, c) => {
    const least = toGrid(low, step, true);
    const most = toGrid(high, step, false);
    const wished = days.flatMap((d) => d.map((s) => s.values[c] ?? 0));
    return wished.flatMap((v) =>
      [toGrid(v, step, false), toGrid(v, step, true)].map((x) => Math.min(most, Math.max(least, x))),
    );
  });
  const unique = (list: readonly number[]): number[] =>
    [...new Set(list.map((v) => Math.round(v * 1e6) / 1e6))].sort((a, b) => a - b);
  const [first = [], second] = perChannel;
  if (!second) return unique(first).map((v) => [v]);
  const [a, b] = holds.channels;
  const apart = holds.deadband ?? 0;
  const kept = (v: number, c: Holds['channels'][number] | undefined): number =>
    c ? Math.min(toGrid(c.high, c.step, false), Math.max(toGrid(c.low, c.step, true), v)) : v;
  // Where every wished heat is clear of every wished cool the deadband never binds.
  if (Math.max(...first) + apart <= Math.min(...second) + EPSILON) {
    const cools = unique(second);
    return unique(first).flatMap((h) => cools.map((c) => [h, c]));
  }
  // Held apart by the deadband, one of a pair may stand where only the other is wished.
  const heats = unique([...first, ...second.map((v) => kept(toGrid(v - apart, a?.step ?? 1, false), a))]);
  const cools = unique([...second, ...first.map((v) => kept(toGrid(v + apart, b?.step ?? 1, true), b))]);
  return heats.flatMap((h) => cools.filter((c) => c - h >= apart - EPSILON).map((c) => [h, c]));
}

/** Times worth an event: grid points beside each wished change, and what a chain of least gaps makes of them. */
function candidateTimes(days: Days, group: readonly number[], holds: Holds): number[] {
  const { stepMinutes: step, gapMinutes, slots } = holds;
  const last = Math.floor((DAY - 1) / step) * step;
  const changes = [
    ...new Set([
      0,
      ...group.flatMap((d) => {
        const day = days[d] ?? [];
        return day.slice(1).flatMap((s, i) => (same(s.values, day[i]?.values ?? []) ? [] : [s.from]));
      }),
    ]),
  ].sort((a, b) => a - b);
  const times = new Set<number>([0]);
  const add = (t: number): void => {
    if (t >= 0 && t <= last) times.add(t);
  };
  const gap = Math.ceil(gapMinutes / step) * step;
  // The end of the day is a wall too: the last events may have to stand back from it by nothing but their own gaps.
  const walls = [...changes, DAY];
  for (const change of changes)
    for (const grid of new Set([Math.floor(change / step) * step, Math.ceil(change / step) * step])) {
      add(grid);
      for (let k = 1; k < slots; k++)
        for (const sign of [-1, 1]) {
          const t = grid + sign * k * gap;
          // Only across another change is such a chain ever worth its while.
          const [lo, hi] = sign > 0 ? [grid, t] : [t, grid];
          if (walls.some((w) => w !== change && w >= lo - step && w <= hi + step)) add(t);
        }
    }
  add(last);
  return [...times].sort((a, b) => a - b);
}

const same = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((v, i) => Math.abs(v - (b[i] ?? Number.NaN)) < EPSILON);

/** Events of a group from its first one on, the least for each first time and last value. */
interface Body {
  times: number[];
  /** [last value][first time]: deviation from the first event to the day's end, over all days of the group. */
  cost: Float64Array[];
  events: (lastValue: number, firstTime: number) => ProgrammeEvent[];
}

function groupBody(days: Days, group: readonly number[], values: readonly number[][], holds: Holds): Body {
  const times = candidateTimes(days, group, holds);
  const n = times.length;
  const m = values.length;
  // Deviation up to each time, so that a stretch is a difference.
  const upTo = values.map((v) => {
    const sums = new Float64Array(n + 1);
    for (let i = 0; i <= n; i++) {
      const t = i === n ? DAY : (times[i] ?? 0);
      sums[i] = group.reduce((sum, d) => sum + deviationOf(days[d] ?? [], v, 0, t), 0);
    }
    return sums;
  });
  const stretch = (v: number, i: number, j: number): number => (upTo[v]?.[j] ?? 0) - (upTo[v]?.[i] ?? 0);
  const nextFrom = times.map((t) => times.findIndex((u) => u >= t + holds.gapMinutes - EPSILON));
  const cost: Float64Array[] = [];
  const picks: { value: Int32Array; next: Int32Array }[][] = [];
  // A stretch's own best value does not depend on how the day ends: found once for every pair of times.
  const bestValue = new Int32Array(n * (n + 1));
  const bestCost = new Float64Array(n * (n + 1));
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      let least = Number.POSITIVE_INFINITY;
      for (let v = 0; v < m; v++) {
        const c = stretch(v, i, j);
        if (c < least) {
          least = c;
          bestValue[i * (n + 1) + j] = v;
        }
      }
      bestCost[i * (n + 1) + j] = least;
    }
  for (let l = 0; l < m; l++) {
    let rest = new Float64Array(n);
    for (let i = 0; i < n; i++) rest[i] = stretch(l, i, n);
    const layers: { value: Int32Array; next: Int32Array }[] = [
      { value: new Int32Array(n).fill(l), next: new Int32Array(n).fill(-1) },
    ];
    for (let k = 1; k < holds.slots; k++) {
      const longer = Float64Array.from(rest);
      const value = new Int32Array(n).fill(-1);
      const next = new Int32Array(n).fill(-1);
      for (let i = 0; i < n; i++) {
        const from = nextFrom[i] ?? -1;
        for (let j = from; from >= 0 && j < n; j++) {
          const total = (bestCost[i * (n + 1) + j] ?? 0) + (rest[j] ?? 0);
          if (total < (longer[i] ?? 0) - EPSILON) {
            longer[i] = total;
            value[i] = bestValue[i * (n + 1) + j] ?? 0;
            next[i] = j;
          }
        }
      }
      layers.push({ value, next });
      rest = longer;
    }
    cost.push(rest);
    picks.push(layers);
  }
  const events = (l: number, first: number): ProgrammeEvent[] => {
    const out: ProgrammeEvent[] = [];
    let i = first;
    for (let k = holds.slots - 1; k >= 0 && i >= 0; k--) {
      const layer = picks[l]?.[k];
      const v = layer?.value[i] ?? -1;
      // Nothing gained by this event more: the layer below has the same.
      if (v < 0) continue;
      const held = values[v] ?? [];
      if (!same(out.at(-1)?.values ?? [], held)) out.push({ minute: times[i] ?? 0, values: [...held] });
      i = layer?.next[i] ?? -1;
    }
    return out;
  };
  return { times, cost, events };
}

/** Days of a group whose night before belongs to another group, or to its own. */
const nightsBefore = (group: readonly number[], groups: Holds['groups']): Map<number, number[]> => {
  const before = new Map<number, number[]>();
  for (const d of group) {
    const g = groups.findIndex((other) => other.includes((d + 6) % 7));
    before.set(g, [...(before.get(g) ?? []), d]);
  }
  return before;
};

/**
 * @param days seven days, each cut into stretches that cover it
 * Throws a RangeError when a device holds nothing, or days and channels do not fit together.
 */
export function fitWeek(days: Days, holds: Holds): Programme {
  const covered = holds.groups.flat().sort((a, b) => a - b);
  if (days.length !== 7 || covered.join() !== '0,1,2,3,4,5,6')
    throw new RangeError('a week has seven days, each in one group');
  if (holds.slots < 1 || holds.channels.length < 1) throw new RangeError('a device holds one event a day at least');
  const values = candidateValues(days, holds);
  if (values.length === 0) throw new RangeError('no value of the device is inside its range and deadband');
  // Groups whose days are wished alike have one body: five workdays are worked out once.
  const known = new Map<string, Body>();
  const bodies = holds.groups.map((g) => {
    const key = JSON.stringify(g.map((d) => days[d]));
    const body = known.get(key) ?? groupBody(days, g, values, holds);
    known.set(key, body);
    return body;
  });
  const choice = chain(days, holds, values, bodies);
  const groups = holds.groups.map((g, i) => ({
    days: g,
    events: bodies[i]?.events(choice.last[i] ?? 0, choice.first[i] ?? 0) ?? [],
  }));
  const lost = lostOf(days, groups);
  return { groups, lost, deviation: lost.reduce((sum, l) => sum + lostMinutes(l), 0) };
}

interface Choice {
  last: number[];
  first: number[];
}

/**
 * Which value each group ends with, least round the week. A group's morning costs what the group of the night before
 * left; groups follow each other in a ring (5+2, 7 days) or in few (5+1+1), so the first group's value is tried in
 * turn and the others are chained behind it.
 */
function chain(days: Days, holds: Holds, values: readonly number[][], bodies: readonly Body[]): Choice {
  const { groups } = holds;
  const m = values.length;
  const before = groups.map((g) => nightsBefore(g, groups));
  // morning[g][from][v][t]: deviation before the first event on days of g whose night belonged to group `from`.
  const mornings = groups.map((_, g) =>
    groups.map((_, from) => {
      const mine = before[g]?.get(from) ?? [];
      return values.map((v) =>
        (bodies[g]?.times ?? []).map((t) => mine.reduce((sum, d) => sum + deviationOf(days[d] ?? [], v, 0, t), 0)),
      );
    }),
  );
  /** Least of a group for its own last value and that of the one other group it follows. */
  const least = (g: number, own: number, prev: number, other: number): { cost: number; first: number } => {
    const body = bodies[g];
    let cost = Number.POSITIVE_INFINITY;
    let first = 0;
    (body?.times ?? []).forEach((_, t) => {
      const total =
        (body?.cost[own]?.[t] ?? 0) +
        (mornings[g]?.[g]?.[own]?.[t] ?? 0) +
        (prev === g ? 0 : (mornings[g]?.[prev]?.[other]?.[t] ?? 0));
      if (total < cost - EPSILON) {
        cost = total;
        first = t;
      }
    });
    return { cost, first };
  };
  // In every pattern a group follows at most one other: Monday's night is Sunday's group, Saturday's Friday's.
  const follows = groups.map((_, g) => [...(before[g]?.keys() ?? [])].find((k) => k !== g) ?? g);
  const order = ringOrder(follows);
  // [place in the ring][own last value][that of the group before]: found once, whatever the ring began with.
  const table = order.map((g, k) => {
    const prev = order[(k + order.length - 1) % order.length] ?? g;
    return values.map((_, own) => values.map((__, other) => least(g, own, prev, other)));
  });
  let best = { cost: Number.POSITIVE_INFINITY, path: [] as number[] };
  for (let v0 = 0; v0 < m; v0++) {
    let cost = new Float64Array(m).fill(Number.POSITIVE_INFINITY);
    cost[v0] = 0;
    const came: Int32Array[] = [];
    for (let k = 1; k < order.length; k++) {
      const next = new Float64Array(m).fill(Number.POSITIVE_INFINITY);
      const from = new Int32Array(m);
      for (let v = 0; v < m; v++)
        for (let p = 0; p < m; p++) {
          const total = (cost[p] ?? 0) + (table[k]?.[v]?.[p]?.cost ?? 0);
          if (total < (next[v] ?? 0) - EPSILON) {
            next[v] = total;
            from[v] = p;
          }
        }
      came.push(from);
      cost = next;
    }
    for (let v = 0; v < m; v++) {
      const total = (cost[v] ?? 0) + (table[0]?.[v0]?.[v]?.cost ?? 0);
      if (total >= best.cost - EPSILON) continue;
      const path = [v];
      for (let k = order.length - 2; k >= 0; k--) path.unshift(came[k]?.[path[0] ?? 0] ?? 0);
      best = { cost: total, path };
    }
  }
  const last = groups.map(() => 0);
  const first = groups.map(() => 0);
  order.forEach((g, k) => {
    const before = best.path[(k + order.length - 1) % order.length] ?? 0;
    last[g] = best.path[k] ?? 0;
    first[g] = table[k]?.[best.path[k] ?? 0]?.[before]?.first ?? 0;
  });
  return { last, first };
}

/** Groups in the order of the week, each after the one it follows. */
function ringOrder(follows: readonly number[]): number[] {
  const order = [0];
  while (order.length < follows.length) {
    const next = follows.findIndex((f, g) => f === order.at(-1) && !order.includes(g));
    if (next < 0) throw new RangeError('the day groups do not follow each other round the week');
    order.push(next);
  }
  return order;
}

/** The programme's stretches of each day, the night before carried over midnight. */
export function stretchesOf(groups: Programme['groups']): Stretch[][] {
  const eventsOf = (day: number): readonly ProgrammeEvent[] => groups.find((g) => g.days.includes(day))?.events ?? [];
  return Array.from({ length: 7 }, (_, day) => {
    const events = eventsOf(day);
    const before = eventsOf((day + 6) % 7).at(-1)?.values ?? [];
    const out: Stretch[] = [];
    const put = (from: number, to: number, values: readonly number[]): void => {
      if (to > from) out.push({ from, to, values });
    };
    put(0, events[0]?.minute ?? DAY, before);
    for (const [i, e] of events.entries()) put(e.minute, events[i + 1]?.minute ?? DAY, e.values);
    return out;
  });
}

const lostMinutes = (l: Lost): number =>
  (l.to - l.from) * l.wished.reduce((sum, v, c) => sum + Math.abs(v - (l.programmed[c] ?? 0)), 0);

/** Where programme and wish differ, in stretches. */
function lostOf(days: Days, groups: Programme['groups']): Lost[] {
  return stretchesOf(groups).flatMap((programmed, day) =>
    (days[day] ?? []).flatMap((w) =>
      programmed.flatMap((p) => {
        const from = Math.max(w.from, p.from);
        const to = Math.min(w.to, p.to);
        return to > from && !same(w.values, p.values)
          ? [{ day, from, to, wished: w.values, programmed: p.values }]
          : [];
      }),
    ),
  );
}
