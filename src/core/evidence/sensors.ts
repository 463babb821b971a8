/**
 * What can be wrong with the sensors of a job, beside whatever its family has: never heard, stuck, entered under another's
 * name, entered as not counting, an offset not entered. They show in the tests of the sensors and nowhere else, and
 * nothing of the wiring shows there.
 */
import type { Job } from '../job/schema';
import type { MeasurePlan, ProofRun, TestPlan } from '../proof/proof-run';
import { countsIn, isAir, type SensorView, sensorViews } from '../sensors/participation';
import { type AsideMeasure, once, withAside } from './aside';
import type { Evidence, Hypothesis, Predicted } from './hypothesis';

interface SensorFault extends Pick<Hypothesis, 'id' | 'name' | 'look' | 'fix' | 'prior'> {
  /** The sensor, or both of them. */
  of: readonly SensorView[];
  silent?: true;
  stuck?: true;
  exchanged?: true;
  left?: true;
  uncorrected?: true;
}

/** Offsets smaller than this nobody corrects, K. */
const LEAST_OFFSET = 0.5;
/** A hand about a sensor warms it by so much, K, more or less. */
const HAND = { value: 6, sigma: 1.4 } as const;
/** Where nothing should rise, K. */
const STILL_SIGMA = 0.25;
const DISPLAY_SIGMA = 0.25;

/** Hand estimates of how common each is. */
const PRIORS = { stuck: 0.3, silent: 1, exchanged: 0.8, left: 1.5, uncorrected: 1 } as const;

function faultsOf(views: readonly SensorView[]): SensorFault[] {
  const air = views.filter((v) => isAir(v.sensor.kind));
  const remote = air.filter((v) => v.sensor.kind !== 'built-in');
  const name = (v: SensorView): string => v.sensor.name;
  return [
    ...air.map(
      (v): SensorFault => ({
        id: `sensor:${v.id}:stuck`,
        name: `${name(v)} is stuck`,
        look: `Read ${name(v)} in the device’s list, warm it in the hand, read it again.`,
        fix: 'Take its battery out and put it back; else replace it.',
        prior: PRIORS.stuck,
        of: [v],
        stuck: true,
      }),
    ),
    ...remote.map(
      (v): SensorFault => ({
        id: `sensor:${v.id}:silent`,
        name: `${name(v)} is never heard`,
        look: `Look for ${name(v)} in the device’s list of sensors.`,
        fix: 'Pair it again near the device; its battery, and the walls between.',
        prior: PRIORS.silent,
        of: [v],
        silent: true,
      }),
    ),
    ...remote.flatMap((v, i) =>
      remote.slice(i + 1).map(
        (o): SensorFault => ({
          id: `sensor:${v.id}:${o.id}:exchanged`,
          name: `${name(v)} and ${name(o)} are entered under each other’s names`,
          look: `Warm ${name(v)} in the hand: which name rises in the device’s list?`,
          fix: 'Exchange their names on the device.',
          prior: PRIORS.exchanged,
          of: [v, o],
          exchanged: true,
        }),
      ),
    ),
    ...air
      .filter((v) => Object.keys(v.sensor.counts ?? {}).length > 0)
      .map(
        (v): SensorFault => ({
          id: `sensor:${v.id}:left-out`,
          name: `${name(v)} is entered as not counting`,
          look: `Look which sensors count in each profile on the device.`,
          fix: `Let ${name(v)} count where the matrix says.`,
          prior: PRIORS.left,
          of: [v],
          left: true,
        }),
      ),
    ...air
      .filter((v) => Math.abs(v.offsetKelvin ?? 0) >= LEAST_OFFSET)
      .map(
        (v): SensorFault => ({
          id: `sensor:${v.id}:uncorrected`,
          name: `the offset of ${name(v)} is not entered`,
          look: `Read the correction of ${name(v)} on the device.`,
          fix: `Enter its offset.`,
          prior: PRIORS.uncorrected,
          of: [v],
          uncorrected: true,
        }),
      ),
  ];
}

interface Asked extends AsideMeasure {
  /** Chosen on the device for this test. */
  profile: string;
  /** The sensor in the hand; none where all stand as they are. */
  held: string | null;
}

const keyOf = (t: Pick<TestPlan, 'id'>, m: Pick<MeasurePlan, 'id'>): string => `sensors|${t.id}|${m.id}`;

function measuresOf(proof: ProofRun): Asked[] {
  return proof.tests.flatMap((t): Asked[] => {
    const held = t.id.startsWith('sensor-') ? t.id.slice('sensor-'.length) : null;
    if (held === null && t.id !== 'participation') return [];
    const acts = (t.machine ?? []).flatMap((step) => ('act' in step ? [step.act] : []));
    const profile = acts.map((a) => a['sensor.profile']).find((p) => p !== undefined);
    return profile === undefined
      ? []
      : t.measures.map((m) => ({ key: keyOf(t, m), t, m, profile: String(profile), held }));
  });
}

/** What the device is steered by, as far as a hand warms it and as far as it stands. */
function steered(
  views: readonly SensorView[],
  f: SensorFault | null,
  profile: string,
  held: string | null,
): { risen: number; celsius: number | null } {
  const hit = (v: SensorView): boolean => f?.of.some((o) => o.id === v.id) === true;
  const behind = (v: SensorView): SensorView => (f?.exchanged && hit(v) ? (f.of.find((o) => o.id !== v.id) ?? v) : v);
  const counted = views.filter(
    (v) => isAir(v.sensor.kind) && countsIn(v, profile) && !(f?.left && hit(v)) && !(f?.silent && hit(behind(v))),
  );
  if (counted.length === 0) {
    // Most devices fall back to the sensor in themselves; what others do then nobody foretells.
    const own = views.find((v) => v.sensor.kind === 'built-in');
    return { risen: own && own.id === held ? HAND.value : 0, celsius: own?.showsCelsius ?? null };
  }
  const risen = counted.filter((v) => behind(v).id === held && !(f?.stuck && hit(behind(v)))).length;
  const each = counted.map((v) => {
    const { showsCelsius } = behind(v);
    const corrected = f?.uncorrected && hit(v) ? 0 : (v.offsetKelvin ?? 0);
    return showsCelsius === null ? null : showsCelsius - corrected;
  });
  const known = each.filter((c) => c !== null);
  return {
    risen: (HAND.value * risen) / counted.length,
    celsius: known.length === each.length ? known.reduce((a, b) => a + b, 0) / each.length : null,
  };
}

/** What the tests of the sensors give under a fault of theirs; under none of theirs for null. */
function predicted(
  views: readonly SensorView[],
  asked: readonly Asked[],
  f: SensorFault | null,
): Map<string, Predicted> {
  const out = new Map<string, Predicted>();
  const warmed = (share: number): Predicted => ({
    value: HAND.value * share,
    sigma: share === 0 ? STILL_SIGMA : HAND.sigma * share,
  });
  for (const { key, m, profile, held } of asked) {
    const at = steered(views, f, profile, held);
    if (m.id === 'follows') out.set(key, warmed(at.risen / HAND.value));
    else if (m.id === 'by-name') {
      const other = f?.of.some((o) => o.id === held) === true && (f.exchanged || f.silent || f.stuck);
      out.set(key, warmed(other ? 0 : 1));
    } else if (at.celsius !== null) out.set(key, { value: at.celsius, sigma: DISPLAY_SIGMA });
  }
  return out;
}

/** A family's evidence with that of the sensors; as it was where no test is of a sensor. */
export function withSensorFaults(e: Evidence, job: Job, proof: ProofRun): Evidence {
  const measures = measuresOf(proof);
  if (measures.length === 0) return e;
  const views = sensorViews(job);
  const faults = new Map(faultsOf(views).map((f) => [f.id, f]));
  return withAside(e, job, {
    measures,
    faults: [...faults.values()].map(({ id, name, look, fix, prior, of }) => ({
      id,
      name,
      look,
      fix,
      prior,
      about: of.map((v) => `sensor:${v.id}`),
    })),
    predicted: once((id) => predicted(views, measures, faults.get(id) ?? null)),
    sigma: () => DISPLAY_SIGMA,
  });
}
