/** Fills the store with the demo town. Jobs that are there already are left as they are. */
import { appendOperations, importJob, loadJob, ready } from '../src/store/jobs';
import { demoJobs } from './jobs';

await ready();
let added = 0;
for (const { id, at, job } of await demoJobs()) {
  if (await loadJob(id)) continue;
  const { seal, ...unsealed } = job;
  const by = { client: 'demo', name: 'Tidewell Controls' };
  await importJob(unsealed, by, at, id);
  // Sealed as a person would, so that the store signs it.
  if (seal)
    await appendOperations(id, [
      {
        id: `${id}-seal`,
        job: id,
        base: 1,
        at: seal.at,
        by,
        kind: 'seal',
        label: 'Seal the record',
        changes: [{ path: ['seal'], to: seal }],
      },
    ]);
  added += 1;
}
console.log(`demo data: ${added} jobs added`);
