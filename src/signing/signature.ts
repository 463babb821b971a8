/** Ed25519 over the digest of a sealed record (RFC 8032, by Node's own crypto): made by the store, checked by anybody. */
import { createPrivateKey, createPublicKey, generateKeyPairSync, sign, verify } from 'node:crypto';
import type { Job } from '../core/job/schema';
import { type SealCheck, verifySeal } from '../core/record/seal';

type Signature = NonNullable<Job['signature']>;

/** DER before the 32 bytes of a public key (RFC 8410). */
const SPKI = Buffer.from('302a300506032b6570032100', 'hex');

/** A new key, as text to be kept: PKCS #8, base64. */
export const newKey = (): string =>
  generateKeyPairSync('ed25519').privateKey.export({ type: 'pkcs8', format: 'der' }).toString('base64');

const privateKey = (kept: string): ReturnType<typeof createPrivateKey> =>
  createPrivateKey({ key: Buffer.from(kept, 'base64'), format: 'der', type: 'pkcs8' });

/** The public part as it stands on papers: 32 bytes, base64url, 43 letters. */
export const publicPart = (kept: string): string =>
  createPublicKey(privateKey(kept)).export({ type: 'spki', format: 'der' }).subarray(SPKI.length).toString('base64url');

const signedText = (digest: string): Buffer => Buffer.from(`augerset-record-1\n${digest}`, 'utf8');

export const signDigest = (kept: string, digest: string): Signature => ({
  key: publicPart(kept),
  of: digest,
  value: sign(null, signedText(digest), privateKey(kept)).toString('base64url'),
});

export function signatureHolds(s: Signature): boolean {
  try {
    const key = createPublicKey({
      key: Buffer.concat([SPKI, Buffer.from(s.key, 'base64url')]),
      format: 'der',
      type: 'spki',
    });
    return verify(null, signedText(s.of), key, Buffer.from(s.value, 'base64url'));
  } catch {
    return false;
  }
}

export type RecordCheck =
  | { ok: true; hash: string; amendments: number; key: string }
  | {
      ok: false;
      reason: Extract<SealCheck, { ok: false }>['reason'] | 'not-signed' | 'signature-differs' | 'other-key';
      message: string;
    };

/**
 * The seal, its amendments and the signature over both.
 * @param trusted the public key it must be signed with; without one any key holds, and is given back to be compared
 */
export function checkRecord(job: Job, trusted?: string): RecordCheck {
  const seal = verifySeal(job);
  if (!seal.ok) return seal;
  const { signature } = job;
  if (!signature)
    return {
      ok: false,
      reason: 'not-signed',
      message:
        'The content fits the seal, but nothing signs it: it was sealed by an earlier version, or changed since.',
    };
  // Base64 has letters whose last bits say nothing: only the one spelling stands.
  const spelled = Buffer.from(signature.value, 'base64url').toString('base64url') === signature.value;
  const spelledKey = Buffer.from(signature.key, 'base64url').toString('base64url') === signature.key;
  if (signature.of !== seal.digest || !spelled || !spelledKey || !signatureHolds(signature))
    return { ok: false, reason: 'signature-differs', message: 'The signature is not over this record.' };
  if (trusted !== undefined && trusted !== signature.key)
    return { ok: false, reason: 'other-key', message: `Signed with another key: ${signature.key}.` };
  return { ok: true, hash: seal.hash, amendments: seal.amendments, key: signature.key };
}
