/** A job's circuit in one state as SPICE: each family says what its circuit and states are. */
import { demandControls, plantNetlist } from '../src/core/boiler/circuit';
import { CircuitSolver } from '../src/core/circuit/solve';
import { spiceNetlist } from '../src/core/circuit/spice';
import { derive } from '../src/core/derive';
import type { Family, Job } from '../src/core/job/schema';
import { predictor } from '../src/core/lowvoltage/predict';
import { UsageError } from './usage-error';

type Writer = (file: string, job: Job, wanted: string) => string;

/** The plant in one demand, valves arrived, as traced or as planned. */
const plant: Writer = (file, job, demand) => {
  const { boiler } = derive(job);
  if (!boiler?.plant || boiler.demands.length === 0)
    throw new UsageError(`${file}: boiler: the plant and the device must be known for a circuit`);
  const row = boiler.demands.find((x) => x.id === demand);
  if (!row)
    throw new UsageError(`${file}: --state: "${demand}" is not one of ${boiler.demands.map((x) => x.id).join(', ')}`);
  const solver = new CircuitSolver(plantNetlist(boiler.plant, job.boiler, boiler.traced ?? boiler.wires));
  const state = { controls: demandControls(row.planned.demand), suppliesOff: new Set<string>() };
  return spiceNetlist(`${job.site.name || 'job'} ${row.name}`, solver.netlist, state, solver.solve(state), 50);
};

const control: Writer = (file, job, wanted) => {
  const d = derive(job);
  if (!d.installed) throw new UsageError(`${file}: survey: nothing is landed that makes a circuit`);
  const state = d.states.find((s) => s.id === wanted);
  if (!state)
    throw new UsageError(`${file}: --state: "${wanted}" is not one of ${d.states.map((s) => s.id).join(', ')}`);
  const p = predictor(d.installed);
  const circuitState = p.circuitState(state);
  const hertz = job.survey.region === 'EU' || job.survey.region === 'UK' ? 50 : 60;
  const title = `${job.site.name || 'job'} ${job.zone} ${state.name}`.trim();
  return spiceNetlist(title, p.solver.netlist, circuitState, p.solver.solve(circuitState), hertz);
};

const WRITERS: Readonly<Record<Family, Writer>> = {
  '24v': control,
  boiler: plant,
  floor: (file) => {
    throw new UsageError(`${file}: family: a floor job has no circuit to write; its mats are resistances in parallel`);
  },
};

export const spiceOf: Writer = (file, job, wanted) => WRITERS[job.family](file, job, wanted);
