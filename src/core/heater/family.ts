/** Electric heaters on line voltage: from a job to everything its cables, heaters and room imply. */
import { chosenSheet } from '../devices/choose';
import { fieldQuestions } from '../family/field';
import type { Way } from '../family/way';
import { bySeverity, type Finding, type Question, undecided } from '../findings/finding';
import { BOX, checkMainsSafe, type MainsSafe } from '../mains/make-safe';
import { protectionFindings } from '../mains/protection';
import { supplyFindings } from '../mains/supply-findings';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { type ProofRun, runProof } from '../proof/proof-run';
import type { CanonicalSetting } from '../settings/canonical-setting';
import { type CardRow, cardOf, conflictFindings } from '../settings/card';
import { fixed, temperature } from '../units/units';
import type { HeaterCircuit } from './circuit';
import { cableFindings, deviceFindings, loadFindings, placeFindings } from './findings';
import { HEATER_FORM } from './form';
import { type HeaterLoad, heaterLoad } from './load';
import { heaterProof } from './proof';
import { readingFindings } from './readings';
import { readWall, type Wall } from './roles';
import { type RoomForecast, roomForecast } from './room';
import { heaterSettings } from './settings';
import { HEATER_SHEETS, HeaterSheet } from './sheet';
import { type HeaterSurvey, Heaters } from './survey';
import type { HeaterJob } from './survey-job';
import { heaterWays, refusal } from './ways';
import {
  deadPairs,
  type HeaterTerminal,
  heaterKit,
  heaterSteps,
  liveOfCables,
  terminalPlan,
  wiringFindings,
} from './work';

export interface HeaterDerived {
  sheet: HeaterSheet | null;
  wall: Wall;
  load: HeaterLoad | null;
  contactor: boolean;
  ways: Way[];
  room: RoomForecast | null;
  terminals: HeaterTerminal[];
  /** What predictions and readings are held against; null until cables, load and device are known. */
  circuit: HeaterCircuit | null;
  settings: { canonical: CanonicalSetting[]; card: CardRow[] };
  steps: { id: string; what: string }[];
  safe: MainsSafe;
  kit: { id: string; name: string; why: string }[];
  sentence: string;
  questions: Question[];
  findings: Finding[];
  proof: ProofRun;
}

const ask = (code: string, about: string[], words: string, how: string): Question => ({
  code,
  stop: 'survey',
  about,
  ask: words,
  how,
  answers: [],
  needed: true,
});

/** What must be measured before anything is known, in the order it is measured. */
function measureQuestions(survey: HeaterSurvey, wall: Wall): Question[] {
  const cables = Object.entries(survey.cables);
  if (cables.length === 0)
    return [
      ask(
        'heater-cables',
        ['cables'],
        'Which cables are in the box?',
        'Count the pairs, supply off. Colours say nothing here.',
      ),
    ];
  const out: Question[] = [];
  const unread = cables.filter(([, c]) => c.liveVolts === undefined && !c.traced);
  if (unread.length > 0)
    out.push(
      ask(
        'heater-live',
        unread.map(([id]) => `cables:${id}`),
        'Which pair is live?',
        'Breaker off, cores parted and kept apart; breaker on, by a competent person: volts between the two cores of each cable.',
      ),
    );
  const dead = wall.cables.filter((c) => c.role === 'unknown' && survey.cables[c.id]?.liveVolts !== undefined);
  if (dead.length > 0)
    out.push(
      ask(
        'heater-dead-ohms',
        dead.map((c) => `cables:${c.id}`),
        'What does the dead pair read?',
        'Breaker off and proved: ohms between its cores. It is the heaters, or nothing.',
      ),
    );
  if (wall.supply && wall.supply.role === 'supply' && wall.told.is === 'open')
    out.push(
      ask(
        'heater-to-earth',
        [`cables:${wall.supply.id}`],
        'What is each supply core to earth?',
        'Two hots read about half or 120 V each; a neutral reads next to nothing.',
      ),
    );
  if (Object.keys(survey.heaters).length === 0)
    out.push(
      ask(
        'heater-heaters',
        ['heaters'],
        'Which heaters hang on it?',
        'Walk the room: every heater that stops with this thermostat, with its nameplate.',
      ),
    );
  return out;
}

function sentenceOf(job: HeaterJob, wall: Wall, load: HeaterLoad | null, room: RoomForecast | null): string {
  if (!wall.supply) return 'Read each cable of the box, supply on and supply off; the rest follows from that.';
  const legs = wall.twoHots === null ? '' : wall.twoHots ? ', two hots' : ', live and neutral';
  const supply = `${fixed(wall.volts ?? 0, 0)} V${legs}${wall.kind === 'two-core' ? ', a switch loop' : ''}`;
  if (!load) return `${supply}: say which heaters hang on it.`;
  const warm =
    room === null
      ? ''
      : room.minutes === null
        ? `; ${temperature(room.wantedCelsius, job.units)} is not reached`
        : `; ${temperature(room.wantedCelsius, job.units)} in about ${room.minutes} min`;
  return `${fixed(load.watts, 0)} W, ${fixed(load.amps, 1)} A on ${supply}${warm}.`;
}

/** Everything a heater job implies. Never throws: what is not known is a question. */
export function deriveHeaters(job: HeaterJob, now: string | null = null): HeaterDerived {
  const { survey } = job;
  const { sheet, findings } = chosenSheet(job, HEATER_SHEETS, HeaterSheet);
  const wall = readWall(survey);
  const load = heaterLoad(survey, wall.volts, sheet);
  const over = load?.carries.some((c) => c.what === 'device' && !c.ok) ?? false;
  const contactor = survey.switching === undefined ? over : survey.switching === 'contactor';
  const room = load ? roomForecast(survey, load.watts) : null;
  const safe = checkMainsSafe(job, {
    liveAtLeast: survey.region === 'NA' ? 100 : 200,
    ...(deadPairs(survey, wall) ?? BOX),
    alsoLive: liveOfCables(job),
    touched: Object.keys(survey.cables).length > 0,
    now,
  });
  const fits = sheet !== null && refusal(sheet, wall, load) === null;
  findings.push(
    ...safe.findings,
    ...supplyFindings(survey.region, wall.told, wall.supplyVolts),
    ...protectionFindings(survey, load?.amps ?? null, wall.twoHots),
    ...cableFindings(survey, wall),
    ...loadFindings(survey, wall, load),
    ...placeFindings(survey, room),
  );
  if (sheet) findings.push(...deviceFindings(survey, wall, sheet, load, contactor));
  const questions = [...measureQuestions(survey, wall), ...fieldQuestions(HEATER_FORM, Heaters, survey)];
  const terminals = sheet && fits ? terminalPlan(survey, wall, sheet) : [];
  findings.push(...wiringFindings(survey, wall, terminals));
  const circuit = sheet && load && fits && wall.kind !== null ? { survey, sheet, load, wall, contactor } : null;
  findings.push(...readingFindings(job, wall, sheet, circuit));
  const canonical = sheet ? undecided(heaterSettings(job, sheet, load, room), questions) : [];
  const card = sheet ? cardOf(job, canonical, sheet.settings) : { card: [], findings: [] };
  findings.push(...conflictFindings(job, canonical), ...card.findings);
  const proof = runProof(
    job,
    circuit ? heaterProof(circuit, room, survey.groundFault === 'upstream') : [],
    blockersOf(findings),
  );
  findings.push(...proofFindings(proof, job.units));
  findings.sort(bySeverity);
  return {
    sheet,
    wall,
    load,
    contactor,
    ways: heaterWays(wall, load),
    room,
    terminals,
    circuit,
    settings: { canonical, card: card.card },
    // Which core is hot and which neutral is not guessed: nothing is listed before it is read.
    steps: circuit && wall.told.planned ? heaterSteps(survey, wall, circuit.sheet, circuit.load, contactor) : [],
    safe,
    kit: heaterKit(sheet, contactor, survey),
    sentence: findings.find((f) => f.code === 'heater.over-volts')?.message ?? sentenceOf(job, wall, load, room),
    questions,
    findings,
    proof,
  };
}
