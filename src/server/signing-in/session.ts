import { createHash } from 'node:crypto';
import { type IronSession, type SessionOptions, getIronSession } from 'iron-session';
import { cookies } from 'next/headers';
import type { Me } from '../../contract/accounts';
import { LASTS_S } from './lasting';

/** What the cookie holds, sealed: the token of the sign-in, and whose it was when it began, for when the database does not answer. */
export interface Kept {
  token?: string;
  me?: Me;
}

/**
 * The secrets that cookies are sealed with: the present one, and those before it (ZONOGRAPH_FORMER_SECRETS, apart by commas), so that nobody
 * is signed out when it is renewed.
 * @throws when the application was started without a present one
 */
function secrets(): [string, ...string[]] {
  const present = process.env.ZONOGRAPH_SECRET ?? '';
  if (present.length < 32) throw new Error('ZONOGRAPH_SECRET is not set, or has less than 32 characters');
  const former = (process.env.ZONOGRAPH_FORMER_SECRETS ?? '').split(',').map((secret) => secret.trim());
  return [present, ...former.filter((secret) => secret.length >= 32)];
}

function options(password: string, isSecure: boolean): SessionOptions {
  // Several Zonographs of one machine do not sign one another out; each secret has a cookie of its own.
  const name = createHash('sha256').update(password).digest('hex').slice(0, 8);
  return {
    cookieName: `zonograph-${name}`,
    password,
    ttl: LASTS_S,
    cookieOptions: { httpOnly: true, sameSite: 'lax', path: '/', secure: isSecure },
  };
}

const isSecure = (request: Request): boolean => request.headers.get('x-forwarded-proto')?.startsWith('https') ?? false;

/** What the cookie of the newest secret holds that has one. */
async function newest(read: (secret: string) => Promise<IronSession<Kept>>): Promise<Kept> {
  for (const secret of secrets()) {
    const { token, me } = await read(secret);
    if (token !== undefined) return { token, ...(me && { me }) };
  }
  return {};
}

/** What a request's cookie holds. */
export const keptOf = (request: Request): Promise<Kept> =>
  newest((secret) => getIronSession<Kept>(request, new Response(), options(secret, isSecure(request))));

/** What the cookie of the page that is being made holds. */
export async function keptOfPage(): Promise<Kept> {
  const jar = await cookies();
  return newest((secret) => getIronSession<Kept>(jar, options(secret, false)));
}

/** The header that has the browser keep a sign-in, or forget it. */
export async function cookieFor(request: Request, kept: Required<Kept> | undefined): Promise<string> {
  const carrier = new Response();
  const session = await getIronSession<Kept>(request, carrier, options(secrets()[0], isSecure(request)));
  if (kept) {
    Object.assign(session, kept);
    await session.save();
  } else session.destroy();
  return carrier.headers.get('set-cookie')!;
}
