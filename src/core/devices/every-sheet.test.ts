import { describe, expect, it } from 'vitest';
import { familyOf } from '../family/registry';
import { emptyJobOf, Family } from '../job/schema';
import { readSheet, sheetFileSchema } from './every-sheet';

const shipped = Family.options.flatMap((f) =>
  familyOf(emptyJobOf(f)).module.sheets.shipped.map((s) => [f, s.name, s] as const),
);

describe('a sheet as a file', () => {
  it.each(shipped)('%s: %s goes out and comes back the same', (family, _name, sheet) => {
    const read = readSheet(JSON.parse(JSON.stringify(sheet)));
    expect(read).toEqual({ ok: true, sheet });
    expect(read.ok && read.sheet.family).toBe(family);
  });
  it('is refused with its place, whatever it is', () => {
    for (const value of [null, 7, [], {}, { family: 'kettle' }])
      expect(readSheet(value)).toMatchObject({ ok: false, problems: [{ path: 'family' }] });
    const [, , sheet] = shipped[0] ?? [];
    expect(readSheet({ ...sheet, name: '' })).toMatchObject({ ok: false, problems: [{ path: 'name' }] });
    expect(readSheet({ ...sheet, extra: 1 })).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('extra') }],
    });
  });
  it('has a schema that names every family', () => {
    const text = JSON.stringify(sheetFileSchema());
    for (const f of Family.options) expect(text).toContain(`"const":"${f}"`);
  });
});
