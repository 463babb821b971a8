/** The floor family whole: questions, settings, first start, week, proof, findings from readings. */
import { describe, expect, it } from 'vitest';
import { floorJob, GOOD_FLOOR } from '../../../tests/support/floor';
import { floorOf, mainsDead } from '../../../tests/support/jobs';
import { derive, derivedJson } from '../derive';
import { readJobFile } from '../job/file';
import type { Job } from '../job/schema';
import { clock } from '../units/units';
import { wantedByMinute } from '../week/wanted';
import { FLOOR_SHEETS } from './sheet';
import { ohmsAt } from './thermistor';
import { cheapMinutes, costOf, floorWeek } from './week';

const made = (floor: object = {}, more: object = {}) => {
  const d = floorOf(floorJob(floor, more));
  if (!d.floor) throw new Error('no floor');
  return { ...d, floor: d.floor };
};
const codes = (floor: object = {}, more: object = {}): string[] => made(floor, more).findings.map((f) => f.code);
const row = (floor: object, key: string, more: object = {}) =>
  made(floor, more).floor.settings.card.find((r) => r.key === key);
const AT = '2026-03-01T09:00:00Z';
const read = (test: string, measure: string, quantity: string, value: number) => ({
  at: AT,
  quantity,
  value,
  stop: 'proof',
  test,
  measure,
});

describe('any part of a survey is enough to say something', () => {
  it('an empty floor job asks, and derives', () => {
    const d = floorOf(floorJob({ ...Object.fromEntries(Object.keys(GOOD_FLOOR).map((k) => [k, undefined])) }));
    expect(d.questions.map((q) => q.code)).toEqual(
      expect.arrayContaining(['floor-mats', 'floor-supply', 'floor-area', 'floor-probe-ohms', 'floor-purpose']),
    );
    expect(d.floor?.load).toBeNull();
  });

  it('each part left out in turn derives without a figure that is none', () => {
    for (const key of Object.keys(GOOD_FLOOR)) {
      const text = JSON.stringify(derivedJson(floorJob({ [key]: undefined })));
      expect(text).not.toMatch(/NaN|Infinity|undefined/);
    }
  });

  it('answers settle what was asked', () => {
    const d = floorOf(
      floorJob(
        { purpose: undefined, covering: undefined },
        { answers: { 'floor-purpose': 'sole', 'floor-covering': 'timber' } },
      ),
    );
    expect(d.questions.map((q) => q.code)).not.toContain('floor-purpose');
    expect(d.floor?.mode).toBe('both');
  });
});

describe('bad input is said with its place', () => {
  const file = (floor: object): string[] => {
    const r = readJobFile(JSON.stringify({ format: 'augerset.job', version: 1, family: 'floor', floor }));
    return r.ok ? [] : r.problems.map((p) => `${p.path}: ${p.message}`);
  };
  it.each([
    [{ probe: { ohms: 0 } }, 'floor.probe.ohms: ohms must be above zero'],
    [{ mats: { m1: { ratedWatts: 450, before: { ohms: -3 } } } }, 'floor.mats.m1.before.ohms: ohms must be above zero'],
    [{ areaSquareMetres: 0 }, 'floor.areaSquareMetres: area must be above zero'],
    [{ probe: { type: '22k' } }, 'floor.probe.type: "22k" is not a probe type'],
    [{ mats: { m1: { ratedVolts: 240 } } }, 'floor.mats.m1.ratedWatts'],
  ])('%j', (floor, message) => {
    expect(file(floor).join('\n')).toContain(message);
  });
});

describe('settings by purpose and covering', () => {
  it.each([
    [{ purpose: 'comfort', covering: 'tile' }, 'floor'],
    [{ purpose: 'bath', covering: 'stone' }, 'floor'],
    [{ purpose: 'sole', covering: 'tile' }, 'both'],
    [{ purpose: 'comfort', covering: 'timber', areaSquareMetres: 4.6 }, 'both'],
    [{ purpose: 'damp', covering: 'tile' }, 'floor'],
  ])('%j obeys %s', (floor, mode) => {
    expect(made(floor).floor.mode).toBe(mode);
  });

  it('the limit: surface and drop under tile, 27 under timber, the maker’s wherever it is given', () => {
    // 125 W/m² through 0.01 m²K/W is 1.25 K: 33 at the surface is 34 at the probe.
    expect(made({}).floor.limit).toMatchObject({ celsius: 34, mostCelsius: 40 });
    expect(made({ purpose: 'comfort' }).floor.limit?.celsius).toBe(30);
    expect(made({ covering: 'vinyl' }).floor.limit?.celsius).toBe(27);
    expect(made({ covering: 'timber', coveringLimitCelsius: 29 }).floor.limit).toMatchObject({
      celsius: 29,
      mostCelsius: 29,
    });
  });

  it('a connected probe with the mode “air” is a blocker, and so is a limit the covering does not bear', () => {
    expect(codes({}, { setUp: { chosen: { 'floor.sensor': 'air' } } })).toContain('settings.conflict');
    expect(
      codes({ covering: 'vinyl', areaSquareMetres: 4.6 }, { setUp: { chosen: { 'floor.limit': '30' } } }),
    ).toContain('settings.conflict');
    expect(codes({}, { setUp: { chosen: { 'floor.limit': '32' } } })).not.toContain('settings.conflict');
  });

  it('price, units and early start go to the card of the device that has them', () => {
    expect(row({ price: { perKwh: 0.31, currency: 'EUR' } }, 'energy.price')?.enter).toBe('0.31 per kWh');
    expect(row({}, 'units')?.enter).toBe('C');
    expect(row({}, 'start.adaptive')?.enter).toBe('yes');
    const button = made(
      { region: 'EU', supplyVolts: 230, firstToEarth: 230, secondToEarth: 0, groundFault: 'upstream' },
      { device: 'fb1-button' },
    ).floor;
    expect(button.settings.card.find((r) => r.key === 'start.adaptive')?.enter).toBe('0');
    expect(button.settings.card.find((r) => r.key === 'energy.price')).toBeUndefined();
  });

  it('every setting of every sheet has a value that the sheet can take, or it is said that its probe has none', () => {
    for (const sheet of FLOOR_SHEETS) {
      const d = made({ price: { perKwh: 0.3, currency: 'EUR' } }, { device: sheet.id });
      expect(d.floor.settings.card.map((r) => r.key).sort()).toEqual(sheet.settings.map((s) => s.setting).sort());
      const codes = d.findings.map((f) => f.code);
      const knows = sheet.probes.includes('12k');
      expect([codes.includes('settings.no-code'), codes.includes('floor.probe-not-settable')]).toEqual([
        !knows,
        !knows,
      ]);
    }
  });
});

describe('the probe', () => {
  const twelve = { probe: { ohms: Math.round(ohmsAt('12k', 21)), floorCelsius: 21.8 } };
  it('is found by ohms and floor temperature; what a wrong setting shows is told', () => {
    const { probe } = made({ probe: { ohms: Math.round(ohmsAt('12k', 21)), floorCelsius: 21 } }).floor;
    expect(probe.fits.filter((f) => f.fits).map((f) => f.type)).toEqual(['12k']);
    expect(probe.fits.find((f) => f.type === '10k')?.celsius).toBeCloseTo(17, 0);
    expect(made(twelve).floor.probe.type).toBe('12k');
  });

  it('two that fit are a question; its answer or the print decides', () => {
    const between = { probe: { ohms: Math.round(ohmsAt('12k', 21)), floorCelsius: 19 } };
    expect(
      made(between)
        .questions.find((q) => q.code === 'floor-probe')
        ?.answers.map((a) => a.value),
    ).toEqual(['10k', '12k']);
    expect(made(between, { answers: { 'floor-probe': '12k' } }).floor.probe.type).toBe('12k');
    expect(made({ probe: { ...between.probe, type: '12k' } }).floor.probe.type).toBe('12k');
  });

  it.each([
    [{ ohms: 1e8, floorCelsius: 20 }, 'floor.probe-open'],
    [{ ohms: 12, floorCelsius: 20 }, 'floor.probe-short'],
    [{ ohms: 2300, floorCelsius: 20 }, 'floor.probe-no-type'],
    [{ ohms: 14_600, floorCelsius: 20, type: '47k' }, 'floor.probe-not-printed'],
    [{ ohms: 14_600, floorCelsius: 20.5, place: 'across' }, 'floor.probe-across'],
  ])('%j: %s', (probe, code) => {
    expect(codes({ probe })).toContain(code);
  });

  it('a device that cannot be set to it is a blocker', () => {
    const d = codes({ probe: { ohms: Math.round(ohmsAt('47k', 20)), floorCelsius: 20 } }, { device: 'fb1-button' });
    expect(d).toContain('floor.probe-not-settable');
  });
});

describe('the first start', () => {
  const start = (said: Record<string, string>, floor: object = {}) =>
    made({
      probe: { ohms: Math.round(ohmsAt('12k', 21)), floorCelsius: 21 },
      ...floor,
      start: Object.fromEntries(Object.entries(said).map(([k, v]) => [k, { said: v, at: AT }])),
    });

  it('is the device’s own sequence with the answers this job expects', () => {
    const { start: items } = start({}).floor;
    expect(items.map((i) => i.id)).toEqual(FLOOR_SHEETS[1]?.start);
    const expected = Object.fromEntries(items.map((i) => [i.id, i.expected]));
    expect(expected.voltage).toEqual({ value: '240', label: '240 V' });
    expect(expected.probe).toEqual({ value: '12k', label: '12 kΩ' });
    expect(expected.load).toEqual({ low: 405, high: 495 });
  });

  it('right answers say nothing, wrong ones are blockers with what they mean', () => {
    expect(start({ voltage: '240', 'test-trips': 'yes', load: '452', shows: '21.2' }).findings).toEqual(
      start({}).findings,
    );
    const wrong = start({ voltage: '120', 'test-resets': 'no', load: '225' }).findings.filter(
      (f) => f.code === 'floor.start-unlike',
    );
    expect(wrong.map((f) => f.about[0]).sort()).toEqual(['start:load', 'start:test-resets', 'start:voltage']);
  });

  it('a 12 k probe shown as 10 k would is named so', () => {
    const f = start({ shows: '17.0' }).findings.find((x) => x.code === 'floor.probe-setting');
    expect(f?.message).toContain('12 kΩ probe read as 10 kΩ');
    expect(start({ shows: '20.6' }).findings.map((x) => x.code)).not.toContain('floor.probe-setting');
  });

  it('behind a contactor only a coil is metered', () => {
    const two = {
      mats: { a: { ratedWatts: 1500, ratedVolts: 240 }, b: { ratedWatts: 1500, ratedVolts: 240 } },
      areaSquareMetres: 24,
    };
    const load = start({}, two).floor.start.find((i) => i.id === 'load');
    expect(load?.expected).toEqual({ low: 0, high: 50 });
  });
});

describe('the week', () => {
  const week = floorWeek('bath', 34);
  it('holds what is wanted minute by minute, the night from the day before', () => {
    const wanted = wantedByMinute(week);
    expect([wanted[0], wanted[389], wanted[390], wanted[509], wanted[510]]).toEqual([20, 20, 29, 29, 20]);
    expect(wanted[5 * 1440 + 400]).toBe(20);
  });

  it('is moved ahead on a device that starts at the time, and not on one that is ready by it', () => {
    const screen = made({}, { week }).floor.week;
    const button = made({ region: 'EU', groundFault: 'upstream' }, { week, device: 'fb1-button' }).floor.week;
    const first = screen?.leads[0];
    expect(first).toMatchObject({ day: 0, minute: 390, celsius: 29, enterMinute: 390 });
    expect(first?.leadMinutes).toBeGreaterThan(20);
    expect(first?.leadMinutes).toBeLessThan(240);
    const moved = button?.leads[0];
    expect(moved?.enterMinute).toBe(390 - Math.ceil((moved?.leadMinutes ?? 0) / 5) * 5);
  });

  it('an early event is entered the day before', () => {
    const early = {
      ...week,
      days: week.days?.map(() => [
        { minute: 10, profile: 'warm' },
        { minute: 500, profile: 'low' },
      ]),
    };
    const lead = made({ groundFault: 'upstream' }, { week: early, device: 'fb1-button' }).floor.week?.leads[0];
    expect(lead).toMatchObject({ day: 0, minute: 10, enterDay: 6 });
    expect(lead?.enterMinute).toBeGreaterThan(1200);
  });

  it('takes up to six events, and 5+2, 6+1 or each day its own', () => {
    const many = (n: number): object => ({
      ...week,
      days: week.days?.map(() =>
        Array.from({ length: n }, (_, i) => ({ minute: 300 + i * 120, profile: i % 2 ? 'low' : 'warm' })),
      ),
    });
    expect(codes({}, { week: many(6) })).not.toContain('week.slots');
    expect(codes({}, { week: many(7) })).toContain('week.slots');
    expect(row({}, 'schedule.form', { week })?.value).toBe('5+2');
    const sixOne = { ...week, days: week.days?.map((d, i) => (i === 5 ? week.days?.[0] : d)) };
    expect(row({}, 'schedule.form', { week: sixOne })?.value).toBe('6+1');
    const own = { ...week, days: week.days?.map((d, i) => (i === 2 ? [] : d)) };
    expect(row({}, 'schedule.form', { week: own })?.value).toBe('7-day');
    expect(codes({}, { week: own })).not.toContain('week.pattern');
    expect(codes({}, { week: own, setUp: { chosen: { 'schedule.form': '5+2' } } })).toContain('week.pattern');
  });

  it('above the limit, never reached, or too soon after the event before', () => {
    const warm = (celsius: number): object => ({
      ...week,
      profiles: { ...week.profiles, warm: { name: 'Warm', heatCelsius: celsius } },
    });
    expect(codes({}, { week: warm(36) })).toContain('floor.over-limit');
    const thin = {
      build: 'concrete',
      mats: { m1: { ratedWatts: 450, ratedVolts: 240 } },
      areaSquareMetres: 15,
      purpose: 'comfort',
    };
    expect(codes(thin, { week: warm(28.5) })).toContain('floor.never-reaches');
    const close = {
      ...week,
      days: week.days?.map(() => [
        { minute: 380, profile: 'low' },
        { minute: 390, profile: 'warm' },
        { minute: 500, profile: 'low' },
      ]),
    };
    expect(codes({}, { week: close })).toContain('floor.lead-long');
  });

  it('costs what its minutes cost, the cheaper stretch at its price', () => {
    const price = { perKwh: 0.4, currency: 'EUR', offPeak: { from: 1320, to: 360, perKwh: 0.1 } };
    const use = made({ price }, { week }).floor.week?.use;
    expect(use?.kilowattHoursPerDay).toBeGreaterThan(0.5);
    expect(use?.kilowattHoursPerDay).toBeLessThan((450 * 24) / 1000);
    expect(use?.costPerDay).toBeLessThan((use?.kilowattHoursPerDay ?? 0) * 0.4 + 1e-9);
    expect(costOf(price, 10, 4)).toBeCloseTo(6 * 0.4 + 4 * 0.1, 9);
    expect(costOf(undefined, 10, 0)).toBeNull();
    const cheap = cheapMinutes(price.offPeak);
    expect([cheap?.[0], cheap?.[359], cheap?.[360], cheap?.[1320]]).toEqual([1, 1, 0, 1]);
  });

  it('as the only heat the room is judged in the coldest weather', () => {
    const sole = { purpose: 'sole', designCelsius: -12, lossWattsPerKelvin: 25 };
    expect(codes(sole, { week: floorWeek('sole', null) })).toContain('floor.cannot-hold');
    expect(codes({ ...sole, lossWattsPerKelvin: 5 }, { week: floorWeek('sole', null) })).not.toContain(
      'floor.cannot-hold',
    );
  });
});

describe('the proof', () => {
  const twelve = { probe: { ohms: Math.round(ohmsAt('12k', 21)), floorCelsius: 21 } };
  const proof = (readings: object[], floor: object = {}): Job =>
    floorJob({ ...twelve, ...floor }, { readings, week: floorWeek('bath', 34) });

  it('has a test for each thing that can be wrong', () => {
    expect(floorOf(proof([])).proof.tests.map((t) => t.id)).toEqual([
      'ground-fault',
      'relay',
      'load',
      'probe',
      'rise',
      'limit',
      'probe-open',
      'clock',
      'week',
      'card',
    ]);
  });

  it('a record whose week was proved by its next event keeps that test, and no other of the week', () => {
    const tests = floorOf(proof([read('schedule', 'next', 'seen', 1)])).proof.tests;
    expect(tests.find((t) => t.id === 'schedule')?.verdict).toBe('pass');
    expect(tests.map((t) => t.id)).not.toContain('week');
  });

  it('on a device that starts at its times the card, the leads and the test of the week say the same times', () => {
    const job = floorJob({ ...twelve, groundFault: 'upstream' }, { week: floorWeek('bath', 34), device: 'fb1-button' });
    const { shared } = derive(job);
    const lead = floorOf(job).floor.week?.leads[0];
    const entry = shared.programme?.entries[0];
    expect(lead?.enterMinute).not.toBe(lead?.minute);
    expect(entry?.enter?.minute).toBe(lead?.enterMinute);
    expect(shared.proof.tests.find((t) => t.id === 'week')?.set).toContain(clock(lead?.enterMinute ?? 0));
    expect(shared.proof.tests.find((t) => t.id === 'week')?.set).not.toContain(clock(lead?.minute ?? 0));
  });

  it('a display 4 K low fails and is explained; the repeat passes', () => {
    const wrong = floorOf(proof([read('probe', 'shown', 'celsius', 17)]));
    expect(wrong.proof.tests.find((t) => t.id === 'probe')?.verdict).toBe('fail');
    expect(wrong.findings.find((f) => f.code === 'floor.probe-setting')?.message).toContain('12 kΩ');
    const right = floorOf(
      proof([
        read('probe', 'shown', 'celsius', 17),
        { ...read('probe', 'shown', 'celsius', 21), at: '2026-03-01T09:10:00Z' },
      ]),
    );
    expect(right.proof.tests.find((t) => t.id === 'probe')?.verdict).toBe('pass');
    expect(right.findings.map((f) => f.code)).not.toContain('floor.probe-setting');
  });

  it('half the load means one of two mats', () => {
    const two = {
      mats: { a: { ratedWatts: 450, ratedVolts: 240 }, b: { ratedWatts: 450, ratedVolts: 240 } },
      areaSquareMetres: 7,
    };
    const amps = (value: number): string | undefined =>
      floorOf(proof([read('load', 'amps', 'amps', value)], two)).proof.tests.find((t) => t.id === 'load')?.verdict;
    expect([amps(3.7), amps(1.87), amps(0.94)]).toEqual(['pass', 'fail', 'fail']);
  });

  it('a floor that does not warm fails its rise; one that does revises the forecast', () => {
    const rise = (value: number) => floorOf(proof([read('rise', 'rise', 'kelvin', value)]));
    expect(rise(0.1).proof.tests.find((t) => t.id === 'rise')?.verdict).toBe('fail');
    const expected = floorOf(proof([])).floor?.warmUp?.forecast.expected;
    const usual = (expected?.[20] ?? 0) - (expected?.[0] ?? 0);
    expect(rise(usual).proof.tests.find((t) => t.id === 'rise')?.verdict).toBe('pass');
    expect(rise(usual).floor?.warmUp?.points).toHaveLength(2);
    expect(rise(usual * 0.7).floor?.warmUp?.fit.massFactor).toBeGreaterThan(1.15);
  });

  it('logged points take the place of the proof’s own', () => {
    const log = [0, 10, 20, 30].map((minute) => ({ minute, celsius: 20.5 + minute * 0.1 }));
    const w = made({ log }).floor.warmUp;
    expect(w?.points).toHaveLength(4);
    expect(w?.fit.massFactor).not.toBe(1);
    expect(
      made({ log: log.map((p) => ({ ...p, celsius: p.minute === 20 ? 40 : 20.5 })) }).findings.map((f) => f.code),
    ).toContain('floor.warms-unlike');
  });
});

describe('mains work', () => {
  it('wants live, dead, live; a 120 V source proves the tester where 120 V is usual', () => {
    const readings = mainsDead(121);
    expect(codes({}, { readings })).not.toContain('mains.not-proved');
    expect(codes({ region: 'EU' }, { readings })).toContain('mains.not-proved');
    const found = { ...readings['dead-L-N'], value: 119 };
    expect(codes({}, { readings: { found } })).toContain('mains.still-live');
  });
});

describe('what guards a covering', () => {
  it('a soft covering has its limit without an area', () => {
    const { floor } = made({ covering: 'timber', areaSquareMetres: undefined });
    expect(floor.limit).toMatchObject({ celsius: 27, needed: true });
    expect(made({ areaSquareMetres: undefined }).floor.limit).toBeNull();
  });

  it('limits are compared as figures, listed or not', () => {
    const chosen = (value: string, floor: object = { covering: 'timber', areaSquareMetres: 4.6 }): string[] =>
      codes(floor, { setUp: { chosen: { 'floor.limit': value } } });
    for (const value of ['27.5', '28', '41', 'warm'])
      expect([value, chosen(value)]).toEqual([value, expect.arrayContaining(['settings.conflict'])]);
    for (const value of ['27', '26.5', '9'])
      expect([value, chosen(value)]).not.toEqual([value, expect.arrayContaining(['settings.conflict'])]);
    expect(chosen('39.5', {})).not.toContain('settings.conflict');
    expect(chosen('41', {})).toContain('settings.conflict');
  });

  it('a limit that is needed and nothing that obeys it is refused', () => {
    const timber = { covering: 'timber', areaSquareMetres: 4.6 };
    expect(codes(timber)).not.toContain('floor.unguarded');
    expect(codes({ ...timber, probe: { absent: true } })).toContain('floor.unguarded');
    expect(codes({ ...timber, probe: { ohms: 1e8 } })).toContain('floor.unguarded');
    expect(codes(timber, { setUp: { chosen: { 'floor.sensor': 'air' } } })).toContain('floor.unguarded');
    expect(codes({ probe: { absent: true } })).not.toContain('floor.unguarded');
  });

  it('on tile both schools of the limit are offered with their reasons', () => {
    const limit = made().floor.limit;
    expect(limit?.schools.map((s) => s.name)).toEqual(['by the surface', 'by the makers']);
    expect(
      row({}, 'floor.limit')
        ?.options.map((o) => o.label)
        .filter((l) => l.includes('by the')),
    ).toHaveLength(2);
  });
});

describe('what is asked and not assumed', () => {
  it('build-up and what lies beneath: no warm-up without them', () => {
    const d = made({ build: undefined, beneath: undefined });
    expect(d.questions.map((q) => q.code)).toEqual(expect.arrayContaining(['floor-build', 'floor-beneath']));
    expect(d.floor.warmUp).toBeNull();
    const told = made(
      { build: undefined, beneath: undefined },
      { answers: { 'floor-build': 'screed', 'floor-beneath': 'ground' } },
    );
    expect(told.floor.warmUp).not.toBeNull();
  });

  it('a mat without ohms or insulation is not done', () => {
    const bare = { m1: { ratedWatts: 450, ratedVolts: 240 } };
    expect(made({ mats: bare }).questions.map((q) => q.code)).toContain('floor-mat-readings');
    expect(made().questions.map((q) => q.code)).not.toContain('floor-mat-readings');
    expect(floorOf(floorJob({ mats: bare })).stops.find((s) => s.id === 'survey')?.state).not.toBe('done');
  });

  it('a mat joined to nothing is a blocker, seen or read', () => {
    const mat = { ratedWatts: 450, ratedVolts: 240, connection: { ohms: 128, megohms: 500 } };
    const three = { mats: { a: mat, b: mat, c: mat }, areaSquareMetres: 11, joined: 'parallel' };
    expect(codes({ ...three, togetherOhms: 42.7 })).not.toContain('floor.mat-loose');
    expect(codes({ ...three, togetherOhms: 64 })).toContain('floor.mat-loose');
    expect(codes({ ...three, loose: ['b'] })).toContain('floor.mat-loose');
  });

  it('a probe’s own B narrows what it shows', () => {
    const wide = made().floor.probe.fits.find((f) => f.type === '12k');
    const own = made({ probe: { ...GOOD_FLOOR.probe, beta: 3600 } }).floor.probe.fits.find((f) => f.type === '12k');
    expect(own?.tolerance ?? 9).toBeLessThan(wide?.tolerance ?? 0);
    expect(own?.celsius).not.toBeCloseTo(wide?.celsius ?? 0, 2);
  });

  it('nothing is proved beside a blocker', () => {
    expect(made({ supplyVolts: 120 }).proof).toMatchObject({
      verdict: 'open',
      heldBy: expect.arrayContaining([expect.any(String)]),
    });
  });
});
