/** Jobs, entries and seals of the first version of the format, read today. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anySurvey, clean } from '../../../tests/arbitrary/floor';
import { derive } from '../derive';
import { contentHash, sealDigest, verifySeal } from '../record/seal';
import { diff } from './changes';
import { readJobValue } from './file';
import { changesAcross, changesFromFirst, emptyJob1, fromFirst, Job1, readJob } from './first-version';
import { seen } from './measured';
import { type Operation, undoChanges } from './operation';
import { Replay } from './replay';
import { emptyJob, Job } from './schema';

const AT = '2026-03-01T09:00:00Z';
const old = (more: object): Job1 => Job1.parse({ format: 'augerset.job', version: 1, ...more });
const FLOOR = {
  supplyVolts: 240,
  mats: {
    m1: {
      ratedWatts: 450,
      ratedVolts: 240,
      before: { ohms: 128, megohms: 550 },
      connection: { ohms: 128.4 },
    },
  },
  togetherOhms: 128.2,
  probe: { ohms: 14_600, floorCelsius: 20.5, place: 'between' },
  start: { voltage: { said: '240', at: AT } },
};
const entry = (n: number, kind: Operation['kind'], changes: Operation['changes'], version?: 2): Operation => ({
  id: `entry-${String(n).padStart(3, '0')}`,
  job: 'job-1',
  base: n,
  at: AT,
  by: { client: 'phone', name: 'Ada' },
  kind,
  label: 'edit',
  changes,
  ...(version ? { version } : {}),
});

describe('a job of the first version', () => {
  it('becomes one survey of its family, and what was measured becomes readings', () => {
    const job = fromFirst(old({ family: 'floor', floor: FLOOR }));
    expect([job.version, job.family, 'first' in job]).toEqual([2, 'floor', false]);
    expect(job.survey).toMatchObject({
      mats: { m1: { ratedWatts: 450, ratedVolts: 240 } },
      probe: { place: 'between' },
    });
    expect(JSON.stringify(job.survey)).not.toMatch(/ohms|Volts":240,"mats|said/);
    const read = Object.values(job.readings).map((r) => [r.measure, r.of ?? '', r.words ?? r.value]);
    expect(read).toEqual(
      expect.arrayContaining([
        ['part.supply-volts', '', 240],
        ['part.mats-together', '', 128.2],
        ['part.probe-ohms', '', 14_600],
        ['part.probe-celsius', '', 20.5],
        ['part.mat-ohms-before', 'm1', 128],
        ['part.mat-insulation-before', 'm1', 550e6],
        ['part.mat-ohms-connection', 'm1', 128.4],
        ['part.start', 'voltage', '240'],
      ]),
    );
    expect(read).toHaveLength(8);
  });

  it('says the same whichever way its file is written', () => {
    fc.assert(
      fc.property(anySurvey, (survey) => {
        const mats = Object.fromEntries(survey.mats.map((m, i) => [`m${i}`, m]));
        const floor = clean({ ...survey, mats });
        const one = readJobValue({ format: 'augerset.job', version: 1, family: 'floor', floor });
        const two = readJobValue({ format: 'augerset.job', version: 2, family: 'floor', survey: floor });
        if (!one.ok || !two.ok) throw new Error('not read');
        expect(two.job).toEqual(one.job);
        // Seen again it says what was written; kept and read again it is the same.
        expect(readJob(JSON.parse(JSON.stringify(one.job)))).toEqual(one.job);
        const again = readJobValue(JSON.parse(JSON.stringify(one.job)));
        expect(again.ok && derive(again.job).shared.findings).toEqual(derive(one.job).shared.findings);
      }),
      { numRuns: 200, seed: 1111 },
    );
  });

  it('an answer fills its field; one that does not fit stays an answer; a filled field stands', () => {
    const job = fromFirst(
      old({
        family: 'boiler',
        boiler: { input: 'live' },
        answers: { plant: 'gravity', 'boiler-input': 'bus', other: 'x' },
      }),
    );
    expect([job.survey, job.answers]).toEqual([
      expect.objectContaining({ plant: 'gravity', input: 'live' }),
      { other: 'x' },
    ]);
    const odd = fromFirst(old({ family: 'boiler', answers: { plant: 'windmill' } }));
    expect([odd.survey, odd.answers]).toEqual([
      expect.not.objectContaining({ plant: 'windmill' }),
      { plant: 'windmill' },
    ]);
  });

  it('another family’s survey that somebody filled is kept as it was', () => {
    const before = old({ family: '24v', floor: FLOOR });
    expect(fromFirst(before).first).toMatchObject({ version: 1, floor: { togetherOhms: 128.2 } });
  });

  it('of a family that did not exist then is refused with its place', () => {
    const read = readJobValue({ format: 'augerset.job', version: 1, family: 'steam' });
    expect(read).toMatchObject({ ok: false, problems: [{ path: 'family' }] });
  });
});

describe('a record sealed in the first version', () => {
  const content = old({ family: 'floor', zone: 'bath', floor: FLOOR });
  const record: Job1 = {
    ...content,
    zone: 'attic',
    seal: { at: AT, by: 'Ada', contentHash: contentHash(content) },
    amendments: [{ at: AT, by: 'Bea', reason: 'wrong name', changes: [{ path: ['zone'], from: 'bath', to: 'attic' }] }],
  };

  it('still verifies, amended then and amended today, with the digest it was signed over', () => {
    const job = fromFirst(record);
    expect(verifySeal(job)).toMatchObject({ ok: true, hash: record.seal?.contentHash, amendments: 1 });
    expect(verifySeal(job)).toMatchObject({ digest: sealDigest(record) });
    const later = {
      ...job,
      number: '7',
      amendments: [
        ...job.amendments,
        { at: AT, by: 'Cy', reason: 'number', changes: [{ path: ['number'], to: '7' }], version: 2 as const },
      ],
    };
    expect(verifySeal(Job.parse(later))).toMatchObject({ ok: true, amendments: 2 });
  });

  it.each<[string, (job: Job) => Job]>([
    ['another zone', (job) => ({ ...job, zone: 'cellar' })],
    ['another reading', (job) => ({ ...job, readings: {} })],
    ['what was sealed changed', (job) => ({ ...job, first: { ...job.first, zone: 'cellar' } })],
    ['what was sealed taken away', ({ first: _gone, ...job }) => job as Job],
  ])('does not verify with %s', (_what, forge) => {
    expect(verifySeal(forge(fromFirst(record))).ok).toBe(false);
  });
});

describe('entries of the first version', () => {
  it('a journal that began then goes on today', () => {
    const replay = new Replay();
    const begun = old({ family: 'floor', floor: FLOOR });
    expect(replay.take(entry(1, 'create', diff(emptyJob1(), begun)))).toEqual({ conflicts: [] });
    const was: Operation = entry(2, 'edit', [{ path: ['floor', 'mats', 'm1', 'before', 'ohms'], from: 128, to: 127 }]);
    expect(replay.take(was)).toEqual({ conflicts: [] });
    expect(replay.job().readings['m-mat-ohms-before.m1']?.value).toBe(127);
    expect(replay.take(entry(3, 'edit', [{ path: ['zone'], from: '', to: 'bath' }], 2))).toEqual({ conflicts: [] });
    expect([replay.job().zone, replay.job().version]).toEqual(['bath', 2]);
    // None of the first comes after one of today's.
    expect(replay.take(entry(4, 'edit', [{ path: ['zone'], from: 'bath', to: 'x' }]))).toHaveProperty('refused');
    expect(new Replay().job()).toEqual(emptyJob());
  });

  it('waiting in a browser: a measured figure becomes a reading of its own, a field moves to its place', () => {
    const before = old({ family: 'floor', floor: FLOOR });
    const after = {
      ...before,
      floor: {
        ...before.floor,
        covering: 'tile' as const,
        togetherOhms: 131,
        probe: { place: 'between' as const, floorCelsius: 20.5 },
      },
    };
    const changes = changesAcross(before, after, AT);
    expect(changes).toEqual(
      expect.arrayContaining([
        { path: ['survey', 'covering'], to: 'tile' },
        { path: ['readings', 'm-probe-ohms', 'struck'], to: true },
        {
          path: ['readings', expect.stringMatching(/^m-mats-together-/)],
          to: expect.objectContaining({ value: 131, at: AT }),
        },
      ]),
    );
    expect(changes).toHaveLength(3);
  });

  it('taken back today: fields move, measured figures stay', () => {
    const was = entry(1, 'edit', [
      { path: ['floor', 'covering'], from: 'tile', to: 'stone' },
      { path: ['floor', 'togetherOhms'], from: 12, to: 13 },
      { path: ['floor', 'mats', 'm2'], to: { ratedWatts: 300, before: { ohms: 170 } } },
      { path: ['boiler', 'plant'], to: 'gravity' },
      { path: ['zone'], from: 'a', to: 'b' },
    ]);
    expect(undoChanges({ ...was, changes: changesFromFirst(was.changes, 'floor') })).toEqual([
      { path: ['zone'], from: 'b', to: 'a' },
      { path: ['survey', 'mats', 'm2'], from: { ratedWatts: 300 } },
      { path: ['survey', 'covering'], from: 'stone', to: 'tile' },
    ]);
  });
});

describe('what was measured', () => {
  it('a part that was taken out keeps its readings, and the survey has no place for them', () => {
    const job = fromFirst(old({ family: 'floor', floor: FLOOR }));
    const { mats: _mats, ...survey } = job.survey as Record<string, unknown>;
    const without = Job.parse({ ...job, survey });
    expect((seen(without as never) as { survey: { mats: object } }).survey.mats).toEqual({});
    expect(Object.keys(without.readings)).toHaveLength(8);
  });
});
