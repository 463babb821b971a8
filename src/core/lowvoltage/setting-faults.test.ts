/** What a device calls when one setting of the card is entered otherwise. */
import { describe, expect, it } from 'vitest';
import { anyJob } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { seenAs } from '../family/of';
import { ownOf } from '../family/registry';
import { everyFault } from './diagnose';
import type { Fault } from './faults/fault';
import type { CalledAs, Installed } from './installed';

const made = (value: object): { faults: Fault[]; installed: Installed } => {
  const job = anyJob(value);
  const d = ownOf(derive(job), '24v');
  if (!d.installed) throw new Error('no plan');
  return {
    faults: everyFault(seenAs(job, '24v'), d).filter((f) => f.setting !== undefined),
    installed: d.installed,
  };
};
const furnace = {
  device: 't24-five',
  survey: { lines: 'r red, c blue, y yellow, g green, w white', equipment: { fuel: 'gas' } },
};
const pump = {
  device: 'p9-pump',
  answers: { fuel: 'electric' },
  survey: { lines: 'r red, c blue, y yellow, g green, o orange, w white', equipment: { outdoorUnit: 'heat-pump' } },
};
const called = ({ faults, installed }: ReturnType<typeof made>, id: string): Readonly<Record<string, CalledAs>> => {
  const fault = faults.find((f) => f.id === id);
  if (!fault) throw new Error(`${id} is not among ${faults.map((f) => f.id).join(', ')}`);
  return fault.apply(installed).calledAs ?? {};
};

describe('a setting entered otherwise', () => {
  it('calls the fan with heat, or not, and changes nothing else', () => {
    const as = called(made(furnace), 'set-fan.heating-thermostat');
    expect(Object.keys(as)).toEqual(['heat1']);
    expect(as.heat1?.calls).toEqual(['heat1', 'fan']);
  });

  it('heat only: cooling calls nothing, heating is as it was', () => {
    const as = called(made(furnace), 'set-equipment.kind-heat-only');
    expect(as).toEqual({ cool1: { calls: [], accessories: [] } });
  });

  it('a heat pump set as a furnace heats by its auxiliary alone and never drives the valve', () => {
    const as = called(made(pump), 'set-equipment.kind-furnace-ac');
    expect(as.heat1?.calls).toContain('heat1');
    expect(as.heat1?.calls).not.toContain('cool1');
    expect(as.cool1?.calls).toEqual(['cool1', 'fan']);
  });

  it('without auxiliary stages emergency heat is the compressor', () => {
    const as = called(made(pump), 'set-stages.aux-0');
    expect(as.aux1?.calls).toContain('cool1');
    expect(as.emergency?.calls).not.toContain('heat1');
  });

  it('is never what the card says, never a value the device has not, and says what to read', () => {
    for (const value of [furnace, pump]) {
      const { faults } = made(value);
      expect(faults.length).toBeGreaterThan(2);
      for (const f of faults) expect(f.look).toMatch(/^Read “.+” on the device: .+ is meant\.$/);
      expect(new Set(faults.map((f) => f.id)).size).toBe(faults.length);
    }
    expect(made(furnace).faults.map((f) => f.id)).not.toContain('set-equipment.kind-furnace-ac');
  });

  it('ticked off on the card it is less likely', () => {
    const prior = (entered: object): number =>
      made({ ...furnace, setUp: { entered } }).faults.find((f) => f.id === 'set-fan.heating-thermostat')?.prior ?? 0;
    expect(prior({ 'fan.heating': true })).toBeLessThan(prior({}));
  });
});
