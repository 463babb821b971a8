/** The server's own interface: what other programs and a second app instance would see. */
import { type ClientRequest, get } from 'node:http';
import { expect, test } from '@playwright/test';
import { PORT, RIG } from './helpers';

const by = { client: 'e2e-client', name: 'Test' };
const operation = (job: string, changes: object[], more: object = {}): object => ({
  id: `e2e-${Math.random().toString(36).slice(2)}-op`,
  job,
  base: 1,
  at: new Date().toISOString(),
  by,
  kind: 'edit',
  label: 'edit',
  changes,
  ...more,
});

const start = async (
  request: import('@playwright/test').APIRequestContext,
  from: object = { kind: 'empty' },
): Promise<string> => {
  const answer = await request.post('/api/jobs', { data: { by, from } });
  expect(answer.status()).toBe(201);
  return ((await answer.json()) as { id: string }).id;
};

test('a job is started, changed, read and exported', async ({ request }) => {
  const id = await start(request);
  const changed = await request.post(`/api/jobs/${id}/ops`, {
    data: { operations: [operation(id, [{ path: ['zone'], from: '', to: 'loft' }])] },
  });
  expect(await changed.json()).toMatchObject({ accepted: [{ seq: 2 }], refused: [], seq: 2 });
  const read = (await (await request.get(`/api/jobs/${id}?client=e2e-client`)).json()) as {
    job: { zone: string };
    seq: number;
    own: object[];
  };
  expect([read.job.zone, read.seq, read.own.length]).toEqual(['loft', 2, 2]);
  const file = await request.get(`/api/jobs/${id}/export`);
  expect(file.headers()['content-disposition']).toContain(`augerset-${id}.json`);
  const again = await start(request, { kind: 'file', text: await file.text() });
  expect(((await (await request.get(`/api/jobs/${again}`)).json()) as { job: { zone: string } }).job.zone).toBe('loft');
});

test('the same operation sent twice is done once', async ({ request }) => {
  const id = await start(request);
  const same = operation(id, [{ path: ['zone'], from: '', to: 'once' }]);
  for (let i = 0; i < 2; i++)
    expect(await (await request.post(`/api/jobs/${id}/ops`, { data: { operations: [same] } })).json()).toMatchObject({
      accepted: [{ seq: 2 }],
      seq: 2,
    });
});

test('what a job may not become is refused with its place, and the rest is kept', async ({ request }) => {
  const id = await start(request);
  const answer = await request.post(`/api/jobs/${id}/ops`, {
    data: {
      operations: [
        operation(id, [{ path: ['join', 'signalDbm'], to: 12 }]),
        operation(id, [{ path: ['zone'], from: '', to: 'kept' }]),
      ],
    },
  });
  expect(await answer.json()).toMatchObject({
    accepted: [{ seq: 2 }],
    refused: [{ refusal: { code: 'invalid', path: 'join.signalDbm' } }],
  });
});

test('requests that make no sense are answered, not obeyed', async ({ request }) => {
  const id = await start(request);
  const post = async (path: string, data: unknown): Promise<[number, string]> => {
    const a = await request.post(path, { data: data as object });
    return [
      a.status(),
      ((await a.json()) as { problems: { message: string; path: string }[] }).problems[0]?.message ?? '',
    ];
  };
  expect(await post(`/api/jobs/${id}/ops`, { operations: [] })).toEqual([400, expect.any(String)]);
  expect(await post(`/api/jobs/${id}/ops`, { operations: [operation('another-job', [])] })).toEqual([
    400,
    expect.stringContaining('another job'),
  ]);
  expect(await post(`/api/jobs/${id}/ops`, { operations: [operation(id, [], { kind: 'create' })] })).toEqual([
    400,
    expect.any(String),
  ]);
  expect(await post('/api/jobs/nothing-here/ops', { operations: [operation('nothing-here', [])] })).toEqual([
    404,
    'There is no such job.',
  ]);
  expect(await post('/api/jobs', { by, from: { kind: 'copy', id: 'nothing-here' } })).toEqual([
    404,
    'There is no job to copy.',
  ]);
  expect(await post('/api/jobs', { by, from: { kind: 'magic' } })).toEqual([400, expect.any(String)]);
  for (const path of ['', '/export', '/handover', '/worklist'])
    expect((await request.get(`/api/jobs/nothing-here${path}`)).status()).toBe(404);
  // The frame streams before the stop is known, so the status cannot say it; the page does.
  expect(await (await request.get(`/jobs/${id}/no-such-stop`)).text()).toContain('could not be found');
});

test('a masked copy holds no id, code or account', async ({ request }) => {
  const id = await start(request);
  await request.post(`/api/jobs/${id}/ops`, {
    data: {
      operations: [
        operation(id, [
          { path: ['device', 'serial'], to: 'SN-77-SECRET' },
          { path: ['join', 'account'], to: 'warden@skerrow.example' },
          { path: ['join', 'code'], to: 'ZX81QQ' },
        ]),
      ],
    },
  });
  const open = await (await request.get(`/api/jobs/${id}/export`)).text();
  const masked = await (await request.get(`/api/jobs/${id}/export?masked=1`)).text();
  for (const secret of ['SN-77-SECRET', 'warden@skerrow.example', 'ZX81QQ']) {
    expect(open).toContain(secret);
    expect(masked).not.toContain(secret);
  }
});

test('a copy keeps the place and the wiring, not what was measured or done', async ({ request }) => {
  const copy = await start(request, { kind: 'copy', id: 'demo-flat' });
  const { job } = (await (await request.get(`/api/jobs/${copy}`)).json()) as {
    job: Record<string, unknown> & {
      site: { name: string };
      zone: string;
      readings: object;
      survey: { conductors: object };
    };
  };
  expect([job.site.name, job.zone]).toEqual(['Cannery flats', 'flat 3 (copy)']);
  expect(Object.keys(job.survey.conductors)).toHaveLength(5);
  expect([job.readings, job.seal, job.amendments]).toEqual([{}, undefined, []]);
});

test('the list searches, limits and counts', async ({ request }) => {
  const list = async (query: string): Promise<{ items: { site: string }[]; total: number }> =>
    (await request.get(`/api/jobs?${query}`)).json();
  expect((await list('q=skerrow%20quay')).items.map((i) => i.site)).toEqual(expect.arrayContaining(['Net loft']));
  const two = await list('limit=2');
  expect([two.items.length, two.total > 2]).toEqual([2, true]);
  expect((await list('q=%25')).total).toBe(0);
  expect((await list(`q=${'x'.repeat(5000)}`)).total).toBe(0);
});

test('the stream tells what happened since, then what happens', async ({ baseURL, request }) => {
  const id = await start(request);
  await request.post(`/api/jobs/${id}/ops`, {
    data: { operations: [operation(id, [{ path: ['zone'], from: '', to: 'before' }])] },
  });
  const control = new AbortController();
  const stream = await fetch(`${baseURL}/api/jobs/${id}/stream?after=1`, { signal: control.signal });
  const reader = stream.body?.getReader();
  if (!reader) throw new Error('no stream');
  let text = '';
  const until = async (what: string): Promise<void> => {
    while (!text.includes(what)) {
      const { value, done } = await reader.read();
      if (done) throw new Error('stream ended');
      text += new TextDecoder().decode(value);
    }
  };
  await until('"before"');
  await request.post(`/api/jobs/${id}/ops`, {
    data: { operations: [operation(id, [{ path: ['zone'], from: 'before', to: 'after' }])] },
  });
  await until('"after"');
  expect(text.indexOf('id: 2')).toBeLessThan(text.indexOf('id: 3'));
  control.abort();
});

test('the sealed demo record stays sealed', async ({ request }) => {
  const answer = await request.post('/api/jobs/demo-flat/ops', {
    data: { operations: [operation('demo-flat', [{ path: ['zone'], from: 'flat 3', to: 'flat 4' }])] },
  });
  expect(await answer.json()).toMatchObject({ accepted: [], refused: [{ refusal: { code: 'sealed' } }] });
  const forged = await request.post('/api/jobs/demo-ferry/ops', {
    data: {
      operations: [
        operation(
          'demo-ferry',
          [{ path: ['seal'], to: { at: new Date().toISOString(), by: 'x', contentHash: 'a'.repeat(64) } }],
          { kind: 'seal' },
        ),
      ],
    },
  });
  expect(await forged.json()).toMatchObject({ accepted: [], refused: [{ refusal: { code: 'seal-differs' } }] });
});

test('another name that resolves here is not answered, nor is a stream of a job that is not', async ({ request }) => {
  for (const path of ['/', '/api/jobs', '/jobs/demo-netloft/survey']) {
    expect((await request.get(path, { headers: { host: 'evil.example:3411' } })).status()).toBe(421);
    expect((await request.get(path)).status()).toBe(200);
  }
  expect((await request.get(`${RIG}/state`, { headers: { host: 'evil.example' } })).status()).toBe(421);
  expect((await request.get('/api/jobs/nothing-here/stream')).status()).toBe(404);
  const headers = (await request.get('/api/jobs')).headers();
  expect(headers['cache-control']).toContain('no-store');
  expect(headers['cross-origin-resource-policy']).toBe('same-origin');
});

test('a page runs its own scripts by a nonce of its own, and nothing else', async ({ page, request }) => {
  const policyOf = async (): Promise<string> => (await request.get('/')).headers()['content-security-policy'] ?? '';
  const [one, two] = [await policyOf(), await policyOf()];
  expect(one).toContain("object-src 'none'");
  expect(one).not.toMatch(/script-src[^;]*unsafe-inline/);
  expect(/nonce-([^']+)/.exec(one)?.[1]).not.toBe(/nonce-([^']+)/.exec(two)?.[1]);
  const refused: string[] = [];
  page.on('console', (m) => m.type() === 'error' && refused.push(m.text()));
  for (const path of ['/', '/jobs/demo-station/set-up', '/jobs/demo-bath/week']) {
    await page.goto(path);
    await page.locator('.sentence, .ledger').first().waitFor();
  }
  expect(refused).toEqual([]);
  // What somebody slips in does not run.
  await page.evaluate(() => {
    const script = document.createElement('div');
    script.innerHTML = '<img src="x:" onerror="window.slipped = true">';
    document.body.append(script);
  });
  await page.waitForTimeout(300);
  expect(await page.evaluate(() => 'slipped' in window)).toBe(false);
});

test('streams are numbered: beyond five hundred none is opened until one is closed', async ({ request }) => {
  const id = await start(request);
  const opened: ClientRequest[] = [];
  const open = (): Promise<number> =>
    new Promise((resolve, reject) => {
      const stream = get(`http://127.0.0.1:${PORT}/api/jobs/${id}/stream`, (answer) => {
        resolve(answer.statusCode ?? 0);
      });
      stream.on('error', reject);
      opened.push(stream);
    });
  const answers = await Promise.all(Array.from({ length: 510 }, open));
  expect(answers.filter((s) => s === 503).length).toBeGreaterThanOrEqual(10);
  for (const stream of opened) stream.on('error', () => undefined).destroy();
  await expect.poll(async () => await open(), { timeout: 20_000 }).toBe(200);
  for (const stream of opened) stream.on('error', () => undefined).destroy();
});

test('odd addresses and bodies are answered with 4xx', async ({ request }) => {
  const id = await start(request);
  for (const path of ['/api/jobs/%zz', '/jobs/%E0%A4%A', `/api/jobs/${id}/at/0`, `/api/jobs/${id}/at/x`])
    expect((await request.get(path)).status(), path).toBe(400);
  expect((await request.get(`/api/jobs/${id}/at/99`)).status()).toBe(404);
  expect((await request.get('/api/jobs/nothing-here/journal')).status()).toBe(404);
  expect((await request.put(`/api/jobs/${id}`)).status()).toBe(405);
  const deep = `${'['.repeat(100_000)}${']'.repeat(100_000)}`;
  expect(
    (await request.post('/api/jobs', { data: deep, headers: { 'content-type': 'application/json' } })).status(),
  ).toBe(400);
});
