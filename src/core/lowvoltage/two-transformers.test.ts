/** Two transformers on one thermostat: apart, tied in phase, tied in opposition. */
import { describe, expect, it } from 'vitest';
import { checkCircuit } from '../circuit/check';
import { CircuitSolver } from '../circuit/solve';
import { derive } from '../derive';
import { readJobValue } from '../job/file';
import type { Job } from '../job/schema';
import { type Installed, sourceOhms, toNetlist } from './installed';

const job = (lines: string, device = 'v7-menu'): Job => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 1,
    device,
    answers: { fuel: 'gas' },
    survey: { lines },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.job;
};
const APART = 'rc red, rh brown, c blue, w white, y yellow, g green';

/** The planned circuit with a link between the two R terminals, and the second transformer turned round or not. */
function tied(phase: 1 | -1): { faults: string[]; loop: number } {
  const d = derive(job(APART));
  if (!d.installed) throw new Error('no circuit');
  const installed: Installed = {
    ...d.installed,
    wallLinks: [['Rc', 'Rh']],
    boardLinks: [['C', 'C-heat']],
    transformers: d.installed.transformers.map((t, i) => (i === 1 ? { ...t, phase } : t)),
  };
  const netlist = toNetlist(installed);
  const solution = new CircuitSolver(netlist).solve({ controls: new Set(), suppliesOff: new Set() });
  return {
    faults: checkCircuit(netlist, solution).map((f) => f.kind),
    loop: Math.abs(solution.amps.get('conductor:k1') ?? 0),
  };
}

describe('two transformers', () => {
  it('are planned each on its own R, with the device’s R terminals set apart', () => {
    const d = derive(job(APART));
    expect(d.system.transformers).toBe(2);
    expect(d.wiring?.rows.filter((r) => r.function.startsWith('hot')).map((r) => [r.oldWall, r.newWall])).toEqual([
      ['Rc', 'Rc'],
      ['Rh', 'Rh'],
    ]);
    expect(d.settings.card.find((r) => r.key === 'transformers')?.enter).toBe('separate');
    expect(d.installed?.wallLinks).toEqual([]);
  });

  it('heat hangs on one and cooling on the other: each call loads its own', () => {
    const d = derive(job(APART));
    const called = (state: string): string[] => d.predictions.find((p) => p.state === state)?.running ?? [];
    expect(called('heat1')).toContain('burner');
    expect(called('cool1')).toEqual(expect.arrayContaining(['compressor', 'blower']));
    for (const p of d.predictions) expect(p.faults.filter((f) => f.kind === 'opposed-sources')).toEqual([]);
  });

  it('tied in opposition they drive a short-circuit current round the loop until a fuse opens', () => {
    const { faults } = tied(-1);
    expect(faults).toContain('fuse-open');
    // By hand: both EMFs in series round two sources and two conductors, far above the 5 A fuses.
    expect((2 * 26.4) / (2 * sourceOhms(40) + 4 * 0.32)).toBeGreaterThan(5);
  });

  it('tied in phase nothing seems wrong on a meter, which is why the jumper is a blocker by rule', () => {
    const { faults, loop } = tied(1);
    expect(faults).not.toContain('fuse-open');
    expect(loop).toBeLessThan(1);
    expect(
      derive(job(`${APART}, jumper rc rh`)).findings.find((f) => f.code === 'system.two-hots-tied')?.severity,
    ).toBe('blocker');
  });

  it('setting the R terminals joined contradicts the wiring', () => {
    const base = job(APART);
    const wrong: Job = { ...base, setUp: { ...base.setUp, chosen: { transformers: '1' } } };
    expect(derive(wrong).findings.find((f) => f.code === 'settings.conflict')?.message).toContain(
      'joining two transformers',
    );
  });
});
