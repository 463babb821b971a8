import { describe, expect, it } from 'vitest';
import '../family/all';
import { familyOf } from '../family/registry';
import { emptyJobOf, Family, type Job } from '../job/schema';
import { plateOf } from './plate';
import type { BaseSheet } from './sheet';
import { sheetOf } from './sheet-of';

const sheet = (family: Family, id: string): BaseSheet => {
  const found = familyOf(emptyJobOf(family)).module.sheets.shipped.find((s) => s.id === id);
  if (!found) throw new Error(`${id} does not ship`);
  return found;
};
const shown = (s: BaseSheet): string[] => plateOf(s)?.rows.map((r) => r.map((t) => t.label).join(' ')) ?? [];

describe('a plate as drawn', () => {
  it('stands in the rows its sheet says; labels they forget come in a last row', () => {
    const two = sheet('24v', 'v7-menu');
    expect(shown(two)).toEqual(['Rc Rh W1 W2 M1', 'C G Y1 Y2']);
    expect(shown({ ...two, plate: { rows: ['Rc Rh'] } })).toEqual(['Rc Rh', 'C W1 W2 Y1 Y2 G M1']);
    expect(plateOf(two)?.join).toEqual({ kind: 'internal', between: ['Rc', 'Rh'] });
  });
  it('is one row of named terminals in other families', () => {
    expect(shown(sheet('contact', 'cb1-cell'))).toEqual(['P Q']);
    expect(plateOf(sheet('contact', 'cb1-cell'))?.rows[0]?.[0]?.use).toBe('com');
  });
  it('has the switches in its case with their positions', () => {
    expect(plateOf(sheet('24v', 'm4-slide'))?.switches[0]).toMatchObject({ name: 'A', positions: ['left', 'right'] });
  });
  it('is none where a sheet says nothing of terminals or switches', () => {
    expect(plateOf(sheet('boiler', 'rc2-radio'))).toBeNull();
  });
  it('names no terminal that the sheet has not, and none twice', () => {
    const { schema } = familyOf(emptyJobOf('24v')).module.sheets;
    const said = (rows: string[]): string[] =>
      schema.safeParse({ ...sheet('24v', 'v7-menu'), plate: { rows } }).error?.issues.map((i) => i.message) ?? [];
    expect(said(['Rc X9'])).toEqual(['X9 is not one of the terminals']);
    expect(said(['Rc C', 'C'])).toEqual(['C stands on the plate twice']);
    expect(said(['Rc C'])).toEqual([]);
  });
});

describe('the sheet of a job', () => {
  it.each(Family.options)('is the one named or carried: %s', (family) => {
    const job = emptyJobOf(family) as Job;
    const [first] = familyOf(job).module.sheets.shipped;
    expect(sheetOf(job)).toBeNull();
    expect(sheetOf({ ...job, device: { sheet: first?.id } } as Job)?.name).toBe(first?.name);
    expect(sheetOf({ ...job, device: { inline: { ...first, name: 'Own' } } } as Job)?.name).toBe('Own');
    expect(sheetOf({ ...job, device: { inline: { name: 'Half' } } } as Job)).toBeNull();
  });
});
