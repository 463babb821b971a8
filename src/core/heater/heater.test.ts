/** Line-voltage heaters: which pair, what load, what carries it, what a meter reads, what is shown. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EUROPE, GOOD_HEATER, heaterJob } from '../../../tests/support/heater';
import { mainsProved } from '../../../tests/support/jobs';
import { derive } from '../derive';
import { ownOf } from '../family/registry';
import type { Job } from '../job/schema';
import { heaterExpects } from './circuit';
import { heaterLoad, loadReading } from './load';
import { parseHeaterReadings } from './readings';
import { rhythmOf } from './settings';
import { HEATER_SHEETS } from './sheet';
import { Heaters } from './survey';

const own = (survey: object = {}, more: object = {}) => ownOf(derive(heaterJob(survey, more)), 'heater');
const codes = (job: Job): string[] =>
  derive(job)
    .shared.findings.map((f) => f.code)
    .filter((c) => c.startsWith('heater.'));
const heater = (ratedWatts: number, ratedVolts = 240, more: object = {}) => ({ ratedWatts, ratedVolts, ...more });

describe('which pair is which', () => {
  it.each([
    [[239, 119.5, 0.5], 'heater.earth-contradicts'],
    [[239, 0, 0], 'heater.earth-contradicts'],
    [[120, 230, 0], 'heater.earth-contradicts'],
    [[0.3, 119, 119.4], 'heater.same-leg'],
    [[240, 120, 120.4], null],
    [[208, 120, 120], null],
    [[231, 230, 0.6], null],
    [[120, 121, 0], null],
  ] as const)('%j V between and to earth: %s', ([liveVolts, firstToEarth, secondToEarth], code) => {
    const found = codes(heaterJob({ cables: { c1: { liveVolts, firstToEarth, secondToEarth } } }));
    expect(found.filter((c) => c === 'heater.earth-contradicts' || c === 'heater.same-leg')).toEqual(
      code ? [code] : [],
    );
  });

  it('volts left with the breaker off are said even where nothing else is settled', () => {
    const left = (value: number): string[] =>
      codes(
        heaterJob(
          { heaters: {}, cables: { c1: {} } },
          { readings: [{ quantity: 'volts-ac', value, a: 'cable.c1.1', b: 'earth', state: 'off', stop: 'survey' }] },
        ),
      );
    expect([left(119).includes('heater.reading-live'), left(1).includes('heater.reading-live')]).toEqual([true, false]);
  });

  it('is said by readings, whatever the order or the names', () => {
    const { c1, c2 } = GOOD_HEATER.cables;
    for (const cables of [
      { a: c1, b: c2 },
      { a: c2, b: c1 },
    ]) {
      const { wall } = own({ cables });
      expect([wall.supply?.why, wall.load?.why]).toEqual([
        '240 V between its cores',
        '0 V between its cores, 38.6 Ω dead',
      ]);
      expect([wall.kind, wall.nominal, wall.twoHots, wall.neutral]).toEqual(['four-core', 240, true, false]);
    }
  });

  it.each([
    ['one live pair alone is a switch loop', { c1: { liveVolts: 239 } }, ['two-core', 'loop', false]],
    [
      '120 V has a neutral',
      { c1: { liveVolts: 121, firstToEarth: 121, secondToEarth: 0.3 }, c2: { liveVolts: 0, ohms: 9.6 } },
      ['four-core', 'supply', true],
    ],
    [
      'a neutral may be the first core',
      { c1: { liveVolts: 121, firstToEarth: 0.3, secondToEarth: 121 }, c2: { liveVolts: 0, ohms: 9.6 } },
      ['four-core', 'supply', true],
    ],
    [
      '208 V of two phases',
      { c1: { liveVolts: 208, firstToEarth: 120, secondToEarth: 121 }, c2: { liveVolts: 0, ohms: 38 } },
      ['four-core', 'supply', false],
    ],
  ])('%s', (_what, cables, expected) => {
    const { wall } = own({ cables });
    expect([wall.kind, wall.supply?.role, wall.neutral]).toEqual(expected);
  });

  it('is not guessed: what was not read is asked for', () => {
    const asked = (cables: object): string[] => own({ cables }).questions.map((q) => q.code);
    expect(asked({})).toContain('heater-cables');
    expect(asked({ c1: {}, c2: {} })).toContain('heater-live');
    expect(asked({ c1: { liveVolts: 240 }, c2: { liveVolts: 0 } })).toContain('heater-dead-ohms');
    const unsaid = ownOf(
      derive(heaterJob({ region: undefined, cables: { c1: { liveVolts: 238 }, c2: { liveVolts: 0, ohms: 38.4 } } })),
      'heater',
    );
    expect(unsaid.questions.map((q) => q.code)).toEqual(expect.arrayContaining(['heater-region', 'heater-to-earth']));
    expect(unsaid.wall.neutral).toBeNull();
    expect(unsaid.steps).toEqual([]);
  });
});

describe('the load', () => {
  it.each([
    [240, 1500, 1, 6.25],
    [208, 1126.7, 0.751, 5.417],
    [120, 375, 0.25, 3.125],
  ])('a 1,500 W 240 V heater on %d V gives %d W', (volts, watts, share, amps) => {
    const load = heaterLoad(Heaters.parse({ heaters: { h: heater(1500) } }), volts, null);
    expect(load?.watts).toBeCloseTo(watts, 0);
    expect(load?.units[0]?.share).toBeCloseTo(share, 3);
    expect(load?.amps).toBeCloseTo(amps, 2);
    expect(load?.parallelOhms).toBeCloseTo(38.4, 9);
  });

  it.each([
    [15, 240, 2880],
    [20, 240, 3840],
    [30, 240, 5760],
    [15, 120, 1440],
  ])('a %d A breaker at %d V carries %d W for hours in North America', (breakerAmps, volts, watts) => {
    const at = (w: number) =>
      heaterLoad(Heaters.parse({ region: 'NA', breakerAmps, heaters: { h: heater(w, volts) } }), volts, null)
        ?.carries[0];
    expect([at(watts)?.ok, at(watts + 10)?.ok]).toEqual([true, false]);
    // Elsewhere the rating itself holds.
    const eu = heaterLoad(
      Heaters.parse({ region: 'EU', breakerAmps, heaters: { h: heater(watts * 1.2, volts) } }),
      volts,
      null,
    );
    expect(eu?.carries[0]?.ok).toBe(true);
  });

  it('power adds, in any number of heaters, and the ohms say the same', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 250, max: 3000 }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: 100, max: 250, noNaN: true }),
        (watts, volts) => {
          const heaters = Object.fromEntries(watts.map((w, i) => [`h${i}`, heater(w)]));
          const load = heaterLoad(Heaters.parse({ heaters }), volts, null);
          expect(volts ** 2 / (load?.parallelOhms ?? 1)).toBeCloseTo(load?.watts ?? 0, 6);
          if (load) {
            expect(loadReading(load, load.parallelOhms, 1000)).toEqual({ is: 'as-planned' });
            expect(loadReading(load, 1e8, 1000)).toEqual({ is: 'open' });
          }
        },
      ),
      { seed: 1102 },
    );
  });

  it('tells series, one missing and another supply apart', () => {
    const two = heaterLoad(
      Heaters.parse({ heaters: { a: heater(1000, 240, { name: 'A' }), b: heater(1500, 240, { name: 'B' }) } }),
      240,
      null,
    );
    if (!two) throw new Error('no load');
    const [a = 0, b = 0] = two.units.map((u) => u.ohms);
    expect(loadReading(two, a + b, 1000)).toEqual({ is: 'series' });
    expect(loadReading(two, a, 1000)).toEqual({ is: 'fewer', units: ['A'] });
    expect(loadReading(two, b, 1000)).toEqual({ is: 'fewer', units: ['B'] });
    expect(loadReading(two, (a * b) / (a + b) / 4, 1000)).toEqual({ is: 'other-volts', volts: 120 });
  });
});

describe('the device on this wall', () => {
  it.each<[string, object, string]>([
    ['hn1-relay', {}, 'heater.needs-neutral'],
    [
      'hn1-relay',
      { region: 'NA', cables: { c1: { liveVolts: 120 } }, heaters: { h: heater(900, 120) } },
      'heater.needs-neutral',
    ],
    ['hl2-twin', { cables: { c1: { liveVolts: 239 } } }, 'heater.needs-both-legs'],
    ['hr1-box', { cables: { c1: { liveVolts: 239 } } }, 'heater.needs-both-legs'],
    ['hl2-twin', EUROPE, 'heater.wrong-supply'],
    ['hs1-series', { heaters: { h: heater(400) }, cables: { c1: { liveVolts: 239 } } }, 'heater.too-little'],
  ])('%s with %j: %s, with ways out and no plan', (device, survey, code) => {
    const job = heaterJob(survey, { device });
    expect(codes(job)).toContain(code);
    const d = ownOf(derive(job), 'heater');
    expect([d.circuit, d.steps, d.proof.tests]).toEqual([null, [], []]);
    expect(d.ways.filter((w) => w.works === 'yes').length).toBeGreaterThan(0);
  });

  it('a two-wire wall is served by a series device, a 230 V one by hot and neutral', () => {
    const series = own({ cables: { c1: { liveVolts: 239 } } }, { device: 'hs1-series' });
    expect(series.terminals.map((t) => [t.terminal, t.core])).toEqual([
      ['1', 'c1.1'],
      ['2', 'c1.2'],
    ]);
    const europe = own(EUROPE, { device: 'hn1-relay' });
    expect(Object.fromEntries(europe.terminals.map((t) => [t.terminal, t.core]))).toEqual({
      L: 'c1.1',
      N: 'c1.2',
      '1': 'c2.1',
    });
    // The neutral is found where it is, not where it is expected.
    const turned = own(
      { ...EUROPE, cables: { ...EUROPE.cables, c1: { liveVolts: 231, firstToEarth: 0.4, secondToEarth: 231 } } },
      { device: 'hn1-relay' },
    );
    expect(turned.terminals.find((t) => t.terminal === 'N')?.core).toBe('c1.1');
  });

  it('more than the device carries goes through a contactor, unless somebody insists', () => {
    const heaters = { a: heater(2500), b: heater(2000) };
    const more = {
      breakerAmps: 30,
      wire: 'AWG 10',
      heaters,
      cables: { ...GOOD_HEATER.cables, c2: { liveVolts: 0, ohms: 12.8 } },
    };
    expect([own(more).contactor, codes(heaterJob(more)).includes('heater.over-device')]).toEqual([true, false]);
    expect(codes(heaterJob({ ...more, switching: 'direct' }))).toContain('heater.over-device');
    expect(own(more).steps.map((s) => s.id)).toContain('contactor');
  });

  it('the rhythm follows the kind, the slowest of several', () => {
    expect(rhythmOf(['fan', 'radiant'], true).value).toBe('long');
    expect([rhythmOf(['radiant'], true).value, rhythmOf(['radiant'], false).value]).toEqual(['short', 'minutes']);
    expect(codes(heaterJob({}, { setUp: { chosen: { 'heater.cycle': 'short' } } }))).toEqual([]);
    const fan = heaterJob(
      { heaters: { h: heater(1500, 240, { kind: 'fan' }) } },
      { setUp: { chosen: { 'heater.cycle': 'short' } } },
    );
    expect(derive(fan).shared.findings.map((f) => f.code)).toContain('settings.conflict');
  });
});

describe('what a meter reads', () => {
  const c = own().circuit;
  const expects = (
    a: string,
    b: string,
    state: 'idle' | 'heating' | 'off',
    quantity: 'volts-ac' | 'ohms' = 'volts-ac',
  ) => c && heaterExpects(c, a, b, quantity, state);
  it.each([
    ['cable.c1.1', 'cable.c1.2', 'idle', 240],
    ['cable.c1.1', 'earth', 'idle', 120],
    ['cable.c2.1', 'cable.c2.2', 'heating', 240],
    ['cable.c2.1', 'cable.c2.2', 'idle', 0],
    ['cable.c2.2', 'earth', 'idle', 0],
    ['heater.h1.1', 'heater.h1.2', 'heating', 240],
    ['cable.c1.1', 'cable.c1.2', 'off', 0],
  ] as const)('%s to %s, %s: %d V', (a, b, state, volts) => {
    const e = expects(a, b, state);
    expect([e && e.low <= volts, e && e.high >= volts]).toEqual([true, true]);
    if (volts === 0) expect(e?.high).toBeLessThan(10);
  });

  it('ohms with the breaker off only; the heaters, or open', () => {
    expect(expects('cable.c2.1', 'cable.c2.2', 'heating', 'ohms')).toBeNull();
    const e = expects('cable.c2.1', 'cable.c2.2', 'off', 'ohms');
    expect([e && e.low < 38.4, e && e.high > 38.4, e && e.high < 45]).toEqual([true, true, true]);
  });

  it('one pole leaves a leg live on two hots, and says so where it is tested', () => {
    const d = own({}, { device: 'hs1-series' });
    expect(codes(heaterJob({}, { device: 'hs1-series' }))).toContain('heater.one-leg-live');
    const off = d.proof.tests.find((t) => t.id === 'off');
    const leg = off?.measures.find((m) => m.id === 'off-leg');
    expect([off?.caution?.includes('stays live'), (leg?.predicted.low ?? 0) > 90]).toEqual([true, true]);
  });

  it('208 V legs are 120 V to earth, by the angle between them', () => {
    const d = own({
      cables: { c1: { liveVolts: 208, firstToEarth: 120, secondToEarth: 120 }, c2: { liveVolts: 0, ohms: 38.4 } },
    });
    const e = d.circuit && heaterExpects(d.circuit, 'cable.c1.1', 'earth', 'volts-ac', 'idle');
    expect([e && e.low < 120.1, e && e.high > 120.1, e && e.high < 145]).toEqual([true, true, true]);
  });

  it.each([
    ['supply 238', 'cable.c1.1', 'cable.c1.2', 'volts-ac', 238, 'idle'],
    ['load 38.4 ohm off', 'cable.c2.1', 'cable.c2.2', 'ohms', 38.4, 'off'],
    ['a1 earth 120', 'terminal.A1', 'earth', 'volts-ac', 120, 'idle'],
    ['bay 240 v heating', 'heater.h1.1', 'heater.h1.2', 'volts-ac', 240, 'heating'],
    ['cable 2 1 e 0', 'cable.c2.1', 'earth', 'volts-ac', 0, 'idle'],
  ])('reads “%s”', (line, a, b, quantity, value, state) => {
    const d = own();
    const [entry] = parseHeaterReadings(line, Heaters.parse({ ...GOOD_HEATER }), d.sheet, d.wall);
    expect(entry).toMatchObject({ ok: true, reading: { a, b, quantity, value, state } });
  });

  it.each([
    'supply',
    'supply 238 heating twice',
    'moon 5',
    'load 38 ohm heating',
    'supply -3',
    'a1 a1 5',
    'supply 2000',
  ])('says what is wrong with “%s”', (line) => {
    const d = own();
    const [entry] = parseHeaterReadings(line, Heaters.parse({ ...GOOD_HEATER }), d.sheet, d.wall);
    expect(entry?.ok).toBe(false);
  });
});

describe('made safe', () => {
  it('every conductor to each other and to earth, the supply’s own read live before', () => {
    const { steps } = own().safe;
    // Live: the supply pair, and one of its cores to earth. Then each cable, across them, four cores to earth; the tester.
    expect(steps).toHaveLength(2 + 2 + 1 + 4 + 1);
    expect(ownOf(derive(mainsProved(heaterJob({}), 240)), 'heater').safe.proved).toBe(true);
    expect(own().safe.proved).toBe(false);
  });
});

describe('any heater job', () => {
  const some = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined });
  const cable = fc.record({
    liveVolts: some(fc.constantFrom(0, 0.4, 45, 120, 208, 231, 240)),
    firstToEarth: some(fc.constantFrom(0, 120, 231)),
    secondToEarth: some(fc.constantFrom(0, 120, 231)),
    ohms: some(fc.constantFrom(0, 9.6, 38.4, 1e8)),
    traced: some(fc.constantFrom('supply', 'load', 'onward')),
  });
  const unit = fc.record({
    ratedWatts: some(fc.integer({ min: 100, max: 4000 })),
    ratedVolts: some(fc.constantFrom(120, 230, 240)),
    kind: some(fc.constantFrom('baseboard', 'fan', 'radiant')),
  });
  it('derives without a figure that is none, and plans nothing that it refuses', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom('a', 'b', 'c'), cable, { maxKeys: 3 }),
        fc.dictionary(fc.constantFrom('x', 'y'), unit, { maxKeys: 2 }),
        fc.constantFrom(...HEATER_SHEETS.map((s) => s.id)),
        some(fc.constantFrom('NA', 'EU')),
        (cables, heaters, device, region) => {
          const job = heaterJob(JSON.parse(JSON.stringify({ region, cables, heaters })) as object, { device });
          const d = ownOf(derive(job), 'heater');
          const text = JSON.stringify(d.findings.map((f) => [f.message, f.fix])) + d.sentence;
          expect(text).not.toMatch(/NaN|undefined|Infinity|null/);
          if (d.findings.some((f) => f.code.startsWith('heater.needs') || f.code === 'heater.wrong-supply'))
            expect(d.proof.tests).toEqual([]);
        },
      ),
      { numRuns: 500, seed: 1103 },
    );
  });
});
