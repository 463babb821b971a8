/** The electrical states a system can be in, and which terminals are called in each. */
import type { TerminalRole } from '../survey/terminals.data';
import type { LowVoltageSystem } from './system';

export interface CallState {
  id: string;
  name: string;
  /** Roles whose thermostat contacts close. */
  calls: readonly TerminalRole[];
  /** Nothing is powered. */
  dead?: boolean;
}

/** `thermostatRunsFan`: the device energises G with heat (electric heat). */
export function callStates(system: LowVoltageSystem, thermostatRunsFan: boolean): CallState[] {
  const fan: TerminalRole[] = system.fanCall ? ['fan'] : [];
  const heatFan: TerminalRole[] = thermostatRunsFan ? fan : [];
  const heatRoles: TerminalRole[] = ['heat1', 'heat2', 'heat3'];
  const states: CallState[] = [
    { id: 'off', name: 'supply off', calls: [], dead: true },
    { id: 'idle', name: 'nothing called', calls: [] },
  ];
  if (system.fanCall) states.push({ id: 'fan', name: 'fan alone', calls: ['fan'] });
  for (let n = 1; n <= system.heatStages; n++) {
    states.push({ id: `heat${n}`, name: `heat, stage ${n}`, calls: [...heatRoles.slice(0, n), ...heatFan] });
  }
  for (let n = 1; n <= system.coolStages; n++) {
    states.push({
      id: `cool${n}`,
      name: `cool, stage ${n}`,
      calls: [...(['cool1', 'cool2'] as const).slice(0, n), ...fan],
    });
  }
  return states;
}
