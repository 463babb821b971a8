import { defineConfig } from '@playwright/test';

const port = Number(process.env.E2E_PORT ?? 3411);
const rigPort = port + 1;
const folder = process.env.E2E_DATA ?? '.tmp/e2e';

/** The real application, built, on a database of its own; the rig beside it. */
export default defineConfig({
  testDir: 'tests/e2e',
  // Generous: what is slow on a busy machine is no fault, and what never comes fails all the same.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  fullyParallel: false,
  workers: 1,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: process.env.E2E_REPORT ?? '.tmp/e2e-report.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    trace: 'off',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  projects: [
    { name: 'laptop', use: { viewport: { width: 1280, height: 800 } }, testIgnore: /phone/ },
    {
      name: 'phone',
      use: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
      testMatch: /phone/,
    },
  ],
  webServer: [
    {
      command: `node scripts/e2e-server.mjs ${port}`,
      url: `http://127.0.0.1:${port}/api/jobs`,
      env: { DATABASE_URL: `file:./${folder}/augerset.db`, NEXT_TELEMETRY_DISABLED: '1' },
      timeout: 60_000,
      reuseExistingServer: false,
      gracefulShutdown: { signal: 'SIGTERM', timeout: 4000 },
    },
    {
      command: `node_modules/.bin/tsx rig/main.ts --port ${rigPort} --app http://127.0.0.1:${port}`,
      url: `http://127.0.0.1:${rigPort}/`,
      timeout: 30_000,
      reuseExistingServer: false,
      gracefulShutdown: { signal: 'SIGTERM', timeout: 4000 },
    },
  ],
});
