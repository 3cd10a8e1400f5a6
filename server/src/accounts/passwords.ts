/** Passwords as they are kept: scrypt (RFC 7914) of Node's own OpenSSL, off the main thread, with a salt of its own each. */
import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';

/** 32 MiB and three rounds: among the OWASP Password Storage Cheat Sheet's settings for scrypt (N = 2^15, r = 8, p = 3). */
const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 2 ** 20 } satisfies ScryptOptions;
const BYTES = 32;

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    // One password has one form, however it was typed (NIST SP 800-63B, 5.1.1.2).
    scrypt(password.normalize('NFKC'), salt, BYTES, COST, (error, key) => (error ? reject(error) : resolve(key))),
  );

export async function hashed(password: string): Promise<string> {
  const salt = randomBytes(16);
  return ['scrypt', salt.toString('base64'), (await derive(password, salt)).toString('base64')].join('$');
}

/** Takes the same time for an account that is not there (`kept` null) as for a wrong password. */
export async function matches(password: string, kept: string | null): Promise<boolean> {
  const [, salt = '', key = ''] = (kept ?? '').split('$');
  const made = await derive(password, Buffer.from(salt, 'base64'));
  const there = Buffer.from(key, 'base64');
  return there.length === made.length && timingSafeEqual(made, there);
}
