/** Does a test of a heated floor on the rig: sets, waits, clamps, lowers the limit, takes the probe out. */
import { RISE_MINUTES } from '../floor/proof';
import type { MeasurePlan, TestResult } from '../proof/proof-run';
import type { RigClient, Taken } from './client';
import type { FloorRigState, RigState } from './protocol';

const MOMENT_SECONDS = 20;
const WELL_ABOVE = 60;
const WELL_BELOW = 5;

const floorOf = (s: RigState): FloorRigState | null => s.floor ?? null;

/** Takes every reading of one test; leaves the floor as it found it. Throws RigFailure when the rig does not answer. */
export async function runFloorTest(rig: RigClient, test: TestResult): Promise<Taken[]> {
  const taken: Taken[] = [];
  const measure = (id: string): MeasurePlan | undefined => test.measures.find((m) => m.id === id);
  const take = (id: string, value: number | null): void => {
    const m = measure(id);
    if (m && value !== null) taken.push({ measure: m, value: Math.round(value * 100) / 100 });
  };
  const volts = async (id: string): Promise<void> => {
    const m = measure(id);
    if (m?.a && m.b) take(id, await rig.probe(m.a, m.b, 10e6));
  };
  const call = async (setCelsius: number): Promise<FloorRigState | null> => {
    await rig.floor({ setCelsius });
    return floorOf(await rig.advance(MOMENT_SECONDS));
  };
  const before = floorOf(await rig.state());
  if (before?.tripped) await rig.floor({ groundFault: 'reset' });
  switch (test.id) {
    case 'ground-fault': {
      await call(WELL_ABOVE);
      take('trips', floorOf(await rig.floor({ groundFault: 'test' }))?.tripped ? 1 : 0);
      await rig.floor({ groundFault: 'reset' });
      const after = floorOf(await rig.advance(MOMENT_SECONDS));
      take('resets', after && !after.tripped ? 1 : 0);
      break;
    }
    case 'relay':
      {
        const on = await call(WELL_ABOVE);
        await volts('on-volts');
        const off = await call(WELL_BELOW);
        await volts('off-volts');
        take('heard', on?.relayClosed && off && !off.relayClosed ? 1 : 0);
      }
      break;
    case 'load': {
      const s = await call(WELL_ABOVE);
      take('amps', s?.amps ?? null);
      take('watts', s?.loadShownWatts ?? null);
      break;
    }
    case 'probe':
      // A device that says “probe” shows no temperature: there is nothing to read.
      take('shown', (await call(WELL_BELOW))?.shownCelsius ?? null);
      break;
    case 'rise': {
      const from = (await call(WELL_ABOVE))?.shownCelsius ?? null;
      const to = floorOf(await rig.advance(RISE_MINUTES * 60 - MOMENT_SECONDS))?.shownCelsius ?? null;
      take('rise', from === null || to === null ? 0 : to - from);
      break;
    }
    case 'limit': {
      const s = await call(WELL_ABOVE);
      const limit = s?.limitCelsius;
      await rig.floor({ limitCelsius: Math.max(5, (s?.shownCelsius ?? 20) - 3) });
      await rig.advance(MOMENT_SECONDS);
      await volts('limit-volts');
      const back = limit === undefined ? null : floorOf(await rig.floor({ limitCelsius: limit }));
      take('limit-back', back && back.limitCelsius === limit ? 1 : 0);
      break;
    }
    case 'probe-open':
      await rig.supply(false);
      await rig.floor({ probe: 'out' });
      await rig.supply(true);
      await call(WELL_ABOVE);
      await volts('open-volts');
      await rig.supply(false);
      await rig.floor({ probe: 'in' });
      await rig.supply(true);
      break;
    default:
  }
  await rig.floor({ setCelsius: WELL_BELOW });
  return taken;
}
