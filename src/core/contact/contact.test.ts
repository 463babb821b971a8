/** Millivolt and dry-contact appliances: the ring in closed form, what a device may never do, what is shown. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contactJob, DRY, MILLIVOLT, OWN_24V } from '../../../tests/support/contact';
import { mainsProved } from '../../../tests/support/jobs';
import { voltsBetween } from '../circuit/phasor';
import { CircuitSolver } from '../circuit/solve';
import { derive } from '../derive';
import { ownOf } from '../family/registry';
import type { Job } from '../job/schema';
import { contactControls, contactNetlist } from './circuit';
import { misfit } from './fit';
import { millivoltLoop } from './loop';
import { parseContactReadings } from './readings';
import { CONTACT_SHEETS } from './sheet';
import { Contact } from './survey';

const own = (survey: object, more: object = {}) => ownOf(derive(contactJob(survey, more)), 'contact');
const codes = (job: Job): string[] =>
  derive(job)
    .shared.findings.map((f) => f.code)
    .filter((c) => c.startsWith('contact.'));

describe('the ring', () => {
  it('follows V_coil = V_open · R_coil / (R_pile + R_coil + R_loop), and so does its circuit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 450, max: 850 }),
        fc.double({ min: 1.5, max: 4, noNaN: true }),
        fc.double({ min: 1.5, max: 4, noNaN: true }),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        (openMillivolts, pileOhms, coilOhms, loopOhms) => {
          const survey = Contact.parse({ appliance: 'millivolt', openMillivolts, pileOhms, coilOhms, loopOhms });
          const loop = millivoltLoop(survey, null);
          const volts = ((openMillivolts / 1000) * coilOhms) / (pileOhms + coilOhms + loopOhms);
          expect([loop.coilVolts.low < volts, loop.coilVolts.high > volts * 0.97]).toEqual([true, true]);
          const netlist = contactNetlist(survey, loop);
          if (!netlist) throw new Error('no ring');
          const solution = new CircuitSolver(netlist).solve({
            controls: contactControls('heating'),
            suppliesOff: new Set(),
          });
          const coil = voltsBetween(solution.volts, 'coil.1', 'coil.2');
          expect(coil / volts).toBeGreaterThan(0.96);
          expect(coil / volts).toBeLessThan(1.04);
        },
      ),
      { seed: 1104 },
    );
  });

  it('at the resistance it may hold the coil gets four thirds of what pulls it in', () => {
    const survey = Contact.parse({ ...MILLIVOLT, loopOhms: undefined, gauge: undefined });
    const { allowedOhms } = millivoltLoop(survey, null);
    const volts = (0.61 * 2.9) / (2.4 + 2.9 + allowedOhms);
    expect(volts).toBeCloseTo((0.18 * 1.05 * 4) / 3, 2);
  });

  it('reads pile and coil off its own readings where it can', () => {
    // 0.1 A round the ring: 240 mV in the pile, 40 mV in 0.4 Ω of leads, 300 mV in the coil.
    const survey = Contact.parse({
      appliance: 'millivolt',
      openMillivolts: 580,
      loadedMillivolts: 340,
      coilMillivolts: 300,
      loopOhms: 0.4,
    });
    const loop = millivoltLoop(survey, null);
    expect((loop.pileOhms.low + loop.pileOhms.high) / 2).toBeCloseTo(2.4, 6);
    expect((loop.coilOhms.low + loop.coilOhms.high) / 2).toBeCloseTo(3, 6);
  });

  it('leads count both ways: 10 m of AWG 18 are 0.42 Ω', () => {
    const loop = millivoltLoop(Contact.parse({ appliance: 'millivolt', gauge: 'AWG 18', metres: 10 }), null);
    expect([loop.loopFrom, loop.loopOhms.low > 0.42, loop.loopOhms.high < 0.6]).toEqual(['counted', true, true]);
  });
});

describe('what a device may never do', () => {
  it.each([
    ['millivolt', { 'cb1-cell': null, 'cr2-radio': null, 'cp1-wired': 'feeds-power', 'ct1-thief': 'steals' }],
    ['dry-pair', { 'cb1-cell': null, 'cr2-radio': null, 'cp1-wired': 'joins-r', 'ct1-thief': 'steals' }],
    ['own-24v', { 'cb1-cell': null, 'cr2-radio': null, 'cp1-wired': null, 'ct1-thief': 'steals' }],
  ] as const)('on a %s', (appliance, wanted) => {
    const survey = Contact.parse({ appliance, common: 'yes' });
    expect(Object.fromEntries(CONTACT_SHEETS.map((s) => [s.id, misfit(survey, s)]))).toEqual(wanted);
  });

  it.each([
    [{ ...DRY, isolatingRelay: true }, 'contact.no-power'],
    [{ ...DRY, isolatingRelay: true, separateTransformer: true }, null],
    [{ ...MILLIVOLT, isolatingRelay: true, separateTransformer: true }, null],
    [{ ...MILLIVOLT, isolatingRelay: true }, 'contact.feeds-power'],
    [{ ...OWN_24V, common: 'no' }, 'contact.no-common'],
    [{ ...OWN_24V, common: 'no', separateTransformer: true }, null],
    [{ ...OWN_24V, transformerVA: 10, valveVA: 7 }, 'contact.over-budget'],
  ])('a wired 24 V device, %j: %s', (survey, code) => {
    const job = contactJob(survey, { device: 'cp1-wired' });
    const stops = codes(job).filter((c) => c !== 'contact.polarity');
    expect(stops).toEqual(code ? [code] : []);
    if (code && code !== 'contact.over-budget') expect(derive(job).shared.proof.tests).toEqual([]);
  });
});

describe('readings', () => {
  it.each([
    ['pile 620 mv', 'pile.1', 'pile.2', 'volts-dc', 0.62, 'idle'],
    ['coil 290 closed', 'coil.1', 'coil.2', 'volts-dc', 0.29, 'heating'],
    ['pair 24 v', 'pair.1', 'pair.2', 'volts-ac', 24, 'idle'],
    ['r to c 26.4 v heating', 'call.r', 'call.c', 'volts-ac', 26.4, 'heating'],
    ['pile -12 mv', 'pile.1', 'pile.2', 'volts-dc', -0.012, 'idle'],
  ])('reads “%s”', (line, a, b, quantity, value, state) => {
    const [entry] = parseContactReadings(line);
    expect(entry).toMatchObject({ ok: true, reading: { a, b, quantity, state } });
    expect(entry?.ok && entry.reading.value).toBeCloseTo(value, 9);
  });

  it.each(['pile', 'coil 290 tomorrow', 'pair 24 v 3', 'pile 3 ohm closed'])('says what is wrong with “%s”', (line) => {
    expect(parseContactReadings(line)[0]?.ok).toBe(false);
  });

  it('one that the ring cannot give is named, a usual one is not', () => {
    const read = (value: number, state: string): string[] =>
      codes(
        contactJob(MILLIVOLT, {
          readings: [{ quantity: 'volts-dc', value, a: 'coil.1', b: 'coil.2', state, stop: 'survey' }],
        }),
      );
    expect([read(0.31, 'heating'), read(0.61, 'heating'), read(0.3, 'idle')]).toEqual([
      [],
      ['contact.reading-contradicts'],
      ['contact.reading-contradicts'],
    ]);
  });
});

describe('volts along the ring', () => {
  it.each([
    [{ openMillivolts: 610, loadedMillivolts: 340, coilMillivolts: 420 }, 1],
    [{ openMillivolts: 300, loadedMillivolts: 420, coilMillivolts: 400 }, 1],
    [{ openMillivolts: 300, coilMillivolts: 400 }, 1],
    [{ openMillivolts: 610, loadedMillivolts: 340, coilMillivolts: 341 }, 0],
    [{ coilMillivolts: 420 }, 0],
  ])('only fall: %j', (read, times) => {
    const { openMillivolts: _open, ...rest } = MILLIVOLT;
    expect(codes(contactJob({ ...rest, ...read })).filter((c) => c === 'contact.loop-contradicts')).toHaveLength(times);
  });
});

describe('volts that do not belong', () => {
  const read = (survey: object, quantity: string, value: number, a: string, b: string, state = 'idle'): string[] =>
    codes(contactJob(survey, { readings: [{ quantity, value, a, b, state, stop: 'survey' }] }));

  it.each([
    [MILLIVOLT, 'volts-ac', 24, 'pair.1', 'pair.2', 'contact.pile-fed'],
    [MILLIVOLT, 'volts-dc', 3, 'coil.1', 'coil.2', 'contact.pile-fed'],
    [MILLIVOLT, 'volts-ac', 120, 'pair.1', 'earth', 'contact.pair-mains'],
    [DRY, 'volts-ac', 230, 'pair.1', 'earth', 'contact.pair-mains'],
    [{}, 'volts-ac', 118, 'pair.1', 'pair.2', 'contact.pair-mains'],
  ] as const)('%j: %s %d between %s and %s stops the work', (survey, quantity, value, a, b, code) => {
    expect(read(survey, quantity, value, a, b)).toContain(code);
  });

  it('a pair that lives on with its appliance off contradicts', () => {
    expect(read(DRY, 'volts-ac', 12, 'pair.1', 'pair.2', 'off')).toContain('contact.reading-contradicts');
    expect(read(DRY, 'volts-ac', 0.4, 'pair.1', 'pair.2', 'off')).not.toContain('contact.reading-contradicts');
  });
});

describe('made safe, asked, never assumed', () => {
  it('a pair is proved dead, a self-generating loop has nothing to switch off', () => {
    expect(own(MILLIVOLT).safe.proved).toBe(true);
    expect(own(DRY).safe.proved).toBe(false);
    expect(ownOf(derive(mainsProved(contactJob(DRY))), 'contact').safe.proved).toBe(true);
    // What the device brings along counts: a receiver on mains beside a loop that makes its own millivolts.
    const receiver = contactJob(MILLIVOLT, { device: 'cr2-radio' });
    expect(ownOf(derive(receiver), 'contact').safe.proved).toBe(false);
    expect(ownOf(derive(mainsProved(receiver)), 'contact').safe.proved).toBe(true);
  });

  it('an empty job asks first what is closed, and then what belongs to it', () => {
    expect(own({}).questions.map((q) => q.code)).toEqual(['contact-appliance']);
    expect(own({ appliance: 'millivolt' }).questions.map((q) => q.code)).toEqual([
      'contact-pilot',
      'contact-pile',
      'contact-answers',
    ]);
    expect(own({ appliance: 'own-24v' }).questions.map((q) => q.code)).toEqual(['contact-va', 'contact-common']);
    expect(own({}).proof.tests).toEqual([]);
  });

  it('any survey derives without a figure that is none', () => {
    const some = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined });
    fc.assert(
      fc.property(
        fc.record({
          appliance: some(fc.constantFrom('millivolt', 'dry-pair', 'own-24v')),
          pilot: some(fc.constantFrom('lit', 'out', 'none')),
          openMillivolts: some(fc.integer({ min: -20, max: 1900 })),
          loadedMillivolts: some(fc.integer({ min: 0, max: 900 })),
          coilMillivolts: some(fc.integer({ min: 0, max: 900 })),
          loopOhms: some(fc.constantFrom(0, 0.2, 3, 1e8)),
          pairAc: some(fc.constantFrom(0, 24, 230)),
          pairClosed: some(fc.constantFrom(0, 5)),
          zones: some(fc.integer({ min: 1, max: 4 })),
          transformerVA: some(fc.constantFrom(10, 20, 40)),
          isolatingRelay: some(fc.boolean()),
        }),
        fc.constantFrom(...CONTACT_SHEETS.map((s) => s.id)),
        (survey, device) => {
          const d = own(JSON.parse(JSON.stringify(survey)) as object, { device });
          const text =
            d.findings.map((f) => f.message + f.fix).join() +
            d.sentence +
            JSON.stringify(d.proof.tests.map((t) => t.must));
          expect(text).not.toMatch(/NaN|undefined|Infinity|null/);
        },
      ),
      { numRuns: 500, seed: 1105 },
    );
  });
});

describe('the meter leads the other way round', () => {
  it('are a sign, and no weak pile', () => {
    const said = derive(contactJob({ ...MILLIVOLT, openMillivolts: -620, coilMillivolts: -300 })).shared.findings.map(
      (f) => f.code,
    );
    expect(said).toContain('contact.leads-reversed');
    expect(said).not.toContain('contact.pile-weak');
    expect(said).not.toContain('contact.coil-weak');
    expect(own({ ...MILLIVOLT, openMillivolts: -620 }).loop).toEqual(own({ ...MILLIVOLT, openMillivolts: 620 }).loop);
  });
});
