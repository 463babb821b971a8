// `npm start`: serves what `npm run build` made, to this machine only unless told otherwise.
import { bin, run } from './run.mjs';

const args = process.argv.slice(2);
const option = (name) => {
  const at = args.indexOf(name);
  return at < 0 ? undefined : args[at + 1];
};
const host = option('--host') ?? '127.0.0.1';
const port = option('--port') ?? process.env.PORT ?? '3000';
if (!['127.0.0.1', 'localhost', '::1'].includes(host)) {
  if (!args.includes('--beyond-loopback')) {
    console.error(`--host: ${host} is reached from other machines. Add --beyond-loopback if that is wanted.`);
    process.exit(2);
  }
  console.warn('Take care: there is no sign-in. Whoever reaches this address reads and changes every job.');
  console.warn(`It answers under ${process.env.AUGERSET_HOSTS ?? host}; set AUGERSET_HOSTS for other names.`);
  process.env.AUGERSET_HOSTS ??= host;
}
process.exit(run(bin('next'), ['start', '--hostname', host, '--port', port]));
