/** Candidate systems side by side: readings drop what could not have given them. */
import { describe, expect, it } from 'vitest';
import { codesOf, derived, found, landed } from '../../../tests/support/jobs';
import { candidateSystems } from './candidates';

const B_OPEN = 'r red, b blue, y yellow, g green, w white';
const job = (readings: object[] = [], lines = B_OPEN, survey: object = {}) =>
  landed(lines, survey, { device: 'p9-pump', readings });

describe('candidate systems', () => {
  it('B is taken both ways, each with its own circuit', () => {
    const { list, measureFirst, settled } = candidateSystems(job());
    expect(list.map((c) => c.name)).toEqual(['B is the reversing valve', 'B is the common']);
    expect(list.map((c) => c.system.kind)).toEqual(['dual-fuel', 'furnace-ac']);
    expect(list.every((c) => c.stands && c.predictions.length > 2)).toBe(true);
    expect(settled).toEqual({});
    // With nothing calling, R to B reads the supply through an idle coil too: only a heat call tells.
    expect(measureFirst).toMatchObject({ state: 'heat1' });
    const reads = measureFirst?.reads.map((r) => r.volts) ?? [];
    expect(Math.abs((reads[0] ?? 0) - (reads[1] ?? 0))).toBeGreaterThan(4);
  });

  it('a reading drops the candidate that could not have given it, and answers the question', () => {
    const { list } = candidateSystems(job());
    const { measureFirst } = candidateSystems(job());
    if (!measureFirst) throw new Error('nothing to measure');
    for (const c of list) {
      const volts = measureFirst.reads.find((r) => r.candidate === c.id)?.volts ?? 0;
      const d = derived(job([found(measureFirst.a, measureFirst.b, volts, measureFirst.state)]));
      expect(d.candidates.list.filter((x) => x.stands).map((x) => x.id)).toEqual([c.id]);
      expect(d.candidates.settled).toEqual(c.letters);
      expect(d.questions.map((q) => q.code)).not.toContain('b-common');
      expect(d.system.kind).toBe(c.system.kind);
    }
  });

  it('a reading that would be the same either way proves nothing, and says so', () => {
    const { list, provesNothing } = candidateSystems(job([found('board.R', 'board.B', 26)]));
    expect(list.every((c) => c.stands)).toBe(true);
    expect(provesNothing.map((p) => p.text)).toEqual(['board R to board B 26.0 V in idle']);
  });

  it('a reading that nothing explains is a finding, and decides nothing', () => {
    const d = derived(job([found('board.R', 'board.B', 12)]));
    expect(codesOf(d)).toContain('system.no-candidate');
    expect(d.questions.map((q) => q.code)).toContain('b-common');
  });

  it('an answer given by hand needs no candidates', () => {
    const answered = landed(B_OPEN, {}, { device: 'p9-pump', answers: { fuel: 'gas', 'b-common': 'common' } });
    expect(candidateSystems(answered).list).toEqual([]);
  });

  it('R, W and Y alone: cooling or a closing valve, told by Y to C with the old thermostat satisfied', () => {
    const three = (readings: object[]) => job(readings, 'r red, w white, y yellow');
    expect(candidateSystems(three([])).list.map((c) => c.name)).toEqual(['Y is cooling', 'Y closes a zone valve']);
    const closes = derived(three([found('board.Y', 'board.C', 25.8)]));
    expect(closes.system).toMatchObject({ closesValve: true, kind: 'heat-only' });
    // Dead is what a cooling call reads idle, and what an open core reads: it settles nothing.
    const dead = derived(three([found('board.Y', 'board.C', 0.1)]));
    expect(dead.questions.map((q) => q.code)).toContain('three-wire');
    expect(dead.candidates.provesNothing[0]?.text).toContain('open core');
    const cooling = derived(three([found('board.R', 'board.Y', 25.8)]));
    expect(cooling.system.closesValve).toBe(false);
    expect(cooling.questions.map((q) => q.code)).toContain('y-without-g');
  });

  it('X can be three things; a low-impedance meter is part of the reading', () => {
    const x = job([], 'r red, x blue, y yellow, g green, w white');
    expect(candidateSystems(x).list).toHaveLength(3);
    const low = job(
      [{ ...found('wall.R', 'wall.X', 26), meterOhms: 3000 }],
      'r red, x blue, y yellow, g green, w white',
    );
    expect(candidateSystems(low).list.some((c) => c.stands)).toBe(true);
  });
});
