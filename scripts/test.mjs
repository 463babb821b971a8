// `npm test`: installs what is missing, then types, lint, import boundaries, unit, build, end-to-end.
// The last line carries the true totals of all runners.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { bin, capture, ensurePackages, root, run } from './run.mjs';

ensurePackages();
mkdirSync(`${root}.tmp`, { recursive: true });

const CHROMIUM = '/usr/bin/chromium';
function ensureChromium() {
  if (existsSync(CHROMIUM)) return true;
  const isRoot = process.getuid?.() === 0;
  const hasApt = spawnSync('apt-get', ['--version']).status === 0;
  if (isRoot && hasApt) {
    console.log('Installing Debian’s chromium …');
    run('apt-get', ['update', '-qq']);
    run('apt-get', ['install', '-y', '-qq', 'chromium'], { env: { DEBIAN_FRONTEND: 'noninteractive' } });
  }
  if (existsSync(CHROMIUM)) return true;
  console.error(`No browser at ${CHROMIUM}. Run as root: apt-get update && apt-get install -y chromium`);
  return false;
}

let passed = 0;
let failed = 0;
const step = (name, code) => {
  if (code === 0) passed += 1;
  else failed += 1;
  console.log(`${code === 0 ? 'ok' : 'FAILED'}: ${name}`);
  return code === 0;
};

step('types', run(bin('tsc'), ['--noEmit']));
step('lint', run(bin('biome'), ['check', '.', '--error-on-warnings']));
step('import boundaries', run(process.execPath, ['scripts/boundaries.mjs']));
step('compiled kernel is current', run(process.execPath, ['scripts/build-kernel.mjs', '--check']));
step('generated documents are current', run(bin('tsx'), ['scripts/generate-docs.ts', '--check']));

const unitReport = `${root}.tmp/unit-report.json`;
rmSync(unitReport, { force: true });
const unit = await capture(bin('vitest'), [
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${unitReport}`,
]);
if (existsSync(unitReport)) {
  const report = JSON.parse(readFileSync(unitReport, 'utf8'));
  passed += report.numPassedTests;
  failed += report.numFailedTests + (unit.code !== 0 && report.numFailedTests === 0 ? 1 : 0);
} else step('unit tests', 1);

if (step('build', run(bin('next'), ['build']))) {
  if (ensureChromium()) {
    // Two halves side by side, each with a server, a rig and data of its own: a browser alone leaves a core idle.
    const halves = await Promise.all(
      [1, 2].map(async (half) => {
        const report = `${root}.tmp/e2e-report-${half}.json`;
        rmSync(report, { force: true });
        const { code } = await capture(
          bin('playwright'),
          ['test', `--shard=${half}/2`, `--output=test-results/half-${half}`],
          { E2E_PORT: String(3401 + 10 * half), E2E_DATA: `.tmp/e2e-${half}`, E2E_REPORT: report },
        );
        return { code, report };
      }),
    );
    for (const { code, report } of halves)
      if (existsSync(report)) {
        const { stats } = JSON.parse(readFileSync(report, 'utf8'));
        const bad = stats.unexpected + stats.flaky;
        passed += stats.expected;
        failed += bad + (code !== 0 && bad === 0 ? 1 : 0);
      } else step('end-to-end tests', 1);
  } else step('end-to-end tests (no browser)', 1);
}

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
