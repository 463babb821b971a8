/**
 * Check digits of codes on cards, at entry. Luhn (ISO/IEC 7812-1, modulus 10) catches every single wrong digit and most
 * exchanged neighbours; Verhoeff (the dihedral group of ten) catches every exchange of neighbours too. Neither says which
 * digit is wrong; letters and digits that are read for one another do, where putting one right makes the code right.
 */
export type CheckScheme = 'luhn' | 'verhoeff';

/** Whether the last digit is what the others ask for. Anything but digits is not. */
export function checks(code: string, scheme: CheckScheme): boolean {
  const digits = code.replace(/[\s-]/g, '');
  if (!/^\d{2,}$/.test(digits)) return false;
  return scheme === 'luhn' ? luhn(digits) : verhoeff(digits);
}

function luhn(digits: string): boolean {
  let sum = 0;
  for (let i = 0; i < digits.length; i++) {
    const d = Number(digits[digits.length - 1 - i]);
    const twice = 2 * d;
    sum += i % 2 === 0 ? d : twice > 9 ? twice - 9 : twice;
  }
  return sum % 10 === 0;
}

/** The dihedral group of the pentagon: multiplication by its rule, not by a table. */
const times = (a: number, b: number): number =>
  a < 5 ? (b < 5 ? (a + b) % 5 : 5 + ((a + b) % 5)) : b < 5 ? 5 + ((a - b + 5) % 5) : (a - b + 5) % 5;
const FIRST = [1, 5, 7, 6, 2, 8, 3, 0, 9, 4];

/** A digit permuted as often as its place says. */
function permuted(digit: number, place: number): number {
  let d = digit;
  for (let i = 0; i < place % 8; i++) d = FIRST[d] ?? d;
  return d;
}

const verhoeff = (digits: string): boolean =>
  [...digits].reverse().reduce((c, d, i) => times(c, permuted(Number(d), i)), 0) === 0;

/** Letters and digits that are read for one another on a printed card. */
const MISREAD: readonly (readonly [string, string])[] = [
  ['O', '0'],
  ['I', '1'],
  ['L', '1'],
  ['B', '8'],
  ['S', '5'],
  ['Z', '2'],
  ['G', '6'],
];
const ALIKE: readonly (readonly [string, string])[] = [
  ['1', '7'],
  ['3', '8'],
  ['5', '6'],
  ['0', '8'],
];

export type CheckedCode =
  | { ok: true; code: string }
  /** What was typed, what it may have been, and in which place, counted from 1. */
  | { ok: false; problem: string; meant: { place: number; code: string }[] };

/** A code as typed against its check digit: right, or what is wrong with it, and what it may have been. */
export function readCode(typed: string, scheme: CheckScheme, digits?: number): CheckedCode {
  const code = typed.toUpperCase().replace(/[\s-]/g, '');
  const letters = [...code].flatMap((c, i) => (/\d/.test(c) ? [] : [{ c, i }]));
  const put = (i: number, by: string): string => code.slice(0, i) + by + code.slice(i + 1);
  if (letters.length > 0) {
    const fixed = letters.reduce((s, { c, i }) => {
      const by = MISREAD.find(([from]) => from === c)?.[1];
      return by === undefined ? s : s.slice(0, i) + by + s.slice(i + 1);
    }, code);
    const [first] = letters;
    return {
      ok: false,
      problem: `“${first?.c}” in place ${(first?.i ?? 0) + 1} is no digit`,
      meant: checks(fixed, scheme) ? [{ place: (first?.i ?? 0) + 1, code: fixed }] : [],
    };
  }
  if (digits !== undefined && code.length !== digits)
    return { ok: false, problem: `${code.length} digits, where the card has ${digits}`, meant: [] };
  if (checks(code, scheme)) return { ok: true, code };
  // Two neighbours exchanged, or one digit taken for another that looks like it.
  const meant: { place: number; code: string }[] = [];
  for (let i = 0; i + 1 < code.length; i++) {
    const swapped = code.slice(0, i) + code[i + 1] + code[i] + code.slice(i + 2);
    if (swapped !== code && checks(swapped, scheme)) meant.push({ place: i + 1, code: swapped });
  }
  for (const [i, d] of [...code].entries())
    for (const [a, b] of ALIKE) {
      const by = d === a ? b : d === b ? a : null;
      if (by !== null && checks(put(i, by), scheme)) meant.push({ place: i + 1, code: put(i, by) });
    }
  return { ok: false, problem: 'the check digit does not fit the others', meant: meant.slice(0, MOST) };
}

/** More than a few guesses are none. */
const MOST = 4;
