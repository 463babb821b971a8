/** Dead, live, odd, or nothing proved: by place, by meter, by what is landed. */
import { describe, expect, it } from 'vitest';
import { derived } from '../../../tests/support/jobs';
import { jobAs } from '../family/of';
import { readJobValue } from '../job/file';
import type { LowVoltageJob } from '../job/schema';
import type { MakeSafe } from './make-safe';

const FIVE = 'r red, c blue, y yellow, g green, w white';
const job = (lines: string, readings: object[], more: object = {}): LowVoltageJob => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device: 't24-five',
    answers: { fuel: 'gas' },
    supplies: { s: { name: 'Breaker 7', kind: 'breaker', state: 'off' } },
    survey: { lines },
    readings,
    ...more,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return jobAs(read.job, '24v');
};
const volts = (value: number, a = 'wall.R', b = 'wall.C', more: object = {}): object => ({
  quantity: 'volts-ac',
  value,
  a,
  b,
  stop: 'make-safe',
  state: 'off',
  ...more,
});
const safe = (lines: string, ...readings: object[]): MakeSafe => derived(job(lines, readings)).safe;

describe('a reading with the supply off', () => {
  it.each([
    [0, 'dead'],
    [0.9, 'dead'],
    [1.2, 'odd'],
    [9, 'odd'],
    [15, 'live'],
    [26, 'live'],
    [31, 'live'],
    [45, 'odd'],
    [120, 'live'],
  ] as const)('%s V is %s', (value, verdict) => {
    expect(safe(FIVE, volts(value)).verdict).toBe(verdict);
  });

  it('through an idle coil it can prove just as well, and says what it would have read', () => {
    const throughCoil = safe(FIVE, volts(0, 'wall.R', 'wall.W'));
    expect(throughCoil.verdict).toBe('dead');
    expect(throughCoil.ifLive).toBeGreaterThan(20);
  });

  it.each([
    ['two screws that read nothing even when live', FIVE, 'wall.W', 'wall.C'],
    ['a screw with no conductor', FIVE, 'wall.R', 'wall.Y2'],
    ['R to C at a wall without C', 'r red, y yellow, g green, w white', 'wall.R', 'wall.C'],
    ['the two ends of one conductor', FIVE, 'wall.R', 'board.R'],
  ])('proves nothing on %s', (_what, lines, a, b) => {
    expect(safe(lines, volts(0, a, b))).toMatchObject({ verdict: 'proves-nothing', proved: false });
  });

  it('at the board it proves where the wall cannot', () => {
    expect(safe('r red, y yellow, g green, w white', volts(0, 'board.R', 'board.C'))).toMatchObject({
      verdict: 'dead',
      proved: true,
    });
  });

  it('a low-impedance meter through a coil still tells', () => {
    expect(safe(FIVE, volts(0, 'wall.R', 'wall.G', { meterOhms: 3000 })).ifLive).toBeGreaterThan(20);
  });

  it('once live, the same points read dead and the meter proved after it are wanted', () => {
    const at = (minute: number): object => ({ at: `2026-03-01T10:0${minute}:00Z` });
    const dead = volts(0, 'wall.R', 'wall.C', at(1));
    expect(safe(FIVE, volts(26), dead)).toMatchObject({ verdict: 'live', proved: false, proveAfter: true });
    const proof = { ...volts(25, 'wall.R', 'wall.C', at(2)), measure: 'prove-after' };
    expect(safe(FIVE, volts(26), dead, proof)).toMatchObject({ verdict: 'dead', proved: true });
    // Dead elsewhere does not answer it, and a struck reading never was.
    expect(safe(FIVE, volts(26), volts(0, 'board.R', 'board.C', at(1)), proof).proved).toBe(false);
    expect(safe(FIVE, volts(0), volts(26, 'wall.R', 'wall.C', { ...at(1), struck: true })).verdict).toBe('dead');
  });

  it('a live reading at any stop before power-up, and in any state, takes the proof away', () => {
    const later = { at: '2026-03-01T11:00:00Z', state: 'idle', stop: 'connect' };
    expect(safe(FIVE, volts(0), volts(24, 'wall.R', 'wall.W', later)).proved).toBe(false);
  });

  it('each of two transformers has to be read', () => {
    const two = 'rc red, rh black, w white, y yellow, g green, c blue';
    const one = safe(two, volts(0, 'board.Rc', 'board.C'));
    expect(one).toMatchObject({ verdict: 'proves-nothing', proved: false });
    expect(one.findings.map((f) => f.code)).toContain('safe.other-transformer');
    expect(safe(two, volts(0, 'board.Rc', 'board.C'), volts(0, 'board.Rh', 'board.C-heat')).proved).toBe(true);
  });

  it('a reading at the mains, or of the tester on its known source, is no sign of line voltage', () => {
    const d = derived(
      job(FIVE, [
        { quantity: 'volts-ac', value: 121, a: 'transformer.p1', b: 'transformer.p2', stop: 'survey', state: 'idle' },
        { quantity: 'volts-ac', value: 121, stop: 'make-safe', measure: 'prove-before' },
        volts(0),
      ]),
    );
    expect(d.safe).toMatchObject({ lineVoltage: false, proved: true });
    expect(d.system.verdict).toBe('known');
  });
});

describe('what proved means', () => {
  it('every named supply is off', () => {
    const two = job(FIVE, [volts(0)], {
      supplies: { a: { name: 'A', kind: 'breaker', state: 'off' }, b: { name: 'B', kind: 'plug', state: 'on' } },
    });
    expect(derived(two).safe.proved).toBe(false);
    expect(derived(two).findings.map((f) => f.code)).toContain('safe.supply-on');
  });

  it('stays proved when the supply is rightly on again after power-up', () => {
    const on = job(FIVE, [volts(0)], {
      supplies: { a: { name: 'A', kind: 'breaker', state: 'on' } },
      powerUp: { display: 'lit' },
    });
    expect(derived(on).safe.proved).toBe(true);
    expect(derived(on).findings.map((f) => f.code)).not.toContain('safe.supply-on');
  });

  it('no reading, no proof, however quiet it got', () => {
    const heard = job(FIVE, [], { supplies: { a: { name: 'A', kind: 'breaker', state: 'off', heard: 'stopped' } } });
    expect(derived(heard).safe).toMatchObject({ verdict: 'not-measured', proved: false });
  });

  it('a sign of line voltage stops the job until a control reading outweighs it', () => {
    const seen = { survey: { lines: FIVE, seen: { thickConductors: true } } };
    expect(derived(job(FIVE, [volts(0)], seen)).safe).toMatchObject({ lineVoltage: true, proved: false });
    const healthy = { ...volts(26), stop: 'survey', state: 'idle', at: '1969-12-31T00:00:00Z' };
    const d = derived(job(FIVE, [healthy, volts(0)], seen));
    expect(d.safe).toMatchObject({ lineVoltage: false, proved: true });
    expect(d.findings.map((f) => f.code)).toContain('system.signs-outweighed');
  });
});
