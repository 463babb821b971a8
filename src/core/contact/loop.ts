/**
 * A self-generating loop: pile, limit, contacts, leads, coil in one ring.
 *
 *   V_coil = V_open · R_coil / (R_pile + R_coil + R_loop)
 *   R_loop ≤ R_coil · V_open / V_needed − R_pile − R_coil,   V_needed = 4/3 · V_pull
 *
 * What was not measured is a range: 1.5 to 4 Ω in pile and coil, 150 to 250 mV to pull in.
 */
import { conductorOhms } from '../circuit/resistance.data';
import type { ContactSheet } from './sheet';
import type { ContactSurvey } from './survey';

/** Usual of piles and coils, Ω; of pull-in, V. */
const USUAL_OHMS = { low: 1.5, high: 4 } as const;
const USUAL_PULL = { low: 0.15, high: 0.25 } as const;
/** A pile that is sound gives this open, V. */
export const SOUND_PILE = { low: 0.45, high: 0.85 } as const;
/** More than any pile makes, mV. */
export const FED_MILLIVOLTS = 1000;
/** More than any call pair or small transformer shows, V. */
export const MAINS_VOLTS = 50;
/** The coil is to have a third more than it needs. */
const MARGIN = 4 / 3;
/** A clean contact. */
const CONTACT_OHMS = 0.03;
/** A closed contact over this is dirty, V. */
export const DIRTY_VOLTS = 0.01;

export interface Range {
  low: number;
  high: number;
}
const of = (value: number | undefined, usual: Range): Range =>
  value === undefined ? usual : { low: value * 0.95, high: value * 1.05 };

export interface MillivoltLoop {
  openVolts: Range;
  pileOhms: Range;
  coilOhms: Range;
  /** Leads, switches and the device's own contact. */
  loopOhms: Range;
  loopFrom: 'measured' | 'counted' | 'unknown';
  pullVolts: Range;
  coilVolts: Range;
  pileVolts: Range;
  /** What the loop may hold at most, at the least good pile and coil that fit. */
  allowedOhms: number;
  /** The coil's volts against what it needs: below one it may not open. */
  margin: number;
}

/** Pile and coil as their own readings say, where open, loaded and coil were all read with the loop's ohms. */
function byReadings(survey: ContactSurvey): { pile: number; coil: number } | null {
  const { openMillivolts: open, loadedMillivolts: loaded, coilMillivolts: coil, loopOhms } = survey;
  if (open === undefined || loaded === undefined || coil === undefined || loopOhms === undefined || loopOhms > 100)
    return null;
  const amps = (loaded - coil) / 1000 / loopOhms;
  // A drop of a millivolt or two is within the meter's own last digit.
  if (loaded - coil < 5 || coil <= 0 || open <= loaded) return null;
  return { pile: (open - loaded) / 1000 / amps, coil: coil / 1000 / amps };
}

function loopOf(survey: ContactSurvey, sheet: ContactSheet | null): { range: Range; from: MillivoltLoop['loopFrom'] } {
  const contact = sheet?.contactOhms ?? CONTACT_OHMS;
  // Measured without the device's own contact in it: that is added.
  if (survey.loopOhms !== undefined && survey.loopOhms < 1000)
    return { range: { low: survey.loopOhms + contact * 0.5, high: survey.loopOhms + contact * 2 }, from: 'measured' };
  const { gauge, metres } = survey;
  if (gauge === undefined || metres === undefined) return { range: { low: 0.1, high: 1 }, from: 'unknown' };
  const leads = 2 * conductorOhms(gauge, metres);
  const contacts = Object.keys(survey.switches).length * CONTACT_OHMS + contact;
  return { range: { low: leads + contacts * 0.3, high: leads * 1.05 + contacts * 3 }, from: 'counted' };
}

/** The ring in closed form: millivolts at the coil, open and closed, with ranges for what was not measured. */
export function millivoltLoop(survey: ContactSurvey, sheet: ContactSheet | null): MillivoltLoop {
  const read = byReadings(survey);
  const pileOhms = of(survey.pileOhms ?? read?.pile, USUAL_OHMS);
  const coilOhms = of(survey.coilOhms ?? read?.coil, USUAL_OHMS);
  const pullVolts = survey.pullMillivolts === undefined ? USUAL_PULL : of(survey.pullMillivolts / 1000, USUAL_PULL);
  const openVolts =
    survey.openMillivolts === undefined
      ? SOUND_PILE
      : { low: (survey.openMillivolts / 1000) * 0.98 - 0.002, high: (survey.openMillivolts / 1000) * 1.02 + 0.002 };
  const { range: loopOhms, from } = loopOf(survey, sheet);
  const coilAt = (v: number, pile: number, coil: number, loop: number): number => (v * coil) / (pile + coil + loop);
  const coilVolts = {
    low: coilAt(openVolts.low, pileOhms.high, coilOhms.low, loopOhms.high),
    high: coilAt(openVolts.high, pileOhms.low, coilOhms.high, loopOhms.low),
  };
  const pileAt = (v: number, pile: number, coil: number, loop: number): number =>
    (v * (coil + loop)) / (pile + coil + loop);
  const middle = (r: Range): number => (r.low + r.high) / 2;
  const needed = pullVolts.high * MARGIN;
  return {
    openVolts,
    pileOhms,
    coilOhms,
    loopOhms,
    loopFrom: from,
    pullVolts,
    coilVolts,
    pileVolts: {
      low: pileAt(openVolts.low, pileOhms.high, coilOhms.low, loopOhms.low),
      high: pileAt(openVolts.high, pileOhms.low, coilOhms.high, loopOhms.high),
    },
    allowedOhms: Math.max(0, (middle(coilOhms) * middle(openVolts)) / needed - middle(pileOhms) - middle(coilOhms)),
    margin: coilAt(middle(openVolts), middle(pileOhms), middle(coilOhms), middle(loopOhms)) / needed,
  };
}
