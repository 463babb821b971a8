/** Does a test of the proof run on the rig as a technician would: set, wait, touch, look. */
import { METER_HIGH_OHMS } from '../circuit/netlist';
import type { MeasurePlan, TestResult } from '../proof/proof-run';
import { toldWords } from '../proof/told';
import type { RigClient, Taken } from './client';
import type { RigState } from './protocol';

const CALL_SETTLE_SECONDS = 20;
const WARM_SECONDS = 300;
const HOLD_STEP_SECONDS = 20;
const REST_LIMIT_SECONDS = 900;

const ACCESSORY_OF: Partial<Record<string, 'humidifier' | 'dehumidifier' | 'ventilator'>> = {
  humidify: 'humidifier',
  dehumidify: 'dehumidifier',
  ventilate: 'ventilator',
};

/** States that call no compressor. */
const RESTS: ReadonlySet<string> = new Set(['idle', 'off', 'fan']);

const same = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((x) => b.includes(x));

/** What to set for a state: clearly above or below the room, further for the second stage. */
async function call(rig: RigClient, state: string, dual: boolean): Promise<RigState> {
  const now = await rig.state();
  // A call that took the device's own supply leaves nothing to set.
  if (now.display === 'dark') return now;
  const room = now.roomCelsius;
  const further = state.endsWith('2') || state.endsWith('3') ? 3.2 : 1.5;
  const accessory = ACCESSORY_OF[state.replace(/-\d+$/, '')];
  if (accessory) return rig.thermostat({ mode: 'off', fan: 'auto', accessories: [accessory] });
  if (state === 'fan') return rig.thermostat({ mode: 'off', fan: 'on', accessories: [] });
  const heat = (heatBy: 'compressor' | 'auxiliary', above: number): Promise<RigState> =>
    rig.thermostat({ mode: 'heat', fan: 'auto', accessories: [], heatBy, heatCelsius: Math.min(40, room + above) });
  if (state === 'emergency') return heat('auxiliary', 2.5);
  if (state.startsWith('aux')) {
    if (dual) return heat('auxiliary', state.endsWith('2') ? 4 : 2.5);
    return heat('compressor', state.endsWith('2') ? 7 : 5);
  }
  if (state.startsWith('heat')) return heat('compressor', further);
  if (state.startsWith('cool'))
    return rig.thermostat({ mode: 'cool', fan: 'auto', accessories: [], coolCelsius: Math.max(5, room - further) });
  return rig.thermostat({ mode: 'off', fan: 'auto', accessories: [] });
}

/** Keeps a call clearly there while the room drifts. */
async function hold(rig: RigClient, state: string, seconds: number, dual: boolean): Promise<RigState> {
  let s = await call(rig, state, dual);
  for (let left = seconds; left > 0; left -= HOLD_STEP_SECONDS) {
    s = await rig.advance(Math.min(HOLD_STEP_SECONDS, left));
    if (left > HOLD_STEP_SECONDS) await call(rig, state, dual);
  }
  return s;
}

async function timeRestart(rig: RigClient): Promise<number> {
  // Run cooling, stop it, call it again at once and count until the compressor is back.
  await call(rig, 'cool1', false);
  let s = await rig.state();
  for (let t = 0; !s.running.includes('compressor') && t < REST_LIMIT_SECONDS; t += 30) s = await rig.advance(30);
  if (!s.running.includes('compressor')) return REST_LIMIT_SECONDS;
  await rig.advance(60);
  await call(rig, 'idle', false);
  s = await rig.advance(2);
  await call(rig, 'cool1', false);
  const from = s.seconds;
  for (let t = 0; t < REST_LIMIT_SECONDS; t += 5) {
    s = await rig.advance(5);
    if (s.running.includes('compressor')) return s.seconds - from;
  }
  return REST_LIMIT_SECONDS;
}

function look(measure: MeasurePlan, s: RigState): number | null {
  const { check } = measure;
  if (measure.quantity === 'kelvin') {
    const difference = s.supplyCelsius - s.returnCelsius;
    return Math.round((measure.id === 'split' ? -difference : difference) * 10) / 10;
  }
  if (!check) return null;
  if (check.kind === 'runs') return same(s.running, check.exactly) ? 1 : 0;
  if (check.kind === 'detected') return same(s.detected, check.exactly) ? 1 : 0;
  return check.kind === 'stopped' && check.none.some((n) => s.running.includes(n)) ? 0 : 1;
}

/** Takes every reading of one test. Throws RigFailure when the rig does not answer. */
export async function runTestOnRig(rig: RigClient, test: TestResult): Promise<Taken[]> {
  const taken: Taken[] = [];
  let s = await rig.state();
  // The test before blew the board's fuse: as it would be on the job, a new one is put in first.
  if (s.shows?.['fuse.open'] === true) {
    await rig.supply(false);
    s = await rig.supply(true);
  }
  // The furnace of a dual-fuel job runs without the compressor; the device itself says how it is set.
  const dual = s.settings['equipment.kind'] === 'dual-fuel';
  // First start: nothing can be set before the display is lit.
  for (let i = 0; s.display === 'starting' && i < 200; i++) s = await rig.advance(10);
  if (s.display === 'lit') {
    if (test.id === 'compressor-rest') {
      const [measure] = test.measures;
      return measure ? [{ measure, value: await timeRestart(rig) }] : [];
    }
    s = await hold(rig, test.state, CALL_SETTLE_SECONDS, dual);
    // Whatever wants the compressor waits out its rest.
    if (!RESTS.has(test.state) && s.restSeconds > 0) s = await hold(rig, test.state, s.restSeconds + 5, dual);
    if (test.measures.some((m) => m.quantity === 'kelvin')) s = await hold(rig, test.state, WARM_SECONDS, dual);
    else if (/^(heat|aux|emergency)/.test(test.state)) s = await hold(rig, test.state, 80, dual);
    else if (test.state === 'idle') s = await hold(rig, test.state, 150, dual);
  }
  for (const measure of test.measures) {
    const value = measure.a && measure.b ? await rig.probe(measure.a, measure.b, METER_HIGH_OHMS) : look(measure, s);
    const words = measure.check?.kind === 'runs' ? { words: toldWords(s.running) } : {};
    if (value !== null) taken.push({ measure, value, ...words });
  }
  return taken;
}
