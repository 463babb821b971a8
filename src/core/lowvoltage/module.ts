/** The 24 V family as the registry knows it. */

import { DeviceSheet } from '../devices/sheet';
import { SHIPPED_SHEETS } from '../devices/shipped.data';
import { noSuchFault, noSuchState } from '../family/circuit-asked';
import {
  type CircuitAsked,
  type CircuitExport,
  type FamilyModule,
  type Measure,
  plural,
  type Shared,
  type TriedWires,
} from '../family/contract';
import type { LowVoltageJob } from '../job/schema';
import type { Topic } from '../record/topic';
import { runTestOnRig } from '../rig/run-test';
import type { StopId } from '../run';
import { LEAST_DEADBAND } from '../week/week';
import { LOW_VOLTAGE_COMPLAINTS } from './complaints';
import { everyFault, lowVoltageEvidence } from './diagnose';
import { deriveLowVoltage, type LowVoltageDerived } from './family';
import { boardNode, wallNode } from './installed';
import { pairTable, predictor } from './predict';
import { isWet } from './system';
import { parseTrial, type Trial } from './try-it';
import { tryUnderOpen } from './try-open';

const yes = (says: string, ...facts: boolean[]): Measure => ({
  done: facts.filter(Boolean).length,
  of: facts.length,
  says,
});

function measure(id: StopId, job: LowVoltageJob, d: LowVoltageDerived): Measure | null {
  switch (id) {
    case 'make-safe':
      return yes(d.safe.proved ? 'proved dead' : 'not proved', Object.keys(job.supplies).length > 0, d.safe.proved);
    case 'survey': {
      const landed = Object.values(job.survey.conductors).filter(
        (c) => c.wall?.state === 'landed' || c.board?.state === 'landed',
      ).length;
      return { done: landed > 1 ? 1 : 0, of: 1, says: landed > 0 ? `${landed} landed` : 'nothing landed' };
    }
    case 'decide':
      return yes(
        d.questions.length > 0 ? `${d.questions.length} to answer` : d.powering?.chosen ? 'decided' : 'not decided',
        d.system.verdict === 'known',
        d.system.kind !== null && d.questions.filter((q) => q.needed).length === 0,
        d.powering?.chosen != null,
      );
    case 'power-up': {
      const read = Object.values(job.readings).some((r) => !r.struck && r.stop === 'power-up');
      const { display } = job.powerUp;
      const says =
        display === 'lit'
          ? read
            ? 'lit, measured'
            : 'lit, not measured'
          : display === 'dead'
            ? 'display dead'
            : 'not yet';
      return yes(says, display === 'lit', read);
    }
    case 'set-up': {
      const { card } = d.settings;
      const entered = card.filter((r) => job.setUp.entered[r.key]).length;
      const joined =
        job.join.internet === 'no' ||
        job.join.controlProof !== undefined ||
        job.join.control?.followed === true ||
        (d.sheet !== null && d.sheet.registration === undefined);
      return {
        done: entered + (joined ? 1 : 0),
        of: Math.max(1, card.length) + 1,
        says: card.length > 0 ? `${entered} of ${card.length} set${joined ? '' : ', not joined'}` : 'no card yet',
      };
    }
    default:
      return null;
  }
}

const milli = (value: number): number => Math.round(value * 1000) / 1000;

function json(d: LowVoltageDerived): Record<string, unknown> {
  const { questions: _q, findings: _f, ...system } = d.system;
  return {
    system,
    questions: d.questions,
    powering: d.powering
      ? {
          chosen: d.powering.chosen,
          ways: d.powering.ways.map(({ plan, takeovers: _t, ...way }) => ({ ...way, plan: plan.rows })),
        }
      : null,
    candidates: {
      ...d.candidates,
      list: d.candidates.list.map(({ predictions: _p, system: s, ...c }) => ({ ...c, sentence: s.sentence })),
    },
    wiring: d.wiring ? { rows: d.wiring.rows, jumpers: d.wiring.jumpers, steps: d.wiring.steps } : null,
    accessories: (d.wiring?.accessories ?? []).map(({ steps: _s, ...a }) => a),
    budget: d.budget
      ? {
          va: milli(d.budget.va),
          ratedVA: d.budget.ratedVA,
          state: d.budget.state,
          tried: d.budget.worst.tried,
          parts: d.budget.parts.map((x) => ({ ...x, va: milli(x.va) })),
          weakestCoil: d.budget.worst.weakest
            ? { name: d.budget.worst.weakest.load.name, volts: milli(d.budget.worst.weakest.volts) }
            : null,
          inrush: d.budget.inrush,
          short: d.budget.short,
          repair: d.budget.repair,
        }
      : null,
    settingsOpen: d.settings.open,
    settings: d.settings.card.length > 0 ? d.settings.card : d.settings.canonical.map(({ wrong: _w, ...s }) => s),
    predictions: d.predictions.map((p) => ({
      state: p.state,
      name: p.name,
      of: d.predictionsOf,
      called: p.called,
      loadsRunning: p.loadsRunning,
      running: p.running,
      transformerVA: milli(p.transformerVA),
      pairs: pairTable(p),
      faults: p.faults,
    })),
    makeSafe: { verdict: d.safe.verdict, proved: d.safe.proved },
    parts: d.parts,
  };
}

function topics(_job: LowVoltageJob, derived: LowVoltageDerived): Topic[] {
  const { sheet, system, powering } = derived;
  const topics: Topic[] = [];
  if (system.heatStages > 0 && system.coolStages > 0)
    topics.push({
      id: 'mode',
      what: 'Change between heat and cool',
      words: 'Choose heat or cool by the season. The thermostat never does both.',
    });
  if (system.coolStages > 0) {
    topics.push({
      id: 'rest',
      what: 'The compressor’s rest',
      words: `Cooling may wait up to ${(sheet?.compressorRestSeconds ?? 300) / 60} minutes before it starts. That protects the compressor; it is not a fault.`,
    });
  }
  // By the plan, never by what was there: a fan conductor that became the common calls no fan.
  const fan = derived.wiring?.fanWired ?? system.fanCall;
  if (system.fanCall && !fan)
    topics.push({
      id: 'no-fan-alone',
      what: 'The fan does not run by itself',
      words:
        'The fan runs with heating and cooling. The setting Fan on has no effect: its wire now powers the thermostat.',
    });
  if (fan)
    topics.push({
      id: 'fan',
      what: 'Fan on and auto',
      words: 'Fan auto runs the fan with heating or cooling. Fan on runs it all the time.',
    });
  for (const a of derived.wiring?.accessories ?? []) {
    const { kind } = a.accessory;
    const target = a.target === null ? '' : ` It is set to ${a.target} %.`;
    topics.push({
      id: `accessory-${a.id}`,
      what: `The ${kind}`,
      words:
        kind === 'humidifier'
          ? `The thermostat runs the humidifier.${target} Turn it down in hard frost, or the windows will run.`
          : kind === 'dehumidifier'
            ? `The thermostat runs the dehumidifier.${target}`
            : `The thermostat runs the ventilator${a.ventilation ? ` ${a.ventilation.minutes} minutes an hour` : ''}. Leave it on: it brings the fresh air.`,
    });
  }
  if (powering?.chosen === 'battery')
    topics.push({
      id: 'battery',
      what: 'Change the batteries',
      words: 'Change the batteries once a year, or when the display asks. Without them there is no heating.',
    });
  return topics;
}

function circuit(job: LowVoltageJob, d: LowVoltageDerived, asked: CircuitAsked): CircuitExport {
  if (!d.installed) return { ok: false, problem: 'survey: nothing is landed that makes a circuit' };
  const state = d.states.find((s) => s.id === asked.state);
  if (!state) return noSuchState(asked.state, d.states);
  if (asked.moving) return { ok: false, problem: '--moving: coils of this circuit stand as they settle' };
  const faults = everyFault(job, d);
  const fault = faults.find((f) => f.id === asked.fault);
  if (asked.fault !== undefined && !fault) return noSuchFault(asked.fault, faults);
  const p = predictor(fault ? fault.apply(d.installed) : d.installed);
  return {
    ok: true,
    title: [job.site.name || 'job', job.zone, state.name, fault?.name].filter(Boolean).join(', '),
    solver: p.solver,
    state: p.circuitState(state),
  };
}

function tryWires(entries: readonly string[], job: LowVoltageJob, d: LowVoltageDerived): TriedWires | null {
  const { installed } = d;
  if (!installed) return null;
  const trials: Trial[] = [];
  for (const text of entries) {
    const entry = parseTrial(text, job, installed);
    if (!entry.ok) return { ok: false, text, problem: entry.problem };
    trials.push(entry.trial);
  }
  return { ok: true, result: tryUnderOpen(job, d, d.questions, trials) };
}

/** Fan and fresh air by the week: only what a call here can run. */
function minutesTaken({ planned, wiring }: LowVoltageDerived): NonNullable<Shared['week']['minutes']> {
  const ventilator = wiring?.accessories.find((a) => a.accessory.kind === 'ventilator');
  return {
    fan: planned.fanCall && !isWet(planned),
    fresh: ventilator ? { neededMinutes: ventilator.ventilation?.minutes ?? null } : null,
  };
}

/** What the 24 V family gives to every stop. */
export const lowVoltageFamily: FamilyModule<'24v', LowVoltageDerived> = {
  id: '24v',
  surveyed: (job) => plural(Object.keys(job.survey.conductors).length, 'conductor'),
  derive: (job, now) => {
    const own = deriveLowVoltage(job, now);
    const { sheet, system, questions, findings, proof, settings, wiring, parts, safe } = own;
    return {
      own,
      shared: {
        sheet: sheet && {
          name: sheet.name,
          schedule: sheet.schedule,
          ...(sheet.lostSensor ? { lostSensor: sheet.lostSensor } : {}),
          ...(sheet.registration ? { registration: sheet.registration } : {}),
          setpoints: {
            heatCelsius: sheet.heatRangeCelsius,
            coolCelsius: sheet.coolRangeCelsius,
            deadbandKelvin: Math.max(LEAST_DEADBAND, sheet.deadbandKelvin),
          },
          says: `${sheet.supply.commonRequired ? 'needs a common wire' : 'runs on batteries or a common wire'}, ${sheet.heatStages} heat and ${sheet.coolStages} cool ${sheet.coolStages === 1 ? 'stage' : 'stages'}, a single R lands on ${sheet.singleR}.`,
          ...(sheet.updateSeconds + sheet.firstStartSeconds > 0
            ? { startsIn: { updateSeconds: sheet.updateSeconds, firstStartSeconds: sheet.firstStartSeconds } }
            : {}),
        },
        sentence: system.sentence,
        questions,
        findings,
        proof,
        settings,
        steps: wiring?.steps ?? [],
        kit: parts,
        safe,
        mains: null,
        week: { heatOnly: false, startCelsius: 19, minutes: minutesTaken(own) },
        scaleVolts: [32],
      },
    };
  },
  inUnits: ({ settings, system, questions, findings }, say) => ({
    settings: { ...settings, canonical: say(settings.canonical), card: say(settings.card) },
    system: { ...system, sentence: say(system.sentence) },
    questions: say(questions),
    findings: say(findings),
  }),
  json,
  measure,
  runs: (d) => new Map(d.predictions.map((p) => [p.name, p.running.join(' + ') || 'nothing'])),
  // Wires and links of 24 V are tried on the circuit itself.
  trial: (text) => ({ ok: false, text, problem: 'Begin with set: set fan.heating equipment' }),
  tryWires,
  topics,
  callWhen:
    'Call if the display is dark, if the house does not reach its setting in cold weather, or if you smell gas: then leave the house first.',
  followUps: () => [],
  searched: ({ survey }) => [
    survey.note,
    survey.old.note,
    survey.equipment.nameplate,
    survey.equipment.secondBoard,
    survey.seen.mainsLabel,
    ...Object.values(survey.conductors).flatMap((c) => [c.sheath, c.splice]),
    ...Object.values(survey.zones).map((z) => z.name),
  ],
  letterPaper: (job) => job.survey.region === 'NA',
  copied: (survey) => survey,
  circuit,
  papers: () => [],
  evidence: lowVoltageEvidence,
  probes: ({ installed }) =>
    installed
      ? [...installed.wallScrews.map(wallNode), ...installed.boardScrews.map(boardNode), ...(installed.points ?? [])]
      : [],
  complaints: LOW_VOLTAGE_COMPLAINTS,
  runTest: runTestOnRig,
  sheets: {
    shipped: SHIPPED_SHEETS,
    schema: DeviceSheet,
    says: (s: DeviceSheet) =>
      `${s.supply.commonRequired ? 'C required' : 'batteries or C'}; ${s.heatStages} heat, ${s.coolStages} cool; single R on ${s.singleR}`,
  },
};
