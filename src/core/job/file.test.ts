import { describe, expect, it } from 'vitest';
import { DeviceSheet, placeOf } from '../devices/sheet';
import { SHIPPED_SHEETS } from '../devices/shipped.data';
import { jobAs } from '../family/of';
import { jobFileSchema, readJobFile, readJobValue } from './file';
import { emptyJob } from './schema';

const head = { format: 'augerset.job', version: 2 };
const problem = (value: object): string => {
  const read = readJobValue({ ...head, ...value });
  return read.ok ? 'read' : read.problems.map((p) => `${p.path}: ${p.message}`).join(' | ');
};

describe('job files', () => {
  it('a full export reads back as the same job', () => {
    const job = emptyJob();
    const read = readJobFile(JSON.stringify(job));
    expect(read.ok && read.job).toEqual(job);
  });

  it('a reading between what is no point is refused with its place', () => {
    const between = (a: string, b: string): string =>
      problem({ readings: [{ quantity: 'volts-ac', value: 26, a, b }] });
    expect(between('wall.R', 'earth')).toBe('read');
    expect(between('wall.R', 'C')).toMatch(/^readings\..*\.b: a point is a part and its terminal/);
  });

  it('short forms mean what people write', () => {
    const read = readJobValue({
      ...head,
      device: 't24-five',
      survey: { conductors: [{ colour: 'Red', wall: 'rc', board: 'R' }, { colour: 'blue' }], jumpers: [['R', 'Rc']] },
      readings: [{ quantity: 'volts-ac', value: 26, a: 'wall.R', b: 'wall.C' }],
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.job.device.sheet).toBe('t24-five');
    expect(jobAs(read.job, '24v').survey.conductors.k1).toEqual({
      cable: 'main',
      wall: { terminal: 'Rc', colour: 'red', state: 'landed' },
      board: { terminal: 'R', colour: 'red', state: 'landed' },
    });
    expect(jobAs(read.job, '24v').survey.conductors.k2).toEqual({
      cable: 'main',
      wall: { colour: 'blue', state: 'coiled' },
    });
    expect(Object.keys(read.job.readings)).toEqual(['r1']);
  });

  it.each([
    [{ version: 3 }, 'version: this file is version 3'],
    [{ format: 'something' }, 'format: must be'],
    [{ survey: { conductors: [{ colour: 'red', wall: 'much too long' }] } }, 'survey.conductors.0.wall'],
    [{ survey: { lines: 'r red, zz purple' } }, 'survey.lines: zz purple'],
    [
      {
        survey: {
          conductors: [
            { id: 'a', wall: 'R' },
            { id: 'a', wall: 'C' },
          ],
        },
      },
      'two conductors have the id "a"',
    ],
    [{ survye: {} }, 'Unrecognized key'],
    [{ readings: [{ quantity: 'volts-ac', value: 'high' }] }, 'readings.0.value'],
    [{ join: { signalDbm: 12 } }, 'join.signalDbm'],
  ])('%j says where it is wrong', (value, text) => {
    expect(problem(value)).toContain(text);
  });

  it('text that is not JSON is placed by line and column; too much text is not read', () => {
    const broken = readJobFile('{\n  "format": "augerset.job",\n  oops\n}');
    expect(!broken.ok && broken.problems[0]?.message).toContain('line 3');
    const huge = readJobFile('x'.repeat(10_000_000));
    expect(!huge.ok && huge.problems[0]?.message).toContain('10.0 MB');
    expect(readJobFile('[1]').ok).toBe(false);
  });

  it('publishes a JSON Schema', () => {
    expect(jobFileSchema()).toMatchObject({ type: 'object', required: expect.arrayContaining(['format', 'version']) });
  });
});

describe('device sheets', () => {
  it('the shipped ones differ where devices differ', () => {
    expect(SHIPPED_SHEETS.map((s) => [s.singleR, s.supply.commonRequired, s.jumper.kind])).toEqual([
      ['R', true, 'none'],
      ['Rc', true, 'internal'],
      ['Rh', false, 'wire'],
      ['R', true, 'none'],
      ['R', true, 'none'],
      ['R', false, 'none'],
      ['Rh', false, 'link'],
    ]);
    expect(SHIPPED_SHEETS.map((s) => (s.settings[0] ? placeOf(s.settings[0]) : ''))).toEqual([
      'function 1',
      'Fitter / Wires / Power',
      'function 10',
      'function 101',
      'Setup / Basics / Units',
      'switch A',
      'switch 1',
    ]);
  });

  it('refuses a sheet that contradicts itself, with the place', () => {
    const sheet = SHIPPED_SHEETS[0];
    const bad = DeviceSheet.safeParse({
      ...sheet,
      singleR: 'Rh',
      terminals: [...(sheet?.terminals ?? []), { label: 'C', role: 'common' }],
    });
    expect(bad.error?.issues.map((i) => i.path.join('.'))).toEqual(['terminals', 'singleR']);
  });
});
