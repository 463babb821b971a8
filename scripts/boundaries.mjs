// `npm run boundaries`: holds the import arrows over every tracked source file, says how many modules it
// saw, and proves first that it can fail, on a planted violation.
import { spawnSync } from 'node:child_process';
import { deadExports, findsDead, readAll } from './dead-exports.mjs';
import { canSee, familyAsks } from './family-asks.mjs';
import { bin, root } from './run.mjs';
import { canSeeWhole, wholeLibrary } from './whole-library.mjs';

const CONFIG = `${root}.dependency-cruiser.cjs`;

/** Files given one by one: from folder arguments the reader takes no TypeScript with this compiler. */
function cruise(cwd, files) {
  const done = spawnSync(bin('depcruise'), ['--config', CONFIG, '--output-type', 'json', ...files], {
    cwd,
    encoding: 'utf8',
    maxBuffer: 256 * 1024 * 1024,
  });
  const report = JSON.parse(done.stdout);
  return {
    seen: new Set(report.modules.map((m) => m.source)),
    violations: report.summary.violations.map((v) => `${v.rule.name}: ${v.from} → ${v.to}`),
  };
}

const planted = cruise(`${root}scripts/boundary-canary`, ['src/core/leak.ts', 'src/features/leak.ts']).violations;
const must = ['core-is-pure: src/core/leak.ts', 'features-know-core-and-ui: src/features/leak.ts'];
const missed = must.filter((m) => !planted.some((v) => v.startsWith(m)));
if (missed.length > 0) {
  console.error(`The boundary check is blind: it did not report ${missed.join(' and ')}.`);
  process.exit(1);
}

const tracked = spawnSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx'], {
  cwd: root,
  encoding: 'utf8',
})
  .stdout.split('\n')
  .filter((f) => /^(src|app|rig|cli|demo|bench|tests)\/|^(proxy|instrumentation)\.ts$/.test(f));
const { seen, violations } = cruise(root, tracked);
const unseen = tracked.filter((f) => !seen.has(f) && !f.endsWith('.d.ts'));
if (tracked.length < 300 || unseen.length > 0) {
  console.error(`The boundary check saw ${seen.size} modules and missed ${unseen.slice(0, 5).join(', ')}.`);
  process.exit(1);
}
if (!canSee() || !findsDead() || !canSeeWhole()) {
  console.error('A check of the texts is blind: it did not report what was planted for it.');
  process.exit(1);
}
const everything = spawnSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx', '*.mjs'],
  {
    cwd: root,
    encoding: 'utf8',
  },
)
  .stdout.trim()
  .split('\n');
const texts = readAll(root, everything);
violations.push(
  ...familyAsks(texts.filter(({ path }) => tracked.includes(path) || /^scripts\/.*\.ts$/.test(path))).map(
    (a) => `family asked after: ${a}`,
  ),
  ...wholeLibrary(texts.filter(({ path }) => path.startsWith('src/'))).map(
    (w) => `brings a whole library into a page: ${w}`,
  ),
  ...deadExports(texts).map((d) => `nobody names this export: ${d}`),
);
for (const v of violations) console.error(v);
console.log(`${seen.size} modules seen, ${tracked.length} files tracked, ${violations.length} violations`);
process.exit(violations.length > 0 ? 1 : 0);
