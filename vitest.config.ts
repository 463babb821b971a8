import { fileURLToPath } from 'node:url';
import { configDefaults, defineConfig } from 'vitest/config';

const root = fileURLToPath(new URL('.', import.meta.url));

/** Each keeps a database of its own in memory, under the one name that the code asks for. */
const APART = ['src/store/*.test.ts', 'src/sync/*.test.ts'];

export default defineConfig({
  resolve: { alias: { '@core': `${root}src/core`, '@': root.replace(/\/$/, '') } },
  test: {
    environment: 'node',
    setupFiles: ['tests/support/families.ts'],
    // The properties run long beside a busy second worker: a limit is there to end what hangs, not to time anything.
    testTimeout: 240_000,
    // One for each core: by itself it leaves one of two idle.
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        // The core is read once a worker, not once a file.
        test: {
          name: 'together',
          isolate: false,
          include: ['**/*.test.ts', '**/*.test.tsx'],
          exclude: [...configDefaults.exclude, '.next/**', 'tests/e2e/**', ...APART],
        },
      },
      { extends: true, test: { name: 'apart', include: APART } },
    ],
  },
});
