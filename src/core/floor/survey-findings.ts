/** What the mats, the supply and the probe say before anything is powered. */
import { type Finding, finding } from '../findings/finding';
import type { FloorSurvey, MatReading } from '../job/floor-schema';
import { supplyFindings } from '../mains/supply-findings';
import { fixed } from '../units/units';
import { DENSITY, type FloorLoad, latestOhms, matName, OHMS_BAND, STAGES, supplyVoltsOf } from './load';
import { type ProbeFit, probeName, probeState } from './thermistor';

/** Insulation of circuits up to 500 V, tested at 500 V DC (IEC 60364-6, table 6A). */
const LEAST_MEGOHMS = 1;
/** Two meters and two temperatures agree within this; a heating alloy hardly moves with temperature. */
const STAGE_DRIFT = 0.05;

/** Squares of the voltage ratio: over it destroyed, under it useless, under it worth a note. */
const DESTROYS = 1.21;
const USELESS = 0.5;
const REDUCED = 0.81;

function matFindings(survey: FloorSurvey, load: FloorLoad | null): Finding[] {
  const findings: Finding[] = [];
  Object.entries(survey.mats).forEach(([id, mat], i) => {
    const name = matName(mat, i);
    const about = [`mat:${id}`];
    if (mat.ratedVolts === undefined) findings.push(finding('floor.mat-no-volts', { mat: name }, about, 'nameplate'));
    let before: MatReading = {};
    for (const { id: stage, name: stageName } of STAGES) {
      const r = mat[stage];
      if (!r) continue;
      if (r.megohms !== undefined && r.megohms < LEAST_MEGOHMS)
        findings.push(
          finding('floor.insulation-low', { mat: name, stage: stageName, megohms: r.megohms }, about, stageName),
        );
      else if (r.megohms !== undefined && before.megohms !== undefined && r.megohms < before.megohms / 2)
        findings.push(
          finding(
            'floor.insulation-fell',
            { mat: name, from: before.megohms, to: r.megohms, stage: stageName },
            about,
            'against the stage before',
          ),
        );
      if (r.ohms !== undefined && before.ohms !== undefined && r.ohms < 1e6) {
        const drift = Math.abs(r.ohms / before.ohms - 1);
        if (drift > STAGE_DRIFT)
          findings.push(
            finding(
              'floor.ohms-moved',
              { mat: name, from: before.ohms, to: r.ohms, stage: stageName },
              about,
              `${fixed(drift * 100, 0)} % apart`,
            ),
          );
      }
      before = { ohms: r.ohms ?? before.ohms, megohms: r.megohms ?? before.megohms };
    }
  });
  for (const m of load?.mats ?? []) {
    const about = [`mat:${m.id}`];
    for (const s of m.stages) {
      const stage = STAGES.find((x) => x.id === s.stage)?.name ?? s.stage;
      if (s.verdict === 'open') findings.push(finding('floor.mat-open', { mat: m.name, stage }, about, 'OL'));
      if (s.verdict === 'off' && s.ohms !== null)
        findings.push(
          finding(
            'floor.ohms-off',
            { mat: m.name, stage, ohms: s.ohms, low: m.ohms.low, high: m.ohms.high },
            about,
            `${fixed(m.ratedWatts, 0)} W at ${fixed(m.ratedVolts, 0)} V`,
          ),
        );
    }
    const volts = load?.supplyVolts ?? m.ratedVolts;
    const times = (volts / m.ratedVolts) ** 2;
    const facts = { mat: m.name, rated: m.ratedVolts, volts };
    if (times > DESTROYS)
      findings.push(finding('floor.over-volts', { ...facts, times }, about, 'watts go with volts squared'));
    else if (times < USELESS)
      findings.push(
        finding('floor.low-volts', { ...facts, percent: times * 100 }, about, 'watts go with volts squared'),
      );
    else if (times < REDUCED)
      findings.push(
        finding('floor.reduced-volts', { ...facts, percent: times * 100 }, about, 'watts go with volts squared'),
      );
  }
  return findings;
}

/** The mats without which the rest, in parallel, read what was measured together; none when nothing fits. */
function missingMats(survey: FloorSurvey, load: FloorLoad, together: number): FloorLoad['mats'] {
  const each = load.mats.map((m) => latestOhms(survey.mats[m.id] ?? { ratedWatts: 1 }) ?? m.ohms.nameplate);
  let best: { off: number; left: FloorLoad['mats'] } = { off: 0.05, left: [] };
  for (let mask = 1; mask < 2 ** Math.min(each.length, 10) - 1; mask++) {
    const siemens = each.reduce((sum, r, i) => sum + ((mask >> i) & 1 ? 0 : 1 / r), 0);
    const off = Math.abs(together * siemens - 1);
    if (off < best.off) best = { off, left: load.mats.filter((_m, i) => ((mask >> i) & 1) === 1) };
  }
  return best.left;
}

function joinFindings(survey: FloorSurvey, load: FloorLoad): Finding[] {
  const { parallelOhms: parallel, seriesOhms: series } = load;
  if (load.mats.length < 2 || parallel === null || series === null) return [];
  const together = survey.togetherOhms;
  const about = ['mats'];
  const loose = load.mats.filter((m) => survey.loose?.includes(m.id));
  if (loose.length > 0)
    return [
      finding(
        'floor.mat-loose',
        { mats: loose.map((m) => m.name) },
        loose.map((m) => `mat:${m.id}`),
        'seen',
      ),
    ];
  // Nameplates alone leave the whole band; measured mats only the meter's five per cent.
  const measured = Object.values(survey.mats).every((m) => latestOhms(m) !== null);
  const low = parallel * (measured ? 0.95 : OHMS_BAND.low);
  const high = parallel * (measured ? 1.05 : OHMS_BAND.high);
  if (survey.joined === 'series' || (together !== undefined && Math.abs(together / series - 1) < 0.15))
    return [
      finding(
        'floor.series',
        { ohms: together ?? series, parallel },
        about,
        together === undefined ? 'said so' : 'measured together',
      ),
    ];
  // Ohms of all but some: those are joined to nothing, and would stay cold while the rest pass for all.
  const left = together === undefined ? [] : missingMats(survey, load, together);
  if (left.length > 0 && together !== undefined && together > high)
    return [
      finding(
        'floor.mat-loose',
        { mats: left.map((m) => m.name) },
        left.map((m) => `mat:${m.id}`),
        `${fixed(together, 1)} Ω together is that of the others`,
      ),
    ];
  if (together !== undefined && (together < low || together > high))
    return [finding('floor.together-off', { ohms: together, low, high }, about, 'measured together')];
  return [];
}

function probeFindings(survey: FloorSurvey, fits: readonly ProbeFit[]): Finding[] {
  const { ohms, floorCelsius, type, place } = survey.probe;
  const findings: Finding[] = [];
  const about = ['probe'];
  if (place === 'across') findings.push(finding('floor.probe-across', {}, about, 'as laid'));
  if (ohms === undefined) return findings;
  const state = probeState(ohms);
  if (state === 'open') findings.push(finding('floor.probe-open', { ohms }, about, 'measured'));
  else if (state === 'short') findings.push(finding('floor.probe-short', { ohms }, about, 'measured'));
  else if (floorCelsius !== undefined) {
    const printed = fits.find((f) => f.type === type);
    if (printed && !printed.fits)
      findings.push(
        finding(
          'floor.probe-not-printed',
          { printed: probeName(printed.type), off: printed.off },
          about,
          'ohms and floor',
        ),
      );
    if (!type && !fits.some((f) => f.fits))
      findings.push(finding('floor.probe-no-type', { ohms, celsius: floorCelsius }, about, 'every type tried'));
  }
  return findings;
}

/** What is wrong with mats, insulation, supply and probe as surveyed. */
export function surveyFindings(survey: FloorSurvey, load: FloorLoad | null, fits: readonly ProbeFit[]): Finding[] {
  const findings = [...matFindings(survey, load), ...probeFindings(survey, fits)];
  if (survey.screenEarthed === false) findings.push(finding('floor.screen-loose', {}, ['mats'], 'looked at'));
  if (survey.slackMillimetres !== undefined && survey.slackMillimetres < 100)
    findings.push(finding('floor.slack', { millimetres: survey.slackMillimetres }, ['box'], 'under 100 mm'));
  if (!load) return findings;
  findings.push(...joinFindings(survey, load));
  findings.push(...supplyFindings(survey.region, load.supply, supplyVoltsOf(survey)));
  if (load.wattsPerSquareMetre !== null && survey.covering) {
    const { low, high } = DENSITY[survey.covering];
    const density = load.wattsPerSquareMetre;
    if (density > high + 0.5 || density < low - 0.5)
      findings.push(
        finding(
          'floor.density',
          { density, low, high, covering: survey.covering },
          ['mats'],
          `${fixed(load.watts, 0)} W in all`,
        ),
      );
  }
  return findings;
}
