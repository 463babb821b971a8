/**
 * What a terminal is for, as a class, and which classes may be one piece of copper. One table for every family.
 * Sources: IEC 60364-4-41 (protective earth carries no load current; SELV and PELV keep apart from mains, cl. 414.4),
 * NEC 725.136 and 300.3(C) (class 2 circuits apart from power), IEC 60364-4-43 (a short circuit opens its protection).
 */

export type TerminalClass =
  /** Permanent mains live, supply or consumer. */
  | 'line'
  | 'neutral'
  | 'earth'
  /** An output that is live while it calls. */
  | 'switched-live'
  /** What runs while it is live: a valve's motor, a pump, a boiler's call. */
  | 'load'
  /** One side of a bare contact. */
  | 'volt-free'
  /** Extra low voltage: a head's pair, a boiler's own call pair. */
  | 'elv-pair'
  | 'bus'
  | 'hot-24'
  | 'common-24'
  | 'call-24'
  | 'millivolt'
  | 'sensor'
  | 'probe'
  /** A single core that carries orders to a heater. */
  | 'pilot-order';

/** What happens where two classes meet that may not. */
export type Outcome = 'danger' | 'fuse' | 'damage' | 'always-on' | 'dead';

const MAINS: ReadonlySet<TerminalClass> = new Set(['line', 'neutral', 'switched-live', 'load', 'pilot-order']);
const ELV: ReadonlySet<TerminalClass> = new Set([
  'elv-pair',
  'bus',
  'hot-24',
  'common-24',
  'call-24',
  'millivolt',
  'sensor',
  'probe',
]);
/** Extra low voltage that comes from elsewhere than the other's own source. */
const DELICATE: ReadonlySet<TerminalClass> = new Set(['elv-pair', 'bus', 'millivolt', 'sensor', 'probe']);
const LIVE: ReadonlySet<TerminalClass> = new Set(['line', 'switched-live', 'load']);

/**
 * What becomes of two classes in one net; null where they may share it.
 * @param atRest with every contact open: a net of wire alone. While something is called a line reaches what it drives.
 */
export function meets(a: TerminalClass, b: TerminalClass, atRest: boolean): Outcome | null {
  const has = (x: TerminalClass): boolean => a === x || b === x;
  const other = (x: TerminalClass): TerminalClass => (a === x ? b : a);
  if ((MAINS.has(a) && ELV.has(b)) || (MAINS.has(b) && ELV.has(a))) return 'danger';
  if (has('earth') && a !== b) {
    const x = other('earth');
    // A common may be earthed at its transformer; a line to earth opens the fuse, a neutral makes the earth carry current.
    if (LIVE.has(x)) return 'fuse';
    if (x === 'common-24') return null;
    return x === 'hot-24' ? 'fuse' : x === 'volt-free' ? 'dead' : 'danger';
  }
  if (has('neutral') && LIVE.has(other('neutral'))) return 'fuse';
  if (has('neutral') && other('neutral') === 'volt-free') return 'dead';
  if (has('hot-24') && has('common-24')) return 'fuse';
  if (has('common-24') && other('common-24') === 'call-24') return 'fuse';
  if (a !== b && ELV.has(a) && ELV.has(b) && (DELICATE.has(a) || DELICATE.has(b))) return 'damage';
  if (!atRest) return null;
  if (has('line') && (has('load') || has('switched-live'))) return 'always-on';
  if (has('hot-24') && has('call-24')) return 'always-on';
  return null;
}

/** Classes as they are said in a finding. */
export const CLASS_WORDS: Record<TerminalClass, string> = {
  line: 'permanent live',
  neutral: 'neutral',
  earth: 'earth',
  'switched-live': 'a switched live',
  load: 'what is to be switched',
  'volt-free': 'a volt-free contact',
  'elv-pair': 'an extra-low-voltage pair',
  bus: 'a data bus',
  'hot-24': '24 V hot',
  'common-24': '24 V common',
  'call-24': 'a 24 V call',
  millivolt: 'a millivolt loop',
  sensor: 'a sensor',
  probe: 'a floor sensor',
  'pilot-order': 'a pilot wire',
};
