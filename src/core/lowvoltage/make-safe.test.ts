/** Dead, live, odd, or nothing proved: by place, by meter, by what is landed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { derived, readSafely } from '../../../tests/support/jobs';
import type { Point } from '../circuit/point';
import { jobAs } from '../family/of';
import { readJobValue } from '../job/file';
import type { LowVoltageJob, Reading } from '../job/schema';
import { deriveLowVoltage } from './family';
import { type MakeSafe, provingPairs } from './make-safe';
import { readSystem } from './system';

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
const at = (hour: number, minute = 0): string =>
  `2026-03-01T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00Z`;
/** The whole series of a pair, with the figure read dead. */
const read = (
  lines: string,
  value: number,
  a: Point = 'wall.R',
  b: Point = 'wall.C',
  more: Partial<Reading> = {},
): MakeSafe => derived(readSafely(job(lines, []), value, a, b, more)).safe;
const one = (value: number, more: Partial<Reading> = {}): Reading => ({
  at: at(10),
  by: 'x',
  source: 'typed',
  quantity: 'volts-ac',
  value,
  a: 'wall.R',
  b: 'wall.C',
  stop: 'make-safe',
  state: 'off',
  ...more,
});
const live = one(26, { at: at(10), measure: 'live-before', state: 'on' });
const dead = one(0, { at: at(10, 1) });
const after = one(26, { at: at(10, 2), measure: 'prove-after', state: 'on', a: undefined, b: undefined });
const safe = (lines: string, ...readings: Reading[]): MakeSafe => derived(job(lines, readings)).safe;

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
    expect(read(FIVE, value).verdict).toBe(verdict);
  });

  it('through an idle coil it can prove just as well, and says what it would have read', () => {
    const throughCoil = read(FIVE, 0, 'wall.R', 'wall.W');
    expect(throughCoil.verdict).toBe('dead');
    expect(throughCoil.ifLive).toBeGreaterThan(20);
  });

  it.each([
    ['two screws that read nothing even when live', FIVE, 'wall.W', 'wall.C'],
    ['a screw with no conductor', FIVE, 'wall.R', 'wall.Y2'],
    ['R to C at a wall without C', 'r red, y yellow, g green, w white', 'wall.R', 'wall.C'],
    ['the two ends of one conductor', FIVE, 'wall.R', 'board.R'],
    ['R to a core that is coiled at both ends', `${FIVE}, spare blue`, 'wall.R', 'core.k6.wall'],
    ['R to a core that is coiled at the wall and landed nowhere', `${FIVE}, spare brown`, 'wall.R', 'core.k6.wall'],
    ['R to a core that is cut', `${FIVE}, spare blue cut`, 'wall.R', 'core.k6.wall'],
  ] as const)('proves nothing on %s, whatever it picked up while live', (_what, lines, a, b) => {
    expect(read(lines, 0, a, b)).toMatchObject({ verdict: 'proves-nothing', proved: false });
  });

  it('at the board it proves where the wall cannot', () => {
    expect(read('r red, y yellow, g green, w white', 0, 'board.R', 'board.C')).toMatchObject({
      verdict: 'dead',
      proved: true,
    });
  });

  it('a low-impedance meter through a coil still tells', () => {
    expect(read(FIVE, 0, 'wall.R', 'wall.G', { meterOhms: 3000 }).ifLive).toBeGreaterThan(20);
  });

  it('a dead reading elsewhere answers no live one', () => {
    const found = one(26, { at: at(10) });
    const elsewhere = one(0, { at: at(10, 1), a: 'board.R', b: 'board.C' });
    expect(safe(FIVE, found, elsewhere, after).proved).toBe(false);
    expect(safe(FIVE, found, dead, after).proved).toBe(true);
  });

  it('a live reading at any stop before power-up, and in any state, takes the proof away', () => {
    const later = one(24, { at: at(11), b: 'wall.W', state: 'idle', stop: 'connect' });
    expect(safe(FIVE, live, dead, after).proved).toBe(true);
    expect(safe(FIVE, live, dead, after, later).proved).toBe(false);
  });

  it('each of two transformers has to be read', () => {
    const two = 'rc red, rh black, w white, y yellow, g green, c blue';
    const half = readSafely(job(two, []), 0, 'board.Rc', 'board.C');
    expect(derived(half).safe).toMatchObject({ verdict: 'proves-nothing', proved: false });
    expect(derived(half).findings.map((f) => f.code)).toContain('safe.other-transformer');
    expect(derived(readSafely(half, 0, 'board.Rh', 'board.C-heat')).safe.proved).toBe(true);
  });

  it('a reading at the mains, or of the tester on its known source, is no sign of line voltage', () => {
    const primary = one(121, { a: 'transformer.p1', b: 'transformer.p2', stop: 'survey', state: 'idle' });
    const d = derived(job(FIVE, [primary, live, dead, { ...after, value: 121 }]));
    expect(d.safe).toMatchObject({ lineVoltage: false, proved: true });
    expect(d.system.verdict).toBe('known');
  });
});

describe('the rule: live, dead, the meter again', () => {
  it.each<[string, string, Reading[]]>([
    ['never-live', 'the supply on and the points still at nothing', [{ ...live, value: 0 }, dead, after]],
    ['never-live', 'nothing read with the supply on', [dead, after]],
    ['wrong-kind', 'the meter on DC', [live, { ...dead, quantity: 'volts-dc' }, after]],
    ['meter-after', 'the meter not shown to work again', [live, dead]],
    ['meter-after', 'a proof after on DC', [live, dead, { ...after, quantity: 'volts-dc', value: 26 }]],
    ['never-live', 'read live on another day', [{ ...live, at: '2026-02-20T10:00:00Z' }, dead, after]],
    [
      'stale',
      'work that goes on weeks later',
      [live, dead, after, one(1, { at: '2026-03-20T10:00:00Z', quantity: 'ohms', stop: 'connect' })],
    ],
  ])('%s: %s', (gap, _what, readings) => {
    expect(safe(FIVE, ...readings)).toMatchObject({ verdict: 'proves-nothing', gap, proved: false });
  });

  it('says how long it is good for: four hours on, it is stale', () => {
    const whole = job(FIVE, [live, dead, after]);
    const asked = (now: string) => deriveLowVoltage(whole, now).safe;
    expect(asked(at(13, 59)).proved).toBe(true);
    expect(asked(at(14, 2))).toMatchObject({ proved: false, gap: 'stale' });
  });

  it('a supply that was switched since makes it stale', () => {
    const switched = (switchedAt: string) =>
      derived(
        job(FIVE, [live, dead, after], {
          supplies: { s: { name: 'Breaker 7', kind: 'breaker', state: 'off', switchedAt } },
        }),
      ).safe;
    expect(switched(at(9)).proved).toBe(true);
    expect(switched(at(10, 5))).toMatchObject({ proved: false, gap: 'switched' });
  });

  it('a pair joined by cores landed at both ends to one that read live will do, unless it read dead with the supply on', () => {
    const atBoard: Reading = { ...live, a: 'board.R', b: 'board.C' };
    expect(safe(FIVE, atBoard, dead, after).proved).toBe(true);
    const refuted = one(0, { at: at(10), state: 'on' });
    expect(safe(FIVE, atBoard, refuted, dead, after)).toMatchObject({ proved: false, gap: 'never-live' });
  });

  it('one more live reading never makes it easier, wherever and whenever', () => {
    const points = ['wall.R', 'wall.C', 'wall.Y', 'wall.W', 'board.R', 'board.C', 'board.W', 'core.k1.wall'] as const;
    const any = fc.record({
      minute: fc.integer({ min: 0, max: 59 }),
      value: fc.constantFrom(0, 0.4, 26),
      a: fc.constantFrom(...points),
      b: fc.constantFrom(...points),
      kind: fc.constantFrom('live-before', 'prove-after', undefined),
      quantity: fc.constantFrom('volts-ac' as const, 'volts-dc' as const),
    });
    const make = (x: {
      minute: number;
      value: number;
      a: Point;
      b: Point;
      kind: string | undefined;
      quantity: 'volts-ac' | 'volts-dc';
    }): Reading =>
      one(x.value, {
        at: at(10, x.minute),
        a: x.a,
        b: x.b,
        quantity: x.quantity,
        state: x.kind === undefined ? 'off' : 'on',
        ...(x.kind === undefined ? {} : { measure: x.kind }),
      });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 7 }), any, (list, extra) => {
        const base = [live, dead, after, ...list.map(make)];
        const before = safe(FIVE, ...base).proved;
        // Not on purpose: a reading that claims the supply is off, and is live.
        const more = safe(FIVE, ...base, make({ ...extra, value: 26, kind: undefined, quantity: 'volts-ac' })).proved;
        expect(before || !more).toBe(true);
      }),
      { seed: 2812, numRuns: 300 },
    );
  });

  it('the pairs that are offered prove it, whatever is landed', () => {
    for (const lines of [
      FIVE,
      'r red, y yellow, g green, w white',
      'rc red, rh black, w white, y yellow, g green, c blue',
      'r red, w white',
    ]) {
      const start = job(lines, []);
      const all = provingPairs(start, readSystem(start)).reduce((j, { a, b }) => readSafely(j, 0, a, b), start);
      // A wall without C has a pair of its own only at the board.
      expect([lines, derived(all).safe.proved]).toEqual([lines, true]);
    }
  });
});

describe('what proved means', () => {
  const proof = [live, dead, after];
  it('every named supply is off', () => {
    const two = job(FIVE, proof, {
      supplies: { a: { name: 'A', kind: 'breaker', state: 'off' }, b: { name: 'B', kind: 'plug', state: 'on' } },
    });
    expect(derived(two).safe.proved).toBe(false);
    expect(derived(two).findings.map((f) => f.code)).toContain('safe.supply-on');
  });

  it('stays proved when the supply is rightly on again after power-up', () => {
    const on = job(FIVE, proof, {
      supplies: { a: { name: 'A', kind: 'breaker', state: 'on', switchedAt: at(12) } },
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
    expect(derived(job(FIVE, [dead], seen)).safe).toMatchObject({ lineVoltage: true, proved: false });
    const d = derived(job(FIVE, [one(26, { at: at(9), stop: 'survey', state: 'idle' }), ...proof], seen));
    expect(d.safe).toMatchObject({ lineVoltage: false, proved: true });
    expect(d.findings.map((f) => f.code)).toContain('system.signs-outweighed');
  });
});
