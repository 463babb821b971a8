/** The family of line-voltage heaters as the registry knows it. */
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
import { fixed, listed } from '../units/units';
import { HEATER_STATES, heaterControls, heaterNetlist } from './circuit';
import { HEATER_COMPLAINTS, heaterEvidence } from './evidence';
import { deriveHeaters, type HeaterDerived } from './family';
import { HEATER_SHEETS, HeaterSheet } from './sheet';
import { heaterPointWords } from './survey';
import type { HeaterJob } from './survey-job';

const NEEDS_WORDS: Record<HeaterSheet['needs'], string> = {
  'both-legs': 'lives on both supply conductors',
  neutral: 'needs a neutral',
  series: 'in series with its load, no neutral',
  'relay-box': 'a relay box with its own transformer, and a low-voltage head',
};

function measure(id: StopId, job: HeaterJob, h: HeaterDerived): Measure | null {
  switch (id) {
    case 'make-safe':
      return {
        done: h.safe.readings.filter((r) => r !== null).length,
        of: h.safe.steps.length,
        says: h.safe.proved ? 'proved dead' : 'not proved',
      };
    case 'survey': {
      const open = h.questions.filter((q) => q.stop === 'survey').length;
      return {
        done: Object.keys(job.survey.cables).length > 0 ? (open === 0 ? 2 : 1) : 0,
        of: 2,
        says: h.load ? `${Math.round(h.load.watts)} W` : open > 0 ? `${open} to measure` : 'no heaters yet',
      };
    }
    case 'decide':
      return {
        done: h.circuit && h.questions.length === 0 ? 1 : 0,
        of: 1,
        says:
          h.questions.length > 0
            ? `${h.questions.length} to answer`
            : h.contactor
              ? 'by contactor'
              : h.circuit
                ? 'direct'
                : 'not possible',
      };
    case 'power-up':
      return ticked(job.powerUp.display === 'lit' ? 1 : 0, 1, 'not yet', ' lit');
    default:
      return null;
  }
}

function json(h: HeaterDerived): Record<string, unknown> {
  const { circuit: _c, room, settings, safe, ...rest } = h;
  return {
    ...rest,
    sheet: h.sheet?.id ?? null,
    settings: settings.card.length > 0 ? settings.card : settings.canonical.map(({ wrong: _w, ...s }) => s),
    room: room && {
      minutes: room.minutes,
      settledCelsius: room.settledCelsius,
      heldCelsius: room.heldCelsius,
      holdWatts: room.holdWatts,
      everyTenMinutes: Array.from(room.airCelsius)
        .filter((_, i) => i % 10 === 0)
        .map((c) => Math.round(c * 100) / 100),
    },
    makeSafe: { proved: safe.proved },
  };
}

/** `a1 c1.1`, `b2 off`: what is on a terminal. */
function trial(text: string, h: HeaterDerived): JobTrialLine {
  const [said = '', core = ''] = text.split(/\s+/);
  const terminal = h.terminals.find((t) => t.terminal.toLowerCase() === said.toLowerCase())?.terminal;
  if (!terminal)
    return {
      ok: false,
      text,
      problem: `Terminals here: ${h.terminals.map((t) => t.terminal).join(', ') || 'none yet'}`,
    };
  const cores = h.wall.cables.flatMap((c) => [`${c.id}.1`, `${c.id}.2`]);
  const found = cores.find((c) => c.toLowerCase() === core.toLowerCase());
  if (!found && core.toLowerCase() !== 'off')
    return { ok: false, text, problem: `What is on ${terminal}? ${cores.join(', ')} or off` };
  return {
    ok: true,
    text,
    says: found ? `${found} on ${terminal}` : `nothing on ${terminal}`,
    edit: (job) => {
      const known = jobAs(job, 'heater');
      return {
        ...known,
        survey: { ...known.survey, landed: landedWith(h.terminals, known.survey.landed, terminal, found) },
      };
    },
  };
}

function topics(_job: HeaterJob, h: HeaterDerived): Topic[] {
  const out: Topic[] = [
    {
      id: 'heater-clear',
      what: 'Keep the heaters clear',
      words:
        'Nothing on or against a heater: no curtains, beds, paper. Lint on a heater is dusted off with its breaker off.',
    },
  ];
  if (h.findings.some((f) => f.code === 'heater.one-leg-live'))
    out.push({
      id: 'heater-leg',
      what: 'Off is not dead',
      words:
        'Turned off at the wall the heaters still have a live leg. Whoever opens one switches off its breaker first.',
    });
  if (h.load?.units.some((u) => u.kind === 'fan'))
    out.push({
      id: 'heater-fan',
      what: 'The fan runs on',
      words: 'The fan blows for a while after the heat is off. That protects it.',
    });
  if (h.room && h.room.minutes !== null)
    out.push({
      id: 'heater-slow',
      what: 'How long it takes',
      words: `From cold the room takes about ${Math.ceil(h.room.minutes / 5) * 5} minutes. A higher setting is not faster.`,
    });
  return out;
}

function papers(job: HeaterJob, h: HeaterDerived): PaperPart[] {
  const parts: PaperPart[] = [
    {
      kind: 'table',
      heading: 'Cables in the box',
      columns: [
        { head: 'Cable', width: 18 },
        { head: 'Is', width: 16 },
        { head: 'Live', width: 14, mono: true },
        { head: 'To earth', width: 22, mono: true },
        { head: 'Dead', width: 30, mono: true },
      ],
      rows: h.wall.cables.map((c) => {
        const r = job.survey.cables[c.id];
        const v = (x: number | undefined): string => (x === undefined ? '–' : `${fixed(x, 0)} V`);
        return [
          c.name,
          c.role,
          v(r?.liveVolts),
          `${v(r?.firstToEarth)}, ${v(r?.secondToEarth)}`,
          [
            r?.ohms === undefined ? '' : r.ohms >= 1e6 ? 'open' : `${fixed(r.ohms, 1)} Ω`,
            r?.megohms === undefined ? '' : `${fixed(r.megohms, 0)} MΩ to earth`,
          ]
            .filter(Boolean)
            .join(', ') || '–',
        ];
      }),
    },
  ];
  if (h.load)
    parts.push(
      {
        kind: 'table',
        heading: 'Heaters',
        columns: [
          { head: 'Heater', width: 30 },
          { head: 'Nameplate', width: 25, mono: true },
          { head: 'Here', width: 20, mono: true },
          { head: 'Ohms', width: 25, mono: true },
        ],
        rows: h.load.units.map((u) => [
          u.name,
          `${fixed(u.ratedWatts, 0)} W ${fixed(u.ratedVolts, 0)} V`,
          `${fixed(u.watts, 0)} W`,
          `${fixed(u.ohms, 1)} Ω`,
        ]),
      },
      {
        kind: 'lines',
        lines: [
          { text: `${h.sentence} ${h.contactor ? 'Through a contactor.' : 'Directly on the device.'}` },
          ...h.load.carries.map((c) => ({
            text: `The ${c.what} allows ${fixed(c.allowed, 1)} A (${c.why}).`,
            ...(c.ok ? {} : { tone: 'wrong' as const }),
          })),
        ],
      },
    );
  parts.push(
    ...terminalsPart(
      h.terminals.map((t) => ({
        ...t,
        found: t.found && (heaterPointWords(job.survey, `cable.${t.found}`) ?? t.found),
      })),
    ),
    ...settingsPart(h.settings.card, job.setUp.entered),
  );
  return parts;
}

function circuit(job: HeaterJob, h: HeaterDerived, asked: CircuitAsked): CircuitExport {
  const refused = onlyAsPlanned(asked);
  if (refused) return refused;
  const netlist = h.circuit && heaterNetlist(h.circuit);
  if (!netlist)
    return { ok: false, problem: 'heater: cables, heaters and a device that fits must be known for a circuit' };
  const known = HEATER_STATES.find((s) => s.id === asked.state);
  if (!known) return noSuchState(asked.state, HEATER_STATES);
  return {
    ok: true,
    title: `${job.site.name || 'job'} ${known.name}`,
    solver: new CircuitSolver(netlist),
    state: { controls: heaterControls(known.id), suppliesOff: new Set<string>() },
  };
}

/** What the heater family gives to every stop. */
export const heaterFamily: FamilyModule<'heater', HeaterDerived> = {
  id: 'heater',
  surveyed: (job) => plural(Object.keys(job.survey.cables).length, 'cable'),
  derive: (job, now) => {
    const own = deriveHeaters(job, now);
    return { own, shared: mainsShared(own, { heatOnly: true, startCelsius: 19 }) };
  },
  inUnits: ({ sentence, questions, findings, settings }, say) => ({
    ...say({ sentence, questions, findings }),
    settings: say(settings),
  }),
  json,
  measure,
  runs: (h) =>
    new Map(
      h.circuit
        ? HEATER_STATES.map((s) => [
            s.name,
            s.id === 'heating' ? listed(h.load?.units.map((u) => u.name) ?? []) : 'nothing',
          ])
        : [],
    ),
  trial,
  topics,
  callWhen:
    'Call if the display is dark, if a breaker or its protection trips by itself, if a heater smells of more than dust, or if the room stays cold.',
  followUps: () => [],
  searched: ({ survey }) => [
    ...Object.values(survey.cables).map((c) => c.name),
    ...Object.values(survey.heaters).map((x) => x.name),
  ],
  letterPaper: (job) => job.survey.region === 'NA',
  copied: (survey) => survey,
  circuit,
  papers,
  evidence: heaterEvidence,
  complaints: HEATER_COMPLAINTS,
  sheets: {
    shipped: HEATER_SHEETS,
    schema: HeaterSheet,
    says: (s: HeaterSheet) =>
      `${listed(s.volts.map(String))} V, ${s.poles === 2 ? 'both poles' : 'one pole'}, ${s.amps} A; ${NEEDS_WORDS[s.needs]}`,
  },
};
