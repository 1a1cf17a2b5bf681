import { type NextRequest, NextResponse } from 'next/server';
import { isKnownHost } from './server/hosts';

/**
 * The door of the pages: they are only read, under a name of this Zonograph, at addresses that can be read, and run no script that is
 * not ours. The routes under /api have a door of their own.
 */
export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get('host') ?? '';
  if (!isKnownHost(host)) return said(403, `Zonograph is not known as “${host}”.`);
  const { pathname } = request.nextUrl;
  if (!isReadable(pathname)) return said(400, 'This address is not written as addresses are.');
  if (pathname.startsWith('/api/')) return NextResponse.next();
  if (!['GET', 'HEAD'].includes(request.method)) return said(405, 'The pages of Zonograph are only read.');
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = policyWith(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  // Where to go on after signing in.
  headers.set('x-address', pathname);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

const said = (status: number, words: string) =>
  new NextResponse(words, { status, headers: { 'content-type': 'text/plain; charset=utf-8' } });

function isReadable(path: string): boolean {
  try {
    return !decodeURIComponent(path).includes('\u0000');
  } catch {
    return false;
  }
}

/** Scripts of ours alone; styles may stand in elements, where the sheet's lettering has them. */
const policyWith = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

// Of the routes only addresses with something encoded in them pass here: those that cannot be read must not come further.
export const config = { matcher: ['/((?!api/|_next/static/|_next/image|icon.svg).*)', '/api/(.*%.*)'] };
