/** Sensors judged, and shown in the proof: every one that counts is warmed in the hand, and one reading shows who counts. */
import type { LostSensor } from '../devices/sheet';
import type { Shared } from '../family/contract';
import { bySeverity, type Finding, finding } from '../findings/finding';
import type { Job } from '../job/schema';
import type { TestPlan } from '../proof/proof-run';
import { withTests } from '../proof/with-tests';
import { controlledBy, countsIn, isAir, type SensorView, sensorViews, whenLost } from './participation';

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
  else if (v.state === 'stuck')
    findings.push(
      finding(
        'sensor.stuck',
        { name, celsius: v.showsCelsius ?? 0, minutes: v.stuckMinutes ?? 0 },
        about,
        'readings in their order',
      ),
    );
  else if (v.state === 'far')
    findings.push(finding('sensor.far', { name, kelvin: v.awayKelvin ?? 0 }, about, 'median of the others'));
  if (v.offsetKelvin !== null && Math.abs(v.offsetKelvin) >= OFFSET_KELVIN)
    findings.push(finding('sensor.offset', { name, kelvin: v.offsetKelvin }, about, 'reference beside it'));
  return findings;
}

function findingsOf(job: Job, views: readonly SensorView[], lost: LostSensor | undefined): Finding[] {
  const anyChosen = views.some((v) => Object.keys(v.sensor.counts ?? {}).length > 0);
  const none = anyChosen
    ? Object.entries(job.week.profiles)
        .filter(([id]) => !views.some((v) => v.sensor.counts?.[id]))
        .map(([, p]) =>
          finding('sensor.profile-without', { profile: p.name, lost: whenLost(lost) }, ['week'], 'as chosen'),
        )
    : [];
  return [...views.flatMap((v) => ofOne(v, job.week.profiles)), ...none];
}

/** What a device's average may be off by: its display and the sensors' own scatter. */
const AVERAGE_KELVIN = 0.5;

/** A hand warms a sensor by several kelvin in two minutes; the device shows the share it has in the average. */
const HELD_SECONDS = 120;
const HELD_KELVIN = { low: 2, high: 12 };
/** A machine begins once the display is lit. */
const LIT = [{ wait: 240 }] as const;

function followTest(v: SensorView, views: readonly SensorView[], job: Job): TestPlan {
  const { id, sensor } = v;
  const counting = (profile: string): number =>
    views.filter((o) => countsIn(o, profile) && isAir(o.sensor.kind)).length;
  // Where the fewest count its share in the average is greatest.
  const [profile = ''] = Object.keys(job.week.profiles)
    .filter((p) => countsIn(v, p) || sensor.counts?.[p])
    .sort((a, b) => counting(a) - counting(b));
  const share = 1 / Math.max(1, counting(profile));
  const name = job.week.profiles[profile]?.name ?? '';
  return {
    id: `sensor-${id}`,
    title: `${sensor.name}, warmed in the hand`,
    state: 'idle',
    set: `Choose “${name}” on the device and note what it is steered by. Hold ${sensor.name} in the hand for two minutes; read it again.`,
    must: 'What the device is steered by rises with it.',
    why: 'A sensor paired under another’s name looks like any other until its room is cold.',
    place: 'wall',
    seconds: HELD_SECONDS,
    wait: null,
    measures: [
      {
        id: 'follows',
        what: 'The device is steered by so much more',
        quantity: 'kelvin',
        state: 'idle',
        predicted: { low: HELD_KELVIN.low * share, high: HELD_KELVIN.high * share },
        tolerance: 0.1,
        source: `a hand, over the ${counting(profile) > 1 ? `${counting(profile)} that count` : 'one that counts'}`,
      },
      {
        id: 'by-name',
        what: `In the device’s list ${sensor.name} rises`,
        quantity: 'kelvin',
        state: 'idle',
        predicted: HELD_KELVIN,
        tolerance: 0.1,
        source: 'a hand',
        optional: true,
      },
    ],
    machine: [
      ...LIT,
      { act: { 'sensor.profile': profile } },
      { wait: 1 },
      { mark: 'sensor.steered' },
      { mark: `sensor.${id}` },
      { act: { 'sensor.hold': id } },
      { wait: HELD_SECONDS },
      { take: 'follows', from: { risen: 'sensor.steered' } },
      { take: 'by-name', from: { risen: `sensor.${id}` } },
      { act: { 'sensor.hold': '' } },
      { wait: 900 },
    ],
  };
}

function testsOf(job: Job, views: readonly SensorView[]): TestPlan[] {
  const counted = views.filter((v) => Object.keys(v.sensor.counts ?? {}).length > 0 && isAir(v.sensor.kind));
  const tests: TestPlan[] = counted.map((v) => followTest(v, views, job));
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
      machine: [
        ...LIT,
        { act: { 'sensor.profile': shown.profile } },
        { wait: 1 },
        { take: 'steered-by', from: { shows: 'sensor.steered' } },
      ],
    });
  return tests;
}

/** What every stop reads, with the sensors' findings and tests; as it was where there are none. */
export function withSensors(job: Job, shared: Shared): Shared {
  const views = sensorViews(job);
  if (views.length === 0) return shared;
  const findings = [...shared.findings, ...findingsOf(job, views, shared.sheet?.lostSensor)].sort(bySeverity);
  return withTests(job, { ...shared, findings }, testsOf(job, views));
}
