/** A wired sensor's two leads: together or not at all, on the device's own pair, out of the 24 V circuit. */
import { describe, expect, it } from 'vitest';
import { proveOnWorld } from '../../../rig/prove';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { ownOf } from '../family/registry';

const WALL = 'r red, c blue, y yellow, g green, o orange, w white';
const job = (leads: string, more: object = {}) =>
  anyJob({
    device: 'p9-pump',
    survey: { lines: `${WALL}${leads}`, equipment: { outdoorUnit: 'heat-pump', reversingValve: 'O' } },
    ...more,
  });
const seen = (leads: string, more: object = {}) => {
  const d = derive(job(leads, more));
  const { wiring } = ownOf(d, '24v');
  return {
    codes: d.shared.findings.map((f) => f.code).filter((c) => !c.startsWith('safe.')),
    rows: (wiring?.rows ?? []).flatMap((r) => (r.pair ? [`${r.colour} ${r.newWall ?? 'capped'}`] : [])),
    sentence: d.shared.sentence,
    proof: d.shared.proof.tests.map((t) => t.id),
  };
};

describe('a sensor’s pair', () => {
  it('lands on the device’s two screws, in either order, with nothing against it', () => {
    expect(seen(', s1 brown wall, s2 black wall')).toMatchObject({ codes: [], rows: ['brown S1', 'black S2'] });
    expect(seen(', s2 brown wall, s1 black wall')).toMatchObject({ codes: [], rows: ['black S1', 'brown S2'] });
  });

  it('is no part of the system or the circuit', () => {
    const without = seen('');
    const with_ = seen(', s1 brown wall, s2 black wall');
    expect(with_.sentence).toBe(without.sentence);
    expect(with_.proof.filter((id) => id !== 'sensor-pair')).toEqual(without.proof);
    expect(with_.proof).toContain('sensor-pair');
  });

  it('one lead alone is capped, and stops the work', () => {
    expect(seen(', s1 brown wall')).toMatchObject({ codes: ['sensor.half-pair'], rows: ['brown capped'] });
  });

  it('three leads are not a pair', () => {
    const { codes, rows } = seen(', s1 brown wall, s2 black wall, "S" grey wall');
    expect([codes.includes('sensor.pair-of-many'), rows.every((r) => r.endsWith('capped'))]).toEqual([true, true]);
  });

  it('beside the 24 V cores, or on the board, it is said', () => {
    expect(seen(', s1 brown, s2 black').codes).toEqual(['sensor.beside-control']);
  });

  it('a device without the screws caps both and says so, declared or found', () => {
    const sensors = { k: { name: 'Kid', kind: 'wired' } };
    const found = derive(
      anyJob({ device: 'v7-menu', survey: { lines: 'r red, c blue, w white, s1 brown wall, s2 black wall' } }),
    );
    const said = derive(anyJob({ device: 'v7-menu', survey: { lines: 'r red, c blue, w white' }, sensors }));
    for (const d of [found, said]) expect(d.shared.findings.map((f) => f.code)).toContain('sensor.no-terminals');
  });

  it('is read dry on the rig; 24 V on it is a failure', async () => {
    const proved = await proveOnWorld(job(', s1 brown wall, s2 black wall'));
    expect(derive(proved).shared.proof.tests.find((t) => t.id === 'sensor-pair')?.verdict).toBe('pass');
    const [id = '', reading] =
      Object.entries(proved.readings).find(([, r]) => r.test === 'sensor-pair' && r.measure === 'dry-S1') ?? [];
    const wrong = { ...proved, readings: { ...proved.readings, [id]: { ...reading, value: 26.4 } } } as typeof proved;
    expect(derive(wrong).shared.proof.tests.find((t) => t.id === 'sensor-pair')?.verdict).toBe('fail');
  });
});
