/**
 * Is it dead? A reading counts only if the circuit says it would have read otherwise with the
 * supply on; a silence is a first sign, not a proof.
 */
import { METER_HIGH_OHMS } from '../circuit/netlist';
import { type Finding, finding } from '../findings/finding';
import type { Job, Reading } from '../job/schema';
import { terminalInfo } from '../survey/terminals.data';
import { listed } from '../units/units';
import { installedAsFound } from './equipment';
import { predictedVolts, predictor, predictState } from './predict';
import type { LowVoltageSystem } from './system';

export type SafeVerdict = 'dead' | 'live' | 'odd' | 'proves-nothing' | 'not-measured';

export interface MakeSafe {
  verdict: SafeVerdict;
  /** Volts the reading would show with the supply on, by the circuit as found. */
  ifLive: number | null;
  lineVoltage: boolean;
  proved: boolean;
  reading: string | null;
  findings: Finding[];
}

export const DEAD_VOLTS = 1;
export const LIVE_LOW_VOLTS = 15;
export const LIVE_HIGH_VOLTS = 32;

const lastReading = (job: Job): [string, Reading] | null => {
  const all = Object.entries(job.readings)
    .filter(([, r]) => !r.struck && r.stop === 'make-safe' && r.quantity === 'volts-ac')
    .sort(([, a], [, b]) => a.at.localeCompare(b.at));
  return all[all.length - 1] ?? null;
};

const letters = (point: string | undefined): string => {
  const [place, terminal] = (point ?? '').split('.');
  return terminal ? `${terminal} at the ${place}` : (point ?? '');
};

export function checkSafe(job: Job, system: LowVoltageSystem): MakeSafe {
  const findings: Finding[] = [];
  const signs = [
    job.survey.seen.thickConductors ? 'thick conductors' : '',
    job.survey.seen.wireNuts ? 'wire nuts' : '',
    job.survey.seen.mainsBox ? 'a mains box' : '',
    job.survey.seen.mainsLabel ? `a label reading “${job.survey.seen.mainsLabel}”` : '',
  ].filter((s) => s !== '');
  const supplies = Object.entries(job.supplies);
  const allOff = supplies.length > 0 && supplies.every(([, s]) => s.state === 'off');
  const last = lastReading(job);
  const value = last?.[1].value ?? 0;
  const mainsRead = last !== null && value > 60;
  if (signs.length > 0)
    findings.push(finding('safe.line-voltage', { sign: listed(signs) }, ['seen'], 'seen at the wall'));
  else if (mainsRead)
    findings.push(
      finding(
        'safe.line-voltage',
        { sign: `${value.toFixed(0)} V read` },
        [`reading:${last[0]}`],
        `reading ${last[0]}`,
      ),
    );
  const lineVoltage = signs.length > 0 || mainsRead;
  const result = (verdict: SafeVerdict, ifLive: number | null = null): MakeSafe => ({
    verdict,
    ifLive,
    lineVoltage,
    // Once the display has been judged the supply is on again, and rightly so.
    proved: verdict === 'dead' && !lineVoltage && (allOff || job.powerUp.display !== undefined),
    reading: last?.[0] ?? null,
    findings,
  });
  if (supplies.length === 0) findings.push(finding('safe.no-supply', {}, ['supply'], 'no supply in the record'));
  for (const [id, s] of supplies) {
    // Before anything is measured a supply that is still on is the next step, not a fault.
    if (s.state === 'on' && job.powerUp.display === undefined && last !== null)
      findings.push(finding('safe.supply-on', { supply: s.name }, [`supply:${id}`], 'marked on'));
  }
  if (!last) {
    if (allOff && job.powerUp.display === undefined)
      findings.push(finding('safe.not-proved', {}, ['supply'], 'no reading'));
    return result('not-measured');
  }
  const [id, reading] = last;
  if (value > DEAD_VOLTS) {
    if (!mainsRead) {
      const live = value >= LIVE_LOW_VOLTS && value <= LIVE_HIGH_VOLTS;
      findings.push(
        live
          ? finding('safe.still-live', { volts: value }, [`reading:${id}`], `reading ${id}`)
          : finding('safe.odd-reading', { volts: value }, [`reading:${id}`], `reading ${id}`),
      );
      return result(live ? 'live' : 'odd');
    }
    return result('live');
  }
  // Would it have read otherwise? Solve the wiring as found with the supply on.
  const p = predictor(installedAsFound(job, system));
  const prediction = predictState(p, { id: 'idle', name: 'idle', calls: [] });
  const ifLive =
    reading.a && reading.b
      ? predictedVolts(prediction, reading.a, reading.b, reading.meterOhms ?? METER_HIGH_OHMS)
      : null;
  if (ifLive === null || ifLive < LIVE_LOW_VOLTS) {
    findings.push(
      finding(
        'safe.proves-nothing',
        { a: letters(reading.a), b: letters(reading.b) },
        [`reading:${id}`],
        `with the supply on it would read ${ifLive === null ? 'nothing: a point is not landed' : `${ifLive.toFixed(1)} V`}`,
      ),
    );
    return result('proves-nothing', ifLive);
  }
  return result('dead', ifLive);
}

/** Pairs worth touching to prove it dead: a hot and a common where both are landed. */
export function provingPairs(job: Job): { a: string; b: string }[] {
  const pairs: { a: string; b: string }[] = [];
  for (const place of ['wall', 'board'] as const) {
    const labels = Object.values(job.survey.conductors).flatMap((c) =>
      c.cable === 'main' && c[place]?.state === 'landed' && c[place]?.terminal ? [c[place].terminal] : [],
    );
    const hot = labels.find((l) => ['hot', 'hot-cool', 'hot-heat'].includes(terminalInfo(l)?.role ?? ''));
    const common = labels.find((l) => terminalInfo(l)?.role === 'common');
    if (hot && common) pairs.push({ a: `${place}.${hot}`, b: `${place}.${common}` });
    else if (place === 'board') pairs.push({ a: 'board.R', b: 'board.C' });
  }
  return pairs;
}
