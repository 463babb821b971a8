// Compiles src/core/circuit/wasm/kernel.as to WebAssembly and writes it as text beside it.
// `--check` fails when the committed bytes are not what the source compiles to.
import { readFileSync, writeFileSync } from 'node:fs';
import asc from 'assemblyscript/asc';

const source = 'src/core/circuit/wasm/kernel.as';
const target = 'src/core/circuit/wasm/kernel.data.ts';
let bytes;
const { error, stderr } = await asc.main(
  [
    'kernel.ts',
    '-O3',
    '--runtime',
    'stub',
    '--importMemory',
    '--noExportMemory',
    '--noAssert',
    '--initialMemory',
    '1',
    '--outFile',
    'kernel.wasm',
    '--use',
    'abort=',
  ],
  {
    readFile: (name) => (name === 'kernel.ts' ? readFileSync(source, 'utf8') : null),
    writeFile: (name, contents) => {
      if (name === 'kernel.wasm') bytes = Buffer.from(contents);
    },
    listFiles: () => [],
  },
);
if (error || !bytes) {
  console.error(stderr.toString());
  process.exit(1);
}
const text = `/** Compiled from kernel.as by scripts/build-kernel.mjs; not written by hand. ${bytes.length} bytes. */
export const KERNEL_WASM =
  '${bytes.toString('base64')}';
`;
if (process.argv.includes('--check')) {
  if (readFileSync(target, 'utf8') !== text) {
    console.error(`${target} is stale: run node scripts/build-kernel.mjs`);
    process.exit(1);
  }
} else writeFileSync(target, text);
console.log(`kernel: ${bytes.length} bytes`);
