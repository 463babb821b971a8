// The application as the end-to-end tests use it: fresh data, demo jobs, started. A request to the
// control port ends the server at once and starts it again, as a crash would.
import { spawn, spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { bin, root } from './run.mjs';

const port = process.argv[2] ?? '3411';
const folder = (process.env.DATABASE_URL ?? '').replace(/^file:/, '').replace(/\/[^/]*$/, '');
if (folder.startsWith('./.tmp/')) rmSync(`${root}${folder}`, { recursive: true, force: true });
const seeded = spawnSync(bin('tsx'), ['demo/seed.ts'], { cwd: root, stdio: 'inherit', env: process.env });
if (seeded.status !== 0) process.exit(1);

let child;
const start = () => {
  // Next's own file, not a wrapper: killing it must kill what serves.
  child = spawn(
    process.execPath,
    [`${root}node_modules/next/dist/bin/next`, 'start', '--hostname', '127.0.0.1', '--port', port],
    { cwd: root, stdio: 'inherit', env: process.env },
  );
};
const stop = () => {
  child.kill('SIGKILL');
};
start();
createServer((request, response) => {
  if (request.url === '/stop') stop();
  else if (request.url === '/start') start();
  response.end('ok');
}).listen(Number(port) + 2, '127.0.0.1');
for (const signal of ['SIGTERM', 'SIGINT']) {
  process.on(signal, () => {
    stop();
    process.exit(0);
  });
}
