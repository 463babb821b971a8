/** The family of millivolt and dry-contact appliances as the registry knows it. */
import { CircuitSolver } from '../circuit/solve';
import { noSuchState, onlyAsPlanned } from '../family/circuit-asked';
import {
  type CircuitAsked,
  type CircuitExport,
  type FamilyModule,
  type JobTrialLine,
  type Measure,
  plural,
  ticked,
} from '../family/contract';
import { landedWith } from '../family/landing';
import { jobAs } from '../family/of';
import { mainsShared } from '../mains/shared';
import { settingsPart, terminalsPart } from '../record/common-parts';
import type { PaperPart } from '../record/paper-part';
import type { Topic } from '../record/topic';
import type { StopId } from '../run';
import { fixed } from '../units/units';
import { CONTACT_STATES, contactControls, contactNetlist, contactSuppliesOff } from './circuit';
import { CONTACT_COMPLAINTS, contactEvidence } from './evidence';
import { type ContactDerived, deriveContact } from './family';
import { CONTACT_SHEETS, ContactSheet } from './sheet';
import { ContactCore } from './survey';
import type { ContactJob } from './survey-job';
import { CORE_WORDS } from './work';

const LIVES: Record<ContactSheet['livesOn'], string> = {
  battery: 'batteries',
  '24v': '24 V',
  mains: 'its own mains supply',
  loop: 'the circuit it switches',
};
const CLOSES: Record<ContactSheet['closes'], string> = {
  isolated: 'a contact of its own',
  'from-r': 'R joined to W',
  triac: 'electronics in series',
};

function measure(id: StopId, job: ContactJob, c: ContactDerived): Measure | null {
  switch (id) {
    case 'make-safe':
      return c.safe.proved
        ? { done: 1, of: 1, says: job.survey.appliance === 'millivolt' ? 'nothing to switch off' : 'proved dead' }
        : { done: c.safe.readings.filter((r) => r !== null).length, of: c.safe.steps.length, says: 'not proved' };
    case 'survey': {
      const open = c.questions.filter((q) => q.stop === 'survey').length;
      return {
        done: job.survey.appliance === undefined ? 0 : open === 0 ? 2 : 1,
        of: 2,
        says: job.survey.appliance === undefined ? 'not said yet' : open > 0 ? `${open} to measure` : 'measured',
      };
    }
    case 'decide':
      return {
        done: c.fits && c.questions.length === 0 ? 1 : 0,
        of: 1,
        says: c.questions.length > 0 ? `${c.questions.length} to answer` : c.fits ? 'it fits' : 'it does not fit',
      };
    case 'power-up':
      return ticked(job.powerUp.display === 'lit' ? 1 : 0, 1, 'not yet', ' lit');
    default:
      return null;
  }
}

function json(c: ContactDerived): Record<string, unknown> {
  const { settings, safe, sheet, ...rest } = c;
  return {
    ...rest,
    sheet: sheet?.id ?? null,
    settings: settings.card.length > 0 ? settings.card : settings.canonical.map(({ wrong: _w, ...s }) => s),
    makeSafe: { proved: safe.proved },
  };
}

/** `p pair-1`, `q off`: what is on a terminal. */
function trial(text: string, c: ContactDerived): JobTrialLine {
  const [said = '', core = ''] = text.split(/\s+/);
  const terminal = c.terminals.find((t) => t.terminal.toLowerCase() === said.toLowerCase())?.terminal;
  if (!terminal)
    return {
      ok: false,
      text,
      problem: `Terminals here: ${c.terminals.map((t) => t.terminal).join(', ') || 'none yet'}`,
    };
  const found = ContactCore.safeParse(core.toLowerCase()).data;
  if (!found && core.toLowerCase() !== 'off')
    return { ok: false, text, problem: `What is on ${terminal}? ${ContactCore.options.join(', ')} or off` };
  return {
    ok: true,
    text,
    says: found ? `${CORE_WORDS[found]} on ${terminal}` : `nothing on ${terminal}`,
    edit: (job) => {
      const known = jobAs(job, 'contact');
      return {
        ...known,
        survey: { ...known.survey, landed: landedWith(c.terminals, known.survey.landed, terminal, found) },
      };
    },
  };
}

function topics(job: ContactJob, c: ContactDerived): Topic[] {
  const out: Topic[] = [];
  if (job.survey.appliance === 'millivolt')
    out.push({
      id: 'contact-pilot',
      what: 'The pilot',
      words:
        'It heats only while the pilot burns. If it goes out, turn the knob to off and wait five minutes before it is lit again. If you smell gas, leave and call.',
    });
  if (c.sheet?.livesOn === 'battery')
    out.push({
      id: 'contact-battery',
      what: 'Change the batteries',
      words: 'Change the batteries once a year, in autumn. Without them there is no heating.',
    });
  if (c.sheet?.livesOn === 'mains')
    out.push({
      id: 'contact-radio',
      what: 'Head and receiver',
      words: 'The head speaks to the receiver by radio. With no signal the receiver’s own button heats.',
    });
  return out;
}

function papers(job: ContactJob, c: ContactDerived): PaperPart[] {
  const { survey } = job;
  const mv = (v: number | undefined): string => (v === undefined ? '–' : `${fixed(v, 0)} mV`);
  const parts: PaperPart[] = [{ kind: 'lines', heading: 'The appliance', lines: [{ text: c.sentence }] }];
  if (c.loop)
    parts.push({
      kind: 'table',
      heading: 'The loop',
      columns: [
        { head: 'What', width: 40 },
        { head: 'Read', width: 25, mono: true },
        { head: 'Expected', width: 35, mono: true },
      ],
      rows: [
        ['Pile, loop open', mv(survey.openMillivolts), '450 to 850 mV'],
        [
          'Pile, loop closed',
          mv(survey.loadedMillivolts),
          `${mv(c.loop.pileVolts.low * 1000)} to ${mv(c.loop.pileVolts.high * 1000)}`,
        ],
        [
          'Coil, loop closed',
          mv(survey.coilMillivolts),
          `${mv(c.loop.coilVolts.low * 1000)} to ${mv(c.loop.coilVolts.high * 1000)}`,
        ],
        [
          'Leads and contacts',
          survey.loopOhms === undefined ? '–' : `${fixed(survey.loopOhms, 2)} Ω`,
          `at most ${fixed(c.loop.allowedOhms, 2)} Ω`,
        ],
        ...Object.values(survey.switches).map((s, i) => [
          s.name ?? `Contact ${i + 1}`,
          mv(s.millivolts),
          'under 10 mV',
        ]),
      ],
    });
  parts.push(
    ...terminalsPart(c.terminals.map((t) => ({ ...t, found: t.found && CORE_WORDS[t.found] }))),
    ...settingsPart(c.settings.card, job.setUp.entered),
  );
  return parts;
}

function circuit(job: ContactJob, c: ContactDerived, asked: CircuitAsked): CircuitExport {
  const refused = onlyAsPlanned(asked);
  if (refused) return refused;
  const netlist = contactNetlist(job.survey, c.loop);
  if (!netlist) return { ok: false, problem: 'contact: say what the thermostat closes, then there is a circuit' };
  const known = CONTACT_STATES.find((s) => s.id === asked.state);
  if (!known) return noSuchState(asked.state, CONTACT_STATES);
  return {
    ok: true,
    title: `${job.site.name || 'job'} ${known.name}`,
    solver: new CircuitSolver(netlist),
    state: { controls: contactControls(known.id), suppliesOff: contactSuppliesOff(known.id) },
  };
}

/** What the contact family gives to every stop. */
export const contactFamily: FamilyModule<'contact', ContactDerived> = {
  id: 'contact',
  surveyed: (job) => plural(Object.keys(job.survey.switches).length, 'contact'),
  derive: (job, now) => {
    const own = deriveContact(job, now);
    return { own, shared: mainsShared(own, { heatOnly: true, startCelsius: 19 }) };
  },
  inUnits: ({ sentence, questions, findings, settings }, say) => ({
    ...say({ sentence, questions, findings }),
    settings: say(settings),
  }),
  json,
  measure,
  runs: (c) => new Map(c.fits ? [['calling', 'burner']] : []),
  trial,
  topics,
  callWhen:
    'Call if the display is dark, if the appliance burns without being asked, or if the room stays cold. If you smell gas, leave the house first.',
  followUps: () => [],
  searched: ({ survey }) => Object.values(survey.switches).map((s) => s.name),
  letterPaper: (job) => job.survey.region === 'NA',
  copied: (survey) => survey,
  circuit,
  papers,
  evidence: contactEvidence,
  complaints: CONTACT_COMPLAINTS,
  sheets: {
    shipped: CONTACT_SHEETS,
    schema: ContactSheet,
    says: (s: ContactSheet) => `${CLOSES[s.closes]}${s.dry ? ', for dry circuits' : ''}; lives on ${LIVES[s.livesOn]}`,
  },
};
