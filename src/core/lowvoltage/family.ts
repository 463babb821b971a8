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
import { outdoorFindings } from './outdoor';
import { type Part, partsList } from './parts';
import { type WiringPlan, wiredTerminals } from './plan';
import { judgePowering, type Powering } from './powering';
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
import { missedTruth } from './wanted';

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

/** Everything a 24 V job implies. Never throws: what is not known is a question. */
export function deriveLowVoltage(asked: LowVoltageJob): LowVoltageDerived {
  const candidates = candidateSystems(asked);
  // Readings that leave one reading of the letters standing have answered the question.
  const job = withSettled(asked, candidates);
  const { sheet, findings: sheetFindings } = chosenSheet(job, SHIPPED_SHEETS, DeviceSheet);
  const findings: Finding[] = [...sheetFindings, ...surveyFindings(job)];
  if (sheet?.contacts === 'millivolt')
    findings.push(finding('device.millivolt-contact', { device: sheet.name }, ['device'], `sheet ${sheet.id}`));
  if (job.arrive.worksNow === 'no' || job.arrive.worksNow === 'partly')
    findings.push(
      finding(
        'arrive.not-working',
        { state: job.arrive.worksNow === 'no' ? 'not at all' : 'partly' },
        ['arrive'],
        job.arrive.note ?? 'seen on arrival',
      ),
    );
  const read = readSystem(job);
  const standing = candidates.list.filter((c) => c.stands);
  // While two readings of the letters stand, neither is said to be so.
  const system: LowVoltageSystem =
    standing.length > 1 && read.verdict !== 'refused'
      ? { ...read, sentence: `Not settled: ${standing.map((c) => c.name).join('; or ')}.` }
      : read;
  findings.push(...system.findings);
  if (candidates.list.length > 0 && candidates.list.every((c) => !c.stands))
    findings.push(
      finding(
        'system.no-candidate',
        { readings: [...new Set(candidates.list.flatMap((c) => c.contradictedBy.map((x) => x.text)))].slice(0, 2) },
        ['system'],
        'readings taken before the change',
      ),
    );
  const safe = checkSafe(job, system);
  findings.push(...safe.findings);
  const readable = system.kind !== null && system.verdict !== 'refused' && system.verdict !== 'empty';
  const plannable = readable && system.kind !== 'fan-only';
  const powering = sheet && plannable ? judgePowering(job, system, sheet) : null;
  if (powering) findings.push(...powering.findings);
  const way = powering?.ways.find((w) => w.id === powering.chosen);
  const wiring = sheet && plannable ? (way?.plan ?? judgedPlan(powering)) : null;
  if (wiring) findings.push(...wiring.findings);
  // What the plan leaves of the fan: a conductor given away leaves no fan call, a spare core makes one.
  const planned = wiring ? withPlannedFan(system, wiring) : system;
  const settings = planSettings(job, planned, powering, plannable ? sheet : null, wiring);
  if (plannable) findings.push(...settings.findings);
  const hasPlan = sheet !== null && wiring !== null && way !== undefined;
  const states = readable
    ? withAccessories(callStates(planned, settings.thermostatRunsFan), wiring?.accessories ?? [])
    : [];
  if (sheet && wiring && (way === undefined || way.works === 'no'))
    for (const m of missedTruth(job, system, sheet, wiring).slice(0, 3))
      findings.push(finding('plan.misses-truth', m, ['powering'], 'demand and equipment against the planned circuit'));
  findings.push(...foundFindings(job, system, sheet, candidates.list.length === 0), ...sheathFindings(job));
  const nominal = hasPlan
    ? installedAsPlanned(job, planned, sheet, wiring)
    : readable
      ? installedAsFound(job, system)
      : null;
  // A supply of its own tells nothing about the equipment's transformer.
  const telling = wiring?.kit?.kind !== 'separate-transformer' && idleSupplyReading(job) !== null;
  const source = estimateSource(
    job,
    telling && nominal ? predictor(nominal) : null,
    states.find((s) => s.id === 'idle'),
    nominalOpenVolts(job),
  );
  if (source.contradicted)
    findings.push(
      finding(
        'supply.contradicts',
        { volts: source.contradicted.volts, implied: source.contradicted.implied },
        [`reading:${source.contradicted.id}`],
        'the circuit solved backwards from the reading',
      ),
    );
  const installed = nominal && source.of !== null ? withOpenVolts(nominal, source.of, source.openVolts) : nominal;
  const p = installed ? predictor(installed) : null;
  const predictions = p ? states.map((s) => predictState(p, s)) : [];
  const budget = p && installed ? planBudget(job, installed, states, hasPlan ? wiring.accessories : []) : null;
  const solve = p && {
    p,
    at: (id: string): CircuitState => p.circuitState(states.find((s) => s.id === id) ?? { id, name: id, calls: [] }),
  };
  findings.push(...circuitFindings(predictions, solve), ...(budget ? budgetFindings(budget) : []));
  if (installed) findings.push(...outdoorFindings(job, installed.loads));
  if (hasPlan) {
    findings.push(...powerUpFindings(job, predictions, source));
    for (const row of wiring.rows) {
      if (row.newWall !== null && row.newBoard === null && !row.pair)
        findings.push(
          finding(
            'circuit.floating',
            { colour: row.colour, terminal: row.newWall },
            [`conductor:${row.conductor}`],
            'not landed at the board',
          ),
        );
    }
  }
  const wired = sheet && wiring ? wiredTerminals(sheet, wiring) : [];
  findings.push(...detectedFindings(job, wired, wiring?.byHand ?? []), ...checkWeek(job, sheet));
  if (job.powerUp.display === 'dead') findings.push(finding('power-up.dead', {}, ['device'], 'display dead'));
  const tests =
    hasPlan && installed && system.verdict !== 'refused'
      ? proofPlan({
          job,
          system: planned,
          sheet,
          installed,
          states,
          predictions: new Map(predictions.map((x) => [x.state, x])),
          spread: p ? spreadsOf(job, p, states, source) : null,
          source,
          wired,
          pair: wiring.rows.flatMap((r) => (r.pair && r.newWall !== null ? [r.newWall] : [])),
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
    predictionsOf: installed ? (hasPlan ? 'plan' : 'found') : null,
    predictions,
    proof,
    parts: partsList(job, sheet, powering),
    questions: [...system.questions, ...(powering?.questions ?? []), ...(wiring?.questions ?? [])],
    findings,
  };
}

/** With no way of powering chosen yet, the plan of the likeliest way is still worth showing. */
const judgedPlan = (powering: Powering | null): WiringPlan | null => powering?.ways[0]?.plan ?? null;
