import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/support/floor';
import { floorOf } from '../../../tests/support/jobs';
import { seenAs } from '../family/of';
import { type FloorCircuit, floorExpects } from './circuit';
import { parseFloorReadings } from './found-readings';

const TWO = {
  m1: { name: 'Hall', ratedWatts: 450, ratedVolts: 240, connection: { ohms: 128 } },
  m2: { ratedWatts: 900, ratedVolts: 240, connection: { ohms: 64 } },
};

const circuitOf = (floor: object = {}): FloorCircuit => {
  const job = floorJob(floor);
  const { floor: derived } = floorOf(job);
  if (!derived?.load) throw new Error('no load');
  return {
    survey: seenAs(job, 'floor').survey,
    sheet: derived.sheet,
    load: derived.load,
    contactor: derived.contactor,
  };
};

/** What is said of readings typed on a floor. */
const said = (line: string, floor: object = {}): string[] => {
  const c = circuitOf(floor);
  const readings = Object.fromEntries(
    parseFloorReadings(line, c.survey, c.sheet).map((l, i) => {
      if (!l.ok) throw new Error(l.problem);
      const at = `2026-03-01T09:0${i}:00Z`;
      return [`r${i}`, { ...l.reading, at, by: 'tester', source: 'typed', stop: 'survey' }];
    }),
  );
  return floorOf(floorJob(floor, { readings }))
    .findings.filter((f) => f.code === 'floor.reading-live' || f.code === 'floor.reading-contradicts')
    .map((f) => f.message);
};

describe('a floor between any two points', () => {
  it.each([
    'l n 238',
    // Opposed legs: half of the supply to earth.
    'l e 121',
    '1 2 239 heating',
    '1 2 0 idle',
    '1 2 128 ohm off',
    'mat 1 128.6 ohm apart',
    'm1 1 screen ol apart',
    'probe 14.6k',
    'l n 0.4 off',
  ])('%s agrees', (line) => {
    expect(said(line)).toEqual([]);
  });

  it.each([
    ['l n 0 off, 1 2 118 off', 'Live: terminal 1 to terminal 2 read 118 V (supply off)'],
    ['1 2 0 heating', 'terminal 1 to terminal 2 read 0 V (heating); wired as told it is'],
    ['1 2 64 ohm off', 'read 64 Ω (supply off)'],
    ['m1 1 screen 900 ohm apart', 'screen read 900 Ω (off, leads apart); wired as told it is over 1.0 MΩ'],
    ['mat 1 ol apart', 'wired as told it is 121 Ω to 135 Ω'],
    ['probe 1 l 0 off, 5 6 230 heating', 'Live: terminal 5 to terminal 6 read 230 V (heating)'],
    ['l e 238', 'supply, L (L1) to earth read 238 V'],
  ])('%s contradicts', (line, message) => {
    expect(said(line)[0]).toContain(message);
  });

  it('two mats in parallel, in series and one of them loose, by the closed forms', () => {
    const ohms = (floor: object): { low: number; high: number } | null =>
      floorExpects(circuitOf({ mats: TWO, ...floor }), 'terminal.1', 'terminal.2', 'ohms', 'off');
    const parallel = 1 / (1 / 128 + 1 / 64);
    expect(ohms({})?.low).toBeCloseTo(parallel * 0.95 - 0.5, 0);
    expect(ohms({})?.high).toBeCloseTo(parallel * 1.05 + 0.5, 0);
    expect(ohms({ joined: 'series' })?.high).toBeCloseTo(192 * 1.05 + 0.5, 0);
    expect(ohms({ loose: ['m1'] })?.high).toBeCloseTo(64 * 1.05 + 0.5, 0);
  });

  it('two phases of 120 degrees stand at volts over root three to earth; one phase at all of it', () => {
    const toEarth = (floor: object): number => {
      const e = floorExpects(circuitOf(floor), 'supply.L', 'supply.E', 'volts-ac', 'idle');
      return ((e?.low ?? 0) + 2.5) / 0.9;
    };
    expect(toEarth({ supplyVolts: 208 })).toBeCloseTo(120.1, 0);
    expect(toEarth({ supplyVolts: 240 })).toBeCloseTo(120, 0);
    expect(toEarth({ supplyVolts: 230, region: 'EU', firstToEarth: 230, secondToEarth: 0 })).toBeCloseTo(230, 0);
  });

  it('says nothing where one or two poles decide it, nor of ohms on a live circuit', () => {
    const c = circuitOf({ region: 'EU', supplyVolts: 230 });
    expect(floorExpects(c, 'terminal.1', 'terminal.3', 'volts-ac', 'idle')).toBeNull();
    expect(floorExpects(c, 'supply.N', 'supply.E', 'ohms', 'off')).toBeNull();
    expect(floorExpects(c, 'terminal.1', 'terminal.2', 'ohms', 'heating')).toBeNull();
  });

  it('a core on the wrong terminal is in the circuit', () => {
    const c = circuitOf({ landed: { 1: 'L', 3: 'heater-1' } });
    expect(floorExpects(c, 'terminal.1', 'supply.L', 'ohms', 'off')?.high).toBeLessThan(2);
  });

  it.each([
    ['x 238', '“x” is no point here'],
    ['l 238', 'no point here'],
    ['l l 0', 'same'],
    ['l n', 'Which figure?'],
    ['l n 238 sideways', 'no state known here'],
    ['1 2 128 ohm heating', 'Ohms only with the supply off'],
    ['l n 2380', 'beyond anything'],
    ['l n 3 a', 'amperes'],
    ['l n 3furlong', 'no unit known'],
  ])('%s is refused', (line, problem) => {
    const c = circuitOf();
    const [entry] = parseFloorReadings(line, c.survey, c.sheet);
    expect(entry?.ok === false ? entry.problem : '').toContain(problem);
  });

  it('a mat by its name, by both its ends, by its number', () => {
    const c = circuitOf({ mats: TWO });
    const points = (line: string): (string | undefined)[] =>
      parseFloorReadings(line, c.survey, c.sheet).flatMap((l) => (l.ok ? [l.reading.a, l.reading.b] : [l.problem]));
    expect(points('hall 128 ohm apart')).toEqual(['mat.m1.1', 'mat.m1.2']);
    expect(points('hall 1 screen ol apart')).toEqual(['mat.m1.1', 'mat.m1.screen']);
    expect(points('hall 1 3 240 heating')).toEqual(['mat.m1.1', 'terminal.3']);
    expect(points('mat 2 64 ohm')).toEqual(['mat.m2.1', 'mat.m2.2']);
  });
});
