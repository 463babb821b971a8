/** What was read, seen, heard and complained of in a 24 V job, as the engine takes it. */
import { APART_OHMS, DIRECT_OHMS } from '../circuit/continuity';
import { screwWords } from '../circuit/point';
import { complaintObservations } from '../evidence/complaints';
import type { Observation } from '../evidence/hypothesis';
import { type ReadingEntry, readingsSinceMended } from '../job/readings';
import type { LowVoltageJob } from '../job/schema';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { toldOf } from '../proof/told';
import {
  DISPLAY_KEY,
  directionKey,
  directKey,
  joinedKey,
  movesKey,
  opensKey,
  pairKey,
  ranKey,
  runsKey,
  SEES_KEY,
  stoppedKey,
} from './evidence-keys';

/** Beyond this the supply air is warmer or colder, and under this it is not; between the two nothing is said, K. */
const AIR_MEASURES: ReadonlySet<string> = new Set(['rise', 'split']);
const MOVES = { from: 4, under: 1 } as const;
/** Which way it moves shows from here, K. */
const DIRECTION_FROM = 2;

/** Of a reading, what nothing shared explains: touch, display, mains that drift between two readings. */
const READING_SHARE = 0.008;
const LEAST_SIGMA = 0.2;
/** A device may take a light input for nothing, or a stray for something. */
const DETECTION_ERROR = 0.02;
/** Between a circuit and what is none: damp, or a hand on the leads. */
const unsure = (ohms: number): boolean => ohms > APART_OHMS / 5 && ohms < APART_OHMS * 5;

type Check = NonNullable<MeasurePlan['check']>;

/** One reading with what the proof asked for by it. */
interface Read {
  r: ReadingEntry;
  state: string;
  /** Calls that had been made before it, and not its own: what a call does to its own readings is in their prediction. */
  after: readonly string[];
  check: Check | undefined;
}

type Made = Omit<Observation, 'after'>;

/** Air beside air: a sensor warmed in the hand is another kelvin, so that only what is clear is taken. */
function ofAir({ r, state }: Read): Made[] {
  if (r.quantity !== 'kelvin' || r.measure === undefined || !AIR_MEASURES.has(r.measure)) return [];
  const size = Math.abs(r.value);
  const out: Made[] = [];
  if (size >= MOVES.from || size < MOVES.under) {
    const value = size >= MOVES.from ? 1 : 0;
    const text = `${state}: the supply air ${value === 1 ? 'is warmer or colder' : 'is as the room'}`;
    out.push({ id: `${r.id}-moves`, key: movesKey(state), value, sigma: null, text });
  }
  if (size >= DIRECTION_FROM) {
    const warms = (r.measure === 'split') === r.value < 0;
    out.push({
      id: r.id,
      key: directionKey(state),
      value: warms ? 1 : 0,
      sigma: null,
      text: `${state}: the supply air gets ${warms ? 'warmer' : 'colder'}`,
    });
  }
  return out;
}

/** A figure between two points, live or dead. */
function ofMeter({ r, state }: Read): Made[] {
  if (!r.a || !r.b) return [];
  const [a, b] = [screwWords(r.a), screwWords(r.b)];
  if (r.quantity === 'volts-ac')
    return [
      {
        id: r.id,
        key: pairKey(state, r.a, r.b, r.meterOhms),
        value: r.value,
        sigma: Math.hypot(LEAST_SIGMA, READING_SHARE * r.value),
        text: `${a} to ${b} ${r.value.toFixed(1)} V in ${state}`,
      },
    ];
  if (r.quantity !== 'ohms' || unsure(r.value)) return [];
  const value = r.value < APART_OHMS ? 1 : 0;
  const text = `supplies off, ${a} and ${b} are ${value === 1 ? 'joined' : 'apart'}`;
  const joined: Made = { id: r.id, key: joinedKey(r.a, r.b), value, sigma: null, text };
  if (value === 0 || (r.value > DIRECT_OHMS / 2 && r.value < 3 * DIRECT_OHMS)) return [joined];
  // A link or a winding, or a coil or the device itself between them: ohms tell the one from the other.
  const wire = r.value < DIRECT_OHMS;
  return [
    joined,
    {
      id: `${r.id}-by`,
      key: directKey(r.a, r.b),
      value: wire ? 1 : 0,
      sigma: null,
      text: `${r.value.toFixed(1)} Ω between them: ${wire ? 'nothing but wire' : 'something in between'}`,
    },
  ];
}

/** What somebody looked at or listened for. @param among everything that can run here */
function ofLook({ r, state, check }: Read, among: readonly string[]): Made[] {
  if (r.quantity !== 'seen') return [];
  const yes = r.value >= 0.5;
  const one = (key: string, text: string, error?: number): Made[] => [
    { id: r.id, key, value: yes ? 1 : 0, sigma: null, text, ...(error === undefined ? {} : { error }) },
  ];
  if (check?.kind === 'detected')
    return one(
      SEES_KEY,
      yes ? 'the device reports its terminals' : 'not the right terminals reported',
      DETECTION_ERROR,
    );
  if (check?.kind === 'stopped')
    return one(stoppedKey(state, check.none), yes ? `${state}: all stopped` : `${state}: something runs on`);
  if (check?.kind !== 'runs' && r.measure !== 'runs') return [];
  // That exactly the right things ran is one answer; that others did is one for each.
  const ran = yes ? null : toldOf(r.words, { among: among.map((id) => ({ id, label: id })) });
  if (ran === null)
    return one(runsKey(state), `${state}: ${yes ? 'the right things ran' : 'not the right things ran'}`);
  return among.map((name) => ({
    id: `${r.id}-${name}`,
    key: ranKey(state, name),
    value: ran.includes(name) ? 1 : 0,
    sigma: null,
    text: `${state}: the ${name} ${ran.includes(name) ? 'ran' : 'did not run'}`,
  }));
}

/**
 * Readings taken since power-up that the circuit can predict, and what was seen, heard and complained of.
 * @param among everything that can run here
 */
export function observe(
  job: LowVoltageJob,
  tests: readonly Pick<TestPlan, 'id' | 'measures'>[],
  among: readonly string[],
): Observation[] {
  const checkOf = (r: ReadingEntry): Check | undefined =>
    tests.find((t) => t.id === r.test)?.measures.find((m) => m.id === r.measure)?.check;
  // The last of each counts; one list for each place, so that a look in words takes the place of one without.
  const latest = new Map<string, Observation[]>();
  const done = new Set<string>();
  for (const r of readingsSinceMended(job)) {
    if (r.stop === 'make-safe' || r.state === undefined || r.during !== undefined) continue;
    const { state } = r;
    const read: Read = { r, state, after: [...done].filter((s) => s !== state).map(opensKey), check: checkOf(r) };
    // Whatever is off when it is read has opened nothing.
    if (state !== 'off') done.add(state);
    for (const made of [ofAir(read), ofMeter(read), ofLook(read, among)]) {
      const [first] = made;
      if (!first) continue;
      const place = first.key.startsWith('ran|') ? runsKey(state) : first.key;
      latest.set(
        place,
        made.map((o) => ({ ...o, ...(state === 'off' ? {} : { after: read.after }) })),
      );
    }
  }
  const observations = [...latest.values()].flat();
  if (job.powerUp.display) {
    observations.push({
      id: 'display',
      key: DISPLAY_KEY,
      value: job.powerUp.display === 'lit' ? 1 : 0,
      sigma: null,
      text: `the display is ${job.powerUp.display}`,
    });
  }
  return [...complaintObservations(job), ...observations];
}
