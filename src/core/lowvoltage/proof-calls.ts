/**
 * The calls of the proof run, each alone: what to set, what must run and what must stay dead, and
 * the air that shows which way the heat goes.
 */
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { HOT_ROLES } from '../survey/terminals.data';
import { listed } from '../units/units';
import { boardMeasures, type ProofContext, seen, seenRunning, toldRan, voltsMeasure } from './proof-measures';
import type { CallState } from './states';
import { isHeatPump, isWet } from './system';
import { wantedLoads } from './wanted';

/** Air temperatures in kelvin, typical of nameplates. */
const FURNACE_RISE = { low: 20, high: 40 };
const COOLING_SPLIT = { low: 8, high: 12 };
const PUMP_LIFT = { low: 8, high: 20 };
const HEATER_RISE = { low: 10, high: 35 };
const IGNITION_SECONDS = 60;
const WARM_SECONDS = 240;

const COLD_CAUTION = 'Do not run cooling below about 13 °C / 55 °F outdoors. Skip it with that reason.';

/** "heat2" belongs to "heat". */
const groupOf = (state: string): string => state.replace(/-?\d+$/, '');

const TITLES: Record<string, string> = {
  heat: 'Heat',
  cool: 'Cool',
  aux: 'Auxiliary',
  emergency: 'Emergency heat',
  fan: 'Fan alone',
  humidify: 'Humidifier',
  dehumidify: 'Dehumidifier',
  ventilate: 'Ventilator',
};

/** Groups that are called one at a time and have no stages. */
const SINGLE = new Set(['fan', 'emergency', 'humidify', 'dehumidify', 'ventilate']);
const ACCESSORY = new Set(['humidify', 'dehumidify', 'ventilate']);

function titleOf(c: ProofContext, state: CallState): string {
  const group = groupOf(state.id);
  const name = group === 'aux' && c.system.kind === 'dual-fuel' ? 'Furnace' : (TITLES[group] ?? state.name);
  return SINGLE.has(group) ? name : `${name}, stage ${state.id.slice(-1)}`;
}

function setText(c: ProofContext, state: CallState): string {
  const group = groupOf(state.id);
  const first = state.id.endsWith('1');
  switch (group) {
    case 'fan':
      return 'Fan to on; heat and cool off.';
    case 'humidify':
      return 'Heat and cool off; humidity target above the reading, or the device’s own test of the output.';
    case 'dehumidify':
      return 'Heat and cool off; dehumidify target below the reading, or the device’s own test of the output.';
    case 'ventilate':
      return 'Heat and cool off; ventilator on, or the device’s own test of the output.';
    case 'heat':
      return first
        ? 'Heat mode, setpoint 1.5 K / 3 °F above the room.'
        : 'Setpoint 3 K / 5 °F above the room: calls the next stage.';
    case 'cool':
      return first
        ? `Cool mode, setpoint 1.5 K / 3 °F below the room. ${c.sheet.name} rests the compressor ${c.sheet.compressorRestSeconds / 60} min first.`
        : 'Setpoint 3 K / 5 °F below the room: calls the next stage.';
    case 'aux':
      return c.system.kind === 'dual-fuel'
        ? 'Set the device to its furnace, or lift the compressor lockout above the outdoor temperature; setpoint above the room.'
        : 'Heat mode, setpoint 5 K / 9 °F above the room, or the device’s own test of auxiliary heat.';
    default:
      return `Emergency heat mode, setpoint 1.5 K / 3 °F above the room.${
        c.sheet.emergencyStartedBy === 'user-or-fault'
          ? ' This device may also start it by itself when the compressor fails.'
          : ''
      }`;
  }
}

/** The air measure that shows the direction of the heat, where this state is the first to show it. */
function airMeasure(c: ProofContext, state: CallState): MeasurePlan | null {
  const air = (id: string, what: string, predicted: { low: number; high: number }, source: string): MeasurePlan => ({
    id,
    what,
    quantity: 'kelvin',
    state: state.id,
    predicted,
    tolerance: 1,
    source,
  });
  const above = 'Supply air above return air';
  if (state.id === 'cool1')
    return air(
      'split',
      'Return air above supply air',
      COOLING_SPLIT,
      'typical cooling split, 8 to 12 K; a reversed valve makes it negative',
    );
  if (state.id === 'heat1' && isHeatPump(c.system))
    return air('rise', above, PUMP_LIFT, 'heat pump, 8 to 20 K at the coil; a reversed valve makes it negative');
  if (state.id === 'aux1' && c.system.kind === 'dual-fuel')
    return air('rise', above, FURNACE_RISE, 'nameplate band, typically 20 to 40 K');
  if (state.id === 'aux1')
    return air('rise', above, HEATER_RISE, 'compressor and heater together, typically 10 to 35 K');
  // Radiators have no supply air; a coil in the air handler lifts it gently.
  if (state.id === 'heat1' && c.system.plant === 'hydronic-air-handler')
    return air('rise', above, PUMP_LIFT, 'hot-water coil, typically 8 to 20 K');
  if (state.id === 'heat1' && c.system.fuel !== null && !isWet(c.system))
    return air('rise', above, FURNACE_RISE, 'nameplate band, typically 20 to 40 K');
  return null;
}

function cautionOf(c: ProofContext, state: CallState): string | null {
  const group = groupOf(state.id);
  if (group === 'cool') return COLD_CAUTION;
  const heater =
    c.system.kind === 'heat-pump'
      ? group === 'aux' || group === 'emergency'
      : group === 'heat' && c.system.fuel === 'electric';
  if (heater) return 'Electric heat: the blower must run. Stop at once if it does not. Not for long in mild weather.';
  return null;
}

/**
 * What must be seen running: the equipment's own loads by demand and plant, never by the plan's circuit; what
 * hangs on it (valves' end switches, accessories) as the circuit has it.
 */
function wantedRuns(c: ProofContext, state: CallState): string[] {
  const wanted = wantedLoads(c.system, state);
  const own = c.installed.loads.filter((l) => wanted.has(l.id)).map((l) => l.runs);
  const ofLoads = new Set(c.installed.loads.map((l) => l.runs));
  const others = (c.predictions.get(state.id)?.running ?? []).filter((r) => seenRunning(r) && !ofLoads.has(r));
  return [...new Set([...own, ...others])];
}

/** Furnaces once they are warm; other equipment where somebody saw it start its own. */
function startsItsOwnFan(c: ProofContext, state: CallState): boolean {
  const group = groupOf(state.id);
  if (ACCESSORY.has(group) || group === 'fan') return false;
  const { air } = c.system;
  // A fuel furnace behind a heat pump starts its own like any other.
  if (c.system.kind === 'dual-fuel' && group === 'aux') return true;
  const compressor = state.calls.includes('cool1');
  const heats = group === 'heat' || group === 'aux' || group === 'emergency';
  return (heats && air.heating === 'equipment') || (compressor && air.cooling === 'equipment');
}

/** Seconds in which the state is rightly not reached yet. */
const waitBefore = (c: ProofContext, state: CallState): number =>
  state.calls.includes('cool1') ? c.sheet.compressorRestSeconds : IGNITION_SECONDS * (state.id === 'fan' ? 0 : 1);

const hotLabels = (c: ProofContext): string[] =>
  c.sheet.terminals.filter((t) => t.role && HOT_ROLES.has(t.role)).map((t) => t.label);

/** The accessory's output at the wall: live to C when it is fed from here, across the open pair when it is not. */
function outputMeasures(c: ProofContext, state: CallState): MeasurePlan[] {
  const commonAtWall = c.installed.device?.common;
  return c.installed.contacts
    .filter((x) => x.role === 'accessory')
    .flatMap((x) => {
      const fed = hotLabels(c).includes(x.from);
      const to = fed ? commonAtWall : x.from;
      const m = to
        ? voltsMeasure(c, state.id, `wall.${x.to}`, `wall.${to}`, `${x.to} to ${to} at the wall`, `out-${x.to}`)
        : null;
      return m ? [m] : [];
    });
}

/** A test for each call that this plan serves. */
export function callTests(c: ProofContext): TestPlan[] {
  const { sheet, system, installed } = c;
  const tests: TestPlan[] = [];
  const calls = c.states.filter((s) => !s.dead && s.id !== 'idle');
  let compressorRested = false;
  const told = toldRan(installed);
  calls.forEach((state, at) => {
    const group = groupOf(state.id);
    const runs = wantedRuns(c, state);
    const measures = [...boardMeasures(c, state.id), ...(ACCESSORY.has(group) ? outputMeasures(c, state) : [])];
    const ownFan = !runs.includes('blower') && startsItsOwnFan(c, state);
    const what = ownFan ? [...runs, 'blower'] : runs;
    const early = waitBefore(c, state);
    measures.push({
      ...seen(
        'runs',
        `${listed(what)} ${what.length === 1 ? 'runs' : 'run'}, nothing else`,
        state.id,
        ownFan
          ? 'what the call is for; the equipment starts its own blower'
          : 'what the call is for, by demand and equipment',
        { kind: 'runs', exactly: what },
      ),
      told,
      ...(early > 0 ? { notBeforeSeconds: early } : {}),
    });
    const air = airMeasure(c, state);
    if (air) measures.push(air);
    const compressor = state.calls.includes('cool1');
    const rest = compressor && !compressorRested;
    if (rest) compressorRested = true;
    const caution = cautionOf(c, state);
    tests.push({
      id: state.id,
      title: titleOf(c, state),
      state: state.id,
      set: setText(c, state),
      must:
        what.length > 0
          ? `${listed(what)} ${what.length === 1 ? 'runs' : 'run'}; nothing else does.`
          : 'The call reaches the board.',
      why: 'Each call alone, so that a swapped conductor has nowhere to hide.',
      place: 'board',
      seconds: group === 'fan' ? 90 : 150,
      wait: rest
        ? { seconds: sheet.compressorRestSeconds, label: 'Compressor rest' }
        : air
          ? { seconds: IGNITION_SECONDS + WARM_SECONDS, label: 'Air settles' }
          : null,
      ...(caution ? { caution } : {}),
      measures,
    });
    const next = calls[at + 1];
    if (!ACCESSORY.has(group) && group !== 'fan' && (!next || groupOf(next.id) !== group)) {
      const ran = new Set(
        calls.filter((s) => groupOf(s.id) === group).flatMap((s) => c.predictions.get(s.id)?.running ?? []),
      );
      const loads = installed.loads.filter((l) => l.runs !== 'blower' && ran.has(l.runs));
      tests.push({
        id: `${group}-off`,
        title: `${group === 'aux' && system.kind === 'dual-fuel' ? 'Furnace' : (TITLES[group] ?? group)} off again`,
        state: 'idle',
        set: 'System off.',
        must: 'Everything stops, the last stage first; the blower may run on for two minutes.',
        why: 'A relay that sticks closed keeps the equipment running.',
        place: 'board',
        seconds: 60,
        wait: null,
        measures: [
          ...boardMeasures(c, 'idle').filter((m) => loads.some((l) => m.id === `board-${l.terminal}`)),
          seen(
            'stopped',
            `${listed(loads.map((l) => l.runs))} ${loads.length === 1 ? 'has' : 'have'} stopped`,
            'idle',
            'no call',
            { kind: 'stopped', none: loads.map((l) => l.runs) },
          ),
        ],
      });
    }
  });
  return tests;
}
