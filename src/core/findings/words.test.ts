/** The wording of findings: plain sentences, one home, nothing left open. */
import { describe, expect, it } from 'vitest';
import { STOPS } from '../run';
import { CATALOGUE } from './catalogue';
import { bySeverity, finding } from './finding';

/** Any fact a wording may ask for. */
const FACTS = new Proxy<Record<string, unknown>>(
  {},
  {
    get: (_target, key) =>
      [
        'terminals',
        'conductors',
        'loads',
        'settings',
        'bands',
        'readings',
        'missing',
        'points',
        'signs',
        'colours',
        'mats',
        'lacks',
        'extra',
        'through',
        'cables',
        'there',
        'ways',
        'opened',
        'asked',
      ].includes(String(key))
        ? ['A', 'B']
        : /volts|amps|va|ratedVA|low|high|celsius|kelvin|gap|least|minutes|events|slots|dbm|millivolts|needed|moves|watts|rated|short|zones|ohms|percent|times|density|off|allowed|breaker|megohms|from|to|room|wanted|outdoor|most|limit|residual|parallel|millimetres|plate|landed|tap|fuse|mains|secondary|implied|idle|called|store|flow|seconds|^open$|closed|kelvinHours|wished|programmed/i.test(
              String(key),
            )
          ? 7
          : key === 'remedy' || key === 'instead'
            ? 'Mend it.'
            : 'something',
  },
);

describe('the catalogue', () => {
  const entries = Object.entries(CATALOGUE);

  it.each(entries)('%s is a plain sentence with something to do', (code, entry) => {
    expect(code).toMatch(/^[a-z-]+\.[a-z-]+$/);
    // Each entry takes its own facts; the proxy has them all.
    const { message, fix } = (entry.words as (facts: unknown) => { message: string; fix: string })(FACTS);
    for (const text of [message, fix, entry.meaning]) {
      expect(text).toMatch(/^[“A-Z0-9a-z−].*[.?]$/);
      expect(text).not.toMatch(/undefined|NaN|\[object|!|please/i);
    }
    expect(message.length).toBeLessThan(160);
    expect(STOPS.map((s) => s.id)).toContain(entry.stop);
  });

  it('blockers come first, then cautions, then notes, each in a fixed order', () => {
    const list = [
      finding('join.no-internet', {}),
      finding('safe.no-supply', {}),
      finding('system.no-hot', {}),
      finding('settings.fan-electric', {}),
    ].sort(bySeverity);
    expect(list.map((f) => f.code)).toEqual([
      'settings.fan-electric',
      'system.no-hot',
      'safe.no-supply',
      'join.no-internet',
    ]);
  });

  it('carries what it is about and what was read', () => {
    expect(finding('safe.still-live', { volts: 26.04 }, ['reading:r1'], 'reading r1')).toMatchObject({
      severity: 'blocker',
      stop: 'make-safe',
      about: ['reading:r1'],
      evidence: 'reading r1',
      message: expect.stringContaining('26.0 V'),
    });
  });
});
