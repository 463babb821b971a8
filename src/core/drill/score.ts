/**
 * Points of a drill, of 100: half for the faults, by their share; 10 for the proof done again; 20 for measuring no
 * more and taking no longer than the best order; 10 for claims that the readings bore; 10 for nothing unsafe.
 */
import type { DrillResult } from './drill';

const FOUND = 50;
const PROVED = 10;
const ECONOMY = 20;
const BORNE = 10;
const SAFE = 10;
/** Taken off for each. */
const UNSUPPORTED = 5;
const WRONG = 10;
const UNSAFE = 10;

const share = (best: number, used: number): number => (used <= 0 ? 1 : Math.min(1, best / used));

/** @returns points between 0 and 100 */
export function pointsOf(r: Omit<DrillResult, 'points'>): number {
  const found = r.found / r.hidden.length;
  // Who found nothing saved no time.
  const economy = found * ((share(r.best.readings, r.readings) + share(r.best.minutes, r.minutes)) / 2);
  const sum =
    FOUND * found +
    (r.proved ? PROVED : 0) +
    ECONOMY * economy +
    found * Math.max(0, BORNE - UNSUPPORTED * r.unsupported.length) +
    (r.unsafe.length === 0 ? SAFE : 0) -
    WRONG * r.wrongClaims -
    UNSAFE * Math.max(0, r.unsafe.length - 1);
  return Math.round(Math.max(0, Math.min(100, sum)));
}
