/** The electrical states a system can be in, and which terminals are called in each. */
import type { TerminalRole } from '../survey/terminals.data';
import { ACTION, type PlannedAccessory } from './accessories/plan';
import { isHeatPump } from './system';
import type { LowVoltageSystem } from './system-type';

export interface CallState {
  id: string;
  name: string;
  /** Roles whose thermostat contacts close. */
  calls: readonly TerminalRole[];
  /** Wall terminals of accessory outputs that are on. */
  accessories?: readonly string[];
  /** Nothing is powered. */
  dead?: boolean;
}

/** The reversing valve's terminals, on a plate that has a letter of its own for it or one for either. */
const VALVE: Record<'O' | 'B', TerminalRole[]> = {
  O: ['valve-cool', 'valve-either'],
  B: ['valve-heat', 'valve-either'],
};

/** States of a heat pump: the compressor both heats and cools, W is auxiliary. */
function heatPumpStates(system: LowVoltageSystem, fan: TerminalRole[]): CallState[] {
  const marking = system.reversingValve ?? 'O';
  const heating = marking === 'B' ? VALVE.B : [];
  const cooling = marking === 'O' ? VALVE.O : [];
  const compressor: TerminalRole[] = ['cool1', 'cool2'];
  const states: CallState[] = [];
  for (let n = 1; n <= system.coolStages; n++) {
    states.push({ id: `heat${n}`, name: `heat, stage ${n}`, calls: [...compressor.slice(0, n), ...heating, ...fan] });
  }
  const all = compressor.slice(0, system.coolStages);
  system.auxRoles.forEach((_, i) => {
    const aux = system.auxRoles.slice(0, i + 1);
    // A fuel furnace and the compressor must never heat together.
    const calls = system.kind === 'dual-fuel' ? aux : [...all, ...aux, ...heating, ...fan];
    states.push({
      id: `aux${i + 1}`,
      name: system.kind === 'dual-fuel' ? `furnace, stage ${i + 1}` : `auxiliary, stage ${i + 1}`,
      calls,
    });
  });
  if (system.auxRoles.length > 0 && system.kind === 'heat-pump') {
    states.push({ id: 'emergency', name: 'emergency heat', calls: [...system.auxRoles, 'emergency', ...fan] });
  }
  for (let n = 1; n <= system.coolStages; n++) {
    states.push({ id: `cool${n}`, name: `cool, stage ${n}`, calls: [...compressor.slice(0, n), ...cooling, ...fan] });
  }
  return states;
}

/** `thermostatRunsFan`: the device energises G with heat (electric heat). */
export function callStates(system: LowVoltageSystem, thermostatRunsFan: boolean): CallState[] {
  const fan: TerminalRole[] = system.fanCall ? ['fan'] : [];
  const heatFan: TerminalRole[] = thermostatRunsFan ? fan : [];
  const heatRoles: TerminalRole[] = ['heat1', 'heat2', 'heat3'];
  // Changeover dampers go with the mode, stages or not.
  const warmDamper: TerminalRole[] = system.dampers ? VALVE.B : [];
  const coldDamper: TerminalRole[] = system.dampers ? VALVE.O : [];
  const states: CallState[] = [
    { id: 'off', name: 'supply off', calls: [], dead: true },
    { id: 'idle', name: 'nothing called', calls: system.closesValve ? ['valve-close'] : [] },
  ];
  if (system.fanCall) states.push({ id: 'fan', name: 'fan alone', calls: ['fan'] });
  if (isHeatPump(system)) return [...states, ...heatPumpStates(system, fan)];
  for (let n = 1; n <= system.heatStages; n++) {
    states.push({
      id: `heat${n}`,
      name: `heat, stage ${n}`,
      calls: [...heatRoles.slice(0, n), ...warmDamper, ...heatFan],
    });
  }
  for (let n = 1; n <= system.coolStages; n++) {
    states.push({
      id: `cool${n}`,
      name: `cool, stage ${n}`,
      calls: [...(['cool1', 'cool2'] as const).slice(0, n), ...coldDamper, ...fan],
    });
  }
  return states;
}

/**
 * The same states with accessories: a state for each, and outputs that are on whenever their
 * accessory is not wanted (reversed).
 */
export function withAccessories(states: readonly CallState[], planned: readonly PlannedAccessory[]): CallState[] {
  if (planned.length === 0) return [...states];
  const terminal = (p: PlannedAccessory): string => p.terminals[0] ?? 'Q1';
  const held = planned.filter((p) => p.accessory.output === 'reversed').map(terminal);
  const plain = states.map((s) => (s.dead || held.length === 0 ? s : { ...s, accessories: held }));
  const own = planned.map((p, i): CallState => {
    const verb = ACTION[p.accessory.kind];
    const again = planned.slice(0, i).filter((x) => x.accessory.kind === p.accessory.kind).length;
    return {
      id: again > 0 ? `${verb}-${again + 1}` : verb,
      name: p.accessory.kind,
      calls: p.needsFan ? ['fan'] : [],
      accessories: p.accessory.output === 'reversed' ? held.filter((t) => t !== terminal(p)) : [...held, terminal(p)],
    };
  });
  return [...plain, ...own];
}
