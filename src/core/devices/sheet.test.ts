import { describe, expect, it } from 'vitest';
import { derived } from '../../../tests/support/jobs';
import { readJobValue } from '../job/file';
import { chosenSheet } from './choose';
import { DeviceSheet } from './sheet';
import { SHIPPED_SHEETS } from './shipped.data';

const base = SHIPPED_SHEETS[0];
const refused = (change: object): string[] => {
  const parsed = DeviceSheet.safeParse({ ...base, ...change });
  return parsed.success ? [] : parsed.error.issues.map((i) => i.path.join('.'));
};

describe('a device sheet', () => {
  it('survives being written and read', () => {
    for (const sheet of SHIPPED_SHEETS) expect(DeviceSheet.parse(JSON.parse(JSON.stringify(sheet)))).toEqual(sheet);
  });

  it.each([
    ['an id with spaces', { id: 'My Device' }, 'id'],
    ['a newer version', { version: 2 }, 'version'],
    ['another family', { family: 'steam' }, 'family'],
    ['no terminals', { terminals: [] }, 'terminals'],
    [
      'a role nobody knows',
      {
        terminals: [
          { label: 'R', role: 'warp' },
          { label: 'C', role: 'common' },
        ],
      },
      'terminals.0.role',
    ],
    ['a jumper to a screw that is not there', { jumper: { kind: 'wire', between: ['R', 'Rx'] } }, 'jumper.between'],
    ['a supply of nothing', { supply: { kinds: [], va: 2, commonRequired: true } }, 'supply.kinds'],
    ['a negative draw', { supply: { kinds: ['24v'], va: -1, commonRequired: true } }, 'supply.va'],
    ['no slots', { schedule: { ...base?.schedule, slotsPerDay: 0 } }, 'schedule.slotsPerDay'],
    [
      'a setting nobody knows',
      { settings: [{ setting: 'colour', label: 'Colour', at: { function: 1 } }] },
      'settings.0.setting',
    ],
    ['a key nobody knows', { brand: 'x' }, ''],
  ])('is refused for %s, with the place', (_why, change, path) => {
    expect(refused(change)).toContain(path);
  });

  it('carried inside a job serves like a shipped one', () => {
    const inline = {
      ...base,
      id: 'from-a-manual',
      name: 'From a manual',
      terminals: [
        { label: 'RX', role: 'hot' },
        { label: 'CX', role: 'common' },
        { label: 'H', role: 'heat1' },
      ],
      singleR: 'RX',
      settings: [],
    };
    const read = readJobValue({
      format: 'augerset.job',
      version: 2,
      device: { inline },
      answers: { fuel: 'gas' },
      survey: { lines: 'r red, c blue, w white' },
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const d = derived(read.job);
    expect(d.sheet?.name).toBe('From a manual');
    expect(d.wiring?.rows.map((r) => r.newWall)).toEqual(['RX', 'CX', 'H']);
    expect(chosenSheet(read.job, SHIPPED_SHEETS, DeviceSheet).findings).toEqual([]);
  });

  it('says which of the job’s settings it does not place', () => {
    const inline = { ...base, settings: [] };
    const read = readJobValue({
      format: 'augerset.job',
      version: 2,
      device: { inline },
      answers: { fuel: 'gas' },
      survey: { lines: 'r red, c blue, w white, y yellow, g green' },
    });
    if (!read.ok) throw new Error('unread');
    const finding = derived(read.job).findings.find((f) => f.code === 'settings.not-on-device');
    expect(finding?.message).toContain('Compressor rest');
  });
});
