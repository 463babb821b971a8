// `npm run bench`: see bench/run.ts.
import { bin, ensurePackages, run } from './run.mjs';

ensurePackages();
process.exit(run(bin('tsx'), ['bench/run.ts', ...process.argv.slice(2)]));
