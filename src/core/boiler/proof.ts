/**
 * The proof of a plant: earths and dry inputs dead first, then by the receiver's own buttons, then as paired;
 * each channel alone, both, neither. What must happen comes from the plant and the demand, never from the wires.
 */
import type { Point } from '../circuit/point';
import { OPEN_BOX_CAUTION } from '../mains/cautions';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import { type DemandRow, expected, type Truth } from './demand';
import { allValves, boxOf, hasCylinder, hasPumpPart, hasZoneValves, type Plant, units } from './parts';
import type { BoilerSheet } from './sheet';

const seen = (id: string, what: string, state: string, yes: boolean, source: string): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state,
  predicted: yes ? { low: 1, high: 1 } : { low: 0, high: 0 },
  tolerance: 0,
  seen: { yes: 'yes', no: 'no' },
  source,
});

const TRUTH = 'by the plant and what is called';
const LIVE = { low: 207, high: 253 };
const DEAD = { low: 0, high: 40 };
/** Extra low voltage, its own 24 V included: mains is far above. */
const DRY = { low: 0, high: 30 };
const EARTH_OHMS = 1;
const APART_OHMS = 100_000;

const volts = (
  id: string,
  what: string,
  point: Point,
  state: string,
  predicted: MeasurePlan['predicted'],
  source: string,
): MeasurePlan => ({
  id,
  what,
  quantity: 'volts-ac',
  a: point,
  b: 'SUPPLY.N',
  state,
  predicted,
  tolerance: 3,
  source,
});

const ohms = (id: string, what: string, a: Point, b: Point, predicted: MeasurePlan['predicted']): MeasurePlan => ({
  id,
  what,
  quantity: 'ohms',
  a,
  b,
  state: 'isolated',
  predicted,
  tolerance: 0.2,
  source: 'one piece of copper, or none',
});

const isDry = (plant: Plant): boolean => plant.input === 'low-voltage' || plant.input === 'volt-free';

/** With the supply off and proved: earths whole, a dry call pair free of the mains. */
function deadTests(plant: Plant): TestPlan[] {
  const parts = [
    ['BOILER', 'E'],
    ...(hasPumpPart(plant) ? [['PUMP', 'E']] : []),
    ...(boxOf(plant).powered ? units(plant).map((u) => [u, 'E']) : []),
    ...allValves(plant).map((v) => [v, 'earth']),
    ...(plant.kind === 'three-port' ? [['MID', 'earth']] : []),
  ] as [string, string][];
  const tests: TestPlan[] = [
    {
      id: 'earths',
      title: 'Earths whole',
      state: 'isolated',
      set: 'Supply off and proved dead. Ohms from each part’s earth to the spur’s earth.',
      must: 'Under one ohm each.',
      why: 'A part without earth looks and runs like any other until it is touched.',
      place: 'board',
      seconds: 30 * parts.length,
      wait: null,
      measures: parts.map(([part, e]) =>
        ohms(`earth-${part}`, `${part} earth to the spur’s earth`, `${part}.${e}`, 'SUPPLY.E', {
          low: 0,
          high: EARTH_OHMS,
        }),
      ),
    },
  ];
  if (isDry(plant))
    tests.push({
      id: 'dry-input',
      title: 'Dry call input free of mains',
      state: 'isolated',
      set: 'Supply off and proved dead. Ohms from the boiler’s call pair to L, with nothing calling.',
      must: 'Open: no link is left in.',
      why: 'A link left in puts mains into an input that is not made for it.',
      place: 'board',
      seconds: 60,
      wait: null,
      measures: ['CALL1', 'CALL2'].map((t) =>
        ohms(`apart-${t}`, `Boiler ${t} to L`, `BOILER.${t}`, 'SUPPLY.L', { low: APART_OHMS, high: 1e9 }),
      ),
    });
  if (plant.roomPair)
    tests.push({
      id: 'room-pair',
      title: 'The head’s two wires free of mains',
      state: 'isolated',
      set: 'Supply off and proved dead. Ohms from each wire of the head to L and to N.',
      must: 'Open, every one.',
      why: 'The old thermostat’s cable carried mains; one end left on it destroys the head, or whoever touches it.',
      place: 'board',
      seconds: 90,
      wait: null,
      measures: units(plant).flatMap((u) =>
        ['R1', 'R2'].flatMap((t) =>
          ['L', 'N'].map((bar) =>
            ohms(`pair-${u}-${t}-${bar}`, `${u} ${t} to ${bar}`, `${u}.${t}`, `SUPPLY.${bar}`, {
              low: APART_OHMS,
              high: 1e9,
            }),
          ),
        ),
      ),
    });
  return tests;
}

/** What is read and seen in one demand. */
function demandMeasures(plant: Plant, d: DemandRow, want: Truth): MeasurePlan[] {
  const measures: MeasurePlan[] = [seen('fires', 'The boiler fires', d.id, want.boiler, TRUTH)];
  if (hasPumpPart(plant)) measures.push(seen('pump', 'The pump turns', d.id, want.pump, TRUTH));
  if (plant.input === 'live')
    measures.push(
      volts('call', 'Boiler call to N', 'BOILER.SL', d.id, want.boiler ? LIVE : DEAD, `${TRUTH}; mains 230 V ±10 %`),
    );
  if (plant.input === 'low-voltage')
    for (const t of ['CALL1', 'CALL2'])
      measures.push(
        volts(`dry-${t}`, `Boiler ${t} to N, free of mains`, `BOILER.${t}`, d.id, DRY, 'an extra-low-voltage input'),
      );
  // Each zone's own core: an old room thermostat left in series, a contact or a valve that never makes shows here.
  if (hasZoneValves(plant.kind))
    for (const v of allValves(plant)) {
      const open = want.open.includes(v);
      measures.push(
        volts(`core-${v}`, `${v} valve’s brown to N`, `${v}.brown`, d.id, open ? LIVE : DEAD, TRUTH),
        seen(`valve-${v}`, `${v} valve stands open`, d.id, open, TRUTH),
      );
    }
  if (plant.kind === 'three-port')
    measures.push(
      volts('heating-core', 'Three-port valve’s white to N', 'MID.white', d.id, want.radiators ? LIVE : DEAD, TRUTH),
    );
  if (want.boiler && plant.kind !== 'combination')
    measures.push(
      ...(hasCylinder(plant.kind)
        ? [seen('cylinder', 'The cylinder’s flow pipe gets warm', d.id, want.cylinder, TRUTH)]
        : []),
      seen('radiators', 'The radiators get warm', d.id, want.radiators, TRUTH),
    );
  return measures;
}

const SET: Partial<Record<string, string>> = {
  none: 'Every channel off.',
  satisfied: 'Hot water and heating on, with the cylinder thermostat turned down until it clicks.',
  'hw-satisfied': 'Hot water on and heating off, with the cylinder thermostat turned down until it clicks.',
};

function mustText(plant: Plant, want: Truth): string {
  if (!want.boiler) return want.pump ? 'The pump turns; the boiler stays off.' : 'Boiler and pump stay off.';
  const warm = [want.cylinder ? 'the cylinder warms' : '', want.radiators ? 'the radiators warm' : ''].filter(Boolean);
  const other = want.cylinder !== want.radiators && hasCylinder(plant.kind) ? '; the other stays cold' : '';
  return `The boiler fires, ${warm.join(', ')}${other}.`;
}

/** The tests of a plant: dead first, then each demand by the buttons and from the head, then flat batteries. */
export function proofPlan(plant: Plant, sheet: BoilerSheet, demands: readonly DemandRow[]): TestPlan[] {
  const tests = deadTests(plant);
  const rounds = sheet.manualOverride
    ? ([
        ['manual', 'by the receiver’s buttons'],
        ['paired', 'from the paired head'],
      ] as const)
    : ([['paired', 'from the head']] as const);
  for (const [round, by] of rounds)
    for (const d of demands) {
      if ((d.id === 'satisfied' || d.id === 'hw-satisfied') && round === 'manual') continue;
      const want = expected(plant, d.planned.demand);
      const name = d.name.charAt(0).toUpperCase() + d.name.slice(1);
      tests.push({
        id: `${round}-${d.id}`,
        title: `${name}, ${by}`,
        state: d.id,
        set: SET[d.id] ?? `${name} on ${by}; set heating at least 1.5 K above the room.`,
        must: mustText(plant, want),
        why: round === 'manual' ? 'The wiring is proved before any pairing.' : 'The head’s call reaches the boiler.',
        place: 'board',
        seconds: 120,
        wait: d.planned.steps.length > 1 ? { seconds: 30, label: 'Valve travel' } : null,
        caution: OPEN_BOX_CAUTION,
        measures: demandMeasures(plant, d, want),
      });
    }
  if (sheet.head === 'battery')
    tests.push({
      id: 'battery-out',
      title: 'Batteries out of the head',
      state: 'none',
      set: sheet.manualOverride
        ? 'Call for heat, take the head’s batteries out, wait; then press heating on the receiver.'
        : 'Call for heat, then take the head’s batteries out and wait.',
      must: sheet.manualOverride
        ? 'The receiver’s own button still fires the boiler.'
        : 'The call ends: what the customer then does is on the sheet.',
      why: 'Flat batteries come in January.',
      place: 'wall',
      seconds: 120,
      wait: null,
      measures: [
        seen(
          'noted',
          'The boiler can be made to fire without the head',
          'none',
          sheet.manualOverride,
          `${sheet.name}: ${sheet.manualOverride ? 'buttons of its own' : 'no buttons of its own'}`,
        ),
      ],
    });
  return tests;
}
