/** The best order of a drill: the engine's own next reading each time, answered by the house, until it is sure. */
import { derive } from '../../src/core/derive';
import { rankingOf } from '../../src/core/evidence/of-job';
import type { Ranking } from '../../src/core/evidence/ranked';
import type { Job, Reading } from '../../src/core/job/schema';
import { DrillBench } from './bench';
import type { DrillCaseMade } from './make';

export interface BestStep {
  text: string;
  value: number | null;
  quantity: Reading['quantity'];
  minutes: number;
  /** Likeliest after it. */
  leads: string;
  probability: number;
}

export interface BestPath {
  steps: BestStep[];
  readings: number;
  minutes: number;
}

const SURE = 0.9;
const MOST_STEPS = 40;
const START = Date.parse('2026-01-01T09:00:00Z');

/** All hidden faults stand in what the engine holds likeliest, and it has no doubt or nothing left to ask. */
function isFound(ranking: Ranking | null, answers: readonly (readonly string[])[]): boolean {
  if (!ranking) return false;
  const right = ranking.ranked.filter(({ hypothesis: h }) =>
    answers.every((a) => (h.of ?? [h.id]).some((id) => a.includes(id))),
  );
  const sum = right.reduce((s, r) => s + r.probability, 0);
  return sum >= SURE || (ranking.next === null && right[0] !== undefined && right[0] === ranking.ranked[0]);
}

/** The order ends where the engine names all that is hidden. */
export async function bestPath({ job, faults, answers }: DrillCaseMade, seed: number): Promise<BestPath> {
  const bench = new DrillBench(job, faults, seed);
  const steps: BestStep[] = [];
  const asked = new Set<string>();
  let now = job;
  let ranking = rankingOf(now, derive(now));
  for (let i = 0; i < MOST_STEPS && !isFound(ranking, answers); i++) {
    const d = derive(now);
    const wanted = ranking?.next?.candidate;
    const open = d.shared.proof.tests.flatMap((t) =>
      t.measures.filter((m) => m.readings.length === 0).map((m) => ({ t, m, key: `${t.id}|${m.id}` })),
    );
    // What the engine wants where it can be taken; else the next of the proof as written.
    const enter = wanted && !asked.has(wanted.key) ? wanted.enter : null;
    const fallback = open.find((o) => !asked.has(o.key));
    if (!enter && !fallback) break;
    asked.add(enter && wanted ? wanted.key : (fallback?.key ?? ''));
    const test = enter?.test ?? (enter ? undefined : fallback?.t.id);
    const measure = enter?.measure ?? (enter ? undefined : fallback?.m.id);
    const quantity = enter?.quantity ?? fallback?.m.quantity ?? 'seen';
    const before = (await bench.view()).minutes;
    let value: number | null = null;
    if (test && measure) value = (await bench.act({ kind: 'measure', test, measure })).value;
    else if (enter?.a && enter.b && quantity !== 'seen') {
      if ((await bench.view()).state !== enter.state) await bench.act({ kind: 'set', state: enter.state });
      const touched = quantity === 'volts-dc' || quantity === 'ohms' ? quantity : 'volts-ac';
      if (touched === 'ohms') await bench.act({ kind: 'supply', on: false });
      value = (await bench.act({ kind: 'touch', a: enter.a, b: enter.b, quantity: touched })).value;
      if (touched === 'ohms') await bench.act({ kind: 'supply', on: true });
    }
    if (value === null) continue;
    const m = fallback?.m;
    const [a, b] = enter ? [enter.a, enter.b] : [m?.a, m?.b];
    const reading: Reading = {
      at: new Date(START + i * 60_000).toISOString(),
      by: 'best',
      source: 'rig',
      quantity,
      value,
      state: enter?.state ?? m?.state ?? 'idle',
      stop: 'proof',
      ...(a && b ? { a, b } : {}),
      ...(test ? { test } : {}),
      ...(measure ? { measure } : {}),
    };
    now = { ...now, readings: { ...now.readings, [`best${i}`]: reading } } as Job;
    ranking = rankingOf(now, derive(now));
    const [top] = ranking?.ranked ?? [];
    steps.push({
      text: enter && wanted ? wanted.text : `${fallback?.t.title ?? ''}: ${fallback?.m.what ?? ''}`,
      value,
      quantity,
      minutes: Math.round(((await bench.view()).minutes - before) * 10) / 10,
      leads: top?.hypothesis.name ?? '',
      probability: top?.probability ?? 0,
    });
  }
  return { steps, readings: steps.length, minutes: (await bench.view()).minutes };
}
