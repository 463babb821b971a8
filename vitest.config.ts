import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const root = fileURLToPath(new URL('.', import.meta.url));

export default defineConfig({
  resolve: { alias: { '@core': `${root}src/core`, '@': root.replace(/\/$/, '') } },
  test: {
    include: ['**/*.test.ts', '**/*.test.tsx'],
    exclude: ['node_modules/**', '.next/**', 'tests/e2e/**'],
    environment: 'node',
    setupFiles: ['tests/support/families.ts'],
    // Property tests and command-line tests take seconds on a busy machine.
    // The properties run long beside a busy second worker: a limit is there to end what hangs, not to time anything.
    testTimeout: 240_000,
    // One for each core: by itself it leaves one of two idle.
    maxWorkers: 2,
  },
});
