/** Fields off a schema: what each is, and what is asked while nobody filled it. */
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { floorParts, floorSupply, matsJoined, NO_FACTS } from '../floor/form';
import { FLOOR_ANSWERS, FloorSurvey } from '../job/floor-schema';
import { Survey } from '../job/survey-schema';
import {
  ACCESSORY_ROWS,
  CABLE_FIELDS,
  DWELLING_FIELDS,
  MORE_FIELDS,
  NAMEPLATE_FIELDS,
  OLD_FIELDS,
  SEEN_FIELDS,
  ZONE_ROWS,
} from '../lowvoltage/form';
import { type Field, fieldQuestions, kindOf, readList } from './field';

const Thing = z.strictObject({
  name: z.string().max(12).optional(),
  volts: z.union([z.literal(120), z.literal(240)]).optional(),
  kind: z.enum(['a', 'b', 'c']).optional(),
  ohms: z.number().min(1).max(9).optional(),
  mixed: z.union([z.literal(1), z.string()]).optional(),
});
type Thing = z.infer<typeof Thing>;

describe('what a field is', () => {
  it.each([
    [['name'], { kind: 'text', most: 12 }],
    [['volts'], { kind: 'choice', values: ['120', '240'], figures: true }],
    [['kind'], { kind: 'choice', values: ['a', 'b', 'c'] }],
    [['ohms'], { kind: 'figure', low: 1, high: 9 }],
  ])('%j', (path, kind) => {
    expect(kindOf(Thing, path)).toEqual(kind);
  });
  it('a list takes what its schema takes, as it is spelt, and names what cannot stand in it', () => {
    const list = kindOf(Survey, ['equipment', 'boardScrews']);
    if (list.kind !== 'list') throw new Error(list.kind);
    expect(readList('r, c  w1', list, (w) => w.toUpperCase())).toEqual({ ok: true, words: ['R', 'C', 'W1'] });
    expect(readList('', list)).toEqual({ ok: true, words: [] });
    expect(readList('R W§ C', list)).toEqual({ ok: false, problem: '“W§” cannot stand here.' });
    expect(readList('R ABCDEFGHI', list)).toMatchObject({ ok: false });
    expect(readList('R '.repeat(40), list)).toMatchObject({ ok: true });
    expect(readList('R '.repeat(41), list)).toEqual({ ok: false, problem: 'At most 40.' });
  });
  it('a path that leads nowhere, or to what no field shows, is refused', () => {
    expect(() => kindOf(Thing, ['nothing'])).toThrow('nothing');
    expect(() => kindOf(Thing, ['mixed'])).toThrow('mixed');
  });
});

describe('what is asked', () => {
  const field = (more: Partial<Field<Thing>>): Field<Thing> => ({
    path: ['kind'],
    label: 'Kind',
    words: { a: 'first', b: 'second' },
    means: { a: 'one' },
    ask: { code: 'kind', stop: 'survey', ask: 'Which?', how: 'Look.' },
    ...more,
  });
  const asked = (f: Field<Thing>, survey: Thing = {}): unknown[] =>
    fieldQuestions({ groups: [{ title: '', fields: [f] }], rows: [] }, Thing, survey);
  it('every choice by its words, once, while nobody filled it', () => {
    expect(asked(field({}))).toMatchObject([
      {
        code: 'kind',
        field: ['kind'],
        answers: [
          { value: 'a', label: 'first', means: 'one' },
          { value: 'b', label: 'second', means: '' },
          { value: 'c', label: 'c', means: '' },
        ],
      },
    ]);
    expect(asked(field({}), { kind: 'c' })).toEqual([]);
  });
  it('only what is still in question, only when it is due, only where it is seen', () => {
    const among = field({ ask: { code: 'kind', stop: 'survey', ask: 'Which?', how: 'Look.', among: ['c'] } });
    expect(asked(among)).toMatchObject([{ answers: [{ value: 'c' }] }]);
    expect(asked(field({ askedOnce: (s) => s.ohms !== undefined }))).toEqual([]);
    expect(asked(field({ askedOnce: (s) => s.ohms !== undefined }), { ohms: 2 })).toHaveLength(1);
    expect(asked(field({ shown: () => false }))).toEqual([]);
  });
  it('a figure is asked without answers to choose from', () => {
    expect(asked(field({ path: ['ohms'] }))).toMatchObject([{ answers: [] }]);
  });
});

describe('every descriptor leads to a field of its survey', () => {
  const floor = [...floorSupply(NO_FACTS), ...Object.values(floorParts(NO_FACTS)).flat(), matsJoined(NO_FACTS)];
  it.each(floor.map((f) => [f.path.join('.'), f] as const))('floor %s', (_, f) => {
    expect(() => kindOf(FloorSurvey, f.path)).not.toThrow();
  });
  const plain = [
    ...CABLE_FIELDS,
    ...SEEN_FIELDS,
    ...OLD_FIELDS,
    ...NAMEPLATE_FIELDS,
    ...MORE_FIELDS,
    ...DWELLING_FIELDS,
  ];
  it.each(plain.map((f) => [f.path.join('.'), f] as const))('24 V %s', (_, f) => {
    const kind = kindOf(Survey, f.path);
    if (kind.kind !== 'choice') return;
    for (const v of [...(f.only ?? []), ...Object.keys(f.words ?? {})]) expect(kind.values).toContain(v);
  });
  const rows = [ACCESSORY_ROWS, ZONE_ROWS].flatMap((r) =>
    r.fields.map((f) => [`${r.at}.${f.path.join('.')}`, r, f] as const),
  );
  it.each(rows)('24 V %s', (_, r, f) => {
    const kind = kindOf(Survey, [r.at, 'any', ...f.path]);
    const values = kind.kind === 'choice' ? kind.values : kind.kind === 'truth' ? ['true', 'false'] : [];
    for (const v of [...Object.keys(f.words ?? {}), ...(f.usual === undefined ? [] : [f.usual])])
      expect(values).toContain(v);
  });
  it('an accessory has the fields of its sort and its power alone', () => {
    const seen = (row: Record<string, unknown>): string[] =>
      ACCESSORY_ROWS.fields.filter((f) => f.inRow?.(row) !== false).map((f) => f.path.join('.'));
    expect(seen({ kind: 'humidifier' })).toEqual(['power', 'needsFan', 'va']);
    expect(seen({ kind: 'dehumidifier', power: 'own' })).toEqual(['power', 'tiedTo', 'output', 'needsFan', 'va']);
    expect(seen({ kind: 'ventilator', power: 'system' })).toContain('flowCubicMetresPerSecond');
    expect(ACCESSORY_ROWS.called?.({ kind: 'ventilator' })).toBe('Ventilator');
  });
  it('what old files answered by a code stands where the code’s field is', () => {
    const byCode = new Map(floor.flatMap((f) => (f.ask ? [[f.ask.code, f.path] as const] : [])));
    for (const [code, path] of Object.entries(FLOOR_ANSWERS)) expect([code, byCode.get(code)]).toEqual([code, path]);
  });
});
