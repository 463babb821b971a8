import { describe, expect, it } from 'vitest';
import { derive } from '../../src/core/derive';
import { type Drill, type DrillAct, type DrillStep, isPassed } from '../../src/core/drill/drill';
import { Family, type Job, type Reading } from '../../src/core/job/schema';
import { answersOf, likely, nameable } from './answers';
import { DrillBench } from './bench';
import { bestPath } from './best';
import { makeDrill } from './make';
import { playDrill, resultOf } from './play';

const START = '2026-01-01T08:00:00.000Z';
const steps = (acts: readonly DrillAct[]): Record<string, DrillStep> =>
  Object.fromEntries(acts.map((act, n) => [`s${n}`, { n, act }]));
const drillOf = (seed: number, acts: readonly DrillAct[] = [], level: Drill['level'] = 1): Drill => ({
  level,
  seed,
  person: 'Robin Vale',
  startedAt: START,
  steps: steps(acts),
});

/** Every test of the proof done on the bench, its readings in the job. */
async function proved(job: Job, bench: DrillBench, from: number): Promise<{ job: Job; acts: DrillAct[] }> {
  const acts: DrillAct[] = [];
  const readings: Record<string, Reading> = { ...job.readings };
  for (const test of derive(job).shared.proof.tests)
    for (const m of test.measures) {
      const act: DrillAct = { kind: 'measure', test: test.id, measure: m.id };
      acts.push(act);
      const { value } = await bench.act(act);
      if (value === null) continue;
      readings[`p${from}-${acts.length}`] = {
        at: new Date(Date.parse(START) + (from + acts.length) * 60_000).toISOString(),
        by: 'Robin',
        source: 'rig',
        quantity: m.quantity,
        value,
        state: m.state,
        stop: 'proof',
        test: test.id,
        measure: m.id,
        ...(m.a && m.b ? { a: m.a, b: m.b } : {}),
      };
    }
  return { job: { ...job, readings } as Job, acts };
}

describe.each(Family.options)('a drill of %s', (family) => {
  it('shows in its proof', async () => {
    const one = await makeDrill(family, 1, 5);
    expect(one.faults).toHaveLength(1);
    const { job } = await proved(one.job, new DrillBench(one.job, one.faults, 5), 0);
    expect(derive(job).shared.proof.failed).toBeGreaterThan(0);
  });
  it('is found by the best order in fewer readings than the whole proof, by a name that can be given', async () => {
    const made = await makeDrill(family, 1, 2);
    const best = await bestPath(made, 2);
    const all = derive(made.job).shared.proof.tests.flatMap((t) => t.measures).length;
    expect(best.readings).toBeGreaterThan(0);
    expect(best.readings).toBeLessThanOrEqual(all);
    const names = new Set(nameable(made.job).map((n) => n.id));
    for (const a of made.answers) expect(a.filter((id) => names.has(id)).length).toBeGreaterThan(0);
  });
  it('named, made dead, mended and proved it is passed; played again it comes out the same', async () => {
    const made = await makeDrill(family, 1, 4);
    const bench = new DrillBench(made.job, made.faults, 4);
    const before = await proved(made.job, bench, 0);
    const [answer = ''] = made.answers[0] ?? [];
    const points = derive(made.job)
      .shared.proof.tests.flatMap((t) => t.measures)
      .find((m) => m.a && m.b && m.quantity.startsWith('volts'));
    const dead: DrillAct[] = points
      ? [{ kind: 'touch', a: points.a ?? '', b: points.b ?? '', quantity: 'volts-ac' }]
      : [];
    const mend: DrillAct[] = [
      { kind: 'name', hypothesis: answer, name: 'it', probability: likely(before.job, answer), is: [0] },
      { kind: 'supply', on: false },
      ...dead,
      { kind: 'mend' },
      { kind: 'supply', on: true },
    ];
    for (const act of mend) await bench.act(act);
    const failed = derive(before.job).shared.proof.tests.map((t) => t.id);
    const mended = {
      ...before.job,
      proof: {
        ...before.job.proof,
        mended: { m: { at: '2026-01-02T00:00:00.000Z', by: 'Robin', what: 'it', tests: failed } },
      },
    } as Job;
    const after = await proved(mended, bench, 3000);
    const drill = drillOf(4, [...before.acts, ...mend, ...after.acts]);
    const { result } = await resultOf({ ...after.job, drill });
    expect(result).toMatchObject({ found: 1, wrongClaims: 0, unsafe: dead.length > 0 ? [] : [expect.any(String)] });
    expect(
      derive(after.job)
        .shared.proof.tests.filter((t) => t.verdict === 'fail')
        .map((t) => t.title),
    ).toEqual([]);
    expect(result.proved).toBe(true);
    expect(isPassed(result)).toBe(dead.length > 0);
    const replayed = await playDrill(family, drill);
    expect(replayed.view).toEqual(await bench.view());
  });
});

describe('a number', () => {
  it.each([
    ['24v', 1, 1, ['coil-open-heat1']],
    ['24v', 2, 3, ['moved-k3-Rh']],
    ['24v', 3, 2, ['swap-board-k2-k5', 'unseated-board-k4']],
    ['boiler', 1, 2, ['welded']],
    ['floor', 1, 1, ['air-mode']],
    ['floor', 1, 3, ['mat-broken']],
  ] as const)('stands for the same house for good: %s, level %i, %i', async (family, level, seed, hidden) => {
    expect((await makeDrill(family, level, seed)).faults).toEqual(hidden);
  });
});

describe('what is unsafe in a drill', () => {
  const at = async (acts: readonly DrillAct[]): Promise<string[]> => {
    const made = await makeDrill('24v', 1, 1);
    const bench = new DrillBench(made.job, made.faults, 1);
    for (const act of acts) await bench.act(act);
    return (await bench.view()).unsafe;
  };
  const volts: DrillAct = { kind: 'touch', a: 'wall.R', b: 'wall.C', quantity: 'volts-ac' };
  const ohms: DrillAct = { kind: 'touch', a: 'wall.R', b: 'wall.C', quantity: 'ohms' };
  const off: DrillAct = { kind: 'supply', on: false };
  it.each<[string, DrillAct[], string[]]>([
    ['volts with the supply on', [volts], []],
    ['ohms with the supply on', [ohms], ['resistance was measured with the supply on']],
    ['ohms with it off', [off, ohms], []],
    ['mending live', [{ kind: 'mend' }], ['wires were touched with the supply on']],
    [
      'mending what was not proved dead',
      [off, { kind: 'mend' }],
      ['wires were touched before the supply was proved dead'],
    ],
    ['mending what was proved dead', [off, volts, { kind: 'mend' }], []],
    [
      'dead once, then on and off again',
      [off, volts, { kind: 'supply', on: true }, off, { kind: 'mend' }],
      ['wires were touched before the supply was proved dead'],
    ],
  ])('%s', async (_what, acts, unsafe) => {
    expect(await at(acts)).toEqual(unsafe);
  });
});

describe('names and claims', () => {
  it('the same number is the same drill, another is another', async () => {
    const one = await makeDrill('heater', 2, 11);
    expect(await makeDrill('heater', 2, 11)).toEqual(one);
    const others = await Promise.all([12, 13, 14, 15].map((seed) => makeDrill('heater', 2, seed)));
    expect(new Set([one, ...others].map((m) => m.hidden[0])).size).toBeGreaterThan(2);
  });
  it('a wrong name mends nothing, is counted, and is without support', async () => {
    const made = await makeDrill('24v', 1, 1);
    const wrong = nameable(made.job).find((n) => !made.answers.flat().includes(n.id));
    const claim = likely(made.job, wrong?.id ?? '');
    const acts: DrillAct[] = [
      { kind: 'name', hypothesis: wrong?.id ?? '', name: wrong?.name ?? '', probability: claim, is: [] },
      { kind: 'supply', on: false },
      { kind: 'touch', a: 'wall.R', b: 'wall.C', quantity: 'volts-ac' },
      { kind: 'mend' },
    ];
    const drill = drillOf(1, acts);
    const { result } = await resultOf({ ...made.job, drill });
    expect(result).toMatchObject({ found: 0, wrongClaims: 1, proved: false, unsafe: [] });
    expect(result.unsupported).toHaveLength(1);
    expect(isPassed(result)).toBe(false);
    expect((await playDrill('24v', drill)).view.mended).toEqual([]);
  });
  it('a fault that nothing tells apart from another may be called by either name; others may not', async () => {
    const { job, faults, answers } = await makeDrill('24v', 1, 2);
    expect(answersOf(job, faults)).toEqual(answers);
    expect(answers[0]?.length).toBeLessThan(nameable(job).length / 4);
  });
  it('two faults at level three, each with a name', async () => {
    const made = await makeDrill('24v', 3, 1);
    expect(new Set(made.faults).size).toBe(2);
    expect(made.answers.every((a) => a.length > 0)).toBe(true);
  });
});
