/** Fills the store with the demo town. Jobs that are there already are left as they are. */
import { importJob, loadJob, ready } from '../src/store/jobs';
import { demoJobs } from './jobs';

await ready();
let added = 0;
for (const { id, at, job } of await demoJobs()) {
  if (await loadJob(id)) continue;
  await importJob(job, { client: 'demo', name: 'Tidewell Controls' }, at, id);
  added += 1;
}
console.log(`demo data: ${added} jobs added`);
