/** Millivolt and dry-contact appliances: from a job to everything its loop or pair implies. */
import { chosenSheet } from '../devices/choose';
import { fieldQuestions } from '../family/field';
import type { TerminalPlan } from '../family/landing';
import type { Way } from '../family/way';
import { bySeverity, type Finding, type Question, undecided } from '../findings/finding';
import { checkMainsSafe, type DeadPair, type MainsSafe } from '../mains/make-safe';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { type ProofRun, runProof } from '../proof/proof-run';
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

/** Before a lead of a pair is touched: nothing dangerous may stand on it, to the other or to earth. */
const PAIRS: readonly DeadPair[] = [
  { a: 'pair.1', b: 'pair.2', what: 'the pair, lead to lead' },
  { a: 'pair.1', b: 'earth', what: 'one lead to earth' },
  { a: 'pair.2', b: 'earth', what: 'the other lead to earth' },
];

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

/** Everything a contact job implies. Never throws: what is not known is a question. */
export function deriveContact(job: ContactJob): ContactDerived {
  const { survey } = job;
  const { sheet, findings } = chosenSheet(job, CONTACT_SHEETS, ContactSheet);
  const loop = survey.appliance === 'millivolt' ? millivoltLoop(survey, sheet) : null;
  const budget = budgetOf(survey, sheet);
  // A self-generating loop has no supply to switch off; whatever else has one is proved dead.
  const needsProof = survey.appliance !== undefined && survey.appliance !== 'millivolt';
  const checked = checkMainsSafe(job, survey.region === 'NA' ? 100 : 200, needsProof, PAIRS);
  const live = checked.findings.filter((f) => f.code === 'mains.still-live');
  const safe = survey.appliance === 'millivolt' ? { ...checked, proved: live.length === 0, findings: live } : checked;
  findings.push(...safe.findings, ...contactFindings(survey, sheet, loop));
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
