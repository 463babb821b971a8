/** Writes the tests for this job, with every figure from the circuit as planned. */
import type { DeviceSheet } from '../devices/sheet';
import type { Job } from '../job/schema';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { terminalInfo } from '../survey/terminals.data';
import { listed } from '../units/units';
import type { Installed } from './installed';
import {
  band,
  METER_DEFAULT,
  meterTolerance,
  predictedVolts,
  type SourceEstimate,
  type StatePrediction,
} from './predict';
import type { CallState } from './states';
import type { LowVoltageSystem } from './system';

/** Furnace temperature rise and cooling split typical of nameplates, in kelvin. */
const FURNACE_RISE = { low: 20, high: 40 };
const COOLING_SPLIT = { low: 8, high: 12 };
const IGNITION_SECONDS = 60;
const WARM_SECONDS = 240;

interface Context {
  job: Job;
  system: LowVoltageSystem;
  sheet: DeviceSheet;
  installed: Installed;
  states: readonly CallState[];
  predictions: ReadonlyMap<string, StatePrediction>;
  source: SourceEstimate;
  wired: readonly string[];
}

function voltsMeasure(c: Context, state: string, a: string, b: string, what: string, id: string): MeasurePlan | null {
  const prediction = c.predictions.get(state);
  const value = prediction ? predictedVolts(prediction, a, b, METER_DEFAULT) : null;
  if (value === null) return null;
  return {
    id,
    what,
    quantity: 'volts-ac',
    a,
    b,
    state,
    predicted: band(value, c.source.spread),
    tolerance: meterTolerance(value),
    source: `${c.source.from ? 'from the measured idle voltage' : 'from a nominal 24 V transformer'}, by the circuit in state ${state}`,
  };
}

const seen = (
  id: string,
  what: string,
  state: string,
  source: string,
  check: NonNullable<MeasurePlan['check']>,
): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state,
  predicted: { low: 1, high: 1 },
  tolerance: 0,
  seen: { yes: 'yes', no: 'no' },
  source,
  check,
});

const common = (c: Context): string => c.installed.transformers[0]?.common ?? 'C';

/** In a call, every load terminal at the board is either live or dead; each is worth one touch. */
function boardMeasures(c: Context, state: string): MeasurePlan[] {
  const loads = c.installed.loads;
  const prediction = c.predictions.get(state);
  return loads.flatMap((load) => {
    const m = voltsMeasure(
      c,
      state,
      `board.${load.terminal}`,
      `board.${load.common}`,
      `${load.terminal} to ${common(c)} at the board`,
      `board-${load.terminal}`,
    );
    if (!m || !prediction) return [];
    const live = m.predicted.low > 5;
    return [{ ...m, what: `${m.what}${live ? '' : ', must stay dead'}` }];
  });
}

function setText(sheet: DeviceSheet, state: CallState): string {
  if (state.id === 'fan') return 'Fan to on; heat and cool off.';
  if (state.id.startsWith('heat')) {
    return state.id === 'heat1'
      ? 'Heat mode, setpoint 1.5 K / 3 °F above the room.'
      : 'Setpoint 3 K / 5 °F above the room: calls the next stage.';
  }
  return state.id === 'cool1'
    ? `Cool mode, setpoint 1.5 K / 3 °F below the room. ${sheet.name} rests the compressor ${sheet.compressorRestSeconds / 60} min first.`
    : 'Setpoint 3 K / 5 °F below the room: calls the next stage.';
}

export function proofPlan(c: Context): TestPlan[] {
  const tests: TestPlan[] = [];
  const { sheet, system, installed } = c;
  const hot =
    installed.device?.hot ??
    c.wired.find((t) => ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(t)?.role ?? '')) ??
    sheet.singleR;
  const idlePower = installed.device
    ? voltsMeasure(c, 'idle', `wall.${hot}`, `wall.${installed.device.common}`, `${hot} to C at the wall`, 'idle')
    : voltsMeasure(
        c,
        'idle',
        `board.${installed.transformers[0]?.hot ?? 'R'}`,
        `board.${common(c)}`,
        'R to C at the board',
        'idle',
      );
  tests.push({
    id: 'power',
    title: 'Power, nothing called',
    state: 'idle',
    set: 'System off, fan auto.',
    must: 'The display stays lit and nothing runs.',
    why: 'Everything after this leans on the supply.',
    place: installed.device ? 'wall' : 'board',
    seconds: 60,
    wait: null,
    measures: idlePower ? [idlePower] : [],
  });
  if (sheet.detectsTerminals) {
    tests.push({
      id: 'detection',
      title: 'Terminals detected',
      state: 'idle',
      set: 'Read the terminals the device reports.',
      must: `It reports ${listed(c.wired)}.`,
      why: 'A missing one is a conductor that is not seated.',
      place: 'wall',
      seconds: 60,
      wait: null,
      measures: [
        seen('match', `Reports exactly ${listed(c.wired)}`, 'idle', 'the terminal plan', {
          kind: 'detected',
          exactly: c.wired,
        }),
      ],
    });
  }
  const calls = c.states.filter((s) => !s.dead && s.id !== 'idle');
  calls.forEach((state) => {
    const cooling = state.id.startsWith('cool');
    const heating = state.id.startsWith('heat');
    const prediction = c.predictions.get(state.id);
    const runs = prediction?.running.filter((r) => r !== 'display') ?? [];
    const measures = boardMeasures(c, state.id);
    const boardFan = heating && !state.calls.includes('fan') && system.fuel !== 'electric';
    const what = boardFan ? [...runs, 'blower'] : runs;
    measures.push(
      seen(
        'runs',
        `${listed(what)} ${what.length === 1 ? 'runs' : 'run'}, nothing else`,
        state.id,
        boardFan ? 'the loads energised; the furnace starts its own blower' : 'the loads energised in this state',
        { kind: 'runs', exactly: what },
      ),
    );
    if (state.id === 'heat1' && system.fuel !== null) {
      measures.push({
        id: 'rise',
        what: 'Supply air above return air',
        quantity: 'kelvin',
        state: state.id,
        predicted: FURNACE_RISE,
        tolerance: 1,
        source: 'nameplate band, typically 20 to 40 K',
      });
    }
    if (state.id === 'cool1') {
      measures.push({
        id: 'split',
        what: 'Return air above supply air',
        quantity: 'kelvin',
        state: state.id,
        predicted: COOLING_SPLIT,
        tolerance: 1,
        source: 'typical cooling split, 8 to 12 K',
      });
    }
    const firstCool = state.id === 'cool1';
    tests.push({
      id: state.id,
      title: state.id === 'fan' ? 'Fan alone' : `${heating ? 'Heat' : 'Cool'}, stage ${state.id.slice(-1)}`,
      state: state.id,
      set: setText(sheet, state),
      must:
        what.length > 0
          ? `${listed(what)} ${what.length === 1 ? 'runs' : 'run'}; nothing else does.`
          : 'The call reaches the board.',
      why: 'Each call alone, so that a swapped conductor has nowhere to hide.',
      place: 'board',
      seconds: heating || cooling ? 150 : 90,
      wait: firstCool
        ? { seconds: sheet.compressorRestSeconds, label: 'Compressor rest' }
        : state.id === 'heat1'
          ? { seconds: IGNITION_SECONDS + WARM_SECONDS, label: 'Furnace warms up' }
          : null,
      ...(cooling
        ? { caution: 'Do not run cooling below about 13 °C / 55 °F outdoors. Skip it with that reason.' }
        : {}),
      ...(heating && system.fuel === 'electric'
        ? { caution: 'Electric heat: the blower must run. Stop at once if it does not.' }
        : {}),
      measures,
    });
    const last = calls.filter((s) => s.id.slice(0, 4) === state.id.slice(0, 4));
    if ((heating || cooling) && last[last.length - 1]?.id === state.id) {
      tests.push({
        id: `${state.id.slice(0, 4)}-off`,
        title: `${heating ? 'Heat' : 'Cool'} off again`,
        state: 'idle',
        set: 'System off.',
        must: 'Everything stops, the last stage first; the blower may run on for two minutes.',
        why: 'A relay that sticks closed keeps the equipment running.',
        place: 'board',
        seconds: 60,
        wait: null,
        measures: boardMeasures(c, 'idle')
          .filter((m) =>
            installed.loads.some((l) => l.id.startsWith(heating ? 'heat' : 'cool') && m.id === `board-${l.terminal}`),
          )
          .concat(
            seen('stopped', `${heating ? 'Burner or heater' : 'Compressor'} has stopped`, 'idle', 'no call', {
              kind: 'stopped',
              none: installed.loads.filter((l) => l.id.startsWith(heating ? 'heat' : 'cool')).map((l) => l.runs),
            }),
          ),
      });
    }
  });
  if (system.coolStages > 0) {
    tests.push({
      id: 'compressor-rest',
      title: 'Compressor rest is held',
      state: 'idle',
      set: 'Straight after cooling stops, call cooling again and time it until the compressor starts.',
      must: `Not before ${sheet.compressorRestSeconds / 60} min.`,
      why: 'A restart against pressure ruins a compressor.',
      place: 'wall',
      seconds: 60,
      wait: { seconds: sheet.compressorRestSeconds, label: 'Compressor rest' },
      caution: 'Do not run cooling below about 13 °C / 55 °F outdoors. Skip it with that reason.',
      measures: [
        {
          id: 'rest',
          what: 'Seconds until it restarts',
          quantity: 'seconds',
          state: 'cool1',
          predicted: { low: sheet.compressorRestSeconds - 10, high: sheet.compressorRestSeconds + 120 },
          tolerance: 5,
          source: `${sheet.name}: ${sheet.compressorRestSeconds} s rest`,
        },
      ],
    });
  }
  const heaviest = [...c.predictions.values()]
    .filter((p) => p.state !== 'off')
    .sort((a, b) => b.transformerVA - a.transformerVA)[0];
  if (installed.device && heaviest && heaviest.state !== 'idle') {
    const m = voltsMeasure(
      c,
      heaviest.state,
      `wall.${hot}`,
      `wall.${installed.device.common}`,
      `${hot} to C at the wall`,
      'heavy',
    );
    if (m) {
      tests.push({
        id: 'power-heavy',
        title: `Power under the heaviest call`,
        state: heaviest.state,
        set: `Call ${heaviest.name} again once the rest is over.`,
        must: 'The supply holds up.',
        why: 'A weak joint shows only under load.',
        place: 'wall',
        seconds: 60,
        wait: null,
        ...(heaviest.state.startsWith('cool')
          ? { caution: 'Do not run cooling below about 13 °C / 55 °F outdoors. Skip it with that reason.' }
          : {}),
        measures: [m],
      });
    }
  }
  return tests;
}
