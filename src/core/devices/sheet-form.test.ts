import { describe, expect, it } from 'vitest';
import '../family/all';
import { familyOf } from '../family/registry';
import { emptyJobOf, Family } from '../job/schema';
import {
  begunEntry,
  freshOf,
  nodeOf,
  renamed,
  type SheetNode,
  sheetProblems,
  unsaid,
  withPlace,
  wordsOf,
} from './sheet-form';

const modules = Family.options.map((family) => familyOf(emptyJobOf(family)).module);

/** Whether a node could have made a value: the form shows all of a sheet, or something of it would be lost. */
function shows(node: SheetNode, value: unknown): boolean {
  if (value === undefined) return true;
  switch (node.kind) {
    case 'figure':
      return typeof value === 'number' && value >= node.low && value <= node.high;
    case 'text':
      return typeof value === 'string';
    case 'truth':
      return typeof value === 'boolean';
    case 'choice':
      return node.values.includes(value as string);
    case 'several':
      return Array.isArray(value) && value.every((v) => node.values.includes(v));
    case 'texts':
      return Array.isArray(value) && value.every((v) => typeof v === 'string');
    case 'span':
      return Array.isArray(value) && value.length === 2;
    case 'named':
      return Object.values(value as object).every((v) => shows(node.of, v));
    case 'group': {
      const keys = new Set([...node.fields.map((f) => f.key), 'format', 'version', 'family']);
      const tree = value as Record<string, unknown>;
      return Object.keys(tree).every((k) => keys.has(k)) && node.fields.every((f) => shows(f.node, tree[f.key]));
    }
    case 'rows':
      return (value as unknown[]).every((row) => shows({ kind: 'group', fields: node.of }, row));
    case 'one-of': {
      const tree = value as Record<string, unknown>;
      return node.shapes.some((s) => s.key in tree && shows(s.node, tree[s.key]));
    }
  }
}

describe.each(modules.map((m) => [m.id, m] as const))('a sheet of %s as a form', (_id, module) => {
  const node = nodeOf(module.sheets.schema);
  it.each(module.sheets.shipped.map((s) => [s.name, s] as const))('shows all of %s', (_name, sheet) => {
    expect(shows(node, sheet)).toBe(true);
    expect(sheetProblems(module.sheets.schema, sheet)).toEqual([]);
  });
  it('says what is wrong and where, and takes the figure put right', () => {
    const [sheet] = module.sheets.shipped;
    const bad = withPlace(sheet, ['settings', 0, 'label'], '');
    expect(sheetProblems(module.sheets.schema, bad)).toMatchObject([
      { path: 'settings.0.label', where: expect.stringContaining('1') },
    ]);
    expect(sheetProblems(module.sheets.schema, withPlace(bad, ['settings', 0, 'label'], 'Own'))).toEqual([]);
    expect(sheetProblems(module.sheets.schema, withPlace(sheet, ['name'], undefined))).toMatchObject([
      { path: 'name' },
    ]);
  });
  it('an empty sheet lists everything that is wanted, and nothing throws', () => {
    expect(sheetProblems(module.sheets.schema, freshOf(node)).length).toBeGreaterThan(1);
  });
});

describe('places of a sheet', () => {
  it('a row taken out leaves the others in their order; a changed name stays where it was', () => {
    const sheet = { rows: [{ a: 1 }, { a: 2 }, { a: 3 }], named: { x: 1, y: 2 } };
    expect(withPlace(sheet, ['rows', 1], undefined)).toEqual({ ...sheet, rows: [{ a: 1 }, { a: 3 }] });
    expect(Object.keys(withPlace(sheet, ['named', 'x'], 9) as object)).toEqual(['rows', 'named']);
    expect(withPlace(sheet, ['new', 'deep'], 1)).toEqual({ ...sheet, new: { deep: 1 } });
  });
  it.each([
    ['compressorRestSeconds', 'Compressor rest', 's'],
    ['heatRangeCelsius', 'Heat range', '°C'],
    ['coilVA', 'Coil', 'VA'],
    ['name', 'Name', ''],
    ['singleR', 'A single R goes to', ''],
  ])('%s reads “%s” in “%s”', (key, label, unit) => {
    expect(wordsOf(key)).toEqual({ label, unit });
  });
});

describe('a settings entry begun', () => {
  it('has the job’s own choices, to be written as the device has them; what has a place is not asked again', () => {
    const canonical = [
      { key: 'units', name: 'Units', options: [{ value: 'si', label: '°C' }] },
      { key: 'lock', name: 'Lock', options: [] },
    ];
    expect(unsaid(canonical, { settings: [{ setting: 'lock' }] }).map((c) => c.key)).toEqual(['units']);
    expect(unsaid(canonical, {}).length).toBe(2);
    expect(canonical.map(begunEntry)).toEqual([
      { setting: 'units', label: 'Units', at: { path: [''] }, values: { si: '°C' } },
      { setting: 'lock', label: 'Lock', at: { path: [''] } },
    ]);
  });
  it('a name that is taken is not given twice', () => {
    expect(renamed({ a: 1, b: 2 }, 'a', 'c')).toEqual({ c: 1, b: 2 });
    expect(renamed({ a: 1, b: 2 }, 'a', 'b')).toEqual({ a: 1, b: 2 });
  });
});
