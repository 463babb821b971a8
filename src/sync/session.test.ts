import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { jobAs } from '../core/family/of';
import { applyOperation, type Operation } from '../core/job/operation';
import { emptyJob, type Job } from '../core/job/schema';
import { draftsOf, keptJob, waitingOperations } from './outbox';
import { JobSession } from './session';

/** A server in memory: orders operations, remembers them, streams them to every open source. */
class Server {
  job: Job = emptyJob();
  journal: Operation[] = [];
  up = true;
  away = false;
  refuse: string | null = null;
  /** Answers a whole request with this status when it holds an operation of that label. */
  poison: { label: string; status: number } | null = null;
  epoch = 'first';
  sources = new Set<Source>();

  append(operations: Operation[]): object {
    const accepted: { id: string; seq: number }[] = [];
    const refused: { id: string; refusal: { code: string; message: string } }[] = [];
    for (const o of operations) {
      const known = this.journal.findIndex((k) => k.id === o.id);
      if (known >= 0) accepted.push({ id: o.id, seq: known + 1 });
      else if (this.refuse) refused.push({ id: o.id, refusal: { code: 'sealed', message: this.refuse } });
      else {
        const applied = applyOperation(this.job, o);
        if (!applied.ok) {
          refused.push({ id: o.id, refusal: applied.refusal });
          continue;
        }
        this.job = applied.job;
        this.journal.push(o);
        accepted.push({ id: o.id, seq: this.journal.length });
        for (const s of this.sources) s.send(this.journal.length, o);
      }
    }
    return { accepted, refused, seq: this.journal.length };
  }
}

let server: Server;

class Source {
  static OPEN = 1;
  readyState = 0;
  onopen: (() => void) | null = null;
  onmessage: ((m: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;

  constructor(url: string) {
    const after = Number(new URL(url, 'http://x').searchParams.get('after'));
    setTimeout(() => {
      if (this.readyState === 2) return;
      if (!server.up || server.away) {
        this.onerror?.();
        return;
      }
      this.readyState = 1;
      server.sources.add(this);
      this.onopen?.();
      server.journal.slice(after).forEach((o, i) => {
        this.send(after + i + 1, o);
      });
    }, 0);
  }

  send(seq: number, operation: Operation): void {
    setTimeout(() => this.onmessage?.({ data: JSON.stringify({ seq, operation, conflicts: [] }) }), 0);
  }

  private readonly named = new Map<string, (m: { data: string }) => void>();
  addEventListener(name: string, listener: (m: { data: string }) => void): void {
    this.named.set(name, listener);
  }
  say(name: string, data: string): void {
    this.named.get(name)?.({ data });
  }

  close(): void {
    server.sources.delete(this);
    this.readyState = 2;
  }
}

const answer = (value: unknown, status = 200): Response => new Response(JSON.stringify(value), { status });

const fetchStub = async (url: string, init?: RequestInit): Promise<Response> => {
  if (!server.up) throw new TypeError('no server');
  if (server.away) return answer({ problems: [{ path: '', message: 'away' }] }, 503);
  if (init?.method === 'POST') {
    const { operations } = JSON.parse(String(init.body)) as { operations: Operation[] };
    const { poison } = server;
    if (poison && operations.some((o) => o.label === poison.label))
      return answer({ problems: [{ path: '', message: 'not to be taken' }] }, poison.status);
    return answer(server.append(operations));
  }
  const { searchParams, pathname } = new URL(url, 'http://x');
  if (pathname.includes('missing')) return answer({}, 404);
  return answer({
    id: pathname.split('/')[3] ?? '',
    job: server.job,
    seq: server.journal.length,
    own: server.journal.filter((o) => o.by.client === searchParams.get('client')),
    epoch: server.epoch,
    disputed: [],
  });
};

let n = 0;
const open = async (client: string, id = `job-${n}`): Promise<JobSession> => {
  const session = new JobSession(id, () => ({ client, name: client }));
  await session.open();
  return session;
};
const until = async (what: () => boolean): Promise<void> =>
  vi.waitFor(() => expect(what()).toBe(true), { timeout: 8000, interval: 20 });
/** A 24 V job with other survey fields. */
const jobWith = (j: Job, more: object): Job => ({ ...j, survey: { ...j.survey, ...more } }) as Job;
const zone =
  (text: string) =>
  (job: Job): Job => ({ ...job, zone: text });
const opened: JobSession[] = [];
const track = async (session: Promise<JobSession>): Promise<JobSession> => {
  const s = await session;
  opened.push(s);
  return s;
};

beforeEach(() => {
  n += 1;
  server = new Server();
  vi.stubGlobal('fetch', fetchStub);
  vi.stubGlobal('EventSource', Source);
});
afterEach(() => {
  for (const s of opened.splice(0)) s.close();
  vi.unstubAllGlobals();
});

describe('one open job', () => {
  it('shows a change at once, keeps it in the outbox, and calls it kept only when confirmed', async () => {
    const a = await track(open('phone'));
    expect(a.change('zone', zone('loft'))).toBe(true);
    expect([a.snapshot().job?.zone, a.snapshot().waiting]).toEqual(['loft', 1]);
    await until(() => a.snapshot().waiting === 0);
    expect([server.job.zone, a.snapshot().confirmedAt !== null]).toEqual(['loft', true]);
    expect(await waitingOperations(a.id)).toEqual([]);
  });

  it('does nothing when nothing differs, and says why a change is refused', async () => {
    const a = await track(open('phone'));
    expect(a.change('same', (j) => ({ ...j }))).toBe(false);
    expect(a.change('bad', (j) => ({ ...j, join: { ...j.join, signalDbm: 50 } }))).toBe(false);
    expect(a.snapshot().notices.map((x) => x.kind)).toEqual(['refused']);
    expect(server.journal).toEqual([]);
  });

  it('works on while the server is dead and sends when it is back', async () => {
    const a = await track(open('phone'));
    await until(() => server.sources.size === 1);
    server.up = false;
    a.change('zone', zone('made while dead'));
    await until(() => a.snapshot().connection === 'offline');
    expect((await waitingOperations(a.id)).map((o) => o.label)).toEqual(['zone']);
    server.up = true;
    await until(() => a.snapshot().waiting === 0);
    expect(server.job.zone).toBe('made while dead');
  });

  it('a closed tab’s unsent change is sent by the next one that opens the job', async () => {
    const a = await track(open('phone'));
    server.up = false;
    a.change('zone', zone('left behind'));
    await until(() => a.snapshot().connection === 'offline');
    a.close();
    server.up = true;
    const b = await track(open('phone', a.id));
    expect(b.snapshot().job?.zone).toBe('left behind');
    await until(() => b.snapshot().waiting === 0);
    expect(server.job.zone).toBe('left behind');
  });

  it('opens with no server from what this browser last saw', async () => {
    const a = await track(open('phone'));
    a.change('zone', zone('seen before'));
    await until(() => a.snapshot().waiting === 0);
    await until(() => server.sources.size >= 1);
    await vi.waitFor(async () => expect((await keptJob(a.id))?.job.zone).toBe('seen before'));
    a.close();
    server.up = false;
    const b = await track(open('phone', a.id));
    expect([b.snapshot().connection, b.snapshot().job?.zone]).toEqual(['offline', 'seen before']);
  });

  it('says when there is no such job', async () => {
    const a = await track(open('phone', 'missing'));
    expect([a.snapshot().connection, a.snapshot().job]).toEqual(['missing', null]);
  });

  it('takes in what others do, and offers back what was written over', async () => {
    const a = await track(open('phone'));
    const b = await track(open('laptop', a.id));
    await until(() => server.sources.size === 2);
    a.change('zone', zone('attic'));
    await until(() => b.snapshot().job?.zone === 'attic');
    // Both edit the same field before hearing of each other.
    a.change('zone', zone('loft'));
    b.change('zone', zone('cellar'));
    await until(
      () => a.snapshot().waiting + b.snapshot().waiting === 0 && a.snapshot().job?.zone === b.snapshot().job?.zone,
    );
    const stood = server.job.zone;
    const notices = [...a.snapshot().notices, ...b.snapshot().notices].filter((x) => x.kind === 'conflict');
    expect(notices.length).toBeGreaterThan(0);
    expect(server.journal).toHaveLength(3);
    const holder = a.snapshot().notices.length > 0 ? a : b;
    const [notice] = holder.snapshot().notices;
    if (!notice) throw new Error('no notice');
    holder.restore(notice);
    await until(() => server.job.zone !== stood);
    expect(['loft', 'cellar']).toContain(server.job.zone);
    expect(holder.snapshot().notices).toEqual([]);
  });

  it('what the server refuses stays a draft over a reload, until it is applied again or given up', async () => {
    const a = await track(open('phone'));
    server.refuse = 'The record is sealed.';
    a.change('two words', zone('too late'));
    a.change('others', (j) => ({ ...j, number: '7' }));
    await until(() => a.snapshot().drafts.length === 2);
    expect([a.snapshot().job?.zone, a.snapshot().waiting]).toEqual(['', 0]);
    a.close();
    const b = await track(open('phone', a.id));
    expect(b.snapshot().drafts.map((d) => [d.label, d.why])).toEqual([
      ['two words', 'The record is sealed.'],
      ['others', 'The record is sealed.'],
    ]);
    server.refuse = null;
    const [first, second] = b.snapshot().drafts;
    if (!first || !second) throw new Error('no drafts');
    b.applyDraft(first);
    b.giveUp(second.id);
    await until(() => server.job.zone === 'too late');
    expect(b.snapshot().drafts).toEqual([]);
    expect(await draftsOf(b.id)).toEqual([]);
  });

  it('an edit of something another person took away is not lost: it is a draft', async () => {
    server.job = { ...emptyJob(), survey: { ...emptyJob().survey, zones: { z1: { name: 'loft' } } } };
    const a = await track(open('phone'));
    const b = await track(open('laptop', a.id));
    await until(() => server.sources.size === 2);
    server.up = false;
    for (const s of server.sources) s.onerror?.();
    const named = (name: string) => (j: Job) => jobWith(j, { zones: { z1: { name } } });
    a.change('rename', named('attic'));
    a.change('number', (j) => ({ ...j, number: '7' }));
    b.change('remove', (j) => jobWith(j, { zones: {} }));
    server.append(await waitingOperations(a.id).then((all) => all.filter((o) => o.label === 'remove')));
    server.up = true;
    await until(() => a.snapshot().drafts.length === 1 && a.snapshot().waiting + b.snapshot().waiting === 0);
    expect(a.snapshot().drafts[0]).toMatchObject({ label: 'rename', changes: [{ to: 'attic' }] });
    expect([server.job.number, Object.keys(jobAs(server.job, '24v').survey.zones)]).toEqual(['7', []]);
    // Still gone: applying it says so and keeps it.
    const [draft] = a.snapshot().drafts;
    if (!draft) throw new Error('no draft');
    a.applyDraft(draft);
    expect([a.snapshot().drafts.length, a.snapshot().notices.at(-1)?.text]).toEqual([
      1,
      'What it belongs to is still gone. Copy it, or give it up.',
    ]);
  });

  it.each([400, 413, 500])('one entry answered with %d does not jam the rest', async (status) => {
    const a = await track(open('phone'));
    server.poison = { label: 'poison', status };
    a.change('before', zone('a'));
    a.change('poison', (j) => ({ ...j, number: 'x' }));
    a.change('after', (j) => ({ ...j, site: { ...j.site, name: 'Mill' } }));
    await until(() => a.snapshot().waiting === 0);
    expect([server.job.zone, server.job.number, server.job.site.name]).toEqual(['a', undefined, 'Mill']);
    expect(a.snapshot().drafts.map((d) => [d.label, d.why])).toEqual([['poison', 'not to be taken']]);
  });

  it('a server that says “later” is waited for, and called what it is', async () => {
    const a = await track(open('phone'));
    server.poison = { label: 'zone', status: 503 };
    a.change('zone', zone('a'));
    await until(() => a.snapshot().connection === 'trouble');
    expect([a.snapshot().waiting, a.snapshot().drafts]).toEqual([1, []]);
    server.poison = null;
    await until(() => a.snapshot().waiting === 0);
    expect(server.job.zone).toBe('a');
  });

  it('after a restore the page loads again instead of ignoring what is new', async () => {
    const a = await track(open('phone'));
    for (const name of ['one', 'two', 'three']) a.change(name, zone(name));
    await until(() => a.snapshot().waiting === 0 && server.sources.size === 1);
    // The backup is older: fewer entries, another epoch.
    server.job = { ...emptyJob(), zone: 'as backed up' };
    server.journal = [];
    server.epoch = 'second';
    for (const s of server.sources) s.say('epoch', 'second');
    await until(() => a.snapshot().job?.zone === 'as backed up');
    a.change('on', zone('after it'));
    await until(() => server.job.zone === 'after it' && a.snapshot().waiting === 0);
  });

  it('undo and redo are operations of their own and outlive the tab', async () => {
    const a = await track(open('phone'));
    a.change('first', zone('one'));
    a.change('second', zone('two'));
    await until(() => a.snapshot().waiting === 0);
    a.close();
    const b = await track(open('phone', a.id));
    expect(b.snapshot().undo.undo?.label).toBe('second');
    b.undo();
    await until(() => server.job.zone === 'one');
    expect(b.snapshot().undo.redo?.label).toBe('second');
    b.redo();
    await until(() => server.job.zone === 'two');
    expect(server.journal.map((o) => o.kind)).toEqual(['edit', 'edit', 'undo', 'redo']);
  });

  it('a server that answers without its database is not taken for no server, and the job opens when it is back', async () => {
    server.away = true;
    const a = await track(open('phone'));
    await until(() => a.snapshot().connection === 'trouble');
    // The stream failed as well by now, and says nothing of why.
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(a.snapshot().connection).toBe('trouble');
    server.away = false;
    await until(() => a.snapshot().connection === 'live');
    expect(a.snapshot().job).not.toBeNull();
  });
});
