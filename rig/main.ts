/** `npm run rig`: the simulated house as a process of its own. */
import { serve } from '@hono/node-server';
import { Command } from 'commander';
import { createRig } from './server';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '::1']);

const options = new Command('rig')
  .description('A simulated house for Augerset to measure.')
  .option('--port <port>', 'port to listen on', '4700')
  .option('--host <host>', 'address to listen on', '127.0.0.1')
  .option('--beyond-loopback', 'allow an address that other machines reach')
  .option('--app <origin...>', 'where the application is, if not at port 3000 of this machine')
  .parse()
  .opts<{ port: string; host: string; beyondLoopback?: boolean; app?: string[] }>();

const port = Number(options.port);
if (!Number.isInteger(port) || port < 1 || port > 65_535) {
  console.error(`--port: "${options.port}" is not a port number`);
  process.exit(2);
}
if (!LOOPBACK.has(options.host) && !options.beyondLoopback) {
  console.error(`--host: ${options.host} is reached from other machines. Add --beyond-loopback if that is wanted.`);
  process.exit(2);
}

const rig = createRig(Date.now, Math.random, {
  anyOrigin: options.beyondLoopback === true,
  ...(options.app ? { apps: options.app } : {}),
});
let last = Date.now();
setInterval(() => {
  const at = Date.now();
  rig.tick(at - last);
  last = at;
}, 100);
serve({ fetch: rig.app.fetch, port, hostname: options.host }, () => {
  console.log(`Augerset rig at http://${options.host.includes(':') ? `[${options.host}]` : options.host}:${port}`);
});
