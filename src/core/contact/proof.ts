/** What is shown of a contact: what stands open, what stands closed, that the appliance answers and stops. */
import type { Point } from '../circuit/point';
import type { MachineStep, MeasurePlan, TestPlan } from '../proof/proof-run';
import { fixed } from '../units/units';
import { DIRTY_VOLTS, type MillivoltLoop } from './loop';
import type { ContactSurvey } from './survey';

const HIGH = 35;
const LOW = 5;
const PILOT_SECONDS = 180;
const mv = (v: number): string => fixed(v * 1000, 0);
const set = (celsius: number, wait: number): MachineStep[] => [{ act: { setCelsius: celsius } }, { wait }];

const direct = (
  id: string,
  what: string,
  a: Point,
  b: Point,
  state: string,
  low: number,
  high: number,
  source: string,
): MeasurePlan => ({
  id,
  what,
  quantity: 'volts-dc',
  a,
  b,
  state,
  predicted: { low, high },
  tolerance: 0.001,
  source,
});

const runs = (id: string, what: string, state: string, on: boolean): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state,
  predicted: { low: on ? 1 : 0, high: on ? 1 : 0 },
  tolerance: 0,
  source: on ? 'what is called' : 'nothing is called',
  seen: { yes: 'burns', no: 'does not burn' },
});

/** The pile alone. */
const openTest = (survey: ContactSurvey, loop: MillivoltLoop): TestPlan => ({
  id: 'open',
  title: 'The pile, loop open',
  state: 'idle',
  set: 'Set it well below the room; pilot lit three minutes and more.',
  must: `${mv(loop.openVolts.low)} to ${mv(loop.openVolts.high)} mV across the pile, and no burner.`,
  why: 'A weak flame or a tired pile shows here before it strands somebody in winter.',
  place: 'wall',
  seconds: 60,
  wait: survey.pilot === 'none' ? null : { seconds: PILOT_SECONDS, label: 'the pilot warms its pile' },
  caution: 'Gas: burner and pilot are for those licensed for it. Smell gas: leave, and call.',
  measures: [
    direct(
      'pile',
      'across the pile',
      'pile.1',
      'pile.2',
      'idle',
      loop.openVolts.low - 0.02,
      loop.openVolts.high + 0.02,
      'the pile alone',
    ),
    runs('burner', 'the burner', 'idle', false),
  ],
  machine: [
    { supply: true },
    ...set(LOW, PILOT_SECONDS),
    { take: 'pile', from: 'volts' },
    { take: 'burner', from: { shows: 'burner' } },
  ],
});

/** What is left for the coil. */
const closedTest = (loop: MillivoltLoop): TestPlan => ({
  id: 'closed',
  title: 'The loop closed: what is left for the coil',
  state: 'heating',
  set: 'Set it well above the room.',
  must: `${mv(loop.coilVolts.low)} to ${mv(loop.coilVolts.high)} mV across the coil; under ${mv(DIRTY_VOLTS)} mV across the thermostat.`,
  why: 'Voltage lost in leads and contacts is missing at the coil.',
  place: 'wall',
  seconds: 90,
  wait: null,
  measures: [
    direct(
      'pile',
      'across the pile',
      'pile.1',
      'pile.2',
      'heating',
      loop.pileVolts.low * 0.95,
      loop.pileVolts.high * 1.05,
      'the ring’s resistances',
    ),
    direct(
      'coil',
      'across the coil',
      'coil.1',
      'coil.2',
      'heating',
      Math.max(loop.coilVolts.low * 0.95, loop.pullVolts.high),
      loop.coilVolts.high * 1.05,
      'the ring’s resistances, and what pulls it in',
    ),
    direct(
      'contact',
      'across the thermostat, closed',
      'pair.1',
      'pair.2',
      'heating',
      -DIRTY_VOLTS,
      DIRTY_VOLTS,
      'a clean contact',
    ),
  ],
  machine: [
    ...set(HIGH, 20),
    { take: 'pile', from: 'volts' },
    { take: 'coil', from: 'volts' },
    { take: 'contact', from: 'volts' },
    ...set(LOW, 20),
  ],
});

const LIMIT_TEST: TestPlan = {
  id: 'limit',
  title: 'The limit opens the loop',
  state: 'heating',
  set: 'While it burns, open the limit: by its test, or one lead off.',
  must: 'The burner goes out at once.',
  why: 'A limit that is bridged is the fault that burns a house.',
  place: 'board',
  seconds: 60,
  wait: null,
  caution: 'Hot parts. By those licensed for gas.',
  measures: [runs('limit', 'the burner, limit open', 'heating', false)],
  machine: [
    ...set(HIGH, 30),
    { act: { limit: 'open' } },
    { wait: 5 },
    { take: 'limit', from: { shows: 'burner' } },
    { act: { limit: 'closed' } },
    ...set(LOW, 20),
  ],
};

/** The figure to compare with in years. */
const leadsTest = (loop: MillivoltLoop): TestPlan => ({
  id: 'leads',
  title: 'Leads and contacts, recorded',
  state: 'off',
  set: 'Pile and coil off the loop, thermostat calling: ohms of what is left.',
  must: `At most ${fixed(Math.max(0.05, loop.allowedOhms), 2)} Ω.`,
  why: 'The figure to compare with when it fails in years.',
  place: 'board',
  seconds: 120,
  wait: null,
  measures: [
    {
      id: 'ohms',
      what: 'the loop without pile and coil',
      quantity: 'ohms',
      a: 'pile.1',
      b: 'coil.1',
      state: 'off',
      predicted: { low: 0, high: Math.max(0.05, loop.allowedOhms) },
      tolerance: 0.1,
      source: 'what pile and coil bear',
    },
  ],
  machine: [...set(HIGH, 10), { supply: false }, { take: 'ohms', from: 'ohms' }, { supply: true }, ...set(LOW, 10)],
});

function loopTests(survey: ContactSurvey, loop: MillivoltLoop): TestPlan[] {
  const limited = Object.values(survey.switches).some((s) => s.kind === 'limit');
  return [
    openTest(survey, loop),
    closedTest(loop),
    ...answerTests(10),
    ...(limited ? [LIMIT_TEST] : []),
    leadsTest(loop),
  ];
}

function answerTests(within: number): TestPlan[] {
  return [
    {
      id: 'answers',
      title: 'It answers',
      state: 'heating',
      set: 'Set it well above the room.',
      must: `It burns within ${within} s.`,
      why: 'The contact, the leads and the appliance’s own chain, end to end.',
      place: 'board',
      seconds: within + 20,
      wait: null,
      measures: [{ ...runs('burner', 'the burner', 'heating', true), notBeforeSeconds: within }],
      machine: [...set(HIGH, within), { take: 'burner', from: { shows: 'burner' } }],
    },
    {
      id: 'stops',
      title: 'It stops at once',
      state: 'idle',
      set: 'Set it well below the room.',
      must: 'The burner goes out within a few seconds.',
      why: 'A contact that sticks, or a device that leaks through the loop, keeps it open.',
      place: 'board',
      seconds: 30,
      wait: null,
      measures: [runs('burner', 'the burner', 'idle', false)],
      machine: [...set(HIGH, 40), ...set(LOW, 5), { take: 'burner', from: { shows: 'burner' } }],
    },
  ];
}

function pairTests(survey: ContactSurvey): TestPlan[] {
  const ac = (survey.pairAc ?? 0) >= (survey.pairDc ?? 0);
  const open = Math.max(survey.pairAc ?? 0, survey.pairDc ?? 0);
  const quantity = ac ? ('volts-ac' as const) : ('volts-dc' as const);
  const one = (id: string, what: string, state: string, low: number, high: number, source: string): MeasurePlan => ({
    id,
    what,
    quantity,
    a: 'pair.1',
    b: 'pair.2',
    state,
    predicted: { low, high },
    tolerance: 0.1,
    source,
  });
  return [
    {
      id: 'pair',
      title: 'The pair: its own volts open, none closed',
      state: 'heating',
      set: 'Set it well below the room, read; then well above, read again.',
      must:
        open > 0
          ? `About ${fixed(open, 1)} V open, next to nothing closed.`
          : 'Its own volts open, next to nothing closed.',
      why: 'A contact of its own brings nothing to the pair and leaves nothing across it.',
      place: 'wall',
      seconds: 90,
      wait: null,
      measures: [
        one(
          'open',
          'the pair, not calling',
          'idle',
          open > 0 ? open * 0.8 : 3,
          open > 0 ? open * 1.2 + 0.5 : 30,
          open > 0 ? 'as read before' : 'usual of call pairs',
        ),
        one('closed', 'the pair, calling', 'heating', 0, Math.max(0.5, open * 0.05), 'a closed contact'),
      ],
      machine: [
        { supply: true },
        ...set(LOW, 20),
        { take: 'open', from: 'volts' },
        ...set(HIGH, 20),
        { take: 'closed', from: 'volts' },
        ...set(LOW, 20),
      ],
    },
    ...answerTests(60),
  ];
}

function ownTests(survey: ContactSurvey): TestPlan[] {
  const v = survey.secondaryVolts ?? 26;
  const one = (
    id: string,
    what: string,
    a: Point,
    b: Point,
    state: string,
    low: number,
    high: number,
  ): MeasurePlan => ({
    id,
    what,
    quantity: 'volts-ac',
    a,
    b,
    state,
    predicted: { low, high },
    tolerance: 0.2,
    source:
      survey.secondaryVolts === undefined
        ? 'usual of small transformers'
        : 'its transformer as read, and what the call draws',
  });
  return [
    {
      id: 'call',
      title: 'R to C stands under the call',
      state: 'heating',
      set: 'Set it well below the room, read; then well above, read again.',
      must: '24 V and a little more idle; at least 21 V while it calls.',
      why: 'A small transformer that sags drops the device or the valve.',
      place: 'board',
      seconds: 90,
      wait: null,
      measures: [
        one('idle', 'R to C, not calling', 'call.r', 'call.c', 'idle', Math.max(22, v * 0.9), Math.min(32, v * 1.12)),
        one('calls', 'R to C, calling', 'call.r', 'call.c', 'heating', 21, v * 1.1),
        one('w', 'W to C, calling', 'call.w', 'call.c', 'heating', 20, v * 1.1),
      ],
      machine: [
        { supply: true },
        ...set(LOW, 20),
        { take: 'idle', from: 'volts' },
        ...set(HIGH, 20),
        { take: 'calls', from: 'volts' },
        { take: 'w', from: 'volts' },
        ...set(LOW, 20),
      ],
    },
    ...answerTests(60),
  ];
}

/** The tests of a ring or a pair, by what the appliance is. */
export function contactProof(survey: ContactSurvey, loop: MillivoltLoop | null): TestPlan[] {
  if (loop) return loopTests(survey, loop);
  if (survey.appliance === 'dry-pair') return pairTests(survey);
  return survey.appliance === 'own-24v' ? ownTests(survey) : [];
}
