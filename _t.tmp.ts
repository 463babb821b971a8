import { derive } from './src/core/derive';
import { emptyJob } from './src/core/job/schema';
import { handoverPdf } from './src/papers/handover';
for (const [n, note] of Object.entries({ l60: 'line\n'.repeat(60), l200: 'line\n'.repeat(200), l600: 'line\n'.repeat(600), w400: 'word '.repeat(400), w790: 'word '.repeat(790) })) {
  const job = { ...emptyJob(), handOver: { shown: {}, note } } as never;
  try { const b = await handoverPdf(job, derive(job)); console.log(n, b.length); } catch (e) { console.log(n, 'ERR', String(e).slice(0, 200)); }
}
