/** Names of what is read, seen and heard of a 24 V circuit, the same for observations and what a fault predicts. */
import { isPoint, type Point } from '../circuit/point';
import { Remembered } from '../remembered';

/** A meter that loads what it reads is a part of the circuit. */
const LOW_METER = 1e6;
const isLow = (meterOhms: number | undefined): meterOhms is number => meterOhms !== undefined && meterOhms < LOW_METER;

/** Volts between two points in a state. */
export const pairKey = (state: string, a: string, b: string, meterOhms?: number): string =>
  `${state}|${a < b ? a : b}|${a < b ? b : a}${isLow(meterOhms) ? `|${meterOhms}` : ''}`;

export interface PairOfKey {
  key: string;
  state: string;
  a: Point;
  b: Point;
  /** Of a meter that loads what it reads. */
  meterOhms?: number;
}

/** There are a thousand pairs to a job, asked for with every reading. */
const pairs = new Remembered<PairOfKey | null>(10_000);

/** The pair a key is of; null for what is no pair. */
export const pairOf = (key: string): PairOfKey | null =>
  pairs.of(key, () => {
    const [state, a, b, ohms] = key.split('|');
    if (!state || !a || !b || !isPoint(a) || !isPoint(b) || state === 'joined') return null;
    return { key, state, a, b, ...(ohms === undefined ? {} : { meterOhms: Number(ohms) }) };
  });

export const DISPLAY_KEY = 'display';
/** Whether all that should run in a state does, and nothing else. */
export const runsKey = (state: string): string => `runs|${state}`;
/** Which way the heat goes in a state: 1 into the indoor air, 0 out of it. */
export const directionKey = (state: string): string => `direction|${state}`;
/** Whether the supply air is warmer or colder at all. */
export const movesKey = (state: string): string => `moves|${state}`;
/** Whether a state opens the board's fuse. */
export const opensKey = (state: string): string => `opens|${state}`;
/** Whether two points are joined with every supply off. */
export const joinedKey = (a: string, b: string): string => `joined|${a < b ? a : b}|${a < b ? b : a}`;
/** Whether they are joined by nothing but wire and winding. */
export const directKey = (a: string, b: string): string => joinedKey(a, b).replace(/^joined/, 'direct');
/** The two points of such a key; null for another. */
export function joinedOf(key: string): readonly [Point, Point] | null {
  const [kind, a, b] = key.split('|');
  return kind === 'joined' && a && b && isPoint(a) && isPoint(b) ? [a, b] : null;
}
/** Whether one thing runs in a state. */
export const ranKey = (state: string, name: string): string => `ran|${state}|${name}`;
/** The thing and its state of such a key; null for another. */
export function ranOf(key: string): { state: string; name: string } | null {
  const [kind, state, name] = key.split('|');
  return kind === 'ran' && state && name ? { state, name } : null;
}
/** Whether none of some things runs in a state. */
export const stoppedKey = (state: string, none: readonly string[]): string => `stopped|${state}|${none.join(' + ')}`;
/** Whether the device reports the terminals that are wired. */
export const SEES_KEY = 'sees';
