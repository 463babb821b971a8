/** The boiler family as the registry knows it. */
import { CircuitSolver } from '../circuit/solve';
import { noSuchFault, noSuchState } from '../family/circuit-asked';
import {
  type CircuitAsked,
  type CircuitExport,
  type FamilyModule,
  type JobTrialLine,
  type Measure,
  plural,
  ticked,
} from '../family/contract';
import { jobAs } from '../family/of';
import type { BoilerJob } from '../job/schema';
import { mainsShared } from '../mains/shared';
import type { FollowUp, Topic } from '../record/topic';
import { runPlantTest } from '../rig/run-plant-test';
import type { StopId } from '../run';
import { clock } from '../units/units';
import { DAYS } from '../week/week';
import { demandControls, plantNetlist } from './circuit';
import { BOILER_COMPLAINTS, boilerEvidence } from './evidence';
import { type BoilerDerived, deriveBoiler } from './family';
import { plantFaults } from './faults';
import { hasCylinder } from './parts';
import { BOILER_SHEETS, BoilerSheet } from './sheet';
import { offlineFollowUp } from './start';
import { parseWires } from './wire-lines';

function measure(id: StopId, job: BoilerJob, b: BoilerDerived): Measure | null {
  switch (id) {
    case 'make-safe':
      return {
        done: b.safe.readings.filter((r) => r !== null).length,
        of: 3,
        says: b.safe.proved ? 'proved dead' : 'not proved',
      };
    case 'survey':
      return {
        done: [job.survey.plant, job.survey.input, b.traced].filter((x) => x !== undefined && x !== null).length,
        of: 3,
        says: b.traced ? `${b.traced.length} wires traced` : 'not traced',
      };
    case 'decide':
      return {
        done: b.plant && b.questions.length === 0 ? 1 : 0,
        of: 1,
        says: b.questions.length > 0 ? `${b.questions.length} to answer` : b.plant ? 'decided' : 'not decided',
      };
    case 'power-up': {
      const items = b.timeline?.items ?? [];
      return ticked(items.filter((i) => job.survey.start[i.id]?.done).length, items.length, 'no plan yet', ' done');
    }
    case 'week': {
      const demand = b.plant !== null && !hasCylinder(b.plant.kind);
      const heating = job.week.days ? 1 : 0;
      return {
        done: heating + (demand || job.survey.windows !== undefined ? 1 : 0),
        of: 2,
        says:
          heating === 0 && !demand && !job.survey.windows
            ? 'not made'
            : heating === 0
              ? 'no heating week'
              : demand || job.survey.windows
                ? 'made'
                : 'no windows',
      };
    }
    default:
      return null;
  }
}

const milli = (value: number): number => Math.round(value * 1000) / 1000;

function json(b: BoilerDerived): Record<string, unknown> {
  return {
    sentence: b.sentence,
    plant: b.plant,
    questions: b.questions,
    nets: b.nets,
    wires: b.wires,
    demands: b.demands.map(({ planned, wired, ...row }) => ({
      ...row,
      planned: plain(planned),
      wired: wired ? plain(wired) : null,
    })),
    hotWater: b.hotWater
      ? {
          reheatMinutes: b.hotWater.reheatMinutes,
          windows: b.hotWater.windows,
          weekend: b.hotWater.weekend?.windows ?? null,
          days: b.hotWater.days,
          store: b.hotWater.store,
          hourlyCelsius: Array.from({ length: 25 }, (_, h) => milli(b.hotWater?.day.celsius[h * 60] ?? 0)),
        }
      : null,
    water: b.water,
    timeline: b.timeline,
    cores: b.cores,
    old: b.old,
    settings: b.settings.card.length > 0 ? b.settings.card : b.settings.canonical.map(({ wrong: _w, ...s }) => s),
    steps: b.steps,
    makeSafe: { proved: b.safe.proved },
  };
}

const plain = ({ volts: _v, ...r }: BoilerDerived['demands'][number]['planned']): object => r;

/** `rx 4 - hw brown` joins, `off rx 4 - hw brown` takes off; the wires as traced, or the plan's where none were. */
function trial(text: string, boiler: BoilerDerived): JobTrialLine {
  if (!boiler.plant) return { ok: false, text, problem: 'Say what the plant is first.' };
  const off = /^off\s+/i.test(text);
  const [entry] = parseWires(text.replace(/^off\s+/i, ''), boiler.plant);
  if (!entry?.ok) return { ok: false, text, problem: entry?.problem ?? 'Which two terminals? rx 4 - hw brown' };
  const { a, b } = entry.wire;
  const wires = [...(boiler.traced ?? boiler.wires)];
  const joins = (w: { a: string; b: string }): boolean => (w.a === a && w.b === b) || (w.a === b && w.b === a);
  if (off && !wires.some(joins)) return { ok: false, text, problem: `Nothing joins ${a} to ${b}.` };
  return {
    ok: true,
    text,
    says: off ? `${a} no longer joined to ${b}` : `${a} joined to ${b}`,
    edit: (job) => {
      const known = jobAs(job, 'boiler');
      // On what the trials before it left, so that several in one line add up.
      const now = known.survey.wires ? Object.values(known.survey.wires) : wires;
      const then = off ? now.filter((w) => !joins(w)) : [...now, { a, b }];
      return { ...known, survey: { ...known.survey, wires: Object.fromEntries(then.map((w, i) => [`try${i}`, w])) } };
    },
  };
}

const spansText = (windows: readonly { from: number; to: number }[]): string =>
  windows.map((w) => `${clock(w.from)} to ${clock(w.to)}`).join(', ');

function topics(_job: BoilerJob, { sheet, hotWater }: BoilerDerived): Topic[] {
  const said: Topic[] = [];
  if (sheet?.manualOverride)
    said.push({
      id: 'override',
      what: 'Run the boiler by the receiver’s own buttons',
      words: `With flat batteries or no signal, press the button of the channel on ${sheet.name}; press it again to stop.`,
    });
  if (sheet?.head === 'battery')
    said.push({
      id: 'head-battery',
      what: 'Change the head’s batteries',
      words: 'Change the batteries of the head once a year, in autumn.',
    });
  if (hotWater)
    said.push({
      id: 'hot-water',
      what: 'Hot water times, and how hot it is',
      words: `The cylinder is kept at ${hotWater.store.targetCelsius} °C; hot water scalds. It heats ${spansText(hotWater.windows)}${hotWater.weekend ? `; at the weekend ${spansText(hotWater.weekend.windows)}` : ''}${hotWater.days.map((d) => `; on ${DAYS[d.day]} ${spansText(d.windows) || 'not at all'}`).join('')}.`,
    });
  return said;
}

const followUps = (job: BoilerJob, { sheet }: BoilerDerived): FollowUp[] =>
  sheet && sheet.hubMinutes > 0 && job.survey.internet === false ? [{ what: offlineFollowUp, owner: 'customer' }] : [];

function runs(b: BoilerDerived): Map<string, string> {
  return new Map(
    b.demands.map((x) => {
      const r = x.wired ?? x.planned;
      const on = [
        r.boilerFires ? 'boiler' : '',
        r.pumpRuns ? 'pump' : '',
        r.toCylinder ? 'cylinder heated' : '',
        r.toRadiators ? 'radiators warm' : '',
        r.fuseOpens ? 'the fuse opens' : '',
      ].filter(Boolean);
      return [x.name, on.join(' + ') || 'nothing'];
    }),
  );
}

/** The plant in one demand, as traced or as planned; its valves arrived or on their way. */
function circuit(job: BoilerJob, b: BoilerDerived, asked: CircuitAsked): CircuitExport {
  if (!b.plant || b.demands.length === 0)
    return { ok: false, problem: 'boiler: the plant and the device must be known for a circuit' };
  const row = b.demands.find((x) => x.id === asked.state);
  if (!row) return noSuchState(asked.state, b.demands);
  const sound = b.traced ?? b.wires;
  const faults = plantFaults(b.plant, sound);
  const fault = faults.find((f) => f.id === asked.fault);
  if (asked.fault !== undefined && !fault) return noSuchFault(asked.fault, faults);
  const wires = fault?.wires?.(sound) ?? sound;
  const inside = { ...fault?.inside, travelling: asked.moving === true };
  return {
    ok: true,
    title: [job.site.name || 'job', row.name, fault?.name, asked.moving ? 'valves on their way' : '']
      .filter(Boolean)
      .join(', '),
    solver: new CircuitSolver(plantNetlist(b.plant, job.survey, wires, inside)),
    state: { controls: demandControls(row.planned.demand), suppliesOff: new Set<string>() },
  };
}

const OUTPUT_WORDS = { live: 'live outputs', 'volt-free': 'a volt-free pair', bus: 'a data bus and a pair' } as const;

/** Heating zones, each with a week of its own; nothing where there is one. */
const zonesOf = ({ plant }: BoilerDerived): { zones?: { id: string; name: string }[] } =>
  plant && plant.zones > 1
    ? { zones: Array.from({ length: plant.zones }, (_, i) => ({ id: String(i), name: `zone ${i + 1}` })) }
    : {};

/** What the boiler family gives to every stop. */
export const boilerFamily: FamilyModule<'boiler', BoilerDerived> = {
  id: 'boiler',
  surveyed: (job) => plural(Object.keys(job.survey.wires ?? {}).length, 'wire'),
  derive: (job, now) => {
    const own = deriveBoiler(job, now);
    return { own, shared: mainsShared(own, { heatOnly: true, startCelsius: 19, ...zonesOf(own) }) };
  },
  inUnits: ({ sentence, questions, findings, settings }, say) => ({
    ...say({ sentence, questions, findings }),
    settings: say(settings),
  }),
  json,
  measure,
  runs,
  trial,
  topics,
  callWhen:
    'Call if the display is dark, if the house does not reach its setting in cold weather, or if you smell gas: then leave the house first.',
  followUps,
  searched: (job) => Object.values(job.survey.cores).map((c) => c.colour),
  letterPaper: () => false,
  copied: (survey) => ({ ...survey, start: {} }),
  circuit,
  papers: () => [],
  evidence: boilerEvidence,
  probes: ({ wires }) => [...new Set(wires.flatMap((w) => [w.a, w.b]))],
  complaints: BOILER_COMPLAINTS,
  runTest: runPlantTest,
  sheets: {
    shipped: BOILER_SHEETS,
    schema: BoilerSheet,
    says: (s: BoilerSheet) =>
      `${s.channels} ${s.channels === 1 ? 'channel' : 'channels'}, ${OUTPUT_WORDS[s.output]}, ${s.needsNeutral ? 'needs a neutral' : 'needs no neutral'}, contacts ${s.contactAmps} A`,
  },
};
