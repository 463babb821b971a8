/**
 * Which unknown core can be what: by what it reads with nothing calling and with a call, and by ohms when dead.
 *
 * Both bars are one upstream, so a core that is whole to the neutral bar is whole to the earth bar as well: with
 * the live alone switched off, low ohms say "neutral or earth" and no more. Only with both poles isolated, or
 * with its other end seen in the junction box, is a core a neutral.
 */
import type { BoilerSurvey } from '../job/boiler-schema';

export type CoreMeaning = 'permanent live' | 'switched live' | 'neutral or earth' | 'neutral' | 'earth' | 'unused';

type CoreSeen = BoilerSurvey['cores'][string];

/**
 * A hard live reads at least this; a long unused core beside a live one floats at up to STRAY. Between the two
 * a high-impedance tester cannot tell: both stay possible.
 */
const LIVE = 110;
const STRAY = 180;
const DEAD = 10;
const CONTINUOUS_OHMS = 2;
/** Nothing in a house joins two separate cores by so little. */
const OPEN_OHMS = 1000;

const JUNCTION: Record<NonNullable<CoreSeen['junction']>, CoreMeaning> = {
  live: 'permanent live',
  switched: 'switched live',
  neutral: 'neutral',
  earth: 'earth',
  loose: 'unused',
};

/** Everything the core can still be. A measured stray voltage alone rules out nothing but a hard live. */
export function coreMeanings(core: CoreSeen): CoreMeaning[] {
  const { idleVolts: idle, callVolts: call, toNeutralOhms: toN, toEarthOhms: toE, isolation, junction } = core;
  const whole = (ohms: number | undefined): boolean => ohms !== undefined && ohms <= CONTINUOUS_OHMS;
  const apart = (ohms: number | undefined): boolean => ohms === undefined || ohms > CONTINUOUS_OHMS;
  const dead = (idle === undefined || idle < DEAD) && (call === undefined || call < DEAD);
  const possible: Record<CoreMeaning, boolean> = {
    'permanent live':
      (idle === undefined || idle >= LIVE) && (call === undefined || call >= LIVE) && apart(toN) && apart(toE),
    'switched live':
      (idle === undefined || idle < STRAY) && (call === undefined || call >= LIVE) && apart(toN) && apart(toE),
    neutral: dead && whole(toN) && isolation === 'double-pole' && (toE ?? 0) >= OPEN_OHMS,
    earth: dead && whole(toE) && isolation === 'double-pole' && (toN ?? 0) >= OPEN_OHMS,
    'neutral or earth':
      dead &&
      (toN === undefined || whole(toN) || whole(toE)) &&
      !(isolation === 'double-pole' && toN !== undefined && toE !== undefined && whole(toN) !== whole(toE)),
    unused: (idle === undefined || idle < STRAY) && (call === undefined || call < STRAY) && apart(toN) && apart(toE),
  };
  const all = (Object.keys(possible) as CoreMeaning[]).filter((m) => possible[m]);
  // Its other end was seen: that is what it is, unless a reading says that it cannot be.
  const seen = junction === undefined ? null : JUNCTION[junction];
  if (seen === null) return all;
  const bar = seen === 'neutral' || seen === 'earth';
  const fits = all.includes(seen) || (bar && all.includes('neutral or earth'));
  return fits ? [seen] : [];
}

/** The next thing to measure on it, or null when it is settled. */
export function nextForCore(core: CoreSeen): string | null {
  const left = coreMeanings(core);
  if (left.length === 0) return 'Its readings contradict each other: measure again.';
  if (left.length === 1 && left[0] !== 'neutral or earth') return null;
  if (core.idleVolts === undefined) return 'Volts to earth, nothing calling.';
  if (core.callVolts === undefined) return 'Volts to earth, the old thermostat calling.';
  const between = (v: number | undefined): boolean => v !== undefined && v >= LIVE && v < STRAY;
  if (between(core.idleVolts) || between(core.callVolts))
    return 'Again with a low-impedance tester: a stray voltage falls away, a live one stands.';
  if (core.toNeutralOhms === undefined) return 'Supply off and proved: ohms to the neutral bar in the junction box.';
  if (left.includes('neutral or earth')) {
    if (core.toEarthOhms === undefined) return 'Ohms to the earth bar as well: the two bars are one upstream.';
    if (core.isolation !== 'double-pole')
      return 'Both bars read low because they are one upstream. Isolate both poles and read both again, or see its other end in the junction box.';
    return 'Whole to both bars with both poles isolated: see its other end in the junction box.';
  }
  return 'Trace it by hand: see its other end in the junction box.';
}
