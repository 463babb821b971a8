/**
 * Jobs that are in order: systems an installer meets every week, wired well, with a device that suits. What is
 * drawn at random (cable, transformer, colours, device, accessories, units) leaves them in order.
 */
import fc from 'fast-check';
import type { Job, JobOf, LowVoltageJob } from '../../src/core/job/schema';
import { anyJob, jobFile } from '../support/jobs';

const some = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> => fc.option(value, { nil: undefined });
const clean = (value: unknown): object => JSON.parse(JSON.stringify(value)) as object;
const COLOURS = ['red', 'blue', 'green', 'yellow', 'white', 'orange', 'brown', 'black', 'grey', 'violet'] as const;

interface Template {
  terminals: readonly string[];
  devices: readonly string[];
  answers?: object;
  equipment?: object;
  seen?: object;
  decide?: object;
}

const FURNACE: Template = {
  terminals: ['R', 'C', 'W', 'Y', 'G'],
  devices: ['t24-five', 'v7-menu', 'k2-battery', 'a6-relay'],
};
const TEMPLATES: readonly Template[] = [
  ...['gas', 'oil', 'propane', 'electric'].map((fuel) => ({ ...FURNACE, answers: { fuel } })),
  { ...FURNACE, answers: { fuel: 'electric', 'heat-fan': 'own' }, equipment: { fanStartedBy: 'equipment' } },
  { ...FURNACE, equipment: { kind: 'hydronic-air-handler' }, devices: ['t24-five', 'v7-menu'] },
  { terminals: ['R', 'W', 'Y', 'G'], devices: ['k2-battery'], answers: { fuel: 'gas' } },
  { terminals: ['R', 'W', 'Y', 'G'], devices: ['t24-five'], answers: { fuel: 'gas' }, decide: { powering: 'reuse-g' } },
  {
    terminals: ['R', 'W', 'Y', 'G'],
    devices: ['t24-five'],
    answers: { fuel: 'gas' },
    decide: { powering: 'splitter' },
  },
  { terminals: ['R', 'W', 'Y', 'G'], devices: ['v7-menu'], answers: { fuel: 'oil' }, decide: { powering: 'extender' } },
  {
    terminals: ['R', 'W', 'Y', 'G'],
    devices: ['v7-menu'],
    answers: { fuel: 'oil' },
    decide: { powering: 'new-cable' },
  },
  { terminals: ['R', 'C', 'W', 'Y'], devices: ['t24-five'], answers: { fuel: 'gas', 'y-without-g': 'joined' } },
  { terminals: ['R', 'C', 'W', 'Y'], devices: ['t24-five'], answers: { fuel: 'gas', 'y-without-g': 'own' } },
  { terminals: ['R', 'C', 'W1', 'W2', 'Y1', 'Y2', 'G'], devices: ['v7-menu', 'a6-relay'], answers: { fuel: 'gas' } },
  { terminals: ['R', 'W'], devices: ['k2-battery', 'm4-slide'], answers: { fuel: 'gas' } },
  { terminals: ['R', 'C', 'W'], devices: ['t24-five'], equipment: { kind: 'boiler' } },
  { terminals: ['R', 'C', 'W'], devices: ['t24-five', 'v7-menu'], equipment: { kind: 'zone-valve' } },
  { terminals: ['R', 'C', 'Y', 'G'], devices: ['t24-five', 'v7-menu'] },
  ...['O', 'B'].map((valve) => ({
    terminals: ['R', 'C', 'Y', 'G', valve, 'W'],
    devices: ['p9-pump', 'a6-relay'],
    answers: { fuel: 'electric', 'b-common': 'valve' },
    equipment: { outdoorUnit: 'heat-pump' },
  })),
  {
    terminals: ['R', 'C', 'Y', 'G', 'O/B', 'W'],
    devices: ['p9-pump'],
    answers: { fuel: 'gas', 'valve-mode': 'O' },
    equipment: { outdoorUnit: 'heat-pump', outdoorTemperature: 'sensor' },
  },
  {
    terminals: ['Rc', 'Rh', 'C', 'W', 'Y', 'G'],
    devices: ['v7-menu'],
    answers: { fuel: 'gas', 'common-of': 'cool' },
  },
];

export const healthyLowVoltage: fc.Arbitrary<LowVoltageJob & JobOf<'24v'>> = fc
  .record({
    template: fc.constantFrom(...TEMPLATES),
    device: fc.nat(),
    colours: fc.shuffledSubarray([...COLOURS], { minLength: COLOURS.length }),
    gauge: fc.constantFrom('AWG 18', 'AWG 20', '0.75 mm²'),
    metres: fc.integer({ min: 2, max: 30 }),
    transformerVA: some(fc.constantFrom(40, 75)),
    humidifier: fc.boolean(),
    units: fc.constantFrom('si', 'us'),
  })
  .map(({ template, device, colours, gauge, metres, transformerVA, humidifier, units }) => {
    const id = template.devices[device % template.devices.length] ?? 't24-five';
    const withHumidifier = humidifier && id === 'a6-relay';
    return jobFile(
      clean({
        device: id,
        units,
        answers: template.answers,
        decide: template.decide,
        survey: {
          conductors: template.terminals.map((t, i) => ({ colour: colours[i] ?? `c${i}`, wall: t, board: t })),
          equipment: { ...template.equipment, ...(transformerVA ? { transformerVA } : {}) },
          seen: template.seen ?? {},
          cables: { main: { gauge, metres } },
          accessories: withHumidifier ? [{ kind: 'humidifier', power: 'own' }] : [],
        },
      }),
    );
  });

export const healthyBoiler: fc.Arbitrary<Job> = fc
  .record({
    plant: fc.constantFrom(
      { plant: 'combination', input: 'live', device: 'rc2-radio' },
      { plant: 'combination', input: 'live', device: 'hb1-head' },
      { plant: 'combination', input: 'live', device: 'bx1-bus' },
      { plant: 'combination', input: 'live', device: 'mw3-wall', deviceNeutral: 'landed' },
      { plant: 'combination', input: 'low-voltage', device: 'hb1-head' },
      { plant: 'combination', input: 'volt-free', device: 'hb1-head' },
      { plant: 'combination', input: 'bus', device: 'bx1-bus' },
      { plant: 'zone-valves', input: 'live', device: 'rc2-radio' },
      { plant: 'zone-valves', input: 'volt-free', device: 'rc2-radio' },
      { plant: 'three-port', input: 'live', device: 'rc2-radio' },
      { plant: 'three-port', input: 'low-voltage', device: 'rc2-radio' },
      { plant: 'gravity', input: 'live', device: 'rc2-radio' },
    ),
    zones: fc.integer({ min: 1, max: 2 }),
    pumpOverrun: some(fc.boolean()),
    litres: fc.integer({ min: 80, max: 250 }),
    flowCelsius: some(fc.integer({ min: 65, max: 75 })),
    units: fc.constantFrom('si', 'us'),
    heads: some(fc.integer({ min: 1, max: 2 })),
  })
  .map(({ plant: { device, ...plant }, zones, pumpOverrun, litres, flowCelsius, units, heads }) =>
    anyJob(
      clean({
        family: 'boiler',
        device,
        units,
        survey: {
          ...plant,
          ...(plant.plant === 'zone-valves' ? { heatingZones: zones } : {}),
          ...(plant.plant === 'gravity' ? {} : { pumpOverrun }),
          ...(plant.plant === 'combination' ? {} : { cylinder: { litres } }),
          flowCelsius,
          heads,
        },
      }),
    ),
  );

export const healthyFloor: fc.Arbitrary<Job> = fc
  .record({
    region: fc.constantFrom(
      { region: 'NA', volts: 240, toEarth: { firstToEarth: 120, secondToEarth: 120 } },
      { region: 'NA', volts: 120, toEarth: { firstToEarth: 120, secondToEarth: 0 } },
      { region: 'EU', volts: 230, toEarth: { firstToEarth: 230, secondToEarth: 0 } },
    ),
    mats: fc.array(fc.integer({ min: 150, max: 600 }), { minLength: 1, maxLength: 2 }),
    density: fc.integer({ min: 105, max: 150 }),
    covering: fc.constantFrom('tile', 'stone', 'timber', 'vinyl'),
    build: fc.constantFrom('board', 'screed', 'concrete'),
    beneath: fc.constantFrom('ground', 'heated', 'unheated'),
    purpose: fc.constantFrom('comfort', 'bath'),
    celsius: fc.integer({ min: 16, max: 22 }),
    units: fc.constantFrom('si', 'us'),
    ohmsOff: fc.double({ min: 0.97, max: 1.05, noNaN: true }),
  })
  .map(({ region, mats, density, covering, build, beneath, purpose, celsius, units, ohmsOff }) => {
    // The screen device is for North American supplies.
    const device = region.region === 'NA' ? 'fs4-screen' : 'fb1-button';
    const soft = covering === 'timber' || covering === 'vinyl';
    const watts = mats.reduce((a, b) => a + b, 0);
    const type = device === 'fs4-screen' ? 12_000 : 10_000;
    const beta = 3950;
    const ohms = type * Math.exp(beta * (1 / (celsius + 273.15) - 1 / 298.15));
    return anyJob(
      clean({
        family: 'floor',
        device,
        units,
        survey: {
          region: region.region,
          supplyVolts: region.volts,
          ...region.toEarth,
          breakerAmps: 20,
          groundFault: 'upstream',
          mats: Object.fromEntries(
            mats.map((w, i) => [
              `m${i}`,
              {
                ratedWatts: w,
                ratedVolts: region.volts,
                connection: {
                  ohms: Math.round(((region.volts ** 2 / w) * ohmsOff + Number.EPSILON) * 10) / 10,
                  megohms: 500,
                },
              },
            ]),
          ),
          joined: 'parallel',
          areaSquareMetres: Math.round((watts / (soft ? density * 0.6 : density)) * 100) / 100,
          covering,
          build,
          beneath,
          purpose,
          probe: { ohms: Math.round(ohms), floorCelsius: celsius, place: 'between', type: `${type / 1000}k` },
          roomCelsius: 20,
          outdoorCelsius: 4,
          slackMillimetres: 180,
          screenEarthed: true,
        },
      }),
    );
  });
