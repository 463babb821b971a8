/** Breaker and wire ahead of a load on mains: what each carries, and whether the breaker breaks every live conductor. */
import { type Finding, finding } from '../findings/finding';
import type { Wire } from '../job/wire';
import type { Region } from './supply';
import { continuousShare } from './supply';

/**
 * What a wire may be fused with, A, copper and aluminium; the local code wins. NA: NEC 240.4(D) and table 310.16 at 60 °C;
 * elsewhere IEC 60364-5-52, method B, aluminium at 0.78 of copper. None where a wire that thin is not made of it.
 */
const WIRE_AMPS: Record<Wire, { copper: number; aluminium: number }> = {
  'AWG 14': { copper: 15, aluminium: 0 },
  'AWG 12': { copper: 20, aluminium: 15 },
  'AWG 10': { copper: 30, aluminium: 25 },
  'AWG 8': { copper: 40, aluminium: 35 },
  '1.5 mm²': { copper: 16, aluminium: 0 },
  '2.5 mm²': { copper: 20, aluminium: 15 },
  '4 mm²': { copper: 25, aluminium: 20 },
  '6 mm²': { copper: 32, aluminium: 25 },
};

/** What a survey says of the circuit ahead of the device. */
export interface Circuit {
  region?: Region;
  breakerAmps?: number | undefined;
  breakerPoles?: 'one' | 'two' | undefined;
  wire?: Wire | undefined;
  aluminium?: boolean | undefined;
}

/** What a wire carries, A. */
export const wireAmps = (wire: Wire, aluminium = false): number => WIRE_AMPS[wire][aluminium ? 'aluminium' : 'copper'];

/** A wire as it is said. */
const wireWords = ({ wire, aluminium }: Circuit): string => `${wire ?? ''}${aluminium ? ' aluminium' : ''}`;

/** The rule by which a rating is used for hours, in words. */
export const ratingRule = (region: Region): string => {
  const share = continuousShare(region);
  return share < 1 ? `${share * 100} % of its rating, continuous` : 'its rating';
};

/** @param twoHots both conductors live; null while that is open: then nothing is said of poles */
export function protectionFindings(circuit: Circuit, amps: number | null, twoHots: boolean | null): Finding[] {
  const { breakerAmps, breakerPoles, wire, aluminium, region } = circuit;
  const out: Finding[] = [];
  const about = ['supply'];
  if (breakerPoles === 'one' && twoHots === true)
    out.push(finding('mains.one-pole-breaker', {}, about, 'both conductors are live'));
  if (!wire) return out;
  const carries = wireAmps(wire, aluminium);
  const words = wireWords(circuit);
  if (breakerAmps !== undefined && breakerAmps > carries)
    out.push(finding('mains.breaker-over-wire', { breaker: breakerAmps, wire: words, allowed: carries }, about, words));
  const allowed = carries * continuousShare(region);
  if (amps !== null && amps > allowed + 1e-9)
    out.push(
      finding('mains.over-wire', { amps, allowed, why: `${words}, ${carries} A: ${ratingRule(region)}` }, about, words),
    );
  return out;
}
