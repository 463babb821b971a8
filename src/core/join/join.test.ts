/** Codes at entry, the open onboarding payload, and the path for every kind of device. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyJob } from '../../../tests/support/jobs';
import { written } from '../../../tests/support/onboarding';
import { derive } from '../derive';
import { checks, readCode } from './check-digits';
import { CONSENT_WORDS, joinParts } from './links';
import { readOnboarding } from './onboarding';
import { joinPath, minutesLeft, openSteps } from './path';
import { JoinWay, SheetJoin } from './sheet';

const complete = (digits: string, scheme: 'luhn' | 'verhoeff'): string =>
  [...'0123456789'].map((d) => digits + d).find((c) => checks(c, scheme)) ?? '';
const payload = fc.string({ unit: fc.constantFrom(...'0123456789'), minLength: 6, maxLength: 14 });

describe('check digits', () => {
  it('published examples: Luhn 7992739871-3, Verhoeff 236-3 and 12345-1', () => {
    expect([checks('79927398713', 'luhn'), checks('79927398710', 'luhn')]).toEqual([true, false]);
    expect([checks('2363', 'verhoeff'), checks('123451', 'verhoeff'), checks('2364', 'verhoeff')]).toEqual([
      true,
      true,
      false,
    ]);
  });

  it('exactly one last digit fits, and every single wrong digit is caught', () => {
    fc.assert(
      fc.property(
        payload,
        fc.constantFrom('luhn', 'verhoeff'),
        fc.nat(),
        fc.integer({ min: 1, max: 9 }),
        (p, scheme, at, by) => {
          expect([...'0123456789'].filter((d) => checks(p + d, scheme))).toHaveLength(1);
          const code = complete(p, scheme);
          const i = at % code.length;
          const wrong = code.slice(0, i) + String((Number(code[i]) + by) % 10) + code.slice(i + 1);
          expect(checks(wrong, scheme)).toBe(false);
        },
      ),
      { seed: 14 },
    );
  });

  it('Verhoeff catches every exchange of neighbours; Luhn all but 09 and 90', () => {
    fc.assert(
      fc.property(payload, fc.nat(), (p, at) => {
        for (const scheme of ['luhn', 'verhoeff'] as const) {
          const code = complete(p, scheme);
          const i = at % (code.length - 1);
          const [a = '', b = ''] = [code[i], code[i + 1]];
          if (a === b) continue;
          const wrong = code.slice(0, i) + b + a + code.slice(i + 2);
          const blind = scheme === 'luhn' && ['09', '90'].includes(a + b);
          expect(checks(wrong, scheme)).toBe(blind);
        }
      }),
      { seed: 15 },
    );
  });

  it('says what is wrong and where, and what it may have been', () => {
    const good = complete('4083127', 'luhn');
    const misread = good.replace('0', 'O');
    expect(readCode(misread, 'luhn')).toMatchObject({
      ok: false,
      problem: '“O” in place 2 is no digit',
      meant: [{ place: 2, code: good }],
    });
    expect(readCode(good.slice(1), 'luhn', good.length)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('7 digits'),
    });
    const swapped = good[1] === undefined ? '' : `${good[0]}${good[2]}${good[1]}${good.slice(3)}`;
    const read = readCode(swapped, 'luhn');
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.meant.map((m) => m.code)).toContain(good);
    expect(readCode(`${good.slice(0, 4)} ${good.slice(4)}`, 'luhn')).toEqual({ ok: true, code: good });
  });

  it('is never right for what is none, and never throws', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), (text) => {
        const read = readCode(text, 'verhoeff');
        if (read.ok) expect(checks(text, 'verhoeff')).toBe(true);
      }),
      { seed: 16 },
    );
  });
});

describe('the open onboarding payload', () => {
  it('is read back as it was written, its passcode masked', () => {
    fc.assert(
      fc.property(
        fc.nat(65_535),
        fc.nat(65_535),
        fc.nat(4095),
        fc.integer({ min: 20_202_021, max: 20_999_999 }),
        (v, p, d, pass) => {
          const read = readOnboarding(written(v, p, d, pass));
          expect(read).toMatchObject({ ok: true, form: 'square', vendor: v, product: p, discriminator: d });
          if (read.ok) expect(read.masked).toMatch(/^MT:.{4}•+$/);
        },
      ),
      { seed: 17, numRuns: 60 },
    );
  });

  it('refuses a guessable passcode, a strange letter, a cut code and a wrong digit', () => {
    expect(readOnboarding(written(1, 2, 3, 11_111_111))).toMatchObject({
      ok: false,
      problem: expect.stringContaining('passcode'),
    });
    expect(readOnboarding('MT:ABC!EFGHIJKLMNOPQRS')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('“!” in place 7'),
    });
    expect(readOnboarding(written(1, 2, 3, 20_202_021).slice(0, 13))).toMatchObject({ ok: false });
    expect(readOnboarding('34970112333')).toMatchObject({ ok: false, problem: expect.stringContaining('check digit') });
    expect(readOnboarding('hello')).toMatchObject({ ok: false, problem: expect.stringContaining('neither') });
  });

  it('eleven digits carry the high bits of the discriminator and the passcode', () => {
    // Discriminator 0xF00, passcode 20202021: first digit 3, then 2 bits and 14, then 13.
    const second = (((0xf00 >> 8) & 3) << 14) | (20_202_021 & 0x3fff);
    const digits = `${0xf00 >> 10}${String(second).padStart(5, '0')}${String(20_202_021 >> 14).padStart(4, '0')}`;
    expect(readOnboarding(complete(digits, 'verhoeff'))).toMatchObject({
      ok: true,
      form: 'digits',
      discriminator: 0xf,
    });
  });
});

describe('the path', () => {
  const job = (more: object = {}) =>
    anyJob({ device: 't24-five', survey: { lines: 'r red, c blue, w white', equipment: { fuel: 'gas' } }, ...more });
  const sheet = (way: string) => SheetJoin.parse({ way, bands: ['2.4'] });

  it.each(JoinWay.options)('%s: every step says what is pressed and seen, and what each failure means', (way) => {
    for (const step of joinPath(job(), sheet(way))) {
      expect(step.what.length).toBeGreaterThan(10);
      expect(step.sees.length).toBeGreaterThan(4);
      expect(step.failures.length).toBeGreaterThan(0);
      for (const f of step.failures) expect([f.sees, f.means, f.next].every((t) => t.length > 3)).toBe(true);
      expect(step.minutes).toBeGreaterThan(0);
    }
  });

  it('nothing that needs power is proposed before the display is lit; the account begins at Arrive', () => {
    const path = joinPath(job(), sheet('short-code'));
    expect(openSteps(job(), path, false).map((s) => s.id)).toEqual(['account', 'old-device']);
    expect(openSteps(job(), path, true)).toHaveLength(path.length);
  });

  it('a hub with a plug of its own begins before the device is lit', () => {
    const hub = SheetJoin.parse({ way: 'hub', hubMinutes: 12 });
    expect(openSteps(job(), joinPath(job(), hub), false).map((s) => s.id)).toContain('own-1');
  });

  it('without internet only what is local is left, and it is not nothing', () => {
    const off = job({ join: { internet: 'no' } });
    expect(joinPath(off, sheet('short-code')).map((s) => s.id)).toEqual(['network']);
    expect(joinPath(off, SheetJoin.parse({ way: 'pairing' })).map((s) => s.id)).toEqual(['own-1', 'name']);
  });

  it('what goes on by itself is waited for beside the rest', () => {
    const hub = joinPath(job(), SheetJoin.parse({ way: 'hub', hubMinutes: 30 }));
    const standing = hub.filter((s) => s.meanwhile === '').reduce((n, s) => n + s.minutes, 0);
    expect(minutesLeft(job(), hub)).toBe(Math.max(30, standing));
  });

  it('every family judges its joining: a wrong digit, a slow command, equipment that does not follow', () => {
    const codes = (device: string, family: string, survey: object, join: object) =>
      derive(anyJob({ family, device, survey, join })).shared.findings.map((f) => f.code);
    const plant = { plant: 'combination', input: 'bus' };
    expect(codes('bx1-bus', 'boiler', plant, { code: '1234567890123456' })).toContain('join.code-wrong');
    expect(codes('fs4-screen', 'floor', {}, { control: { seconds: 90 } })).toContain('join.control-slow');
    expect(codes('hl2-twin', 'heater', {}, { control: { seconds: 3, followed: false } })).toContain('join.control-not');
    expect(codes('cp1-wired', 'contact', {}, { internet: 'no' })).toContain('join.no-internet');
  });
});

describe('links and consents', () => {
  const linked = (link: object, device: object = { sheet: 't24-five' }): string[] =>
    derive(
      anyJob({
        device,
        survey: { lines: 'r red, c blue, y yellow, g green, w white' },
        join: { links: { l1: { to: 'voice', name: 'speaker', ...link } } },
      }),
    )
      .shared.findings.map((f) => f.code)
      .filter((c) => c.startsWith('join.link'));
  it.each<[string, object, string[]]>([
    ['only named', {}, []],
    ['followed with this device', { followed: true, device: 't24-five' }, []],
    ['followed with the one before', { followed: true, device: 'k2-battery' }, ['join.link-again']],
    ['not followed', { followed: false, device: 't24-five' }, ['join.link-fails']],
  ])('%s', (_what, link, codes) => {
    expect(linked(link)).toEqual(codes);
  });
  it('another serial is another device', () => {
    const link = { followed: true, device: 'A-1' };
    expect(linked(link, { sheet: 't24-five', serial: 'A-1' })).toEqual([]);
    expect(linked(link, { sheet: 't24-five', serial: 'A-2' })).toEqual(['join.link-again']);
  });
  it('stand in the record as asked and answered, and what nobody asked does not', () => {
    const job = anyJob({
      join: {
        links: { l1: { to: 'voice', name: 'speaker', command: 'warmer', followed: true, device: 'none' } },
        consents: { offers: { answer: 'no', at: '2026-02-03T10:00:00Z' } },
      },
    });
    expect(joinParts(job)).toMatchObject([
      { heading: 'Linked with', rows: [['speaker', '–', 'warmer', 'yes']] },
      { heading: 'Asked of the customer', rows: [[CONSENT_WORDS.offers, 'no', '2026-02-03']] },
    ]);
    expect(joinParts(anyJob({}))).toEqual([]);
  });
});
