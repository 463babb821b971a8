/** Runs the compiled kernel on a kernel's own arrays. */
import type { KernelArrays } from '../kernel-layout';
import type { Arena } from './arena';
import { KERNEL_WASM } from './kernel.data';

let compiled: WebAssembly.Module | null = null;

function compiledModule(): WebAssembly.Module {
  compiled ??= new WebAssembly.Module(Uint8Array.from(atob(KERNEL_WASM), (c) => c.charCodeAt(0)));
  return compiled;
}

/** How many numbers of the table `head` are used; see kernel.as. */
export const HEAD_LENGTH = 39;

/** @returns a function that solves the state to its fixed point, or null where there is no WebAssembly */
export function wasmRun(
  kernel: KernelArrays,
  arena: Arena,
  head: Int32Array,
  maxRounds: number,
): (() => number) | null {
  if (!arena.memory) return null;
  const { layout: l, factor: f } = kernel;
  const p = f.pattern;
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
  ];
  head.set([
    p.size,
    p.row.length,
    l.kind.length,
    l.switching.length,
    l.sources.length,
    l.loads.length,
    l.fuses.length,
    l.coilsMatter ? 1 : 0,
  ]);
  head.set(
    arrays.map((a) => a.byteOffset),
    8,
  );
  const { exports } = new WebAssembly.Instance(compiledModule(), { env: { memory: arena.memory } });
  // The module exports exactly this function; WebAssembly's own type says only "some value".
  const run = exports.run as (head: number, maxRounds: number) => number;
  const at = head.byteOffset;
  return () => run(at, maxRounds);
}
