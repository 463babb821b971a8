/** What speaks against a contact job. */
import { type Finding, finding } from '../findings/finding';
import { budgetOf, misfit } from './fit';
import { DIRTY_VOLTS, FED_MILLIVOLTS, MAINS_VOLTS, type MillivoltLoop, SOUND_PILE } from './loop';
import type { ContactSheet } from './sheet';
import type { ContactSurvey } from './survey';

/** Two readings of one meter on one pile, a minute apart. */
const METER_SHARE = 1.03;
const METER_MILLIVOLTS = 5;
const DEAD_PAIR_VOLTS = 1;

/** Along a ring volts only fall: the pile gives less once the ring is closed, the coil gets less than the pile gives. */
function orderFindings(survey: ContactSurvey): Finding[] {
  const along = [
    ['The open pile', survey.openMillivolts, ['pile']],
    ['the closed pile', survey.loadedMillivolts, ['pile']],
    ['the coil', survey.coilMillivolts, ['coil']],
  ] as const;
  const read = along.flatMap(([name, millivolts, about]) =>
    millivolts === undefined ? [] : [{ name, millivolts, about }],
  );
  return read.slice(1).flatMap((more, i): Finding[] => {
    const less = read[i];
    if (!less || Math.abs(more.millivolts) <= Math.abs(less.millivolts) * METER_SHARE + METER_MILLIVOLTS) return [];
    return [
      finding(
        'contact.loop-contradicts',
        { less: less.name, lessMillivolts: less.millivolts, more: more.name, moreMillivolts: more.millivolts },
        [...less.about, ...more.about],
        `${less.millivolts} and ${more.millivolts} mV`,
      ),
    ];
  });
}

function loopFindings(survey: ContactSurvey, loop: MillivoltLoop): Finding[] {
  const out = orderFindings(survey);
  const { openMillivolts: open, coilMillivolts: coil, loadedMillivolts: loaded } = survey;
  if (survey.pilot === 'out') out.push(finding('contact.pilot-out', {}, ['pile'], 'seen'));
  const most = Math.max(open ?? 0, loaded ?? 0, coil ?? 0);
  if (most > FED_MILLIVOLTS) out.push(finding('contact.pile-fed', { millivolts: most }, ['pile'], `${most} mV`));
  else if (open !== undefined && survey.pilot !== 'out' && Math.abs(open) < SOUND_PILE.low * 1000)
    out.push(
      finding('contact.pile-weak', { millivolts: open, least: SOUND_PILE.low * 1000 }, ['pile'], `${open} mV open`),
    );
  const held = (loop.loopOhms.low + loop.loopOhms.high) / 2;
  if (loop.loopFrom !== 'unknown' && held > loop.allowedOhms)
    out.push(
      finding(
        'contact.loop-long',
        { ohms: held, allowed: loop.allowedOhms },
        ['loop'],
        loop.loopFrom === 'measured' ? 'measured' : `${survey.metres} m of ${survey.gauge}, both ways`,
      ),
    );
  const needed = (loop.pullVolts.high * 4000) / 3;
  if (coil !== undefined && coil < needed)
    out.push(finding('contact.coil-weak', { millivolts: coil, needed }, ['coil'], `${coil} mV`));
  Object.entries(survey.switches).forEach(([id, s], i) => {
    if (s.millivolts !== undefined && Math.abs(s.millivolts) > DIRTY_VOLTS * 1000)
      out.push(
        finding(
          'contact.dirty',
          { where: s.name ?? `Contact ${i + 1}`, millivolts: s.millivolts },
          [`switches:${id}`],
          `${s.millivolts} mV`,
        ),
      );
  });
  return out;
}

function pairFindings(survey: ContactSurvey): Finding[] {
  const out: Finding[] = [];
  const { pairAc, pairDc, pairClosed, zones } = survey;
  const open = pairAc === undefined && pairDc === undefined ? null : Math.max(pairAc ?? 0, pairDc ?? 0);
  if (open !== null && open > MAINS_VOLTS)
    out.push(finding('contact.pair-mains', { volts: open }, ['pair'], `${open} V`));
  else if (open !== null && open < DEAD_PAIR_VOLTS && pairAc !== undefined && pairDc !== undefined)
    out.push(finding('contact.pair-dead', {}, ['pair'], `${pairAc} V AC, ${pairDc} V DC`));
  if (open !== null && open <= MAINS_VOLTS && pairClosed !== undefined && pairClosed > Math.max(0.5, open * 0.1))
    out.push(finding('contact.pair-not-closed', { open, closed: pairClosed }, ['pair'], `${pairClosed} V closed`));
  if (survey.secondSupply) out.push(finding('contact.second-supply', {}, ['pair'], 'seen'));
  if ((zones ?? 1) > 1 && survey.zonesIsolated !== true)
    out.push(finding('contact.zones-tied', { zones: zones ?? 0 }, ['pair'], 'not said to be isolated'));
  if (survey.polarity === 'matters') out.push(finding('contact.polarity', {}, ['pair'], 'its own sheet'));
  return out;
}

/** What is wrong with the ring or pair as surveyed, and with this device on it. */
export function contactFindings(
  survey: ContactSurvey,
  sheet: ContactSheet | null,
  loop: MillivoltLoop | null,
): Finding[] {
  const out: Finding[] = [];
  if (loop) out.push(...loopFindings(survey, loop));
  if (survey.appliance === 'dry-pair') out.push(...pairFindings(survey));
  if (survey.answers === 'no') out.push(finding('contact.no-answer', {}, ['appliance'], 'joined by a wire'));
  if (!sheet) return out;
  const no = misfit(survey, sheet);
  if (no) out.push(finding(`contact.${no}`, { device: sheet.name }, ['device'], sheet.id));
  const budget = budgetOf(survey, sheet);
  if (budget && !budget.ok)
    out.push(
      finding(
        'contact.over-budget',
        { va: budget.va, rated: budget.ratedVA },
        ['transformer'],
        `${budget.va.toFixed(1)} of ${budget.ratedVA} VA`,
      ),
    );
  return out;
}
