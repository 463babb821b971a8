/** The table by which the compiled kernel finds a circuit's arrays; see kernel.as. */
import type { KernelArrays } from '../kernel-layout';

/** How many numbers it has. */
export const HEAD_LENGTH = 46;

/** Writes it. */
export function fillHead(head: Int32Array, kernel: KernelArrays): void {
  const { layout: l, factor: f, followed } = kernel;
  const p = f.pattern;
  const counts = [
    p.size,
    p.row.length,
    l.kind.length,
    l.switching.length,
    l.sources.length,
    l.loads.length,
    l.fuses.length,
    l.coilsMatter ? 1 : 0,
  ];
  const arrays = [
    p.columnStart,
    p.column,
    p.row,
    p.pairStart,
    p.pairOther,
    p.pairTarget,
    p.slot,
    f.values,
    f.pivot,
    l.kind,
    l.passing,
    l.blocking,
    l.by,
    l.normallyOpen,
    l.emf,
    l.supply,
    l.upper,
    l.lower,
    l.from,
    l.to,
    l.switching,
    l.sources,
    l.loads,
    l.fuses,
    kernel.controls,
    kernel.suppliesOff,
    kernel.pulledIn,
    kernel.blown,
    kernel.moving,
    kernel.admittance,
    kernel.volts,
    kernel.adjoint,
    kernel.currents,
    followed.start,
    followed.member,
    followed.moves,
    kernel.probed,
  ];
  head.set([...counts, ...arrays.map((a) => a.byteOffset), followed.moves.length]);
}
