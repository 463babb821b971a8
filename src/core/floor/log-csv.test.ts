/** Logged points from a file: units, clocks, and every way a line can be wrong. */
import { describe, expect, it } from 'vitest';
import { readLogCsv } from './log-csv';

const said = (text: string): string[] => readLogCsv(text).problems.map((p) => `${p.line}: ${p.message}`);

describe('a file in order', () => {
  it('minutes and °C', () => {
    const r = readLogCsv('minute,celsius\n0,20.5\n10,22.1\n20,24.0\n');
    expect(r).toEqual({
      points: [
        { minute: 0, celsius: 20.5 },
        { minute: 10, celsius: 22.1 },
        { minute: 20, celsius: 24 },
      ],
      problems: [],
      gaps: [],
    });
  });

  it('°F, semicolons, decimal commas, a byte order mark, units in brackets', () => {
    const r = readLogCsv('\uFEFFminute;floor (°F)\r\n0;68,9\r\n15;72,5\r\n');
    expect(r.points).toEqual([
      { minute: 0, celsius: 20.5 },
      { minute: 15, celsius: 22.5 },
    ]);
  });

  it('clock times count from the first, over midnight; seconds become minutes', () => {
    expect(readLogCsv('time,celsius\n23:50,20\n0:05,21\n').points.map((p) => p.minute)).toEqual([0, 15]);
    expect(readLogCsv('seconds,c\n0,20\n90,20.4\n').points.map((p) => p.minute)).toEqual([0, 1.5]);
  });

  it('a long silence between points is said, and nothing filled in', () => {
    const r = readLogCsv('minute,c\n0,20\n5,21\n65,27\n');
    expect(r.points).toHaveLength(3);
    expect(r.gaps).toEqual([{ after: 5, minutes: 60 }]);
  });
});

describe('a file not in order takes nothing and says where', () => {
  it.each([
    ['', '1: a head line'],
    ['minute,celsius', '1: a head line'],
    ['a,b\n1,2', '1: no column for time'],
    ['minute,b\n1,2', '1: no column for temperature'],
    ['minute,probe\n0,20', '1: “probe” does not say its unit'],
    ['minute,c\n0,20\n,21', '3: time is missing'],
    ['minute,c\n0,20\n5,', '3: temperature is missing'],
    ['minute,c\nsoon,20', '2: “soon” is not a time'],
    ['minute,c\n0,warm', '2: “warm” is not a temperature'],
    ['minute,c\n0,112', 'is it °F?'],
    ['minute,c\n0,20\n0,21', '3: time does not go on'],
    ['minute,c\n9000,21', 'are these seconds?'],
  ])('%j: %s', (text, message) => {
    const problems = said(text);
    expect(problems.join('\n')).toContain(message);
    expect(readLogCsv(text).points).toEqual([]);
  });

  it('every wrong line is named, not only the first', () => {
    expect(said('minute,c\n0,x\n1,y\n2,20')).toHaveLength(2);
  });
});
