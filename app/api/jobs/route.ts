import '@core/family/all';
import { LIST_STATES, type Listing } from '@core/contract/listing';
import { familyOf } from '@core/family/registry';
import { readJobFile } from '@core/job/file';
import { seen, split } from '@core/job/measured';
import { emptyJob, emptyJobOf, Family, Job } from '@core/job/schema';
import * as z from 'zod';
import { importJob, loadJob } from '@/src/store/jobs';
import { listJobs } from '@/src/store/list';
import { storeTrouble } from '@/src/store/look-over';
import { answering, body, notFound, problems } from '../_http/http';

export const dynamic = 'force-dynamic';

export const GET = answering(async (request: Request): Promise<Response> => {
  const { searchParams } = new URL(request.url);
  const before = Number(searchParams.get('before'));
  const day = (name: string): string | undefined | Response => {
    const said = searchParams.get(name);
    if (!said) return undefined;
    return z.iso.date().safeParse(said).success
      ? said
      : problems(400, [{ path: name, message: `“${said.slice(0, 40)}” is no day such as 2026-11-30.` }]);
  };
  const since = day('since');
  const until = day('until');
  if (since instanceof Response) return since;
  if (until instanceof Response) return until;
  const list = await listJobs({
    search: (searchParams.get('q') ?? '').slice(0, 200),
    archived: searchParams.get('archived') === '1',
    drills: searchParams.get('drills') === '1',
    person: (searchParams.get('person') ?? '').slice(0, 80) || undefined,
    since,
    until,
    state: LIST_STATES.find((s) => s === searchParams.get('state')),
    limit: Math.min(200, Math.max(1, Math.floor(Number(searchParams.get('limit'))) || 60)),
    before: Number.isSafeInteger(before) && before > 0 ? before : undefined,
  });
  return Response.json({ ...list, trouble: storeTrouble() } satisfies Listing);
});

const Start = z.strictObject({
  by: z.strictObject({ client: z.string().min(1).max(40), name: z.string().max(80) }),
  from: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('empty'), family: Family.optional() }),
    z.strictObject({ kind: z.literal('copy'), id: z.string().max(40) }),
    z.strictObject({ kind: z.literal('file'), text: z.string() }),
  ]),
});

/** A copy keeps the place, the device and what is in the wall; not what was measured or done. */
function copied(job: Job): Job {
  const { site, zone, device, week, units, supplies, house, sensors } = job;
  // What was keyed in was keyed into another device.
  const { keyed: _keyed, ...wished } = week;
  const survey = familyOf(job).module.copied(seen(job).survey);
  const copy = {
    ...emptyJobOf(job.family),
    site,
    zone: zone ? `${zone} (copy)`.slice(0, 200) : '',
    device: { sheet: device.sheet, inline: device.inline },
    week: wished,
    ...(house ? { house } : {}),
    ...(sensors ? { sensors } : {}),
    units,
    supplies: Object.fromEntries(
      Object.entries(supplies).map(([id, s]) => [id, { name: s.name, kind: s.kind, state: 'on' as const }]),
    ),
  };
  return Job.parse({ ...copy, survey: split(job.family, survey as Record<string, unknown>).survey });
}

export const POST = answering(async (request: Request): Promise<Response> => {
  const read = await body(request, Start);
  if ('response' in read) return read.response;
  const { by, from } = read.value;
  let job: Job = from.kind === 'empty' && from.family ? emptyJobOf(from.family) : emptyJob();
  if (from.kind === 'copy') {
    const source = await loadJob(from.id);
    if (!source) return notFound('job to copy');
    job = copied(source.job);
  } else if (from.kind === 'file') {
    const file = readJobFile(from.text);
    if (!file.ok) return problems(422, file.problems);
    job = file.job;
  }
  const id = await importJob(job, by, new Date().toISOString());
  return Response.json({ id }, { status: 201 });
});
