import { createPrivateKey, createPublicKey, hkdfSync, sign, type KeyObject } from 'node:crypto';

/** What stands before the 32 bytes of an Ed25519 key in PKCS #8 (RFC 8410). */
const PKCS8_BEFORE = Buffer.from('302e020100300506032b657004220420', 'hex');

/** The key that a school signs with: Ed25519, made from its secret by HKDF (RFC 5869), the same each time. */
export function signingKey(secret: string): KeyObject {
  const seed = Buffer.from(hkdfSync('sha256', secret, 'oak bell', 'evidence', 32));
  return createPrivateKey({ key: Buffer.concat([PKCS8_BEFORE, seed]), format: 'der', type: 'pkcs8' });
}

/** What everybody may have of it, as PEM (SubjectPublicKeyInfo). */
export const publicPem = (key: KeyObject): string =>
  createPublicKey(key).export({ type: 'spki', format: 'pem' }).toString();

/** 64 bytes over the whole text (RFC 8032, Ed25519). */
export const signatureOf = (key: KeyObject, text: string): Buffer => sign(null, Buffer.from(text), key);
