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

/** @throws when the application was started without the secret that cookies are sealed with */
function options(isSecure: boolean): SessionOptions {
  const password = process.env.ZONOGRAPH_SECRET ?? '';
  if (password.length < 32) throw new Error('ZONOGRAPH_SECRET is not set, or has less than 32 characters');
  // Several Zonographs of one machine do not sign one another out.
  const name = createHash('sha256').update(password).digest('hex').slice(0, 8);
  return {
    cookieName: `zonograph-${name}`,
    password,
    ttl: LASTS_S,
    cookieOptions: { httpOnly: true, sameSite: 'lax', path: '/', secure: isSecure },
  };
}

const isSecure = (request: Request): boolean => request.headers.get('x-forwarded-proto')?.startsWith('https') ?? false;

/** What a request's cookie holds. */
export async function keptOf(request: Request): Promise<Kept> {
  const { token, me } = await getIronSession<Kept>(request, new Response(), options(isSecure(request)));
  return { ...(token !== undefined && { token }), ...(me && { me }) };
}

/** What the cookie of the page that is being made holds. */
export async function keptOfPage(): Promise<Kept> {
  const session: IronSession<Kept> = await getIronSession<Kept>(await cookies(), options(false));
  return session;
}

/** The header that has the browser keep a sign-in, or forget it. */
export async function cookieFor(request: Request, kept: Required<Kept> | undefined): Promise<string> {
  const carrier = new Response();
  const session = await getIronSession<Kept>(request, carrier, options(isSecure(request)));
  if (kept) {
    Object.assign(session, kept);
    await session.save();
  } else session.destroy();
  return carrier.headers.get('set-cookie')!;
}
