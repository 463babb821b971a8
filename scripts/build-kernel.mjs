// Compiles the kernels' .as sources to WebAssembly and writes each as text beside it.
// `--check` fails when the committed bytes are not what a source compiles to.
import { readFileSync, writeFileSync } from 'node:fs';
import { basename } from 'node:path';
import asc from 'assemblyscript/asc';

const kernels = [
  {
    source: 'src/core/circuit/wasm/kernel.as',
    target: 'src/core/circuit/wasm/kernel.data.ts',
    name: 'KERNEL_WASM',
    pages: '1',
  },
  {
    source: 'src/core/thermal/wasm/hour.as',
    target: 'src/core/thermal/wasm/hour.data.ts',
    name: 'HOUR_WASM',
    pages: '3',
  },
  {
    source: 'src/core/evidence/wasm/kalman.as',
    target: 'src/core/evidence/wasm/kalman.data.ts',
    name: 'KALMAN_WASM',
    pages: '1',
  },
];

async function compile(source, pages) {
  let bytes;
  const { error, stderr } = await asc.main(
    [
      'kernel.ts',
      '-O3',
      '--runtime',
      'stub',
      '--enable',
      'simd',
      '--importMemory',
      '--noExportMemory',
      '--noAssert',
      '--initialMemory',
      pages,
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
  return bytes;
}

for (const { source, target, name, pages } of kernels) {
  const bytes = await compile(source, pages);
  const text = `/** Compiled from ${basename(source)} by scripts/build-kernel.mjs; not written by hand. ${bytes.length} bytes. */
export const ${name} =
  '${bytes.toString('base64')}';
`;
  if (process.argv.includes('--check')) {
    if (readFileSync(target, 'utf8') !== text) {
      console.error(`${target} is stale: run node scripts/build-kernel.mjs`);
      process.exit(1);
    }
  } else writeFileSync(target, text);
  console.log(`${source}: ${bytes.length} bytes`);
}
