// `npm run demo`: installs, builds, migrates, fills the demo data, starts, prints the address.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { bin, ensurePackages, root, run } from './run.mjs';

ensurePackages();

function newest(path) {
  const s = statSync(path);
  if (!s.isDirectory()) return s.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((f) => newest(join(path, f))));
}
const built = existsSync(`${root}.next/BUILD_ID`) ? statSync(`${root}.next/BUILD_ID`).mtimeMs : 0;
const sources = Math.max(
  ...['app', 'src', 'rig', 'next.config.ts', 'package-lock.json', 'instrumentation.ts', 'proxy.ts'].map((p) =>
    newest(`${root}${p}`),
  ),
);
if (built < sources) {
  const code = run(bin('next'), ['build']);
  if (code !== 0) process.exit(code);
}
for (const script of ['src/store/migrate-cli.ts', 'demo/seed.ts']) {
  const code = run(bin('tsx'), [script]);
  if (code !== 0) process.exit(code);
}
const port = process.env.PORT ?? '3000';
console.log(`\nAugerset is at http://127.0.0.1:${port}\n`);
process.exit(run(bin('next'), ['start', '--hostname', '127.0.0.1', '--port', port]));
