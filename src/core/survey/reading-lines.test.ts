import { describe, expect, it } from 'vitest';
import { landed } from '../../../tests/support/jobs';
import { parseReadings } from './reading-lines';

const job = landed('r red, c blue, y yellow, g green, w white, spare brown');
const one = (line: string) => {
  const [entry] = parseReadings(line, job);
  return entry?.ok ? entry.reading : entry?.problem;
};

describe('readings as typed', () => {
  it.each([
    ['r to c 25.9', { a: 'wall.R', b: 'wall.C', value: 25.9, quantity: 'volts-ac', state: 'idle' }],
    ['board r c board 26,1 v heat', { a: 'board.R', b: 'board.C', value: 26.1, state: 'heat1' }],
    ['wall r to board r 0.4', { a: 'wall.R', b: 'board.R', value: 0.4 }],
    ['brown wall to c 24.1', { a: 'core.k6.wall', b: 'wall.C' }],
    ['yellow board to earth 12 cool', { a: 'board.Y', b: 'earth', state: 'cool1' }],
    ['primary 121', { a: 'transformer.p1', b: 'transformer.p2', value: 121 }],
    ['fuse 0.02 ohm isolated', { a: 'fuse.line', b: 'fuse.load', quantity: 'ohms', state: 'isolated' }],
    ['r w OL', { quantity: 'ohms', value: 1e8 }],
    ['pile 520mv', { a: 'pile.1', quantity: 'volts-dc', value: 0.52 }],
    ['w c 9 low idle', { low: true }],
    ['r c 22 defrost', { state: 'defrost' }],
  ])('%s', (line, expected) => {
    expect(one(line)).toMatchObject(expected);
  });

  it.each([
    ['r to c', 'Which figure'],
    ['25.9', 'neither a point'],
    ['r 25.9', 'Between which two points'],
    ['r c w 25', 'Two points'],
    ['violet to c 12', 'no violet conductor'],
    ['r to c 25.9 sideways', 'no state'],
    ['r c -4', 'Below zero'],
    ['r r 3', 'the same'],
    ['x'.repeat(2001), 'Too long'],
  ])('%s: %s', (line, problem) => {
    expect(one(line)).toContain(problem);
  });
});
