/** Millivolt and dry-contact appliances: from a job to everything its loop or pair implies. */
import type { Point } from '../circuit/point';
import { chosenSheet } from '../devices/choose';
import { fieldQuestions } from '../family/field';
import type { TerminalPlan } from '../family/landing';
import type { Way } from '../family/way';
import { bySeverity, type Finding, finding, type Question, undecided } from '../findings/finding';
import { partMeasure, partReadings } from '../job/readings';
import type { Quantity } from '../job/schema';
import { BOX, checkMainsSafe, type MainsSafe } from '../mains/make-safe';
import { readSupply } from '../mains/supply';
import { boxVolts } from '../mains/supply-box';
import { supplyFindings } from '../mains/supply-findings';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { type ProofRun, runProof } from '../proof/proof-run';
import type { DeadPair, LiveReading } from '../safe/proved';
import type { CanonicalSetting } from '../settings/canonical-setting';
import { type CardRow, cardOf, conflictFindings } from '../settings/card';
import { fixed } from '../units/units';
import { contactFindings } from './findings';
import { type Budget, budgetOf, contactWays, misfit } from './fit';
import { CONTACT_FORM } from './form';
import { type MillivoltLoop, millivoltLoop } from './loop';
import { contactProof } from './proof';
import { readingFindings } from './readings';
import { contactSettings } from './settings';
import { CONTACT_SHEETS, ContactSheet } from './sheet';
import { Contact, type ContactCore, type ContactSurvey } from './survey';
import type { ContactJob } from './survey-job';
import { contactKit, contactSteps, terminalPlan, wiringFindings } from './work';

export interface ContactDerived {
  sheet: ContactSheet | null;
  loop: MillivoltLoop | null;
  budget: Budget | null;
  /** The device fits what it is to close. */
  fits: boolean;
  /** Every shipped device held against it. */
  ways: Way[];
  terminals: TerminalPlan<ContactCore>[];
  settings: { canonical: CanonicalSetting[]; card: CardRow[] };
  steps: { id: string; what: string }[];
  safe: MainsSafe;
  kit: { id: string; name: string; why: string }[];
  sentence: string;
  questions: Question[];
  findings: Finding[];
  proof: ProofRun;
}

const to = (lead: '1' | '2', what: string): DeadPair => ({ a: `pair.${lead}`, b: 'earth', what, foreign: true });
/** An appliance's own volts on its pair, of the kind that was read with the pair open; of either while that is not known. */
const OWN_VOLTS = 3;

/**
 * Before a lead of a pair is touched nothing dangerous may stand on it, to the other or to earth. A self-generating loop
 * has no supply of its own; a device that brings mains along is worked on at mains, whatever it closes.
 */
function deadPairs(survey: ContactSurvey, sheet: ContactSheet | null): { pairs: DeadPair[]; live: DeadPair[] } {
  const box = sheet?.livesOn === 'mains' ? BOX : { pairs: [], live: [] };
  if (survey.appliance === 'millivolt') return { pairs: [...box.pairs], live: [...box.live] };
  const own24 = survey.appliance === 'own-24v';
  const kinds: Quantity[] = own24
    ? ['volts-ac']
    : (survey.pairDc ?? 0) >= OWN_VOLTS
      ? ['volts-dc']
      : (survey.pairAc ?? 0) >= OWN_VOLTS
        ? ['volts-ac']
        : ['volts-ac', 'volts-dc'];
  const lead: DeadPair = {
    a: own24 ? 'call.r' : 'pair.1',
    b: own24 ? 'call.c' : 'pair.2',
    what: own24 ? 'R to C of the appliance' : 'the pair, lead to lead',
    own: { liveAtLeast: own24 ? 15 : OWN_VOLTS, deadVolts: 1, kinds },
  };
  return {
    pairs: [...box.pairs, lead, to('1', 'one lead to earth'), to('2', 'the other lead to earth')],
    live: [...box.live, lead],
  };
}

/** What the survey read on the pair while it was open, as readings between points. */
const LIVE_MEASURES: Readonly<Record<string, readonly [Point, Point]>> = {
  [partMeasure('pair-ac')]: ['pair.1', 'pair.2'],
  [partMeasure('pair-dc')]: ['pair.1', 'pair.2'],
  [partMeasure('secondary')]: ['call.r', 'call.c'],
};
const liveOfPair = (job: ContactJob): LiveReading[] =>
  partReadings(job).flatMap((r): LiveReading[] => {
    const ends = LIVE_MEASURES[r.measure ?? ''];
    return ends ? [{ at: r.at, value: r.value, quantity: r.quantity, a: ends[0], b: ends[1] }] : [];
  });

const LOOKS: Record<NonNullable<ContactSurvey['looks']>, string> = {
  fireplace: 'fireplace',
  'room-heater': 'room heater',
  'wall-furnace': 'wall furnace',
  boiler: 'boiler',
  'unit-heater': 'unit heater',
};

function sentenceOf(survey: ContactSurvey, loop: MillivoltLoop | null, budget: Budget | null): string {
  const what = survey.looks ? `A ${LOOKS[survey.looks]}` : 'An appliance';
  if (survey.appliance === undefined) return 'Say what the thermostat closes; the rest follows from that.';
  if (loop) {
    const mv = (v: number): string => fixed(v * 1000, 0);
    return `${what} on its own pile: ${mv(loop.coilVolts.low)} to ${mv(loop.coilVolts.high)} mV for the coil; the loop may hold ${fixed(loop.allowedOhms, 2)} Ω.`;
  }
  if (survey.appliance === 'dry-pair') {
    const open = Math.max(survey.pairAc ?? 0, survey.pairDc ?? 0);
    return `${what} called by closing its own pair${open > 0 ? `, ${fixed(open, 1)} V ${(survey.pairAc ?? 0) >= (survey.pairDc ?? 0) ? 'AC' : 'DC'} open` : ''}.`;
  }
  return `${what} with a 24 V control of its own${budget ? `: ${fixed(budget.va, 1)} of ${fixed(budget.ratedVA, 0)} VA` : ''}.`;
}

const MILLIVOLTS = [
  ['openMillivolts', 'the open pile'],
  ['loadedMillivolts', 'the closed pile'],
  ['coilMillivolts', 'the coil'],
] as const;

/** Readings of the loop that were taken with the meter's leads exchanged. */
const reversedOf = (survey: ContactSurvey): string[] => [
  ...MILLIVOLTS.flatMap(([key, words]) => ((survey[key] ?? 0) < 0 ? [words] : [])),
  ...Object.values(survey.switches).flatMap((s) => ((s.millivolts ?? 0) < 0 ? [s.name ?? 'a contact'] : [])),
];

/** The same survey with every millivolt reading by its size. */
const upright = (survey: ContactSurvey): ContactSurvey => ({
  ...survey,
  ...Object.fromEntries(
    MILLIVOLTS.flatMap(([key]) => (survey[key] === undefined ? [] : [[key, Math.abs(survey[key])]])),
  ),
  switches: Object.fromEntries(
    Object.entries(survey.switches).map(([id, s]) => [
      id,
      s.millivolts === undefined ? s : { ...s, millivolts: Math.abs(s.millivolts) },
    ]),
  ),
});

/** Everything a contact job implies. Never throws: what is not known is a question. */
export function deriveContact(asked: ContactJob, now: string | null = null): ContactDerived {
  const reversed = reversedOf(asked.survey);
  // The meter's leads the other way round: a sign, and nothing of the pile.
  const job = reversed.length > 0 ? { ...asked, survey: upright(asked.survey) } : asked;
  const { survey } = job;
  const { sheet, findings } = chosenSheet(job, CONTACT_SHEETS, ContactSheet);
  const loop = survey.appliance === 'millivolt' ? millivoltLoop(survey, sheet) : null;
  const budget = budgetOf(survey, sheet);
  const dead = deadPairs(survey, sheet);
  const checked = checkMainsSafe(job, {
    liveAtLeast: survey.region === 'NA' ? 100 : 200,
    ...dead,
    alsoLive: liveOfPair(job),
    touched: survey.appliance !== undefined && dead.pairs.length > 0,
    now,
  });
  const live = checked.findings.filter((f) => f.code === 'mains.still-live');
  // Nothing here has a supply to be switched off.
  const none = dead.pairs.length === 0;
  const safe = none ? { ...checked, proved: live.length === 0, findings: live } : checked;
  const box = sheet?.livesOn === 'mains' ? boxVolts(job) : { between: undefined };
  if (reversed.length > 0)
    findings.push(finding('contact.leads-reversed', { readings: reversed }, ['loop'], 'below zero'));
  findings.push(
    ...safe.findings,
    // A receiver's own supply is a supply like any other.
    ...supplyFindings(survey.region, readSupply(survey.region, box), box),
    ...contactFindings(survey, sheet, loop),
  );
  const questions = fieldQuestions(CONTACT_FORM, Contact, survey);
  const fits = sheet !== null && survey.appliance !== undefined && misfit(survey, sheet) === null;
  const terminals = sheet && fits ? terminalPlan(survey, sheet) : [];
  findings.push(...wiringFindings(terminals), ...readingFindings(job, loop));
  const canonical = sheet ? undecided(contactSettings(job, sheet), questions) : [];
  const card = sheet ? cardOf(job, canonical, sheet.settings) : { card: [], findings: [] };
  findings.push(...conflictFindings(job, canonical), ...card.findings);
  const proof = runProof(job, fits ? contactProof(survey, loop) : [], blockersOf(findings));
  findings.push(...proofFindings(proof, job.units));
  findings.sort(bySeverity);
  return {
    sheet,
    loop,
    budget,
    fits,
    ways: contactWays(survey),
    terminals,
    settings: { canonical, card: card.card },
    steps: sheet && fits ? contactSteps(survey, sheet) : [],
    safe,
    kit: contactKit(survey, sheet),
    sentence: sentenceOf(survey, loop, budget),
    questions,
    findings,
    proof,
  };
}
