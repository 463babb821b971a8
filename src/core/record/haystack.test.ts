/** Grids out and back, and read by another program's reader. */
import { type HDateTime, type HGrid, type HNum, makeValue } from 'haystack-core';
import { describe, expect, it } from 'vitest';
import { anyJob } from '../../../tests/support/jobs';
import { type Job, Reading } from '../job/schema';
import { historyGrid, pointsGrid, takeGrid } from './haystack';

const at = (n: number): string => `2026-03-01T09:0${n}:00Z`;
const READINGS: Record<string, Reading> = Object.fromEntries(
  (
    [
      { quantity: 'volts-ac', value: 26.4, a: 'wall.R', b: 'wall.C', state: 'idle', stop: 'power-up' },
      { quantity: 'ohms', value: 1e12, a: 'wall.W', b: 'wall.C', state: 'off', stop: 'survey', struck: true },
      { quantity: 'seen', value: 0, state: 'fan', stop: 'proof', test: 'fan', measure: 'runs' },
      { quantity: 'said', value: 1, words: 'E 4 – “hot”', stop: 'power-up', measure: 'part.shows' },
      { quantity: 'celsius', value: -3.5, stop: 'proof', test: 'warm', measure: 'out' },
    ] as const
  ).map((r, i) => [`r${i}`, Reading.parse({ at: at(i), by: 'Ada', source: 'typed', ...r })]),
);
const job = (): Job => {
  const base = anyJob({ site: { name: 'Kiln house', address: '1 Kiln Lane' }, zone: 'hall' });
  return {
    ...base,
    readings: READINGS,
    week: { ...base.week, profiles: { day: { name: 'Day', heatCelsius: 20.5, coolCelsius: 25 } } },
  } as Job;
};
const throughText = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe('a job as Haystack grids', () => {
  it('its history comes back the same, every field of every reading', () => {
    const taken = takeGrid({ ...job(), readings: {} } as Job, throughText(historyGrid(job())));
    expect(taken).toMatchObject({ ok: true, readings: 5, setpoints: 0 });
    expect(taken.ok && taken.job.readings).toEqual(READINGS);
  });
  it('its setpoints come back changed', () => {
    const grid = throughText(pointsGrid(job())) as ReturnType<typeof pointsGrid>;
    const row = grid.rows.find((r) => r.profile === 'day' && r.heating);
    if (row) row.curVal = { _kind: 'number', val: 19, unit: '°C' };
    const taken = takeGrid(job(), grid);
    expect(taken).toMatchObject({ ok: true, setpoints: 2 });
    expect(taken.ok && taken.job.week.profiles.day).toEqual({ name: 'Day', heatCelsius: 19, coolCelsius: 25 });
  });
  it('another reader finds the same rows, times, figures and units', () => {
    const history = makeValue(throughText(historyGrid(job())) as never) as HGrid;
    expect(history.length).toBe(5);
    const first = history.get(0);
    expect(first?.get<HNum>('val')?.value).toBe(26.4);
    expect(first?.get<HNum>('val')?.unit?.symbol).toBe('V');
    expect(first?.get<HDateTime>('ts')?.date.toISOString()).toBe('2026-03-01T09:00:00.000Z');
    const points = makeValue(throughText(pointsGrid(job())) as never) as HGrid;
    expect(points.filter('site').length).toBe(1);
    expect(points.filter('sp and heating').get(0)?.get<HNum>('curVal')?.value).toBe(20.5);
    // Each row of history is of a point that the other grid has.
    const ids = new Set(points.getRows().map((r) => r.get('id')?.toString()));
    for (const r of history.getRows()) expect(ids.has(r.get('id')?.toString())).toBe(true);
  });
  it('takes all or nothing, and says which row is wrong', () => {
    const grid = throughText(historyGrid(job())) as ReturnType<typeof historyGrid>;
    const third = grid.rows[2] as Record<string, unknown>;
    third.val = 'x'.repeat(3);
    (third.reading as Record<string, unknown>).quantity = 'kettles';
    expect(takeGrid(job(), grid)).toMatchObject({ ok: false, problems: [{ path: 'rows.2' }] });
    for (const wrong of [null, 7, {}, { _kind: 'grid' }, { _kind: 'grid', rows: [{ ts: 'x' }] }])
      expect(takeGrid(job(), wrong)).toMatchObject({
        ok: false,
        problems: expect.arrayContaining([expect.objectContaining({ message: expect.any(String) })]),
      });
    expect(takeGrid(job(), { _kind: 'grid', rows: [{ sp: {}, profile: 'night', curVal: 3 }] })).toMatchObject({
      problems: [{ message: expect.stringContaining('no profile “night”') }],
    });
  });
});
