/**
 * Everything a job implies, by pure functions, in the browser, on the server and in the CLI alike.
 * Families plug in here; a stop never asks which family it serves.
 */
import type { Job } from './job/schema';
import { deriveLowVoltage, type LowVoltageDerived } from './lowvoltage/family';
import { pairTable } from './lowvoltage/predict';
import { nextStop, progress, type StopProgress } from './progress';
import type { StopId } from './run';

export interface Derived extends LowVoltageDerived {
  stops: StopProgress[];
  next: StopId;
}

/** @param now ISO time for things that expire; null where time does not matter */
export function derive(job: Job, now: string | null = null): Derived {
  const derived = deriveLowVoltage(job, now);
  const stops = progress(job, derived);
  return { ...derived, stops, next: nextStop(stops) };
}

const milli = (value: number): number => Math.round(value * 1000) / 1000;

/** The derived job as one plain JSON object, for the CLI and for other programs. */
export function derivedJson(job: Job, now: string | null = null): Record<string, unknown> {
  const d = derive(job, now);
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
