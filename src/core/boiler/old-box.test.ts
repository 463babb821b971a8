/** Cores of an old receiver: carried over by what they did, whatever their labels; links never. */
import { describe, expect, it } from 'vitest';
import { anyJob, boilerOf, mainsDead } from '../../../tests/support/jobs';
import { type OldTerminal, oldMoves, parseOldBox } from './old-box';
import type { Plant } from './parts';

const threePort: Plant = { kind: 'three-port', zones: 1, input: 'live', output: 'live', overrun: false };
const read = (line: string): OldTerminal[] => parseOldBox(line).flatMap((l) => (l.ok ? [l.terminal] : []));
const moved = (plant: Plant, line: string): Record<string, string | null> =>
  Object.fromEntries(
    oldMoves(plant, Object.fromEntries(read(line).map((t, i) => [`t${i}`, t]))).map((m) => [m.label, m.to]),
  );

describe('typed', () => {
  it('reads function, zone and colour in any order of the last two', () => {
    expect(read('3 hot water on brown, 4 heating on 2, 1 hw off, L, 2-5 link, 6 CH grey, E earth')).toEqual([
      { label: '3', does: 'hot-water-on', colour: 'brown' },
      { label: '4', does: 'heating-on', zone: 2 },
      { label: '1', does: 'hot-water-off' },
      { label: 'L', does: 'live' },
      { label: '2-5', does: 'link' },
      { label: '6', does: 'heating-on', colour: 'grey' },
      { label: 'E', does: 'earth' },
    ]);
  });

  it.each([
    ['3', 'What did 3 do?'],
    ['3 hot water 2', '“2”'],
    ['4 heating 9', '“9”'],
    ['4 heating purpleish', '“purpleish”'],
    ['averyverylonglabel live', 'too long'],
  ])('refuses “%s” with its reason', (line, why) => {
    const [entry] = parseOldBox(line);
    expect(entry && !entry.ok ? entry.problem : '').toContain(why);
  });
});

describe('moved by function', () => {
  it('never by number: an old 1 that was heating goes to the new heating output', () => {
    expect(moved(threePort, '1 heating on, 2 hot water on, 3 hot water off, A live, B neutral')).toEqual({
      1: 'RX.4',
      2: 'RX.3',
      3: 'RX.1',
      A: 'RX.L',
      B: 'RX.N',
    });
  });

  it('links, off outputs nothing takes, and the common of live outputs are parked', () => {
    expect(moved({ ...threePort, kind: 'zone-valves' }, '1 hw off, 2 ch off, 7 common, 2-5 link, 8 unused')).toEqual({
      1: null,
      2: null,
      7: null,
      '2-5': null,
      8: null,
    });
  });

  it('a volt-free box takes the common, a battery head no neutral', () => {
    const head: Plant = {
      ...threePort,
      kind: 'combination',
      output: 'volt-free',
      input: 'low-voltage',
      box: { channels: 1, hotWater: false, hotWaterOff: false, powered: false },
    };
    expect(moved(head, 'C common, N neutral, L live, 4 heating on, 3 hw')).toEqual({
      C: 'RX.COM',
      N: null,
      L: null,
      4: 'RX.NO',
      3: null,
    });
  });

  it('hot water that stays on its timer goes to the timer; zones each to their unit', () => {
    const units: Plant = { ...threePort, kind: 'zone-valves', zones: 2, unitEachZone: true, timer: true };
    expect(moved(units, '3 hw on, 4 heating 1, 5 heating 2, 6 heating 3')).toEqual({
      3: 'TIMER.ON',
      4: 'RX.4',
      5: 'RX2.4',
      6: null,
    });
  });

  it('what no old core brings is named, and the steps say where each goes', () => {
    const oldBox = Object.fromEntries(read('L live, N neutral, 3 hw on, 4 heating on').map((t, i) => [`t${i}`, t]));
    const b = boilerOf(
      anyJob({
        family: 'boiler',
        device: 'rc2-radio',
        survey: { plant: 'three-port', input: 'live', oldBox },
        readings: mainsDead(),
      }),
    );
    expect(b.findings.find((f) => f.code === 'boiler.old-core-missing')?.message).toContain('RX.1');
    expect(b.boiler.steps.map((s) => s.what)).toContain('core of old 3 (hot water on) to RX 3');
  });
});
