/** The 24 V plan and what it joins: held against the table of what may meet. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { surveyJob } from '../../../tests/arbitrary/low-voltage';
import { derived, landed } from '../../../tests/support/jobs';
import { installedAsFound } from './equipment';
import { lowVoltageFamily } from './module';
import { forbiddenWires } from './nets';
import { readSystem } from './system';

describe('wires that may not be', () => {
  const found = (lines: string) => {
    const job = landed(lines);
    return forbiddenWires(installedAsFound(job, readSystem(job))).map((f) => f.outcome);
  };
  it.each([
    ['r red, c blue, y yellow, g green, w white', []],
    ['r red, y yellow, g green, w white', []],
    ['rc red, rh black, w white, y yellow, g green, c blue', []],
  ] as const)('%s: %j', (lines, outcomes) => {
    expect([...new Set(found(lines))]).toEqual(outcomes);
  });

  it('a core from R at the wall to C at the board is a short, one from W to C shorts when it is called', () => {
    const job = landed('r red, c blue, y yellow, g green, w white');
    const installed = installedAsFound(job, readSystem(job));
    const onto = (from: string) =>
      forbiddenWires({
        ...installed,
        conductors: installed.conductors.map((c) => (c.wall === from ? { ...c, board: 'C' } : c)),
      }).map((f) => f.outcome);
    expect(onto('R')).toEqual(['fuse']);
    expect(onto('W')).toEqual(['fuse']);
    // Broken on its way it joins nothing.
    const broken = {
      ...installed,
      conductors: installed.conductors.map((c) => (c.wall === 'R' ? { ...c, board: 'C', open: 'middle' as const } : c)),
    };
    expect(forbiddenWires(broken)).toEqual([]);
  });
});

describe('any plan', () => {
  it('joins nothing that may not meet, where it is offered or listed', () => {
    fc.assert(
      fc.property(surveyJob, (job) => {
        const d = derived(job);
        const offered = d.powering?.ways.find((w) => w.id === d.powering?.chosen);
        if (!d.installed || !d.wiring || d.wiring.steps.length === 0 || !offered) return;
        expect(forbiddenWires(d.installed)).toEqual([]);
      }),
      { seed: 2831, numRuns: Number(process.env.PROPERTY_RUNS ?? 400) },
    );
  });

  it('a spare core that becomes the fan’s lands on G at both ends, also where the board’s letters were not read', () => {
    const d = derived(landed('r red, c blue, y yellow, w white, spare green', {}, { answers: { fuel: 'electric' } }));
    for (const row of d.wiring?.rows ?? []) if (row.function === 'fan') expect(row.newBoard).toBe('G');
  });
});

describe('what the customer is told', () => {
  it('of the fan follows the plan: nothing is promised that no wire calls', () => {
    fc.assert(
      fc.property(surveyJob, (job) => {
        const d = derived(job);
        if (!d.wiring) return;
        const told = lowVoltageFamily.topics(job, d);
        const calls =
          d.wiring.rows.some((r) => r.newWall !== null && r.function === 'fan') || d.wiring.kit?.shared !== undefined;
        expect(told.some((t) => t.id === 'fan')).toBe(calls);
      }),
      { seed: 334, numRuns: 200 },
    );
    const reuse = derived(landed('r red, y yellow, g green, w white', {}, { decide: { powering: 'reuse-g' } }));
    const topics = lowVoltageFamily.topics(landed('r red, y yellow, g green, w white'), reuse);
    expect(topics.map((t) => t.id)).toContain('no-fan-alone');
  });
});
