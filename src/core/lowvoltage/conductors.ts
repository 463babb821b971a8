/** The conductors in the wall: resistance of gauge, run and joints, and capacitance, as noted or as assumed. */
import { conductorOhms } from '../circuit/resistance.data';
import type { LowVoltageJob } from '../job/schema';
import { CORE_FARADS_PER_METRE, DEFAULT_GAUGE, DEFAULT_METRES, SPLICE_OHMS } from './loads.data';

/** Resistance of one core of a cable: its own gauge and length, else those assumed. */
function coreOhms(job: LowVoltageJob, cable: 'main' | 'outdoor'): number {
  const { gauge, metres } = job.survey.cables[cable];
  return conductorOhms(gauge ?? DEFAULT_GAUGE, metres ?? DEFAULT_METRES);
}

/** A conductor's whole resistance: its cable's core and the joint noted in it. */
export function conductorOhmsOf(job: LowVoltageJob, id: string): number {
  const conductor = job.survey.conductors[id];
  const joint = conductor?.splice === undefined ? 0 : (conductor.spliceOhms ?? SPLICE_OHMS);
  return coreOhms(job, conductor?.cable ?? 'main') + joint;
}

/** Between one core of the cable to the thermostat and the rest of its sheath. */
export const conductorFarads = (job: LowVoltageJob): number =>
  CORE_FARADS_PER_METRE * (job.survey.cables.main.metres ?? DEFAULT_METRES);
