/** The card read back: what is entered otherwise fails its test, is named, and is told from what a call shows. */
import { describe, expect, it } from 'vitest';
import { CardBench } from '../../rig/card-bench';
import { proveOnWorld } from '../../rig/prove';
import { derive } from '../../src/core/derive';
import { coverageOfJob, rankingOf } from '../../src/core/evidence/of-job';
import type { Job } from '../../src/core/job/schema';
import { readText } from '../../src/core/proof/proof-run';
import { toldOf, toldText, toldWords } from '../../src/core/proof/told';
import { CARD_TEST } from '../../src/core/settings/read-back';
import { floorJob } from '../support/floor';
import { FIVE_WIRES, landed } from '../support/jobs';

const job: Job = landed(FIVE_WIRES, {}, { device: 'v7-menu' });
const ranked = async (...faults: string[]) => {
  const proved = await proveOnWorld(job, { faults });
  const d = derive(proved);
  const test = d.shared.proof.tests.find((t) => t.id === CARD_TEST);
  return { verdict: test?.verdict, words: test?.measures[0]?.readings[0]?.words, ranking: rankingOf(proved, d) };
};

describe('the card read back', () => {
  const rows = derive(job).shared.settings.card;
  it('as it was entered it passes', async () => {
    expect(rows.length).toBeGreaterThan(5);
    expect((await ranked()).verdict).toBe('pass');
  });
  it.each(['card:units', `card:${rows.at(-1)?.key}`])('%s fails it, is said, and is named first', async (fault) => {
    const { verdict, words, ranking } = await ranked(fault);
    expect(verdict).toBe('fail');
    expect(words).toBe(fault.slice('card:'.length));
    expect(ranking?.ranked[0]?.hypothesis.id).toBe(fault);
  });
  it('two rows at once are both named', async () => {
    const { ranking } = await ranked('card:units', 'card:setback.recovery');
    expect([...(ranking?.ranked[0]?.hypothesis.of ?? [])].sort()).toEqual(['card:setback.recovery', 'card:units']);
  });
  it('beside a fault of the wiring both are named', async () => {
    const { ranking } = await ranked('card:units', 'coil-open-fan');
    expect([...(ranking?.ranked[0]?.hypothesis.of ?? [])].sort()).toEqual(['card:units', 'coil-open-fan']);
  });
  it('a setting that decides a call is read there as well, and is the family’s own hypothesis', async () => {
    const { verdict, ranking } = await ranked('set-stages.cool-0');
    expect(verdict).toBe('fail');
    expect(ranking?.ranked[0]?.hypothesis.id).toBe('set-stages.cool-0');
  });
  it('without words a no leaves the rows open', () => {
    const at = { at: '2026-03-01T09:00:00Z', by: 'x', source: 'typed', quantity: 'seen', value: 0 } as const;
    const said: Job = {
      ...job,
      readings: { r: { ...at, stop: 'proof', state: 'idle', test: CARD_TEST, measure: 'same' } },
    };
    const names =
      rankingOf(said, derive(said))
        ?.ranked.slice(0, 5)
        .map((r) => r.hypothesis.id) ?? [];
    expect(names.every((id) => /^(card:|set-)/.test(id))).toBe(true);
  });
  it('every row is covered by it, and by nothing where it is skipped', () => {
    const missed = (of: Job): number =>
      coverageOfJob(of, derive(of))?.missed.filter((m) => m.id.startsWith('card:')).length ?? -1;
    expect(missed(job)).toBe(0);
    expect(missed({ ...job, proof: { ...job.proof, skipped: { [CARD_TEST]: 'no menu' } } })).toBe(rows.length);
  });
  it('a floor has one too; a record sealed before there was one has none', () => {
    const floor: Job = floorJob({});
    const has = (of: Job): boolean => derive(of).shared.proof.tests.some((t) => t.id === CARD_TEST);
    expect(has(floor)).toBe(
      derive(floor).shared.settings.card.length > 0 && derive(floor).shared.proof.tests.length > 0,
    );
    const seal = { at: '2026-03-02T09:00:00Z', by: 'x', contentHash: '0'.repeat(64) };
    expect(has({ ...job, seal } as Job)).toBe(false);
  });
  it('a row that the card has not is refused', () => {
    expect(() => new CardBench(job, ['card:nonsense'])).toThrow('card:nonsense');
  });
});

describe('what a no says more', () => {
  const told = {
    among: [
      { id: 'a', label: 'First' },
      { id: 'b', label: 'Second' },
    ],
  };
  it('is kept by ids and shown by labels', () => {
    expect(toldOf(toldWords(['a', 'b']), told)).toEqual(['a', 'b']);
    expect(toldText('a + b', told)).toBe('First + Second');
    expect(toldOf(toldWords([]), told)).toEqual([]);
    expect(toldText('nothing', told)).toBe('nothing');
  });
  it('stands on the papers and in what is found in place of the no', () => {
    const m = { quantity: 'seen', seen: { yes: 'right', no: 'wrong' }, told: { ask: '', keep: '', ...told } } as const;
    expect(readText(m, { value: 0, words: 'b' })).toBe('Second');
    expect(readText(m, { value: 0 })).toBe('wrong');
    expect(readText(m, { value: 1, words: 'b' })).toBe('right');
  });
  it('is nothing where it names what is not there', () => {
    expect(toldOf('a + c', told)).toBeNull();
    expect(toldOf(undefined, told)).toBeNull();
    expect(toldText('elsewhere', told)).toBe('elsewhere');
  });
});
