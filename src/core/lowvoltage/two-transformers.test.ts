/** Two transformers on one thermostat: apart, tied in phase, tied in opposition. */
import { describe, expect, it } from 'vitest';
import { derived } from '../../../tests/support/jobs';
import { checkCircuit } from '../circuit/check';
import { magnitude, NO_PHASOR } from '../circuit/phasor';
import { conductorOhms } from '../circuit/resistance.data';
import { CircuitSolver } from '../circuit/solve';
import { jobAs } from '../family/of';
import { readJobValue } from '../job/file';
import type { LowVoltageJob } from '../job/schema';
import { type Installed, sourceOhms, sourceReactance, toNetlist } from './installed';

const job = (lines: string, device = 'v7-menu'): LowVoltageJob => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device,
    answers: { fuel: 'gas' },
    survey: { lines },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const APART = 'rc red, rh brown, c blue, w white, y yellow, g green';

interface Tied {
  /** Turned round, the second transformer opposes the first. */
  degrees?: number;
  /** Idle volts of the second transformer. */
  openVolts?: number;
  /** Fuses that never open, to see the current that would have opened them. */
  strongFuses?: boolean;
}

/** The planned circuit with the two R terminals linked at the wall and the commons at the board. */
function tied({ degrees = 0, openVolts, strongFuses = false }: Tied): { faults: string[]; loopAmps: number } {
  const d = derived(job(APART));
  if (!d.installed) throw new Error('no circuit');
  const installed: Installed = {
    ...d.installed,
    device: null,
    wallLinks: [['Rc', 'Rh']],
    boardLinks: [['C', 'C-heat']],
    transformers: d.installed.transformers.map((t, i) =>
      i === 1 ? { ...t, degrees, openVolts: openVolts ?? t.openVolts } : t,
    ),
  };
  const base = toNetlist(installed);
  const netlist = {
    ...base,
    elements: base.elements.map((e) => (e.kind === 'fuse' && strongFuses ? { ...e, amps: 1000 } : e)),
  };
  const solution = new CircuitSolver(netlist).solve({ controls: new Set(), suppliesOff: new Set() });
  return {
    faults: checkCircuit(netlist, solution).map((f) => f.kind),
    loopAmps: magnitude(solution.amps.get('conductor:k1') ?? NO_PHASOR),
  };
}

/** Everything round the loop: two windings with their reactance, two fuses, two cores of 15 m 18 gauge, two links. */
const LOOP_OHMS = Math.hypot(
  2 * sourceOhms(40) + 2 * 0.03 + 2 * conductorOhms('AWG 18', 15) + 2 * 0.01,
  2 * sourceReactance(40),
);

describe('two transformers', () => {
  it('are planned each on its own R, with the device’s R terminals set apart', () => {
    const d = derived(job(APART));
    expect(d.system.transformers).toBe(2);
    expect(d.wiring?.rows.filter((r) => r.function.startsWith('hot')).map((r) => [r.oldWall, r.newWall])).toEqual([
      ['Rc', 'Rc'],
      ['Rh', 'Rh'],
    ]);
    expect(d.settings.card.find((r) => r.key === 'transformers')?.enter).toBe('separate');
    expect(d.installed?.wallLinks).toEqual([]);
  });

  it('heat hangs on one and cooling on the other: each call loads its own', () => {
    const d = derived(job(APART));
    const called = (state: string): string[] => d.predictions.find((p) => p.state === state)?.running ?? [];
    expect(called('heat1')).toContain('burner');
    expect(called('cool1')).toEqual(expect.arrayContaining(['compressor', 'blower']));
    for (const p of d.predictions) expect(p.faults.filter((f) => f.kind === 'opposed-sources')).toEqual([]);
  });

  it('tied in opposition they drive both EMFs round the loop, until a fuse opens', () => {
    expect(tied({ degrees: 180, strongFuses: true }).loopAmps).toBeCloseTo((2 * 26.4) / LOOP_OHMS, 4);
    expect(tied({ degrees: 180 }).faults).toContain('fuse-open');
  });

  it('tied in phase but unequal, the difference circulates and one feeds the other', () => {
    const { faults, loopAmps } = tied({ openVolts: 28.4 });
    expect(loopAmps).toBeCloseTo(2 / LOOP_OHMS, 4);
    expect(faults).toContain('opposed-sources');
  });

  it('tied in phase and equal nothing seems wrong on a meter, which is why the jumper is a blocker by rule', () => {
    const { faults, loopAmps } = tied({});
    expect(faults).toEqual([]);
    // What the cores' own capacitance takes.
    expect(loopAmps).toBeLessThan(1e-4);
    expect(
      derived(job(`${APART}, jumper rc rh`)).findings.find((f) => f.code === 'system.two-hots-tied')?.severity,
    ).toBe('blocker');
  });

  it('setting the R terminals joined contradicts the wiring', () => {
    const base = job(APART);
    const wrong: LowVoltageJob = { ...base, setUp: { ...base.setUp, chosen: { transformers: '1' } } };
    expect(derived(wrong).findings.find((f) => f.code === 'settings.conflict')?.message).toContain(
      'joining two transformers',
    );
  });
});
