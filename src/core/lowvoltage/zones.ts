/**
 * Zone valves and the other thermostats on this equipment. A zone valve's motor turns for some
 * seconds, then its end switch calls the boiler; end switches lie in parallel. On air equipment the
 * other thermostats are in parallel on W.
 */
import { type CircuitElement, CLOSED_OHMS, OPEN_OHMS } from '../circuit/netlist';
import type { LowVoltageJob } from '../job/schema';
import { boardNode } from './installed';
import { END_SWITCH_RELAY_VA, OTHER_THERMOSTAT, SECONDARY_VOLTS, ZONE_DEVICE_VA, ZONE_VALVE_VA } from './loads.data';
import { isWet, type LowVoltageSystem } from './system';

/** Control input of another zone's thermostat. */
export const zoneCall = (id: string): string => `call:zone:${id}`;

/** Where end switches join: the boiler's call terminals. */
const BOILER_CALL = 'boiler.call';

export interface ZoneCircuit {
  elements: CircuitElement[];
  points: string[];
}

/** Zone valves with their end switches as loads and contacts. */
export function zoneCircuit(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  at: { hot: string; common: string; heat: string },
): ZoneCircuit {
  const zones = Object.entries(job.survey.zones);
  const valved = isWet(system) && (system.plant === 'zone-valve' || system.closesValve || zones.length > 0);
  if (!valved && zones.length === 0) return { elements: [], points: [] };
  const elements: CircuitElement[] = [];
  const hot = boardNode(at.hot);
  const common = boardNode(at.common);
  const load = (id: string, name: string, a: string, va: number, runs: string, coil = true): void => {
    elements.push({ kind: 'load', id, name, a, b: common, ratedVolts: SECONDARY_VOLTS, va, coil, runs });
  };
  const contact = (
    id: string,
    name: string,
    a: string,
    b: string,
    by: { control: string } | { coil: string },
  ): void => {
    elements.push({
      kind: 'contact',
      id,
      name,
      a,
      b,
      closedOhms: CLOSED_OHMS,
      openOhms: OPEN_OHMS,
      by,
      normally: 'open',
    });
  };
  // This zone's own valve is the load on W; its end switch joins the others.
  if (valved && system.heatStages > 0 && (system.plant === 'zone-valve' || system.closesValve)) {
    contact('end-switch', 'end switch', hot, BOILER_CALL, { coil: 'load:heat1' });
  }
  for (const [id, zone] of zones) {
    load(`zone:${id}:device`, `thermostat of ${zone.name}`, hot, ZONE_DEVICE_VA, OTHER_THERMOSTAT, false);
    if (!valved) {
      contact(`zone:${id}:contact`, `call of ${zone.name}`, hot, boardNode(at.heat), { control: zoneCall(id) });
      continue;
    }
    const node = `zone.${id}`;
    contact(`zone:${id}:contact`, `call of ${zone.name}`, hot, node, { control: zoneCall(id) });
    load(`zone:${id}:valve`, `zone valve of ${zone.name}`, node, zone.valveVA ?? ZONE_VALVE_VA, `valve ${zone.name}`);
    if (zone.endSwitch !== false)
      contact(`zone:${id}:end`, `end switch of ${zone.name}`, hot, BOILER_CALL, { coil: `zone:${id}:valve` });
  }
  if (valved) load('boiler', 'boiler relay', BOILER_CALL, END_SWITCH_RELAY_VA, 'boiler');
  return { elements, points: valved ? [BOILER_CALL, ...zones.map(([id]) => `zone.${id}`)] : [] };
}
