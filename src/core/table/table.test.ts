/** Tables of other programs: heads with their units, delimiters, decimal commas, times; nothing taken by how it begins. */
import { describe, expect, it } from 'vitest';
import { readHouseLog } from '../thermal/fit';
import { matchColumns, momentOf, readTable, type Wanted } from './table';

const WANTED: readonly Wanted<'indoor' | 'outdoor'>[] = [
  { key: 'indoor', names: ['indoor', 'room'], of: ['temperature'], bare: '°C' },
  { key: 'outdoor', names: ['outdoor'], of: ['temperature'], bare: '°C' },
];

describe('heads', () => {
  it.each([
    ['indoor_F', '°F'],
    ['indoor (F)', '°F'],
    ['Indoor [°F]', '°F'],
    ['indoor, degF', '°F'],
    ['INDOOR °F', '°F'],
    ['room_degC', '°C'],
    ['indoor', '°C'],
  ])('%s is indoor in %s', (head, unit) => {
    const m = matchColumns([head, 'outdoor'], WANTED);
    if (!m.ok) throw new Error(m.problem);
    const same = { '°F': /F/, '°C': /C/ }[unit as '°F' | '°C'];
    expect(m.columns.indoor?.unit).toMatch(same);
  });
  it.each([
    ['indoor humidity', 'no column for indoor'],
    ['indoors', 'no column for indoor'],
    ['indoor (K)', 'no unit that is known'],
    ['indoor_furlong', 'no column for indoor'],
  ])('%s is not indoor: %s', (head, why) => {
    const m = matchColumns([head, 'outdoor'], WANTED);
    expect(m.ok ? '' : m.problem).toContain(why);
  });
  it('two columns that could be one are refused, not the first taken', () => {
    const m = matchColumns(['indoor', 'room_F', 'outdoor'], WANTED);
    expect(m.ok ? '' : m.problem).toContain('two columns could be indoor');
  });
  it('what each was taken for is said, and what was not used', () => {
    const m = matchColumns(['indoor_F', 'outdoor', 'indoor humidity'], WANTED);
    expect(m).toMatchObject({
      says: ['indoor: “indoor_F” in F', 'outdoor: “outdoor” in °C, assumed'],
      unused: ['indoor humidity'],
    });
  });
});

describe('rows', () => {
  it('carry the line of the file they begin on', () => {
    const t = readTable('\uFEFFsep=;\r\na;b\r\n\r\n1;"two\r\nlines"\r\n3;4\r\n');
    expect([t.headLine, t.rows.map((r) => r.line)]).toEqual([2, [4, 6]]);
  });
});

describe('times', () => {
  it('with and without a zone, and no date that there is not', () => {
    expect(momentOf('2026-03-01T06:30:00Z')).toEqual({ minute: Date.UTC(2026, 2, 1, 6, 30) / 60_000, is: 'instant' });
    expect(momentOf('2026-03-01 06:30+02:00')).toEqual({ minute: Date.UTC(2026, 2, 1, 4, 30) / 60_000, is: 'instant' });
    expect(momentOf('2026-03-01 06:30')?.is).toBe('local');
    expect(momentOf('6:30')).toEqual({ minute: 390, is: 'clock' });
    for (const bad of ['2026-02-31T06:30', '25:00', '12:60', 'noon', '12']) expect(momentOf(bad)).toBeNull();
  });
});

describe('a heating log, as programs write it', () => {
  const rows = (head: string, ...lines: string[]) => readHouseLog([head, ...lines].join('\n'), 8000);
  const second = (head: string, ...lines: string[]) => {
    const r = rows(head, ...lines);
    if (!r.ok) throw new Error(`${r.line}: ${r.problem}`);
    return r.rows[1];
  };
  const SAME = { minute: 15, airCelsius: 20, outdoorCelsius: 5, heatWatts: 4000 };
  it.each<[string, string[]]>([
    ['minute,indoor,outdoor,heat', ['0,20,5,0', '15,20,5,4000']],
    ['time_s,indoor_F,outdoor_F,heat_kW', ['0,68,41,0', '900,68,41,4']],
    ['time (h);indoor (°C);outdoor (°C);heat (kW)', ['0;20,0;5,0;0', '0,25;20,0;5,0;4,0']],
    [
      'timestamp,room temperature (degC),outdoor temp (degC),heater_on_fraction',
      ['2026-01-01T00:00:00Z,20,5,0', '2026-01-01T00:15:00Z,20,5,0.5'],
    ],
    ['time\tindoor\toutdoor\tduty (%)', ['23:50\t20\t5\t0', '00:05\t20\t5\t50']],
    ['"minutes","room","outside","power (Btu/h)"', ['"0","20","5","0"', '"15","20","5","13648.57"']],
  ])('%s', (head, lines) => {
    const got = second(head, ...lines);
    for (const [key, value] of Object.entries(SAME)) expect(got?.[key as keyof typeof SAME]).toBeCloseTo(value, 2);
  });
  it.each([
    ['time,indoor,outdoor,heat', ['0,20,5,0', '15,20,5,0'], 'does not say its unit'],
    ['minute,indoor,outdoor,heat (V)', ['0,20,5,0', '15,20,5,0'], 'no unit that is known'],
    ['minute,indoor,outdoor,heat,power', ['0,20,5,0,1', '15,20,5,0,1'], 'two columns could be heat'],
    ['minute,indoor,outdoor,on fraction', ['0,20,5,0', '15,20,5,50'], 'between 0 and 1'],
    ['timestamp,indoor,outdoor,heat', ['2026-01-01T00:00:00Z,20,5,0', '2026-01-01 00:15,20,5,0'], 'two ways'],
  ])('%s is refused', (head, lines, why) => {
    const r = rows(head as string, ...(lines as string[]));
    expect(r.ok ? '' : r.problem).toContain(why as string);
  });
});
