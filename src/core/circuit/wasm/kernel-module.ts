/** The compiled kernel on a memory: what it exports, see kernel.as. */
import { moduleOf } from '../../wasm-module';
import { KERNEL_WASM } from './kernel.data';

export interface CompiledKernel {
  run: (head: number, maxRounds: number) => number;
  probe: (head: number, a: number, b: number, follow: number) => void;
}

let compiled: WebAssembly.Module | null | undefined;

/** Null where it cannot be: the reference does the same, slower. */
function compile(): WebAssembly.Module | null {
  if (typeof WebAssembly !== 'object') return null;
  try {
    return moduleOf(KERNEL_WASM);
  } catch {
    // Older browsers compile no more than 4 KiB at once on a page's own thread, and some have no vectors.
    return null;
  }
}

export function kernelModule(): WebAssembly.Module | null {
  compiled = compiled === undefined ? compile() : compiled;
  return compiled;
}

export function compiledOn(module: WebAssembly.Module, memory: WebAssembly.Memory): CompiledKernel {
  const { exports } = new WebAssembly.Instance(module, { env: { memory } });
  // The module exports exactly these functions; WebAssembly's own type says only "some value".
  return exports as unknown as CompiledKernel;
}
