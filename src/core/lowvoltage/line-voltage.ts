/**
 * Is there line voltage on the control wiring? A sign (a mains box, thick conductors) stops the work until
 * readings speak; readings between control points outweigh it. What is read at a transformer's primary, at
 * the mains, or while the meter is being proved says nothing of the control wiring.
 */
import { isMainsPoint, parsePoint, pointWords } from '../job/points';
import { type ReadingEntry, readingEvidence, readingsInTime } from '../job/readings';
import type { LowVoltageJob } from '../job/schema';
import { PROVE_AFTER, PROVE_BEFORE } from '../safe/dead';
import { listed } from '../units/units';

/** No 24 V control circuit reads this between two of its points. */
const CONTROL_HIGHEST_VOLTS = 60;
const HEALTHY = { low: 18, high: 32 };

export interface LineVoltage {
  /** The job stops here. */
  stops: boolean;
  /** Signs seen, though readings show a control supply. */
  outweighed: string[];
  why: string;
  about: string[];
  evidence: string;
}

const controlReading = (r: ReadingEntry): boolean =>
  r.quantity === 'volts-ac' &&
  r.measure !== PROVE_BEFORE &&
  r.measure !== PROVE_AFTER &&
  !isMainsPoint(r.a) &&
  !isMainsPoint(r.b);

const isControlPoint = (point: string | undefined): boolean => {
  const p = point === undefined ? null : parsePoint(point);
  return p !== null && p.kind !== 'part';
};

/** Signs and readings of mains on the control wiring, and whether they stop the job. */
export function lineVoltageSigns(job: LowVoltageJob): LineVoltage {
  const { seen } = job.survey;
  const signs = [
    seen.thickConductors ? 'thick conductors' : '',
    seen.wireNuts ? 'wire nuts' : '',
    seen.mainsBox ? 'a mains box' : '',
    seen.mainsLabel ? `a label reading “${seen.mainsLabel}”` : '',
  ].filter((s) => s !== '');
  const readings = readingsInTime(job).filter(controlReading);
  const high = readings.filter((r) => r.value > CONTROL_HIGHEST_VOLTS).at(-1);
  if (high)
    return {
      stops: true,
      outweighed: [],
      why: `${high.value.toFixed(0)} V read between ${pointWords(job, high.a)} and ${pointWords(job, high.b)}`,
      about: [`reading:${high.id}`],
      evidence: readingEvidence(high),
    };
  const healthy = readings.find(
    (r) => r.value >= HEALTHY.low && r.value <= HEALTHY.high && isControlPoint(r.a) && isControlPoint(r.b),
  );
  return healthy
    ? { stops: false, outweighed: signs, why: '', about: ['seen'], evidence: readingEvidence(healthy) }
    : { stops: signs.length > 0, outweighed: [], why: listed(signs), about: ['seen'], evidence: 'seen at the wall' };
}
