import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { body, boundedText, foreignOrigin } from './http';

const request = (text: string, headers: Record<string, string> = {}): Request =>
  new Request('http://here.example/api', { method: 'POST', body: text, headers: { host: 'here.example', ...headers } });
const Shape = z.strictObject({ name: z.string(), list: z.array(z.number()).optional() });
const refusal = async (r: Request): Promise<[number, string]> => {
  const read = await body(r, Shape);
  if (!('response' in read)) throw new Error('was read');
  const { problems } = (await read.response.json()) as { problems: { path: string; message: string }[] };
  return [read.response.status, `${problems[0]?.path}: ${problems[0]?.message}`];
};

describe('requests', () => {
  it('a good body is read', async () => {
    expect(await body(request('{"name":"loft"}'), Shape)).toEqual({ value: { name: 'loft' } });
  });

  it('a bad one is refused with its place', async () => {
    expect(await refusal(request('{oops'))).toEqual([400, ': The request is not valid JSON.']);
    expect((await refusal(request('{"name":"x","list":[1,"two"]}')))[1]).toContain('list.1');
    expect((await refusal(request('{"name":"x","more":1}')))[1]).toContain('Unrecognized key');
  });

  it('no more is read than the limit, whatever the header claims', async () => {
    expect(await boundedText(request('x'.repeat(100)), 100)).toBe('x'.repeat(100));
    const long = await boundedText(request('x'.repeat(101)), 100);
    expect(long instanceof Response && long.status).toBe(413);
    const lying = await boundedText(request('x', { 'content-length': '999999999' }), 100);
    expect(lying instanceof Response && lying.status).toBe(413);
  });

  it('only pages of this host may write', () => {
    expect(foreignOrigin(request('', { origin: 'http://here.example' }))).toBeNull();
    expect(foreignOrigin(request(''))).toBeNull();
    expect(foreignOrigin(request('', { origin: 'http://elsewhere.example' }))?.status).toBe(403);
    expect(foreignOrigin(request('', { origin: 'null' }))?.status).toBe(403);
  });
});
