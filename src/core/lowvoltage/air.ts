/**
 * Who starts the indoor fan. Fuel furnaces start their own once they are warm; electric heat, a heat pump
 * and a hot-water coil need it from the thermostat, unless somebody has seen the equipment start its own.
 */
import type { LowVoltageJob } from '../job/schema';
import { terminalInfo } from '../survey/terminals.data';
import { isSharedCore, readCores, roleOf } from './cores';
import type { Air, LowVoltageSystem } from './system-type';

type Read = Pick<LowVoltageSystem, 'kind' | 'fuel' | 'plant' | 'closesValve' | 'coolStages' | 'auxStages'>;

/** No air is moved by the heat: radiators, a steam boiler, a zone valve. */
export const isRadiators = (s: Pick<LowVoltageSystem, 'plant' | 'closesValve'>): boolean =>
  s.closesValve || s.plant === 'boiler' || s.plant === 'steam-boiler' || s.plant === 'zone-valve';

/** Heat that must never run without the blower, whatever starts it. */
export const needsAir = (s: Pick<Read, 'kind' | 'fuel' | 'plant' | 'closesValve'>): boolean =>
  !isRadiators(s) &&
  (s.kind === 'heat-pump' || s.kind === 'dual-fuel' || s.fuel === 'electric' || s.plant === 'hydronic-air-handler');

/** A jumper seen at the board from a compressor's screw to the fan's. */
const joinedAtBoard = (job: LowVoltageJob): boolean =>
  Object.values(job.survey.jumpers).some((j) => {
    const roles = [terminalInfo(j.a)?.role, terminalInfo(j.b)?.role];
    return j.place === 'board' && roles.includes('cool1') && roles.includes('fan');
  });

/** Who moves the air in heating and cooling, by what was seen and read. */
export function readAir(job: LowVoltageJob, s: Read): Air {
  const fan = readCores(job).some((c) => (roleOf(c) === 'fan' || isSharedCore(c)) && !c.cut);
  const { fanStartedBy, fanWithCooling } = job.survey.equipment;
  const seenOwn = fanStartedBy === 'equipment';
  const byThermostat = fanStartedBy === 'thermostat';
  const link = fanWithCooling === 'joined' || joinedAtBoard(job);
  const heating = (): Air['heating'] => {
    if (s.kind === null || s.kind === 'cool-only' || s.kind === 'fan-only' || isRadiators(s)) return 'none';
    const pump = s.kind === 'heat-pump' || s.kind === 'dual-fuel';
    // A compressor that heats takes its fan by the link as in cooling; electric heat behind it has no such link.
    if (pump && !fan && link && (s.kind === 'dual-fuel' || s.auxStages === 0)) return 'equipment';
    if (needsAir(s) || byThermostat) {
      if (seenOwn && s.kind !== 'heat-pump') return 'equipment';
      if (fan) return 'thermostat';
      if (seenOwn) return 'equipment';
      return byThermostat ? 'missing' : 'unknown';
    }
    return 'equipment';
  };
  const cooling = (): Air['cooling'] => {
    if (s.coolStages === 0) return 'none';
    if (fan) return 'thermostat';
    return link
      ? 'link'
      : fanWithCooling === 'own'
        ? 'equipment'
        : fanWithCooling === 'missing'
          ? 'missing'
          : 'unknown';
  };
  return { heating: heating(), cooling: cooling() };
}

/** The fan's conductor may be given up: nothing needs the thermostat to run the fan. */
export const fanCanBeGivenUp = (air: Air): boolean => air.heating === 'none' || air.heating === 'equipment';

/** The system as a plan leaves it: with or without a fan call, and who starts the blower then. */
export function withPlannedFan(
  system: LowVoltageSystem,
  plan: { fanWired: boolean; fanLinked: boolean },
): LowVoltageSystem {
  const { air } = system;
  const heating = (): Air['heating'] => {
    if (plan.fanWired) return air.heating === 'unknown' || air.heating === 'missing' ? 'thermostat' : air.heating;
    return air.heating === 'thermostat' ? 'missing' : air.heating;
  };
  const cooling = (): Air['cooling'] => {
    if (plan.fanWired) return air.cooling === 'unknown' || air.cooling === 'missing' ? 'thermostat' : air.cooling;
    return air.cooling === 'thermostat' ? (plan.fanLinked ? 'link' : 'missing') : air.cooling;
  };
  return { ...system, fanCall: plan.fanWired, air: { heating: heating(), cooling: cooling() } };
}
