/** What every route handler needs: bounded bodies, same-origin writes, errors with a place. */
import { BadTextError, parseJson } from '@core/job/bounds';
import type * as z from 'zod';
import { isAway } from '@/src/store/client';
import { ready, UnreadableJob } from '@/src/store/jobs';

/** An error for the log: values somebody typed or searched for stay out of it. */
export const sayable = (error: unknown): string =>
  (error instanceof Error ? (error.stack ?? error.message) : String(error)).replace(
    /params:[^\n]*/g,
    'params: not logged',
  );

/** Every answer of the store's: what goes wrong is said with a status that tells what to do about it. */
export const answering =
  <A extends unknown[]>(handler: (...args: A) => Promise<Response>): ((...args: A) => Promise<Response>) =>
  async (...args) => {
    try {
      await ready();
      return await handler(...args);
    } catch (error) {
      if (error instanceof UnreadableJob) return problems(422, [{ path: '', message: error.message }]);
      if (isAway(error)) {
        console.error('the database is away:', sayable(error).split('\n')[0]);
        const message = 'The database is away or busy. Nothing was changed.';
        return Response.json({ problems: [{ path: '', message }] }, { status: 503, headers: { 'Retry-After': '3' } });
      }
      console.error(sayable(error));
      return problems(500, [{ path: '', message: 'The server made a mistake. Nothing was changed.' }]);
    }
  };

export const MAX_BODY_BYTES = 6_000_000;

export interface Problem {
  path: string;
  message: string;
}

export const problems = (status: number, list: Problem[]): Response => Response.json({ problems: list }, { status });
export const notFound = (what: string): Response => problems(404, [{ path: '', message: `There is no ${what}.` }]);

/** A page of another origin must not write here. Requests without an Origin come from no page. */
export function foreignOrigin(request: Request): Response | null {
  const origin = request.headers.get('origin');
  const host = request.headers.get('host');
  if (origin === null || (URL.canParse(origin) && new URL(origin).host === host)) return null;
  return problems(403, [{ path: '', message: 'Written from another site: refused.' }]);
}

/** A costly answer that another site's page asks for: browsers say where a request comes from. */
export function fromElsewhere(request: Request): Response | null {
  const site = request.headers.get('sec-fetch-site');
  if (site === null || site === 'same-origin' || site === 'none') return foreignOrigin(request);
  return problems(403, [{ path: '', message: 'Asked for by another site: refused.' }]);
}

/** The body as bytes, read no further than the limit. */
export async function boundedBytes(request: Request, limit = MAX_BODY_BYTES): Promise<Uint8Array | Response> {
  const tooLarge = (): Response => problems(413, [{ path: '', message: `More than ${limit / 1e6} MB: not read.` }]);
  if (Number(request.headers.get('content-length') ?? 0) > limit) return tooLarge();
  const reader = request.body?.getReader();
  if (!reader) return new Uint8Array();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > limit) {
      await reader.cancel();
      return tooLarge();
    }
    chunks.push(value);
  }
  return new Uint8Array(Buffer.concat(chunks));
}

/** The body as text, read no further than the limit. */
export async function boundedText(request: Request, limit = MAX_BODY_BYTES): Promise<string | Response> {
  const bytes = await boundedBytes(request, limit);
  return bytes instanceof Response ? bytes : Buffer.from(bytes).toString('utf8');
}

/** The body parsed against a schema, or the response that says what is wrong. */
export async function body<T>(request: Request, schema: z.ZodType<T>): Promise<{ value: T } | { response: Response }> {
  const foreign = foreignOrigin(request);
  if (foreign) return { response: foreign };
  const text = await boundedText(request);
  if (typeof text !== 'string') return { response: text };
  let raw: unknown;
  try {
    raw = parseJson(text);
  } catch (error) {
    if (error instanceof BadTextError) return { response: problems(400, [error.bad]) };
    const deep = error instanceof Error && error.message.startsWith('more than');
    const message = deep ? `The request is ${error.message}.` : 'The request is not valid JSON.';
    return { response: problems(400, [{ path: '', message }]) };
  }
  const parsed = schema.safeParse(raw);
  return parsed.success
    ? { value: parsed.data }
    : {
        response: problems(
          400,
          parsed.error.issues.slice(0, 10).map((i) => ({ path: i.path.join('.'), message: i.message })),
        ),
      };
}
