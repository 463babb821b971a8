/** Watts, amperes, ohms bands, stages, relay and breaker. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { floorJob, GOOD_MAT } from '../../../tests/support/floor';
import { floorOf } from '../../../tests/support/jobs';
import { seenAs } from '../family/of';
import { floorLoad } from './load';

const codes = (floor: object, more: object = {}): string[] =>
  floorOf(floorJob(floor, more))
    .findings.map((f) => f.code)
    .filter((c) => c.startsWith('floor.'));
const EUROPE = { region: 'EU', supplyVolts: 230, firstToEarth: 230, secondToEarth: 0.4 };
const load = (floor: object = {}) => floorLoad(seenAs(floorJob(floor), 'floor').survey, 15);
const mat = (ratedWatts: number, ratedVolts = 240, more: object = {}) => ({ ratedWatts, ratedVolts, ...more });

describe('the sums', () => {
  it('one mat: W, A, ohms and W/m²', () => {
    const l = load();
    expect(l?.watts).toBeCloseTo(450, 9);
    expect(l?.amps).toBeCloseTo(1.875, 9);
    expect(l?.mats[0]?.ohms.nameplate).toBeCloseTo(128, 9);
    expect(l?.wattsPerSquareMetre).toBeCloseTo(125, 9);
    expect(l?.wattsByOhms).toBeCloseTo(240 ** 2 / 128.2, 9);
  });

  it('power goes with volts squared, whatever the mats', () => {
    const watts = fc.double({ min: 100, max: 3000, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(watts, { minLength: 1, maxLength: 5 }),
        fc.double({ min: 60, max: 250, noNaN: true }),
        fc.double({ min: 0.3, max: 1.9, noNaN: true }),
        (list, volts, ratio) => {
          const mats = Object.fromEntries(list.map((w, i) => [`m${i}`, mat(w)]));
          const one = floorLoad({ ...seenAs(floorJob(), 'floor').survey, mats, supplyVolts: volts }, 15);
          const other = floorLoad({ ...seenAs(floorJob(), 'floor').survey, mats, supplyVolts: volts * ratio }, 15);
          expect((other?.watts ?? 0) / (one?.watts ?? 1)).toBeCloseTo(ratio ** 2, 9);
          expect((other?.amps ?? 0) / (one?.amps ?? 1)).toBeCloseTo(ratio, 9);
          // In parallel the ohms and the load say the same.
          expect(volts ** 2 / (one?.parallelOhms ?? 1)).toBeCloseTo(one?.watts ?? 0, 6);
        },
      ),
      { seed: 54 },
    );
  });

  it('counts nothing without a supply or mats', () => {
    expect(floorLoad({ ...seenAs(floorJob(), 'floor').survey, mats: {} }, 15)).toBeNull();
    expect(floorLoad({ ...seenAs(floorJob(), 'floor').survey, supplyVolts: undefined }, 15)).toBeNull();
  });
});

describe('a floor in order', () => {
  it('has nothing to say against it', () => {
    expect(codes({})).toEqual([]);
  });
});

describe('ohms and insulation', () => {
  it.each([
    [121.7, false],
    [121.5, true],
    [140.7, false],
    [140.9, true],
  ])('%f Ω of 128: off is %s', (ohms, off) => {
    const found = codes({ mats: { m1: mat(450, 240, { connection: { ohms } }) } });
    expect(found.includes('floor.ohms-off')).toBe(off);
  });

  it('an open element is named as such', () => {
    expect(codes({ mats: { m1: mat(450, 240, { after: { ohms: 1e8 } }) } })).toEqual(['floor.mat-open']);
  });

  it('stages are compared with the one before, over one left out', () => {
    const m = { ...GOOD_MAT, after: undefined, connection: { ohms: 136, megohms: 200 } };
    expect(codes({ mats: { m1: m } })).toEqual(['floor.insulation-fell', 'floor.ohms-moved']);
  });

  it('under 1 MΩ it must not be powered', () => {
    const found = floorOf(
      floorJob({ mats: { m1: { ...GOOD_MAT, connection: { ohms: 128, megohms: 0.4 } } } }),
    ).findings;
    expect(found.find((f) => f.code === 'floor.insulation-low')?.severity).toBe('blocker');
  });

  it('a mat without volts is said and left out of the sums', () => {
    const job = floorJob({ mats: { m1: GOOD_MAT, m2: { ratedWatts: 300 } } });
    expect(floorOf(job).floor?.load?.watts).toBeCloseTo(450, 9);
    expect(codes({ mats: { m1: GOOD_MAT, m2: { ratedWatts: 300 } } })).toContain('floor.mat-no-volts');
  });
});

describe('voltage', () => {
  it('a 240 V cable on 120 V gives a quarter', () => {
    const d = floorOf(floorJob({ supplyVolts: 120 }));
    expect(d.floor?.load?.watts).toBeCloseTo(112.5, 9);
    expect(d.findings.find((f) => f.code === 'floor.low-volts')).toMatchObject({
      severity: 'blocker',
      message: expect.stringContaining('25 %'),
    });
  });

  it('a 120 V cable on 240 V is destroyed: a blocker', () => {
    const d = floorOf(floorJob({ mats: { m1: mat(450, 120) } }));
    expect(d.findings.find((f) => f.code === 'floor.over-volts')).toMatchObject({
      severity: 'blocker',
      message: expect.stringContaining('4.0 times'),
    });
    // Nothing is said of how fast it would warm.
    expect(d.sentence).toContain('burn out');
  });

  it('208 V on a 240 V cable gives 75 %: a note', () => {
    const d = floorOf(floorJob({ supplyVolts: 208 }));
    expect(d.findings.find((f) => f.code === 'floor.reduced-volts')).toMatchObject({
      severity: 'note',
      message: expect.stringContaining('75 %'),
    });
  });

  it('a 230 V cable on 240 V is as good as the supply allows', () => {
    expect(codes({ mats: { m1: mat(450, 230) } })).toEqual([]);
  });

  it('the device must take the supply', () => {
    expect(codes({ ...EUROPE, mats: { m1: mat(450, 230) } })).toContain('floor.device-volts');
    expect(floorOf(floorJob({ supplyVolts: 170 })).findings.map((f) => f.code)).toContain('mains.no-such-supply');
  });
});

describe('relay and breaker', () => {
  const twelve = { mats: { a: mat(1500), b: mat(1500) }, areaSquareMetres: 24, joined: 'parallel' };
  it('80 % of the relay for hours of load where the code asks', () => {
    // 12.5 A: a 15 A relay carries 12 A for hours.
    expect(load(twelve)?.relay).toMatchObject({ amps: 15, allowed: 12, continuousRule: true });
    expect(codes(twelve)).toEqual(['floor.contactor-needed']);
    expect(codes({ ...twelve, ...EUROPE, supplyVolts: 240 })).toEqual(['floor.device-volts']);
  });

  it('put on the relay directly it is a blocker', () => {
    expect(codes({ ...twelve, switching: 'direct' })).toContain('floor.relay-overload');
    expect(codes({ ...twelve, switching: 'contactor' })).toEqual(['floor.contactor-needed']);
  });

  it('behind a contactor the watts are entered by hand', () => {
    const card = floorOf(floorJob(twelve)).floor?.settings.card ?? [];
    expect(card.find((r) => r.key === 'load.metering')).toMatchObject({ enter: 'no' });
    expect(card.find((r) => r.key === 'load.watts')).toMatchObject({ enter: '3000 W' });
    const wrong = floorOf(floorJob(twelve, { setUp: { chosen: { 'load.metering': 'on' } } })).findings;
    expect(wrong.map((f) => f.code)).toContain('settings.conflict');
  });

  it('the breaker carries 80 % for hours too', () => {
    expect(codes({ ...twelve, breakerAmps: 15 })).toContain('floor.breaker-small');
    expect(codes({ ...twelve, breakerAmps: 20 })).not.toContain('floor.breaker-small');
  });
});

describe('several mats', () => {
  const two = { mats: { a: mat(450), b: mat(300) }, areaSquareMetres: 6 };
  it('are asked about, with what either would read', () => {
    const q = floorOf(floorJob(two)).questions.find((x) => x.code === 'floor-joined');
    expect(q?.how).toContain('76.8 Ω in parallel, 320 Ω in series');
  });
  it('read in series are a blocker, in parallel are well', () => {
    expect(codes({ ...two, togetherOhms: 322 })).toEqual(['floor.series']);
    expect(codes({ ...two, togetherOhms: 77.5 })).toEqual([]);
    expect(codes({ ...two, togetherOhms: 128 })).toEqual(['floor.mat-loose']);
    expect(codes({ ...two, togetherOhms: 95 })).toEqual(['floor.together-off']);
    expect(codes({ ...two, joined: 'series' })).toEqual(['floor.series']);
  });
});

describe('watts per square metre', () => {
  it.each([
    ['tile', 4.6, true],
    ['tile', 4.4, false],
    ['tile', 2.8, true],
    ['timber', 4.4, true],
    ['timber', 4.6, false],
  ])('%s over %f m² (450 W): said is %s', (covering, areaSquareMetres, said) => {
    expect(codes({ covering, areaSquareMetres }).includes('floor.density')).toBe(said);
  });
});

describe('protection and wiring', () => {
  it('no ground-fault protection is a blocker where the device has none', () => {
    const eu = { region: 'EU', supplyVolts: 230, mats: { m1: mat(450, 230) } };
    expect(codes({ ...eu, groundFault: 'none' }, { device: 'fb1-button' })).toContain('floor.no-ground-fault');
    expect(floorOf(floorJob(eu, { device: 'fb1-button' })).questions.map((q) => q.code)).toContain(
      'floor-ground-fault',
    );
    expect(codes({ groundFault: 'none' })).not.toContain('floor.no-ground-fault');
  });
  it('cores on the wrong terminals are named; probe and heater have no polarity', () => {
    expect(codes({ landed: { 1: 'heater-2', 2: 'heater-1', 3: 'L', 4: 'N', 5: 'probe-2', 6: 'probe-1' } })).toEqual([]);
    expect(codes({ landed: { 1: 'L', 3: 'heater-1' } })).toEqual(['floor.miswired', 'floor.miswired']);
    expect(codes({ landed: { 5: 'L' } })).toEqual(['floor.miswired']);
  });
  it('screen and slack', () => {
    expect(codes({ screenEarthed: false, slackMillimetres: 60 })).toEqual(['floor.screen-loose', 'floor.slack']);
  });
});
