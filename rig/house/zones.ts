/** Valves in the pipes of the zones, their end switches side by side on the boiler's call, and other thermostats. */
import { type CircuitElement, CLOSED_OHMS, OPEN_OHMS } from '../../src/core/circuit/netlist';
import type { Point } from '../../src/core/circuit/point';
import type { LowVoltageJob } from '../../src/core/job/schema';
import { OTHER_THERMOSTAT } from '../../src/core/lowvoltage/loads.data';
import { type Facts, WET } from './coils';

const RATED_VOLTS = 24;
const BOILER_CALL: Point = 'boiler.call';

export function zonesOf(
  job: LowVoltageJob,
  { kind, closes }: Facts,
  at: { hot: string; common: string; heat: string | undefined },
): { parts: CircuitElement[]; points: Point[] } {
  const zones = Object.entries(job.survey.zones);
  const ownValve = kind === 'zone-valve' || closes;
  const valved = (WET.includes(kind) || closes) && (ownValve || zones.length > 0);
  if (!valved && zones.length === 0) return { parts: [], points: [] };
  const [hot, common] = [`board.${at.hot}`, `board.${at.common}`];
  const parts: CircuitElement[] = [];
  const shuts = (id: string, name: string, b: string, by: { control: string } | { coil: string }): void => {
    parts.push({
      kind: 'contact',
      id,
      name,
      a: hot,
      b,
      closedOhms: CLOSED_OHMS,
      openOhms: OPEN_OHMS,
      by,
      normally: 'open',
    });
  };
  const coil = (id: string, name: string, a: string, va: number, powerFactor: number, runs: string): void => {
    parts.push({ kind: 'load', id, name, a, b: common, ratedVolts: RATED_VOLTS, va, powerFactor, coil: true, runs });
  };
  if (ownValve && at.heat !== undefined) shuts('end-switch', 'end switch', BOILER_CALL, { coil: 'load:heat1' });
  for (const [id, zone] of zones) {
    parts.push({
      kind: 'load',
      id: `zone:${id}:device`,
      name: `thermostat of ${zone.name}`,
      a: hot,
      b: common,
      ratedVolts: RATED_VOLTS,
      va: 3,
      coil: false,
      runs: OTHER_THERMOSTAT,
    });
    const calls = { control: `call:zone:${id}` };
    const feeds = valved ? `zone.${id}` : `board.${at.heat ?? 'W'}`;
    shuts(`zone:${id}:contact`, `call of ${zone.name}`, feeds, calls);
    if (!valved) continue;
    coil(`zone:${id}:valve`, `zone valve of ${zone.name}`, feeds, zone.valveVA ?? 6.5, 0.8, `valve ${zone.name}`);
    if (zone.endSwitch !== false)
      shuts(`zone:${id}:end`, `end switch of ${zone.name}`, BOILER_CALL, { coil: `zone:${id}:valve` });
  }
  if (valved) coil('boiler', 'boiler relay', BOILER_CALL, 4, 0.6, 'boiler');
  return { parts, points: valved ? [BOILER_CALL, ...zones.map(([id]): Point => `zone.${id}`)] : [] };
}
