/**
 * Everything a job implies, by pure functions, in the browser, on the server and in the CLI alike.
 * Families plug in here; a stop never asks which family it serves.
 */
import { type BoilerDerived, deriveBoiler } from './boiler/family';
import { deriveFloor, type FloorDerived } from './floor/family';
import { emptyJob, type Job } from './job/schema';
import { deriveLowVoltage, type LowVoltageDerived } from './lowvoltage/family';
import { pairTable } from './lowvoltage/predict';
import { nextStop, progress, type StopProgress } from './progress';
import type { StopId } from './run';
import { inUnits, saidInUnits } from './units/localise';

export interface Derived extends LowVoltageDerived {
  /** The boiler family's own results; null on a 24 V job. */
  boiler: BoilerDerived | null;
  /** The floor family's own; null on the others. */
  floor: FloorDerived | null;
  stops: StopProgress[];
  next: StopId;
}

/** A job with nothing of the 24 V family in it: what that family says of such a one is "nothing". */
const emptyOf = (job: Job): Job => ({ ...emptyJob(), units: job.units });

/** @param now ISO time for things that expire; null where time does not matter */
export function derive(job: Job, now: string | null = null): Derived {
  const boiler = job.family === 'boiler' ? deriveBoiler(job) : null;
  const floor = job.family === 'floor' ? deriveFloor(job) : null;
  const own = boiler ?? floor;
  // What the frame reads of every family; on the mains families the 24 V parts stay empty.
  const shared = deriveLowVoltage(own ? emptyOf(job) : job, now);
  const derived = own
    ? {
        ...shared,
        questions: own.questions,
        findings: own.findings,
        proof: own.proof,
        parts: own.kit,
        system: { ...shared.system, sentence: own.sentence },
        boiler,
        floor,
      }
    : { ...shared, boiler, floor };
  const stops = progress(job, derived);
  return inJobUnits({ ...derived, stops, next: nextStop(stops) }, job.units);
}

/** What is read by people, in the units the job is kept in; figures stay SI. */
function inJobUnits(d: Derived, units: Job['units']): Derived {
  if (units === 'si') return d;
  const say = <T>(value: T): T => saidInUnits(value, units);
  const tests = d.proof.tests.map((t) => ({
    ...t,
    ...say({ title: t.title, set: t.set, must: t.must, why: t.why, ...(t.caution ? { caution: t.caution } : {}) }),
    measures: t.measures.map((m) => ({ ...m, what: inUnits(m.what, units), source: inUnits(m.source, units) })),
  }));
  return {
    ...d,
    system: { ...d.system, sentence: inUnits(d.system.sentence, units) },
    settings: { ...d.settings, canonical: say(d.settings.canonical), card: say(d.settings.card) },
    questions: say(d.questions),
    findings: say(d.findings),
    proof: { ...d.proof, tests, heldBy: say(d.proof.heldBy) },
    stops: d.stops.map((s) => ({ ...s, blockers: say(s.blockers) })),
    boiler: d.boiler && {
      ...d.boiler,
      ...say({ sentence: d.boiler.sentence, questions: d.boiler.questions, findings: d.boiler.findings }),
      settings: say(d.boiler.settings),
    },
    floor: d.floor && {
      ...d.floor,
      ...say({
        sentence: d.floor.sentence,
        questions: d.floor.questions,
        findings: d.floor.findings,
        settings: d.floor.settings,
        limit: d.floor.limit,
        start: d.floor.start,
      }),
    },
  };
}

const milli = (value: number): number => Math.round(value * 1000) / 1000;

/** The derived job as one plain JSON object, for the CLI and for other programs. */
export function derivedJson(job: Job, now: string | null = null): Record<string, unknown> {
  const d = derive(job, now);
  if (d.boiler) return boilerJson(d, d.boiler);
  if (d.floor) return floorJson(d, d.floor);
  const { questions: _q, findings: _f, ...system } = d.system;
  return {
    system,
    questions: d.questions,
    findings: d.findings,
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
    proof: d.proof,
    makeSafe: { verdict: d.safe.verdict, proved: d.safe.proved },
    parts: d.parts,
    stops: d.stops.map(({ blockers, ...s }) => ({ ...s, blockers: blockers.map((b) => b.code) })),
  };
}

function boilerJson(d: Derived, b: BoilerDerived): Record<string, unknown> {
  return {
    sentence: b.sentence,
    plant: b.plant,
    questions: b.questions,
    findings: b.findings,
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
          store: b.hotWater.store,
          hourlyCelsius: Array.from({ length: 25 }, (_, h) => milli(b.hotWater?.day.celsius[h * 60] ?? 0)),
        }
      : null,
    timeline: b.timeline,
    cores: b.cores,
    settings: b.settings.card.length > 0 ? b.settings.card : b.settings.canonical.map(({ wrong: _w, ...s }) => s),
    steps: b.steps,
    proof: b.proof,
    makeSafe: { proved: b.safe.proved },
    stops: d.stops.map(({ blockers, ...s }) => ({ ...s, blockers: blockers.map((x) => x.code) })),
  };
}

/** A curve at every tenth minute, two decimals. */
const tenth = (curve: Float64Array): number[] =>
  Array.from(curve)
    .filter((_, i) => i % 10 === 0)
    .map((v) => Math.round(v * 100) / 100);

function floorJson(d: Derived, f: FloorDerived): Record<string, unknown> {
  const { warmUp, week } = f;
  return {
    sentence: f.sentence,
    // What the section through the floor shows.
    section: f.section,
    questions: f.questions,
    findings: f.findings,
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
    proof: f.proof,
    makeSafe: { proved: f.safe.proved },
    stops: d.stops.map(({ blockers, ...s }) => ({ ...s, blockers: blockers.map((x) => x.code) })),
  };
}

const plain = ({ volts: _v, ...r }: BoilerDerived['demands'][number]['planned']): object => r;
