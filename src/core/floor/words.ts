/** A floor in one sentence, and what to bring. */
import type { FloorJob } from '../job/schema';
import { fixed, temperature } from '../units/units';
import { type FloorLoad, matName } from './load';
import type { FloorSheet } from './sheet';
import type { WarmUp } from './warmed';

/** What to have in hand before the van is left. */
export function kitOf(sheet: FloorSheet | null, contactor: boolean): { id: string; name: string; why: string }[] {
  const kit = [
    { id: 'tester', name: 'Two-pole tester and proving unit', why: 'prove, test, prove' },
    { id: 'megger', name: 'Insulation tester, 500 V DC', why: 'cable to screen' },
    { id: 'meter', name: 'Meter and clamp', why: 'mats, probe, amperes' },
    { id: 'thermometer', name: 'Contact thermometer', why: 'the floor beside the probe' },
    { id: 'lock', name: 'Lock and tag for the breaker', why: 'nobody switches it on' },
    { id: 'connectors', name: 'Connectors for cold leads', why: 'mats in parallel, short cores' },
  ];
  if (sheet) kit.push({ id: 'device', name: sheet.name, why: 'the device itself' });
  if (contactor)
    kit.push({ id: 'contactor', name: 'Contactor, coil for this supply', why: 'more than the relay carries' });
  return kit;
}

/** The whole floor in one sentence. */
export function sentenceOf(job: FloorJob, load: FloorLoad | null, warmUp: WarmUp | null): string {
  const mats = Object.values(job.survey.mats);
  if (mats.length === 0) return 'Say which mats lie in the floor; the rest follows from that.';
  if (!load) return `${mats.map((m, i) => matName(m, i)).join(', ')}: measure the supply, then the load is known.`;
  const { target } = warmUp ?? {};
  const warm =
    target === undefined
      ? ''
      : target.minutes === null
        ? `; not at ${temperature(target.celsius, job.units)} within four hours`
        : `; ${temperature(target.celsius, job.units)} in about ${fixed(target.minutes, 0)} min`;
  return `${fixed(load.watts, 0)} W, ${fixed(load.amps, 1)} A at ${fixed(load.supplyVolts, 0)} V${load.wattsPerSquareMetre === null ? '' : `, ${fixed(load.wattsPerSquareMetre, 0)} W/m²`}${warm}.`;
}
