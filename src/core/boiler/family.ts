/** The boiler family plugged into the stops: from a job to everything its plant implies. */
import { pointLabel } from '../circuit/point';
import { chosenSheet } from '../devices/choose';
import { fieldQuestions } from '../family/field';
import { bySeverity, type Finding, finding, type Question, undecided } from '../findings/finding';
import { type BoilerSurvey, BoilerSurvey as Survey, type Wire } from '../job/boiler-schema';
import type { BoilerJob } from '../job/schema';
import { BOX, checkMainsSafe, type MainsSafe } from '../mains/make-safe';
import { readSupply } from '../mains/supply';
import { boxVolts } from '../mains/supply-box';
import { supplyFindings } from '../mains/supply-findings';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { type ProofRun, runProof, type TestPlan } from '../proof/proof-run';
import type { CanonicalSetting } from '../settings/canonical-setting';
import { type CardRow, cardOf, conflictFindings } from '../settings/card';
import type { Timeline, TimelineItem } from '../timeline/timeline';
import { availableNow, schedule } from '../timeline/timeline';
import { type CoreMeaning, coreMeanings, nextForCore } from './cores';
import { type DemandRow, demandPairs, demandRunner, expected } from './demand';
import { contactLoad, truthFindings, wiringFindings } from './findings';
import { BOILER_FORM } from './form';
import { foundReadings } from './found-readings';
import { type HotWater, hotWater } from './hot-water';
import { netFindings, otherwiseFindings } from './nets';
import { type OldMove, oldBoxFindings, oldMoves } from './old-box';
import { hasCylinder, needsCallRelay, type PartInfo, type Plant, plantOf, plantParts, switchesMains } from './parts';
import { proofPlan } from './proof';
import { boilerSettings, flowCheck } from './settings';
import { BOILER_SHEETS, BoilerSheet } from './sheet';
import { startItems, startTimeline } from './start';
import { type WaterProgramme, waterProgramme } from './water-programme';
import { type Net, planNets, planWires } from './wiring';

export interface BoilerDerived {
  sheet: BoilerSheet | null;
  plant: Plant | null;
  parts: PartInfo[];
  nets: Net[];
  wires: Wire[];
  /** Wires as traced; null until then. */
  traced: Wire[] | null;
  demands: DemandRow[];
  hotWater: HotWater | null;
  /** Hot water windows as the device holds them; null where it does not switch them, or nobody made any. */
  water: WaterProgramme | null;
  settings: { canonical: CanonicalSetting[]; card: CardRow[] };
  timeline: Timeline | null;
  now: TimelineItem[];
  /** Minutes from now to the earliest finish, what is done left out. */
  minutesLeft: number;
  cores: { id: string; colour: string; can: CoreMeaning[]; next: string | null }[];
  safe: MainsSafe;
  /** Terminals of the old receiver, and where each core goes. */
  old: OldMove[];
  steps: { id: string; what: string }[];
  /** What to have in hand before the van is left. */
  kit: { id: string; name: string; why: string }[];
  sentence: string;
  questions: Question[];
  findings: Finding[];
  proof: ProofRun;
}

/** Less than this over a week is the device's own step. */
const LEAST_LOST = 60;

const PLANT_WORDS: Record<Plant['kind'], string> = {
  combination: 'A combination boiler',
  'zone-valves': 'A boiler with a cylinder and zone valves',
  'heating-valves': 'A boiler with heating zone valves',
  'three-port': 'A boiler with a cylinder and a three-port valve',
  gravity: 'A boiler with old gravity hot water',
};
const INPUT_WORDS: Record<Plant['input'], string> = {
  live: 'called by a switched live',
  'volt-free': 'called by closing its own pair',
  'low-voltage': 'called by an extra-low-voltage pair',
  bus: 'called over a data bus',
};

/** What is to be joined, where it is known how the boiler is called and a plan serves every demand. */
interface Planned {
  plant: Plant;
  /** Demands that the planned wires would not serve. */
  missed: string[];
  /** How the boiler is called is asked, not assumed: no plan before it is known. */
  offered: boolean;
  wires: Wire[];
}

function plannedOf(plant: Plant, survey: BoilerSurvey): Planned {
  const missed = planMisses(plant, survey);
  const offered = missed.length === 0 && survey.input !== undefined;
  return { plant, missed, offered, wires: offered ? planWires(plant) : [] };
}

/** What the device lacks for this plant. */
function deviceFindings({ plant, missed }: Planned, survey: BoilerSurvey, sheet: BoilerSheet): Finding[] {
  const findings: Finding[] = [];
  const say = (...of: Parameters<typeof finding>): void => {
    findings.push(finding(...of));
  };
  const channels = sheet.channels * (plant.unitEachZone ? plant.zones : 1);
  if (channels < plant.zones || (hasCylinder(plant.kind) && !plant.timer && !sheet.hotWater))
    say(
      'boiler.too-few-channels',
      { device: sheet.name, zones: plant.zones },
      ['device'],
      `${sheet.channels} channels`,
    );
  if (plant.input === 'bus' && sheet.output !== 'bus')
    say('boiler.no-bus-output', { device: sheet.name }, ['device'], sheet.name);
  if (missed.length > 0 && survey.input !== undefined)
    say(
      'boiler.plan-misses',
      { device: sheet.name, demand: missed[0] ?? '' },
      ['device'],
      'the truth of the plant against the circuit of every wire planned',
    );
  return findings;
}

/** The plant in each demand, as planned and as traced, and what speaks against either. */
function demandsOf(
  job: BoilerJob,
  planned: Planned,
  sheet: BoilerSheet,
): { demands: DemandRow[]; findings: Finding[] } {
  const { survey } = job;
  const { plant, offered, wires } = planned;
  const traced = survey.wires ? Object.values(survey.wires) : null;
  const findings = [...deviceFindings(planned, survey, sheet), ...neutralFindings(job, sheet)];
  if (survey.oldBox) findings.push(...oldBoxFindings(plant, survey.oldBox));
  if (survey.input !== undefined || traced)
    findings.push(...wiringFindings(plant, survey, traced ?? planWires(plant), sheet));
  const asPlanned = offered ? truthFindings(plant, survey, wires).results : [];
  const now = traced ? truthFindings(plant, survey, traced) : null;
  findings.push(...(now?.findings ?? []));
  if (traced && now) {
    findings.push(...netFindings(plant, traced, now.results));
    if (offered) findings.push(...otherwiseFindings(plant, traced, asPlanned, now.results));
  }
  const demands = offered
    ? demandPairs(plant).flatMap((p, i): DemandRow[] => {
        const result = asPlanned[i];
        return result ? [{ id: p.id, name: p.name, planned: result, wired: now?.results[i] ?? null }] : [];
      })
    : [];
  findings.push(...foundReadings(job, plant, demands));
  const amps = contactLoad(plant, survey);
  if (amps > sheet.contactAmps)
    findings.push(
      finding(
        'boiler.contact-overload',
        { amps, rated: sheet.contactAmps },
        ['point:RX.4'],
        'boiler and pump together',
      ),
    );
  return { demands, findings };
}

/** Hot water that the device's day cannot hold, and flow that does not condense or is too hot for a floor. */
function waterFindings(survey: BoilerSurvey, sheet: BoilerSheet | null, water: WaterProgramme | null): Finding[] {
  const findings: Finding[] = [];
  if (sheet && water && water.lostMinutes >= LEAST_LOST)
    findings.push(
      finding(
        'boiler.water-loses',
        { device: sheet.name, minutes: water.lostMinutes, events: sheet.waterPeriods ?? 0 },
        ['windows'],
        'least deviation over the week',
      ),
    );
  const flow = flowCheck(survey);
  if (survey.flowCelsius !== undefined && survey.emitters !== 'floor' && !flow.condenses)
    findings.push(
      finding('boiler.no-condensing', { celsius: flow.returnCelsius }, ['setting:boiler.flow'], 'flow less its drop'),
    );
  if (survey.emitters === 'floor' && flow.flowCelsius > 45)
    findings.push(
      finding('boiler.floor-flow', { celsius: flow.flowCelsius }, ['setting:boiler.flow'], 'floor circuit'),
    );
  return findings;
}

const sentenceOf = (plant: Plant | null, survey: BoilerSurvey): string =>
  plant
    ? `${PLANT_WORDS[plant.kind]}${plant.zones > 1 ? `, ${plant.zones} heating zones` : ''}, ${survey.input === undefined ? 'how it is called is not known yet' : INPUT_WORDS[plant.input]}.`
    : 'Say what plant it is; the rest follows from that.';

/** Everything a boiler job implies. Never throws: what is not known is a question. */
export function deriveBoiler(asked: BoilerJob, now: string | null = null): BoilerDerived {
  const { survey } = asked;
  const { sheet, findings } = chosenSheet(asked, BOILER_SHEETS, BoilerSheet);
  const questions = fieldQuestions(BOILER_FORM, Survey, survey);
  const plant = plantOf(survey, sheet);
  const planned = plant ? plannedOf(plant, survey) : null;
  const offered = planned?.offered ? planned.plant : null;
  const safe = checkMainsSafe(asked, {
    liveAtLeast: 200,
    ...BOX,
    touched: plant !== null,
    now,
  });
  const box = boxVolts(asked);
  // Plants of this kind are those of 230 V; another region is judged by its own supplies.
  const supply = readSupply(survey.region ?? 'UK', box);
  findings.push(...safe.findings, ...supplyFindings(survey.region ?? 'UK', supply, box));
  const refused = supply.is !== 'unread' && supply.is !== 'open' && supply.nominal !== 230;
  if (refused && supply.planned)
    findings.push(
      finding(
        'mains.supply-refused',
        { supply: supply.kind?.words ?? '' },
        ['supply'],
        `${box.between?.toFixed(0)} V between`,
      ),
    );
  const { demands, findings: joined } =
    planned && sheet ? demandsOf(asked, planned, sheet) : { demands: [], findings: [] };
  findings.push(...joined);
  const stored = plant && hasCylinder(plant.kind) ? plant : null;
  const hw = stored ? hotWater(survey) : { result: null, findings: [] };
  const water = sheet && stored && !stored.timer ? waterProgramme(survey, sheet) : null;
  findings.push(...hw.findings, ...waterFindings(survey, sheet, water));
  const canonical = plant ? undecided(boilerSettings(survey, plant, asked.week, sheet), questions) : [];
  const card = sheet ? cardOf(asked, canonical, sheet.settings) : { card: [], findings: [] };
  findings.push(...conflictFindings(asked, canonical), ...card.findings);
  const items = sheet ? startItems(survey, sheet) : [];
  const done = new Set(Object.entries(survey.start).flatMap(([id, s]) => (s.done ? [id] : [])));
  const tests: TestPlan[] = offered && sheet ? proofPlan(offered, sheet, demands) : [];
  const proof = runProof(asked, tests, blockersOf(findings));
  findings.push(...proofFindings(proof, asked.units));
  if (survey.internet === false) findings.push(finding('join.no-internet', {}, ['join'], 'no internet today'));
  findings.sort(bySeverity);
  const nets = offered ? planNets(offered) : [];
  return {
    sheet,
    plant,
    parts: plant ? plantParts(plant) : [],
    nets,
    wires: planned?.wires ?? [],
    traced: survey.wires ? Object.values(survey.wires) : null,
    demands,
    hotWater: hw.result,
    water,
    settings: { canonical, card: card.card },
    timeline: sheet ? startTimeline(survey, sheet) : null,
    now: availableNow(items, done),
    minutesLeft: schedule(items.map((i) => (done.has(i.id) ? { ...i, minutes: 0 } : i))).finish,
    cores: Object.entries(survey.cores).map(([id, c]) => ({
      id,
      colour: c.colour,
      can: coreMeanings(c),
      next: nextForCore(c),
    })),
    safe,
    old: plant && survey.oldBox ? oldMoves(plant, survey.oldBox) : [],
    steps: refused ? [] : workSteps(nets, offered, survey),
    kit: kitOf(sheet, plant),
    sentence: sentenceOf(plant, survey),
    questions,
    findings,
    proof,
  };
}

/** Demands that the planned wires do not serve as the plant must, or in which they join what may not meet. */
function planMisses(plant: Plant, survey: BoilerSurvey): string[] {
  const wires = planWires(plant);
  const run = demandRunner(plant, survey, wires, {}, true);
  const pairs = demandPairs(plant);
  const results = pairs.map(({ demand }) => run(demand));
  const missed = pairs.flatMap(({ name, demand }, i) => {
    const r = results[i];
    const want = expected(plant, demand);
    const same =
      r !== undefined &&
      r.boilerFires === want.boiler &&
      r.pumpRuns === want.pump &&
      r.toCylinder === want.cylinder &&
      r.toRadiators === want.radiators &&
      !r.mainsOnCall &&
      !r.mainsOnPair &&
      !r.fuseOpens;
    return same ? [] : [name];
  });
  // A plan is held against the same table as what is wired.
  return [...missed, ...netFindings(plant, wires, results).map((f) => f.message)];
}

/** A device that hangs at the wall on mains needs a neutral there, and a core is one only when it is proved. */
function neutralFindings(job: BoilerJob, sheet: BoilerSheet): Finding[] {
  if (!sheet.needsNeutral || sheet.head !== 'mains') return [];
  const proved =
    job.survey.deviceNeutral === 'landed' ||
    Object.values(job.survey.cores).some((c) => {
      const can = coreMeanings(c);
      return can.length === 1 && can[0] === 'neutral';
    });
  return proved
    ? []
    : [finding('boiler.neutral-unproved', { device: sheet.name }, ['cores'], 'no core settled as the neutral')];
}

function kitOf(sheet: BoilerSheet | null, plant: Plant | null): BoilerDerived['kit'] {
  const kit = [
    { id: 'tester', name: 'Two-pole tester and proving unit', why: 'prove, test, prove' },
    { id: 'lock', name: 'Lock and tag for the spur', why: 'nobody switches it on' },
    { id: 'drivers', name: 'Insulated drivers', why: 'terminal screws' },
    { id: 'sleeving', name: 'Sleeving, brown, blue and green-yellow', why: 'cores by what they carry' },
    { id: 'fuse', name: '3 A fuse', why: 'the spur' },
    { id: 'labels', name: 'Labels', why: 'one a core' },
  ];
  if (sheet) kit.push({ id: 'device', name: sheet.name, why: 'the device itself' });
  if (sheet?.head === 'battery') kit.push({ id: 'batteries', name: 'Fresh batteries', why: 'for the head' });
  if (sheet && sheet.output !== 'live' && plant && switchesMains(plant))
    kit.push({ id: 'link', name: 'Link wire, 1 mm²', why: 'L to COM of a volt-free output' });
  if (plant && needsCallRelay(plant))
    kit.push({
      id: 'relay',
      name: 'Relay, 230 V coil, volt-free contact',
      why: 'between the valves and the boiler’s dry input',
    });
  return kit;
}

function workSteps(nets: readonly Net[], plant: Plant | null, survey: BoilerSurvey): BoilerDerived['steps'] {
  if (!plant) return [];
  const room = survey.oldRoomThermostat;
  const steps = [{ id: 'earth-first', what: 'Earth first: every earth to its bar, tight' }];
  if (survey.oldBox)
    oldMoves(plant, survey.oldBox).forEach((m, i) => {
      const core = `${m.colour ?? 'core'} of old ${m.label} (${m.does})`;
      steps.push({ id: `old-${i + 1}`, what: m.to ? `${core} to ${pointLabel(m.to)}` : `${core}: ${m.why}` });
    });
  nets.forEach((net, i) => {
    if (net.name === 'earth' || net.points.length < 2) return;
    steps.push({
      id: `net-${i + 1}`,
      what: `Terminal ${i + 1}, ${net.name}: ${net.points.map(pointLabel).join(', ')}`,
    });
  });
  if (room === 'in-series' || room === 'floating')
    steps.push({ id: 'room', what: 'Old room thermostat: join its feed and return, park and sleeve its neutral' });
  steps.push({
    id: 'sleeve',
    what: `Sleeve every core by what it carries; ${survey.spareCores ? `the ${survey.spareCores} spare cores` : 'spare cores'} terminated and sleeved; clamps tight`,
  });
  return steps;
}
