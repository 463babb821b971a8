/** What is kept from reading to reading changes nothing: ranked step by step as ranked at once. */
import { describe, expect, it } from 'vitest';
import { derive } from '../../src/core/derive';
import { rankingOf } from '../../src/core/evidence/of-job';
import type { Job, Reading } from '../../src/core/job/schema';
import { anyJob } from '../../tests/support/jobs';
import { houseSubjects } from './subjects';

const shares = (job: Job): [string, string][] => {
  const ranking = rankingOf(job, derive(job));
  if (!ranking) throw new Error('nothing to rank');
  return [
    ...ranking.ranked.map((r): [string, string] => [r.hypothesis.id, r.probability.toFixed(6)]),
    ['none', ranking.none.toFixed(6)],
  ];
};

const [house, other] = houseSubjects(anyJob);
/** Another circuit in between: nothing of the first is kept. */
const forget = (): void => {
  if (other) shares(other.prove(other.faults.slice(0, 1), 2));
};

describe('a ranking that goes on', () => {
  it.each(['swapped-board-k3-k4', 'coil-open-Y', 'joint-k1'])('is the one made afresh: %s', (id) => {
    if (!house) throw new Error('no house');
    const fault = house.faults.filter((f) => f.id === id);
    expect(fault).toHaveLength(1);
    const job = house.prove(fault, 5);
    const all = Object.entries(job.readings);
    const elsewhere: Reading = {
      at: '2027-01-01T00:00:00.000Z',
      by: 'x',
      source: 'typed',
      quantity: 'volts-ac',
      a: 'wall.W',
      b: 'board.G',
      value: 0.3,
      state: 'cool1',
      stop: 'proof',
    };
    const steps: Job['readings'][] = [
      ...[9, 5, 2, 0].map((less) => Object.fromEntries(all.slice(0, all.length - less))),
      { ...job.readings, elsewhere },
      // One is struck, and stands again.
      { ...job.readings, elsewhere: { ...elsewhere, struck: true } },
      { ...job.readings, elsewhere },
    ];
    forget();
    const goingOn = steps.map((readings) => shares({ ...job, readings }));
    const afresh = steps.map((readings) => {
      forget();
      return shares({ ...job, readings });
    });
    expect(goingOn).toEqual(afresh);
    // And the steps do change it.
    expect(new Set(goingOn.map((s) => JSON.stringify(s))).size).toBeGreaterThan(2);
  });
});
