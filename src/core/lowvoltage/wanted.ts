/**
 * What must run when something is called: from the demand and the plant alone, never from the plan. A plan's
 * circuit is solved and held against it; what it would not run, or would run besides, is a plan not to be
 * carried out.
 */
import type { DeviceSheet } from '../devices/sheet';
import type { LowVoltageJob } from '../job/schema';
import type { Forbidden } from '../nets/nets';
import { withPlannedFan } from './air';
import { installedAsPlanned } from './installed-as-planned';
import { forbiddenWires } from './nets';
import type { WiringPlan } from './plan';
import { predictor } from './predict';
import { type CallState, callStates } from './states';
import { isHeatPump } from './system';
import type { LowVoltageSystem } from './system-type';

/** Loads by id that must be energised in a state: everything else must not be. */
export function wantedLoads(system: LowVoltageSystem, state: CallState): Set<string> {
  const wanted = new Set<string>();
  const { air } = system;
  const stage = Number(/(\d+)$/.exec(state.id)?.[1] ?? 1);
  const group = state.id.replace(/-?\d+$/, '');
  const heats = ['heat1', 'heat2', 'heat3'];
  const fan = (): void => void wanted.add('fan');
  const compressor = (stages: number): void => {
    for (let n = 1; n <= stages; n++) wanted.add(`cool${n}`);
    if (air.cooling === 'thermostat' || air.cooling === 'link') fan();
  };
  const valve = (mode: 'O' | 'B'): void => {
    if (isHeatPump(system) && (system.reversingValve ?? 'O') === mode) wanted.add('valve');
    if (system.dampers) wanted.add(mode === 'O' ? 'damper-o' : 'damper-b');
  };
  const furnace = (stages: number): void => {
    for (const id of heats.slice(0, stages)) wanted.add(id);
    if (air.heating === 'thermostat') fan();
  };
  switch (group) {
    case 'fan':
      fan();
      break;
    case 'heat':
      if (isHeatPump(system)) compressor(stage);
      else furnace(stage);
      valve('B');
      break;
    case 'cool':
      compressor(stage);
      valve('O');
      break;
    case 'aux':
    case 'emergency': {
      const aux = system.auxRoles.slice(0, group === 'aux' ? stage : undefined);
      for (const role of aux) wanted.add(role);
      if (group === 'aux' && system.kind !== 'dual-fuel') {
        compressor(system.coolStages);
        valve('B');
      }
      if (system.kind !== 'dual-fuel' && air.heating === 'thermostat') fan();
      break;
    }
    default:
      if (state.calls.includes('fan')) fan();
  }
  if (system.closesValve && !wanted.has('heat1') && !state.dead) wanted.add('close');
  return wanted;
}

export interface Missed {
  state: string;
  /** By the words of what runs. */
  lacks: string[];
  extra: string[];
}

/** Loads the truth speaks of: the equipment's own, not accessories, zones, modules or displays. */
const JUDGED: ReadonlySet<string> = new Set([
  'heat1',
  'heat2',
  'heat3',
  'cool1',
  'cool2',
  'valve',
  'fan',
  'close',
  'damper-o',
  'damper-b',
]);

export interface Held {
  /** What would run otherwise than called, state by state. */
  missed: Missed[];
  /** Screws that the plan joins and that may not be joined. */
  forbidden: Forbidden[];
}

/** Where the planned circuit does something other than what is called, state by state. */
export function heldAgainstTruth(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet,
  plan: WiringPlan,
): Held {
  const planned = withPlannedFan(system, plan);
  const installed = installedAsPlanned(job, planned, sheet, plan);
  const p = predictor(installed);
  const names = new Map(installed.loads.map((l) => [l.id, l.runs]));
  const missed: Missed[] = [];
  for (const state of callStates(planned, planned.air.heating === 'thermostat')) {
    if (state.dead) continue;
    const running = p.solver.running(p.circuitState(state));
    const wanted = wantedLoads(planned, state);
    const lacks = [...wanted].filter((id) => names.has(id) && !running.has(`load:${id}`));
    const extra = [...names.keys()].filter((id) => JUDGED.has(id) && running.has(`load:${id}`) && !wanted.has(id));
    if (lacks.length + extra.length > 0)
      missed.push({
        state: state.name,
        lacks: lacks.map((id) => names.get(id) ?? id),
        extra: extra.map((id) => names.get(id) ?? id),
      });
  }
  return { missed, forbidden: forbiddenWires(installed) };
}
