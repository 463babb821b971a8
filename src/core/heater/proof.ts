/** What is shown of line-voltage heaters: off leaves nothing, on gives what was counted, the room rises, it stops. */
import type { Point } from '../circuit/point';
import type { MachineStep, MeasurePlan, TestPlan } from '../proof/proof-run';
import { fixed } from '../units/units';
import { coresOf, type HeaterCircuit, heaterExpects, heaterLegs } from './circuit';
import { heaterName } from './load';
import type { RoomForecast } from './room';
import type { HeaterSheet } from './sheet';

const RISE_MINUTES = 15;
const LEAST_RISE = 0.8;
const CLAMP_AMPS = 0.05;
const SHARE = 0.1;
const PLACE = 'wall' as const;
const HIGH = 35;
const LOW = 5;

const seenYes = (id: string, what: string, yes: string, no: string, source: string): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state: 'heating',
  predicted: { low: 1, high: 1 },
  tolerance: 0,
  source,
  seen: { yes, no },
});

/** On: the volts across the load and the amperes that were counted. */
function onTest(
  { load, sheet }: HeaterCircuit,
  loop: boolean,
  across: [Point, Point],
  volts: Volts,
  set: (celsius: number) => MachineStep[],
): TestPlan {
  const wait = sheet.waitSeconds;
  return {
    id: 'on',
    title: 'On: the volts and amperes that were counted',
    state: 'heating',
    set: 'Set it well above the room.',
    must: `${fixed(load.watts, 0)} W, ${fixed(load.amps, 1)} A.`,
    why: 'A heater for another supply, a missing one, two in series and a warm joint all show in the amperes.',
    place: PLACE,
    seconds: 90,
    wait: wait > 0 ? { seconds: wait, label: 'its thermal element closes' } : null,
    caution: 'Live terminals: by those licensed for it, or clamp an insulated core.',
    measures: [
      ...volts('on-volts', loop ? 'across the closed device' : 'across the load', across[0], across[1], 'heating'),
      {
        id: 'amps',
        what: 'in one supply core, by clamp',
        quantity: 'amps',
        state: 'heating',
        predicted: { low: load.amps * (1 - SHARE), high: load.amps * (1 + SHARE) },
        tolerance: CLAMP_AMPS,
        source: `${fixed(load.watts, 0)} W at ${fixed(load.volts, 0)} V, ±10 %`,
      },
    ],
    machine: [
      ...set(HIGH),
      { take: 'on-volts', from: 'volts' },
      { take: 'amps', from: { shows: 'amps' } },
      ...set(LOW),
    ],
  };
}

/** Both again at the far heater. */
function farTest(
  { survey, sheet }: HeaterCircuit,
  far: HeaterCircuit['load']['units'][number],
  volts: Volts,
  set: (celsius: number) => MachineStep[],
): TestPlan {
  const wait = sheet.waitSeconds;
  return {
    id: 'far',
    title: 'At the far heater, both again',
    state: 'heating',
    set: 'Set it well above the room; then well below.',
    must: `${heaterName(survey, far.id)} has the whole supply when on and nothing when off.`,
    why: 'A joint on the way that is warm, or two heaters in series, leave it less.',
    place: PLACE,
    seconds: 120,
    wait: wait > 0 ? { seconds: wait, label: 'its thermal element closes' } : null,
    caution: 'Live terminals: by those licensed for it.',
    measures: [
      ...volts('far-on', `across ${far.name}, on`, `heater.${far.id}.1`, `heater.${far.id}.2`, 'heating'),
      ...volts('far-off', `across ${far.name}, off`, `heater.${far.id}.1`, `heater.${far.id}.2`, 'idle'),
    ],
    machine: [...set(HIGH), { take: 'far-on', from: 'volts' }, ...set(LOW), { take: 'far-off', from: 'volts' }],
  };
}

/** The tests of heaters: dead legs, amperes or watts, off on both legs, limits. */
export function heaterProof(c: HeaterCircuit, room: RoomForecast | null, groundFault: boolean): TestPlan[] {
  const { sheet, load, wall } = c;
  const cores = coresOf(wall);
  if (!cores) return [];
  const loop = wall.kind === 'two-core';
  const across: [Point, Point] = loop ? [cores.supply[0], cores.load[0]] : cores.load;
  const volts = (id: string, what: string, a: Point, b: Point, state: 'idle' | 'heating' | 'off'): MeasurePlan[] => {
    const e = heaterExpects(c, a, b, 'volts-ac', state);
    return e
      ? [
          {
            id,
            what,
            quantity: 'volts-ac',
            a,
            b,
            state,
            predicted: e,
            tolerance: 0.5,
            source: 'the circuit as planned',
          },
        ]
      : [];
  };
  const wait = sheet.waitSeconds;
  const set = (celsius: number): MachineStep[] => [{ act: { setCelsius: celsius } }, { wait: 20 + wait }];
  const tests: TestPlan[] = [offTest(c, loop, across, volts, set)];
  tests.push(onTest(c, loop, across, volts, set));
  const far = load.units.at(-1);
  if (far) tests.push(farTest(c, far, volts, set));
  // Where full power hardly moves the air in that time, there is nothing to see.
  if (room && riseOf(room) >= LEAST_RISE) tests.push(riseTest(room));
  tests.push(
    stopsTest(
      sheet,
      load.units.some((u) => u.kind === 'fan'),
    ),
  );
  if (groundFault)
    tests.push({
      id: 'ground-fault',
      title: 'Ground-fault protection',
      state: 'heating',
      set: 'Press the test button ahead of the device; then reset.',
      must: 'It trips at once, and the heaters stop; reset brings them back.',
      why: 'Heaters in wet places hang on it.',
      place: PLACE,
      seconds: 40,
      wait: null,
      measures: [seenYes('trips', 'at the test button', 'trips', 'nothing', 'its own test')],
      machine: [
        { act: { groundFault: 'test' } },
        { wait: 5 },
        { take: 'trips', from: { shows: 'tripped' } },
        { act: { groundFault: 'reset' } },
      ],
    });
  tests.push(breakerTest(c, cores, volts));
  return tests;
}

type Volts = (id: string, what: string, a: Point, b: Point, state: 'idle' | 'heating' | 'off') => MeasurePlan[];

function offTest(
  c: HeaterCircuit,
  loop: boolean,
  across: [Point, Point],
  volts: Volts,
  set: (celsius: number) => MachineStep[],
): TestPlan {
  const { sheet, wall } = c;
  const legs = heaterLegs(wall);
  const leftLive = sheet.poles === 1 && legs.N > 0 && !loop;
  const measures = loop
    ? volts('open-volts', 'across the open device', across[0], across[1], 'idle')
    : [
        ...volts('off-volts', 'across the load', across[0], across[1], 'idle'),
        ...(sheet.poles === 2
          ? [
              ...volts('off-first', 'load, first core, to earth', across[0], 'earth', 'idle'),
              ...volts('off-second', 'load, second core, to earth', across[1], 'earth', 'idle'),
            ]
          : volts('off-leg', 'load, second core, to earth', across[1], 'earth', 'idle')),
      ];
  return {
    id: 'off',
    title: 'Off: nothing across the load',
    state: 'idle',
    set: 'Set it well below the room.',
    must: leftLive
      ? 'No volts across the load. One leg stays live: one pole breaks one conductor only.'
      : loop
        ? 'The whole supply stands across the open device: the heaters get nothing.'
        : sheet.poles === 2
          ? 'No volts across the load, and none from either core to earth.'
          : 'No volts across the load.',
    why: leftLive
      ? '“Off” at the wall is not dead: whoever opens the heater must go to the breaker.'
      : 'A contact that sticks, or supply and load exchanged, shows here.',
    place: PLACE,
    seconds: 60,
    wait: sheet.waitSeconds > 0 ? { seconds: sheet.waitSeconds, label: 'its thermal element opens' } : null,
    caution: leftLive
      ? 'One leg of the heaters stays live when this device is off. Breaker off before a heater is opened.'
      : 'Live terminals: by those licensed for it.',
    measures,
    machine: [{ supply: true }, ...set(LOW), ...measures.map((m): MachineStep => ({ take: m.id, from: 'volts' }))],
  };
}

const riseOf = (room: RoomForecast): number => (room.airCelsius[RISE_MINUTES] ?? 0) - (room.airCelsius[0] ?? 0);

function riseTest(room: RoomForecast): TestPlan {
  const rise = riseOf(room);
  return {
    id: 'rise',
    title: `The room warms in ${RISE_MINUTES} minutes`,
    state: 'heating',
    set: 'Set it well above the room and leave it.',
    must: `About ${fixed(rise, 1)} K warmer in ${RISE_MINUTES} min.`,
    why: 'Heat that is made but does not reach the room shows here.',
    place: 'wall',
    seconds: 30,
    wait: { seconds: RISE_MINUTES * 60, label: 'the room warms' },
    measures: [
      {
        id: 'rise',
        what: `air, after ${RISE_MINUTES} min`,
        quantity: 'kelvin',
        state: 'heating',
        // Furniture, open doors and where the thermometer stands move it by half either way.
        predicted: { low: rise * 0.5, high: rise * 1.6 },
        tolerance: 0.3,
        source: 'watts against the room’s loss and weight',
        notBeforeSeconds: RISE_MINUTES * 50,
      },
    ],
    machine: [
      { act: { setCelsius: HIGH } },
      { mark: 'roomCelsius' },
      { wait: RISE_MINUTES * 60 },
      { take: 'rise', from: { risen: 'roomCelsius' } },
      { act: { setCelsius: LOW } },
    ],
  };
}

function stopsTest(sheet: HeaterSheet, fan: boolean): TestPlan {
  const wait = 20 + sheet.waitSeconds;
  return {
    id: 'stops',
    title: 'Set low it stops',
    state: 'idle',
    set: 'From heating, set it well below the room.',
    must: fan ? 'The element stops; its fan runs on a while.' : 'The amperes fall to nothing.',
    why: fan
      ? 'A fan that stops with the element leaves it glowing.'
      : 'A contact that has welded only shows under load.',
    place: 'wall',
    seconds: 40,
    wait: sheet.waitSeconds > 0 ? { seconds: sheet.waitSeconds, label: 'its thermal element opens' } : null,
    measures: [
      {
        id: 'stops',
        what: 'in one supply core, by clamp',
        quantity: 'amps',
        state: 'idle',
        predicted: { low: 0, high: 0.1 },
        tolerance: CLAMP_AMPS,
        source: 'nothing is called',
      },
      ...(fan ? [seenYes('fan-on', 'its fan', 'runs on', 'stops at once', 'its own thermostat')] : []),
    ],
    machine: [
      { act: { setCelsius: HIGH } },
      { wait: 60 + sheet.waitSeconds },
      { act: { setCelsius: LOW } },
      { wait },
      { take: 'stops', from: { shows: 'amps' } },
      ...(fan ? [{ take: 'fan-on', from: { shows: 'fanRuns' } } as const] : []),
    ],
  };
}

/** The breaker that was marked is this one, and it takes everything. */
function breakerTest(c: HeaterCircuit, cores: NonNullable<ReturnType<typeof coresOf>>, volts: Volts): TestPlan {
  const [a, b] = cores.supply;
  const loop = c.wall.kind === 'two-core';
  const measures = loop
    ? [
        ...volts('dead', 'the core from the supply to earth', a, 'earth', 'off'),
        ...volts('dead-far', 'the core to the heaters to earth', cores.load[0], 'earth', 'off'),
      ]
    : [
        ...volts('dead', 'between the supply cores', a, b, 'off'),
        ...volts('dead-earth', 'first supply core to earth', a, 'earth', 'off'),
      ];
  return {
    id: 'breaker',
    title: 'The breaker marked for it kills it',
    state: 'off',
    set: 'Switch off the breaker that bears its name, and no other.',
    must: 'Nothing is left on the supply cores.',
    why: 'A breaker of another circuit, or one pole only, leaves them live.',
    place: 'board',
    seconds: 60,
    wait: null,
    caution: 'A proved tester: prove, test, prove.',
    measures,
    machine: [
      { supply: false },
      { wait: 5 },
      ...measures.map((m): MachineStep => ({ take: m.id, from: 'volts' })),
      { supply: true },
    ],
  };
}
