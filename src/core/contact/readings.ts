/** Readings between any two points of a contact job: typed, and held against its ring or pair. */

import { voltsBetween } from '../circuit/phasor';
import type { Point } from '../circuit/point';
import { CircuitSolver } from '../circuit/solve';
import { type Finding, finding } from '../findings/finding';
import { type PointGrammar, type PointReadingLine, parsePointReadings } from '../job/point-lines';
import { latestByPair, readingEvidence, readingsInTime } from '../job/readings';
import type { Quantity, Reading } from '../job/schema';
import { valueText } from '../proof/proof-run';
import { CONTACT_STATES, type ContactStateId, contactControls, contactNetlist, contactSuppliesOff } from './circuit';
import { FED_MILLIVOLTS, MAINS_VOLTS, type MillivoltLoop } from './loop';
import { type ContactSurvey, contactPointWords } from './survey';
import type { ContactJob } from './survey-job';

const SHARE = 0.4;
const LEAST_MILLIVOLTS = 0.06;
const LEAST_VOLTS = 3;
/** What a meter set for the other kind may show of a pile, V. */
const LEAST_OTHER_KIND = 0.5;

const GRAMMAR: PointGrammar = {
  names: new Map<string, readonly Point[]>([
    ['pile', ['pile.1', 'pile.2']],
    ['coil', ['coil.1', 'coil.2']],
    ['pair', ['pair.1', 'pair.2']],
    ['thermostat', ['pair.1', 'pair.2']],
    ...['pile', 'coil', 'pair'].flatMap((p): [string, Point[]][] => [
      [`${p}1`, [`${p}.1`]],
      [`${p}2`, [`${p}.2`]],
    ]),
    ...['r', 'c', 'w'].map((l): [string, Point[]] => [l, [`call.${l}`]]),
    ['earth', ['earth']],
  ]),
  states: new Map([
    ['idle', 'idle'],
    ['open', 'idle'],
    ['heating', 'heating'],
    ['calling', 'heating'],
    ['closed', 'heating'],
    ['off', 'off'],
  ]),
  usual: (quantity) => (quantity === 'ohms' ? 'off' : 'idle'),
  quantities: ['volts-dc', 'volts-ac', 'ohms'],
  bare: ['volts-dc', 'mV'],
  // A pile gives direct current, and its coil and contacts live on it; a supply's own volts are AC unless it is said.
  voltsOf: (a, b) => (/^(pile|coil|switch)\./.test(a) || /^(pile|coil|switch)\./.test(b) ? 'volts-dc' : 'volts-ac'),
  examples: 'pile 620 mv, coil 290 mv closed, pair 24 v, r c 26 v',
  refuses: (quantity, state) => (quantity === 'ohms' && state !== 'off' ? 'Ohms only with the appliance off.' : null),
};

/** Readings of a contact job as typed. Never throws. */
export const parseContactReadings = (line: string): PointReadingLine[] => parsePointReadings(line, GRAMMAR);

/** What a meter may show between two points; null where the ring or pair does not settle it. */
export function contactExpects(
  survey: ContactSurvey,
  loop: MillivoltLoop | null,
  a: string,
  b: string,
  quantity: Quantity,
  state: ContactStateId,
): { low: number; high: number } | null {
  if (quantity === 'ohms') return null;
  // Switched off nothing of the appliance is left; a pile goes on as long as its pilot burns.
  const nothing = { low: 0, high: loop ? LEAST_OTHER_KIND : LEAST_VOLTS };
  if (!loop && state === 'off') return nothing;
  const netlist = contactNetlist(survey, loop);
  if (!netlist) return null;
  // A pile gives DC, a transformer AC; a board's pair either.
  if (loop ? quantity !== 'volts-dc' : survey.appliance === 'own-24v' && quantity !== 'volts-ac') return nothing;
  if (!loop && survey.appliance === 'dry-pair' && survey.pairAc === undefined && survey.pairDc === undefined)
    return null;
  const solver = new CircuitSolver(netlist);
  if (!solver.has(a) || !solver.has(b)) return null;
  const solution = solver.solve({ controls: contactControls(state), suppliesOff: contactSuppliesOff(state) });
  const volts = voltsBetween(solution.volts, a, b);
  const spread = volts * SHARE + (loop ? LEAST_MILLIVOLTS : LEAST_VOLTS);
  return { low: Math.max(0, volts - spread), high: volts + spread };
}

const isState = (v: string | undefined): v is ContactStateId => CONTACT_STATES.some((s) => s.id === v);

/** Volts that no appliance of the kind makes between any of its points, whatever else was surveyed. */
function foreign(r: Reading, loop: MillivoltLoop | null, about: string[]): Finding | null {
  if (r.quantity === 'ohms') return null;
  const size = Math.abs(r.value);
  if (size > MAINS_VOLTS) return finding('contact.pair-mains', { volts: size }, about, readingEvidence(r));
  const millivolts = Math.round(size * 1000);
  return loop && millivolts > FED_MILLIVOLTS
    ? finding('contact.pile-fed', { millivolts }, about, readingEvidence(r))
    : null;
}

/** Readings that no such appliance, or not this one, could give. */
export function readingFindings(job: ContactJob, loop: MillivoltLoop | null): Finding[] {
  const taken = readingsInTime(
    job,
    (r) => r.test === undefined && r.stop !== 'make-safe' && r.a !== undefined && isState(r.state),
  );
  return [...latestByPair(taken).values()].flatMap((r): Finding[] => {
    const { a = '', b = '', quantity, state } = r;
    if (!isState(state)) return [];
    const about = [`point:${a}`, `point:${b}`];
    const fed = foreign(r, loop, about);
    if (fed) return [fed];
    const e = contactExpects(job.survey, loop, a, b, quantity, state);
    const size = Math.abs(r.value);
    if (!e || (size >= e.low && size <= e.high)) return [];
    return [
      finding(
        'contact.reading-contradicts',
        {
          a: contactPointWords(null, a) ?? a,
          b: contactPointWords(null, b) ?? b,
          read: valueText(quantity, r.value),
          expected: `${valueText(quantity, e.low)} to ${valueText(quantity, e.high)}`,
          state: CONTACT_STATES.find((s) => s.id === state)?.name ?? state,
        },
        about,
        readingEvidence(r),
      ),
    ];
  });
}
