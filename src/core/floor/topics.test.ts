/** What the customer of a floor is shown, from the job. */
import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/support/floor';
import { derive } from '../derive';
import { handoverTopics } from '../record/handover';
import { floorWeek } from './week';

const topics = (floor: object = {}, more: object = {}): Map<string, string> => {
  const job = floorJob(floor, more);
  return new Map(handoverTopics(job, derive(job)).map((t) => [t.id, t.words]));
};

describe('topics of a heated floor', () => {
  it('say what not to lay on it, how warm it may be, how long it takes and how to lock it', () => {
    const t = topics();
    expect(t.get('floor-covers')).toContain('No thick rugs');
    expect(t.get('floor-limit')).toContain('34.0 °C');
    expect(t.get('floor-slow')).toMatch(/about \d+0 minutes/);
    expect(t.get('lock')).toContain('Owner / Screen / Lock');
    expect(t.get('call')).not.toContain('gas');
  });

  it('in the customer’s degrees', () => {
    expect(topics({}, { units: 'us' }).get('floor-limit')).toContain('93 °F');
  });

  it('say what a day costs once there is a week and a price', () => {
    expect(topics().has('floor-cost')).toBe(false);
    const cost = topics({ price: { perKwh: 0.3, currency: 'EUR' } }, { week: floorWeek('bath', 34) }).get('floor-cost');
    expect(cost).toMatch(/\d\.\d kWh or \d\.\d\d EUR a day/);
  });
});
