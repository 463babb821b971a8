/** The floor family plugged into the stops: from a job to everything its mats, probe and floor imply. */
import { bySeverity, type Finding, finding, type Question, undecided } from '../findings/finding';
import type { ProbeType } from '../job/floor-schema';
import type { Job } from '../job/schema';
import { checkMainsSafe, type MainsSafe } from '../mains/make-safe';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { type ProofRun, readingsFor, runProof } from '../proof/proof-run';
import type { CanonicalSetting } from '../settings/canonical-setting';
import { type CardRow, cardOf, conflictFindings, settledValue } from '../settings/card';
import { fixed, listed, temperature } from '../units/units';
import { checkDays } from '../week/week';
import { expectedText, firstStart, type StartItem } from './first-start';
import { type FloorFit, type Forecast, fitFloor, forecast, type LogPoint } from './fit';
import { floorFoundReadings } from './found-readings';
import { type FloorLimit, floorLimit } from './limits';
import { type FloorLoad, floorLoad, matName } from './load';
import { type FloorHouse, type FloorState, floorHouse, type Holding, holding } from './model';
import { floorProof, RISE_MINUTES } from './proof';
import { floorQuestions, withAnswers } from './questions';
import { constantly, minuteStep, type SensorMode } from './run';
import { runLong } from './run-long';
import { floorSettings, scheduleForm } from './settings';
import { FLOOR_SHEETS, type FloorSheet } from './sheet';
import { surveyFindings } from './survey-findings';
import { floorSteps, type TerminalPlan, terminalFindings, terminalPlan, type WorkStep } from './terminals';
import { GUESS_KELVIN, type ProbeFit, probeFits, probeName, probeState } from './thermistor';
import { minutesTo, roomHeld } from './warm-up';
import { mostCelsius, type WeekForecast, weekEvents, weekForecast } from './week';

export interface WarmUp {
  house: FloorHouse;
  fit: FloorFit & { start: FloorState };
  forecast: Forecast;
  points: LogPoint[];
  /** Minutes to the warmest profile, or the limit where there is no week: expected, soonest, latest. */
  target: { celsius: number; minutes: number | null; soonest: number | null; latest: number | null };
  /** The most the probe comes to at full power. */
  mostCelsius: number;
  /** The target held: where the heat goes, and how the relay cycles. */
  hold: Holding & { minutesOn: number; minutesOff: number };
  /** Where the floor is the only heat: what full power holds at the design temperature. */
  held: { roomCelsius: number; outdoorCelsius: number; wantedCelsius: number } | null;
}

export interface FloorDerived {
  sheet: FloorSheet | null;
  load: FloorLoad | null;
  contactor: boolean;
  probe: { state: 'open' | 'short' | 'reads' | null; fits: ProbeFit[]; type: ProbeType | null };
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
  section: Pick<Job['floor'], 'purpose' | 'covering' | 'build' | 'beneath'>;
  sentence: string;
  questions: Question[];
  findings: Finding[];
  proof: ProofRun;
}

const MODE_WORDS: Record<SensorMode, string> = { air: 'room air', floor: 'floor', both: 'room air, floor capped' };
const FORECAST_MINUTES = 240;

const isMode = (v: string | undefined): v is SensorMode => v === 'air' || v === 'floor' || v === 'both';
const isProbe = (v: string | undefined, fits: readonly ProbeFit[]): v is ProbeType => fits.some((f) => f.type === v);

/** The only type that fits, the printed one, or the answer to the question; null while more than one could be. */
function probeType(job: Job, fits: readonly ProbeFit[]): ProbeType | null {
  const { probe } = job.floor;
  if (probe.type) return probe.type;
  const could = fits.filter((f) => f.fits);
  const answer = job.answers['floor-probe'];
  if (could.length === 1) return could[0]?.type ?? null;
  return could.length > 1 && isProbe(answer, could) ? answer : null;
}

/** Logged points and the proof's own two readings of the rise. */
function pointsOf(job: Job, start: number): LogPoint[] {
  const logged = job.floor.log ?? [];
  if (logged.length > 0) return [...logged];
  const rise = readingsFor(job, 'rise', 'rise').at(-1);
  return rise
    ? [
        { minute: 0, celsius: start },
        { minute: RISE_MINUTES, celsius: start + rise.value },
      ]
    : [];
}

export function deriveFloor(asked: Job): FloorDerived {
  const job = withAnswers(asked);
  const survey = job.floor;
  const findings: Finding[] = [];
  const sheet = FLOOR_SHEETS.find((s) => s.id === job.device.sheet) ?? null;
  if (job.device.sheet === undefined) findings.push(finding('device.none', {}, ['device']));
  else if (!sheet) findings.push(finding('device.unknown-sheet', { sheet: job.device.sheet }, ['device']));
  const safe = checkMainsSafe(job, survey.region === 'NA' ? 100 : 200, Object.keys(survey.mats).length > 0);
  findings.push(...safe.findings);
  const load = floorLoad(survey, sheet?.relayAmps ?? null);
  const { ohms, floorCelsius } = survey.probe;
  const state = ohms === undefined ? null : probeState(ohms);
  const fits =
    ohms !== undefined && state === 'reads' && floorCelsius !== undefined
      ? probeFits(ohms, floorCelsius, GUESS_KELVIN, survey.probe.beta)
      : [];
  const type = probeType(job, fits);
  findings.push(...surveyFindings(survey, load, fits));
  const questions = floorQuestions(job, { load, sheet, fits, type });
  const contactor =
    load !== null && (survey.switching === undefined ? load.needsContactor : survey.switching !== 'direct');
  if (load && sheet) findings.push(...decideFindings(job, load, sheet, type));
  if (sheet) findings.push(...terminalFindings(survey, sheet));
  if (load) findings.push(...floorFoundReadings(job, { survey, sheet, load, contactor }));

  // The build-up is asked, never assumed: without it there is no warm-up to speak of.
  const known = survey.build !== undefined && survey.beneath !== undefined && survey.covering !== undefined;
  const house = load && known ? floorHouse(survey, load.watts) : null;
  const limit = floorLimit(survey, load?.wattsPerSquareMetre ?? null);
  const canonical = sheet ? undecided(floorSettings({ job, sheet, load, limit, probe: type }), questions) : [];
  const card = sheet ? cardOf(job, canonical, sheet.settings) : { card: [], findings: [] };
  findings.push(...conflictFindings(job, canonical), ...card.findings);
  const chosen = (key: CanonicalSetting['key']): string | undefined => {
    const s = canonical.find((c) => c.key === key);
    return s ? settledValue(job, s) : undefined;
  };
  const chosenMode = chosen('floor.sensor');
  const mode = isMode(chosenMode) ? chosenMode : 'floor';
  const limitCelsius = Number(chosen('floor.limit') ?? limit?.celsius ?? 40);
  const noProbe = survey.probe.absent === true || state === 'open' || state === 'short';
  if (limit?.needed && (mode === 'air' || noProbe))
    findings.push(
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
    );

  const warmUp = house ? warmUpOf(job, house, limitCelsius, sheet?.differentialKelvin ?? 1) : null;
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
  const fitted: FloorHouse | null = house && warmUp ? { ...house, model: warmUp.fit.model } : null;
  const week = fitted && sheet ? weekForecast(job, fitted, sheet, mode, limitCelsius) : null;
  if (sheet) findings.push(...weekFindings(job, sheet, mode, limitCelsius, week, fitted));

  // The band the display should fall in: by the measured ohms, else by the felt temperature.
  const bead = fits.find((f) => f.type === type);
  const shows = bead
    ? {
        low: bead.celsius - bead.tolerance - 1,
        high: bead.celsius + bead.tolerance + 1,
        source: `${fixed(ohms ?? 0, 0)} Ω read as ${probeName(bead.type)}, B ${survey.probe.beta === undefined ? '3380 to 3980' : `${fixed(survey.probe.beta, 0)} ±1 %`}, display ±1 K`,
      }
    : null;
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
  const proof = runProof(
    job,
    sheet && load
      ? floorProof({
          survey,
          sheet,
          load,
          contactor,
          shows,
          forecast: warmUp?.forecast ?? null,
          limitCelsius,
          week: weekEvents(job.week),
        })
      : [],
    blockersOf(findings),
  );
  findings.push(...proofFindings(proof, job.units), ...shownFindings(job, fits, type));
  findings.sort(bySeverity);
  return {
    sheet,
    load,
    contactor,
    probe: { state, fits, type },
    limit,
    mode,
    settings: { canonical, card: card.card },
    terminals: sheet ? terminalPlan(survey, sheet) : [],
    steps: sheet && load ? floorSteps(survey, sheet, load) : [],
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

function decideFindings(job: Job, load: FloorLoad, sheet: FloorSheet, type: ProbeType | null): Finding[] {
  const survey = job.floor;
  const findings: Finding[] = [];
  const { amps, relay, breakerAllowed, nominal } = load;
  if (nominal !== null && !sheet.volts.includes(nominal))
    findings.push(
      finding(
        'floor.device-volts',
        { device: sheet.name, volts: load.supplyVolts, takes: listed(sheet.volts.map(String)) },
        ['device'],
        'measured',
      ),
    );
  if (relay && load.needsContactor) {
    const facts = { amps, rated: relay.amps, allowed: relay.allowed };
    const evidence = relay.continuousRule ? '80 % for hours of load' : 'relay rating';
    findings.push(
      survey.switching === 'direct'
        ? finding('floor.relay-overload', facts, ['relay'], evidence)
        : finding('floor.contactor-needed', facts, ['relay'], evidence),
    );
  }
  if (breakerAllowed !== null && amps > breakerAllowed + 1e-9)
    findings.push(
      finding(
        'floor.breaker-small',
        { amps, breaker: survey.breakerAmps ?? 0, allowed: breakerAllowed },
        ['supply'],
        'its rating',
      ),
    );
  if (!sheet.groundFault && survey.groundFault === 'none')
    findings.push(finding('floor.no-ground-fault', {}, ['supply'], `${sheet.name} has none`));
  if (type && !sheet.probes.includes(type))
    findings.push(
      finding('floor.probe-not-settable', { device: sheet.name, type: probeName(type) }, ['probe'], sheet.name),
    );
  return findings;
}

/** Two days at the target, the second counted: how long the relay is on and off in turn. */
function cycling(
  house: FloorHouse,
  celsius: number,
  differentialKelvin: number,
): { minutesOn: number; minutesOff: number } {
  const { model, around } = house;
  const day = 1440;
  const control = {
    mode: 'floor' as const,
    wanted: constantly(celsius),
    limitCelsius: 90,
    differentialKelvin,
    cheap: null,
  };
  const input = { model, step: minuteStep(model), around, hourly: null, control, from: 0, minutes: day };
  const first = runLong({ ...input, start: house.start });
  const second = runLong({ ...input, start: first.state, on: first.on });
  const cycles = Math.max(1, second.switchings / 2);
  return { minutesOn: second.onMinutes / cycles, minutesOff: (day - second.onMinutes) / cycles };
}

function warmUpOf(job: Job, house: FloorHouse, limitCelsius: number, differentialKelvin: number): WarmUp {
  const points = pointsOf(job, house.start[3] ?? 20);
  const fit = fitFloor(house.model, house.around, house.start, points);
  const last = points.reduce((m, p) => Math.max(m, p.minute), 0);
  const f = forecast(house.model, house.around, fit, Math.max(FORECAST_MINUTES, Math.ceil(last)));
  const profiles = Object.values(job.week.profiles);
  const byFloor = job.floor.purpose !== 'sole';
  const celsius =
    byFloor && profiles.length > 0 ? Math.max(...profiles.map((p) => p.heatCelsius)) : Math.min(limitCelsius, 28);
  const fitted = { ...house, model: fit.model };
  const design = job.floor.designCelsius ?? job.floor.outdoorCelsius ?? -5;
  return {
    house,
    fit,
    forecast: f,
    points,
    target: {
      celsius,
      minutes: minutesTo(f.expected, celsius),
      soonest: minutesTo(f.high, celsius),
      latest: minutesTo(f.low, celsius),
    },
    mostCelsius: mostCelsius(fitted),
    hold: { ...holding(fit.model, house.around, celsius), ...cycling(fitted, celsius, differentialKelvin) },
    held:
      job.floor.purpose === 'sole'
        ? {
            roomCelsius: roomHeld(fit.model, { ...house.around, outCelsius: design }, limitCelsius),
            outdoorCelsius: design,
            wantedCelsius: profiles.length > 0 ? Math.max(...profiles.map((p) => p.heatCelsius)) : 20,
          }
        : null,
  };
}

function weekFindings(
  job: Job,
  sheet: FloorSheet,
  mode: SensorMode,
  limitCelsius: number,
  week: WeekForecast | null,
  house: FloorHouse | null,
): Finding[] {
  if (!job.week.days) return [];
  const form = job.setUp.chosen['schedule.form'] ?? scheduleForm(job, sheet);
  const pattern = sheet.forms?.find((f) => f === form) ?? sheet.schedule.pattern;
  const findings = checkDays(job.week, { name: sheet.name, schedule: { ...sheet.schedule, pattern } });
  const [low, high] = sheet.floorRangeCelsius;
  const most = house ? mostCelsius(house) : Number.POSITIVE_INFINITY;
  for (const [id, p] of Object.entries(job.week.profiles)) {
    const about = [`profile:${id}`];
    if (p.heatCelsius < low || p.heatCelsius > high)
      findings.push(
        finding('week.range', { profile: p.name, what: 'floor', celsius: p.heatCelsius, low, high }, about, sheet.name),
      );
    if (mode !== 'floor') continue;
    if (p.heatCelsius > limitCelsius + 1e-9)
      findings.push(
        finding(
          'floor.over-limit',
          { profile: p.name, wanted: p.heatCelsius, limit: limitCelsius },
          about,
          'floor limit',
        ),
      );
    else if (p.heatCelsius > most)
      findings.push(
        finding('floor.never-reaches', { profile: p.name, wanted: p.heatCelsius, most }, about, 'full power, settled'),
      );
  }
  const late = new Set<string>();
  for (const l of week?.leads ?? [])
    if (l.leadMinutes !== null && l.leadMinutes > l.gapMinutes && !late.has(l.profile)) {
      late.add(l.profile);
      findings.push(
        finding(
          'floor.lead-long',
          { profile: job.week.profiles[l.profile]?.name ?? l.profile, minutes: l.leadMinutes, gap: l.gapMinutes },
          [`day:${l.day}`],
          'warm-up model',
        ),
      );
    }
  return findings;
}

function startFindings(
  job: Job,
  start: readonly StartItem[],
  fits: readonly ProbeFit[],
  type: ProbeType | null,
): Finding[] {
  return start.flatMap((s): Finding[] => {
    if (s.ok !== false || s.said === null) return [];
    if (s.id === 'shows') {
      const other = otherType(Number(s.said), fits, type);
      if (other && type)
        return [
          finding(
            'floor.probe-setting',
            {
              shown: temperature(Number(s.said), job.units),
              set: probeName(other),
              is: probeName(type),
              effect: effectOf(fits, other, type),
            },
            ['setting:probe.type', 'start:shows'],
            'the measured ohms',
          ),
        ];
    }
    const said =
      s.kind === 'choice'
        ? (s.options.find((o) => o.value === s.said)?.label ?? s.said)
        : s.kind === 'watts'
          ? `${s.said} W`
          : temperature(Number(s.said), job.units);
    return [
      finding(
        'floor.start-unlike',
        { step: s.ask, said, expected: expectedText(s, (c) => temperature(c, job.units)), otherwise: s.otherwise },
        [`start:${s.id}`],
        s.why,
      ),
    ];
  });
}

/** The type whose setting would make the display show this, when it is not the right one. */
export function otherType(shown: number, fits: readonly ProbeFit[], right: ProbeType | null): ProbeType | null {
  const near = fits
    .filter((f) => f.type !== right)
    .map((f) => ({ type: f.type, off: Math.abs(f.celsius - shown), tolerance: f.tolerance }))
    .sort((a, b) => a.off - b.off)[0];
  return near && near.off <= near.tolerance + 1.2 ? near.type : null;
}

/** Read too cold it overheats; read too warm it stays cold. */
const effectOf = (fits: readonly ProbeFit[], set: ProbeType, right: ProbeType): string =>
  (fits.find((f) => f.type === set)?.celsius ?? 0) < (fits.find((f) => f.type === right)?.celsius ?? 0)
    ? 'overheat'
    : 'stay cold';

/** The proof's reading of the display, explained where another type explains it. */
function shownFindings(job: Job, fits: readonly ProbeFit[], type: ProbeType | null): Finding[] {
  const last = readingsFor(job, 'probe', 'shown').at(-1);
  const right = fits.find((f) => f.type === type);
  if (!last || !type || !right || Math.abs(last.value - right.celsius) <= right.tolerance + 1.3) return [];
  const other = otherType(last.value, fits, type);
  return other
    ? [
        finding(
          'floor.probe-setting',
          {
            shown: temperature(last.value, job.units),
            set: probeName(other),
            is: probeName(type),
            effect: effectOf(fits, other, type),
          },
          ['setting:probe.type', 'test:probe'],
          'read in the proof run',
        ),
      ]
    : [];
}

function kitOf(sheet: FloorSheet | null, contactor: boolean): FloorDerived['kit'] {
  const kit = [
    { id: 'tester', name: 'Two-pole tester and proving unit', why: 'prove, test, prove' },
    { id: 'megger', name: 'Insulation tester, 500 V DC', why: 'cable to screen' },
    { id: 'meter', name: 'Meter and clamp', why: 'mats, probe, amperes' },
    { id: 'thermometer', name: 'Contact thermometer', why: 'the floor beside the probe' },
    { id: 'lock', name: 'Lock and tag for the breaker', why: 'nobody switches it on' },
    { id: 'connectors', name: 'Connectors for cold leads', why: 'mats in parallel, short cores' },
  ];
  if (sheet) kit.push({ id: 'device', name: sheet.name, why: 'the device itself' });
  if (contactor)
    kit.push({ id: 'contactor', name: 'Contactor, coil for this supply', why: 'more than the relay carries' });
  return kit;
}

function sentenceOf(job: Job, load: FloorLoad | null, warmUp: WarmUp | null): string {
  const mats = Object.values(job.floor.mats);
  if (mats.length === 0) return 'Say which mats lie in the floor; the rest follows from that.';
  if (!load) return `${mats.map((m, i) => matName(m, i)).join(', ')}: measure the supply, then the load is known.`;
  const { target } = warmUp ?? {};
  const warm =
    target === undefined
      ? ''
      : target.minutes === null
        ? `; not at ${temperature(target.celsius, job.units)} within four hours`
        : `; ${temperature(target.celsius, job.units)} in about ${fixed(target.minutes, 0)} min`;
  return `${fixed(load.watts, 0)} W, ${fixed(load.amps, 1)} A at ${fixed(load.supplyVolts, 0)} V${load.wattsPerSquareMetre === null ? '' : `, ${fixed(load.wattsPerSquareMetre, 0)} W/m²`}${warm}.`;
}
