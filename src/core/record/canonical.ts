/** Canonical JSON (RFC 8785 in what JSON values of a job need) and its SHA-256. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** Same value, same bytes: keys sorted, undefined left out, no white space. */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((v) => canonicalJson(v === undefined ? null : v)).join(',')}]`;
  if (typeof value === 'object' && value !== null) {
    const entries = Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonicalJson(v)}`);
    return `{${entries.join(',')}}`;
  }
  return JSON.stringify(value) ?? 'null';
}

/** SHA-256 of a text, hexadecimal. */
export const hashText = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/** Hash of one journal entry chained to the one before it. */
export const chainHash = (previous: string, entry: unknown): string => hashText(`${previous}\n${canonicalJson(entry)}`);
