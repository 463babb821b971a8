import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hypothesis } from '../../../tests/support/hypothesis';
import type { Candidate, Hypothesis, Observation, Parameter } from './hypothesis';
import { rankEvidence } from './rank';

const rank = (
  hypotheses: Hypothesis[],
  observations: Observation[],
  candidates: Candidate[],
  parameters: Parameter[] = [],
) => rankEvidence({ hypotheses, observations, candidates, parameters, keyOf: () => null });
const volts = (key: string, value: number): Observation => ({
  id: key,
  key,
  value,
  sigma: 0.5,
  text: `${key} ${value}`,
});
const seen = (key: string, value: 0 | 1): Observation => ({
  id: key,
  key,
  value,
  sigma: null,
  text: `${key} ${value}`,
});
const three = [
  hypothesis('open', 1, { rc: 0, rw: 0, display: 0 }),
  hypothesis('short', 1, { rc: 0, rw: 24, display: 0 }),
  hypothesis('fine', 8, { rc: 26, rw: 26, display: 1 }),
];
const candidates: Candidate[] = [
  { key: 'rc', text: 'R to C', minutes: 1, enter: { quantity: 'volts-ac', state: 'idle' } },
  { key: 'rw', text: 'R to W', minutes: 1, enter: { quantity: 'volts-ac', state: 'idle' } },
];

describe('ranking faults', () => {
  it('follows the priors until something is read', () => {
    expect(rank(three, [], []).ranked.map((r) => r.hypothesis.id)).toEqual(['fine', 'open', 'short']);
  });

  it('a figure overturns the prior, and what speaks for and against is listed', () => {
    const { ranked } = rank(three, [volts('rc', 0.1), volts('rw', 24.2)], []);
    expect(ranked[0]?.hypothesis.id).toBe('short');
    expect(ranked[0]?.probability).toBeGreaterThan(0.95);
    expect(ranked.find((r) => r.hypothesis.id === 'fine')?.against).toHaveLength(2);
    expect(ranked[0]?.supports).toEqual(['rc 0.1', 'rw 24.2']);
  });

  it('something merely seen moves it less than a figure', () => {
    const looked =
      rank(three, [seen('display', 0)], []).ranked.find((r) => r.hypothesis.id === 'fine')?.probability ?? 0;
    const measured = rank(three, [volts('rc', 0)], []).ranked.find((r) => r.hypothesis.id === 'fine')?.probability ?? 0;
    expect(looked).toBeGreaterThan(10 * measured);
  });

  it('a reading that nothing explains leaves “none of these” on top', () => {
    const { none, ranked } = rank(three, [volts('rc', 13), volts('rw', 9)], []);
    expect(none).toBeGreaterThan(ranked[0]?.probability ?? 1);
  });

  it('asks for the measurement that tells the live hypotheses apart', () => {
    const { next } = rank(three, [volts('rc', 0)], candidates);
    expect(next?.candidate.key).toBe('rw');
    expect(next?.outcomes.map((o) => o.names[0])).toEqual(expect.arrayContaining(['open', 'short']));
    expect(next?.bits).toBeCloseTo(1, 1);
  });

  it('weighs a measurement by the minutes it takes', () => {
    const dear: Candidate[] = [
      { key: 'rw', text: 'far away', minutes: 9, enter: { quantity: 'volts-ac', state: 'idle' } },
      { key: 'rc', text: 'at hand', minutes: 1, enter: { quantity: 'volts-ac', state: 'idle' } },
    ];
    expect(rank(three, [], dear).next?.candidate.key).toBe('rc');
  });

  it('asks nothing when nothing would tell them apart', () => {
    const twins = [hypothesis('a', 1, { rc: 5 }), hypothesis('b', 1, { rc: 5 })];
    expect(rank(twins, [], candidates).next).toBeNull();
  });

  it('probabilities are finite, not negative, and sum to one whatever is read', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            key: fc.constantFrom('rc', 'rw', 'display', 'other'),
            value: fc.double({ min: -1e3, max: 1e3, noNaN: true }),
            figure: fc.boolean(),
          }),
          { maxLength: 8 },
        ),
        (readings) => {
          const { ranked, none } = rank(
            three,
            readings.map((r, i) => ({
              id: String(i),
              key: r.key,
              value: r.value,
              sigma: r.figure ? 0.4 : null,
              text: '',
            })),
            candidates,
          );
          const total = ranked.reduce((s, r) => s + r.probability, none);
          expect(total).toBeCloseTo(1, 9);
          for (const r of ranked) expect(r.probability >= 0 && Number.isFinite(r.probability)).toBe(true);
        },
      ),
      { seed: 8 },
    );
  });

  it('figures share the supply: one that is low everywhere is a low supply, not four odd readings', () => {
    const keys = ['a', 'b', 'c', 'd'];
    const at = (share: number) =>
      new Map(keys.map((k) => [k, { value: 27 * share, by: { supply: 27 * share } }] as const));
    const base = hypothesis('as-planned', 30, {});
    const planned: Hypothesis = { ...base, predicts: at(1) };
    const low: Hypothesis = { ...hypothesis('low', 0.5, {}), predicts: at(0.8) };
    const parameters = [{ id: 'supply', sigma: 0.045, mean: 0 }];
    const read = (volts_: number) => keys.map((k) => volts(k, volts_));
    const top = (v: number) => rank([planned, low], read(v), [], parameters).ranked[0]?.hypothesis.id;
    // A twentieth is the mains’ own spread; a fifth of the volts is not.
    expect([top(27), top(25.7), top(28), top(21.6)]).toEqual(['as-planned', 'as-planned', 'as-planned', 'low']);
    // Without the shared parameter four readings a volt low would reject it.
    expect(rank([planned, low], read(25.7), [], []).ranked[0]?.rejected).toBe(true);
  });

  it('as planned cannot lead beside a test that was seen to fail, however likely it was', () => {
    const planned = hypothesis('as-planned', 1e6, { ran: 1 });
    const fault = hypothesis('fault', 0.01, { ran: 0 });
    const { ranked } = rank([planned, fault], [seen('ran', 0)], []);
    expect(ranked.find((r) => r.hypothesis.id === 'as-planned')?.rejected).toBe(true);
  });

  it('what a customer says weighs less than what is seen', () => {
    const said: Observation = { ...seen('ran', 0), error: 0.12 };
    const two = [hypothesis('runs', 1, { ran: 1 }), hypothesis('rests', 1, { ran: 0 })];
    const p = (o: Observation) => rank(two, [o], []).ranked[0]?.probability ?? 0;
    expect(p(said)).toBeLessThan(p(seen('ran', 0)));
    expect(p(said)).toBeGreaterThan(0.8);
  });

  it('two faults at once are named where no single one explains what was read', () => {
    const planned = hypothesis('as-planned', 30, { x: 24, y: 24, z: 1 });
    const a = hypothesis('a', 1, { x: 0, y: 24, z: 1 });
    const b = hypothesis('b', 1, { x: 24, y: 0, z: 1 });
    const c = hypothesis('c', 1, { x: 24, y: 24, z: 0 });
    const both = (p: Hypothesis, q: Hypothesis): Hypothesis => ({
      ...p,
      name: `${p.name} and ${q.name}`,
      predicts: new Map(
        [...p.predicts.keys()].map((k) => [
          k,
          { value: Math.min(p.predicts.get(k)?.value ?? 1, q.predicts.get(k)?.value ?? 1) },
        ]),
      ),
    });
    const { ranked, pairs } = rankEvidence({
      hypotheses: [planned, a, b, c],
      observations: [volts('x', 0.1), volts('y', 0.2), seen('z', 1)],
      candidates: [],
      parameters: [],
      keyOf: () => null,
      both,
    });
    expect([ranked[0]?.hypothesis.id, pairs > 0]).toEqual(['a + b', true]);
  });

  it('one figure far off everything else is a slip or another cause: nothing leads before it is read again', () => {
    const keys = Array.from({ length: 10 }, (_, i) => `k${i}`);
    const good = hypothesis('good', 1, Object.fromEntries(keys.map((k) => [k, 24])));
    const { ranked } = rank(
      [good],
      keys.map((k, i) => volts(k, i === 0 ? 0 : 24)),
      [],
    );
    expect(ranked[0]?.rejected).toBe(true);
    expect(
      rank(
        [good],
        keys.map((k) => volts(k, 24)),
        [],
      ).ranked[0]?.rejected,
    ).toBe(false);
  });
});

describe('what was done before', () => {
  const short = hypothesis('short', 1, { heat: 0, cool: 25, ran: 1, opens: 1 });
  const open = hypothesis('open', 1, { heat: 0, cool: 25, ran: 1 });
  const fine = hypothesis('fine', 8, { heat: 25, cool: 25, ran: 1 });
  const later = <T extends Observation>(o: T): T => ({ ...o, after: ['opens'] });
  const first = (...observations: Observation[]) => rank([short, open, fine], observations, []).ranked[0];

  it('a fuse that a call opened leaves dead what is read later, until somebody replaces it', () => {
    const dead = first(volts('heat', 0), later(volts('cool', 0)), later(seen('ran', 0)));
    expect([dead?.hypothesis.id, dead?.rejected, dead?.misses]).toEqual(['short', false, 0]);
    const replaced = first(volts('heat', 0), later(volts('cool', 25)), later(seen('ran', 1)));
    expect(replaced?.rejected).toBe(false);
  });
  it('what was read before it is dead for another reason', () => {
    const before = rank([short, open, fine], [volts('cool', 0), volts('heat', 0)], []);
    expect(before.ranked.every((r) => r.rejected)).toBe(true);
    expect(before.none).toBeGreaterThan(0.5);
  });
  it('neither as it should be nor dead speaks against it as ever', () => {
    expect(first(volts('heat', 0), later(volts('cool', 12)))?.rejected).toBe(true);
  });
});

describe('what a hypothesis does not explain', () => {
  const supply: Parameter[] = [{ id: 'supply', sigma: 0.05, mean: 0 }];
  const follows = (id: string, a: number, b: number): Hypothesis => ({
    ...hypothesis(id, 1, {}),
    predicts: new Map([
      ['a', { value: a, by: { supply: a } }],
      ['b', { value: b, by: { supply: b } }],
    ]),
  });
  const one = follows('one', 25, 25);
  const two = follows('two', 0, 0);
  it('moves nothing that its other readings share', () => {
    const { ranked } = rank([one, two], [volts('a', 0), volts('b', 25)], [], supply);
    expect(ranked.find((r) => r.hypothesis.id === 'one')?.against).toEqual(['a 0']);
  });
  it('while what it does explain still does', () => {
    const low = rank([one, two], [volts('a', 23.5), volts('b', 23.4)], [], supply).ranked[0];
    expect([low?.hypothesis.id, low?.rejected, low?.against]).toEqual(['one', false, []]);
  });
});

describe('reading after reading', () => {
  const parameters: Parameter[] = [
    { id: 'supply', sigma: 0.05, mean: 0 },
    { id: 'winding', sigma: 0.2, mean: -0.1 },
  ];
  const keys = ['a', 'b', 'c', 'd'];
  const figures = fc.array(fc.double({ min: 0, max: 30, noNaN: true }), { minLength: 4, maxLength: 4 });
  const made = (values: readonly number[], i: number): Hypothesis => ({
    ...hypothesis(`h${i}`, 1 + i, {}),
    predicts: new Map(keys.map((k, j) => [k, { value: values[j] ?? 0, by: { supply: values[j] ?? 0, winding: j } }])),
  });
  const said = (r: ReturnType<typeof rank>): unknown => [
    ...r.ranked.map((x) => [x.hypothesis.id, x.probability, x.rejected, x.supports, x.against]),
    r.none,
  ];
  it('gives what all at once gives, in any order, with one taken back in between', () => {
    fc.assert(
      fc.property(
        fc.array(figures, { minLength: 2, maxLength: 4 }),
        figures,
        fc.shuffledSubarray(keys),
        (all, read, order) => {
          const kept = all.map(made);
          const observations = order.map((k) => volts(k, read[keys.indexOf(k)] ?? 0));
          for (let n = 0; n <= observations.length; n++) {
            const some = observations.slice(0, n);
            expect(said(rank(kept, some, [], parameters))).toEqual(said(rank(all.map(made), some, [], parameters)));
          }
          const fewer = observations.slice(1);
          expect(said(rank(kept, fewer, [], parameters))).toEqual(said(rank(all.map(made), fewer, [], parameters)));
          expect(said(rank(kept, observations, [], parameters))).toEqual(
            said(rank(all.map(made), observations, [], parameters)),
          );
        },
      ),
      { seed: 8, numRuns: 60 },
    );
  });
  it('leaves what was said before as it was', () => {
    const kept = [made([10, 20, 5, 6], 0), made([0, 20, 5, 6], 1)];
    const before = rank(kept, [volts('a', 10)], [], parameters);
    const copy = structuredClone(said(before));
    rank(kept, [volts('a', 10), volts('b', 3)], [], parameters);
    expect(said(before)).toEqual(copy);
  });
});
