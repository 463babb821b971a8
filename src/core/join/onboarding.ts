/**
 * The open onboarding payload of smart-home devices, as its published specification has it: a square code of 88 bits in
 * base 38 after "MT:", or eleven digits with a Verhoeff check digit. The passcode is a secret: it is checked and masked,
 * never kept.
 */
import { checks } from './check-digits';

export type Onboarding =
  | {
      ok: true;
      form: 'square' | 'digits';
      vendor: number | null;
      product: number | null;
      discriminator: number;
      masked: string;
    }
  | { ok: false; problem: string };

const LETTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-.';
const MARK = 'MT:';
/** Passcodes that anybody would guess are forbidden. */
const FORBIDDEN: ReadonlySet<number> = new Set([
  0, 11_111_111, 22_222_222, 33_333_333, 44_444_444, 55_555_555, 66_666_666, 77_777_777, 88_888_888, 99_999_999,
  12_345_678, 87_654_321,
]);
const MOST_PASSCODE = 99_999_998;
const BYTES = 11;

/** Base 38, five characters for three bytes, four for two, two for one; the lowest first. */
function bytesOf(text: string): Uint8Array | null {
  const out: number[] = [];
  for (let i = 0; i < text.length; i += 5) {
    const part = text.slice(i, i + 5);
    const bytes = { 5: 3, 4: 2, 2: 1 }[part.length];
    if (bytes === undefined) return null;
    let value = 0;
    for (let k = part.length - 1; k >= 0; k--) {
      const digit = LETTERS.indexOf(part[k] ?? '');
      if (digit < 0) return null;
      value = value * 38 + digit;
    }
    if (value >= 256 ** bytes) return null;
    for (let b = 0; b < bytes; b++) out.push(Math.floor(value / 256 ** b) % 256);
  }
  return Uint8Array.from(out);
}

/** Bits from the lowest of the first byte on. */
function bits(bytes: Uint8Array, from: number, count: number): number {
  let value = 0;
  for (let i = count - 1; i >= 0; i--) {
    const at = from + i;
    value = value * 2 + (((bytes[at >> 3] ?? 0) >> (at & 7)) & 1);
  }
  return value;
}

const good = (passcode: number): boolean => passcode <= MOST_PASSCODE && !FORBIDDEN.has(passcode);

/** A square code or eleven digits, as scanned or typed. Never throws. */
export function readOnboarding(typed: string): Onboarding {
  const text = typed.trim().toUpperCase();
  if (text.startsWith(MARK)) return square(text);
  const digits = text.replace(/[\s-]/g, '');
  return /^\d+$/.test(digits)
    ? manual(digits)
    : { ok: false, problem: `neither a square code, which begins with ${MARK}, nor eleven digits` };
}

function square(text: string): Onboarding {
  const bytes = bytesOf(text.slice(MARK.length));
  if (!bytes) {
    const bad = [...text.slice(MARK.length)].findIndex((c) => !LETTERS.includes(c));
    return {
      ok: false,
      problem:
        bad >= 0
          ? `“${text[MARK.length + bad]}” in place ${MARK.length + bad + 1} is in no such code`
          : 'it is cut short',
    };
  }
  if (bytes.length < BYTES) return { ok: false, problem: `${bytes.length} bytes of ${BYTES}: it is cut short` };
  if (bits(bytes, 0, 3) !== 0) return { ok: false, problem: 'a version of this code that nobody has written yet' };
  const passcode = bits(bytes, 57, 27);
  if (!good(passcode)) return { ok: false, problem: 'the passcode is not valid. Scan again' };
  return {
    ok: true,
    form: 'square',
    vendor: bits(bytes, 3, 16),
    product: bits(bytes, 19, 16),
    discriminator: bits(bytes, 45, 12),
    masked: `${text.slice(0, MARK.length + 4)}${'•'.repeat(Math.max(0, text.length - MARK.length - 4))}`,
  };
}

/** First digit: version and two bits of the discriminator; then 14 bits and 13 bits of the passcode with two more. */
function manual(digits: string): Onboarding {
  if (digits.length !== 11 && digits.length !== 21)
    return { ok: false, problem: `${digits.length} digits, where there are 11, or 21` };
  if (!checks(digits, 'verhoeff')) return { ok: false, problem: 'the check digit does not fit the others' };
  const first = Number(digits[0]);
  if (first > 7) return { ok: false, problem: 'a version of this code that nobody has written yet' };
  const second = Number(digits.slice(1, 6));
  const third = Number(digits.slice(6, 10));
  const passcode = (second & 0x3fff) + third * 0x4000;
  if (second > 0xffff || third > 0x1fff || !good(passcode))
    return { ok: false, problem: 'the passcode is not valid. Scan again' };
  const long = digits.length === 21;
  return {
    ok: true,
    form: 'digits',
    vendor: long ? Number(digits.slice(10, 15)) : null,
    product: long ? Number(digits.slice(15, 20)) : null,
    discriminator: ((first & 3) << 2) | (second >> 14),
    masked: `${digits.slice(0, 4)}-•••-••••`,
  };
}
