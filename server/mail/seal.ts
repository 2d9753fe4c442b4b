import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';

const NONCE = 12;
const TAG = 16;

const keyOf = (secret: string) => Buffer.from(hkdfSync('sha256', secret, '', 'jar-note mailbox passwords', 32));

/**
 * Seals what must not be read from the database (AES-256-GCM, NIST SP 800-38D), with a secret that is not in it.
 * @param bound whom and what it belongs to; opened for anything else it does not open
 */
export function seal(secret: string, bound: string, plain: string): Buffer {
  const nonce = randomBytes(NONCE);
  const cipher = createCipheriv('aes-256-gcm', keyOf(secret), nonce).setAAD(Buffer.from(bound));
  const sealed = Buffer.concat([cipher.update(plain, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]);
}

/** Opens what was sealed. @throws Error when secret, belonging or bytes are not those it was sealed with */
export function unseal(secret: string, bound: string, sealed: Buffer): string {
  const decipher = createDecipheriv('aes-256-gcm', keyOf(secret), sealed.subarray(0, NONCE))
    .setAAD(Buffer.from(bound))
    .setAuthTag(sealed.subarray(NONCE, NONCE + TAG));
  return decipher.update(sealed.subarray(NONCE + TAG), undefined, 'utf8') + decipher.final('utf8');
}
