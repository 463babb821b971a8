/** The 24 V family plugged into the stops: one pure function from a job to everything it implies. */
import type { CircuitState } from '../circuit/netlist';
import { chosenSheet } from '../devices/choose';
import { DeviceSheet } from '../devices/sheet';
import { SHIPPED_SHEETS } from '../devices/shipped.data';
import { bySeverity, type Finding, finding, type Question } from '../findings/finding';
import type { LowVoltageJob } from '../job/schema';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { type ProofRun, runProof } from '../proof/proof-run';
import { checkWeek } from '../week/week';
import { withPlannedFan } from './air';
import { type Budget, budgetFindings, planBudget } from './budget';
import { type Candidates, candidateSystems, withSettled } from './candidates';
import { installedAsFound, nominalOpenVolts } from './equipment';
import { foundFindings } from './found-readings';
import { type Installed, withOpenVolts } from './installed';
import { installedAsPlanned } from './installed-as-planned';
import { checkSafe, type MakeSafe } from './make-safe';
import { wireFindings } from './nets';
import { outdoorFindings } from './outdoor';
import { type Part, partsList } from './parts';
import { type WiringPlan, wiredTerminals } from './plan';
import { judgePowering, type Powering, type PowerWay } from './powering';
import {
  estimateSource,
  idleSupplyReading,
  predictor,
  predictState,
  type SourceEstimate,
  type StatePrediction,
} from './predict';
import { proofPlan } from './proof';
import { planSettings, type Settings } from './settings';
import { spreadsOf } from './spread';
import { type CallState, callStates, withAccessories } from './states';
import { circuitFindings, detectedFindings, powerUpFindings, sheathFindings } from './stop-findings';
import { surveyFindings } from './survey-findings';
import { readSystem } from './system';
import type { LowVoltageSystem } from './system-type';
import { heldAgainstTruth } from './wanted';

export interface LowVoltageDerived {
  sheet: DeviceSheet | null;
  system: LowVoltageSystem;
  /** The same as the plan leaves it: with or without a fan call. */
  planned: LowVoltageSystem;
  safe: MakeSafe;
  powering: Powering | null;
  wiring: WiringPlan | null;
  /** Terminals of the device that the plan wires. */
  wired: string[];
  settings: Settings;
  /** What the letters could mean, side by side, where they leave it open. */
  candidates: Candidates;
  /** The transformer in the worst state, its parts and what would repair a shortfall. */
  budget: Budget | null;
  states: CallState[];
  source: SourceEstimate;
  /** The circuit being predicted: as planned when there is a plan, else as found. */
  installed: Installed | null;
  predictionsOf: 'plan' | 'found' | null;
  predictions: StatePrediction[];
  proof: ProofRun;
  parts: Part[];
  questions: Question[];
  findings: Finding[];
}

/** What was found before anything is read of the wiring: the survey's own, the device's contact, what does not work. */
function arrivalFindings(job: LowVoltageJob, sheet: DeviceSheet | null): Finding[] {
  const { worksNow, note } = job.arrive;
  return [
    ...surveyFindings(job),
    ...(sheet?.contacts === 'millivolt'
      ? [finding('device.millivolt-contact', { device: sheet.name }, ['device'], `sheet ${sheet.id}`)]
      : []),
    ...(worksNow === 'no' || worksNow === 'partly'
      ? [
          finding(
            'arrive.not-working',
            { state: worksNow === 'no' ? 'did not work' : 'worked only in part' },
            ['arrive'],
            note ?? 'seen on arrival',
          ),
        ]
      : []),
  ];
}

/** The system as read; while two readings of the letters stand, neither is said to be so. */
function systemOf(job: LowVoltageJob, { list }: Candidates): { system: LowVoltageSystem; findings: Finding[] } {
  const read = readSystem(job);
  const standing = list.filter((c) => c.stands);
  const system =
    standing.length > 1 && read.verdict !== 'refused'
      ? { ...read, sentence: `Not settled: ${standing.map((c) => c.name).join('; or ')}.` }
      : read;
  const findings = [...system.findings];
  if (list.length > 0 && standing.length === 0)
    findings.push(
      finding(
        'system.no-candidate',
        { readings: [...new Set(list.flatMap((c) => c.contradictedBy.map((x) => x.text)))].slice(0, 2) },
        ['system'],
        'readings taken before the change',
      ),
    );
  return { system, findings };
}

/** What is to be done with the wiring, and what follows for the settings. */
interface Planning {
  powering: Powering | null;
  way: PowerWay | undefined;
  wiring: WiringPlan | null;
  /** The system as the plan leaves it. */
  planned: LowVoltageSystem;
  settings: Settings;
  findings: Finding[];
}

function planningOf(job: LowVoltageJob, system: LowVoltageSystem, sheet: DeviceSheet | null): Planning {
  const plannable = isReadable(system) && system.kind !== 'fan-only';
  const powering = sheet && plannable ? judgePowering(job, system, sheet) : null;
  const way = powering?.ways.find((w) => w.id === powering.chosen);
  const judged = sheet && plannable ? (way?.plan ?? judgedPlan(powering)) : null;
  const held =
    sheet && judged && (way === undefined || way.works === 'no') ? heldAgainstTruth(job, system, sheet, judged) : null;
  const fails = held !== null && held.missed.length + held.forbidden.length > 0;
  // A plan that fails its truth is shown for its reasons, and not listed step by step.
  const wiring = judged && fails ? { ...judged, steps: [] } : judged;
  // What the plan leaves of the fan: a conductor given away leaves no fan call, a spare core makes one.
  const planned = wiring ? withPlannedFan(system, wiring) : system;
  const settings = planSettings(job, planned, powering, plannable ? sheet : null, wiring);
  return {
    powering,
    way,
    wiring,
    planned,
    settings,
    findings: [
      ...(powering?.findings ?? []),
      ...(wiring?.findings ?? []),
      ...(plannable ? settings.findings : []),
      ...wireFindings(held?.forbidden ?? []),
      ...(held?.missed.slice(0, 3) ?? []).map((m) =>
        finding('plan.misses-truth', m, ['powering'], 'demand and equipment against the planned circuit'),
      ),
    ],
  };
}

const isReadable = ({ kind, verdict }: LowVoltageSystem): boolean =>
  kind !== null && verdict !== 'refused' && verdict !== 'empty';

/** The circuit with its transformer as a reading tells of it. @param nominal with nameplate volts */
function calibrated(
  job: LowVoltageJob,
  nominal: Installed | null,
  states: readonly CallState[],
  wiring: WiringPlan | null,
): { source: SourceEstimate; installed: Installed | null; findings: Finding[] } {
  // A supply of its own tells nothing about the equipment's transformer.
  const telling = wiring?.kit?.kind !== 'separate-transformer' && idleSupplyReading(job) !== null;
  const source = estimateSource(
    job,
    telling && nominal ? predictor(nominal) : null,
    states.find((s) => s.id === 'idle'),
    nominalOpenVolts(job),
  );
  const { contradicted } = source;
  return {
    source,
    installed: nominal && source.of !== null ? withOpenVolts(nominal, source.of, source.openVolts) : nominal,
    findings: contradicted
      ? [
          finding(
            'supply.contradicts',
            { volts: contradicted.volts, implied: contradicted.implied },
            [`reading:${contradicted.id}`],
            'the circuit solved backwards from the reading',
          ),
        ]
      : [],
  };
}

/** Cores that the plan lands at the wall and nowhere else. */
const floating = (wiring: WiringPlan): Finding[] =>
  wiring.rows
    .filter((row) => row.newWall !== null && row.newBoard === null && !row.pair)
    .map((row) =>
      finding(
        'circuit.floating',
        { colour: row.colour, terminal: row.newWall ?? '' },
        [`conductor:${row.conductor}`],
        'not landed at the board',
      ),
    );

/** Everything a 24 V job implies. Never throws: what is not known is a question. */
export function deriveLowVoltage(asked: LowVoltageJob, now: string | null = null): LowVoltageDerived {
  const candidates = candidateSystems(asked);
  // Readings that leave one reading of the letters standing have answered the question.
  const job = withSettled(asked, candidates);
  const { sheet, findings: sheetFindings } = chosenSheet(job, SHIPPED_SHEETS, DeviceSheet);
  const { system, findings: systemFindings } = systemOf(job, candidates);
  const safe = checkSafe(job, system, now);
  const planning = planningOf(job, system, sheet);
  const { powering, way, wiring, planned, settings } = planning;
  const plan = sheet !== null && wiring !== null && way !== undefined ? { sheet, wiring } : null;
  const states = isReadable(system)
    ? withAccessories(callStates(planned, settings.thermostatRunsFan), wiring?.accessories ?? [])
    : [];
  const nominal = plan
    ? installedAsPlanned(job, planned, plan.sheet, plan.wiring)
    : isReadable(system)
      ? installedAsFound(job, system)
      : null;
  const { source, installed, findings: sourceFindings } = calibrated(job, nominal, states, wiring);
  const p = installed ? predictor(installed) : null;
  const predictions = p ? states.map((s) => predictState(p, s)) : [];
  const budget = p && installed ? planBudget(job, installed, states, plan?.wiring.accessories ?? []) : null;
  const solve = p && {
    p,
    at: (id: string): CircuitState => p.circuitState(states.find((s) => s.id === id) ?? { id, name: id, calls: [] }),
  };
  const wired = sheet && wiring ? wiredTerminals(sheet, wiring) : [];
  const findings: Finding[] = [
    ...sheetFindings,
    ...arrivalFindings(job, sheet),
    ...systemFindings,
    ...safe.findings,
    ...planning.findings,
    ...foundFindings(job, system, sheet, candidates.list.length === 0),
    ...sheathFindings(job),
    ...sourceFindings,
    ...circuitFindings(predictions, solve),
    ...(budget ? budgetFindings(budget) : []),
    ...(installed ? outdoorFindings(job, installed.loads) : []),
    ...(plan ? [...powerUpFindings(job, predictions, source), ...floating(plan.wiring)] : []),
    ...detectedFindings(job, wired, wiring?.byHand ?? []),
    ...checkWeek(job, sheet),
    ...(job.powerUp.display === 'dead' ? [finding('power-up.dead', {}, ['device'], 'display dead')] : []),
  ];
  const tests =
    plan && installed && system.verdict !== 'refused'
      ? proofPlan({
          job,
          system: planned,
          sheet: plan.sheet,
          installed,
          states,
          predictions: new Map(predictions.map((x) => [x.state, x])),
          spread: p ? spreadsOf(job, p, states, source) : null,
          source,
          wired,
          pair: plan.wiring.rows.flatMap((r) => (r.pair && r.newWall !== null ? [r.newWall] : [])),
          powering: powering?.chosen ?? null,
        })
      : [];
  const proof = runProof(job, tests, blockersOf(findings));
  findings.push(...proofFindings(proof, job.units));
  findings.sort(bySeverity);
  return {
    sheet,
    system,
    planned,
    safe,
    powering,
    wiring,
    wired,
    settings,
    candidates,
    budget,
    states,
    source,
    installed,
    predictionsOf: installed ? (plan ? 'plan' : 'found') : null,
    predictions,
    proof,
    parts: partsList(job, sheet, powering),
    questions: [...system.questions, ...(powering?.questions ?? []), ...(wiring?.questions ?? [])],
    findings,
  };
}

/** With no way of powering chosen yet, the plan of the likeliest way is still worth showing. */
const judgedPlan = (powering: Powering | null): WiringPlan | null => powering?.ways[0]?.plan ?? null;
