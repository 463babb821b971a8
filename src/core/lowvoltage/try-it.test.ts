import { describe, expect, it } from 'vitest';
import { derived, FIVE_WIRES, landed } from '../../../tests/support/jobs';
import { parseTrial, tryIt } from './try-it';
import { tryUnderOpen } from './try-open';

const job = landed(FIVE_WIRES);
const d = derived(job);
const tried = (...lines: string[]) => {
  if (!d.installed) throw new Error('no circuit');
  const { installed } = d;
  const trials = lines.map((l) => {
    const t = parseTrial(l, job, installed);
    if (!t.ok) throw new Error(t.problem);
    return t.trial;
  });
  const result = tryIt(d, trials);
  if (!result) throw new Error('nothing tried');
  return result;
};

describe('try it', () => {
  it('where it is already, nothing changes', () => {
    expect(tried('blue on c')).toMatchObject({ harmless: true, burns: [] });
  });

  it('R joined to C at the board burns, and says in which state', () => {
    expect(tried('link r c board').burns.join()).toContain('fuse opens');
  });

  it('C taken off: the display loses its supply', () => {
    const { states, burns } = tried('blue off board');
    expect(burns).toEqual([]);
    expect(states.find((s) => s.state === 'idle')?.voltsThen ?? 99).toBeLessThan(15);
  });

  it('Y and G changed over at the board: fan runs the compressor', () => {
    const { warns } = tried('yellow on g board', 'green on y board');
    expect(warns.join('; ')).toContain('fan alone also runs compressor');
  });

  it('the job itself is not touched', () => {
    const before = JSON.stringify(job);
    tried('link r c board');
    expect(JSON.stringify(job)).toBe(before);
  });

  it.each([
    ['violet on c', 'no violet conductor'],
    ['blue', 'Where is blue tried'],
    ['link r', 'two screws'],
    ['blue on q9', 'no screw'],
    ['', 'Say what to try'],
  ])('%s: %s', (line, problem) => {
    if (!d.installed) throw new Error('no circuit');
    expect(parseTrial(line, job, d.installed)).toMatchObject({ ok: false, problem: expect.stringContaining(problem) });
  });
});

describe('harmless', () => {
  const under = (lines: string, entry: string) => {
    const open = landed(lines, {}, { answers: {} });
    const own = derived(open);
    if (!own.installed) throw new Error('no circuit');
    const t = parseTrial(entry, open, own.installed);
    if (!t.ok) throw new Error(t.problem);
    return tryUnderOpen(open, own, own.questions, [t.trial]);
  };
  it('only what is so under every open answer: the link that shorts the supply where B is the common is named with it', () => {
    const r = under('r red, b blue, o orange, y yellow, g green, w white', 'link r b board');
    expect(r?.harmless).toBe(false);
    expect([...(r?.burns ?? []), ...(r?.hangsOn.map((h) => h.harm) ?? [])].join()).toMatch(/fuse|gets more|runs/);
  });
  it('with nothing open, what it was', () => {
    expect(under(FIVE_WIRES, 'blue on c')).toMatchObject({ hangsOn: [] });
  });
});
