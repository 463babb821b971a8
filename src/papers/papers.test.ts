import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../../demo/jobs';
import { derive } from '../core/derive';
import { emptyJob, type Job } from '../core/job/schema';
import { handoverPdf, handoverSections } from './handover';
import { labelsPdf } from './labels';
import { MARGIN, paged, SHEET } from './pages';
import { sizeOf } from './paper-size';
import { print } from './print';
import { TONES, widthOf } from './type';
import { worklistPdf } from './worklist';

interface Node {
  role?: string;
  type?: string;
  alt?: string;
  children?: readonly Node[];
}

interface Read {
  title: unknown;
  language: unknown;
  marked: boolean;
  pages: { text: string; tree: Node | null }[];
}

/** As another program reads it. */
async function read(pdf: Uint8Array): Promise<Read> {
  const doc = await getDocument({ data: Uint8Array.from(pdf), verbosity: 0 }).promise;
  const { info } = await doc.getMetadata();
  const marks = await doc.getMarkInfo();
  const pages: Read['pages'] = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const content = await page.getTextContent({ includeMarkedContent: false });
    const text = content.items.map((i) => ('str' in i ? i.str : '')).join(' ');
    pages.push({ text, tree: (await page.getStructTree()) as Node | null });
  }
  const facts = info as { Title?: unknown; Language?: unknown };
  await doc.loadingTask.destroy();
  return { title: facts.Title, language: facts.Language, marked: marks?.Marked === true, pages };
}

/** Of a page: what has something on it, and what that is part of. */
function roles(node: Node | null): string[] {
  const below = (node?.children ?? []).flatMap(roles);
  const said = node?.children?.some((c) => c.type === 'content') === true || below.length > 0;
  return node?.role && said ? [node.role, ...below] : below;
}
const alts = (node: Node | null): string[] =>
  node ? [...(node.alt ? [node.alt] : []), ...(node.children ?? []).flatMap(alts)] : [];

/** As worked out beforehand. */
const plannedPages = (job: Job): number =>
  handoverSections(job, derive(job)).reduce((n, s) => n + paged(s.blocks, sizeOf(job)).length, 0);

const town = await demoJobs();

describe('papers', () => {
  it.each(town)('are made for $id, in the state it is in', async ({ job }) => {
    const d = derive(job);
    const papers = await read(await handoverPdf(job, d));
    // What was worked out to fit does fit: no page ran over into another.
    expect(papers.pages).toHaveLength(plannedPages(job));
    // Each says what it is to a reader who cannot see it.
    expect(papers).toMatchObject({ marked: true, language: 'en', title: expect.stringMatching(/^Handover: ./) });
    const all = papers.pages.flatMap(({ tree }) => roles(tree));
    expect(all.filter((r) => r === 'H1')).toHaveLength(2);
    expect(all).toEqual(expect.arrayContaining(['Document', 'Sect', 'H2', 'P']));
    const last = papers.pages.at(-1);
    expect(last?.text).toContain(`${papers.pages.length} / ${papers.pages.length}`);
  });

  it('say tables by rows with their heads, drawings in words, and keep the foot out of the text', async () => {
    const pdf = await print('Two readings', 'A4', [
      {
        foot: 'at the foot',
        blocks: [
          { kind: 'lines', lines: [{ text: 'Title Ω → ≤', tone: 'title' }] },
          {
            kind: 'table',
            heading: 'Readings',
            columns: [
              { head: 'Where', width: 50 },
              { head: 'Read', width: 50, mono: true },
            ],
            rows: Array.from({ length: 70 }, (_, i) => [`place ${i}`, `${i}.0 V`]),
          },
          { kind: 'drawing', height: 40, alt: 'a line from R to C', draw: (doc, x, y) => doc.rect(x, y, 9, 9).fill() },
        ],
      },
    ]);
    const { pages } = await read(pdf);
    expect(pages.length).toBeGreaterThan(1);
    const all = pages.flatMap(({ tree }) => roles(tree));
    // Heads are said once, however often they are drawn.
    expect(all.filter((r) => r === 'TH')).toHaveLength(2);
    expect(all.filter((r) => r === 'TD')).toHaveLength(140);
    expect(pages.flatMap(({ tree }) => alts(tree))).toEqual(['a line from R to C']);
    expect(pages[1]?.text).toMatch(/Where.*at the foot/);
    expect(pages[0]?.text).toContain('Title Ω → ≤'.split(' ')[0]);
    expect(pages.map((p) => p.text).join(' ')).toMatch(/Ω.*→.*≤/);
  });

  it('draw the wiring before and after, in words too, and end with the seal', async () => {
    const job = town.find((t) => t.job.seal !== undefined && t.job.family === '24v')?.job ?? emptyJob();
    const { pages } = await read(await handoverPdf(job, derive(job)));
    const drawn = pages.flatMap(({ tree }) => alts(tree)).filter((a) => /: wall /.test(a));
    expect(drawn).toHaveLength(2);
    const last = pages.at(-1);
    expect(last?.text).toMatch(/Seal\s+Sealed .* by /);
    expect(roles(last?.tree ?? null).filter((r) => r === 'TR' || r === 'H2').length).toBeGreaterThan(1);
  });

  it('are made with a photograph that is spoilt, which says so in its place', async () => {
    const at = '2026-03-01T09:00:00Z';
    const hash = 'a'.repeat(64);
    const photo = { hash, at, by: 'Ada', stop: 'survey' as const, width: 800, height: 600, onPaper: true };
    const job: Job = { ...emptyJob(), photos: { p1: photo } };
    const { pages } = await read(await handoverPdf(job, derive(job), { [hash]: new Uint8Array([1, 2, 3]) }));
    expect(pages.map((p) => p.text).join(' ')).toContain('This photograph cannot be read.');
  });

  it('keep the foot beside the page’s number, of the widest letters too', async () => {
    const job: Job = { ...emptyJob(), site: { name: 'W'.repeat(200) } };
    for (const { foot } of handoverSections(job, derive(job)))
      expect(widthOf(foot, TONES.foot)).toBeLessThan(
        SHEET.A4.width - 2 * MARGIN.left - widthOf('999 / 999', TONES.foot),
      );
  });

  it('list the work with a box for each step, said to be done or not', async () => {
    const job = town.find((t) => t.id === 'demo-station')?.job ?? emptyJob();
    const { pages, title } = await read(await worklistPdf(job, derive(job)));
    expect(title).toMatch(/^Work list: /);
    const boxes = pages.flatMap(({ tree }) => alts(tree)).filter((a) => /^(Done|To do): /.test(a));
    expect(boxes.length).toBeGreaterThan(derive(job).shared.steps.length);
  });

  it.each(['A4', 'LETTER'] as const)('labels on %s', async (size) => {
    const station = town.find((t) => t.id === 'demo-station');
    for (const job of [station?.job ?? emptyJob(), emptyJob()])
      expect((await read(await labelsPdf(job, derive(job), size))).marked).toBe(true);
  });

  it('are made for an empty job and for one with hostile and long names', async () => {
    const nasty: Job = {
      ...emptyJob(),
      zone: `Ω → ≤ ${'x'.repeat(180)}`,
      site: { name: '<script>alert(1)</script>', customer: '𝔘nusual “names” – and \u0000 bytes', address: 'ß Ж 漢' },
      handOver: { shown: {}, note: 'line\nline\n'.repeat(300) },
    };
    const wordy: Job = { ...emptyJob(), handOver: { shown: {}, note: 'word '.repeat(790) } };
    const named: Job = {
      ...emptyJob(),
      number: 'W'.repeat(200),
      zone: 'W'.repeat(200),
      site: { name: 'W'.repeat(200), customer: 'wide '.repeat(40), address: 'W'.repeat(200) },
      handOver: { shown: {}, note: 'W'.repeat(4000) },
    };
    for (const [job, word, times] of [
      [emptyJob(), /Not sealed/g, 1],
      [nasty, /line/g, 600],
      [wordy, /word/g, 790],
      [named, /W/g, 4000],
    ] as const) {
      const { pages } = await read(await handoverPdf(job, derive(job)));
      expect(pages).toHaveLength(plannedPages(job));
      const text = pages.map((p) => p.text).join(' ');
      expect(text.match(word)?.length).toBeGreaterThanOrEqual(times);
    }
  });
});
