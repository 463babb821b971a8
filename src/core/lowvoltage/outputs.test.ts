/** What leaves the core for every kind of 24 V job: SPICE that solves to the same volts, JSON, job files. */
import { describe, expect, it } from 'vitest';
import { derived, FIVE_WIRES, FOUR_WIRES, jobFile, landed } from '../../../tests/support/jobs';
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

/** Dense nodal solve of a SPICE text: resistors and AC sources in series with nothing. */
function solveSpice(text: string): Map<string, number> {
  interface Part {
    a: string;
    b: string;
    ohms: number;
    volts: number | null;
  }
  const parts = text.split('\n').flatMap((line): Part[] => {
    const [name = '', a = '', b = '', ...rest] = line.split(/\s+/);
    if (/^R/.test(name)) return [{ a, b, ohms: Number(rest[0]), volts: null }];
    const ac = rest.indexOf('AC');
    return /^V\d/.test(name)
      ? [{ a, b, ohms: 0, volts: Number(rest[ac + 1]) * (rest[ac + 2] === '180' ? -1 : 1) }]
      : [];
  });
  const names = [...new Set(parts.flatMap((p) => [p.a, p.b]))].filter((n) => n !== '0');
  const sources = parts.filter((p) => p.volts !== null);
  const n = names.length + sources.length;
  const m = Array.from({ length: n }, () => new Float64Array(n + 1));
  const at = (name: string): number => names.indexOf(name);
  const add = (i: number, j: number, v: number): void => {
    const row = m[i];
    if (i >= 0 && j >= 0 && row) row[j] = (row[j] ?? 0) + v;
  };
  for (const p of parts) {
    if (p.volts !== null) continue;
    const g = 1 / p.ohms;
    const [i, j] = [at(p.a), at(p.b)];
    add(i, i, g);
    add(j, j, g);
    if (i >= 0 && j >= 0) {
      add(i, j, -g);
      add(j, i, -g);
    }
  }
  sources.forEach((s, k) => {
    const row = names.length + k;
    for (const [node, sign] of [
      [at(s.a), 1],
      [at(s.b), -1],
    ] as const) {
      add(node, row, sign);
      add(row, node, sign);
    }
    add(row, n, s.volts ?? 0);
  });
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(m[r]?.[c] ?? 0) > Math.abs(m[best]?.[c] ?? 0)) best = r;
    [m[c], m[best]] = [m[best] ?? new Float64Array(0), m[c] ?? new Float64Array(0)];
    for (let r = 0; r < n; r++) {
      const f = r === c ? 0 : (m[r]?.[c] ?? 0) / (m[c]?.[c] ?? 1);
      if (f !== 0) for (let k = c; k <= n; k++) add(r, k, -f * (m[c]?.[k] ?? 0));
    }
  }
  return new Map(names.map((name, i) => [name, (m[i]?.[n] ?? 0) / (m[i]?.[i] ?? 1)]));
}

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
        const here = solution.volts.get(node) ?? 0;
        expect(volts.get(node.replace('.', '_')) ?? 0).toBeCloseTo(here, 2);
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
    const { singleFaults } = await import('./faults');
    const installed = derived(JOBS.outdoor).installed;
    if (!installed) throw new Error('no circuit');
    expect(singleFaults(installed).map((f) => f.name)).toContain('pink to the outdoor unit broken or loose');
  });
});
