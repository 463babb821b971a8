/** The floor family as the registry knows it. */

import { CircuitSolver } from '../circuit/solve';
import { noSuchState, onlyAsPlanned } from '../family/circuit-asked';
import {
  type CircuitAsked,
  type CircuitExport,
  type FamilyModule,
  type JobTrialLine,
  type Measure,
  plural,
  ticked,
} from '../family/contract';
import { landedWith } from '../family/landing';
import { jobAs } from '../family/of';
import type { FloorJob } from '../job/schema';
import { mainsShared } from '../mains/shared';
import { hasOwn } from '../own';
import { runFloorTest } from '../rig/run-floor-test';
import type { StopId } from '../run';
import { listed } from '../units/units';
import { FLOOR_STATES, floorNetlist } from './circuit';
import { FLOOR_COMPLAINTS, floorEvidence } from './evidence';
import { deriveFloor, type FloorDerived } from './family';
import { floorPapers } from './papers';
import { FLOOR_SHEETS, FloorSheet } from './sheet';
import { CORE_WORDS } from './terminals';
import { floorTopics } from './topics';

function measure(id: StopId, job: FloorJob, f: FloorDerived): Measure | null {
  switch (id) {
    case 'make-safe':
      return {
        done: f.safe.readings.filter((r) => r !== null).length,
        of: 3,
        says: f.safe.proved ? 'proved dead' : 'not proved',
      };
    case 'survey': {
      const open = f.questions.filter((q) => q.stop === 'survey').length;
      return {
        done: Object.keys(job.survey.mats).length > 0 ? (open === 0 ? 2 : 1) : 0,
        of: 2,
        says: f.load ? `${Math.round(f.load.watts)} W` : open > 0 ? `${open} to measure` : 'no mats yet',
      };
    }
    case 'decide':
      return {
        done: f.load && f.questions.length === 0 ? 1 : 0,
        of: 1,
        says: f.questions.length > 0 ? `${f.questions.length} to answer` : f.contactor ? 'by contactor' : 'direct',
      };
    case 'power-up':
      return ticked(f.start.filter((s) => s.said !== null).length, f.start.length, 'no device yet', ' answered');
    default:
      return null;
  }
}

const milli = (value: number): number => Math.round(value * 1000) / 1000;

/** A curve at every tenth minute, two decimals. */
const tenth = (curve: Float64Array): number[] =>
  Array.from(curve)
    .filter((_, i) => i % 10 === 0)
    .map((v) => Math.round(v * 100) / 100);

function json(f: FloorDerived): Record<string, unknown> {
  const { warmUp, week } = f;
  return {
    sentence: f.sentence,
    // What the section through the floor shows.
    section: f.section,
    questions: f.questions,
    load: f.load,
    contactor: f.contactor,
    probe: f.probe,
    sensor: f.mode,
    limit: f.limit,
    warmUp: warmUp
      ? {
          target: warmUp.target,
          mostCelsius: milli(warmUp.mostCelsius),
          held: warmUp.held,
          hold: warmUp.hold,
          points: warmUp.points,
          fit: {
            massFactor: milli(warmUp.fit.massFactor),
            massError: milli(warmUp.fit.massError),
            lossFactor: milli(warmUp.fit.lossFactor),
            lossError: milli(warmUp.fit.lossError),
            residualKelvin: milli(warmUp.fit.residualKelvin),
            enough: warmUp.fit.enough,
          },
          everyTenMinutes: {
            expected: tenth(warmUp.forecast.expected),
            low: tenth(warmUp.forecast.low),
            high: tenth(warmUp.forecast.high),
          },
        }
      : null,
    week: week ? { leads: week.leads, use: week.use } : null,
    terminals: f.terminals,
    settings: f.settings.card.length > 0 ? f.settings.card : f.settings.canonical.map(({ wrong: _w, ...s }) => s),
    firstStart: f.start,
    steps: f.steps,
    makeSafe: { proved: f.safe.proved },
  };
}

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9.+-]/g, '');

/** `3 l`, `5 probe-1`, `3 off`: what is on a numbered terminal. */
function trial(text: string, f: FloorDerived): JobTrialLine {
  const [terminal = '', core = ''] = text.split(/\s+/);
  const known = f.sheet?.terminals ?? {};
  if (!hasOwn(known, terminal))
    return { ok: false, text, problem: `Terminals here: ${Object.keys(known).join(', ') || 'none, choose a device'}` };
  const cores = Object.keys(CORE_WORDS) as (keyof typeof CORE_WORDS)[];
  const found = cores.find((c) => plain(c) === plain(core));
  if (!found && core.toLowerCase() !== 'off')
    return { ok: false, text, problem: `What is on ${terminal}? ${cores.join(', ')} or off` };
  return {
    ok: true,
    text,
    says: found ? `${CORE_WORDS[found]} on ${terminal}` : `nothing on ${terminal}`,
    edit: (job) => {
      const now = jobAs(job, 'floor');
      const planned = Object.entries(known).map(([t, core]) => ({ terminal: t, core }));
      return { ...now, survey: { ...now.survey, landed: landedWith(planned, now.survey.landed, terminal, found) } };
    },
  };
}

function circuit(job: FloorJob, { sheet, load, contactor }: FloorDerived, asked: CircuitAsked): CircuitExport {
  const refused = onlyAsPlanned(asked);
  if (refused) return refused;
  if (!load) return { ok: false, problem: 'floor: mats and their supply must be known for a circuit' };
  const known = FLOOR_STATES.find((s) => s.id === asked.state);
  if (!known) return noSuchState(asked.state, FLOOR_STATES);
  const { netlist, controls } = floorNetlist({ survey: job.survey, sheet, load, contactor }, known.id);
  return {
    ok: true,
    title: `${job.site.name || 'job'}, ${known.name}`,
    solver: new CircuitSolver(netlist),
    state: { controls, suppliesOff: new Set() },
  };
}

/** What the floor family gives to every stop. */
export const floorFamily: FamilyModule<'floor', FloorDerived> = {
  id: 'floor',
  surveyed: (job) => plural(Object.keys(job.survey.mats).length, 'mat'),
  derive: (job, now) => {
    const own = deriveFloor(job, now);
    const { sheet } = own;
    const setpoints = sheet ? { heatCelsius: sheet.floorRangeCelsius } : undefined;
    const leads = own.week?.leads;
    const shared = mainsShared(own, { heatOnly: true, startCelsius: 24, ...(leads ? { leads } : {}) });
    return { own, shared: setpoints && shared.sheet ? { ...shared, sheet: { ...shared.sheet, setpoints } } : shared };
  },
  inUnits: ({ sentence, questions, findings, settings, limit, start }, say) =>
    say({ sentence, questions, findings, settings, limit, start }),
  json,
  measure,
  runs: () => new Map(),
  trial,
  topics: floorTopics,
  callWhen:
    'Call if the display is dark, if the ground-fault protection trips by itself, or if the floor is cold when it should be warm.',
  followUps: () => [],
  searched: (job) => Object.values(job.survey.mats).map((m) => m.name),
  letterPaper: (job) => job.survey.region === 'NA',
  copied: ({ log: _log, ...survey }) => survey,
  circuit,
  papers: floorPapers,
  runTest: runFloorTest,
  evidence: floorEvidence,
  complaints: FLOOR_COMPLAINTS,
  sheets: {
    shipped: FLOOR_SHEETS,
    schema: FloorSheet,
    says: (s: FloorSheet) =>
      `${listed(s.volts.map(String))} V, relay ${s.relayAmps} A, ${s.groundFault ? 'own ground-fault protection' : 'no ground-fault protection'}, ${s.schedule.slotsPerDay} events a day`,
  },
};
