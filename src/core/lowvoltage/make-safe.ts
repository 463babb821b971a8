/**
 * Is it dead? Every reading of the series counts, by its points; and a dead reading counts only if the
 * circuit says it would have read otherwise with the supply on. A silence is a first sign, not a proof.
 */

import { continuity, DIRECT_OHMS } from '../circuit/continuity';
import { METER_HIGH_OHMS, type Netlist } from '../circuit/netlist';
import type { Point } from '../circuit/point';
import { CircuitSolver } from '../circuit/solve';
import { type Finding, finding } from '../findings/finding';
import { pairKey, pointWords } from '../job/points';
import type { ReadingEntry } from '../job/readings';
import { readingEvidence } from '../job/readings';
import type { LowVoltageJob } from '../job/schema';
import { type DeadSeries, deadSeries, LIVE_BEFORE, PROVE_AFTER, poweredAgain } from '../safe/dead';
import { GAP_WORDS, type Gap, type PairProof, provePairs } from '../safe/proved';
import { HOT_ROLES, terminalInfo } from '../survey/terminals.data';
import { installedAsFound } from './equipment';
import { boardNode, type Installed, toNetlist, wallNode, wiresOf } from './installed';
import { lineVoltageSigns } from './line-voltage';
import { circuitPoint, predictBetween, predictor } from './predict';
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
  /** Why what was read dead proves nothing. */
  gap: Gap | null;
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
export const LIVE_LOW_VOLTS = 15;
const LIVE_HIGH_VOLTS = 32;
/** What a known live source reads at least: a healthy transformer will do. */
const PROOF_AT_LEAST = 15;

const isLive = (volts: number): boolean => (volts >= LIVE_LOW_VOLTS && volts <= LIVE_HIGH_VOLTS) || volts > LINE_VOLTS;
/** No control transformer gives more. */
const LINE_VOLTS = 60;

/** A pair read with the supply off, whether the rule takes it, and what it would have read with the supply on. */
interface Told extends PairProof {
  /** Volts with everything on, pick-up left out; null where a point is not landed. */
  ifLive: number | null;
  /** Supplies, by themselves, that it would have shown. */
  shows: ReadonlySet<string>;
}

interface Telling {
  told: Told[];
  /** Supplies that reach what was surveyed: how each is called, and the pair that is proved and shows it. */
  supplies: { id: string; words: string; shownBy: Told | null }[];
}

/**
 * What the dead readings tell. Pick-up through the cable's capacitance is left out: a core that hangs free reads some
 * volts beside live ones and says nothing of them.
 */
function whatTheyTell(job: LowVoltageJob, system: LowVoltageSystem, series: DeadSeries, now: string | null): Telling {
  const installed = installedAsFound(job, system);
  const elements = toNetlist(installed).elements.filter((e) => e.kind !== 'capacitance');
  const dry: Installed = { ...installed, conductors: installed.conductors.map((c) => ({ ...c, farads: 0 })) };
  const reach = continuity({ elements });
  const touched = [...installed.wallScrews.map(wallNode), ...installed.boardScrews.map(boardNode)];
  const sources = elements.flatMap((e) =>
    e.kind === 'source' && touched.some((p) => reach(p, e.a) || reach(p, e.b)) ? [e] : [],
  );
  const wired = continuity({ elements: wiresOf(installed) }, DIRECT_OHMS);
  const at = (point: string): string => circuitPoint(installed, point);
  const read = new Map(
    series.dead.flatMap((r) =>
      r.a !== undefined && r.b !== undefined ? [[pairKey(r.a, r.b), { a: r.a, b: r.b, what: '' }] as const] : [],
    ),
  );
  const proofs = provePairs(job, [...read.values()], {
    deadVolts: DEAD_VOLTS,
    liveAtLeast: LIVE_LOW_VOLTS,
    proofAtLeast: PROOF_AT_LEAST,
    kinds: ['volts-ac'],
    joined: (a, b) => wired(at(a), at(b)),
    shownBy: 'pair',
    now,
  });
  const meterOf = (p: PairProof): number => p.reading?.meterOhms ?? METER_HIGH_OHMS;
  const volts = (only: string | null): (number | null)[] => {
    const others = new Set(sources.flatMap((s) => (only === null || s.id === only ? [] : [s.id])));
    const p = predictor(dry, (netlist) => new CircuitSolver(muted(netlist, others)));
    return proofs.map((x) => predictBetween(p, IDLE, x.pair.a, x.pair.b, meterOf(x)));
  };
  const all = volts(null);
  const alone = sources.map((s) => ({ s, volts: sources.length === 1 ? all : volts(s.id) }));
  const told = proofs.map((p, i): Told => {
    const shows = alone.flatMap(({ s, volts: v }) => ((v[i] ?? -1) >= LIVE_LOW_VOLTS ? [s.id] : []));
    // What the circuit says would read nothing with the supply on cannot have been proved by being read.
    const gap: Gap | null = p.gap ?? (shows.length === 0 ? 'never-live' : null);
    return { ...p, gap, ifLive: all[i] ?? null, shows: new Set(shows) };
  });
  return {
    told,
    supplies: sources.map((s) => ({
      id: s.id,
      words: installed.transformers.find((t) => `source:${t.id}` === s.id)?.hot ?? s.name,
      shownBy: told.find((t) => t.gap === null && t.shows.has(s.id)) ?? null,
    })),
  };
}

const IDLE = { id: 'idle', name: 'idle', calls: [] };

/** A circuit with some of its supplies off, and with no pick-up from core to core. */
const muted = (netlist: Netlist, off: ReadonlySet<string>): Netlist => ({
  ...netlist,
  elements: netlist.elements
    .filter((e) => e.kind !== 'capacitance')
    .map((e) => (e.kind === 'source' && off.has(e.id) ? { ...e, volts: 0 } : e)),
});

/** Whether every supply is off and proved, and what is missing to say so. */
export function checkSafe(job: LowVoltageJob, system: LowVoltageSystem, now: string | null = null): MakeSafe {
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

  const result = (
    verdict: SafeVerdict,
    r: ReadingEntry | null,
    ifLive: number | null,
    more = false,
    gap: Gap | null = null,
  ): MakeSafe => {
    // Once the display has been judged the supply is on again, and rightly so.
    // Live on purpose, before: answered by whatever is proved dead of that supply since.
    const answered = series.unanswered.every((x) => x.measure === LIVE_BEFORE && r !== null && x.at <= r.at);
    const proved = verdict === 'dead' && answered && !line.stops && (allOff || powered);
    const touched = Object.keys(job.survey.conductors).length > 0;
    const said = findings.some((f) => f.severity === 'blocker');
    if (!proved && powered) findings.push(finding('safe.was-not-proved', {}, ['supply'], VERDICT_WORDS[verdict]));
    else if (!proved && touched && !said)
      findings.push(finding('safe.not-proved', {}, ['supply'], VERDICT_WORDS[verdict]));
    return {
      verdict,
      gap,
      ifLive,
      lineVoltage: line.stops,
      proved,
      reading: r?.id ?? null,
      proveAfter: more,
      findings,
    };
  };

  // What was read on purpose with the supply on only waits for its dead reading.
  const waiting = series.unanswered.filter((r) => r.measure !== LIVE_BEFORE).at(-1);
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
  const { told, supplies: reaching } = whatTheyTell(job, system, series, now);
  if (told.length === 0) return result('not-measured', null, null);
  const best = told.reduce((x, y) => (worth(y) >= worth(x) ? y : x));
  const unseen = reaching.find((s) => s.shownBy === null);
  if (unseen === undefined && reaching.length > 0) {
    const { shownBy } = reaching[0] as { shownBy: Told };
    return result('dead', shownBy.reading, shownBy.ifLive);
  }
  if (best.gap !== null) {
    // Once it was powered, what is said is that it was never proved.
    if (!powered)
      findings.push(
        finding(
          'safe.proves-nothing',
          { a: pointWords(job, best.pair.a), b: pointWords(job, best.pair.b), ...GAP_WORDS[best.gap] },
          best.reading ? [`reading:${best.reading.id}`] : ['supply'],
          best.gap === 'never-live'
            ? `with the supply on it would read ${best.ifLive === null ? 'nothing: a point is not landed' : `${best.ifLive.toFixed(1)} V`}`
            : best.reading
              ? readingEvidence(best.reading)
              : 'no reading',
        ),
      );
    return result('proves-nothing', best.reading, best.ifLive, best.gap === 'meter-after', best.gap);
  }
  const terminal = unseen?.words ?? 'R';
  findings.push(finding('safe.other-transformer', { terminal }, [`board.${terminal}`], 'each supply solved by itself'));
  return result('proves-nothing', best.reading, best.ifLive);
}

/** Gaps from the first to the last: a pair that lacks only the last proof is worth the most. */
const GAP_ORDER = Object.keys(GAP_WORDS) as Gap[];
/** How far a pair has got: proved, or by its gap; one that shows a supply before one that shows none. */
const worth = (t: Told): number =>
  (t.gap === null ? GAP_ORDER.length : GAP_ORDER.indexOf(t.gap)) + (t.shows.size > 0 ? 100 : 0);

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
