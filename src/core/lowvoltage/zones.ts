/**
 * Zone valves and the other thermostats on this equipment. A zone valve's motor turns for some
 * seconds, then its end switch calls the boiler; end switches lie in parallel. On air equipment the
 * other thermostats are in parallel on W.
 */

import { type CircuitElement, CLOSED_OHMS, type LoadElement, OPEN_OHMS } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import type { LowVoltageJob } from '../job/schema';
import { boardNode } from './installed';
import {
  END_SWITCH_RELAY_VA,
  OTHER_THERMOSTAT,
  POWER_FACTOR,
  SECONDARY_VOLTS,
  ZONE_DEVICE_VA,
  ZONE_VALVE_VA,
} from './loads.data';
import { isWet, type LowVoltageSystem } from './system';

/** Control input of another zone's thermostat. */
export const zoneCall = (id: string): string => `call:zone:${id}`;

/** Where end switches join: the boiler's call terminals. */
const BOILER_CALL: Point = 'boiler.call';

export interface ZoneCircuit {
  elements: CircuitElement[];
  points: Point[];
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
  const load = (l: Pick<LoadElement, 'id' | 'name' | 'a' | 'va' | 'powerFactor' | 'runs' | 'coil'>): void => {
    elements.push({ kind: 'load', b: common, ratedVolts: SECONDARY_VOLTS, ...l });
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
    load({
      id: `zone:${id}:device`,
      name: `thermostat of ${zone.name}`,
      a: hot,
      va: ZONE_DEVICE_VA,
      coil: false,
      runs: OTHER_THERMOSTAT,
    });
    if (!valved) {
      contact(`zone:${id}:contact`, `call of ${zone.name}`, hot, boardNode(at.heat), { control: zoneCall(id) });
      continue;
    }
    const node = `zone.${id}`;
    contact(`zone:${id}:contact`, `call of ${zone.name}`, hot, node, { control: zoneCall(id) });
    load({
      id: `zone:${id}:valve`,
      name: `zone valve of ${zone.name}`,
      a: node,
      va: zone.valveVA ?? ZONE_VALVE_VA,
      powerFactor: POWER_FACTOR.motor,
      coil: true,
      runs: `valve ${zone.name}`,
    });
    if (zone.endSwitch !== false)
      contact(`zone:${id}:end`, `end switch of ${zone.name}`, hot, BOILER_CALL, { coil: `zone:${id}:valve` });
  }
  if (valved)
    load({
      id: 'boiler',
      name: 'boiler relay',
      a: BOILER_CALL,
      va: END_SWITCH_RELAY_VA,
      powerFactor: POWER_FACTOR.relay,
      coil: true,
      runs: 'boiler',
    });
  return { elements, points: valved ? [BOILER_CALL, ...zones.map(([id]): Point => `zone.${id}`)] : [] };
}
