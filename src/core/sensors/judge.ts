/** Sensors judged, and shown in the proof: every one that counts is warmed in the hand, and one reading shows who counts. */
import type { Shared } from '../family/contract';
import { bySeverity, type Finding, finding } from '../findings/finding';
import type { Job } from '../job/schema';
import { blockersOf, proofFindings } from '../proof/proof-findings';
import { runProof, type TestPlan } from '../proof/proof-run';
import { controlledBy, countsIn, isAir, type SensorView, sensorViews } from './participation';

/** A display's step and the reference's own error: less is none. */
const OFFSET_KELVIN = 0.5;
const SPOILT: Readonly<Record<string, string>> = {
  heat: 'warmed by something beside it',
  sun: 'in the sun',
  cooking: 'where people cook',
  draught: 'in a draught',
};

function ofOne(v: SensorView, profiles: Job['week']['profiles']): Finding[] {
  const { sensor } = v;
  const about = [`sensor:${v.id}`];
  const findings: Finding[] = [];
  const name = sensor.name;
  const countedIn = Object.entries(profiles).flatMap(([id, p]) => (sensor.counts?.[id] ? [p.name] : []));
  if (countedIn.length > 0 && !isAir(sensor.kind))
    findings.push(finding('sensor.not-air', { name, points: countedIn }, about, 'as chosen'));
  const spoilt = sensor.spoiltBy === undefined ? undefined : SPOILT[sensor.spoiltBy];
  if (spoilt && isAir(sensor.kind) && (countedIn.length > 0 || sensor.kind === 'built-in'))
    findings.push(finding('sensor.spoilt', { name, by: spoilt }, about, 'as seen'));
  if (sensor.heard === false) findings.push(finding('sensor.silent', { name }, about, 'as seen on the device'));
  if (sensor.battery === 'low') findings.push(finding('sensor.battery', { name }, about, 'as seen on the device'));
  if (v.state === 'open' || v.state === 'shorted')
    findings.push(
      finding(
        'sensor.broken-lead',
        { name, how: v.state === 'open' ? 'an open' : 'a shorted' },
        about,
        'what it shows',
      ),
    );
  else if (v.state === 'far')
    findings.push(finding('sensor.far', { name, kelvin: v.awayKelvin ?? 0 }, about, 'median of the others'));
  if (v.offsetKelvin !== null && Math.abs(v.offsetKelvin) >= OFFSET_KELVIN)
    findings.push(finding('sensor.offset', { name, kelvin: v.offsetKelvin }, about, 'reference beside it'));
  return findings;
}

function findingsOf(job: Job, views: readonly SensorView[]): Finding[] {
  const anyChosen = views.some((v) => Object.keys(v.sensor.counts ?? {}).length > 0);
  const none = anyChosen
    ? Object.entries(job.week.profiles)
        .filter(([id]) => !views.some((v) => v.sensor.counts?.[id]))
        .map(([, p]) => finding('sensor.profile-without', { profile: p.name }, ['week'], 'as chosen'))
    : [];
  return [...views.flatMap((v) => ofOne(v, job.week.profiles)), ...none];
}

/** What a device's average may be off by: its display and the sensors' own scatter. */
const AVERAGE_KELVIN = 0.5;

function testsOf(job: Job, views: readonly SensorView[]): TestPlan[] {
  const counted = views.filter((v) => Object.keys(v.sensor.counts ?? {}).length > 0 && isAir(v.sensor.kind));
  const tests: TestPlan[] = counted.map((v) => ({
    id: `sensor-${v.id}`,
    title: `${v.sensor.name}, warmed in the hand`,
    state: 'idle',
    set: `Hold ${v.sensor.name} in the hand for two minutes, with a profile chosen in which it counts.`,
    must: 'What the device shows rises, by at least half a degree.',
    why: 'A sensor paired under another’s name looks like any other until its room is cold.',
    place: 'wall',
    seconds: 120,
    wait: null,
    measures: [
      {
        id: 'follows',
        what: 'The device follows it',
        quantity: 'seen',
        state: 'idle',
        predicted: { low: 1, high: 1 },
        tolerance: 0,
        seen: { yes: 'it follows', no: 'it does not' },
        source: 'the participation chosen',
      },
    ],
  }));
  const shown = controlledBy(job).find(
    (c) => c.celsius !== null && c.by.length > 0 && views.some((v) => !countsIn(v, c.profile)),
  );
  if (shown && shown.celsius !== null)
    tests.push({
      id: 'participation',
      title: `Who counts in “${shown.name}”`,
      state: 'idle',
      set: `Choose “${shown.name}” on the device and read the temperature it is steered by.`,
      must: `${shown.by.map((v) => v.sensor.name).join(' and ')} and nobody else.`,
      why: 'A profile that listens to the wrong room is cold or dear, and nobody sees why.',
      place: 'wall',
      seconds: 60,
      wait: null,
      measures: [
        {
          id: 'steered-by',
          what: 'The device shows',
          quantity: 'celsius',
          state: 'idle',
          predicted: { low: shown.celsius - AVERAGE_KELVIN, high: shown.celsius + AVERAGE_KELVIN },
          tolerance: 0.5,
          source: 'mean of the sensors that count, as read',
        },
      ],
    });
  return tests;
}

/** What every stop reads, with the sensors' findings and tests; as it was where there are none. */
export function withSensors(job: Job, shared: Shared): Shared {
  const views = sensorViews(job);
  if (views.length === 0) return shared;
  const findings = [...shared.findings, ...findingsOf(job, views)].sort(bySeverity);
  const tests = testsOf(job, views);
  if (tests.length === 0 || shared.proof.tests.length === 0) return { ...shared, findings };
  const proof = runProof(job, [...shared.proof.tests, ...tests], blockersOf(findings));
  const others = findings.filter((f) => !shared.proof.tests.some((t) => f.about.includes(`test:${t.id}`)));
  return { ...shared, proof, findings: [...others, ...proofFindings(proof, job.units)].sort(bySeverity) };
}
