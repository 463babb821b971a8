/**
 * What can be wrong with a clock, and with a week: never set, an hour or half a day off, on another day; the week not
 * entered, a slip in one kind of day, a hold left on. They show in the tests of the clock and of the week, one of each at
 * once as well.
 */
import type { Job } from '../job/schema';
import type { ProofRun } from '../proof/proof-run';
import { CLOCK_TEST, WEEK_TEST } from '../week/on-device';
import { DAYS } from '../week/week';
import { type AsideFault, type AsideMeasure, once, withAside } from './aside';
import type { Evidence, Predicted } from './hypothesis';

interface WeekFault extends AsideFault {
  /** Minutes the clock is ahead; with a spread where that may be much or little. */
  ahead?: Predicted;
  otherDay?: true;
  /** Days whose events are not the plan's: all of them, or those of one measure. */
  others?: 'all' | string;
  /** What it is set to now: not the week's for certain, or nobody knows. */
  now: 'another' | 'either';
}

/** Hand estimates of how common each is. */
const PRIORS = { hour: 0.6, halfDay: 0.3, unset: 0.8, day: 0.4, absent: 0.8, slip: 0.6, hold: 1 } as const;
/** A display of hours and minutes, read beside another. */
const CLOCK_SIGMA = 1;
/** A clock nobody set stands anywhere in the day. */
const UNSET: Predicted = { value: 0, sigma: 350 };

const key = (test: string, measure: string): string => `week|${test}|${measure}`;

const measuresOf = (proof: ProofRun, test: string): AsideMeasure[] =>
  proof.tests.filter((t) => t.id === test).flatMap((t) => t.measures.map((m) => ({ key: key(t.id, m.id), t, m })));

const about = ['week'];

function clockFaults(): WeekFault[] {
  const clockFault = (
    id: string,
    name: string,
    prior: number,
    more: Pick<WeekFault, 'ahead' | 'otherDay'>,
  ): WeekFault => ({
    id: `clock:${id}`,
    name,
    look: 'Hold the device’s clock and day beside your own.',
    fix: 'Set time, day and time zone; let it set itself where it can.',
    prior,
    about,
    now: 'either',
    ...more,
  });
  return [
    clockFault('unset', 'the clock was never set', PRIORS.unset, { ahead: UNSET }),
    clockFault('hour-ahead', 'the clock is an hour ahead: summer time or time zone', PRIORS.hour, {
      ahead: { value: 60 },
    }),
    clockFault('hour-behind', 'the clock is an hour behind: summer time or time zone', PRIORS.hour, {
      ahead: { value: -60 },
    }),
    ...([720, -720] as const).map((value) =>
      clockFault(
        value > 0 ? 'half-day' : 'half-day-behind',
        'the clock is half a day off: morning and evening exchanged',
        PRIORS.halfDay / 2,
        { ahead: { value } },
      ),
    ),
    clockFault('day', 'the clock stands on another day', PRIORS.day, { otherDay: true }),
  ];
}

function weekFaults(measures: readonly AsideMeasure[]): WeekFault[] {
  const days = measures.filter((x) => x.m.id.startsWith('day-'));
  return [
    {
      id: 'week:absent',
      name: 'the week is not entered: another is in the device',
      look: 'Look up the first event of two different days on the device.',
      fix: 'Enter the week from the card and look it up once more.',
      prior: PRIORS.absent,
      about,
      others: 'all',
      now: 'either',
    },
    ...days.map(
      ({ m }): WeekFault => ({
        id: `week:slip:${m.id}`,
        name: `the week of ${DAYS[Number(m.id.slice('day-'.length))] ?? ''} and the days like it is entered otherwise`,
        look: `${m.what}: look them up on the device.`,
        fix: 'Enter them again from the card.',
        prior: PRIORS.slip,
        about,
        others: m.id,
        now: 'either',
      }),
    ),
    {
      id: 'week:hold',
      name: 'a hold was left on: the device follows no week',
      look: 'Look whether the main display says hold, permanent or manual.',
      fix: 'Let it follow the week again.',
      prior: PRIORS.hold,
      about,
      now: 'another',
    },
  ];
}

function clockPredicts(measures: readonly AsideMeasure[], f: WeekFault | null): Map<string, Predicted> {
  const out = new Map<string, Predicted>();
  for (const { key: at, m } of measures) {
    if (m.id === 'ahead') out.set(at, f?.ahead ?? { value: 0 });
    // A clock half a day off, or never set, may stand on either side of midnight.
    else if (!f?.ahead || Math.abs(f.ahead.value) === 60) out.set(at, { value: f?.otherDay ? 0 : 1 });
  }
  return out;
}

/** @param clock the clock is wrong: whether the device is then where the week says now nobody foretells */
function weekPredicts(measures: readonly AsideMeasure[], f: WeekFault | null, clock: boolean): Map<string, Predicted> {
  const out = new Map<string, Predicted>();
  for (const { key: at, m } of measures) {
    if (m.id !== 'now') out.set(at, { value: f?.others === 'all' || f?.others === m.id ? 0 : 1 });
    else if (f?.now === 'another') out.set(at, { value: 0 });
    else if (f === null && !clock) out.set(at, { value: 1 });
  }
  return out;
}

const plain = ({ id, name, look, fix, prior, about: of }: WeekFault): AsideFault => ({
  id,
  name,
  look,
  fix,
  prior,
  about: of,
});

/** A family's evidence with that of the clock and the week; as it was where no test is of them. */
export function withWeekFaults(e: Evidence, job: Job, proof: ProofRun): Evidence {
  const [clock, week] = [measuresOf(proof, CLOCK_TEST), measuresOf(proof, WEEK_TEST)];
  const clockBy = new Map(clockFaults().map((f) => [f.id, f]));
  const weekBy = new Map(weekFaults(week).map((f) => [f.id, f]));
  const withClock = withAside(e, job, {
    measures: clock,
    faults: [...clockBy.values()].map(plain),
    predicted: once((id) => clockPredicts(clock, clockBy.get(id) ?? null)),
    sigma: () => CLOCK_SIGMA,
  });
  return withAside(withClock, job, {
    measures: week,
    faults: [...weekBy.values()].map(plain),
    predicted: once(
      (id, beside) => weekPredicts(week, weekBy.get(id) ?? null, beside),
      (id) => id.includes('clock:'),
    ),
    sigma: () => CLOCK_SIGMA,
  });
}
