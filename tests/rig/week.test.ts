/** Clock and week of a device on the rig: what is wrong with them fails its test and is named. */
import { describe, expect, it } from 'vitest';
import { proveOnWorld } from '../../rig/prove';
import { clientFor } from '../../rig/world-client';
import { derive } from '../../src/core/derive';
import { rankingOf } from '../../src/core/evidence/of-job';
import type { Job } from '../../src/core/job/schema';
import { dayMeasure } from '../../src/core/week/on-device';
import { startingWeek } from '../../src/core/week/week';
import { landed } from '../support/jobs';

const job: Job = { ...landed('r red, c blue, y yellow, g green, w white'), week: startingWeek('si') };

const rankedWith = async (faults: readonly string[]) => {
  const proved = await proveOnWorld(job, { faults: [...faults], rig: clientFor(job, faults) });
  const d = derive(proved);
  return { verdict: d.shared.proof.verdict, ranking: rankingOf(proved, d) };
};

describe('what is wrong with a clock or a week', () => {
  const all = [
    'clock:unset',
    'clock:hour-ahead',
    'clock:hour-behind',
    'clock:half-day',
    'clock:day',
    'week:absent',
    `week:slip:${dayMeasure(2)}`,
    `week:slip:${dayMeasure(6)}`,
    'week:hold',
  ];
  it('a device that was set as planned passes', async () => {
    expect((await rankedWith([])).verdict).toBe('pass');
  });
  it.each(all)('%s fails its test and is named first', async (fault) => {
    const { verdict, ranking } = await rankedWith([fault]);
    expect(verdict).toBe('fail');
    expect(ranking?.ranked[0]?.hypothesis.id).toBe(fault);
  });
  it('beside a fault of the wiring both are named', async () => {
    const { ranking } = await rankedWith(['coil-open-fan', 'clock:hour-behind']);
    expect([...(ranking?.ranked[0]?.hypothesis.of ?? [])].sort()).toEqual(['clock:hour-behind', 'coil-open-fan']);
  });
  it('two of one kind at once: a clock on another day and an absent week', async () => {
    const { ranking } = await rankedWith(['clock:day', 'week:absent']);
    expect(ranking?.ranked[0]?.probability ?? 1).toBeLessThan(0.9);
  });
});
