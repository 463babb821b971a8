/**
 * Everything a job implies, by pure functions, in the browser, on the server and in the CLI alike.
 * Families plug in here; a stop never asks which family it serves.
 */
import { type BoilerDerived, deriveBoiler } from './boiler/family';
import { emptyJob, type Job } from './job/schema';
import { deriveLowVoltage, type LowVoltageDerived } from './lowvoltage/family';
import { pairTable } from './lowvoltage/predict';
import { nextStop, progress, type StopProgress } from './progress';
import type { StopId } from './run';

export interface Derived extends LowVoltageDerived {
  /** The boiler family's own results; null on a 24 V job. */
  boiler: BoilerDerived | null;
  stops: StopProgress[];
  next: StopId;
}

/** A job with nothing of the 24 V family in it: what that family says of such a one is "nothing". */
const emptyOf = (job: Job): Job => ({ ...emptyJob(), units: job.units });

/** @param now ISO time for things that expire; null where time does not matter */
export function derive(job: Job, now: string | null = null): Derived {
  if (job.family === 'boiler') {
    const boiler = deriveBoiler(job);
    // What the frame reads of every family; the 24 V parts stay empty.
    const shared: LowVoltageDerived = {
      ...deriveLowVoltage(emptyOf(job), now),
      questions: boiler.questions,
      findings: boiler.findings,
      proof: boiler.proof,
      parts: boiler.kit,
    };
    const system = { ...shared.system, sentence: boiler.sentence };
    const stops = progress(job, { ...shared, system, boiler });
    return { ...shared, system, boiler, stops, next: nextStop(stops) };
  }
  const derived = { ...deriveLowVoltage(job, now), boiler: null };
  const stops = progress(job, derived);
  return { ...derived, stops, next: nextStop(stops) };
}

const milli = (value: number): number => Math.round(value * 1000) / 1000;

/** The derived job as one plain JSON object, for the CLI and for other programs. */
export function derivedJson(job: Job, now: string | null = null): Record<string, unknown> {
  const d = derive(job, now);
  if (d.boiler) return boilerJson(d, d.boiler);
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

const plain = ({ volts: _v, ...r }: BoilerDerived['demands'][number]['planned']): object => r;
