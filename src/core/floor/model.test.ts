/** The floor as nodes: settled state, energy, step size, limit, fit. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { floorJob } from '../../../tests/support/floor';
import { seenAs } from '../family/of';
import { systemOf } from '../thermal/network';
import { constantly, MINUTES_OF_WEEK } from '../week/wanted';
import { fitFloor, forecast, scaled } from './fit';
import { type FloorModel, floorHouse, floorNetwork, holding, settled, surfaceCelsius } from './model';
import { minuteStep, runFloor, type SensorMode } from './run';
import { advanceFloor, curveAt, minutesTo, roomHeld, warmUpCurve } from './warm-up';

const houseOf = (floor: object = {}, watts = 450) => {
  const house = floorHouse(seenAs(floorJob(floor), 'floor').survey, watts);
  if (!house) throw new Error('no house');
  return house;
};

const anyFloor = fc.record({
  area: fc.double({ min: 1, max: 60, noNaN: true }),
  density: fc.double({ min: 40, max: 200, noNaN: true }),
  covering: fc.constantFrom('tile', 'stone', 'timber', 'laminate', 'vinyl', 'carpet'),
  build: fc.constantFrom('board', 'concrete', 'screed', 'joists'),
  beneath: fc.constantFrom('ground', 'heated', 'unheated'),
  purpose: fc.constantFrom('comfort', 'bath', 'sole', 'damp'),
  outdoor: fc.double({ min: -25, max: 15, noNaN: true }),
});
const housed = (f: {
  area: number;
  density: number;
  covering: string;
  build: string;
  beneath: string;
  purpose: string;
  outdoor: number;
}) =>
  houseOf(
    {
      areaSquareMetres: f.area,
      covering: f.covering,
      build: f.build,
      beneath: f.beneath,
      purpose: f.purpose,
      outdoorCelsius: f.outdoor,
    },
    f.area * f.density,
  );

describe('settled', () => {
  it('is where a long step ends, for any floor', () => {
    fc.assert(
      fc.property(anyFloor, (f) => {
        const { model, around, start } = housed(f);
        const end = advanceFloor(model, around, start, model.watts, 4e7);
        const want = settled(model, around, model.watts);
        for (let i = 0; i < 4; i++) expect(end[i]).toBeCloseTo(want[i] ?? 0, 6);
      }),
      { seed: 55, numRuns: 40 },
    );
  });

  it('balances: what goes in goes out', () => {
    const { model, around } = houseOf();
    const [slab = 0, room = 0, beneath = 0] = settled(model, around, model.watts);
    const up = model.roomToOut * (room - around.outCelsius);
    const down = model.beneathToBelow * (beneath - around.belowCelsius);
    expect(up + down).toBeCloseTo(model.watts, 6);
    expect(model.slabToRoom * (slab - room)).toBeCloseTo(up, 6);
  });

  it('without power everything comes to its surroundings', () => {
    const { model } = houseOf();
    const end = settled(model, { outCelsius: 18, belowCelsius: 18 }, 0);
    for (const t of end) expect(t).toBeCloseTo(18, 9);
  });
});

describe('holding a temperature', () => {
  it('takes what settles there, and parts into up and down', () => {
    fc.assert(
      fc.property(anyFloor, fc.double({ min: 15, max: 40, noNaN: true }), (f, celsius) => {
        const { model, around } = housed(f);
        const h = holding(model, around, celsius);
        const end = settled(model, around, h.watts);
        expect(end[0]).toBeCloseTo(celsius, 6);
        expect(end[1]).toBeCloseTo(h.roomCelsius, 6);
        expect(end[2]).toBeCloseTo(h.beneathCelsius, 6);
        expect(h.up + h.down).toBeCloseTo(h.watts, 6);
      }),
      { seed: 59, numRuns: 40 },
    );
  });
});

describe('steps', () => {
  it('of any size come to the same', () => {
    fc.assert(
      fc.property(
        anyFloor,
        fc.array(fc.double({ min: 1, max: 9000, noNaN: true }), { minLength: 1, maxLength: 8 }),
        (f, parts) => {
          const { model, around, start } = housed(f);
          let state = start;
          for (const seconds of parts) state = advanceFloor(model, around, state, model.watts, seconds);
          const once = advanceFloor(
            model,
            around,
            start,
            model.watts,
            parts.reduce((a, b) => a + b, 0),
          );
          for (let i = 0; i < 4; i++) expect(Math.abs((state[i] ?? 0) - (once[i] ?? 0))).toBeLessThan(1e-9 * 100);
        },
      ),
      { seed: 56, numRuns: 60 },
    );
  });

  it('the warm-up curve is those steps', () => {
    const { model, around, start } = houseOf();
    const curve = warmUpCurve(model, around, start, 90);
    expect(curve[0]).toBe(start[3]);
    expect(curve[90]).toBeCloseTo(advanceFloor(model, around, start, model.watts, 5400)[3] ?? 0, 9);
  });

  it('early on, heat alone: dT/dt = P / C', () => {
    const { model, around } = houseOf({}, 450);
    const still = Float64Array.of(20, 20, 20, 20);
    const after = advanceFloor(model, { outCelsius: 20, belowCelsius: 20 }, still, 450, 1);
    expect((after[0] ?? 0) - 20).toBeCloseTo(450 / model.slab, 5);
    expect(around.outCelsius).toBe(20);
  });
});

const control = (celsius: number, more: object = {}) => ({
  mode: 'floor' as SensorMode,
  wanted: constantly(celsius),
  limitCelsius: 40,
  differentialKelvin: 1,
  cheap: null,
  ...more,
});

describe('a run', () => {
  it('closes its energy balance to 1e-6, whatever the floor and the control', () => {
    fc.assert(
      fc.property(
        anyFloor,
        fc.double({ min: 15, max: 35, noNaN: true }),
        fc.constantFrom<SensorMode>('floor', 'air', 'both'),
        fc.integer({ min: 200, max: 12_000 }),
        (f, celsius, mode, minutes) => {
          const { model, around, start } = housed(f);
          const hourly = Float64Array.from({ length: 201 }, (_, h) => f.outdoor + 4 * Math.sin(h / 3));
          const r = runFloor({
            model,
            step: minuteStep(model),
            around,
            hourly,
            control: control(celsius, { mode }),
            start,
            from: 77,
            minutes,
          });
          const turnover = r.inJoules + Math.abs(r.outJoules) + Math.abs(r.belowJoules) + Math.abs(r.storedJoules);
          expect(Math.abs(r.inJoules - r.outJoules - r.belowJoules - r.storedJoules)).toBeLessThan(1e-6 * turnover);
        },
      ),
      { seed: 57, numRuns: 40 },
    );
  });

  it('holds the floor about what is wanted, cycling', () => {
    const { model, around, start } = houseOf();
    const trace = new Float64Array(MINUTES_OF_WEEK);
    const r = runFloor({
      model,
      step: minuteStep(model),
      around,
      hourly: null,
      control: control(27),
      start,
      from: 0,
      minutes: MINUTES_OF_WEEK,
      trace,
    });
    const late = trace.slice(2000);
    expect(Math.min(...late)).toBeGreaterThan(25.5);
    expect(Math.max(...late)).toBeLessThan(28.5);
    expect(r.switchings).toBeGreaterThan(50);
    // Held at 27 it takes what 27 loses.
    const held = settled(model, around, model.watts * (r.onMinutes / r.minutes))[0] ?? 0;
    expect(Math.abs(held - 27)).toBeLessThan(1);
  });

  it('the limit holds in the modes that look at the floor, and does nothing in air', () => {
    const { model, around, start } = houseOf({ purpose: 'sole', outdoorCelsius: -10 });
    const most = (mode: SensorMode): number => {
      const trace = new Float64Array(3000);
      runFloor({
        model,
        step: minuteStep(model),
        around,
        hourly: null,
        control: control(24, { mode, limitCelsius: 27 }),
        start,
        from: 0,
        minutes: 3000,
        trace,
      });
      return Math.max(...trace);
    };
    expect(most('both')).toBeLessThan(28.5);
    expect(most('air')).toBeGreaterThan(30);
  });

  it('counts the cheaper minutes of the day', () => {
    const { model, around, start } = houseOf({}, 200);
    const cheap = Uint8Array.from({ length: MINUTES_OF_WEEK }, (_, m) => (m % 1440 < 420 ? 1 : 0));
    const r = runFloor({
      model,
      step: minuteStep(model),
      around,
      hourly: null,
      control: control(60, { cheap, limitCelsius: 90 }),
      start,
      from: 0,
      minutes: 1440,
    });
    // It never gets there: on all day, 420 minutes of it cheap.
    expect([r.onMinutes, r.cheapOnMinutes, r.switchings]).toEqual([1440, 420, 1]);
  });
});

describe('surface and room', () => {
  it('the surface lies between slab and room, the nearer to the room the better it insulates', () => {
    const tile = houseOf();
    const carpet = houseOf({ covering: 'carpet' });
    const state = Float64Array.of(30, 20, 15, 30);
    expect(surfaceCelsius(tile.model, state)).toBeGreaterThan(28.5);
    expect(surfaceCelsius(carpet.model, state)).toBeLessThan(25);
    expect(surfaceCelsius(carpet.model, state)).toBeGreaterThan(20);
  });

  it('what full power holds falls with the cold; the limit caps it', () => {
    const { model, around } = houseOf({ purpose: 'sole' });
    const mild = roomHeld(model, { ...around, outCelsius: 5 }, 40);
    expect(roomHeld(model, { ...around, outCelsius: -10 }, 40)).toBeLessThan(mild);
    expect(roomHeld(model, { ...around, outCelsius: 5 }, 24)).toBeLessThan(mild);
  });

  it('a floor of more watts is warm sooner', () => {
    const minutes = [300, 450, 600].map((w) => {
      const { model, around, start } = houseOf({}, w);
      return minutesTo(warmUpCurve(model, around, start, 700), 26) ?? Number.POSITIVE_INFINITY;
    });
    expect(minutes[0]).toBeGreaterThan(minutes[1] ?? 0);
    expect(minutes[1]).toBeGreaterThan(minutes[2] ?? 0);
  });

  it('minutes are found between steps; a start above is no time at all', () => {
    expect(minutesTo(Float64Array.of(20, 21, 23), 22)).toBeCloseTo(1.5, 9);
    expect(minutesTo(Float64Array.of(20, 21), 19)).toBe(0);
    expect(minutesTo(Float64Array.of(20, 21), 25)).toBeNull();
  });
});

describe('the fit', () => {
  const logged = (model: FloorModel, minutes: readonly number[], noise: (i: number) => number = () => 0) => {
    const { around, start } = houseOf();
    const curve = warmUpCurve(model, around, start, 400);
    return minutes.map((minute, i) => ({ minute, celsius: curveAt(curve, minute) + noise(i) }));
  };
  const every = (to: number, by: number): number[] => Array.from({ length: to / by + 1 }, (_, i) => i * by);

  it('finds a slab half as heavy again and losses a third less from three hours of points', () => {
    const { model, around, start } = houseOf();
    const fit = fitFloor(model, around, start, logged(scaled(model, 1.5, 0.67), every(180, 5)));
    expect(fit.massFactor).toBeGreaterThan(1.42);
    expect(fit.massFactor).toBeLessThan(1.55);
    expect(fit.lossFactor).toBeGreaterThan(0.6);
    expect(fit.lossFactor).toBeLessThan(0.78);
    expect(fit.enough).toBe(true);
    expect(fit.unlike).toBe(false);
  });

  it('with no points is the form’s guess, and says that it is not enough', () => {
    const { model, around, start } = houseOf();
    const fit = fitFloor(model, around, start, []);
    expect([fit.massFactor, fit.lossFactor, fit.enough]).toEqual([1, 1, false]);
    expect(fit.massError).toBeCloseTo(0.35, 9);
  });

  it('more points leave less doubt, and the band narrows with it', () => {
    const { model, around, start } = houseOf();
    const width = (minutes: readonly number[]): number => {
      const fit = fitFloor(model, around, start, logged(model, minutes));
      const f = forecast(model, around, fit, 120);
      return (f.high[120] ?? 0) - (f.low[120] ?? 0);
    };
    const widths = [[], [0, 10, 20], every(30, 5), every(120, 5)].map(width);
    for (let i = 1; i < widths.length; i++) expect(widths[i]).toBeLessThan(widths[i - 1] ?? 0);
  });

  it('holds the truth within its band, 19 times of 20 as it says', () => {
    const { model, around, start } = houseOf();
    let inside = 0;
    const runs = 60;
    for (let k = 0; k < runs; k++) {
      // Seeded, gaussian by Box and Muller, 0.3 K as the fit assumes.
      const rand = (i: number): number => {
        const u = Math.abs(Math.sin((k + 1) * 127.1 + i * 311.7) * 43_758.5453) % 1;
        const v = Math.abs(Math.sin((k + 1) * 269.5 + i * 183.3) * 12_543.123) % 1;
        return 0.3 * Math.sqrt(-2 * Math.log(u + 1e-9)) * Math.cos(2 * Math.PI * v);
      };
      const truth = scaled(model, 1.25, 0.85);
      const points = logged(truth, every(30, 3), (i) => (i === 0 ? 0 : rand(i)));
      const f = forecast(model, around, fitFloor(model, around, start, points), 90);
      const at = warmUpCurve(truth, around, start, 90)[90] ?? 0;
      if (at >= (f.low[90] ?? 0) && at <= (f.high[90] ?? 0)) inside += 1;
    }
    expect(inside / runs).toBeGreaterThan(0.85);
  });

  it('says so when no such floor gives these points', () => {
    const { model, around, start } = houseOf();
    const flat = every(60, 5).map((minute) => ({ minute, celsius: minute === 30 ? 35 : 20.5 }));
    expect(fitFloor(model, around, start, flat).unlike).toBe(true);
  });
});

describe('the network', () => {
  it('is the four equations written out', () => {
    fc.assert(
      fc.property(anyFloor, (f) => {
        const { model: m } = housed(f);
        const { a, b, n } = systemOf(floorNetwork(m));
        const row = (i: number): number[] => Array.from(a.slice(i * n, i * n + n));
        const close = (got: readonly number[], want: readonly number[]): void =>
          want.forEach((w, i) => {
            expect(Math.abs((got[i] ?? Number.NaN) - w)).toBeLessThanOrEqual(1e-12 * Math.abs(w));
          });
        const { slabToRoom: up, slabToBeneath: down, roomToOut: out, beneathToBelow: below } = m;
        close(row(0), [-(up + down) / m.slab, up / m.slab, down / m.slab, 0]);
        close(row(1), [up / m.room, -(up + out) / m.room, 0, 0]);
        close(row(2), [down / m.beneath, 0, -(down + below) / m.beneath, 0]);
        close(row(3), [1 / m.probeSeconds, 0, 0, -1 / m.probeSeconds]);
        close(Array.from(b), [0, 0, 1 / m.slab, 0, out / m.room, 0, below / m.beneath, 0, 0, 0, 0, 0]);
      }),
      { seed: 58, numRuns: 40 },
    );
  });
});
