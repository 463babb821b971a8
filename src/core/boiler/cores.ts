/** Which unknown core can be what: by what it reads with nothing calling, with a call, and to neutral when dead. */
import type { BoilerSurvey } from '../job/boiler-schema';

export type CoreMeaning = 'permanent live' | 'switched live' | 'neutral or earth' | 'neutral' | 'unused';

type CoreSeen = BoilerSurvey['cores'][string];

const LIVE = 180;
/** A long unused core beside a live one floats at some tens of volts. */
const STRAY = 110;
const CONTINUOUS_OHMS = 2;

/** Everything the core can still be. A measured stray voltage alone rules out nothing but a hard live. */
export function coreMeanings(core: CoreSeen): CoreMeaning[] {
  const { idleVolts: idle, callVolts: call, toNeutralOhms: ohms } = core;
  const all: CoreMeaning[] = ['permanent live', 'switched live', 'neutral', 'neutral or earth', 'unused'];
  const rules: Record<CoreMeaning, boolean> = {
    'permanent live':
      (idle === undefined || idle >= LIVE) &&
      (call === undefined || call >= LIVE) &&
      (ohms === undefined || ohms > CONTINUOUS_OHMS),
    'switched live':
      (idle === undefined || idle < STRAY) &&
      (call === undefined || call >= LIVE) &&
      (ohms === undefined || ohms > CONTINUOUS_OHMS),
    neutral:
      (idle === undefined || idle < 10) &&
      (call === undefined || call < 10) &&
      ohms !== undefined &&
      ohms <= CONTINUOUS_OHMS,
    'neutral or earth': (idle === undefined || idle < 10) && (call === undefined || call < 10) && ohms === undefined,
    unused:
      (idle === undefined || idle < STRAY) &&
      (call === undefined || call < STRAY) &&
      (ohms === undefined || ohms > CONTINUOUS_OHMS),
  };
  return all.filter((m) => rules[m]);
}

/** The next thing to measure on it, or null when it is settled. */
export function nextForCore(core: CoreSeen): string | null {
  const left = coreMeanings(core);
  if (left.length === 0) return 'Its readings contradict each other: measure again.';
  if (left.length === 1 && left[0] !== 'neutral or earth') return null;
  if (core.idleVolts === undefined) return 'Volts to earth, nothing calling.';
  if (core.callVolts === undefined) return 'Volts to earth, the old thermostat calling.';
  if (core.toNeutralOhms === undefined) return 'Supply off and proved: ohms to the neutral bar in the junction box.';
  return 'Trace it by hand.';
}
