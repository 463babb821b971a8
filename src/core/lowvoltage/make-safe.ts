/**
 * Is it dead? Every reading of the series counts, by its points; and a dead reading counts only if the
 * circuit says it would have read otherwise with the supply on. A silence is a first sign, not a proof.
 */

import { METER_HIGH_OHMS } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import { type Finding, finding } from '../findings/finding';
import { pointWords } from '../job/points';
import type { ReadingEntry } from '../job/readings';
import { readingEvidence } from '../job/readings';
import type { LowVoltageJob } from '../job/schema';
import { type DeadSeries, deadSeries, PROVE_AFTER, poweredAgain } from '../safe/dead';
import { HOT_ROLES, terminalInfo } from '../survey/terminals.data';
import { installedAsFound } from './equipment';
import { lineVoltageSigns } from './line-voltage';
import { predictBetween, predictor } from './predict';
import type { LowVoltageSystem } from './system-type';

export type SafeVerdict = 'dead' | 'live' | 'odd' | 'proves-nothing' | 'not-measured';

/** A verdict as the evidence of a finding. */
const VERDICT_WORDS: Record<SafeVerdict, string> = {
  dead: 'a dead reading, but not the whole series',
  live: 'a live reading',
  odd: 'a reading between dead and live',
  'proves-nothing': 'a reading that proves nothing',
  'not-measured': 'nothing read with the supply off',
};

export interface MakeSafe {
  verdict: SafeVerdict;
  /** Volts the reading would show with the supply on, by the circuit as found. */
  ifLive: number | null;
  lineVoltage: boolean;
  proved: boolean;
  /** The reading the verdict speaks of. */
  reading: string | null;
  /** A live reading is waiting for the meter to be proved after its dead one. */
  proveAfter: boolean;
  findings: Finding[];
}

export const DEAD_VOLTS = 1;
const LIVE_LOW_VOLTS = 15;
const LIVE_HIGH_VOLTS = 32;
/** What a known live source reads at least: a healthy transformer will do. */
const PROOF_AT_LEAST = 15;

const isLive = (volts: number): boolean => (volts >= LIVE_LOW_VOLTS && volts <= LIVE_HIGH_VOLTS) || volts > LINE_VOLTS;
/** No control transformer gives more. */
const LINE_VOLTS = 60;

interface Telling {
  reading: ReadingEntry;
  /** With the supply on it would read this, by the wiring as found; null where a point is not landed. */
  ifLive: number | null;
  /** A transformer that no dead reading would have shown live. */
  unseen: string | null;
}

/** What the dead readings would have shown with the supply on, each transformer by itself. */
function whatTheyTell(job: LowVoltageJob, system: LowVoltageSystem, series: DeadSeries): Telling | null {
  const [first] = series.dead;
  if (!first) return null;
  const installed = installedAsFound(job, system);
  let best: Telling = { reading: first, ifLive: null, unseen: null };
  for (const t of installed.transformers) {
    const alone = {
      ...installed,
      transformers: installed.transformers.map((x) => (x.id === t.id ? x : { ...x, openVolts: 0 })),
    };
    const p = predictor(alone);
    const idle = { id: 'idle', name: 'idle', calls: [] };
    const told = series.dead.map((r): [ReadingEntry, number | null] => [
      r,
      r.a && r.b ? predictBetween(p, idle, r.a, r.b, r.meterOhms ?? METER_HIGH_OHMS) : null,
    ]);
    const [reading, ifLive] = told.reduce((x, y) => ((y[1] ?? -1) >= (x[1] ?? -1) ? y : x));
    const shows = ifLive !== null && ifLive >= LIVE_LOW_VOLTS;
    if (best.ifLive === null || (best.unseen === null && (ifLive ?? -1) > best.ifLive))
      best = { ...best, reading, ifLive };
    if (!shows) best = { ...best, unseen: t.hot };
  }
  return best;
}

/** Whether every supply is off and proved, and what is missing to say so. */
export function checkSafe(job: LowVoltageJob, system: LowVoltageSystem): MakeSafe {
  const findings: Finding[] = [];
  const line = lineVoltageSigns(job);
  if (line.stops) findings.push(finding('safe.line-voltage', { sign: line.why }, line.about, line.evidence));
  const supplies = Object.entries(job.supplies);
  const allOff = supplies.length > 0 && supplies.every(([, s]) => s.state === 'off');
  const powered = poweredAgain(job);
  const series = deadSeries(job, { deadVolts: DEAD_VOLTS, proofAtLeast: PROOF_AT_LEAST, liveIsProof: true });
  const measured = series.readings.length > 0;
  if (supplies.length === 0) findings.push(finding('safe.no-supply', {}, ['supply'], 'no supply in the record'));
  // Before anything is measured a supply that is still on is the next step, not a fault.
  for (const [id, s] of supplies)
    if (s.state === 'on' && !powered && measured)
      findings.push(finding('safe.supply-on', { supply: s.name }, [`supply:${id}`], 'marked on'));

  const result = (verdict: SafeVerdict, r: ReadingEntry | null, ifLive: number | null, more = false): MakeSafe => {
    // Once the display has been judged the supply is on again, and rightly so.
    const proved = verdict === 'dead' && series.unanswered.length === 0 && !line.stops && (allOff || powered);
    const touched = Object.keys(job.survey.conductors).length > 0;
    const said = findings.some((f) => f.severity === 'blocker');
    if (!proved && powered) findings.push(finding('safe.was-not-proved', {}, ['supply'], VERDICT_WORDS[verdict]));
    else if (!proved && touched && !said)
      findings.push(finding('safe.not-proved', {}, ['supply'], VERDICT_WORDS[verdict]));
    return { verdict, ifLive, lineVoltage: line.stops, proved, reading: r?.id ?? null, proveAfter: more, findings };
  };

  const waiting = series.unanswered.at(-1);
  if (waiting) {
    const again = series.readings.find(
      (r) => r.at > waiting.at && Math.abs(r.value) <= DEAD_VOLTS && samePair(r, waiting),
    );
    const about = [`reading:${waiting.id}`];
    if (again)
      findings.push(
        finding(
          'safe.read-again',
          {
            a: pointWords(job, waiting.a),
            b: pointWords(job, waiting.b),
            volts: waiting.value,
            missing: 'it has read dead since, but the meter was not shown to work after that',
          },
          about,
          `measure ${PROVE_AFTER} is missing`,
        ),
      );
    else if (isLive(waiting.value))
      findings.push(finding('safe.still-live', { volts: waiting.value }, about, readingEvidence(waiting)));
    else findings.push(finding('safe.odd-reading', { volts: waiting.value }, about, readingEvidence(waiting)));
    return result(isLive(waiting.value) ? 'live' : 'odd', again ?? waiting, null, again !== undefined);
  }
  const telling = whatTheyTell(job, system, series);
  if (!telling) return result('not-measured', null, null);
  const { reading, ifLive, unseen } = telling;
  // Would it have read otherwise? The wiring as found was solved with the supply on.
  if (ifLive === null || ifLive < LIVE_LOW_VOLTS) {
    findings.push(
      finding(
        'safe.proves-nothing',
        { a: pointWords(job, reading.a), b: pointWords(job, reading.b) },
        [`reading:${reading.id}`],
        `with the supply on it would read ${ifLive === null ? 'nothing: a point is not landed' : `${ifLive.toFixed(1)} V`}`,
      ),
    );
    return result('proves-nothing', reading, ifLive);
  }
  if (unseen !== null) {
    findings.push(
      finding('safe.other-transformer', { terminal: unseen }, [`board.${unseen}`], 'each transformer solved by itself'),
    );
    return result('proves-nothing', reading, ifLive);
  }
  return result('dead', reading, ifLive);
}

const samePair = (x: ReadingEntry, y: ReadingEntry): boolean =>
  [x.a, x.b].sort().join('|') === [y.a, y.b].sort().join('|');

/** Pairs worth touching to prove it dead: every hot against its common, where both are landed. */
export function provingPairs(job: LowVoltageJob, system?: LowVoltageSystem): { a: Point; b: Point }[] {
  const pairs: { a: Point; b: Point }[] = [];
  for (const place of ['wall', 'board'] as const) {
    const labels = Object.values(job.survey.conductors).flatMap((c) =>
      c.cable === 'main' && c[place]?.state === 'landed' && c[place]?.terminal ? [c[place].terminal] : [],
    );
    const hot = labels.find((l) => HOT_ROLES.has(terminalInfo(l)?.role ?? 'fault'));
    const common = labels.find((l) => terminalInfo(l)?.role === 'common');
    if (hot && common) pairs.push({ a: `${place}.${hot}`, b: `${place}.${common}` });
    else if (place === 'board') pairs.push({ a: `board.${hot ?? 'R'}`, b: 'board.C' });
  }
  if (system && system.transformers === 2)
    for (const t of installedAsFound(job, system).transformers)
      if (!pairs.some((p) => p.a === `board.${t.hot}` && p.b === `board.${t.common}`))
        pairs.push({ a: `board.${t.hot}`, b: `board.${t.common}` });
  return pairs;
}
