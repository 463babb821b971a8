/** Whether a device fits an appliance's contact, and what would make it fit. */
import type { Way } from '../family/way';
import { finding } from '../findings/finding';
import { CONTACT_SHEETS, type ContactSheet } from './sheet';
import type { ContactSurvey } from './survey';

export type Misfit = 'feeds-power' | 'steals' | 'triac' | 'not-dry' | 'no-power' | 'joins-r' | 'no-common' | null;

/** Least mismatch that stops it; null when it fits, or when the appliance is not known. */
export function misfit(survey: ContactSurvey, sheet: ContactSheet): Misfit {
  switch (survey.appliance) {
    case 'millivolt':
      if (sheet.livesOn === 'loop') return 'steals';
      if (sheet.closes === 'triac') return 'triac';
      // With a relay of its own between, R is joined to that relay's coil and the loop sees a bare contact.
      if (sheet.closes === 'from-r' && !(survey.isolatingRelay && survey.separateTransformer)) return 'feeds-power';
      if (!sheet.dry && !survey.isolatingRelay) return 'not-dry';
      return null;
    case 'dry-pair':
      if (sheet.livesOn === 'loop') return 'steals';
      if (sheet.closes === 'triac') return 'triac';
      if (sheet.closes === 'from-r' && !survey.isolatingRelay) return 'joins-r';
      if (sheet.livesOn === '24v' && !survey.separateTransformer) return 'no-power';
      return null;
    case 'own-24v':
      if (sheet.livesOn === 'loop') return 'steals';
      if (sheet.livesOn === '24v' && survey.common === 'no' && !survey.separateTransformer) return 'no-common';
      return null;
    default:
      return null;
  }
}

/** Each shipped device held against this appliance. */
export function contactWays(survey: ContactSurvey): Way[] {
  return CONTACT_SHEETS.map(({ id, name, ...sheet }): Way => {
    const no = misfit(survey, { id, name, ...sheet });
    const known = survey.appliance !== undefined;
    return {
      id,
      name,
      works: !known ? 'open' : no ? 'no' : 'yes',
      why: !known
        ? 'what it is to close is not known yet'
        : no
          ? finding(`contact.${no}`, { device: name }, ['device'], id).message
          : 'its contact may close it, and it has what it lives on',
      devices: known && !no ? [{ id, name }] : [],
    };
  });
}

export interface Budget {
  va: number;
  ratedVA: number;
  ok: boolean;
}

/** Small transformers are loaded to four fifths at most: they sag, and warm. */
const SHARE = 0.8;

/** What the appliance's own transformer gives; null where it feeds nothing, or is not known. */
export function budgetOf(survey: ContactSurvey, sheet: ContactSheet | null): Budget | null {
  if (survey.appliance !== 'own-24v' || survey.transformerVA === undefined) return null;
  const device = sheet?.livesOn === '24v' && !survey.separateTransformer ? (sheet.va ?? 0) : 0;
  const va = device + (survey.valveVA ?? 0);
  return { va, ratedVA: survey.transformerVA, ok: va <= survey.transformerVA * SHARE + 1e-9 };
}
