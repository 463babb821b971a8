import { derive } from '@core/derive';
import { readJobValue } from '@core/job/file';
import { emptyJob } from '@core/job/schema';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { RunLine } from './run-line';
import { runningTimers } from './timers';

describe('the run line', () => {
  const read = readJobValue({
    format: 'augerset.job',
    version: 2,
    device: 't24-five',
    site: { name: 'Loft' },
    arrive: { worksNow: 'yes' },
    answers: { fuel: 'gas' },
    survey: { lines: 'r red, y yellow, g green, w white' },
  });
  if (!read.ok) throw new Error('unread');
  const html = renderToStaticMarkup(<RunLine job="j1" stops={derive(read.job).stops} here="decide" />);

  it('says each stop’s state in words, with its minutes', () => {
    expect(html).toContain('aria-label="Arrive: done, T-24 five-screw, 6 minutes"');
    expect(html).toContain('aria-label="Decide: blocked, not decided, 2 minutes"');
    expect(html).toContain('aria-label="Week: to do, not made, 4 minutes"');
  });

  it('marks where one is, and crosses out what is blocked', () => {
    expect(html.match(/aria-current="step"/g)).toHaveLength(1);
    expect(html).toContain('M 10 10 L 20 20 M 20 10 L 10 20');
  });

  it('links to every stop', () => {
    for (const stop of ['arrive', 'make-safe', 'survey', 'hand-over'])
      expect(html).toContain(`href="/jobs/j1/${stop}"`);
  });
});

describe('waits', () => {
  const job = {
    ...emptyJob(),
    timers: {
      rest: { label: 'Compressor rest', startedAt: '2026-03-01T09:00:00Z', seconds: 300, stop: 'proof' },
      hub: { label: 'Hub update', startedAt: '2026-03-01T08:58:00Z', seconds: 600, stop: 'arrive' },
      old: { label: 'First start', startedAt: '2026-03-01T08:00:00Z', seconds: 60, stop: 'power-up', stopped: true },
    },
  };

  it('are what is left of them at any moment, soonest first, stopped ones gone', () => {
    const at = Date.parse('2026-03-01T09:01:00Z');
    expect(runningTimers(job, at).map((t) => [t.label, t.left])).toEqual([
      ['Compressor rest', 240],
      ['Hub update', 420],
    ]);
  });

  it('go below zero once over, so that being over is known after any absence', () => {
    const late = runningTimers(job, Date.parse('2026-03-01T12:00:00Z'));
    expect(late.every((t) => t.left < 0)).toBe(true);
  });
});
