/** What leaves the core for every kind of 24 V job: SPICE that solves to the same volts, JSON, job files. */
import { describe, expect, it } from 'vitest';
import { solveSpice } from '../../../tests/support/dense';
import { derived, FIVE_WIRES, FOUR_WIRES, jobFile, landed } from '../../../tests/support/jobs';
import { magnitude, minus, NO_PHASOR } from '../circuit/phasor';
import { spiceNetlist } from '../circuit/spice';
import { derivedJson } from '../derive';
import { predictor, solveState } from './predict';

const JOBS = {
  splitter: landed(FOUR_WIRES, {}, { decide: { powering: 'splitter' } }),
  plug: landed('r red, w white', {}, { device: 'v7-menu', decide: { powering: 'separate-transformer' } }),
  zones: landed('r red, c blue, w white', { equipment: { kind: 'zone-valve' }, zones: [{ name: 'loft' }] }),
  accessories: landed(
    FIVE_WIRES,
    {
      accessories: [
        { kind: 'humidifier', power: 'own' },
        { kind: 'ventilator', power: 'system' },
      ],
    },
    { device: 'a6-relay' },
  ),
  outdoor: landed(`${FIVE_WIRES}, y pink outdoor, c black outdoor`),
};

describe.each(Object.entries(JOBS))('%s', (_name, job) => {
  const d = derived(job);

  it('exports every state as SPICE that solves to the predicted volts', () => {
    if (!d.installed) throw new Error('no circuit');
    const p = predictor(d.installed);
    for (const state of d.states) {
      const solution = solveState(p, state);
      const text = spiceNetlist('job', p.solver.netlist, p.circuitState(state), solution);
      const volts = solveSpice(text);
      for (const node of ['wall.R', 'wall.C', 'board.R', 'board.W'].filter((x) => p.solver.has(x))) {
        const here = solution.volts.get(node) ?? NO_PHASOR;
        expect(magnitude(minus(volts.get(node.replace('.', '_')) ?? [99, 0], here))).toBeLessThan(0.005);
      }
    }
  });

  it('is plain JSON, the same twice, with its budget and accessories', () => {
    const json = derivedJson(job);
    expect(JSON.parse(JSON.stringify(json))).toEqual(JSON.parse(JSON.stringify(derivedJson(job))));
    expect(json).toHaveProperty('budget.parts');
    expect(json.accessories).toHaveLength(Object.keys(job.survey.accessories).length);
  });
});

describe('a job file', () => {
  it('may say spliced of an end; lists of accessories and zones get ids', () => {
    const job = jobFile({
      survey: {
        conductors: [{ colour: 'yellow', wall: 'Y', board: { terminal: 'Y', state: 'spliced' } }],
        accessories: [{ kind: 'humidifier' }],
        zones: [{ name: 'loft' }],
      },
    });
    expect(job.survey.conductors.k1).toMatchObject({ splice: 'spliced', board: { terminal: 'Y', state: 'landed' } });
    expect(Object.keys(job.survey.accessories)).toEqual(['a1']);
    expect(Object.keys(job.survey.zones)).toEqual(['z1']);
  });

  it('a fault of the outdoor cable is among those diagnosed', async () => {
    const { singleFaults } = await import('./faults/single');
    const installed = derived(JOBS.outdoor).installed;
    if (!installed) throw new Error('no circuit');
    expect(singleFaults(installed).map((f) => f.name)).toContain('pink to the outdoor unit broken or loose');
  });
});
