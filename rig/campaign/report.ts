/** What the campaign's runs come to, as rows beside what is wanted. */
import type { Came, Kind, Outcome, Where } from './outcome';

export interface Row {
  what: string;
  of: number;
  here: string;
  wanted: string;
  met: boolean;
}

/** Least shares of right ones, most of what is wrong. Healthy demo jobs all pass. */
const LEAST = { single: 0.97, pair: 0.85, outside: 0.8 } as const;
const MOST = { confident: 0.03, alarm: 0.01, close: 0.05 } as const;
/** Times the best order's minutes. */
const MOST_MINUTES = 1.2;

const TITLES: Readonly<Record<Where, string>> = {
  rig: '',
  houses: '24 V described from outside: ',
  plants: 'boilers described from outside: ',
};
const NAMED = {
  single: 'singles, true or indistinguishable first',
  pair: 'pairs, both named or all explained',
  outside: 'outside the list, “none of these” or all explained',
} as const;

const percent = (a: number, of: number): string => (of === 0 ? '–' : `${((100 * a) / of).toFixed(1)} %`);
const count = (list: readonly Outcome[], ...came: Came[]): number => list.filter((o) => came.includes(o.came)).length;

/** Ranked ones of a kind: how many there were, were right, were confident and wrong. */
export function scoreOf(
  all: readonly Outcome[],
  where: Where,
  kind: Kind,
): { of: number; right: number; confident: number } {
  const some = all.filter((o) => o.where === where && o.kind === kind);
  return {
    of: count(some, 'right', 'wrong', 'confident'),
    right: count(some, 'right'),
    confident: count(some, 'confident'),
  };
}

function scored(all: readonly Outcome[], where: Where, kind: keyof typeof NAMED): Row[] {
  const tried = all.filter((o) => o.where === where && o.kind === kind);
  if (tried.length === 0) return [];
  const { of, right, confident } = scoreOf(tried, where, kind);
  // A row that judged nothing has shown nothing: it is not met.
  const some = of > 0;
  const families = new Map<string, Outcome[]>();
  for (const o of tried) {
    const { family } = o;
    if (family) families.set(family, [...(families.get(family) ?? []), o]);
  }
  return [
    {
      what: `${TITLES[where]}${NAMED[kind]}`,
      of,
      here: percent(right, of),
      wanted: `≥ ${100 * LEAST[kind]} %`,
      met: some && right >= LEAST[kind] * of,
    },
    ...[...families].map(([family, its]): Row => {
      const one = scoreOf(its, where, kind);
      return { what: `  of them ${family}`, of: one.of, here: percent(one.right, one.of), wanted: '', met: true };
    }),
    {
      what: '  wrong with confidence (> 80 %)',
      of,
      here: percent(confident, of),
      wanted: `≤ ${100 * MOST.confident} %`,
      met: some && confident <= MOST.confident * of,
    },
  ];
}

function well(all: readonly Outcome[], where: Where): Row[] {
  const some = all.filter((o) => o.where === where && o.kind === 'healthy');
  if (some.length === 0) return [];
  const row = (what: string, came: 'alarm' | 'close'): Row => {
    const n = count(some, came);
    const most = MOST[came];
    return {
      what: `${TITLES[where]}healthy houses, ${what}`,
      of: some.length,
      here: percent(n, some.length),
      wanted: `≤ ${100 * most} %`,
      met: n <= most * some.length,
    };
  };
  return [row('false alarms', 'alarm'), row('too close to tell', 'close')];
}

function silentIn(all: readonly Outcome[], where: Where): Row[] {
  const some = all.filter((o) => o.where === where && ['single', 'outside'].includes(o.kind));
  if (some.length === 0) return [];
  const here = String(count(some, 'silent'));
  return [{ what: `${TITLES[where]}faults that no test shows`, of: some.length, here, wanted: '', met: true }];
}

function demos(all: readonly Outcome[]): Row[] {
  const some = all.filter((o) => o.kind === 'demo');
  if (some.length === 0) return [];
  const right = count(some, 'right');
  return [
    {
      what: 'healthy houses of the demo jobs, every test passes',
      of: some.length,
      here: percent(right, some.length),
      wanted: '100 %',
      met: right === some.length,
    },
  ];
}

function orders(all: readonly Outcome[]): Row[] {
  const some = all.filter((o) => o.kind === 'order');
  if (some.length === 0) return [];
  const ratios = some.flatMap((o) => o.ratios ?? []);
  const worst = Math.max(0, ...ratios);
  const mean = ratios.reduce((a, b) => a + b, 0) / ratios.length;
  return [
    {
      what: 'minutes of reading beside the best order of all, from a complaint: mean and worst',
      of: ratios.length,
      here: `${mean.toFixed(2)}, ${worst.toFixed(2)}`,
      wanted: `≤ ${MOST_MINUTES}`,
      met: ratios.length > 0 && worst <= MOST_MINUTES,
    },
  ];
}

/** The whole table. */
export function rowsOf(all: readonly Outcome[]): Row[] {
  const of = (where: Where): Row[] => [
    ...scored(all, where, 'single'),
    ...scored(all, where, 'pair'),
    ...scored(all, where, 'outside'),
    ...silentIn(all, where),
    ...well(all, where),
  ];
  return [...of('rig'), ...demos(all), ...of('houses'), ...of('plants'), ...orders(all)];
}

export const tableOf = (rows: readonly Row[]): string[] => [
  '| what | of | here | wanted |',
  '| --- | --- | --- | --- |',
  ...rows.map((r) => `| ${r.what} | ${r.of} | ${r.here} | ${r.wanted} |`),
];
