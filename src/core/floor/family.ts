/** The floor family plugged into the stops: from a job to everything its mats, probe and floor imply. */
import { chosenSheet } from '../devices/choose';
import { bySeverity, type Finding, finding, type Question, undecided } from '../findings/finding';
import type { FloorSurvey, ProbeType } from '../job/floor-schema';
import type { FloorJob } from '../job/schema';
import { BOX, checkMainsSafe, type MainsSafe } from '../mains/make-safe';
import { boxVolts } from '../mains/supply-box';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { type ProofRun, runProof } from '../proof/proof-run';
import type { CanonicalSetting } from '../settings/canonical-setting';
import { type CardRow, cardOf, conflictFindings, settledValue } from '../settings/card';
import { fixed } from '../units/units';
import { NEXT_EVENT_TEST } from '../week/on-device';
import { firstStart, type StartItem } from './first-start';
import { floorFoundReadings } from './found-readings';
import { type FloorLimit, floorLimit } from './limits';
import { type FloorLoad, floorLoad } from './load';
import { type FloorHouse, floorHouse } from './model';
import { floorProof } from './proof';
import { floorQuestions } from './questions';
import type { SensorMode } from './run';
import { floorSettings } from './settings';
import { FLOOR_SHEETS, FloorSheet } from './sheet';
import { decideFindings, shownFindings, startFindings, weekFindings } from './stop-findings';
import { surveyFindings } from './survey-findings';
import { floorSteps, type TerminalPlan, terminalFindings, terminalPlan, type WorkStep } from './terminals';
import { GUESS_KELVIN, type ProbeFit, probeFits, probeName, probeState } from './thermistor';
import { type WarmUp, warmUpOf } from './warmed';
import { type WeekForecast, weekEvents, weekForecast } from './week';
import { kitOf, sentenceOf } from './words';

/** The probe as it was measured. */
interface ProbeRead {
  state: 'open' | 'short' | 'reads' | null;
  fits: ProbeFit[];
  type: ProbeType | null;
}

export interface FloorDerived {
  sheet: FloorSheet | null;
  load: FloorLoad | null;
  contactor: boolean;
  probe: ProbeRead;
  limit: FloorLimit | null;
  mode: SensorMode;
  settings: { canonical: CanonicalSetting[]; card: CardRow[] };
  terminals: TerminalPlan[];
  steps: WorkStep[];
  start: StartItem[];
  warmUp: WarmUp | null;
  week: WeekForecast | null;
  safe: MainsSafe;
  kit: { id: string; name: string; why: string }[];
  /** The floor cut through, as told. */
  section: Pick<FloorSurvey, 'purpose' | 'covering' | 'build' | 'beneath'>;
  sentence: string;
  questions: Question[];
  findings: Finding[];
  proof: ProofRun;
}

const MODE_WORDS: Record<SensorMode, string> = { air: 'room air', floor: 'floor', both: 'room air, floor capped' };

const isMode = (v: string | undefined): v is SensorMode => v === 'air' || v === 'floor' || v === 'both';

/** The printed type, or the only one that fits; null while more than one could be. */
function probeType(job: FloorJob, fits: readonly ProbeFit[]): ProbeType | null {
  const could = fits.filter((f) => f.fits);
  return job.survey.probe.type ?? (could.length === 1 ? (could[0]?.type ?? null) : null);
}

function probeRead(job: FloorJob): ProbeRead {
  const { ohms, floorCelsius, beta } = job.survey.probe;
  const state = ohms === undefined ? null : probeState(ohms);
  const fits =
    ohms !== undefined && state === 'reads' && floorCelsius !== undefined
      ? probeFits(ohms, floorCelsius, GUESS_KELVIN, beta)
      : [];
  return { state, fits, type: probeType(job, fits) };
}

/** How the device is set, as it was entered or as the card has it. */
function setOf(
  job: FloorJob,
  canonical: readonly CanonicalSetting[],
  limit: FloorLimit | null,
): { mode: SensorMode; limitCelsius: number } {
  const chosen = (key: CanonicalSetting['key']): string | undefined => {
    const s = canonical.find((c) => c.key === key);
    return s ? settledValue(job, s) : undefined;
  };
  const mode = chosen('floor.sensor');
  return {
    mode: isMode(mode) ? mode : 'floor',
    limitCelsius: Number(chosen('floor.limit') ?? limit?.celsius ?? 40),
  };
}

/** A covering that needs a limit, and nothing that keeps it. */
function unguarded({ survey }: FloorJob, limit: FloorLimit | null, mode: SensorMode, probe: ProbeRead): Finding[] {
  const noProbe = survey.probe.absent === true || probe.state === 'open' || probe.state === 'short';
  if (!limit?.needed || (mode !== 'air' && !noProbe)) return [];
  return [
    finding(
      'floor.unguarded',
      {
        covering: survey.covering ?? 'this covering',
        limit: limit.mostCelsius,
        probe: noProbe ? 'no probe reads' : 'the probe is not obeyed',
      },
      ['setting:floor.sensor', 'probe'],
      noProbe ? 'no probe' : 'sensor mode air',
    ),
  ];
}

/** A floor that cannot hold its room, or that warms unlike its model. */
function warmUpFindings(warmUp: WarmUp | null): Finding[] {
  const findings: Finding[] = [];
  if (warmUp?.held && warmUp.held.roomCelsius < warmUp.held.wantedCelsius - 0.05)
    findings.push(
      finding(
        'floor.cannot-hold',
        { room: warmUp.held.roomCelsius, wanted: warmUp.held.wantedCelsius, outdoor: warmUp.held.outdoorCelsius },
        ['mats'],
        'full power, settled',
      ),
    );
  if (warmUp?.fit.unlike)
    findings.push(
      finding(
        'floor.warms-unlike',
        { residual: warmUp.fit.residualKelvin },
        ['probe'],
        `${warmUp.points.length} points`,
      ),
    );
  return findings;
}

/** The band the display should fall in: by the measured ohms; null where they say nothing. */
function shownBand(
  { survey }: FloorJob,
  { fits, type }: ProbeRead,
): { low: number; high: number; source: string } | null {
  const { ohms, beta } = survey.probe;
  const bead = fits.find((f) => f.type === type);
  return bead
    ? {
        low: bead.celsius - bead.tolerance - 1,
        high: bead.celsius + bead.tolerance + 1,
        source: `${fixed(ohms ?? 0, 0)} Ω read as ${probeName(bead.type)}, B ${beta === undefined ? '3380 to 3980' : `${fixed(beta, 0)} ±1 %`}, display ±1 K`,
      }
    : null;
}

/** Everything a floor job implies. Never throws: what is not known is a question. */
export function deriveFloor(job: FloorJob, now: string | null = null): FloorDerived {
  const { survey } = job;
  const { sheet, findings } = chosenSheet(job, FLOOR_SHEETS, FloorSheet);
  const safe = checkMainsSafe(job, {
    liveAtLeast: survey.region === 'NA' ? 100 : 200,
    ...BOX,
    touched: Object.keys(survey.mats).length > 0,
    now,
  });
  const box = boxVolts(job);
  // What was read at the box to make it safe says which supply it is as well.
  const load = floorLoad(
    {
      ...survey,
      firstToEarth: survey.firstToEarth ?? box.first,
      secondToEarth: survey.secondToEarth ?? box.second,
    },
    sheet?.relayAmps ?? null,
  );
  const probe = probeRead(job);
  const { fits, type } = probe;
  const contactor =
    load !== null && (survey.switching === undefined ? load.needsContactor : survey.switching !== 'direct');
  const questions = floorQuestions(job, { load, sheet, fits, type, contactor });
  findings.push(...safe.findings, ...surveyFindings(survey, load, fits));
  if (load && sheet) findings.push(...decideFindings(job, load, sheet, type, contactor));
  if (sheet) findings.push(...terminalFindings(survey, sheet));
  if (load) findings.push(...floorFoundReadings(job, { survey, sheet, load, contactor }));

  // The build-up is asked, never assumed: without it there is no warm-up to speak of.
  const known = survey.build !== undefined && survey.beneath !== undefined && survey.covering !== undefined;
  const house = load && known ? floorHouse(survey, load.watts) : null;
  const limit = floorLimit(survey, load?.wattsPerSquareMetre ?? null);
  const canonical = sheet ? undecided(floorSettings({ job, sheet, load, limit, probe: type }), questions) : [];
  const card = sheet ? cardOf(job, canonical, sheet.settings) : { card: [], findings: [] };
  const { mode, limitCelsius } = setOf(job, canonical, limit);
  findings.push(...conflictFindings(job, canonical), ...card.findings, ...unguarded(job, limit, mode, probe));

  const warmUp = house ? warmUpOf(job, house, limitCelsius, sheet?.differentialKelvin ?? 1) : null;
  findings.push(...warmUpFindings(warmUp));
  const fitted: FloorHouse | null = house && warmUp ? { ...house, model: warmUp.fit.model } : null;
  const week = fitted && sheet ? weekForecast(job, fitted, sheet, mode, limitCelsius) : null;
  if (sheet) findings.push(...weekFindings(job, sheet, mode, limitCelsius, week, fitted));

  const shows = shownBand(job, probe);
  const start = sheet
    ? firstStart({
        survey,
        sheet,
        load,
        probe: type,
        shows,
        mode: { value: mode, label: MODE_WORDS[mode] },
        limitCelsius: limit ? limitCelsius : null,
        contactor,
      })
    : [];
  findings.push(...startFindings(job, start, fits, type));
  const tests =
    sheet && load
      ? floorProof({
          survey,
          sheet,
          load,
          contactor,
          shows,
          forecast: warmUp?.forecast ?? null,
          limitCelsius,
          week: Object.values(job.readings).some((r) => r.test === NEXT_EVENT_TEST) ? weekEvents(job.week) : null,
        })
      : [];
  const proof = runProof(job, tests, blockersOf(findings));
  findings.push(...proofFindings(proof, job.units), ...shownFindings(job, fits, type));
  findings.sort(bySeverity);
  return {
    sheet,
    load,
    contactor,
    probe,
    limit,
    mode,
    settings: { canonical, card: card.card },
    terminals: sheet ? terminalPlan(survey, sheet) : [],
    // Which core is live and which neutral is not guessed: nothing is listed before it is told.
    steps: sheet && load?.supply.planned ? floorSteps(survey, sheet, load) : [],
    start,
    warmUp,
    week,
    safe,
    kit: kitOf(sheet, contactor),
    section: { purpose: survey.purpose, covering: survey.covering, build: survey.build, beneath: survey.beneath },
    // A mat that would burn out has no warm-up to speak of.
    sentence: findings.find((f) => f.code === 'floor.over-volts')?.message ?? sentenceOf(job, load, warmUp),
    questions,
    findings,
    proof,
  };
}
