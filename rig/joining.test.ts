/** Each path of the product against the stand-in: what the stand-in shows is what the path knows, and nothing else. */
import { describe, expect, it } from 'vitest';
import '../src/core/family/all';
import { emptyJob } from '../src/core/job/schema';
import { joinPath } from '../src/core/join/path';
import { JoinWay, SheetJoin } from '../src/core/join/sheet';
import { CURES, type Cure, Joining, troublesOf } from './joining';

const pathOf = (way: JoinWay) => joinPath(emptyJob(), SheetJoin.parse({ way, bands: ['2.4'] }));

describe.each(JoinWay.options)('joining by %s', (way) => {
  const path = pathOf(way);
  const troubles = troublesOf(way).filter((t) => path.some((s) => s.id === t.step));
  it('every step goes through where nothing is wrong', () => {
    const house = new Joining(way, []);
    expect(path.map((s) => house.step(s.id).ok)).toEqual(path.map(() => true));
    expect(house.done.size).toBe(path.length);
  });
  it.each(troubles.map((t) => [t.id, t] as const))(
    '%s is seen, known to the path, and mended by its own cure only',
    (id, t) => {
      const house = new Joining(way, [id]);
      const step = path.find((s) => s.id === t.step);
      const seen = house.step(t.step);
      expect(seen.ok).toBe(false);
      expect(step?.failures.map((f) => f.sees)).toContain(seen.sees);
      const [wrong] = (Object.keys(CURES) as Cure[]).filter((c) => c !== t.cure);
      expect(house.cure(wrong as Cure)).toBe(false);
      expect(house.step(t.step).ok).toBe(false);
      expect(house.cure(t.cure)).toBe(true);
      expect(house.step(t.step).ok).toBe(true);
    },
  );
  it('the path names no failure that the stand-in cannot show', () => {
    const shown = troubles.map((t) => `${t.step}: ${t.sees}`);
    const named = path.flatMap((s) => s.failures.map((f) => `${s.id}: ${f.sees}`));
    expect(named.filter((n) => !shown.includes(n))).toEqual([]);
  });
});

describe('what passes by itself', () => {
  it('a hub that starts again half way, and a service that is down, are over after a while', () => {
    for (const [way, trouble, seconds] of [
      ['hub', 'update-restarts', 720],
      ['short-code', 'service-down', 3600],
    ] as const) {
      const house = new Joining(way, [trouble]);
      expect(house.step('own-1').ok).toBe(false);
      house.advance(seconds - 1);
      expect(house.step('own-1').ok).toBe(false);
      house.advance(1);
      expect(house.step('own-1').ok).toBe(true);
    }
  });
  it('two at once are met one after the other', () => {
    const house = new Joining('card-digits', ['wrong-digit', 'guest-network']);
    expect(house.step('network')).toEqual({ ok: false, sees: 'joined, and no internet' });
    expect(house.step('own-1')).toEqual({ ok: false, sees: 'the digits are refused' });
    house.cure('own-network');
    expect([house.step('network').ok, house.step('own-1').ok]).toEqual([true, false]);
  });
  it('a trouble of another way is refused', () => {
    expect(() => new Joining('pairing', ['wrong-digit'])).toThrow('none of joining by pairing');
  });
});
