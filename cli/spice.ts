/** A job's circuit in one state as SPICE: the family says what its circuit and states are. */
import { spiceNetlist } from '../src/core/circuit/spice';
import { derive } from '../src/core/derive';
import { familyOf } from '../src/core/family/registry';
import type { Job } from '../src/core/job/schema';
import { UsageError } from './usage-error';

export function spiceOf(file: string, job: Job, wanted: string): string {
  const { module, job: seen } = familyOf(job);
  const circuit = module.circuit(seen, derive(job).own, wanted);
  if (!circuit.ok) throw new UsageError(`${file}: ${circuit.problem}`);
  const { title, solver, state } = circuit;
  return spiceNetlist(title, solver.netlist, state, solver.solve(state));
}
