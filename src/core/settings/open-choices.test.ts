/** A chosen value is judged whatever is still open; a limit is rounded to its safe side. */
import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/support/floor';
import { derive } from '../derive';

const chosen = (key: string, value: string, floor: object = {}, more: object = {}) =>
  derive(floorJob(floor, { setUp: { chosen: { [key]: value } }, ...more })).shared;
const codes = (s: ReturnType<typeof chosen>): string[] => s.findings.map((f) => f.code);

describe('chosen before the question is answered', () => {
  const OPEN = { covering: undefined, purpose: undefined };
  it('40 degrees are judged at the covering that bears the least, and stay on the card', () => {
    const s = chosen('floor.limit', '40', OPEN);
    const conflict = s.findings.find((f) => f.code === 'settings.conflict');
    expect(conflict?.message).toMatch(/27/);
    expect(conflict?.message).toMatch(/if:/);
    expect(s.settings.card.find((r) => r.key === 'floor.limit')?.dependsOn).toMatch(/\?$/);
  });
  it('what holds under every answer is no conflict', () => {
    expect(codes(chosen('floor.limit', '26', OPEN))).not.toContain('settings.conflict');
  });
  it('air alone is judged at the covering that needs a limit', () => {
    expect(codes(chosen('floor.sensor', 'air', OPEN))).toContain('settings.conflict');
  });
  it('once the question is answered it is judged by that answer', () => {
    expect(codes(chosen('floor.limit', '35', { covering: 'tile' }))).not.toContain('settings.conflict');
    expect(codes(chosen('floor.limit', '35', { covering: 'timber' }))).toContain('settings.conflict');
  });
});

describe('what is entered on the device', () => {
  const limit = (value: string | null, units: 'si' | 'us') =>
    derive(
      floorJob(
        { covering: 'timber' },
        { units, ...(value === null ? {} : { setUp: { chosen: { 'floor.limit': value } } }) },
      ),
    ).shared.settings.card.find((r) => r.key === 'floor.limit')?.enter;
  it('27 °C is 80 °F, never 81', () => {
    expect([limit(null, 'si'), limit(null, 'us')]).toEqual(['27 °C', '80 °F']);
  });
  it('a comma is a decimal to judge and to print alike; what is no figure has no code', () => {
    expect(limit('26,5', 'si')).toMatch(/^26(\.5)? °C$/);
    expect(limit('warm', 'si')).toBe('—');
  });
});
