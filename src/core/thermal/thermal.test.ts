/** The thermal core against closed forms, its own balance, and a plain integration written apart from it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MINUTES_OF_WEEK } from '../week/wanted';
import { cycleOf, mostSaved } from './arithmetic';
import { compareWeeks } from './compare';
import {
  balancePoint,
  capacityAt,
  copAt,
  type Equipment,
  economicChangeover,
  sortedPoints,
  USUAL_STEERING,
} from './equipment';
import { FORM_DEFAULTS, type HouseForm, houseOf } from './house';
import { type Network, settledAt, stepOf, systemOf } from './network';
import { beginning, runHouse } from './run';
import { coolDown, warmUpMinutes, warmUpTable } from './warm';
import { designDay, readWeather, syntheticYear } from './weather';

const constant = (c: number): Float64Array => new Float64Array(MINUTES_OF_WEEK).fill(c);
const price = new Float64Array(1440).fill(0.25);
const furnace: Equipment = { kind: 'stages', watts: [8000, 4000], efficiency: 0.9 };
const pump: Equipment = {
  kind: 'heat-pump',
  points: [
    { outdoorCelsius: 8, watts: 9000, cop: 4 },
    { outdoorCelsius: -8, watts: 6000, cop: 2.4 },
    { outdoorCelsius: -20, watts: 4000, cop: 1.6 },
  ],
  auxWatts: 6000,
};

describe('a network', () => {
  const one: Network = {
    capacities: [1e6],
    links: [],
    outside: [{ node: 0, place: 0, wattsPerKelvin: 100 }],
    places: 1,
    heats: [[{ node: 0, share: 1 }]],
  };
  it('of one node steps by its closed form: T = Te + (T0 − Te) e^(−t/τ)', () => {
    const { phi, gamma } = stepOf(one, 3600);
    const decay = Math.exp((-100 / 1e6) * 3600);
    expect(phi[0]).toBeCloseTo(decay, 13);
    expect((gamma[0] ?? 0) * -5 + (gamma[1] ?? 0) * 2000 + (phi[0] ?? 0) * 20).toBeCloseTo(15 + (20 - 15) * decay, 11);
  });
  it('settles where heat in is heat out', () => {
    expect(settledAt(one, [-5, 2000])[0]).toBeCloseTo(15, 12);
    const house = houseOf(FORM_DEFAULTS);
    const t = settledAt(house.network, [0, house.groundCelsius, 5000, house.gainsWatts]);
    const out = house.network.outside.reduce(
      (s, o) => s + o.wattsPerKelvin * ((t[o.node] ?? 0) - (o.place === 0 ? 0 : house.groundCelsius)),
      0,
    );
    expect(out).toBeCloseTo(5000 + house.gainsWatts, 6);
  });
  it.each([
    ['no capacity', { ...one, capacities: [0] }, 'capacity'],
    ['a negative conductance', { ...one, outside: [{ node: 0, place: 0, wattsPerKelvin: -1 }] }, 'below zero'],
    ['a node that is not there', { ...one, links: [{ a: 0, b: 4, wattsPerKelvin: 1 }] }, 'not there'],
    ['nothing that holds it', { ...one, outside: [] }, 'holds'],
  ])('refuses %s', (_name, net, why) => {
    expect(() => {
      systemOf(net);
      settledAt(net, [0, 0]);
    }).toThrow(why);
  });
});

/** A few days by small Euler steps, from the network alone. */
function euler(form: HouseForm, watts: number, outdoor: number, minutes: number, startCelsius: number): number {
  const house = houseOf(form);
  const t = Array.from(beginning(house, startCelsius, outdoor));
  const { capacities, links, outside, heats } = house.network;
  const dt = 0.5;
  for (let s = 0; s < minutes * 60; s += dt) {
    const q = capacities.map(() => 0);
    for (const { a, b, wattsPerKelvin: g } of links) {
      const flow = g * ((t[a] ?? 0) - (t[b] ?? 0));
      q[a] = (q[a] ?? 0) - flow;
      q[b] = (q[b] ?? 0) + flow;
    }
    for (const { node, place, wattsPerKelvin: g } of outside)
      q[node] = (q[node] ?? 0) + g * ((place === 0 ? outdoor : house.groundCelsius) - (t[node] ?? 0));
    [watts, house.gainsWatts].forEach((w, k) => {
      for (const { node, share } of heats[k] ?? []) q[node] = (q[node] ?? 0) + w * share;
    });
    capacities.forEach((c, i) => {
      t[i] = (t[i] ?? 0) + ((q[i] ?? 0) * dt) / c;
    });
  }
  return t[0] ?? Number.NaN;
}

describe('a run', () => {
  it.each(['air', 'radiators', 'floor'] as const)('with %s goes as small Euler steps go', (emitter) => {
    const form = { ...FORM_DEFAULTS, emitter };
    const trace = new Float64Array(600);
    runHouse({
      house: houseOf(form),
      equipment: { kind: 'stages', watts: [9000], efficiency: 1 },
      steering: { ...USUAL_STEERING, deadMinutes: 0 },
      wanted: constant(60),
      hourly: new Float64Array(10).fill(-3),
      startCelsius: 17,
      trace,
    });
    expect(trace[599]).toBeCloseTo(euler(form, 9000, -3, 600, 17), 2);
  });

  it('closes its heat balance, whatever house, equipment, weather and week', () => {
    fc.assert(
      fc.property(
        fc.record({
          areaSquareMetres: fc.integer({ min: 30, max: 400 }),
          storeys: fc.integer({ min: 1, max: 3 }),
          age: fc.constantFrom('old', 'mid', 'late', 'new'),
          glazing: fc.constantFrom('single', 'double', 'triple'),
          emitter: fc.constantFrom('air', 'radiators', 'floor'),
          heatWatts: fc.integer({ min: 3000, max: 30_000 }),
        }),
        fc.constantFrom(furnace, pump),
        fc.integer({ min: 1, max: 50 }),
        (form, equipment, seed) => {
          const wanted = Float64Array.from({ length: MINUTES_OF_WEEK }, (_, i) =>
            i % 1440 > 400 && i % 1440 < 1300 ? 21 : 16,
          );
          const use = runHouse({
            house: houseOf(form),
            equipment,
            steering: USUAL_STEERING,
            wanted,
            hourly: syntheticYear(seed).subarray(0, 24 * 40),
            price,
          });
          expect(use.imbalance).toBeLessThan(1e-9);
          expect(use.cost).toBeCloseTo(use.paidKilowattHours * 0.25, 6);
          if (equipment.kind === 'stages') expect(use.paidKilowattHours).toBeCloseTo(use.heatKilowattHours / 0.9, 6);
          else expect(use.paidKilowattHours).toBeLessThanOrEqual(use.heatKilowattHours + 1e-9);
        },
      ),
      { seed: 31, numRuns: 25 },
    );
  });

  it('compiled and plain give the same bits', () => {
    const wanted = Float64Array.from({ length: MINUTES_OF_WEEK }, (_, i) =>
      i % 1440 > 400 && i % 1440 < 1300 ? 21 : 16,
    );
    for (const equipment of [furnace, pump]) {
      const input = {
        house: houseOf({ ...FORM_DEFAULTS, emitter: 'floor' }),
        equipment,
        steering: USUAL_STEERING,
        wanted,
        hourly: syntheticYear(9).subarray(0, 24 * 90),
        price: Float64Array.from({ length: 1440 }, (_, m) => (m < 400 ? 0.1 : 0.31)),
        from: 777,
      };
      expect(runHouse(input)).toEqual(runHouse({ ...input, plain: true }));
    }
  });

  it('two halves of a run are the whole of it: no step is lost between', () => {
    const house = houseOf(FORM_DEFAULTS);
    const step = stepOf(house.network, 60);
    const half = stepOf(house.network, 30);
    const x = Float64Array.of(20, 19, 35, 14);
    const u = [3, 11, 4000, 300];
    const go = (s: typeof step, from: Float64Array): Float64Array =>
      from.map((_, i) => {
        let v = 0;
        for (let j = 0; j < 4; j++)
          v += (s.phi[i * 4 + j] ?? 0) * (from[j] ?? 0) + (s.gamma[i * 4 + j] ?? 0) * (u[j] ?? 0);
        return v;
      });
    const whole = go(step, x);
    go(half, go(half, x)).forEach((v, i) => {
      expect(Math.abs(v - (whole[i] ?? 0))).toBeLessThan(1e-9);
    });
  });

  it('holds the room in its band while the heating can, and says how short it falls where it cannot', () => {
    const cold = new Float64Array(24 * 14).fill(-12);
    const strong = runHouse({
      house: houseOf(FORM_DEFAULTS),
      equipment: { kind: 'stages', watts: [14_000], efficiency: 1 },
      steering: USUAL_STEERING,
      wanted: constant(20),
      hourly: cold,
    });
    expect(strong.shortKelvinHours).toBeLessThan(70);
    expect(Math.abs(strong.meanAirCelsius - 20)).toBeLessThan(0.6);
    const weak = runHouse({
      house: houseOf(FORM_DEFAULTS),
      equipment: { kind: 'stages', watts: [4000], efficiency: 1 },
      steering: USUAL_STEERING,
      wanted: constant(20),
      hourly: cold,
    });
    expect(weak.meanAirCelsius).toBeLessThan(15);
    expect(weak.shortKelvinHours).toBeGreaterThan(1000);
  });

  it('rests and runs are never shorter than asked', () => {
    const steering = { ...USUAL_STEERING, minimumOnMinutes: 10, minimumOffMinutes: 10, bandKelvin: 0.1 };
    const use = runHouse({
      house: houseOf(FORM_DEFAULTS),
      equipment: { kind: 'stages', watts: [9000], efficiency: 1 },
      steering,
      wanted: constant(20),
      hourly: new Float64Array(48).fill(4),
    });
    expect(use.starts).toBeLessThanOrEqual((48 * 60) / 20);
    expect(use.stageMinutes[0] ?? 0).toBeGreaterThanOrEqual((use.starts - 1) * 10);
  });
});

describe('heat pumps', () => {
  it('pass through their rated points and go on straight beyond', () => {
    const points = sortedPoints(pump.kind === 'heat-pump' ? pump.points : []);
    expect([8, -8, -20].map((t) => [capacityAt(points, t), copAt(points, t)])).toEqual([
      [9000, 4],
      [6000, 2.4],
      [4000, 1.6],
    ]);
    expect(capacityAt(points, 0)).toBeCloseTo(7500, 9);
    expect(capacityAt(points, 16)).toBeCloseTo(10_500, 9);
    expect(copAt(points, -60)).toBe(1);
    expect(() => sortedPoints([{ outdoorCelsius: 1, watts: 1, cop: 2 }])).toThrow('two rated points');
  });
  it('thermal and economic changeover are two things; always and never are answers', () => {
    const points = sortedPoints(pump.kind === 'heat-pump' ? pump.points : []);
    const balance = balancePoint(points, 250, 20);
    expect(capacityAt(points, balance ?? 0)).toBeCloseTo(250 * (20 - (balance ?? 0)), 3);
    expect(balancePoint(points, 10, 20)).toBeNull();
    expect(economicChangeover(points, 0.3, 0.3, 0.9)).toBe('never');
    expect(economicChangeover(points, 0.3, 0.01, 0.9)).toBe('always');
    const at = economicChangeover(points, 0.3, 0.1, 0.9);
    expect(typeof at === 'number' && copAt(points, at)).toBeCloseTo(2.7, 6);
  });
  it('a setback pulls in the electric help in the morning; constant warmth does not', () => {
    const hourly = new Float64Array(24 * 7).fill(-4);
    const setback = Float64Array.from({ length: MINUTES_OF_WEEK }, (_, i) =>
      i % 1440 > 390 && i % 1440 < 1320 ? 21 : 16,
    );
    const run = (wanted: Float64Array): number =>
      runHouse({
        house: houseOf({ ...FORM_DEFAULTS, age: 'late' }),
        equipment: pump,
        steering: USUAL_STEERING,
        wanted,
        hourly,
      }).auxShare;
    expect(run(setback)).toBeGreaterThan(0.02);
    expect(run(constant(21))).toBeLessThan(0.01);
  });
});

describe('warm-up', () => {
  const house = houseOf(FORM_DEFAULTS);
  it('takes longer the colder it is, and is never where the heating cannot', () => {
    const table = warmUpTable(house, { kind: 'stages', watts: [9000], efficiency: 1 }, USUAL_STEERING, 16, 20);
    const minutes = table.map((r) => r.minutes ?? Number.POSITIVE_INFINITY);
    for (let i = 1; i < minutes.length; i++) expect(minutes[i]).toBeLessThanOrEqual(minutes[i - 1] ?? 0);
    expect(table[0]?.minutes).toBeNull();
    expect(table.at(-1)?.minutes).toBeLessThan(300);
  });
  it('from where it already is takes nothing', () => {
    expect(warmUpMinutes(house, furnace, USUAL_STEERING, 20, 20, 0)).toBe(0);
  });
  it('a mild night does not reach the setback, a cold one does', () => {
    expect(coolDown(house, 20, 16, 12, 480).reachedAfter).toBeNull();
    const cold = coolDown(houseOf({ ...FORM_DEFAULTS, age: 'old', emitter: 'air' }), 20, 16, -15, 600);
    expect(cold.reachedAfter).not.toBeNull();
    expect(cold.endsCelsius).toBeLessThan(16);
  });
});

describe('sums', () => {
  it('on and off minutes of a cycle rate', () => {
    expect(cycleOf(0.5, 3)).toMatchObject({ onMinutes: 10, offMinutes: 10, cyclesPerHour: 3 });
    const quarter = cycleOf(0.25, 6);
    expect(quarter.onMinutes / (quarter.onMinutes + quarter.offMinutes)).toBeCloseTo(0.25, 12);
    expect(quarter.cyclesPerHour).toBeCloseTo(4.5, 12);
    expect(cycleOf(0.1, 6, 10)).toMatchObject({ onMinutes: 10, offMinutes: 90, heldByMinimum: true });
    expect(() => cycleOf(1.2, 3)).toThrow('between 0 and 1');
  });
  it('a house without mass bounds what a setback saves', () => {
    const hourly = syntheticYear(3);
    const wanted = Float64Array.from({ length: MINUTES_OF_WEEK }, (_, i) =>
      i % 1440 > 390 && i % 1440 < 1320 ? 20 : 16,
    );
    const most = mostSaved(wanted, 20, hourly, 2);
    expect(most).toBeGreaterThan(0.05);
    const cost = (w: Float64Array): number =>
      runHouse({
        house: houseOf(FORM_DEFAULTS),
        equipment: furnace,
        steering: USUAL_STEERING,
        wanted: w,
        hourly,
        price,
      }).cost;
    const saved = 1 - cost(wanted) / cost(constant(20));
    expect(saved).toBeGreaterThan(0);
    expect(saved).toBeLessThan(most);
    expect(mostSaved(constant(20), 20, hourly, 2)).toBeCloseTo(0, 9);
  });
});

describe('weeks compared', () => {
  it('the first is the yardstick; a setback saves, and its doubt is less than the costs’ own', () => {
    const day = (low: number): Float64Array =>
      Float64Array.from({ length: MINUTES_OF_WEEK }, (_, i) => (i % 1440 > 390 && i % 1440 < 1320 ? 20 : low));
    const run = compareWeeks({
      form: FORM_DEFAULTS,
      equipment: furnace,
      steering: USUAL_STEERING,
      hourly: syntheticYear(3).subarray(0, 24 * 60),
      price,
      plans: [
        { id: 'held', name: 'held', wanted: constant(20) },
        { id: 'same', name: 'the same again', wanted: constant(20) },
        { id: 'set', name: 'setback', wanted: day(16) },
      ],
    });
    let last = run.next();
    let share = 0;
    while (!last.done) {
      expect(last.value).toBeGreaterThan(share);
      share = last.value;
      last = run.next();
    }
    const [held, same, set] = last.value;
    expect(held?.saved).toBeNull();
    expect(same?.saved).toEqual({ share: 0, low: 0, high: 0 });
    expect(set?.saved?.share).toBeGreaterThan(0.02);
    const doubt = (set?.saved?.high ?? 0) - (set?.saved?.low ?? 0);
    expect(doubt).toBeLessThan(((held?.high ?? 0) - (held?.low ?? 0)) / (held?.use.cost ?? 1));
  });
});

describe('weather', () => {
  const epw = (hours: number, change: (line: string, i: number) => string = (l) => l): string =>
    [
      'LOCATION,Skerrow Haven,-,-,-,1,55,0,0,3',
      ...Array.from({ length: 7 }, () => 'X'),
      ...Array.from({ length: hours }, (_, i) => {
        const date = new Date(Date.UTC(2001, 0, 1 + Math.floor(i / 24)));
        const day = `${date.getUTCMonth() + 1},${date.getUTCDate()}`;
        return change(`2001,${day},${(i % 24) + 1},0,?,${(i % 20) - 5}.5,3`, i);
      }),
    ].join('\n');
  it('EPW: the dry-bulb column of 8760 hours, a missing hour filled between its neighbours and counted', () => {
    const read = readWeather(epw(8760, (l, i) => (i === 5 ? l.replace(/,[^,]+,3$/, ',99.9,3') : l)));
    expect(read.ok && [read.place, read.hourly.length, read.hourly[3], read.hourly[5], read.filled]).toEqual([
      'Skerrow Haven',
      8760,
      -2.5,
      // Between -1.5 and 1.5; the fifth hour itself would read 0.5.
      0,
      1,
    ]);
  });
  it('CSV in °C and °F', () => {
    const csv = (head: string, v: string): string => [head, ...Array.from({ length: 24 }, () => `x;${v}`)].join('\n');
    const c = readWeather(csv('time;outdoor', '4,5'));
    const f = readWeather(csv('time;Outdoor (°F)', '50'));
    expect([c.ok && c.hourly[0], f.ok && f.hourly[0]]).toEqual([4.5, 10]);
  });
  it.each([
    ['too few hours', epw(100), 108, '100 hours'],
    [
      'seven hours missing in a row',
      epw(8760, (l, i) => (i >= 50 && i < 57 ? l.replace(/,[^,]+,3$/, ',99.9,3') : l)),
      59,
      '7 hours',
    ],
    ['an hour twice', epw(8760, (l, i) => (i === 30 ? l.replace(/^(\d+,\d+,\d+),\d+/, '$1,6') : l)), 39, 'is next'],
    ['a word for a figure', epw(8760, (l, i) => (i === 10 ? l.replace(/,[^,]+,3$/, ',warm,3') : l)), 19, 'dry-bulb'],
    ['no column', 'a,b\n1,2', 1, 'no column'],
    ['a temperature of 400', `outdoor\n${'1\n'.repeat(30)}400`, 32, 'no outdoor temperature'],
    ['less than a day', 'outdoor\n1\n2', 3, 'less than a day'],
  ])('refuses %s', (_name, text, line, why) => {
    const read = readWeather(text);
    expect(read.ok ? null : [read.line, read.problem.includes(why)]).toEqual([line, true]);
  });
  it('a design day has its mean and its cold before dawn', () => {
    const day = designDay(-10);
    expect(day.reduce((a, b) => a + b) / 24).toBeCloseTo(-7, 9);
    expect(day.indexOf(Math.min(...day))).toBe(4);
    expect(Math.min(...day)).toBe(-10);
  });
});
