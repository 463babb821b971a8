/**
 * What was read of the old installation, wherever it was taken, judged as evidence: a supply that is dead,
 * low, high or sagging, cores that touch, and readings the wiring as surveyed does not give.
 */
import type { DeviceSheet } from '../devices/sheet';
import { type Finding, finding } from '../findings/finding';
import { pointWords, roleAt } from '../job/points';
import { isOfOld, latestByPair, type ReadingEntry, readingEvidence, readingsInTime } from '../job/readings';
import type { LowVoltageJob } from '../job/schema';
import { judge } from '../proof/verdict';
import { installedAsFound } from './equipment';
import {
  band,
  isHotToCommon,
  METER_DEFAULT,
  meterTolerance,
  predictBetween,
  predictor,
  SOURCE_SPREAD,
} from './predict';
import { callStates } from './states';
import { isHeatPump } from './system';
import type { LowVoltageSystem } from './system-type';

const DEAD_BELOW = 1;
const LOW_BELOW = 20;
const HIGH_ABOVE = 30;
/** No 24 V transformer, lightly loaded on high mains, gives more. */
const ABSURD_ABOVE = 33;
/** Two cores that touch: a short run there and back. */
const TOUCHING_OHMS = 1.5;
/** A drop of more than this under one call is a joint, a long run or a small transformer. */
const SAG = 0.15;
const OFF: ReadonlySet<string> = new Set(['off', 'isolated']);

const words = (job: LowVoltageJob, r: ReadingEntry): { a: string; b: string } => ({
  a: pointWords(job, r.a),
  b: pointWords(job, r.b),
});

function supplyFindings(job: LowVoltageJob, latest: readonly ReadingEntry[], sheet: DeviceSheet | null): Finding[] {
  const findings: Finding[] = [];
  const supply = latest.filter((r) => r.quantity === 'volts-ac' && isHotToCommon(r.a, r.b) && !OFF.has(r.state ?? ''));
  for (const r of supply) {
    const about = [`reading:${r.id}`, r.a ?? '', r.b ?? ''];
    const evidence = `read ${r.state ?? 'with the supply on'}`;
    const { value } = r;
    if (value <= DEAD_BELOW) findings.push(finding('found.dead', words(job, r), about, evidence));
    else if (value < LOW_BELOW)
      findings.push(finding('found.low', { ...words(job, r), volts: value }, about, evidence));
    else if (value > ABSURD_ABOVE)
      findings.push(finding('found.high', { ...words(job, r), volts: value }, about, evidence));
    else if (sheet) {
      const { lowVolts: low, highVolts: high } = sheet.supply;
      if (value < low || value > Math.max(high, HIGH_ABOVE))
        findings.push(finding('power.range', { device: sheet.name, volts: value, low, high }, about, evidence));
    }
  }
  for (const called of supply) {
    if (called.state === undefined || called.state === 'idle' || called.value <= DEAD_BELOW) continue;
    const idle = supply.find((r) => r.state === 'idle' && samePair(r, called));
    if (idle && idle.value >= LOW_BELOW && called.value < idle.value * (1 - SAG))
      findings.push(
        finding(
          'found.sags',
          { ...words(job, called), idle: idle.value, called: called.value, state: called.state },
          [`reading:${called.id}`],
          `idle against ${called.state}`,
        ),
      );
  }
  return findings;
}

const samePair = (x: ReadingEntry, y: ReadingEntry): boolean =>
  [x.a, x.b].sort().join('|') === [y.a, y.b].sort().join('|');

/** Ohms between a hot and a common, or between two calls: they must not be one piece of copper. */
function ohmFindings(job: LowVoltageJob, latest: readonly ReadingEntry[]): Finding[] {
  return latest.flatMap((r) => {
    if (r.quantity !== 'ohms' || r.measure === 'spare-core' || r.a === undefined || r.b === undefined) return [];
    const [x, y] = [roleAt(r.a), roleAt(r.b)];
    if (x === undefined || y === undefined || x === y || r.value > TOUCHING_OHMS) return [];
    const hots = (v: string): boolean => v === 'hot' || v === 'hot-cool' || v === 'hot-heat';
    // R terminals may be joined by a jumper; the two ends of one conductor are one piece of copper.
    if (hots(x) && hots(y)) return [];
    return [finding('found.shorted', { ...words(job, r), ohms: r.value }, [r.a, r.b], readingEvidence(r))];
  });
}

/** Readings the wiring as surveyed does not give. Only where the letters are settled and no kit hides in the wall. */
function contradictions(job: LowVoltageJob, latest: readonly ReadingEntry[], system: LowVoltageSystem): Finding[] {
  if (system.kind === null || system.verdict === 'refused' || job.survey.equipment.adapter) return [];
  const read = latest.filter((r) => r.quantity === 'volts-ac' && r.a && r.b && !isHotToCommon(r.a, r.b) && !r.during);
  if (read.length === 0) return [];
  const p = predictor(installedAsFound(job, system));
  const states = callStates(system, isHeatPump(system) || system.air.heating === 'thermostat');
  return read.flatMap((r) => {
    const state = states.find((s) => s.id === r.state);
    const { a, b } = r;
    if (!state || a === undefined || b === undefined) return [];
    const value = predictBetween(p, state, a, b, r.meterOhms ?? METER_DEFAULT);
    if (value === null) return [];
    const range = band(value, SOURCE_SPREAD + 0.08);
    if (judge(r.value, range, meterTolerance(value)) !== 'fail') return [];
    return [
      finding(
        'found.contradicts',
        { ...words(job, r), volts: r.value, low: range.low, high: range.high, state: state.name },
        [a, b, `reading:${r.id}`],
        'the wiring as found, solved in that state',
      ),
    ];
  });
}

/** @param settled the letters have one reading: only then can the circuit contradict what was read */
export function foundFindings(
  job: LowVoltageJob,
  system: LowVoltageSystem,
  sheet: DeviceSheet | null,
  settled: boolean,
): Finding[] {
  const latest = [...latestByPair(readingsInTime(job).filter(isOfOld)).values()];
  if (latest.length === 0) return [];
  return [
    ...supplyFindings(job, latest, sheet),
    ...ohmFindings(job, latest),
    ...(settled ? contradictions(job, latest, system) : []),
  ];
}
