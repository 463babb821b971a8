import { describe, expect, it } from 'vitest';
import { contactJob, DRY } from '../../../tests/support/contact';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import type { Job } from '../job/schema';
import { earlyStart } from './early-start';

describe('early start', () => {
  it.each([
    ['reach-by', null, false, 'on'],
    ['start-at', null, false, 'off'],
    [undefined, null, false, 'on'],
    ['reach-by', 'another flat has a thermostat', false, 'off'],
    ['reach-by', null, true, 'off'],
  ] as const)('%s, shared with %s, auxiliary %s: %s', (times, shared, auxiliary, value) => {
    const early = earlyStart(times, shared, auxiliary);
    expect(early.value).toBe(value);
    // Where it is off, choosing it is a conflict with its reason.
    expect(early.wrong.map((w) => w.value)).toEqual(value === 'off' ? ['on'] : []);
  });

  const row = (job: Job): { value: string; why: string } | undefined =>
    derive(job).shared.settings.card.find((r) => r.key === 'start.adaptive');
  const boiler = (zones: number): Job =>
    anyJob({
      family: 'boiler',
      device: 'rc2-radio',
      survey: { plant: 'heating-valves', heatingZones: zones, input: 'live' },
    });
  it('a boiler whose every zone is run by it: on; one with a zone of somebody else’s: off, with the reason', () => {
    expect(row(boiler(2))?.value).toBe('on');
    expect(row(boiler(3))).toMatchObject({ value: 'off', why: expect.stringContaining('1 of 3 zones') });
  });
  it('several zones that close one pair: off', () => {
    expect(row(contactJob({ ...DRY, zones: 1 }, { device: 'cr2-radio' }))?.why).not.toContain('zones');
    expect(row(contactJob({ ...DRY, zones: 2 }, { device: 'cr2-radio' }))).toMatchObject({ value: 'off' });
  });
});
