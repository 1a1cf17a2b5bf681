import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** What hashing a password costs: about 32 MB and some tens of milliseconds (RFC 7914; N = 2^15, r = 8, p = 1). */
const COST = 2 ** 15;
const BLOCK = 8;
const LENGTH = 32;

const derive = (password: string, salt: Buffer, cost: number): Promise<Buffer> =>
  new Promise((done, failed) =>
    scrypt(
      password.normalize('NFKC'),
      salt,
      LENGTH,
      { N: cost, r: BLOCK, p: 1, maxmem: 256 * cost * BLOCK },
      (error, key) => (error ? failed(error) : done(key)),
    ),
  );

/** A password as it is kept: `scrypt`, its cost, salt and key. */
export async function hashOf(password: string, cost = COST): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, cost);
  return ['scrypt', cost, salt.toString('base64'), key.toString('base64')].join('$');
}

/** Compared with when there is no such account, so that this takes as long as a wrong password. */
const NOBODY = hashOf(randomBytes(16).toString('base64'));

/** Whether a password is the one that is kept; with nothing kept it is not, after the same time. */
export async function isPassword(password: string, kept: string | null): Promise<boolean> {
  const [, cost, salt, key] = (kept ?? (await NOBODY)).split('$') as [string, string, string, string];
  const given = await derive(password, Buffer.from(salt, 'base64'), Number(cost));
  return timingSafeEqual(given, Buffer.from(key, 'base64')) && kept !== null;
}
