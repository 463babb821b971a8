/** What each stop of a floor finds: deciding, the week, the first start, the display in the proof. */
import { type Finding, finding } from '../findings/finding';
import type { ProbeType } from '../job/floor-schema';
import type { FloorJob } from '../job/schema';
import { protectionFindings } from '../mains/protection';
import { readingsFor } from '../proof/proof-run';
import { listed, temperature } from '../units/units';
import { formFor, formsOf } from '../week/form';
import { checkDays } from '../week/week';
import { expectedText, type StartItem } from './first-start';
import type { FloorLoad } from './load';
import type { FloorHouse } from './model';
import type { SensorMode } from './run';
import type { FloorSheet } from './sheet';
import { type ProbeFit, probeName } from './thermistor';
import { dryingOutside, mostCelsius, type WeekForecast } from './week';

/** What speaks against this device on this load, with this probe. */
export function decideFindings(
  job: FloorJob,
  load: FloorLoad,
  sheet: FloorSheet,
  type: ProbeType | null,
  contactor: boolean,
): Finding[] {
  const survey = job.survey;
  const findings: Finding[] = [];
  const { amps, relay, breakerAllowed, supply } = load;
  if (supply.nominal !== null && !sheet.volts.some((v) => v === supply.nominal))
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
    const evidence = relay.continuousRule ? '80 % continuous' : 'relay rating';
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
  findings.push(...protectionFindings(survey, amps, supply.twoHots));
  if ((!sheet.groundFault || contactor) && survey.groundFault === 'none')
    findings.push(
      finding(
        'floor.no-ground-fault',
        {},
        ['supply'],
        contactor ? 'the contactor passes the device by' : `${sheet.name} has none`,
      ),
    );
  if (type && !sheet.probes.includes(type))
    findings.push(
      finding('floor.probe-not-settable', { device: sheet.name, type: probeName(type) }, ['probe'], sheet.name),
    );
  return findings;
}

/** What speaks against the week: range, limit, a temperature never reached, a lead too long. */
export function weekFindings(
  job: FloorJob,
  sheet: FloorSheet,
  mode: SensorMode,
  limitCelsius: number,
  week: WeekForecast | null,
  house: FloorHouse | null,
): Finding[] {
  if (!job.week.days) return [];
  const form = job.setUp.chosen['schedule.form'] ?? formFor(job.week.days, formsOf(sheet));
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
  const outside = job.survey.purpose === 'damp' ? dryingOutside(job.week, job.survey.price?.offPeak) : null;
  if (outside !== null && outside > 0)
    findings.push(finding('floor.damp-dear', { minutes: outside }, ['week'], 'the week beside the tariff'));
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

/** Answers of the first start that this floor does not want. */
export function startFindings(
  job: FloorJob,
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
function otherType(shown: number, fits: readonly ProbeFit[], right: ProbeType | null): ProbeType | null {
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
export function shownFindings(job: FloorJob, fits: readonly ProbeFit[], type: ProbeType | null): Finding[] {
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
