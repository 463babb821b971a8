/** A job's circuit in one state as SPICE, whole or with a fault in it: the family says what its circuit and states are. */
import { spiceNetlist } from '../src/core/circuit/spice';
import { derive } from '../src/core/derive';
import type { CircuitAsked } from '../src/core/family/contract';
import { familyOf } from '../src/core/family/registry';
import type { Job } from '../src/core/job/schema';
import { UsageError } from './usage-error';

export function spiceOf(file: string, job: Job, asked: CircuitAsked): string {
  const { module, job: seen } = familyOf(job);
  const circuit = module.circuit(seen, derive(job).own, asked);
  if (!circuit.ok) throw new UsageError(`${file}: ${circuit.problem}`);
  const { title, solver, state } = circuit;
  return spiceNetlist(title, solver.netlist, state, solver.solve(state));
}
