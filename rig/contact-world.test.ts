/** Every fault of a contact, hidden behind an appliance worked out by hand, and found by the proof. */
import { describe, expect, it } from 'vitest';
import { derive } from '../src/core/derive';
import type { Job } from '../src/core/job/schema';
import { contactJob, DRY, MILLIVOLT, OWN_24V } from '../tests/support/contact';
import { mainsProved } from '../tests/support/jobs';
import { ContactWorld } from './contact-world';
import { proveOnWorld } from './prove';

const JOBS: Record<string, Job> = {
  'a fireplace on its own pile': contactJob(MILLIVOLT),
  'a room heater by radio, no limit': contactJob({ ...MILLIVOLT, switches: {} }, { device: 'cr2-radio' }),
  'a boiler with a DC pair': contactJob(DRY, {}),
  'a boiler by relay': contactJob({ ...DRY, isolatingRelay: true, separateTransformer: true }, { device: 'cp1-wired' }),
  'a unit heater with its own 24 V': contactJob(OWN_24V, { device: 'cp1-wired' }),
};

describe.each(Object.entries(JOBS))('%s', (_name, made) => {
  const job = mainsProved(made);
  it('wired as planned, everything is shown', async () => {
    expect(derive(job).shared.findings.filter((f) => f.severity === 'blocker')).toEqual([]);
    const { proof } = derive(await proveOnWorld(job)).shared;
    const not = proof.tests.flatMap((t) =>
      t.measures.filter((m) => m.verdict !== 'pass').map((m) => `${t.id}/${m.id}`),
    );
    expect([not, proof.verdict]).toEqual([[], 'pass']);
  });

  it.each(new ContactWorld(made, []).faults().map((f) => f.id))('%s is found', async (id) => {
    const after = await proveOnWorld(job, { faults: [id] });
    expect([id, derive(after).shared.proof.verdict]).toEqual([id, 'fail']);
  });
});

describe('the appliance', () => {
  it('does what is done at it, and refuses what cannot be', () => {
    const world = new ContactWorld(contactJob(MILLIVOLT), []);
    world.act({ setCelsius: 30 });
    world.advance(10);
    expect(world.state().shows).toMatchObject({ burner: true });
    world.act({ limit: 'open' });
    expect(world.state().shows).toMatchObject({ burner: false });
    expect(() => world.act({ mode: 'heat' })).toThrow('cannot be done');
    expect(() => world.probe('call.r', 'call.c', 1e7, 'volts')).toThrow('no pair');
    expect(() => new ContactWorld(contactJob(DRY, {}), ['weak-pile'])).toThrow('cannot have');
    expect(() => new ContactWorld(contactJob({}), [])).toThrow('no appliance to build');
  });
});
